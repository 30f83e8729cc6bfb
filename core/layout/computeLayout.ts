import type { Scheme } from '../scheme'
import type { Pose } from './frame'
import { pointOf } from './places'
import { entriesOf, poses } from './pose'
import type { PortPose } from './opening'
import { portPoses } from './ports'
import { runs, wallOf, type Run, type Wall } from './runs'
import { plus, vec, type Vec3 } from './vector'
import { BESIDE, offWallOf, uprights, type Upright } from './walls'

/**
 * Where everything of a scheme is, in the job's frame: x along the first wall to the right as one faces it from the yard, y
 * out from that wall, z up from the paving; m. The first outlet's pipe is at x = 0.
 */
export interface Layout {
  /** Upright downpipes by drop; one that nothing leads to has none. */
  pipes: Map<string, Upright>
  /** Vessels by id. */
  vessels: Map<string, Pose>
  /** Openings by vessel and port: `vessel port`. */
  ports: Map<string, PortPose>
  /** Pipes and hoses by their key, as `link:id`. */
  runs: Map<string, Run>
  /** Named places outside, on their ground. */
  places: Map<string, Vec3>
  /** Wall that each group stands at, by store. */
  walls: Map<string, Wall>
}

/** Pipes that only an overflow leads into: on the wall beside the vessel that it is of, as high as that stands. */
function besideVessels(scheme: Scheme, pipes: ReadonlyMap<string, Upright>, vessels: ReadonlyMap<string, Pose>): Upright[] {
  return scheme.overflows.flatMap(({ from, to }) => {
    const drop = to.kind === 'drop' && !pipes.has(to.drop) ? scheme.drops.find(({ id }) => id === to.drop) : undefined
    const pose = vessels.get(from.vessel)
    const store = scheme.stores.find((each) => each.vessels.some(({ id }) => id === from.vessel))
    if (!drop || !pose || !store) return []
    const [entry] = entriesOf(scheme, store)
    const { at, out, along } = wallOf(scheme, entry && pipes.get(entry.drop))
    const stands = (pose.foot.x - at.x) * along.x + (pose.foot.y - at.y) * along.y
    const axis = plus(plus(at, along, stands + pose.half.width + BESIDE), out, offWallOf(drop))
    return [{ drop: drop.id, axis: vec(axis.x, axis.y, pose.foot.z + pose.height), out, along }]
  })
}

/**
 * Lays a scheme out: what follows from where things stand and from what is joined to what.
 *
 * @param scheme one whose references hold (`brokenReferences` finds none)
 * Source: geometry; free spaces and straight ends are common practice.
 */
export function computeLayout(scheme: Scheme): Layout {
  const pipes = uprights(scheme)
  const vessels = poses(scheme, pipes)
  for (const pipe of besideVessels(scheme, pipes, vessels)) pipes.set(pipe.drop, pipe)
  const ports = portPoses(scheme, vessels, pipes)
  const walls = new Map(
    scheme.stores.map((store) => {
      const [entry] = entriesOf(scheme, store)
      return [store.id, wallOf(scheme, entry && pipes.get(entry.drop))] as const
    }),
  )
  const places = new Map(scheme.places.map((place) => [place.id, pointOf(place)] as const))
  return { pipes, vessels, ports, places, walls, runs: runs({ scheme, pipes, poses: vessels, ports, walls }) }
}
