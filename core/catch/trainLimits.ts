import { DESIGN_FILLING, manningFlow } from '../pipe/manning'
import { basketFlow, discFlow } from '../pipe/screens'
import { FULL_DUTY, verticalPipeFlow } from '../pipe/verticalPipe'
import { wetCarryFlow } from '../pipe/wetCarry'
import { outletsInto, type Intake, type WaterPath } from '../path/waterPath'
import { laidCarry } from '../layout'
import type { Device, Drop } from '../scheme'
import { headSpentBy, ownHeight } from './families'

/** A place on the way where no more than so much gets by. */
export interface TrainLimit {
  /** Message id under `limit.`. */
  place: 'pipe' | 'offset' | 'adapter' | 'screen' | 'rain-head' | 'hopper' | 'carrying-pipe' | 'wet-carry' | 'float-shut' | 'lid-screen'
  device?: string
  /** m³/s. */
  passes: number
  /** Message id of where the law is from. */
  law: string
}

/** An offset flatter than this runs part full like a level pipe: the tangent of 10°. EN 12056-3, from memory. */
const FLAT_OFFSET = Math.tan((10 * Math.PI) / 180)

/**
 * Lowest outlet that feeds a drop, m above the paving: where a pipe that backs up floods first. A pipe that no gutter leads to
 * floods at its own top: its highest bracket or part.
 */
export function lowestOutlet(path: WaterPath, dropId: string): number {
  const fed = [...path.feeds.get(dropId)!.map(({ outlet }) => outlet.outlet), ...outletsInto(path, dropId)]
  if (fed.length > 0) return Math.min(...fed.map(({ height }) => height))
  const { brackets, devices } = path.scheme.drops.find(({ id }) => id === dropId)!
  return Math.max(0, ...brackets, ...devices.map((device) => ownHeight(device) ?? 0))
}

/** Devices that the water of an intake goes through, the one that leads it aside included. */
export function onTheWay({ drop, device }: Pick<Intake, 'drop' | 'device'>): Device[] {
  const last = device ? drop.devices.findIndex(({ id }) => id === device.id) : drop.devices.length
  return drop.devices.slice(0, last + 1)
}

function limitsOf({ layout }: WaterPath, device: Device, drop: Drop, head: number): TrainLimit[] {
  const one = (place: TrainLimit['place'], passes: number, law: string): TrainLimit => ({ place, device: device.id, passes, law })
  switch (device.kind) {
    case 'neck':
      return device.across > 0 && device.height < device.across * FLAT_OFFSET
        ? [one('offset', manningFlow(drop.bore, device.height / device.across, DESIGN_FILLING), 'manning')]
        : []
    case 'adapter':
      return [one('adapter', verticalPipeFlow(Math.min(device.mouth, device.throat), FULL_DUTY), 'en12056')]
    case 'screen':
      return [one('screen', basketFlow(device.bore, device.height), 'orifice')]
    case 'rain-head':
      return [
        one('rain-head', discFlow(device.disc), 'orifice'),
        ...(device.bore < drop.bore ? [one('hopper', verticalPipeFlow(device.bore, FULL_DUTY), 'en12056')] : []),
      ]
    case 'carrying-pipe':
      return [
        device.wet
          ? one('wet-carry', wetCarryFlow(laidCarry(layout, device), head), 'swameeJain')
          : one('carrying-pipe', manningFlow(device.bore, device.fall, DESIGN_FILLING), 'manning'),
      ]
    case 'float-shut':
      return [one('float-shut', verticalPipeFlow(device.bore, FULL_DUTY), 'en12056')]
    default:
      return []
  }
}

/** Limits of a pipe and of the parts fitted into it, in the water's order; `end` is the height it leads to, m above the paving. */
export function partLimits(path: WaterPath, drop: Drop, parts: readonly Device[], end: number): TrainLimit[] {
  if (!path.feeds.has(drop.id)) throw new RangeError(`no drop ${drop.id}`)
  let hand = lowestOutlet(path, drop.id)
  const limits: TrainLimit[] = [{ place: 'pipe', passes: verticalPipeFlow(drop.bore, FULL_DUTY), law: 'en12056' }]
  for (const each of parts) {
    limits.push(...limitsOf(path, each, drop, hand - end))
    hand -= headSpentBy(each, 0, path.layout)
  }
  return limits
}

/**
 * Every limit between the gutter's hole and the vessel, in the water's order. The smallest is the first that a growing rain
 * meets. A hose and the film that a trough gathers are no limits of the pipe: what they leave goes on down.
 *
 * @throws RangeError when the path has no such drop
 */
export function trainLimits(path: WaterPath, intake: Intake): TrainLimit[] {
  const { drop, device, vessel, port } = intake
  const limits = partLimits(path, drop, onTheWay(intake), path.vessels.get(vessel.id)!.foot + port.at)
  if (!device && port.role === 'lid' && vessel.lid === 'screened')
    limits.push({ place: 'lid-screen', passes: discFlow(port.bore), law: 'orifice' })
  return limits
}

/** The first limit that a growing rain meets. */
export const firstLimit = (limits: readonly TrainLimit[]): TrainLimit =>
  limits.reduce((least, each) => (each.passes < least.passes ? each : least))
