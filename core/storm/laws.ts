import { frictionlessFlow, headSpent, type Line } from '../pipe/friction'
import { standpipeFlow } from '../overflow/overflowHead'
import { criticalFlow, stubFlow } from '../overflow/stub'

/** Flow over head, ready to be asked many thousand times. */
export type HeadLaw = (head: number) => number

/** Below this head flow grows in proportion, so that levels meet without chatter, m. */
export const SMALL_HEAD = 1e-3
const POINTS = 192
const MOST_HEAD = 12

/** A rising law sampled evenly over the root of the head, where pipes and holes are nearly straight. */
function tabled(most: number, of: (head: number) => number): HeadLaw {
  const step = Math.sqrt(most) / POINTS
  const at = Float64Array.from({ length: POINTS + 1 }, (_, k) => of((k * step) ** 2))
  return (head) => {
    if (head <= 0) return 0
    const u = Math.min(POINTS - 1e-9, Math.sqrt(head) / step)
    const k = Math.floor(u)
    return at[k]! + (u - k) * (at[k + 1]! - at[k]!)
  }
}

/** Turns the loss law of a line round by sampling it over flow: no root has to be sought. */
function turned(line: Line): (head: number) => number {
  const most = frictionlessFlow(line, MOST_HEAD)
  const count = 4 * POINTS
  const heads = Float64Array.from({ length: count + 1 }, (_, k) => headSpent(line, (most * k) / count))
  return (head) => {
    let low = 0
    let high = count
    while (high - low > 1) {
      const middle = (low + high) >> 1
      if (heads[middle]! <= head) low = middle
      else high = middle
    }
    // Between two points loss goes nearly with the square of the flow.
    const [a, b] = [Math.sqrt(heads[low]!), Math.sqrt(heads[high]!)]
    return (most / count) * (low + (b > a ? (Math.sqrt(head) - a) / (b - a) : 0))
  }
}

/** Laws that have been sampled before: a storm is run again and again over pipes that stay the same. */
const known = new Map<string, HeadLaw>()
const MOST_KNOWN = 400
function kept(key: string, make: () => HeadLaw): HeadLaw {
  const before = known.get(key)
  if (before) return before
  if (known.size >= MOST_KNOWN) known.clear()
  const law = make()
  known.set(key, law)
  return law
}

/** A pipe by the head across it; in proportion under 1 mm. Source: Darcy–Weisbach, Swamee & Jain 1976. */
export function pipeLaw(line: Line): HeadLaw {
  const { bore, length, losses, through, roughness, viscosity } = line
  return kept(`pipe ${bore} ${length} ${losses} ${through?.bore} ${through?.losses} ${roughness} ${viscosity}`, () => {
    const pipe = tabled(MOST_HEAD, turned(line))
    const gentle = pipe(SMALL_HEAD) / SMALL_HEAD
    return (head) => (head <= 0 ? 0 : head < SMALL_HEAD ? gentle * head : pipe(head))
  })
}

/** A round mouth by the water over its invert: part full, then full. Source: critical flow and orifice, as `stubFlow`. */
export const mouthLaw = (bore: number): HeadLaw =>
  kept(`mouth ${bore}`, () => tabled(Math.max(1, 4 * bore), (head) => stubFlow(bore, head)))

/** Up to so many bores of depth critical flow tells what an entry takes in; beyond it the mouth goes on as a hole does. */
const COVERED = 2.5

/**
 * What a part-full pipe's entry takes in. Well covered it goes on as a hole does, with the root of the head over
 * its centre: without a step, for a jump there makes the solver cut its steps for ever, and never less than the pipe's own
 * entry loss lets in, so that a short pipe under a deep fall is held by that alone.
 */
const entryLaw = (bore: number): HeadLaw => {
  const partFull = kept(`entry ${bore}`, () => tabled(COVERED * bore, (head) => (head > 0 ? criticalFlow(bore, head) : 0)))
  const edge = partFull(COVERED * bore)
  return (head) => (head >= COVERED * bore ? edge * Math.sqrt((head / bore - 0.5) / (COVERED - 0.5)) : partFull(head))
}

/** An upright open pipe by the water over its rim, as `standpipeFlow`. */
export const standpipeLaw = (bore: number): HeadLaw => kept(`standpipe ${bore}`, () => tabled(2, (head) => standpipeFlow(bore, head)))

/** Water over a vessel's own rim, all round: `1.7·L·h^1.5`. Source: broad-crested weir, any hydraulics text. */
export function rimLaw(round: number): HeadLaw {
  return (head) => (head <= 0 ? 0 : 1.7 * round * head ** 1.5)
}

/** One end of a pipe between two vessels, m above the paving. */
export interface PipeEnd {
  invert: number
}

/**
 * A pipe between two vessels: driven by the difference of the levels once both its ends are under water, by the depth over
 * the higher invert before, and never more than its part-full entry takes in. Runs both ways.
 */
export function linkLaw(line: Line, a: PipeEnd, b: PipeEnd): (from: number, to: number) => number {
  const pipe = pipeLaw(line)
  const entry = entryLaw(line.bore)
  const oneWay = (high: number, low: number, into: PipeEnd): number => {
    const depth = high - Math.max(a.invert, b.invert)
    if (depth <= 0) return 0
    const covered = Math.max(low, into.invert + Math.min(line.bore, depth) / 2)
    return Math.min(pipe(high - covered), entry(depth))
  }
  return (from, to) => (from >= to ? oneWay(from, to, b) : -oneWay(to, from, a))
}
