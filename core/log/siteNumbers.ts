import type { WaterPath } from '../path/waterPath'
import type { Entry } from '../scheme'
import { catchesAt, sumAt } from './catches'
import { GAUGE_ERROR, RAIN_TO_RAIN } from './coefficient'
import { sliceOf, type LogRain } from './days'
import type { LogEvent } from './events'
import { DRAW_ERROR, LIKELY, logLike } from './leak'
import { passing, passingSlope } from './passing'
import { flushesInto, heldByFlushes, meanWetting, pathThat, sectionsInto } from './upstream'

/** A figure of the site that its log tells, with its 90 % interval and what the plan has for it. */
export interface SiteFit {
  value: number
  low: number
  high: number
  plan: number
}

/** What a log tells of how water is lost between roof and store, beside the share that the roof keeps. */
export interface SiteNumbers {
  /** Stretches between readings that it is told from. */
  events: number
  /** mm of each rain day that wet the roof and no more, mean over the roofs; where no first flush hides it. */
  wetting?: SiteFit
  /** Litres that the first flushes on the way take. */
  flush?: SiteFit
  /**
   * Litres an hour above which no more comes, `plan` being what would have come in the hardest hour on the average. Where none
   * was seen there is neither `value` nor `high`, and `low` is what came through all the same.
   */
  limit?: Pick<SiteFit, 'low' | 'plan'> & Partial<SiteFit>
}

/** Fewest stretches with rain from which these are told: three figures are fitted at once. Common practice. */
export const LEAST_FOR_NUMBERS = 12

/** Ratios of the catch that the model is worked out at: straight between them but where a rain just fills a first flush. */
const COMPUTED = [0.5, 1, 1.5]
const COMPUTED_FLUSH = Array.from({ length: 11 }, (_, k) => 0.5 + 0.1 * k)
/** Ratios from which the best is closed in on, and how often it is. */
const RATIOS = Array.from({ length: 11 }, (_, k) => 0.5 + 0.1 * k)
const CLOSER = 5
const WETTINGS = [0, 0.2, 0.4, 0.7, 1, 1.3, 1.7, 2.1, 2.6, 3.2, 4, 5]
const FLUSHES = [0, 0.3, 0.5, 0.7, 0.85, 1, 1.15, 1.35, 1.6, 2, 2.5, 3.2, 4]
/** Of the mean flow on the wettest day. */
const LIMITS = [...Array.from({ length: 18 }, (_, k) => 0.015 * 1.45 ** k), Infinity]

/** So many times what should come has to find room: what ran over would look like a limit. */
const SURELY = 1.6

/** A stretch with rain, as it is fitted. */
interface Fitted {
  came: number
  /** Error of the readings and of what was drawn, litres. */
  error: number
  /** Litres that should come by loss, computed ratio, and misreading of the gauge: each its days. */
  days: Float64Array[][][]
}

/** What may have fallen of what a gauge shows, and how likely: moments are right up to the fifth. Source: Gauss–Hermite, closed form. */
const SPREAD = Math.sqrt(3) * GAUGE_ERROR
const MISREAD = [
  { times: 1 - SPREAD, weight: 1 / 6 },
  { times: 1, weight: 2 / 3 },
  { times: 1 + SPREAD, weight: 1 / 6 },
] as const

/** Points at which a profile is drawn once it is known where its top is. */
const FINE = 11

/** A profile between two of its points. Limits are tried in steps of a like ratio, all else in steps of a like size. */
interface Scale {
  up: (value: number) => number
  down: (value: number) => number
}
const PLAIN: Scale = { up: (value) => value, down: (value) => value }
const RATIO: Scale = { up: Math.log, down: Math.exp }

/** Indices of the points from which a profile is within reach of its top. */
function withinReach(scores: readonly number[], reach: number): { low: number; high: number } {
  const line = Math.max(...scores) - reach
  return { low: scores.findIndex((each) => each >= line), high: scores.findLastIndex((each) => each >= line) }
}

