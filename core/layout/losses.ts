import type { Line } from '../pipe/friction'
import type { DeviceOf, Drop, Link, OverflowRoute, Pump, Scheme, Target } from '../scheme'
import { CORRUGATED, corrugatedLegs } from './away'
import { DEFAULT_REACH } from './carry'
import type { Layout } from './computeLayout'
import { endsOnGround, groundEnd, type GroundEnd } from './places'
import { legsOf, lengthOf } from './route'
import { pumpKey, runKey, wallOf, type Hosed, type Run } from './runs'
import { between, minus, type Vec3 } from './vector'
import { joinedAt } from './walls'

/** Loss factors of a square elbow and one of half a right angle, and of a full-bore valve. Common practice. */
const ELBOW = 0.9
const HALF_ELBOW = 0.4
const VALVE = 0.1
/** Into a pipe with a square edge, and out of it: Darcy–Weisbach with the usual entry. */
const ENTRY_AND_EXIT = 1.5

/** Loss factor of a bend, by how far it turns, degrees: in proportion between the two that are sold. */
export const bendLoss = (angle: number): number =>
  angle <= 45 ? (HALF_ELBOW * angle) / 45 : HALF_ELBOW + ((ELBOW - HALF_ELBOW) * (angle - 45)) / 45

export const bendLosses = ({ bends }: Pick<Run, 'bends'>): number => bends.reduce((sum, angle) => sum + bendLoss(angle), 0)

/** A link as a line for the friction in it: as long, and with as many bends, as the layout gives it. */
export function linkLine({ runs }: Pick<Layout, 'runs'>, { id, bore, valve }: Pick<Link, 'id' | 'bore' | 'valve'>): Line {
  const run = runs.get(runKey('link', id))!
  return { bore, length: run.length, losses: ENTRY_AND_EXIT + bendLosses(run) + (valve === 'none' ? 0 : VALVE) }
}

/** Of a hose that leads to no vessel nothing is known but that it is short, m. Common practice. */
const LOOSE_HOSE = 0.6

/** A device's hose, as wide as it says and as long as it has to be, m. */
export const hoseOf = ({ runs }: Pick<Layout, 'runs'>, { id, hose }: Pick<Hosed, 'id' | 'hose'>): { bore: number; length: number } => ({
  bore: hose.bore,
  length: runs.get(runKey('hose', id))?.length ?? hose.measured ?? LOOSE_HOSE,
})

/** Length of an overflow along its way, m. */
export const overflowLength = ({ runs }: Pick<Layout, 'runs'>, { id }: Pick<OverflowRoute, 'id'>): number =>
  runs.get(runKey('overflow', id))!.length

/** A pipe across as it is laid. */
export type LaidCarry = DeviceOf<'carrying-pipe'> & {
  /** m: of a dry one on the plan, of one that stands full along its axis. */
  length: number
  /** Corners that its water turns at. */
  bends: number
  /** Of the bend that turns it down over a lid, from its axis to its mouth, m; 0 where there is none. */
  down: number
}

const level = (points: readonly Vec3[]): number => lengthOf(points.map((point) => ({ ...point, z: 0 })))

/** What a part is weighed by before anything is laid: pipes across as long as they are said to be. */
export const UNLAID: Pick<Layout, 'runs'> = { runs: new Map() }

/** What the last leg of a run goes straight down, m. */
function lastDown(points: readonly Vec3[]): number {
  const [before, last] = points.slice(-2)
  return before && last && Math.hypot(last.x - before.x, last.y - before.y) < 1e-6 ? Math.max(0, before.z - last.z) : 0
}

/** A pipe across with the length and bends that follow from its way; one that leads to nothing is as long as it was measured. */
export function laidCarry({ runs }: Pick<Layout, 'runs'>, device: DeviceOf<'carrying-pipe'>): LaidCarry {
  const run = runs.get(runKey('carry', device.id))
  if (!run) return { ...device, length: device.measured ?? DEFAULT_REACH, bends: 2, down: 0 }
  return { ...device, length: device.wet ? run.length : level(run.points), bends: run.bends.length, down: lastDown(run.points) }
}

/** How much of a run lies in the ground, m. */
export const buriedLength = ({ points }: Pick<Run, 'points'>): number =>
  legsOf(points).reduce((sum, leg, i) => (Math.max(points[i]!.z, points[i + 1]!.z) < 0 ? sum + leg : sum), 0)

