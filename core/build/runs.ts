import { joinerLength } from '../levels/cutSheet'
import { insertionOf, RELIEF, type End } from '../parts'
import type { UnitSystem } from '../units/quantity'
import { FOOT } from '../units/constants'
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

/** A coupling keeps the two pipes in it this far apart, m. Common practice. */
const STOP = 0.003
/** No run of a garden has more pieces than this. */
const MOST_PIECES = 400
/** Hose is cut longer than the way it goes, so that nothing pulls: share, and at least this, m. Common practice. */
const SLACK = { share: 0.03, least: 0.02 }

/** Length in which a pipe is sold, m. Common practice. */
export function stockLength({ type }: Pick<End, 'type'>, system: UnitSystem): number {
  if (type === 'sch40' || type === 'downpipe-rect') return 10 * FOOT
  if (type === 'downpipe-round' || type === 'downpipe-square') return system === 'imperial' ? 10 * FOOT : 2.5
  return 3
}

const reliefOf = (pipe: Pick<End, 'type'>) =>
  pipe.type === 'sch40'
    ? RELIEF.cement
    : pipe.type === 'metric'
      ? RELIEF.push
      : pipe.type.startsWith('downpipe')
        ? RELIEF.lap
        : RELIEF.other

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
  /** False at an end that goes into nothing: a saw line, a mouth over a lid, a shoe's open end. */
  joined?: readonly [boolean, boolean]
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
  const { key, part, station, pipe, span, above = [], below = [], middle, joined = [true, true], sawn = false } = order
  const flexible = pipe.type === 'hose'
  const depth = insertionOf(pipe)
  const relief = flexible ? 0 : reliefOf(pipe)
  const body = (each: Omit<Body, 'kind'>): Body => ({ kind: 'body', ...each })
  const taken = [...above, ...below, ...(middle ? [middle] : [])].reduce((sum, { length }) => sum + length, 0)
  const room = span - taken
  const parts = middle ? 2 : 1
  const coupling = 2 * depth + STOP
  // Couplings wherever one length does not reach.
  let count = parts
  const gapOf = (n: number) => (room - (n - parts) * coupling) / n
  while (!flexible && gapOf(count) + 2 * depth > sold && count < MOST_PIECES) count += parts
  const gap = Math.max(0, gapOf(count))
  const items: (Body | Piece)[] = above.map(body)
  for (let i = 0; i < count; i++) {
    const held = [i > 0 || joined[0], i < count - 1 || joined[1]] as const
    const depths = [held[0] ? depth : 0, held[1] ? depth : 0] as const
    // Half of the relief for each end that has a stop.
    const own = Math.min((relief / 2) * held.filter(Boolean).length, gap + depths[0] + depths[1])
    const length = joinerLength(depths, gap, own) + (flexible ? Math.max(gap * SLACK.share, SLACK.least) : 0)
    items.push({ kind: 'piece', key: `${key}:${i}`, gap, depths, relief: own, length })
    if (i < count - 1) items.push(middle && i === count / parts - 1 ? body(middle) : { kind: 'body', of: COUPLING, length: coupling })
  }
  items.push(...below.map(body))
  return { key, part, station, pipe, flexible, span, items, short: Math.max(0, -gapOf(count) * count), sawn }
}

/** Put together again: where the last face comes to lie from the first, m. What assembling teaches of a cut list. */
export const assembled = ({ items }: Pick<Run, 'items'>): number =>
  items.reduce((at, item) => at + (item.kind === 'body' ? item.length : item.length - item.depths[0] - item.depths[1] + item.relief), 0)

export const piecesOf = ({ items }: Pick<Run, 'items'>): Piece[] => items.filter((item): item is Piece => item.kind === 'piece')

/** Straight coupling of a pipe, by the catalogue's own naming. */
export const couplingOf = ({ type, size }: Pick<End, 'type' | 'size'>): string => {
  const side = type.startsWith('downpipe') ? ['f', 'm'] : type === 'hose' ? ['m', 'm'] : ['f', 'f']
  return `coupling-${type}-${size}-${side[0]}-${type}-${size}-${side[1]}`.replaceAll('/', '_')
}

export const couplingsIn = ({ items }: Pick<Run, 'items'>): number =>
  items.filter((item) => item.kind === 'body' && item.of === COUPLING).length
