import type { Base, Scheme, Store, Target, Vessel } from '../scheme'
import { minus, plus, turned, vec, type Vec3 } from './vector'
import { offWallOf, targetsOf, type Upright } from './walls'

/** Where a vessel stands and which way it is turned. */
export interface Pose {
  vessel: string
  /** Middle of its foot; `z` is what it stands at. */
  foot: Vec3
  /** Degrees clockwise as seen from above; 0 with its twelve o'clock to the first wall. */
  turn: number
  /** Half of its outside width and depth, m, before it is turned. */
  half: { width: number; depth: number }
  round: boolean
  /** Outside height, m. */
  height: number
}

/** Room to get a hand between two vessels, and between a vessel and the pipe or the wall beside it, m. Common practice. */
export const BETWEEN = 0.3
const BESIDE_PIPE = 0.15
const BEHIND = 0.1
/** Vessels that no pipe leads to stand this far from the last group, m. */
const ASIDE = 1

export const isBox = ({ body }: Pick<Vessel, 'body'>): boolean =>
  body.kind !== 'dipped' && !(body.kind === 'upright' && body.plan === 'round')

const degrees = (out: Vec3): number => (Math.atan2(-out.x, out.y) * 180) / Math.PI

/** How rain comes into a store: the pipe, whether over the vessel or from beside it, and into which vessel. */
export interface Entry {
  drop: string
  vessel: string
  over: boolean
}

export function entryOf({ drops }: Pick<Scheme, 'drops'>, store: Store): Entry | undefined {
  const into = (to: Target) => to.kind === 'vessel' && store.vessels.some(({ id }) => id === to.vessel)
  for (const { id, devices, end } of drops) {
    for (const to of [...devices.filter(({ kind }) => kind !== 'first-flush').flatMap(targetsOf), end]) {
      if (!into(to) || to.kind !== 'vessel') continue
      const port = store.vessels.find((each) => each.id === to.vessel)?.ports.find((each) => each.id === to.port)
      return { drop: id, vessel: to.vessel, over: to === end && port?.role === 'lid' }
    }
  }
  return undefined
}

/** Top of a base over the paving, or over the vessel that it is on, m: the ground under it and all its parts. */
export const baseHeight = ({ ground, parts }: Pick<Base, 'ground' | 'parts'>): number =>
  parts.reduce((sum, { height }) => sum + height, ground)

/** Height of a vessel's foot above the paving, m: on its base, or on the vessels and bases below it. */
export function footOf(scheme: Pick<Scheme, 'stores'>, { on, base }: Pick<Vessel, 'on' | 'base'>): number {
  const below = on === undefined ? undefined : scheme.stores.flatMap(({ vessels }) => vessels).find(({ id }) => id === on)
  return baseHeight(base) + (below ? footOf(scheme, below) + below.body.height : 0)
}

/**
 * Where every vessel stands. One that was given a place keeps it; the first of a group that was given none stands at the pipe
 * which fills it, under its end or beside it, and the others in a row to the right of that one; what stands on another vessel
 * stands over its middle.
 *
 * Source: geometry; the free spaces are common practice.
 */
export function poses(scheme: Pick<Scheme, 'stores' | 'drops'>, pipes: ReadonlyMap<string, Upright>): Map<string, Pose> {
  const found = new Map<string, Pose>()
  const pose = (vessel: Vessel, middle: Vec3, turn: number) =>
    found.set(vessel.id, {
      vessel: vessel.id,
      foot: vec(middle.x, middle.y, footOf(scheme, vessel)),
      turn,
      half: { width: vessel.body.width / 2, depth: vessel.body.depth / 2 },
      round: !isBox(vessel),
      height: vessel.body.height,
    })
  /** Right end of all that stands along the first wall so far. */
  let right = 0
  for (const store of scheme.stores) {
    const entry = entryOf(scheme, store)
    const pipe = entry && pipes.get(entry.drop)
    const drop = entry && scheme.drops.find(({ id }) => id === entry.drop)
    const out = pipe?.out ?? vec(0, 1, 0)
    const along = pipe?.along ?? vec(1, 0, 0)
    const turn = degrees(out)
    // Middle of the row's wall, at no distance from it.
    const wall = pipe && drop ? plus(pipe.axis, out, -offWallOf(drop)) : vec(right + ASIDE, 0, 0)
    const ground = store.vessels.filter(({ on }) => on === undefined)
    const bottom = (vessel: Vessel): Vessel =>
      vessel.on === undefined ? vessel : bottom(store.vessels.find(({ id }) => id === vessel.on) ?? { ...vessel, on: undefined })
    const fed = store.vessels.find(({ id }) => id === entry?.vessel)
    const first = fed ? bottom(fed) : ground[0]
    /** Where the next one of the row begins, along the wall. */
    let at = 0
    for (const vessel of [...ground.filter((each) => each === first), ...ground.filter((each) => each !== first)]) {
      const { width, depth } = vessel.body
      if (vessel.place) {
        pose(vessel, vec(vessel.place.x, vessel.place.y, 0), vessel.place.turn)
        // A row goes on behind whatever was given its place.
        at = Math.max(at, (vessel.place.x - wall.x) * along.x + (vessel.place.y - wall.y) * along.y + width / 2 + BETWEEN)
        continue
      }
      if (vessel === first && pipe && drop && entry) at = entry.over ? -width / 2 : drop.outside / 2 + BESIDE_PIPE
      const behind = Math.max(BEHIND, (vessel.base.depth - depth) / 2)
      pose(vessel, plus(plus(wall, along, at + width / 2), out, behind + depth / 2), turn)
      at += Math.max(width, vessel.base.width) + BETWEEN
    }
    for (const vessel of store.vessels.filter(({ on }) => on !== undefined)) {
      const under = found.get(bottom(vessel).id)
      if (vessel.place) pose(vessel, vec(vessel.place.x, vessel.place.y, 0), vessel.place.turn)
      else if (under) pose(vessel, under.foot, under.turn)
      else pose(vessel, wall, turn)
    }
    for (const { id } of store.vessels) right = Math.max(right, (found.get(id)?.foot.x ?? 0) + (found.get(id)?.half.width ?? 0))
  }
  return found
}

/** A point as it lies from a vessel's own middle with the vessel turned back: x to its three o'clock, y to its six o'clock. */
export const inside = ({ foot, turn }: Pick<Pose, 'foot' | 'turn'>, point: Vec3): Vec3 => turned(minus(point, foot), -turn)
/** The same the other way round. */
export const outside = ({ foot, turn }: Pick<Pose, 'foot' | 'turn'>, point: Vec3): Vec3 => plus(foot, turned(point, turn))

/** How far a vessel reaches from its middle along a level way, m. */
export function reachAlong({ half, round, turn }: Pose, way: Vec3): number {
  if (round) return half.width
  const own = turned(way, -turn)
  return Math.abs(own.x) * half.width + Math.abs(own.y) * half.depth
}