/** What is nearer than this to straight on needs no bend, degrees: a joint gives as much. Common practice. */
const GIVES = 3

/** Whether a pipe across turns at its very end: over a lid, into another pipe's mouth, or where it meets a side askew. */
export function turnsAtEnd(
  scheme: Pick<Scheme, 'drops'>,
  { ports }: Pick<Layout, 'ports'>,
  { points }: Pick<Run, 'points'>,
  to: Target,
): boolean {
  if (endsOnGround(to)) return true
  if (to.kind === 'drop') return scheme.drops.every((drop) => drop.id !== to.drop || !joinedAt(drop))
  const { way } = ports.get(`${to.vessel} ${to.port}`)!
  const [before, last] = points.slice(-2)
  return Math.abs(way.z) > 0.5 || !before || !last || between({ ...minus(before, last), z: 0 }, way) > GIVES
}

/** Where an overflow ends on the ground, as seen from the wall that its vessels stand at; none where it leads on. */
export function overflowEnd(scheme: Scheme, { walls }: Pick<Layout, 'walls'>, route: OverflowRoute): GroundEnd | undefined {
  const store = scheme.stores.find(({ vessels }) => vessels.some(({ id }) => id === route.from.vessel))
  const wall = store && walls.get(store.id)
  return wall && groundEnd(scheme, route.to, wall)
}

/** An overflow as it is laid: m along its axis, and how long a smooth pipe would be that holds the water back as much. */
export type LaidOverflow = OverflowRoute & { length: number; smooth: number }

function smoothLength(layout: Pick<Layout, 'runs'>, route: OverflowRoute): number {
  const length = overflowLength(layout, route)
  const rough = corrugatedLegs(route, layout.runs.get(runKey('overflow', route.id))!).reduce((sum, leg) => sum + leg, 0)
  return length + (CORRUGATED - 1) * rough
}

/**
 * An overflow as long as it has to be, its open end above the paving (m): what it was said to stand over the ground that it ends
 * on.
 */
export const laidOverflow = (layout: Pick<Layout, 'runs' | 'places'>, route: OverflowRoute): LaidOverflow => ({
  ...route,
  length: overflowLength(layout, route),
  smooth: smoothLength(layout, route),
  end: route.end + (route.to.kind === 'place' ? (layout.places.get(route.to.place)?.z ?? 0) : 0),
})

/** Where a pipe, or a drain in it, lets go of its water, as seen from the wall that it hangs on; none where it leads on. */
export const pipeEnd = (scheme: Scheme, { pipes }: Pick<Layout, 'pipes'>, drop: Pick<Drop, 'id'>, to: Target): GroundEnd | undefined =>
  groundEnd(scheme, to, wallOf(scheme, pipes.get(drop.id)))

/** A pump's pipe goes so far where nothing says how far, m. Common practice. */
const DEFAULT_LINE = 20

/** A pump with its pipe as long as it has to be, and lifting as high: the longer way and the higher end where it has two. */
export type LaidPump = Omit<Pump, 'line'> & { line: { bore: number; length: number } }

/** Ways of a pump's pipe that the plan gives, m: one to each vessel that it lifts into; none to what is not on the plan. */
export const pumpLegs = ({ runs }: Pick<Layout, 'runs'>, { id }: Pick<Pump, 'id'>): Run[] =>
  [0, 1].flatMap((leg) => runs.get(pumpKey(id, leg)) ?? [])

/**
 * A pump's pipe as the plan gives it; as it was measured where it leads to nothing that is on the plan. Into a vessel it lifts as high
 * as its pipe goes, whatever else was said.
 */
export function laidPump(layout: Pick<Layout, 'runs'>, pump: Pump): LaidPump {
  const { bore, measured } = pump.line
  const legs = pumpLegs(layout, pump)
  const length = legs.length > 0 ? Math.max(...legs.map((leg) => leg.length)) : (measured ?? DEFAULT_LINE)
  const rise = pump.to.kind === 'vessel' ? Math.max(...legs.flatMap(({ points }) => points.map(({ z }) => z))) : pump.rise
  return { ...pump, rise, line: { bore, length } }
}
