import { word } from '../figures/told'
import { inside, isUnder, plus, roofOver, vec, type Pose, type RoofOver, type Run, type Vec3 } from '../layout'
import type { WaterPath } from '../path/waterPath'
import type { Vessel } from '../scheme'
import { length } from '../units/quantity'
import { padsOf, type Pad } from '../vessel'
import { GEOMETRY, rule, STATION_OF_RUN } from './finding'

/** A pipe is looked at every so far, m. */
const STEP = 0.05
/** A lid lies lower than the cage or the rim round it, m. */
const STUB = 0.09
/** It may graze a vessel by this, m: holes, frames and ribs are not drawn. */
const GRAZE = 0.02
/** A roof stands out over its walls: what is further in than this, m, is in the house. Common practice. */
const EAVES = 0.45

/** Points along a run but for its very ends, which are in the walls that it joins. */
function* pointsAlong({ points }: Run): Generator<Vec3> {
  const [first, last] = [points[0]!, points.at(-1)!]
  const isEnd = (at: Vec3) => [first, last].some((end) => Math.hypot(at.x - end.x, at.y - end.y, at.z - end.z) < STUB)
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!]
    const long = Math.hypot(b.x - a.x, b.y - a.y, b.z - a.z)
    const count = Math.max(1, Math.ceil(long / STEP))
    for (let k = 0; k <= count; k++) {
      const at = plus(a, vec(b.x - a.x, b.y - a.y, b.z - a.z), k / count)
      if (!isEnd(at)) yield at
    }
  }
}

/** What a base is that nothing goes through; posts and legs leave room. */
const SOLID = new Set(['slab', 'blocks', 'gravel-pad'])

/** Whether a point lies in what a vessel stands on. */
function isInBase({ foot, turn }: Pose, { base, on }: Vessel, point: Vec3): boolean {
  if (on !== undefined || !base.parts.some(({ kind }) => SOLID.has(kind))) return false
  if (point.z > foot.z - GRAZE || point.z < base.ground + GRAZE) return false
  const own = inside({ foot, turn }, { ...point, z: foot.z })
  return Math.abs(own.x) < base.width / 2 - GRAZE && Math.abs(own.y) < base.depth / 2 - GRAZE
}

/** Whether a point lies in the slab that several stand on. */
function isInSlab({ vessels, left, near, width, depth }: Pad, point: Vec3): boolean {
  const { base } = vessels[0]!
  const [lowest] = base.parts
  if (vessels.length < 2 || lowest?.kind !== 'slab') return false
  const inside = (at: number, from: number, long: number) => at > from + GRAZE && at < from + long - GRAZE
  const top = base.ground + lowest.height
  return inside(point.z, base.ground, lowest.height) && point.z < top && inside(point.x, left, width) && inside(point.y, near, depth)
}

/** Whether a point lies in a vessel's body. */
function isIn({ half, round, foot, height, turn }: Pose, point: Vec3): boolean {
  if (point.z < foot.z + GRAZE || point.z > foot.z + height - GRAZE) return false
  const own = inside({ foot, turn }, { ...point, z: foot.z })
  return round
    ? Math.hypot(own.x, own.y) < half.width - GRAZE
    : Math.abs(own.x) < half.width - GRAZE && Math.abs(own.y) < half.depth - GRAZE
}

function blockedBy(path: WaterPath, run: Run, house: readonly RoofOver[]): { vessel: string } | { house: true; at: Vec3 } | undefined {
  const poses = [...path.layout.vessels.values()]
  const pads = path.scheme.stores.flatMap((store) => padsOf(store, path.layout.vessels))
  for (const point of pointsAlong(run)) {
    const pose = poses.find((each) => {
      const { vessel } = path.vessels.get(each.vessel)!
      // A pipe across comes over the rim to its lid: a cage that stands higher is passed over, not through.
      if (run.kind === 'carry' && point.z > each.foot.z + vessel.body.rim) return false
      return isIn(each, point) || isInBase(each, vessel, point)
    })
    if (pose) return { vessel: pose.vessel }
    const slab = pads.find((pad) => isInSlab(pad, point))
    if (slab) return { vessel: slab.vessels[0]!.id }
    if (house.some((roof) => isUnder(roof, point, EAVES))) return { house: true, at: point }
  }
  return undefined
}

/** Runs that a part through the wall leads, or that hang on a store that stands behind one: the house is not in their way. */
function ledIn({ scheme, vessels, intakes }: WaterPath): (run: Run) => boolean {
  const drops = scheme.drops.filter(({ devices }) => devices.some(({ kind }) => kind === 'wall-crossing'))
  const devices = new Set(drops.flatMap((drop) => drop.devices.map(({ id }) => id)))
  const own = new Set(drops.map(({ id }) => id))
  const stores = new Set(
    [...intakes.values()].flat().flatMap(({ drop, vessel }) => (own.has(drop.id) ? [vessels.get(vessel.id)!.store.id] : [])),
  )
  const storeOf = (vessel: string) => vessels.get(vessel)!.store.id
  return ({ kind, id }) => {
    if (kind === 'hose' || kind === 'carry' || kind === 'side') return devices.has(id)
    const link = scheme.stores.find(({ links }) => links.some((each) => each.id === id))
    if (kind === 'link' && link) return stores.has(link.id)
    const route = scheme.overflows.find((each) => each.id === id)
    return route !== undefined && stores.has(storeOf(route.from.vessel))
  }
}

/** A pipe that the layout leads through a vessel, or through the house without anybody having said so. */
export const runBlocked = rule('runBlocked', ({ path }) => {
  const { scheme, layout } = path
  // A tunnel or a shelter has no walls to be in the way.
  const open = scheme.sections.every(({ shape, cover }) => shape === 'tunnel' || cover === 'film')
  const house = open ? [] : roofOver(scheme)
  const led = ledIn(path)
  return [...layout.runs.values()].map((run) => {
    const blocked = blockedBy(path, run, led(run) ? [] : house)
    if (!blocked) return undefined
    const vessel = 'vessel' in blocked ? blocked.vessel : path.vessels.keys().next().value!
    return {
      severity: 'goes-wrong' as const,
      station: STATION_OF_RUN[run.kind],
      ids: { vessel, port: run.id },
      values: {
        how: 'vessel' in blocked ? 'vessel' : 'house',
        what: word(`run-${run.kind}`),
        vessel: path.vessels.get(vessel)!.vessel.name,
        length: length(run.length),
      },
      source: GEOMETRY,
    }
  })
})
