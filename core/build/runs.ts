import { joinerLength } from '../levels/cutSheet'
import { insertionOf, systemOf, type End, type Service } from '../parts'
import type { BuildStation } from './part'

/** Something that takes room along a run and is not cut: a fitting, a valve, a coupling. */
export interface Body {
  kind: 'body'
  /** Part or fitting. */
  of: string
  /** Between its faces, m. */
  length: number
}

/** A piece of pipe with both its ends inside what it joins. */
export interface Piece {
  kind: 'piece'
  key: string
  /** Between the faces of its neighbours, m. */
  gap: number
  /** How deep it goes into the one above and the one below, m. */
  depths: readonly [number, number]
  /** Kept short of the stops, m. */
  relief: number
  /** Cut longer than the way it goes, so that nothing pulls: hose only, m. */
  slack: number
  /** Off the saw, m. */
  length: number
}

/** Straight way of one pipe from face to face, in the water's direction. */
export interface Run {
  key: string
  /** The part that it is. */
  part: string
  station: BuildStation
  pipe: Pick<End, 'type' | 'size'>
  /** Hose is cut to length off a reel, a little long. */
  flexible: boolean
  /** What the drawing asks for from the first face to the last, m. */
  span: number
  items: (Body | Piece)[]
  /** By how much the fittings are longer than the way that they have, m; 0 where they go in. */
  short: number
  /** One of its ends is a saw line where it hangs. */
  sawn: boolean
}

/** What a body is of where a run is longer than one length: a plain coupling. */
export const COUPLING = 'coupling'

/** Key of the joiner that is the fitting at a place of a joint. */
export const joinerKey = (joint: string, place: number): string => `${joint}:joiner:${place}`

/** A coupling keeps the two pipes in it this far apart, m. Common practice. */
const STOP = 0.003
/** No run of a garden has more pieces than this. */
const MOST_PIECES = 400
/** Hose is cut longer than the way it goes, so that nothing pulls: share, at least and at most this, m. Common practice. */
const SLACK = { share: 0.03, least: 0.02, most: 0.1 }

export interface RunOrder {
  key: string
  part: string
  station: BuildStation
  pipe: Pick<End, 'type' | 'size'>
  span: number
  /** Bodies at its upper and its lower end, from the outside in, and one in the middle. */
  above?: readonly Omit<Body, 'kind'>[]
  below?: readonly Omit<Body, 'kind'>[]
  middle?: Omit<Body, 'kind'>
  sawn?: boolean
  /** What it is for: drain fittings have shallower sockets where they are sold apart. */
  service?: Service
  /** False at an end that goes into nothing: a saw line, a mouth over a lid, a shoe's open end. */
  joined?: readonly [boolean, boolean]
}

/** A piece shorter than this between its sockets is awkward to hold and to saw: the one before it gives it some, m. Common practice. */
const LEAST_REST = 0.15

/** One straight way without anything in its middle, between two faces or ends. */
interface Straight {
  room: number
  /** Whether its upper and its lower end go into something. */
  joined: readonly [boolean, boolean]
}

/**
 * Gaps of the pieces of one straight way: whole bought lengths as far as they go, and one short rest.
 *
 * Whole lengths need no sawing but at the rest; equal pieces would be sawn from a length each.
 */
function gapsOf({ room, joined }: Straight, depth: number, relief: number, sold: number, laps: boolean): number[] {
  const coupling = laps ? 0 : 2 * depth + STOP
  const ends = (n: number, i: number) => Number(i > 0 ? !laps : joined[0]) + Number(i < n - 1 || joined[1])
  /** The gap that a whole length bridges as the piece at a place in a row. */
  const most = (n: number, i: number) => sold - ends(n, i) * (depth - relief / 2)
  const reach = (n: number) => Array.from({ length: n }, (_, i) => most(n, i)).reduce((sum, each) => sum + each, (n - 1) * coupling)
  let count = 1
  while (reach(count) < room - 1e-9 && count < MOST_PIECES) count++
  if (count === 1) return [room]
  const gaps = Array.from({ length: count - 1 }, (_, i) => most(count, i))
  const rest = room - (count - 1) * coupling - gaps.reduce((sum, each) => sum + each, 0)
  const lent = Math.max(0, Math.min(LEAST_REST, gaps.at(-1)!) - rest)
  gaps[gaps.length - 1]! -= lent
  return [...gaps, rest + lent]
}

