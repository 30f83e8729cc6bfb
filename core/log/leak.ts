import { daysLong, type LogEvent } from './events'
import type { StoreLevels } from './levels'
import { LEVEL_ERROR } from './readings'

/** A hole that lets a store down: `dV/dt = −c·√(h − h₀)`. */
export interface Leak {
  /** Height of the hole over the first vessel's foot, m, and the ends that the readings leave open. */
  height: number
  low: number
  high: number
  /** √m a day: how fast the root of the water over the hole goes. */
  pace: number
  /** Index of the first still event in which it ran. */
  onset: number
  /** Minutes since 1970. */
  since: number
}

/** A stretch on which hardly anything came in, with what did and what was taken out told. */
export interface Dry {
  event: LogEvent
  /** Litres that the rain of it should have brought, and their error. */
  expected: number
  error: number
}

/** Height to which water falls in some days over a hole. Source: closed form, Torricelli over an upright vessel. */
export function fallsTo(from: number, height: number, pace: number, days: number): number {
  if (from <= height) return from
  return height + Math.max(0, Math.sqrt(from - height) - pace * days) ** 2
}

/** How well people say what they drew, as a share. Common practice. */
export const DRAW_ERROR = 0.03
/** Error of a fall between two readings of a level, m. */
export const FALL_ERROR = LEVEL_ERROR * Math.SQRT2

/** Log-likelihood of a residual in its own error, with tails for slips of the tape: Student's t with four degrees. */
export const logLike = (residual: number, error: number): number => -2.5 * Math.log1p((residual / error) ** 2 / 4) - Math.log(error)

interface Fit {
  height: number
  pace: number
  score: number
}

interface Still {
  from: number
  /** Where it would stand with what was drawn still in it. */
  to: number
  days: number
  error: number
}

/** Pace that suits a height best: a search over powers, then between its neighbours. */
function bestPace(stills: readonly Still[], height: number): Fit {
  const score = (pace: number) =>
    stills.reduce((sum, { from, to, days, error }) => sum + logLike(fallsTo(from, height, pace, days) - to, error), 0)
  let best: Fit = { height, pace: 0, score: -Infinity }
  const PACES = Array.from({ length: 16 }, (_, k) => 0.0008 * 1.6 ** k)
  for (const pace of PACES) {
    const each = score(pace)
    if (each > best.score) best = { height, pace, score: each }
  }
  let step = 0.3
  for (let i = 0; i < 7; i++, step /= 2)
    for (const pace of [best.pace * (1 - step), best.pace * (1 + step)]) {
      const each = score(pace)
      if (each > best.score) best = { height, pace, score: each }
    }
  return best
}

/** Grid of heights, m, and how much less likely an end of the interval may be: 90 % of a chi-square with one degree. */
const STEP = 0.02
export const LIKELY = 1.353
/** Times at which it may have begun. */
const ONSETS = 10
/** Fewest still stretches from which anything is said. */
export const LEAST_STILL = 4

/**
 * Finds the hole that would let a store down as its still days show.
 *
 * @param evaporation m that open water loses in a day; nought under a lid
 * @returns the fit with how much likelier it is than water that stays, in natural logarithms; undefined under four still stretches
 * Source: Torricelli's law; likelihood of the falls with five millimetres of error at each reading.
 */
export function findLeak(
  levels: StoreLevels,
  dry: readonly Dry[],
  evaporation: (event: LogEvent) => number = () => 0,
): (Leak & { gain: number }) | undefined {
  const own = dry.filter(({ event: { from } }) => Number.isFinite(from.height))
  if (own.length < LEAST_STILL || !levels.shared) return undefined
  const stills: Still[] = own.map(({ event, expected, error }) => {
    const { from, to, drawn, letGo, added } = event
    const dried = evaporation(event) * daysLong(event)
    const moved = drawn + letGo - added - expected
    const area = levels.areaAt(to.height)
    return {
      from: from.height,
      to: (moved === 0 ? to.height : levels.heightFor(to.litres + moved)) + dried,
      days: daysLong(event),
      error: Math.hypot(FALL_ERROR, Math.hypot(error, DRAW_ERROR * drawn) / area),
    }
  })
  const staying = stills.map(({ from, to, error }) => logLike(from - to, error))
  const before = [0]
  for (const each of staying) before.push(before.at(-1)! + each)
  const floor = levels.heightFor(0)
  const top = Math.max(...stills.map(({ from }) => from))
  const heights = Array.from({ length: Math.max(1, Math.ceil((top - floor) / STEP)) }, (_, k) => floor + k * STEP)
  const onsets = [...new Set(Array.from({ length: ONSETS }, (_, k) => Math.floor((k * stills.length) / ONSETS)))]
  let best: { fit: Fit; onset: number; fits: Fit[] } | undefined
  const tryOnset = (onset: number) => {
    const after = stills.slice(onset)
    const fits = heights.map((height) => {
      const fit = bestPace(after, height)
      return { ...fit, score: fit.score + before[onset]! }
    })
    const fit = fits.reduce((top, each) => (each.score > top.score ? each : top))
    if (!best || fit.score > best.fit.score) best = { fit, onset, fits }
  }
  onsets.forEach(tryOnset)
  // Between two of those times, around the best of them.
  const coarse = best!.onset
  const apart = stills.length / ONSETS
  if (apart > 3)
    for (const by of [-0.75, -0.5, -0.25, 0.25, 0.5, 0.75]) {
      const onset = Math.round(coarse + by * apart)
      if (onset > 0 && onset < stills.length - LEAST_STILL) tryOnset(onset)
    }
  // Between the steps of the grid by the middle of what is likely, which errs less than its peak.
  const { onset, fits } = best!
  const peak = best!.fit.score
  const weights = fits.map(({ score }) => Math.exp(score - peak))
  const height = fits.reduce((sum, each, i) => sum + each.height * weights[i]!, 0) / weights.reduce((sum, each) => sum + each, 0)
  const middle = bestPace(stills.slice(onset), height)
  const fit = { ...middle, score: Math.max(peak, middle.score + before[onset]!) }
  const likely = fits.filter(({ score }) => score > fit.score - LIKELY).map(({ height }) => height)
  return {
    height: fit.height,
    low: Math.min(fit.height, ...likely),
    high: Math.max(fit.height, ...likely),
    pace: fit.pace,
    onset,
    since: own[onset]!.event.from.instant,
    gain: fit.score - before.at(-1)!,
  }
}

/** Litres a day that a hole lets out with the water at a height. */
export function leakLitres(levels: StoreLevels, { height, pace }: Pick<Leak, 'height' | 'pace'>, at: number): number {
  // dh/dt = −2·pace·√(h − h₀), from the root's even pace.
  return at <= height ? 0 : 2 * pace * Math.sqrt(at - height) * levels.areaAt(at)
}
