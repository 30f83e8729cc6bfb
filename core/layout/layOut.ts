import type { Scheme } from '../scheme'
import type { Pose } from './frame'
import { entriesOf, poses } from './pose'
import { portPoses, type PortPose } from './ports'
import { runs, wallOf, type Run, type Wall } from './runs'
import { uprights, type Upright } from './walls'

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
  /** Wall that each group stands at, by store. */
  walls: Map<string, Wall>
}

/**
 * Lays a scheme out: what follows from where things stand and from what is joined to what.
 *
 * @param scheme one whose references hold (`brokenTies` finds none)
 * Source: geometry; free spaces and straight ends are common practice.
 */
export function layOut(scheme: Scheme): Layout {
  const pipes = uprights(scheme)
  const vessels = poses(scheme, pipes)
  const ports = portPoses(scheme, vessels, pipes)
  const walls = new Map(
    scheme.stores.map((store) => {
      const [entry] = entriesOf(scheme, store)
      return [store.id, wallOf(scheme, entry && pipes.get(entry.drop))] as const
    }),
  )
  return { pipes, vessels, ports, walls, runs: runs({ scheme, pipes, poses: vessels, ports, walls }) }
}
