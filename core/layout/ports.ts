import type { Port, Scheme, Vessel } from '../scheme'
import { inside, outside, type Pose } from './frame'
import { centreHeight, hoursApart, hourTowards, isOnTop, onLid, onSide, type PortPose } from './opening'
import { plus, vec, type Vec3 } from './vector'
import { targetsOf, type Upright } from './walls'

/** Where a link from one vessel to another aims: at the middle of what two boxes have in common along their way, at the middle of a round one. */
function aimAt(from: Pose, to: Pose): Vec3 {
  // Out of a round one straight at where the box's own hole is, or the two would pass one another by a little.
  if (from.round && !to.round) return onSide(to, hourTowards(to, from.foot), from.foot.z).at
  if (to.round) return to.foot
  const own = inside(from, to.foot)
  const way = inside({ ...from, foot: vec(0, 0, 0) }, outside({ ...to, foot: vec(0, 0, 0) }, vec(1, 0, 0)))
  // Turned square to one another or not at all, as boxes along a wall are; else middle looks at middle.
  const askew = Math.min(Math.abs(way.x), Math.abs(way.y)) > 1e-6
  if (askew) return to.foot
  const half = Math.abs(way.x) > 0.5 ? to.half : { width: to.half.depth, depth: to.half.width }
  const common = (middle: number, mine: number, its: number) => {
    const low = Math.max(-mine, middle - its)
    const high = Math.min(mine, middle + its)
    return low < high ? (low + high) / 2 : middle
  }
  return outside(from, vec(common(own.x, from.half.width, half.width), common(own.y, from.half.depth, half.depth), 0))
}

/** What a port is joined to, as far as it decides the side that its hole is on. */
type Joined = { kind: 'vessel'; vessel: string } | { kind: 'above'; vessel: string } | { kind: 'pipe'; drop: string } | { kind: 'away' }

function joints(scheme: Scheme): Map<string, Joined> {
  const found = new Map<string, Joined>()
  const key = (vessel: string, port: string) => `${vessel} ${port}`
  const tie = (end: { vessel: string; port: string }, to: Joined) => {
    if (!found.has(key(end.vessel, end.port))) found.set(key(end.vessel, end.port), to)
  }
  for (const { from, to, kind } of scheme.stores.flatMap(({ links }) => links)) {
    const joined = kind === 'stack' || kind === 'manifold' ? 'above' : 'vessel'
    tie(from, { kind: joined, vessel: to.vessel })
    tie(to, { kind: joined, vessel: from.vessel })
  }
  for (const { id, devices, end } of scheme.drops)
    for (const to of [...devices.flatMap(targetsOf), end]) if (to.kind === 'vessel') tie(to, { kind: 'pipe', drop: id })
  for (const { from, to } of scheme.overflows) {
    if (to.kind === 'vessel') {
      tie(from, { kind: 'vessel', vessel: to.vessel })
      tie(to, { kind: 'vessel', vessel: from.vessel })
    } else tie(from, { kind: 'away' })
  }
  return found
}

/** Hours at which something that leads away leaves, the first that is free; pipes up and down a stack keep clear of it. */
const AWAY = [3, 9, 6, 12]
const STACKED = [9, 3, 6, 12]
/** Hour of a hole that nothing is joined to: taps to the yard. */
const USUAL: Partial<Record<Port['role'], number>> = { outlet: 6, inlet: 12, overflow: 3, link: 9 }
/** Hours that a pipe which leads away keeps from one to another vessel. */
const BESIDE_LINK = 1
/** So much room is wanted in front of a pipe that leads away, m. */
const ROOM = 0.4

const inOneAnother = (point: Vec3, { foot, turn, half, round }: Pose): boolean => {
  const own = inside({ foot, turn }, { ...point, z: foot.z })
  return round ? Math.hypot(own.x, own.y) < half.width : Math.abs(own.x) < half.width && Math.abs(own.y) < half.depth
}

/** Whether a pipe that leaves there at that hour has room before it meets another vessel or the first wall. */
function isFree(pose: Pose, hour: number, all: readonly Pose[]): boolean {
  const { at, way } = onSide(pose, hour, pose.foot.z)
  const before = [0.1, 0.2, 0.3, ROOM].map((far) => plus(at, way, far))
  const standsThere = (point: Vec3) => all.some((other) => other.vessel !== pose.vessel && inOneAnother(point, other))
  return before.every((point) => point.y > 0 && !standsThere(point))
}

/**
 * Every opening where it is: on the lid, or on the side at the hour that was given. Where none was given a link looks at the
 * vessel that it joins, those of one manifold to the yard, an inlet at the pipe that fills it, an overflow to the first side that is free, a tap to the yard.
 *
 * @returns by vessel and port, `vessel port`
 * Source: geometry.
 */
export function portPoses(scheme: Scheme, placed: ReadonlyMap<string, Pose>, pipes: ReadonlyMap<string, Upright>): Map<string, PortPose> {
  const found = new Map<string, PortPose>()
  const joined = joints(scheme)
  const all = [...placed.values()]
  const hour = (vessel: Vessel, port: Port, pose: Pose): number => {
    if (port.clock !== undefined) return port.clock
    const to = joined.get(`${vessel.id} ${port.id}`)
    const other = to && 'vessel' in to ? placed.get(to.vessel) : undefined
    const pipe = to?.kind === 'pipe' ? pipes.get(to.drop) : undefined
    if (to?.kind === 'vessel' && other) {
      const level = Math.hypot(other.foot.x - pose.foot.x, other.foot.y - pose.foot.y)
      // One over the other: both holes on the side that is free.
      if (level > 1e-6) return hourTowards(pose, aimAt(pose, other))
    }
    if (to?.kind === 'above' && other && Math.hypot(other.foot.x - pose.foot.x, other.foot.y - pose.foot.y) > 1e-6) return 6
    if (pipe) return hourTowards(pose, pipe.axis)
    if (to) {
      const free = (to.kind === 'above' ? STACKED : AWAY).filter((each) => isFree(pose, each, all))
      // What comes down the side of a vessel would come down on the pipe that joins it to the next one.
      const linked = to.kind === 'away' ? linkHours(vessel, pose) : []
      return free.find((each) => linked.every((other) => hoursApart(each, other) >= BESIDE_LINK)) ?? free[0] ?? USUAL.overflow!
    }
    return USUAL[port.role] ?? 12
  }
  /** Hours at which pipes to other vessels leave one. */
  function linkHours(vessel: Vessel, pose: Pose): number[] {
    return vessel.ports.flatMap((port) => {
      const to = joined.get(`${vessel.id} ${port.id}`)
      return to?.kind === 'vessel' && !isOnTop(port) ? [hour(vessel, port, pose)] : []
    })
  }
  for (const store of scheme.stores)
    for (const vessel of store.vessels) {
      const pose = placed.get(vessel.id)!
      for (const port of vessel.ports) {
        const z = centreHeight(pose.foot.z, port)
        const own = { vessel: vessel.id, port: port.id }
        if (!isOnTop(port)) {
          found.set(`${vessel.id} ${port.id}`, { ...own, ...onSide(pose, hour(vessel, port, pose), z) })
          continue
        }
        const to = joined.get(`${vessel.id} ${port.id}`)
        const pipe = to?.kind === 'pipe' ? pipes.get(to.drop) : undefined
        found.set(`${vessel.id} ${port.id}`, { ...own, ...onLid(pose, port.bore, z, pipe?.axis) })
      }
    }
  return found
}