/** Finer points over the stretch in which the top and its interval lie: those of before where these reach to the end of what is tried. */
function finer(values: readonly number[], scores: readonly number[], { up, down }: Scale): number[] {
  const { low, high } = withinReach(scores, LIKELY)
  const from = up(values[Math.max(0, low - 1)]!)
  const to = up(values[Math.min(values.length - 1, high + 1)]!)
  if (!Number.isFinite(to)) return [...values.slice(Math.max(0, low - 1))]
  return Array.from({ length: FINE }, (_, k) => down(from + ((to - from) * k) / (FINE - 1)))
}

/** Top of a profile, and where it falls short of it by half the 90th percentile of χ²; the ends are those of what was tried. */
function profileOf(values: readonly number[], scores: readonly number[], { up, down }: Scale): Pick<SiteFit, 'value' | 'low' | 'high'> {
  const best = Math.max(...scores)
  const line = best - LIKELY
  const { low, high } = withinReach(scores, LIKELY)
  const crossing = (inside: number, outside: number) => {
    const [from, to] = [up(values[inside]!), up(values[outside]!)]
    if (!Number.isFinite(to)) return values[inside]!
    if (!Number.isFinite(from)) return values[outside]!
    return down(from + ((to - from) * (scores[inside]! - line)) / (scores[inside]! - scores[outside]!))
  }
  return {
    value: values[scores.indexOf(best)]!,
    low: low > 0 ? crossing(low, low - 1) : values[0]!,
    high: high < values.length - 1 ? crossing(high, high + 1) : values.at(-1)!,
  }
}

/**
 * What each rain loses before anything comes, and the flow above which no more comes, fitted to a store's log.
 *
 * Share kept, loss of each rain and limit are fitted together by the likelihood of what came in each stretch between readings;
 * an interval is where the best of the other two falls short of the best of all by half the 90th percentile of χ² with one degree.
 * A first flush and a wet roof both take the beginning of a rain, and no log tells them apart: with a flush on the way it is the
 * flush that is fitted, and the roof's wetting is taken from the plan.
 *
 * @param events stretches of the time that it is to be told of, by `rain`
 * @returns undefined under twelve stretches with rain whose water is known
 * Source: profile likelihood, Pawitan 2001 (from memory); exponential intensities within a day, common practice.
 */
export function siteNumbers(
  path: WaterPath,
  storeId: string,
  rain: LogRain,
  entries: readonly Entry[],
  events: readonly LogEvent[],
): SiteNumbers | undefined {
  const wet = events.filter(({ rain: depth, sure, first, end }) => depth > 0 && sure && end > first)
  if (wet.length < LEAST_FOR_NUMBERS) return undefined
  const { wetHours } = path.scheme
  const flushes = flushesInto(path, storeId)
  const own = meanWetting(path.scheme, sectionsInto(path, storeId))
  const byFlush = flushes.length > 0
  const losses = byFlush ? FLUSHES : WETTINGS
  const computed = byFlush ? COMPUTED_FLUSH : COMPUTED
  const [from, to] = [wet[0]!.first, Math.max(...wet.map(({ end }) => end))]
  const read = MISREAD.map(({ times }) => {
    const span = sliceOf(rain, from, to)
    return { ...span, rain: { ...span.rain, depths: span.rain.depths.map((depth) => depth * times) } }
  })
  const lossless = pathThat(path, storeId, { wetting: -own - WETTINGS.at(-1)!, flush: 0 })
  const before = sumAt(catchesAt(lossless, storeId, read[1]!, entries, [1]), 0)
  const total = (days: Float64Array, { first, end }: LogEvent) =>
    days.subarray(first - from, end - from).reduce((sum, each) => sum + each, 0)
  // What would have found the store full tells nothing, whatever the reading says afterwards.
  const clear = wet.filter((event) => {
    const all = total(before, event)
    return all > 0 && SURELY * all < event.room - event.drawn - event.letGo
  })
  if (clear.length < LEAST_FOR_NUMBERS) return undefined
  const fittedAt = (at: readonly number[]): Fitted[] => {
    const sums = at.map((loss) => {
      const other = pathThat(path, storeId, byFlush ? { flush: loss } : { wetting: loss - own })
      const caught = read.map((each) => catchesAt(other, storeId, each, entries, computed))
      return computed.map((_, r) => caught.map((each) => sumAt(each, r)))
    })
    return clear.map((event) => ({
      came: event.came,
      error: Math.hypot(event.from.error, event.to.error, DRAW_ERROR * event.drawn, 0.5),
      days: sums.map((ratios) => ratios.map((misread) => misread.map((days) => days.slice(event.first - from, event.end - from)))),
    }))
  }
  const hardest = Math.max(...before) / wetHours
  const coarse = { losses, limits: LIMITS.map((times) => times * hardest) }
  const rough = profilesOf(scoresOf(fittedAt(coarse.losses), computed, coarse.limits, wetHours))
  const fine = { losses: finer(coarse.losses, rough.byLoss, PLAIN), limits: finer(coarse.limits, rough.byLimit, RATIO) }
  const { byLoss, byLimit } = profilesOf(scoresOf(fittedAt(fine.losses), computed, fine.limits, wetHours))
  const loss = profileOf(fine.losses, byLoss, PLAIN)
  const limit = profileOf(fine.limits, byLimit, RATIO)
  const numbers: SiteNumbers = { events: clear.length }
  // What reaches to the end of what was tried has not been told by anything.
  if (loss.high < coarse.losses.at(-1)!) {
    if (byFlush) {
      const plan = heldByFlushes(flushes)
      numbers.flush = { value: plan * loss.value, low: plan * loss.low, high: plan * loss.high, plan }
    } else numbers.wetting = { ...loss, plan: own }
  }
  if (limit.low > coarse.limits[0]!)
    numbers.limit = limit.high === Infinity ? { low: limit.low, plan: hardest } : { ...limit, plan: hardest }
  return numbers
}

