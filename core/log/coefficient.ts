import { randomLcg } from 'd3-random'
import { PLAN, type Catches } from './catches'
import { NO_RAIN, type LogEvent } from './events'

/** How well a gauge is read, as a share of what it shows, and how unlike the wind makes one rain to the next. Common practice. */
export const GAUGE_ERROR = 0.1
export const RAIN_TO_RAIN = 0.08
/** Least number of rains that a site's own coefficient is told from. Common practice. */
export const LEAST_EVENTS = 5

/** One rain, measured against what the plan has it bring. */
export interface RainEvent {
  event: LogEvent
  /** Litres that should have come, and their error for gauge and wind. */
  expected: number
  error: number
  /** Of the plan's coefficient, what would make the two agree. */
  ratio: number
  weight: number
  /** Whether it counts: the rest ran full, or brought too little to tell. */
  counts: boolean
}

/** Litres that an event should have brought at each ratio, and the error of it at the plan's own, litres. */
export function expectedOf(catches: Catches, { first, end }: Pick<LogEvent, 'first' | 'end'>): { byRatio: number[]; error: number } {
  let squares = 0
  const byRatio = catches.ratios.map((_, r) => {
    let sum = 0
    for (const intake of catches.litres[r]!)
      for (let day = first; day < end; day++) {
        sum += intake[day]!
        if (r === PLAN) squares += intake[day]! ** 2
      }
    return sum
  })
  return { byRatio, error: Math.hypot(GAUGE_ERROR, RAIN_TO_RAIN) * Math.sqrt(squares) }
}

/** Ratio at which the model brings what came; beyond its ends by the last stretch, and no farther than nought and twice. */
function ratioFor(ratios: readonly number[], litres: readonly number[], came: number): { ratio: number; slope: number } {
  let at = litres.findIndex((each) => each >= came)
  if (at < 0) at = litres.length - 1
  if (at === 0) at = 1
  const slope = (litres[at]! - litres[at - 1]!) / (ratios[at]! - ratios[at - 1]!)
  const ratio = slope > 0 ? ratios[at]! + (came - litres[at]!) / slope : 1
  return { ratio: Math.min(2, Math.max(0, ratio)), slope }
}

/** Every rain of a store's log, measured against expected. */
export function rainEvents(events: readonly LogEvent[], catches: Catches): RainEvent[] {
  return events.flatMap((event) => {
    if (event.rain <= NO_RAIN) return []
    const { byRatio, error } = expectedOf(catches, event)
    const expected = byRatio[PLAN]!
    if (expected <= 0) return []
    const { ratio, slope } = ratioFor(catches.ratios, byRatio, event.came)
    const off = Math.hypot(error, event.from.error, event.to.error)
    const weight = slope > 0 ? slope / off : 0
    // What would have found the store full tells nothing, whatever the reading says afterwards.
    const early = Math.max(0, event.room - event.drawn - event.letGo)
    const counts = event.sure && weight > 0 && expected > 2 * Math.hypot(event.from.error, event.to.error) && 1.2 * expected < early
    return [{ event, expected, error, ratio, weight, counts }]
  })
}

/** Middle of some values by their weights. */
export function weightedMedian(values: readonly { value: number; weight: number }[]): number {
  const sorted = values.toSorted((a, b) => a.value - b.value)
  const half = sorted.reduce((sum, { weight }) => sum + weight, 0) / 2
  let sum = 0
  for (const [at, { value, weight }] of sorted.entries()) {
    sum += weight
    if (sum > half) return value
    if (sum === half && sorted[at + 1]) return (value + sorted[at + 1]!.value) / 2
  }
  return NaN
}

/** What the site itself says of its catch. */
export interface SiteCatch {
  /** Of the plan's coefficients. */
  ratio: number
  /** 90 % interval. */
  low: number
  high: number
  /** Rains that it is told from. */
  events: number
}

const DRAWS = 600
const SEED = 0.4711

/**
 * A site's own catch, as a ratio to the plan's coefficients: weighted median over its rains, with the interval of a bootstrap.
 *
 * @returns undefined under five rains that count
 * Source: weighted median and percentile bootstrap, Efron & Tibshirani 1993 (from memory); five events common practice.
 */
export function siteCatch(rains: readonly RainEvent[]): SiteCatch | undefined {
  const own = rains.filter(({ counts }) => counts).map(({ ratio, weight }) => ({ value: ratio, weight }))
  if (own.length < LEAST_EVENTS) return undefined
  const random = randomLcg(SEED)
  const medians = Array.from({ length: DRAWS }, () => weightedMedian(own.map(() => own[Math.floor(random() * own.length)]!))).sort(
    (a, b) => a - b,
  )
  const at = (share: number) => medians[Math.min(DRAWS - 1, Math.max(0, Math.round(share * (DRAWS - 1))))]!
  const ratio = weightedMedian(own)
  // Few rains show less of their own spread than there is.
  const wider = Math.sqrt(own.length / (own.length - 2))
  return { ratio, low: ratio - wider * (ratio - at(0.05)), high: ratio + wider * (at(0.95) - ratio), events: own.length }
}
