import type { DeviceOf, Scheme, Target } from '../scheme'
import type { Pose } from './frame'
import { hourTowards, onSide, type PortPose } from './opening'
import { endsOnGround } from './places'
import { bendsOf, lengthOf, straightened } from './route'
import { dot, minus, plus, vec, type Vec3 } from './vector'
import { joinedAt, type Upright } from './walls'

type Carry = DeviceOf<'carrying-pipe'>

/** A pipe across goes so far where nobody has said how far, m. Common practice. */
export const DEFAULT_REACH = 1.5
/** A pipe over a lid ends so far above the screen that it drops on, m. Common practice. */
export const SCREEN_GAP = 0.035
/** The bend that turns a pipe down over a lid: from its axis to its mouth, m. Common practice. */
export const downBend = (bore: number): number => 0.05 + 0.4 * bore
/** A way sharper than this turns back on itself, degrees. */
const BACK = 135
/** A corner costs as much as this of pipe when two ways are weighed, m. */
const CORNER_COST = 0.3

/** Where a pipe across comes to: a hole with the way out of it, or what it falls into from above. */
export interface CarryEnd {
  at: Vec3
  /** Level way out of a hole in a side; none where it is led into a lid or another pipe. */
  way?: Vec3
  /** Of the bend that turns it down to its mouth, from its axis, m; none where it goes in as it comes. */
  down?: number
}

/** A vessel's opening as the end of a pipe across: over a lid its mouth stays a little above it, under the bend that turns it down. */
export const carryEnd = ({ at, way }: Pick<PortPose, 'at' | 'way'>, bore: number): CarryEnd =>
  Math.abs(way.z) > 0.5 ? { at: plus(at, vec(0, 0, SCREEN_GAP)), down: downBend(bore) } : { at, way }

function endOf(
  scheme: Pick<Scheme, 'drops'>,
  pipes: ReadonlyMap<string, Upright>,
  ports: ReadonlyMap<string, PortPose>,
  from: Upright,
  to: Target,
  bore: number,
): CarryEnd | undefined {
  if (endsOnGround(to)) return undefined
  if (to.kind === 'vessel') return carryEnd(ports.get(`${to.vessel} ${to.port}`)!, bore)
  const other = pipes.get(to.drop)
  if (!other) return undefined
  const into = scheme.drops.find(({ id }) => id === to.drop)
  return { at: { ...other.axis, z: (into && joinedAt(into)?.height) ?? Math.min(other.axis.z, from.axis.z) } }
}

/** Ways over the ground from an upright to in front of an end, and into it: along the wall first, out from it first, and straight. */
function waysTo(from: Upright, { at, way }: CarryEnd, stub: number): Vec3[][] {
  const start = { ...from.axis, z: at.z }
  const fronts = way ? [plus(at, way, stub), at] : [at]
  return fronts.flatMap((front) => {
    const rest = minus(front, start)
    const along = dot(rest, from.along)
    const out = dot(rest, from.out)
    const straight = [start, front, at]
    // Two bends need room between them: with less than that to go aside, it goes straight across.
    if (Math.min(Math.abs(along), Math.abs(out)) < stub) return [straightened(straight)]
    return [straightened([start, plus(start, from.along, along), front, at]), straightened([start, plus(start, from.out, out), front, at])]
  })
}

/** The cheapest of the ways over the ground from an upright to an end, at the end's height. */
export function flatWay(from: Upright, end: CarryEnd, stub: number): Vec3[] {
  const ways = waysTo(from, end, stub)
  const cost = (points: Vec3[]) => lengthOf(points) + CORNER_COST * bendsOf(points).length
  const sound = ways.filter((points) => bendsOf(points).every((angle) => angle <= BACK))
  // Along the wall, where it can be strapped, before a way of the same cost across the yard.
  return (sound.length > 0 ? sound : ways).reduce((best, each) => (cost(each) < cost(best) - 1e-6 ? each : best))
}

/** The same corners, falling evenly to the last one, m per m on the plan. */
function falling(points: readonly Vec3[], fall: number): Vec3[] {
  const end = points.at(-1)!.z
  let left = lengthOf(points)
  return points.map((point, i) => {
    if (i > 0) left -= Math.hypot(point.x - points[i - 1]!.x, point.y - points[i - 1]!.y)
    return { ...point, z: end + fall * Math.max(0, left) }
  })
}

/** Where a pipe that stands full rises: in front of the side that it goes into, or beside the vessel whose lid it goes over. */
function riserAt({ at, way, down }: CarryEnd, pose: Pose | undefined, from: Upright, stub: number): Vec3 {
  if (way) return plus(at, way, stub)
  if (!down || !pose) return at
  const side = onSide(pose, hourTowards(pose, from.axis), at.z)
  return plus(side.at, side.way, stub / 2)
}

/** What a pipe across is laid between. */
export interface CarryInputs {
  scheme: Pick<Scheme, 'drops'>
  pipes: ReadonlyMap<string, Upright>
  ports: ReadonlyMap<string, PortPose>
  poses: ReadonlyMap<string, Pose>
}

/**
 * Way of a pipe that carries water from one upright to another, or to a vessel: along its wall and out from it, and into a side
 * straight, or over a lid and down to its mouth by a bend. A dry one falls evenly to its end; one that stands full goes down to its
 * lowest point, along there, and up again.
 *
 * @param stub how far it goes straight into a side, m
 * @returns none where it leads to nothing that has a place
 * Source: geometry; straight ends are common practice.
 */
export function carryPoints(inputs: CarryInputs, dropId: string, device: Carry, to: Target, stub: number): Vec3[] | undefined {
  const from = inputs.pipes.get(dropId)
  const end = from && endOf(inputs.scheme, inputs.pipes, inputs.ports, from, to, device.bore)
  if (!from || !end) return undefined
  /** Where its axis comes to: over its mouth, or in a side. */
  const last = plus(end.at, vec(0, 0, end.down ?? 0))
  const start = { ...from.axis, z: last.z }
  const corners = (device.via ?? []).map(({ x, y }) => vec(x, y, last.z))
  const pose = to.kind === 'vessel' ? inputs.poses.get(to.vessel) : undefined
  const front = { ...riserAt(end, pose, from, stub), z: last.z }
  const mouth = end.down ? [end.at] : []
  const aim: CarryEnd = device.wet ? { at: front } : { ...end, at: last }
  const flat =
    corners.length > 0 ? straightened([start, ...corners, ...(end.way && !device.wet ? [front] : []), aim.at]) : flatWay(from, aim, stub)
  if (!device.wet) return [...falling(flat, device.fall), ...mouth]
  return straightened([flat[0]!, ...flat.map((point) => ({ ...point, z: device.lowPoint })), flat.at(-1)!, last, ...mouth])
}
