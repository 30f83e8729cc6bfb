import { nonNegative, positive } from '../numeric/guards'
import { headSpent, lineFlow, SMOOTH_PLASTIC } from './friction'

/** Loss factors of a buried run: a sharp entry, the velocity head that leaves, and each bend. Common practice. */
const ENTRY = 0.5
const EXIT = 1
const BEND = 0.9
/** Kept between the water that feeds a standing-water pipe and the inlet it rises to, besides its losses, m. Common practice. */
export const WET_MARGIN = 0.15

/** A pipe that dips and rises again, always full up to its inlet. */
export interface WetPipe {
  /** Inner diameter and length, m. */
  bore: number
  length: number
  /** How many bends it takes. */
  bends: number
}

const lineOf = ({ bore, length, bends }: WetPipe) => ({ bore, length, losses: ENTRY + EXIT + BEND * bends, roughness: SMOOTH_PLASTIC })

/**
 * Head that a flow spends in a standing-water pipe, m.
 *
 * @param flow m³/s (≥ 0)
 * @throws RangeError naming the field that is out of range
 * Source: Darcy–Weisbach with Swamee & Jain 1976; compared with a pipe-network solver in the tests.
 */
export function wetCarryLoss(pipe: WetPipe, flow: number): number {
  positive('bore', pipe.bore)
  nonNegative('flow', flow)
  return headSpent(lineOf(pipe), flow)
}

/** What a standing-water pipe carries when its feeding water stands so high over the inlet, m³/s; 0 when it does not. */
export const wetCarryFlow = (pipe: WetPipe, head: number): number => (head > 0 ? lineFlow(lineOf(pipe), head) : 0)
