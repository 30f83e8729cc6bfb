import { nonNegative, positive } from '../numeric/guards'
import type { Gutter } from '../scheme'
import { legsOf, outletShares } from './outletShares'

/**
 * Height that a run can spend on its fall: what the board leaves below its clearance and above the gutter's own depth.
 *
 * @returns m, below 0 when the gutter itself does not fit
 */
export const boardRoom = ({ board, depth, clearance }: Pick<Gutter, 'board' | 'depth' | 'clearance'>): number => board - depth - clearance

/**
 * Longest one-way run at a fall, m: `room / fall`; endless on the level.
 *
 * Source: geometry; `board-room` in the check values.
 */
export function longestRun(gutter: Pick<Gutter, 'board' | 'depth' | 'clearance'>, fall: number): number {
  nonNegative('fall', fall)
  const room = Math.max(0, boardRoom(gutter))
  return fall === 0 ? Infinity : room / fall
}

/** Fall that a drop over a run makes, m/m. Source: arithmetic; `frown-fall` in the check values. */
export function fallOver(drop: number, run: number): number {
  nonNegative('drop', drop)
  positive('run', run)
  return drop / run
}

/** Longest way that water of this gutter has to run to an outlet, m. */
export const longestLeg = (gutter: Gutter): number =>
  Math.max(
    0,
    ...outletShares(gutter)
      .flatMap(legsOf)
      .map(({ from, to }) => to - from),
  )
