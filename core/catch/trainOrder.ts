import type { Device } from '../scheme'
import { familyOf, ownHeight } from './families'

/** Why a device cannot stand where it is put (message ids). */
export type OrderReason =
  'neckFirst' | 'leavesInChamber' | 'afterWaterLeft' | 'openBelowStanding' | 'flushBehindStanding' | 'behindFloat' | 'climbs'

export interface OrderFault {
  /** The device that stands wrong and the one that it must not come after (or before). */
  device: string
  against: string
  reason: OrderReason
}

type Kind = Device['kind']
interface OrderRule {
  reason: OrderReason
  /** `later` may not come after `earlier`. */
  earlier: (device: Device) => boolean
  later: (device: Device) => boolean
}

const kinds =
  (...list: Kind[]) =>
  ({ kind }: Device) =>
    list.includes(kind)
const isWet = (device: Device) => device.kind === 'carrying-pipe' && device.wet
const leadsAside = (device: Device) => familyOf(device).leadsAside

/** Common practice, no published source; each follows from where the water is by then. */
const RULES: readonly OrderRule[] = [
  // A neck brings the pipe to the wall: only what hangs in the gutter's hole can come before it.
  { reason: 'neckFirst', earlier: (device) => !kinds('screen', 'rain-head', 'adapter', 'filter', 'neck')(device), later: kinds('neck') },
  { reason: 'leavesInChamber', earlier: kinds('first-flush'), later: kinds('screen', 'rain-head') },
  {
    reason: 'afterWaterLeft',
    earlier: leadsAside,
    later: kinds('screen', 'rain-head', 'filter', 'first-flush', 'carrying-pipe', 'float-shut'),
  },
  { reason: 'openBelowStanding', earlier: isWet, later: kinds('rain-head') },
  { reason: 'flushBehindStanding', earlier: isWet, later: kinds('first-flush') },
  { reason: 'behindFloat', earlier: kinds('float-shut'), later: (device) => device.kind !== 'float-shut' },
]

/** What is wrong with the order of a train, first fault first; empty when the water can take it. */
export function orderFaults(devices: readonly Device[]): OrderFault[] {
  const faults: OrderFault[] = []
  devices.forEach((later, at) => {
    const before = devices.slice(0, at)
    for (const rule of RULES) {
      const earlier = rule.later(later) ? before.find(rule.earlier) : undefined
      if (earlier) {
        faults.push({ device: later.id, against: earlier.id, reason: rule.reason })
        return
      }
    }
    const height = ownHeight(later)
    const above = height === undefined ? undefined : before.findLast((each) => (ownHeight(each) ?? Infinity) < height)
    if (above) faults.push({ device: later.id, against: above.id, reason: 'climbs' })
  })
  return faults
}

/**
 * The same devices in the usual order: what keeps leaves out, the neck, the first flush, what leads aside, the pipe across.
 * Adapters, tees, crossings and shut-offs stay behind the part that they followed; among several with heights the highest leads.
 */
export function usualOrder(devices: readonly Device[]): Device[] {
  let rank = -1
  const ranked = devices.map((device) => ({ device, rank: (rank = familyOf(device).rank ?? rank), height: ownHeight(device) ?? Infinity }))
  return ranked.toSorted((a, b) => a.rank - b.rank || (a.height === b.height ? 0 : b.height - a.height)).map(({ device }) => device)
}
