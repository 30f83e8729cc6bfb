import type { Intake, PlacedVessel, WaterPath } from '../path/waterPath'
import type { DeviceOf, Outlet, OverflowRoute, Tap } from '../scheme'
import { lipOf, portsOf, usableVolume } from '../vessel/usable'

/** Room under a can's spout, and between a pipe's end and the screen it drops on, m. Common practice. */
export const CAN_CLEARANCE = 0.025
export const SCREEN_GAP = 0.035
/** Pipe kept above the upper cut for the bracket that holds it, m. Common practice. */
export const BRACKET_ROOM = 0.15
/** The hose spigot of a ring trough sits this far below its lip, m. Common practice. */
export const SPIGOT_BELOW_LIP = 0.02

/**
 * Every height on the way from gutter to ground for one intake, m above the paving.
 * Inlets and taps by their centres, overflows and links by their inverts.
 */
export interface Heights {
  outlet: number
  /** Where the pipe comes upright below the swan neck. */
  neckFoot: number
  /** Upper and lower saw cut, lip and hose spigot of a ring trough. */
  cut?: { mark: number; lower: number; lip: number; spigot: number }
  /** Open end of a pipe that ends over the vessel's lid. */
  pipeEnd?: number
  inlet: number
  rim: number
  top: number
  full: number
  draw: number
  floor: number
  foot: number
  overflow?: number
  tap?: { centre: number; spout: number; canTop: number; spare: number }
}

/** The intake drawn in section, with everything that hangs together on it. */
export interface SectionLine {
  intake: Intake
  outlet: Outlet
  placed: PlacedVessel
  trough?: DeviceOf<'ring-trough'>
  neck?: DeviceOf<'neck'>
  overflow?: OverflowRoute
  tap?: Tap
  heights: Heights
}

function tapHeights(path: WaterPath, placed: PlacedVessel, tap: Tap): Heights['tap'] {
  const port = placed.vessel.ports.find(({ id }) => id === tap.port)!
  const centre = placed.foot + port.at
  const spout = centre - tap.spoutBelow
  return { centre, spout, canTop: tap.can.height, spare: spout - tap.can.height - CAN_CLEARANCE }
}

function vesselHeights(path: WaterPath, placed: PlacedVessel): Pick<Heights, 'rim' | 'top' | 'full' | 'draw' | 'floor' | 'foot'> {
  const usable = usableVolume(path, placed.store.id)
  const { vessel, foot } = placed
  return {
    rim: foot + vessel.body.rim,
    top: foot + vessel.body.height,
    full: usable.top,
    draw: usable.bottom,
    floor: foot + vessel.body.floor,
    foot,
  }
}

/** Kept free between water running off and the rim, m. */
const FREEBOARD = 0.02

/** Depth of water an overflow may build up over its invert before it reaches rim or side inlet, m; 0 when there is none. */
export function overflowRoom({ intake, heights }: Pick<SectionLine, 'intake' | 'heights'>): number {
  if (heights.overflow === undefined) return 0
  const limit = intake.port.role === 'lid' ? heights.rim : Math.min(heights.rim, heights.inlet)
  return Math.max(0, limit - heights.overflow - FREEBOARD)
}

/** The way of one intake, with its heights. The highest of several outlets that feed the drop leads. */
export function sectionLine(path: WaterPath, intake: Intake): SectionLine {
  const { drop, vessel, port, device } = intake
  const outlets = path.scheme.gutters.flatMap((gutter) => gutter.outlets).filter((outlet) => outlet.drop === drop.id)
  const fed = path.feeds.get(drop.id)!
  const outlet = (outlets.length > 0 ? outlets : fed.map(({ outlet }) => outlet.outlet)).reduce((high, each) =>
    each.height > high.height ? each : high,
  )
  const placed = path.vessels.get(vessel.id)!
  const trough = device?.kind === 'ring-trough' ? device : undefined
  const neck = drop.devices.find((each) => each.kind === 'neck')
  const overflow = path.overflows.get(placed.store.id)!.find(({ from }) => from.vessel === vessel.id)
  const tap =
    path.scheme.taps.find((each) => each.vessel === vessel.id) ??
    path.scheme.taps.find((each) => path.vessels.get(each.vessel)?.store.id === placed.store.id)
  const overflowPort = overflow && portsOf(placed, 'overflow').find(({ id }) => id === overflow.from.port)
  const lip = trough && lipOf(trough)
  const inlet = placed.foot + port.at
  const heights: Heights = {
    outlet: outlet.height,
    neckFoot: outlet.height - (neck?.height ?? 0),
    ...(trough && lip !== undefined
      ? { cut: { mark: trough.mark, lower: trough.mark - trough.piece, lip, spigot: lip - SPIGOT_BELOW_LIP } }
      : {}),
    ...(port.role === 'lid' ? { pipeEnd: inlet + SCREEN_GAP } : {}),
    inlet,
    ...vesselHeights(path, placed),
    ...(overflowPort ? { overflow: placed.foot + overflowPort.at } : {}),
    ...(tap ? { tap: tapHeights(path, path.vessels.get(tap.vessel)!, tap) } : {}),
  }
  return {
    intake,
    outlet,
    placed,
    ...(trough ? { trough } : {}),
    ...(neck ? { neck } : {}),
    ...(overflow ? { overflow } : {}),
    ...(tap ? { tap } : {}),
    heights,
  }
}
