import { wetCarryLoss, WET_MARGIN } from '../pipe/wetCarry'
import { laidCarry, type Layout } from '../layout'
import type { Device, DeviceOf } from '../scheme'

/** Where a device stands: hung in line one after another, or at a height of its own. */
export type Standing = 'in-line' | 'own-height'

/** A stretch of downpipe that is sawn out for a device. */
export interface CutIn {
  /** Upper and lower saw line above the paving, m. */
  upper: number
  lower: number
  /** Body that goes in, what the pipe laps into it at both ends, and what adapters add, m. */
  body: number
  laps: number
  adapters: number
}

/** A family of devices: what all of its kind have in common, whatever their measures. */
export interface Family<D extends Device = Device> {
  /** Usual place in the train, smallest next to the gutter; undefined where it goes wherever it is put. */
  rank: number | undefined
  standing: Standing
  /** Takes the water out of the pipe to a vessel by a hose of its own; what it leaves goes on down. */
  leadsAside: boolean
  /** Works only as long as somebody turns it. */
  attended: boolean
  /** When the vessel is full the water stays in the pipe: no overflow has to carry it. */
  returnsSurplus: boolean
  /** Height it takes from the account at a flow as it is laid, m. Negative for a pipe that climbs. */
  spends(device: D, flow: number, layout: Pick<Layout, 'runs'>): number
  /** What is sawn out for it; undefined where it sits on a pipe's end or in a drilled hole. */
  cutIn?(device: D): CutIn
}

const inLine = { standing: 'in-line', leadsAside: false, attended: false, returnsSurplus: false } as const
const aside = { standing: 'own-height', leadsAside: true, spends: () => 0 } as const

/** A body let in round its spigot's height, half of it above. */
function letInCut({ height, body, lapTop, lapBottom, adapters }: DeviceOf<'twist' | 'flap'>): CutIn {
  const piece = body - lapTop - lapBottom + adapters
  return { upper: height + piece / 2, lower: height - piece / 2, body, laps: lapTop + lapBottom, adapters }
}

/** Body of a branch or of a shut-off let into a pipe, and how far the pipe laps into it at each end, m. Common practice. */
const BRANCH = { body: 0.14, lap: 0.04 }
function branchCut({ height }: DeviceOf<'tee' | 'winter-shut-off'>): CutIn {
  const { body, lap } = BRANCH
  const piece = body - 2 * lap
  return { upper: height + piece / 2, lower: height - piece / 2, body, laps: 2 * lap, adapters: 0 }
}

/**
 * Every family there is, by its kind. Dimensions are the device's own; what they come to in height, cut and place is said here.
 *
 * Source: common practice, no published source, but for the wet carry (Darcy–Weisbach).
 */
export const FAMILIES: { readonly [K in Device['kind']]: Family<DeviceOf<K>> } = {
  screen: { ...inLine, rank: 0, spends: ({ height }) => height },
  neck: { ...inLine, rank: 1, spends: ({ height }) => height },
  // On the wall below the neck, where it can be reached; one right under the gutter's outlet works as well.
  'rain-head': { ...inLine, rank: 2, spends: ({ gap, height }) => gap + height },
  filter: { ...inLine, rank: 3, spends: ({ height }) => height },
  'first-flush': { ...inLine, rank: 4, spends: ({ branch }) => branch },
  'ring-trough': {
    ...aside,
    rank: 5,
    attended: false,
    returnsSurplus: true,
    cutIn: ({ mark, piece, adapterAbove, adapterBelow }) => ({
      upper: mark,
      lower: mark - adapterAbove - piece - adapterBelow,
      body: piece,
      laps: 0,
      adapters: adapterAbove + adapterBelow,
    }),
  },
  'push-in': { ...aside, rank: 5, attended: false, returnsSurplus: false },
  twist: { ...aside, rank: 5, attended: true, returnsSurplus: false, cutIn: letInCut },
  flap: { ...aside, rank: 5, attended: true, returnsSurplus: false, cutIn: letInCut },
  'carrying-pipe': {
    ...inLine,
    rank: 6,
    spends: (device, flow, layout) => {
      const carry = laidCarry(layout, device)
      const across = carry.wet ? wetCarryLoss(carry, flow) + WET_MARGIN : carry.fall * carry.length
      return Math.round((across + carry.down) * 1e9) / 1e9
    },
  },
  'float-shut': {
    rank: 7,
    standing: 'own-height',
    leadsAside: false,
    attended: false,
    returnsSurplus: true,
    spends: () => 0,
  },
  adapter: { ...inLine, rank: undefined, spends: ({ height }) => height },
  tee: { ...inLine, standing: 'own-height', rank: undefined, spends: () => 0, cutIn: branchCut },
  'wall-crossing': { ...inLine, standing: 'own-height', rank: undefined, spends: () => 0 },
  'winter-shut-off': { ...inLine, standing: 'own-height', rank: undefined, attended: true, spends: () => 0, cutIn: branchCut },
}

/** The family of any device. */
export const familyOf = (device: Pick<Device, 'kind'>): Family => FAMILIES[device.kind] as unknown as Family

/** Height of a device that has one of its own, m; a ring trough's is its upper mark. */
export const ownHeight = (device: Device): number | undefined =>
  device.kind === 'ring-trough' ? device.mark : familyOf(device).standing === 'own-height' && 'height' in device ? device.height : undefined

/** What a device spends of the height as it is laid, m. */
export const headSpentBy = (device: Device, flow: number, layout: Pick<Layout, 'runs'>): number =>
  familyOf(device).spends(device, flow, layout)
/** What is sawn out of the pipe for a device. */
export const cutInOf = (device: Device): CutIn | undefined => familyOf(device).cutIn?.(device)
