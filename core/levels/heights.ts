import { laidCarry, lipOf, SCREEN_GAP, SPIGOT_BELOW_LIP, type LaidCarry } from '../layout'
import { dropFlow } from '../catch/designFlow'
import { cutInOf } from '../catch/families'
import { onTheWay } from '../catch/trainLimits'
import { outletsInto, type Intake, type PlacedVessel, type WaterPath } from '../path/waterPath'
import type { Device, DeviceOf, Outlet, OverflowRoute, Tap } from '../scheme'
import { drainLevel, portsOf, usableVolume } from '../vessel/usable'
import { leadOver, type LeadOver } from './leadOver'
import { branchInvert, trainStretches, type Stretch } from './train'

/** Room under a can's spout, m. Common practice. */
export const CAN_CLEARANCE = 0.025

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
  /** Upper and lower saw cut of any other body let into the pipe. */
  letIn?: { upper: number; lower: number }
  /** Where a hose leaves the pipe. */
  hoseFrom?: number
  /** Branch of the first flush and the foot of its chamber. */
  flush?: { invert: number; bottom: number }
  /** Beginning and end of a pipe across, and where a wet one dips to. */
  /** A pipe across from end to end; over a lid it ends at the bend that turns it down. */
  carry?: { from: number; to: number; low?: number }
  /** Open end of a pipe that ends over the vessel's lid. */
  pipeEnd?: number
  inlet: number
  rim: number
  top: number
  full: number
  draw: number
  floor: number
  foot: number
  /** Foot of the lowest vessel of a stack: what all of it stands at; its own foot where it stands by itself. */
  base: number
  overflow?: number
  tap?: { centre: number; spout: number; canTop: number; spare: number }
}

/** The intake drawn in section, with everything that hangs together on it. */
export interface SectionLine {
  intake: Intake
  outlet: Outlet
  placed: PlacedVessel
  /** False where nothing leads the drop's water to the vessel yet: the two stand beside one another. */
  fed: boolean
  /** From the outlet down to where the water goes in. */
  stretches: Stretch[]
  trough?: DeviceOf<'ring-trough'>
  neck?: DeviceOf<'neck'>
  flush?: DeviceOf<'first-flush'>
  carry?: LaidCarry
  overflow?: OverflowRoute
  tap?: Tap
  heights: Heights
  /** Width of the saw's cut, m. */
  kerf: number
  /** How the old pipe comes over the lid that it ends above; none where something is fitted that leads the water there. */
  over?: LeadOver
}

function tapHeights(path: WaterPath, placed: PlacedVessel, tap: Tap): Heights['tap'] {
  const port = placed.vessel.ports.find(({ id }) => id === tap.port)!
  const centre = placed.foot + port.at
  const spout = centre - tap.spoutBelow
  return { centre, spout, canTop: tap.can.height, spare: spout - tap.can.height - CAN_CLEARANCE }
}

/** Foot of whatever stands at the bottom, under a vessel and those that it stands on. */
function lowestFoot(path: WaterPath, { vessel, foot }: PlacedVessel): number {
  const below = vessel.on === undefined ? undefined : path.vessels.get(vessel.on)
  return below ? lowestFoot(path, below) : foot
}

function vesselHeights(path: WaterPath, placed: PlacedVessel): Pick<Heights, 'rim' | 'top' | 'full' | 'draw' | 'floor' | 'foot' | 'base'> {
  const usable = usableVolume(path, placed.store.id)
  const { vessel, foot } = placed
  return {
    rim: foot + vessel.body.rim,
    top: foot + vessel.body.height,
    full: usable.top,
    // What stands on another vessel is drained into that one, no lower than its own link.
    draw: usable.bottom < foot + vessel.body.floor ? drainLevel(path, placed) : usable.bottom,
    floor: foot + vessel.body.floor,
    foot,
    base: lowestFoot(path, placed),
  }
}

/** The outlet that leads: the highest of several, but the lowest where a standing-water pipe must not flood it. */
function leadingOutlet(path: WaterPath, dropId: string, lowest: boolean): Outlet {
  // Standing water floods whatever outlet is the lowest, be it that of a pipe which joins.
  const joining = lowest ? path.feeds.get(dropId)!.map(({ outlet }) => outlet.outlet) : []
  return [...outletsInto(path, dropId), ...joining].reduce((best, each) =>
    (lowest ? each.height < best.height : each.height > best.height) ? each : best,
  )
}

const present = <K extends string, V>(key: K, value: V | undefined): { [P in K]?: V } =>
  (value === undefined ? {} : { [key]: value }) as { [P in K]?: V }

