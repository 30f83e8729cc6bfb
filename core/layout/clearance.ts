import { inside, outside, type Pose } from './frame'
import { minus, size, unit, vec, type Vec3 } from './vector'

/** A fitting's flange stands out over its bore by so much, and by this share of it, m. Common practice. */
const FLANGE = { least: 0.01, share: 0.12 }
/** From the middle of a hole to the edge of the flange of what goes into it, m. */
export const flangeReach = (bore: number): number => bore / 2 + FLANGE.least + FLANGE.share * bore

/** Corners of a vessel on the plan, in order. */
export const cornersOf = (pose: Pose): Vec3[] => {
  const { width, depth } = pose.half
  return [vec(-width, -depth, 0), vec(width, -depth, 0), vec(width, depth, 0), vec(-width, depth, 0)].map((corner) => outside(pose, corner))
}

/** Lowest and highest that corners reach along a way. */
function shadow(corners: readonly Vec3[], way: Vec3): [number, number] {
  const reach = corners.map(({ x, y }) => x * way.x + y * way.y)
  return [Math.min(...reach), Math.max(...reach)]
}

const sidesOf = (pose: Pose): Vec3[] => {
  const [a, b, , d] = cornersOf(pose)
  return [unit({ ...minus(b!, a!), z: 0 }), unit({ ...minus(d!, a!), z: 0 })]
}

/** How far two boxes stand in one another on the plan, m; 0 or less where they stand clear. Source: separating axes. */
function boxesIn(a: Pose, b: Pose): number {
  const [p, q] = [cornersOf(a), cornersOf(b)]
  return Math.min(
    ...[...sidesOf(a), ...sidesOf(b)].map((way) => {
      const [[low, high], [from, to]] = [shadow(p, way), shadow(q, way)]
      return Math.min(high, to) - Math.max(low, from)
    }),
  )
}

function roundInBox(round: Pose, box: Pose): number {
  const middle = inside(box, { ...round.foot, z: box.foot.z })
  const gapX = Math.abs(middle.x) - box.half.width
  const gapY = Math.abs(middle.y) - box.half.depth
  const apart = gapX > 0 || gapY > 0 ? Math.hypot(Math.max(0, gapX), Math.max(0, gapY)) : Math.max(gapX, gapY)
  return round.half.width - apart
}

/**
 * How far two vessels stand in one another as seen from above, m; the free space between them, below nought, where they do not.
 *
 * Source: geometry.
 */
export function planOverlap(a: Pose, b: Pose): number {
  if (a.round && b.round) return a.half.width + b.half.width - size({ ...minus(a.foot, b.foot), z: 0 })
  if (a.round) return roundInBox(a, b)
  return b.round ? roundInBox(b, a) : boxesIn(a, b)
}

/** Whether two vessels share a height, so that standing in one another on the plan means standing in one another. */
export const shareHeight = (a: Pose, b: Pose): boolean => a.foot.z + a.height > b.foot.z + 1e-6 && b.foot.z + b.height > a.foot.z + 1e-6

/** Pairs of vessels that stand in one another, whatever group they are of, and by how much, m. */
export function overlaps(poses: Iterable<Pose>): { a: string; b: string; by: number }[] {
  const all = [...poses]
  return all.flatMap((one, i) =>
    all.slice(i + 1).flatMap((other) => {
      const by = shareHeight(one, other) ? planOverlap(one, other) : 0
      return by > 1e-6 ? [{ a: one.vessel, b: other.vessel, by }] : []
    }),
  )
}