/**
 * Cuts one run into pieces no longer than they are sold, with a coupling wherever two meet.
 *
 * `length = gap between faces + insertion at both ends − relief` for every piece; gaps and bodies add up to the span.
 *
 * @param sold length in which the pipe is sold, m; of no matter for hose
 * Source: common practice, no published source; `joiner`.
 */
export function layRun(order: RunOrder, sold: number): Run {
  const { key, part, station, pipe, span, above = [], below = [], middle, joined = [true, true], sawn = false, service } = order
  // What comes off a reel is never coupled.
  const flexible = pipe.type === 'hose' || sold <= 0
  const depth = insertionOf(pipe, service)
  const relief = systemOf(pipe.type)?.relief ?? 0
  // Crimped metal goes into itself, the upper piece into the lower: no coupling is sold for it.
  const laps = pipe.type === 'downpipe-rect'
  const body = (each: Omit<Body, 'kind'>): Body => ({ kind: 'body', ...each })
  const taken = [...above, ...below, ...(middle ? [middle] : [])].reduce((sum, { length }) => sum + length, 0)
  const room = span - taken
  const straights: Straight[] = middle
    ? [
        { room: room / 2, joined: [joined[0], true] },
        { room: room / 2, joined: [true, joined[1]] },
      ]
    : [{ room, joined }]
  const items: (Body | Piece)[] = above.map(body)
  let count = 0
  straights.forEach((straight, n) => {
    if (n > 0) items.push(body(middle!))
    const gaps = flexible ? [straight.room] : gapsOf(straight, depth, relief, sold, laps)
    gaps.forEach((wanted, i) => {
      const gap = Math.max(0, wanted)
      const held = [i > 0 ? !laps : straight.joined[0], i < gaps.length - 1 || straight.joined[1]] as const
      const depths = [held[0] ? depth : 0, held[1] ? depth : 0] as const
      // Half of the relief for each end that has a stop.
      const own = Math.min((relief / 2) * held.filter(Boolean).length, gap + depths[0] + depths[1])
      const slack = flexible ? Math.min(SLACK.most, Math.max(gap * SLACK.share, SLACK.least)) : 0
      items.push({
        kind: 'piece',
        key: `${key}:${count++}`,
        gap,
        depths,
        relief: own,
        slack,
        length: joinerLength(depths, gap, own) + slack,
      })
      if (i < gaps.length - 1 && !laps) items.push({ kind: 'body', of: COUPLING, length: 2 * depth + STOP })
    })
  })
  items.push(...below.map(body))
  return { key, part, station, pipe, flexible, span, items, short: Math.max(0, -room), sawn }
}

/** Put together again: where the last face comes to lie from the first, m. What assembling teaches of a cut list. */
export const assembled = ({ items }: Pick<Run, 'items'>): number =>
  items.reduce(
    (at, item) => at + (item.kind === 'body' ? item.length : item.length - item.depths[0] - item.depths[1] + item.relief - item.slack),
    0,
  )

export const piecesOf = ({ items }: Pick<Run, 'items'>): Piece[] => items.filter((item): item is Piece => item.kind === 'piece')

/** Straight coupling of a pipe, by the catalogue's own naming. */
export const couplingOf = ({ type, size }: Pick<End, 'type' | 'size'>): string => {
  const side = type.startsWith('downpipe') ? ['f', 'm'] : type === 'hose' ? ['m', 'm'] : ['f', 'f']
  return `coupling-${type}-${size}-${side[0]}-${type}-${size}-${side[1]}`.replaceAll('/', '_')
}

export const couplingsIn = ({ items }: Pick<Run, 'items'>): number =>
  items.filter((item) => item.kind === 'body' && item.of === COUPLING).length
