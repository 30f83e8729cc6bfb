import { apart, between, dot, minus, plus, size, unit, vec, type Vec3 } from './vector'

/** An end of a run: where it is, and the way that the pipe leaves it. */
export interface RunEnd {
  at: Vec3
  way: Vec3
}

/** Ways that differ by less than this are one, degrees: a joint gives as much. Common practice. */
const GIVES = 3
/** Points nearer than this are one, m. */
const HAIR = 1e-6
/** A corner costs as much as this of pipe when two ways are weighed, m. */
const CORNER_COST = 0.3

/** A pipe goes straight out of its hole for so much before it turns: fitting, a piece of pipe, half a bend, m. Common practice. */
export const stubOf = (bore: number): number => Math.max(0.18, 0.12 + 1.7 * bore)

/** Corners along a way without those where it goes straight on. */
export function straightened(points: readonly Vec3[]): Vec3[] {
  const kept: Vec3[] = []
  for (const point of points) {
    const last = kept.at(-1)
    if (last && apart(last, point) < HAIR) continue
    const before = kept.at(-2)
    if (last && before && between(minus(last, before), minus(point, last)) < 1e-4) kept.pop()
    kept.push(point)
  }
  return kept
}

/** Angles at the corners of a way, degrees from straight on. */
export const bendsOf = (points: readonly Vec3[]): number[] =>
  points.slice(1, -1).map((corner, i) => between(minus(corner, points[i]!), minus(points[i + 2]!, corner)))

export const lengthOf = (points: readonly Vec3[]): number => legsOf(points).reduce((sum, leg) => sum + leg, 0)
export const legsOf = (points: readonly Vec3[]): number[] => points.slice(1).map((point, i) => apart(points[i]!, point))

/** Orders in which the three ways between two corners can be taken. */
const ORDERS = [
  [0, 1, 2],
  [0, 2, 1],
  [1, 0, 2],
  [1, 2, 0],
  [2, 0, 1],
  [2, 1, 0],
] as const

/**
 * The way of a stiff pipe between two ends: straight where both look at one another, else out of both by a stub and round
 * square corners, along `along`, square to it and upright; of all such ways the one with the fewest corners, then the shortest.
 *
 * @param stub the least that goes straight out of an end before it can turn, m
 * @param along level way of the wall that square corners keep to
 * @param via corners on the plan that somebody wants it led round, in order; straight from one to the next at the upper end's height
 * Source: geometry.
 */
export function route(from: RunEnd, to: RunEnd, stub: number, along: Vec3, via: readonly Pick<Vec3, 'x' | 'y'>[] = []): Vec3[] {
  if (via.length > 0) return throughPoints(from, to, stub, via)
  const across = minus(to.at, from.at)
  if (between(from.way, across) < GIVES && between(to.way, minus(from.at, to.at)) < GIVES) return [from.at, to.at]
  const start = plus(from.at, from.way, stub)
  const end = plus(to.at, to.way, stub)
  const axes = [unit({ ...along, z: 0 }), vec(-along.y, along.x, 0), vec(0, 0, 1)].map(unit)
  const rest = minus(end, start)
  let best: Vec3[] | undefined
  let least = Infinity
  for (const order of ORDERS) {
    const points = [from.at, start]
    for (const axis of order) points.push(plus(points.at(-1)!, axes[axis]!, dot(rest, axes[axis]!)))
    points[points.length - 1] = end
    const way = straightened([...points, to.at])
    const bends = bendsOf(way)
    // A way that turns back on itself is none.
    if (bends.some((angle) => angle > 135)) continue
    const cost = lengthOf(way) + CORNER_COST * bends.length
    if (cost < least - HAIR) {
      best = way
      least = cost
    }
  }
  return best ?? straightened([from.at, start, end, to.at])
}

/** Out of both ends, and straight from corner to corner between; what the ends differ in height is gone down at the last corner. */
function throughPoints(from: RunEnd, to: RunEnd, stub: number, via: readonly Pick<Vec3, 'x' | 'y'>[]): Vec3[] {
  const start = plus(from.at, from.way, stub)
  const end = plus(to.at, to.way, stub)
  const corners = via.map(({ x, y }) => vec(x, y, start.z))
  const last = corners.at(-1)!
  // Corners that lie on the way out of a hole need no stub of their own.
  const begins = between(from.way, minus(corners[0]!, from.at)) < GIVES
  const ends = between(to.way, minus({ ...last, z: end.z }, to.at)) < GIVES
  return straightened([from.at, ...(begins ? [] : [start]), ...corners, { ...last, z: end.z }, ...(ends ? [] : [end]), to.at])
}

/**
 * The way of a hose: straight out of both ends for a little, and across from one to the other.
 *
 * @param stiff how far it goes straight before it can turn, m
 */
export function hoseWay(from: RunEnd, to: RunEnd, stiff: number): Vec3[] {
  const across = minus(to.at, from.at)
  if (between(from.way, across) < GIVES && between(to.way, minus(from.at, to.at)) < GIVES) return [from.at, to.at]
  const own = Math.min(stiff, size(across) / 3)
  return straightened([from.at, plus(from.at, from.way, own), plus(to.at, to.way, own), to.at])
}
