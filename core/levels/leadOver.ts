import { downpipeEnd, insertionOf, systemOf } from '../parts'
import type { Drop } from '../scheme'

/** From a downpipe bend's corner to its face, m. Common practice. */
export const BEND_LEG = 0.045
/** The pipe stands over its opening: no bend is wanted, m. */
const OVER = 0.02
/** What is left between two bends is no piece, m. */
const LEAST_PIECE = 0.02
/** A flexible extender hangs at about this angle, and is sold to pull out so far, m. Common practice. */
const FLEXIBLE_TURN = 45
export const FLEXIBLE_MOST = 1.2
const RAD = Math.PI / 180

/**
 * How a downpipe that ends over a lid comes there: `straight` where it stands over the opening, `offset` by a moulded offset
 * where two bends have no room side by side, `bends` by two bends with a piece between, `flexible` by a ribbed extender that is
 * pulled out and bent by hand.
 */
export interface LeadOver {
  kind: 'straight' | 'offset' | 'bends' | 'flexible'
  /** From the pipe's axis to the middle of the opening, m. */
  across: number
  /** Where the old pipe is sawn off, m above the paving. */
  at: number
  /** How far each bend turns, degrees. */
  turn: number
  /** Between the faces of the two bends, or of a flexible extender from socket to socket, m. */
  gap: number
}

/**
 * Takes a downpipe over to an opening beside it.
 *
 * Corner to corner the way falls `across / tan(turn)`: bends turn the water by so much off the upright.
 *
 * @param mouth height of its open end, m above the paving
 * Source: geometry; the bends that are sold are common practice.
 */
export function leadOver(drop: Pick<Drop, 'shape' | 'outside' | 'leadsOver'>, across: number, mouth: number): LeadOver {
  const pipe = downpipeEnd(drop, 'male')
  const long = across / Math.sin(FLEXIBLE_TURN * RAD)
  const flexible = drop.leadsOver === 'flexible' && long <= FLEXIBLE_MOST
  const turn = flexible ? FLEXIBLE_TURN : systemOf(pipe.type)!.bends[0]!
  if (across <= OVER) return { kind: 'straight', across, at: mouth, turn: 0, gap: 0 }
  const falls = across / Math.tan(turn * RAD)
  const gap = across / Math.sin(turn * RAD) - 2 * BEND_LEG
  // Mouth, lower corner, upper corner, face of the upper bend; the pipe goes into its socket.
  const at = mouth + BEND_LEG + falls + BEND_LEG - insertionOf(pipe)
  if (flexible) return { kind: 'flexible', across, at, turn, gap: long }
  return gap < LEAST_PIECE ? { kind: 'offset', across, at, turn, gap: 0 } : { kind: 'bends', across, at, turn, gap }
}
