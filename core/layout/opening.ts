import type { Port } from '../scheme'
import { inside, outside, type Pose } from './frame'
import { turned, vec, type Vec3 } from './vector'

/** An opening of a vessel: where its middle is on the outside, and the way out of it. */
export interface PortPose {
  vessel: string
  port: string
  at: Vec3
  /** Square to the vessel where the hole is: level on the side, up on the lid. */
  way: Vec3
  /** Hour on the clock face with the vessel's own back at twelve; none on the top. */
  hour?: number
}

/** Holes stay this far from a box's corner, m: its frame and its rounding. Common practice. */
const CORNER = 0.1

export const isOnTop = ({ role }: Pick<Port, 'role'>): boolean => role === 'lid' || role === 'vent'

/** Hours between two hours on a clock face, the shorter way round. */
export const hoursApart = (a: number, b: number): number => Math.min(Math.abs(a - b) % 12, 12 - (Math.abs(a - b) % 12))

/** Height of a port's middle above the paving, m: overflows and links are told by their invert. */
export const centreHeight = (foot: number, { role, at, bore }: Pick<Port, 'role' | 'at' | 'bore'>): number =>
  foot + at + (role === 'overflow' || role === 'link' ? bore / 2 : 0)

const hourOf = ({ x, y }: Vec3): number => {
  const hours = (Math.atan2(x, -y) * 6) / Math.PI
  // Twelve and not nought, as on a clock.
  return hours <= 1e-6 ? hours + 12 : hours
}

/** A way out from a vessel's own middle at an hour. */
export const wayAt = (hour: number): Vec3 => turned(vec(0, -1, 0), hour * 30)

/**
 * A hole on the side at an hour. On a box it is square to the face that the hour points at, where the way from its
 * middle at that hour comes out.
 */
export function onSide({ half, round, ...pose }: Pose, hour: number, z: number): Pick<PortPose, 'at' | 'way' | 'hour'> {
  const way = wayAt(hour)
  if (round) {
    const at = outside(pose, vec(way.x * half.width, way.y * half.width, 0))
    return { at: { ...at, z }, way: turned(way, pose.turn), hour }
  }
  const sideways = Math.abs(way.x) * half.depth > Math.abs(way.y) * half.width
  const scale = sideways ? half.width / Math.abs(way.x) : half.depth / Math.abs(way.y)
  const at = outside(pose, vec(way.x * scale, way.y * scale, 0))
  const square = sideways ? vec(Math.sign(way.x), 0, 0) : vec(0, Math.sign(way.y), 0)
  return { at: { ...at, z }, way: turned(square, pose.turn), hour }
}

/** The hour at which a vessel's side looks at a point; `aim` of a box is the place along its face, so that pipes can be straight. */
export function hourTowards(pose: Pose, point: Vec3): number {
  const own = inside(pose, { ...point, z: pose.foot.z })
  if (pose.round) return hourOf(own)
  const { width, depth } = pose.half
  const gapX = Math.abs(own.x) - width
  const gapY = Math.abs(own.y) - depth
  const clamp = (at: number, half: number) => Math.min(Math.max(at, -Math.max(0, half - CORNER)), Math.max(0, half - CORNER))
  return gapX >= gapY
    ? hourOf(vec(Math.sign(own.x || 1) * width, clamp(own.y, depth), 0))
    : hourOf(vec(clamp(own.x, width), Math.sign(own.y || 1) * depth, 0))
}

/** A pipe's mouth over a lid stays this far inside the rim, m. Common practice. */
const LID_EDGE = 0.04

/** An opening in the lid: as near to where its pipe comes from as the lid lets it, in its middle where none does. */
export function onLid(pose: Pose, bore: number, z: number, from: Vec3 | undefined): Pick<PortPose, 'at' | 'way'> {
  const wanted = from ? inside(pose, { ...from, z: pose.foot.z }) : vec(0, 0, 0)
  const room = Math.max(0, Math.min(pose.half.width, pose.half.depth) - bore / 2 - LID_EDGE)
  const far = Math.hypot(wanted.x, wanted.y)
  const at = outside(pose, far > room ? vec((wanted.x / far) * room, (wanted.y / far) * room, 0) : { ...wanted, z: 0 })
  return { at: { ...at, z }, way: vec(0, 0, 1) }
}
