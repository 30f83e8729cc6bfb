import type { InferType } from 'yup'
import { amount, bore, choice, flag, height, id, list, name, record } from './fields'

const outlet = record({
  id: id(),
  /** Distance along the gutter from its left end, m. */
  at: amount(0, 500),
  /** Where its hole was found, m from the left end, where it is to be moved: that one is closed. */
  was: amount(0, 500).optional().default(undefined),
  /** Height of the outlet above the paving, m. */
  height: height(),
  /** Inner diameter of the hole in the gutter floor, m. */
  bore: bore(),
  strainer: flag(),
  /** The downpipe that it feeds. */
  drop: id(),
})

export const gutter = record({
  id: id(),
  name: name(),
  profile: choice('half-round', 'rectangular', 'trapezoid', 'k-style'),
  /** Width at the top, m. */
  width: amount(0.03, 1),
  /** Width of the sole, m; as the top for a rectangle, unused for a half-round. */
  sole: amount(0, 1),
  /** Depth of water it can hold to its lip, m. */
  depth: amount(0.02, 0.6),
  length: amount(0.1, 500),
  /** m of drop per m of run. */
  fall: amount(0, 0.1),
  /** Where the water divides, m from the left end; none when it all runs one way. */
  highPoints: list(amount(0, 500), 0, 20),
  guard: flag(),
  material: choice('plastic', 'metal'),
  /** Depth of the board behind it and the room kept free under the roof's edge, m; a board of 0 has not been measured. */
  board: amount(0, 3),
  clearance: amount(0, 1),
  /** Length that it is bought in, and the most between brackets, m. */
  piece: amount(0.5, 30),
  bracketEvery: amount(0.2, 3),
  /** A bucket poured in at the high end: does it race to the low one, or stand at a place (m from the left end)? */
  bucket: record({ result: choice('not-tried', 'races', 'stands'), at: amount(0, 500) }),
  outlets: list(outlet, 1, 20),
})
export type Gutter = InferType<typeof gutter>
export type Outlet = Gutter['outlets'][number]
