import { GROUNDS, type Ground, type Place, type Scheme, type Target } from '../scheme'
import { nearestOfHouse, roofOver } from './house'
import { apart, dot, minus, plus, unit, vec, type Vec3 } from './vector'

/** What of a scheme lies on its plan: places, and the roofs of the house. */
type OnPlan = Pick<Scheme, 'places' | 'gutters' | 'sections' | 'drops'>

/** Where something ends on the ground. */
export interface GroundEnd {
  where: Ground
  /** Out from the wall that it comes from, m; from the nearest eave where it is not in front of that wall. */
  wallDistance: number
  /** The point itself where it is a place on the plan, and that place's name. */
  at?: Vec3
  /** Of a place: the point of the house that its distance is counted from, and the level way out from there. */
  from?: { at: Vec3; out: Vec3 }
  name?: string
}

export const pointOf = ({ x, y, level }: Pick<Place, 'x' | 'y' | 'level'>): Vec3 => vec(x, y, level)

/**
 * Where a target lies on the ground: so far out from the wall, or at a place on the plan, whose distance from the wall follows. One
 * that is not in front of that wall, beside the house or behind it, is as far from the house as from its nearest eave or verge.
 *
 * @param wall a point on the wall that it comes from, and the level way out of it
 * @returns none for a vessel or another pipe
 */
export function groundEnd(scheme: OnPlan, to: Target, wall: { at: Vec3; out: Vec3 }): GroundEnd | undefined {
  if (to.kind === 'ground') return { where: to.where, wallDistance: to.wallDistance }
  const place = to.kind === 'place' ? scheme.places.find(({ id }) => id === to.place) : undefined
  if (!place) return undefined
  const at = pointOf(place)
  const where = GROUNDS.find((each) => each === place.what) ?? 'paving'
  const before = dot(minus(at, wall.at), wall.out)
  const onPlan = { ...at, z: 0 }
  const nearest = before < 0 ? nearestOfHouse(roofOver(scheme), onPlan) : undefined
  const beside = nearest ? apart(onPlan, nearest) : 0
  // What lies under the roof comes out in front of the wall.
  const from =
    nearest && beside > 1e-6 ? { at: nearest, out: unit(minus(onPlan, nearest)) } : { at: plus(onPlan, wall.out, -before), out: wall.out }
  return { where, wallDistance: Math.max(before, beside), at, from, name: place.name }
}

/** Whether a target is let go on the ground, and comes to nothing of the scheme. */
export const endsOnGround = (to: Target): to is Extract<Target, { kind: 'ground' | 'place' }> => to.kind === 'ground' || to.kind === 'place'
