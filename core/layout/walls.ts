import { eavesAlong, eaveSections, placeSections, pointAlong } from '../gutter/alongEave'
import type { Device, DeviceOf, Drop, Scheme, Target } from '../scheme'
import { plus, turned, vec, type Vec3 } from './vector'

/** An upright downpipe on its wall. */
export interface Upright {
  drop: string
  /** Its axis; `z` is the height of its highest outlet, or of what leads into it. */
  axis: Vec3
  /** Out from the wall that it hangs on, and along that wall to the right. */
  out: Vec3
  along: Vec3
  /** The outlet's own place when a gutter feeds it: over the eave, before any neck. */
  outlet?: Vec3
}

/** A pipe that no gutter feeds stands this far beside what leads into it, m. Common practice. */
export const BESIDE = 0.25

/** What a device leads water to besides the pipe's own end. */
export const targetsOf = (device: Device): Target[] => targetFieldsOf(device).map(({ to }) => to)

/** Where a device leads water, by the field that says so. */
export function targetFieldsOf(device: Device): { field: 'to' | 'drainsTo' | 'byPass'; to: Target }[] {
  if (device.kind === 'first-flush') return [{ field: 'drainsTo', to: device.drainsTo }]
  if (device.kind === 'float-shut') return [{ field: 'byPass', to: device.byPass }]
  return 'to' in device ? [{ field: 'to', to: device.to }] : []
}

/** The branch in a pipe that another one joins; none where it has none, or keeps it for later. */
export const joinedAt = ({ devices }: Pick<Drop, 'devices'>): DeviceOf<'tee'> | undefined =>
  devices.find((device): device is DeviceOf<'tee'> => device.kind === 'tee' && !device.spare)

const across = ({ devices }: Drop): number => devices.reduce((sum, device) => (device.kind === 'neck' ? sum + device.across : sum), 0)
/** From the wall to a pipe's axis, m. */
export const offWallOf = ({ offWall, outside }: Pick<Drop, 'offWall' | 'outside'>): number => offWall + outside / 2

interface Hole {
  drop: string
  at: Vec3
  out: Vec3
}

/** Every outlet on the roof's own plan: as `placeSections` lays it, with its height, and the way out from its eave. */
function outletsOnPlan({ gutters, sections }: Pick<Scheme, 'gutters' | 'sections'>): Hole[] {
  const groups = gutters.map((gutter) => ({
    gutter,
    sections: eaveSections({ sections }, gutter.id),
  }))
  const places = placeSections(groups)
  return groups.flatMap(({ gutter, sections: own }, row) => {
    const spans = eavesAlong(gutter, own)
    return gutter.outlets.map(({ at, height, drop }): Hole => {
      // A gutter that no roof sheds into lies in a row of its own.
      const point = pointAlong(spans, places, at) ?? { x: at, y: row, turn: 0 }
      const turn = (point.turn * Math.PI) / 180
      // The plan's y runs up the roof; ours runs out of the wall.
      return { drop, at: vec(point.x, -point.y, height), out: vec(Math.sin(turn), Math.cos(turn), 0) }
    })
  })
}

/** Right along a wall as one faces it. */
const rightOf = (out: Vec3): Vec3 => vec(out.y, -out.x, 0)

interface Origin {
  first: Hole
  /** From the wall to the first outlet, m. */
  eave: number
  /** Turns the roof's plan so that the first eave runs along x, degrees. */
  swing: number
}

function originOf(scheme: Pick<Scheme, 'drops'>, holes: readonly Hole[]): Origin | undefined {
  const [first] = holes
  if (!first) return undefined
  const lead = scheme.drops.find(({ id }) => id === first.drop)
  return { first, eave: lead ? offWallOf(lead) + across(lead) : 0, swing: (Math.atan2(first.out.x, first.out.y) * 180) / Math.PI }
}

const intoFrame = ({ first, eave, swing }: Origin, at: Vec3): Vec3 =>
  plus(turned(vec(at.x - first.at.x, at.y - first.at.y, at.z), swing), vec(0, eave, 0))

/** Takes a point of the roof's own plan, its y turned to run out of the wall, into the job's frame. */
export function planFrame(scheme: Pick<Scheme, 'gutters' | 'sections' | 'drops'>): (at: Vec3) => Vec3 {
  const origin = originOf(scheme, outletsOnPlan(scheme))
  return (at) => (origin ? intoFrame(origin, at) : at)
}

/**
 * Where every downpipe stands: under its outlet, or as far back towards the wall as its neck leads it. A pipe that is fed by
 * another one, or by an overflow, and has no gutter of its own, stands beside where that comes from.
 *
 * @returns by drop; a pipe that nothing at all leads to has none
 * Source: geometry. How far the eave stands out of the first wall follows from the first pipe and its neck.
 */
export function uprights(scheme: Pick<Scheme, 'gutters' | 'sections' | 'drops'>): Map<string, Upright> {
  const holes = outletsOnPlan(scheme)
  const found = new Map<string, Upright>()
  const origin = originOf(scheme, holes)
  if (!origin) return found
  const dropOf = new Map(scheme.drops.map((drop) => [drop.id, drop]))
  for (const { drop: id, at, out } of holes) {
    const drop = dropOf.get(id)
    if (!drop) continue
    const outlet = intoFrame(origin, at)
    const way = turned(out, origin.swing)
    const axis = plus(outlet, way, -across(drop))
    const known = found.get(id)
    if (!known || known.axis.z < axis.z) found.set(id, { drop: id, axis, out: way, along: rightOf(way), outlet })
  }
  // Pipes that join or take over from others, until none is left whose source is known.
  for (let grew = true; grew;) {
    grew = false
    for (const { id, devices, end } of scheme.drops) {
      const from = found.get(id)
      if (!from) continue
      for (const to of [...devices.flatMap(targetsOf), end]) {
        if (to.kind !== 'drop' || found.has(to.drop)) continue
        const { out, along } = from
        found.set(to.drop, { drop: to.drop, axis: plus(from.axis, along, BESIDE), out, along })
        grew = true
      }
    }
  }
  return found
}