/** Log-likelihood of all stretches by loss and limit, at the ratio that suits each pair best. */
function scoresOf(fitted: readonly Fitted[], computed: readonly number[], limits: readonly number[], wetHours: number): number[][] {
  const brought = new Float64Array(MISREAD.length)
  function score({ came, error, days }: Fitted, k: number, limit: number, at: number, share: number): number {
    const [below, above] = [days[k]![at]!, days[k]![at + 1]!]
    let comes = 0
    let squares = error ** 2
    for (let day = 0; day < below[0]!.length; day++) {
      let mean = 0
      let slope = 0
      for (let j = 0; j < MISREAD.length; j++) {
        const litres = below[j]![day]! + share * (above[j]![day]! - below[j]![day]!)
        brought[j] = limit === Infinity ? litres : passing(litres, limit, wetHours)
        mean += MISREAD[j]!.weight * brought[j]!
        slope += MISREAD[j]!.weight * (limit === Infinity ? litres : litres * passingSlope(litres, limit, wetHours))
      }
      for (let j = 0; j < MISREAD.length; j++) squares += MISREAD[j]!.weight * (brought[j]! - mean) ** 2
      squares += (RAIN_TO_RAIN * slope) ** 2
      comes += mean
    }
    return logLike(came - comes, Math.sqrt(squares))
  }
  return fitted[0]!.days.map((_, k) =>
    limits.map((limit) => {
      const at = (ratio: number) => {
        let below = 0
        while (below < computed.length - 2 && computed[below + 1]! < ratio) below++
        const share = (ratio - computed[below]!) / (computed[below + 1]! - computed[below]!)
        return fitted.reduce((sum, each) => sum + score(each, k, limit, below, share), 0)
      }
      const tried = RATIOS.map(at)
      let best = Math.max(...tried)
      let ratio = RATIOS[tried.indexOf(best)]!
      for (let step = (RATIOS[1]! - RATIOS[0]!) / 2, closer = 0; closer < CLOSER; step /= 2, closer++)
        for (const other of [ratio - step, ratio + step]) {
          const found = at(other)
          if (found > best) [best, ratio] = [found, other]
        }
      return best
    }),
  )
}

/** The best by loss, whatever the limit, and by limit, whatever the loss. */
const profilesOf = (scores: readonly number[][]) => ({
  byLoss: scores.map((row) => Math.max(...row)),
  byLimit: scores[0]!.map((_, q) => Math.max(...scores.map((row) => row[q]!))),
})
