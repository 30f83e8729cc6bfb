import type { Pose } from '../layout'
import type { BaseKind, Store, Vessel } from '../scheme'
import { ROUND } from './baseBuild'

/** What is dug and filled under one vessel, or under several that stand near one another. */
export interface Pad {
  /** The first of them has it on its account. */
  vessels: Vessel[]
  /** Measures of all that stands on it, without its own edge, m. */
  width: number
  depth: number
  /** Where it lies on the plan, m: its edge to the left, and the one at the wall. */
  left: number
  near: number
}

/** Pads nearer to one another than this, edge to edge, are dug as one, m. Common practice. */
const DUG_AS_ONE = 0.3
/** More than this of ground that nothing stands on, as a share of what two pads take, and they stay two. */
const WASTE = 0.3

interface Rect {
  vessels: Vessel[]
  left: number
  right: number
  near: number
  far: number
}

const area = ({ left, right, near, far }: Rect) => (right - left + 2 * ROUND) * (far - near + 2 * ROUND)
const round = (a: Rect, b: Rect): Rect => ({
  vessels: [...a.vessels, ...b.vessels],
  left: Math.min(a.left, b.left),
  right: Math.max(a.right, b.right),
  near: Math.min(a.near, b.near),
  far: Math.max(a.far, b.far),
})

/** Two pads of one kind that touch, or nearly, and make one rectangle without much ground for nothing. */
function asOne(a: Rect, b: Rect): boolean {
  const [one, other] = [a.vessels[0]!.base, b.vessels[0]!.base]
  const [low, its] = [one.parts[0]!, other.parts[0]!]
  if (low.kind !== its.kind || one.ground !== other.ground || ((low.kind === 'slab' || low.kind === 'timber') && low.height !== its.height))
    return false
  const apart = Math.max(a.left - b.right, b.left - a.right, a.near - b.far, b.near - a.far)
  return apart <= 2 * ROUND + DUG_AS_ONE + 1e-9 && area(round(a, b)) <= (area(a) + area(b)) * (1 + WASTE)
}

const HAS_PAD = new Set<BaseKind>(['gravel-pad', 'slab', 'blocks', 'timber', 'frame'])

/**
 * The pads of a store: vessels whose bases are of one kind and stand near one another share one, and the platform or slab on it. Vessels that stand on another
 * vessel, on a deck, on a stand or on the ground as it is have none.
 *
 * Source: common practice, no published source.
 */
export function padsOf(store: Store, poses: ReadonlyMap<string, Pose>): Pad[] {
  let rects = store.vessels
    .filter(({ on, base }) => on === undefined && base.parts[0] !== undefined && HAS_PAD.has(base.parts[0].kind))
    .map((vessel): Rect => {
      const { foot, turn } = poses.get(vessel.id)!
      const along = foot.x
      const out = foot.y
      // Turned a quarter it lies the other way.
      const sideways = Math.abs(Math.round(turn / 90)) % 2 === 1
      const width = sideways ? vessel.base.depth : vessel.base.width
      const depth = sideways ? vessel.base.width : vessel.base.depth
      return { vessels: [vessel], left: along - width / 2, right: along + width / 2, near: out - depth / 2, far: out + depth / 2 }
    })
  for (let joined = true; joined;) {
    joined = false
    for (let i = 0; i < rects.length && !joined; i++)
      for (let j = i + 1; j < rects.length && !joined; j++)
        if (asOne(rects[i]!, rects[j]!)) {
          const one = round(rects[i]!, rects[j]!)
          rects = [...rects.slice(0, i), one, ...rects.slice(i + 1, j), ...rects.slice(j + 1)]
          joined = true
        }
  }
  return rects.map(({ vessels, left, right, near, far }) => ({ vessels, width: right - left, depth: far - near, left, near }))
}

/** The pad that is on a vessel's account, for `baseBuild`; null where the pad is another's or there is none. */
export const padUnder = (pads: readonly Pad[], vesselId: string): Pad | null =>
  pads.find(({ vessels }) => vessels[0]!.id === vesselId) ?? null
