import { soldBend } from '../../parts'
import { angle } from '../../units/quantity'
import type { BuildStation } from '../part'
import type { Body } from '../runs'
import { cornerReach, female, isDownpipe, pipeEnds, type Assembler, type OpenEnd, type PipeKind } from './assembler'
import { bendPrice } from './guidePrices'

/** A pipe that turns corners: straight legs from corner to corner, with a bend at each. */
export interface Route {
  /** The part that it is. */
  key: string
  station: BuildStation
  pipe: PipeKind
  /** Straight ways from corner to corner, m. */
  legs: readonly number[]
  /** How far it turns at each corner between two legs, degrees; square where left out. */
  turns?: readonly number[]
  /** Bends at its very ends, turned to what it meets there. */
  bendAt?: readonly [boolean, boolean]
  /** Something in the middle of one of the legs. */
  middle?: { leg: number; body: Omit<Body, 'kind'> }
}

const SQUARE = 90
/** What a bend is bought as. */
export const bendItem = ({ type, size }: PipeKind, turn: number): string => `bend:${type}:${size}:${turn}`

/** Two bends need this much of a way between their corners, m. */
export const leastLeg = (pipe: PipeKind): number => 2 * cornerReach(pipe) + 0.03

/** A way in so many equal straights, m. */
export const evenly = (length: number, count: number): number[] => Array.from({ length: count }, () => length / count)

/**
 * Lays a pipe round its corners: a piece for every leg, a bend between two, a joint wherever faces meet.
 *
 * @param upper what it hangs on above; undefined where it is open
 * @returns its lower end, still to be led to something
 */
export function layLegs(make: Assembler, route: Route, upper: OpenEnd | undefined): OpenEnd {
  const { key, station, pipe, legs, turns = [], bendAt = [false, false], middle } = route
  const { top, bottom } = pipeEnds(pipe)
  const socket = female(pipe)
  // From a bend's corner to its face there is bend, not pipe.
  const corner = { of: `${key}:bends`, length: cornerReach(pipe) }
  let bends = 0
  /** Bends by the turn that they are sold in. */
  const sold = new Map<number, number>()
  let open = upper
  let turned = false
  const bend = (turn = SQUARE) => {
    const part = `${key}:bend:${bends++}`
    const asSold = soldBend(pipe.type, turn)?.turn ?? turn
    sold.set(asSold, (sold.get(asSold) ?? 0) + 1)
    // A downpipe's bends lap as it does, all others have two sockets.
    make.lead(station, open, { part, end: socket })
    open = { side: { part, end: isDownpipe(pipe) ? bottom : socket } }
    turned = true
  }
  if (bendAt[0]) bend()
  legs.forEach((span, i) => {
    const part = legs.length === 1 ? key : `${key}:leg:${i}`
    const last = i === legs.length - 1
    const tie = make.lead(station, open, { part, end: top })
    const order = make.order(
      {
        key: part,
        part: key,
        station,
        pipe,
        span,
        ...(turned ? { above: [corner] } : {}),
        ...(!last || bendAt[1] ? { below: [corner] } : {}),
        ...(middle?.leg === i ? { middle: middle.body } : {}),
      },
      [tie, undefined],
    )
    open = { side: { part, end: bottom }, order }
    if (!last || bendAt[1]) bend(last ? SQUARE : turns[i])
  })
  ;[...sold].forEach(([turn, quantity], i) =>
    make.part({
      key: i === 0 ? `${key}:bends` : `${key}:bends:${turn}`,
      station,
      item: bendItem(pipe, turn),
      words: { id: 'part.bend', of: pipe, values: { turn: angle(turn) } },
      quantity,
      shop: isDownpipe(pipe) ? 'rainwater' : 'pipe',
      price: bendPrice(pipe),
    }),
  )
  return open!
}
