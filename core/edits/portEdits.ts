import { produce } from 'immer'
import { port } from '../arrangements/parts'
import { besideEachOther, computeLayout, isOnTop, onSide, type PortPose } from '../layout'
import type { Port, PortRole, Scheme } from '../scheme'
import { homeBore } from './home'
import { connectedPorts } from './portConnections'
import { freshId, OVERFLOW_BELOW_RIM, vesselOf } from './schemeEdits'

/** Usual height and bore of a fresh opening, by what it is for, m. Common practice. */
const USUAL: Record<PortRole, { bore: number; screened: boolean; at: (floor: number, rim: number) => number }> = {
  inlet: { bore: 0.0525, screened: false, at: (_, rim) => rim - 0.06 },
  outlet: { bore: 0.019, screened: false, at: (floor) => floor + 0.05 },
  overflow: { bore: 0.0525, screened: true, at: (_, rim) => rim - OVERFLOW_BELOW_RIM },
  link: { bore: 0.0525, screened: false, at: (floor) => floor + 0.04 },
  vent: { bore: 0.05, screened: true, at: (_, rim) => rim },
  lid: { bore: 0.15, screened: true, at: (_, rim) => rim },
}

/** Openings that the country's own pipe goes through. */
const PIPED: ReadonlySet<PortRole> = new Set(['inlet', 'overflow', 'link'])

/** Hours of a clock face in the order of how far they are from one of them. */
const hoursFrom = (hour: number): number[] =>
  [0, 1, -1, 2, -2, 3, -3, 4, -4, 5, -5, 6].map((by) => ((((Math.round(hour) + by - 1) % 12) + 12) % 12) + 1)

/**
 * Turns a hole in a vessel's side to the nearest hour at which its fitting has room beside all others; leaves it where it has room
 * already, or nowhere has.
 */
export function turnedClear(scheme: Scheme, vesselId: string, portId: string): Scheme {
  const vessel = vesselOf(scheme, vesselId)
  const port = vessel.ports.find(({ id }) => id === portId)!
  if (isOnTop(port)) return scheme
  const { ports, vessels } = computeLayout(scheme)
  const poseOf = (id: string) => ports.get(`${vesselId} ${id}`)!
  const pose = poseOf(portId)
  const others = vessel.ports.filter((each) => each.id !== portId && !isOnTop(each))
  const clear = (at: PortPose) =>
    others.every((each) => besideEachOther(vessel, { bore: port.bore, pose: at }, { bore: each.bore, pose: poseOf(each.id) }))
  if (clear(pose)) return scheme
  const hour = hoursFrom(pose.hour ?? 12).find((each) => clear({ ...pose, ...onSide(vessels.get(vesselId)!, each, pose.at.z) }))
  return hour === undefined ? scheme : changePort(scheme, vesselId, portId, { clock: hour })
}

/** One more opening of a vessel, where it is usual for what it is for and beside what is there. @throws RangeError when there is no such vessel */
export function addPort(scheme: Scheme, vesselId: string, role: PortRole): Scheme {
  const id = freshId(role === 'outlet' ? 'out' : role, vesselOf(scheme, vesselId).ports)
  const added = produce(scheme, (draft) => {
    const vessel = vesselOf(draft, vesselId)
    const { bore, screened, at } = USUAL[role]
    const { floor, rim } = vessel.body
    vessel.ports.push(port(id, role, at(floor, rim), { bore: PIPED.has(role) ? homeBore(scheme, bore) : bore, screened }))
  })
  return turnedClear(added, vesselId, id)
}

/** Ports that nothing leads into or out of and that may go: a vessel keeps one. */
export function unconnectedPorts(scheme: Scheme, vesselId: string): Set<string> {
  const { ports } = vesselOf(scheme, vesselId)
  const tied = connectedPorts(scheme, vesselId)
  return new Set(ports.length > 1 ? ports.filter(({ id }) => !tied.has(id)).map(({ id }) => id) : [])
}

/** Closes an opening. @throws RangeError when something is tied to it, or there is none of that id */
export function removePort(scheme: Scheme, vesselId: string, portId: string): Scheme {
  if (!unconnectedPorts(scheme, vesselId).has(portId)) throw new RangeError(`port ${portId} of vessel ${vesselId} cannot be taken out`)
  return produce(scheme, (draft) => {
    const vessel = vesselOf(draft, vesselId)
    vessel.ports = vessel.ports.filter(({ id }) => id !== portId)
  })
}

/** Changes where an opening is, how wide, or whether it is screened. @throws RangeError when there is none of that id */
export function changePort(scheme: Scheme, vesselId: string, portId: string, change: Partial<Omit<Port, 'id' | 'role'>>): Scheme {
  return produce(scheme, (draft) => {
    const found = vesselOf(draft, vesselId).ports.find(({ id }) => id === portId)
    if (!found) throw new RangeError(`vessel ${vesselId} has no port ${portId}`)
    Object.assign(found, change)
  })
}