function trainHeights(
  intake: Intake,
  stretches: readonly Stretch[],
  layout: WaterPath['layout'],
): Pick<Heights, 'cut' | 'letIn' | 'hoseFrom' | 'flush' | 'carry'> {
  const { device } = intake
  const devices = onTheWay(intake)
  const flush = devices.find((each) => each.kind === 'first-flush')
  const carry = devices.find((each) => each.kind === 'carrying-pipe')
  const across = carry && stretches.find((stretch) => stretch.device === carry.id)
  const invert = flush && branchInvert(stretches, flush.id)
  const cut = device && cutInOf(device)
  const lip = device?.kind === 'ring-trough' ? lipOf(device) : undefined
  return {
    ...present('cut', cut && lip !== undefined ? { mark: cut.upper, lower: cut.lower, lip, spigot: lip - SPIGOT_BELOW_LIP } : undefined),
    ...present('letIn', cut && lip === undefined ? { upper: cut.upper, lower: cut.lower } : undefined),
    ...present(
      'hoseFrom',
      lip !== undefined ? lip - SPIGOT_BELOW_LIP : device && 'hose' in device && 'height' in device ? device.height : undefined,
    ),
    ...present('flush', flush && invert !== undefined ? { invert, bottom: invert - flush.length } : undefined),
    ...present(
      'carry',
      across &&
        carry && { from: across.from, to: across.to + laidCarry(layout, carry).down, ...(carry.wet ? { low: carry.lowPoint } : {}) },
    ),
  }
}

/** Behind these the water is not in the old pipe any more. */
const leadsAway = ({ kind }: Device) => kind === 'first-flush' || kind === 'carrying-pipe' || kind === 'float-shut'

function overLid({ layout }: WaterPath, { drop, vessel, port }: Intake, mouth: number): LeadOver | undefined {
  const pipe = layout.pipes.get(drop.id)
  const opening = layout.ports.get(`${vessel.id} ${port.id}`)
  if (!pipe || !opening) return undefined
  return leadOver(drop, Math.hypot(opening.at.x - pipe.axis.x, opening.at.y - pipe.axis.y), mouth)
}

/** The way of one intake, with its heights. */
export function sectionLine(path: WaterPath, intake: Intake, fed = true): SectionLine {
  const { drop, vessel, port, device } = intake
  const devices = onTheWay(intake)
  const outlet = leadingOutlet(
    path,
    drop.id,
    devices.some((each) => each.kind === 'carrying-pipe' && each.wet),
  )
  const placed = path.vessels.get(vessel.id)!
  const trough = device?.kind === 'ring-trough' ? device : undefined
  const neck = devices.find((each) => each.kind === 'neck')
  const carry = devices.find((each) => each.kind === 'carrying-pipe')
  const overflow = path.overflows.get(placed.store.id)!.find(({ from }) => from.vessel === vessel.id)
  const tap =
    path.scheme.taps.find((each) => each.vessel === vessel.id) ??
    path.scheme.taps.find((each) => path.vessels.get(each.vessel)?.store.id === placed.store.id)
  const overflowPort = overflow && portsOf(placed, 'overflow').find(({ id }) => id === overflow.from.port)
  const inlet = placed.foot + port.at
  const pipeEnd = port.role === 'lid' && !device ? inlet + SCREEN_GAP : undefined
  const stretches = trainStretches(intake, {
    outlet: outlet.height,
    inlet,
    ...present('pipeEnd', pipeEnd),
    flow: dropFlow(path, drop.id),
    layout: path.layout,
  })
  return {
    intake,
    outlet,
    placed,
    fed,
    stretches,
    kerf: path.scheme.build.kerf,
    ...present('over', pipeEnd === undefined || devices.some(leadsAway) ? undefined : overLid(path, intake, pipeEnd)),
    ...present('trough', trough),
    ...present('neck', neck),
    ...present(
      'flush',
      devices.find((each) => each.kind === 'first-flush'),
    ),
    ...present('carry', carry && laidCarry(path.layout, carry)),
    ...present('overflow', overflow),
    ...present('tap', tap),
    heights: {
      outlet: outlet.height,
      neckFoot: neck ? (stretches.find((stretch) => stretch.device === neck.id)?.to ?? outlet.height) : outlet.height,
      ...trainHeights(intake, stretches, path.layout),
      ...present('pipeEnd', pipeEnd),
      inlet,
      ...vesselHeights(path, placed),
      ...present('overflow', overflowPort && placed.foot + overflowPort.at),
      ...present('tap', tap && tapHeights(path, path.vessels.get(tap.vessel)!, tap)),
    },
  }
}

/** Every line of a scheme: one for each intake that some gutter leads to, the drawn one first. */
export const sectionLines = (path: WaterPath): SectionLine[] =>
  [...path.intakes.values()]
    .flat()
    .filter(({ drop }) => outletsInto(path, drop.id).length > 0)
    .map((intake) => sectionLine(path, intake))

/**
 * Pipes that a gutter feeds and that lead to no vessel, each beside the first vessel there is, so that there is something to
 * fit parts into.
 */
export function bareLines(path: WaterPath): SectionLine[] {
  const led = new Set([...path.intakes.values()].flat().map(({ drop }) => drop.id))
  const vessel = path.scheme.stores[0]?.vessels[0]
  const port = vessel?.ports.find(({ role }) => role === 'inlet' || role === 'lid') ?? vessel?.ports[0]
  if (!vessel || !port) return []
  return path.scheme.drops
    .filter(({ id, end }) => !led.has(id) && end.kind !== 'drop' && path.feeds.get(id)!.length > 0)
    .map((drop) => sectionLine(path, { drop, vessel, port }, false))
}
