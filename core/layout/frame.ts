import { minus, plus, turned, type Vec3 } from './vector'

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

/** A point as it lies from a vessel's own middle with the vessel turned back: x to its three o'clock, y to its six o'clock. */
export const inside = ({ foot, turn }: Pick<Pose, 'foot' | 'turn'>, point: Vec3): Vec3 => turned(minus(point, foot), -turn)
/** The same the other way round. */
export const outside = ({ foot, turn }: Pick<Pose, 'foot' | 'turn'>, point: Vec3): Vec3 => plus(foot, turned(point, turn))
