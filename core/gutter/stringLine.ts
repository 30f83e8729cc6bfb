import type { Gutter } from '../scheme'
import { bottomAt, outletShares, stretches } from './outletShares'

/** A bracket along the run and how far its gutter hangs below the highest one, m. */
export interface BracketHeight {
  at: number
  below: number
}

/** Places of the joints between bought pieces, m from the left end. */
export const jointPlaces = ({ length, piece }: Pick<Gutter, 'length' | 'piece'>): number[] =>
  Array.from({ length: Math.max(0, Math.ceil(length / piece - 1e-9) - 1) }, (_, i) => (i + 1) * piece)

/** Bracket on each side of a joint, and off a stop end, m. Common practice. */
const BESIDE = 0.15

/**
 * Places of the brackets: beside both ends and both sides of every joint, and no farther apart than asked for. Where one is
 * already that near, it serves: a short last piece needs none of its own.
 */
export function bracketPlaces({ length, piece, bracketEvery }: Pick<Gutter, 'length' | 'piece' | 'bracketEvery'>): number[] {
  const edge = Math.min(BESIDE, length / 4)
  const beside = jointPlaces({ length, piece }).flatMap((at) => [at - edge, at + edge])
  const last = length - edge
  const fixed = [edge]
  for (const at of beside) if (Math.min(at - fixed.at(-1)!, last - at) > edge - 1e-9) fixed.push(at)
  fixed.push(last)
  return fixed.flatMap((at, i) => {
    if (i === 0) return [at]
    const gap = at - fixed[i - 1]!
    const parts = Math.max(1, Math.ceil(gap / bracketEvery - 1e-9))
    return Array.from({ length: parts }, (_, n) => fixed[i - 1]! + (gap * (n + 1)) / parts)
  })
}

/**
 * The string line of a run: how far each bracket hangs below a level line at its stretch's highest place.
 *
 * Between high points the gutter falls to the outlets there, as the water does; a stretch without an outlet hangs level.
 */
export function stringLine(gutter: Gutter): BracketHeight[] {
  const shares = outletShares(gutter)
  const hung = stretches(gutter).map(({ from, to, outlets }) => {
    if (outlets.length === 0) return { from, to, below: () => 0 }
    const bottom = (at: number) => bottomAt(gutter, outlets, at)
    // It is highest at an end of the stretch, or where the water divides.
    const ends = shares.filter(({ outlet }) => outlets.includes(outlet)).flatMap((each) => [each.from, each.to])
    const top = Math.max(...ends.map(bottom))
    return { from, to, below: (at: number) => top - bottom(at) }
  })
  return bracketPlaces(gutter).map((at) => ({ at, below: hung.find(({ from, to }) => at >= from && at <= to)?.below(at) ?? 0 }))
}

/** A gutter's own parts, for the list. */
export interface GutterParts {
  pieces: number
  joints: number
  bends: number
  stopEnds: number
  outlets: number
  brackets: number
  /** Room left at each joint for a plastic piece to grow, m; 0 for metal of common lengths. */
  gap: number
}

/** Growth of PVC, m for each m and degree, and the swing it is allowed for. Common practice: 3–4 mm a metre over 50 °C. */
const GROWTH = 0.00007
const SWING = 50

/**
 * Pieces, joints and brackets of a run.
 *
 * @param bends corners that it turns
 */
export function gutterParts(gutter: Gutter, bends: number): GutterParts {
  const joints = jointPlaces(gutter).length
  return {
    pieces: joints + 1,
    joints: joints + 2 * bends,
    bends,
    stopEnds: 2,
    outlets: gutter.outlets.length,
    brackets: bracketPlaces(gutter).length,
    gap: gutter.material === 'plastic' ? GROWTH * SWING * Math.min(gutter.piece, gutter.length) : 0,
  }
}
