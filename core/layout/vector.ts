/**
 * A point or a way in the job's frame, m: `x` along the first wall to the right as one faces it from the yard, `y` out from
 * that wall, `z` up from the paving under the first outlet.
 */
export interface Vec3 {
  x: number
  y: number
  z: number
}

export const vec = (x: number, y: number, z: number): Vec3 => ({ x, y, z })
export const plus = (a: Vec3, b: Vec3, times = 1): Vec3 => vec(a.x + times * b.x, a.y + times * b.y, a.z + times * b.z)
export const minus = (a: Vec3, b: Vec3): Vec3 => plus(a, b, -1)
/** The same way back. */
export const back = (a: Vec3): Vec3 => vec(-a.x, -a.y, -a.z)
export const dot = (a: Vec3, b: Vec3): number => a.x * b.x + a.y * b.y + a.z * b.z
export const size = (a: Vec3): number => Math.hypot(a.x, a.y, a.z)
export const apart = (a: Vec3, b: Vec3): number => size(minus(a, b))

/** A way of length one; straight up where there is none. */
export function unit(a: Vec3): Vec3 {
  const long = size(a)
  return long > 1e-9 ? vec(a.x / long, a.y / long, a.z / long) : vec(0, 0, 1)
}

/** A level way turned round the upright, degrees clockwise as seen from above with the wall at the top. */
export function turned({ x, y, z }: Vec3, degrees: number): Vec3 {
  const angle = (degrees * Math.PI) / 180
  return vec(x * Math.cos(angle) - y * Math.sin(angle), x * Math.sin(angle) + y * Math.cos(angle), z)
}

/** Angle between two ways, degrees, 0 to 180. */
export const between = (a: Vec3, b: Vec3): number => (Math.acos(Math.min(1, Math.max(-1, dot(unit(a), unit(b))))) * 180) / Math.PI
