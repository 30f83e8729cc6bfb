import { lineFlow, type Line } from '../pipe/friction'
import type { Tap } from '../scheme'

/** Loss of a hose bib and its entry. Common practice: bib 6–10, entry 0.5. */
const TAP_LOSSES = 8 + 0.5

/**
 * A tap as a line of pipe, with the hose on it where it has one: each loses by the velocity in its own bore, so that a wide hose
 * on a narrow tap is no narrow hose.
 */
export const tapLine = ({ bore, hose }: Pick<Tap, 'bore' | 'hose'>): Line =>
  hose
    ? { bore: hose.bore, length: hose.length, losses: 1, through: { bore, losses: TAP_LOSSES } }
    : { bore, length: 0, losses: TAP_LOSSES + 1 }

/**
 * Flow from a tap, or from the end of its hose, under a head of water.
 *
 * The head runs from the water's surface to the open end; the tap's own height does not matter.
 *
 * @param surface water level above the paving, m
 * @param spout open end of the tap above the paving, m; a hose's own end is taken instead where it has one
 * @returns m³/s
 * Source: Darcy–Weisbach with Swamee & Jain 1976.
 */
export function tapFlow({ bore, hose }: Pick<Tap, 'bore' | 'hose'>, surface: number, spout: number): number {
  const head = surface - (hose?.end ?? spout)
  if (head <= 0) return 0
  return lineFlow(tapLine({ bore, hose }), head)
}
