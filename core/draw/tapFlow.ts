import { lineFlow } from '../pipe/friction'
import type { Tap } from '../scheme'

/** Loss of a hose bib and its entry, and the velocity head that leaves. Common practice: bib 6–10, entry 0.5. */
const TAP_LOSSES = 8 + 0.5 + 1

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
  // Losses are told for the tap's bore; a narrower hose after it brings its own friction.
  return lineFlow({ bore: hose ? Math.min(bore, hose.bore) : bore, length: hose?.length ?? 0, losses: TAP_LOSSES }, head)
}
