import { randomGamma, randomLcg, randomLogNormal } from 'd3-random'
import type { AnnualRain } from '../scheme'
import { DAYS_PER_MONTH } from '../units/constants'
import { calendarOf, dayNumber, type CalendarDays } from './calendar'
import type { DailyRain } from './dailyRain'
import { modelFromNormals, type WetDayModel } from './wetDayModel'

/** Share of the year's rain by month, January first, north of the equator. Shapes of our own; each is normalised. */
const PATTERNS: Record<AnnualRain['pattern'], readonly number[]> = {
  even: Array.from({ length: 12 }, () => 1),
  'winter-wet': [11, 9, 8.5, 7, 6.5, 6, 5.5, 6.5, 8, 10.5, 11, 10.5],
  'summer-wet': [4, 4, 5, 7, 10, 13, 14, 13, 11, 8, 6, 5],
  'one-dry-season': [18, 16, 13, 8, 3, 1, 0.5, 0.5, 2, 8, 13, 17],
  'two-wet-seasons': [4, 5, 11, 17, 13, 4, 2.5, 3, 6, 13, 15, 6.5],
}

/** Every made record starts here: a fixed calendar keeps leap days, and so the record, the same for a seed. */
const FIRST_MADE_YEAR = 1991

/** Monthly totals (mm) and wet days of a quick start: the pattern's shares, mirrored by six months in the south. */
export function quickNormals({ total, pattern, hemisphere, wetDays }: Pick<AnnualRain, 'total' | 'pattern' | 'hemisphere' | 'wetDays'>): {
  totals: number[]
  wetDays: number[]
} {
  const north = PATTERNS[pattern]
  const shares = hemisphere === 'north' ? north : north.map((_, month) => north[(month + 6) % 12]!)
  const sum = shares.reduce((a, b) => a + b, 0)
  // Wetter months have both more rain days and heavier ones; the square root gives each half of the change.
  const weights = shares.map(Math.sqrt)
  const weightSum = weights.reduce((a, b) => a + b, 0)
  return {
    totals: shares.map((share) => (total * share) / sum),
    wetDays: weights.map((weight, month) => Math.min((wetDays * weight) / weightSum, 0.9 * DAYS_PER_MONTH[month]!)),
  }
}

/** A chain of wet and dry days run through a seeded source; the same seed gives the same days. */
export function dayMaker(models: readonly WetDayModel[], seed: number) {
  const source = randomLcg(seed / 4294967296)
  const gammas = models.map(({ alpha, beta }) => randomGamma.source(source)(alpha, beta))
  const afterDry = Float64Array.from(models, ({ wetAfterDry }) => wetAfterDry)
  const afterWet = Float64Array.from(models, ({ wetAfterWet }) => wetAfterWet)
  return {
    source,
    next(month: number, yesterdayWet: boolean): number {
      return source() < (yesterdayWet ? afterWet : afterDry)[month]! ? Math.max(LEAST_DEPTH, gammas[month]!()) : 0
    },
  }
}

/** Least depth of a wet day, mm: what a gauge shows. */
const LEAST_DEPTH = 0.1

export interface MadeRecord {
  rain: DailyRain
  /** Months (0–11) whose correction to the normals ran into its bounds. */
  bounded: number[]
}

const LEAST_FACTOR = 0.8
const MOST_FACTOR = 1.25

/** What a generator works by. */
export interface RainModel {
  /** One for each month, January first. */
  models: readonly WetDayModel[]
  /** Mean of each month that the long record is brought to, mm. */
  totals: readonly number[]
  /** Coefficient of variation that each whole year is scaled by. */
  spread: number
  /** Least depth that a wet day ends with, mm; a record's rain-day limit when it is fitted. */
  leastDepth: number
}

/** Monthly models from published means; `leastDepth` is what counts as a rain day there. A month with less than half a rain day in it has them by chance of the month. */
export function modelFromMonths(
  totals: readonly number[],
  wetDays: readonly number[],
  spread: number,
  leastDepth = LEAST_DEPTH,
): RainModel {
  const models = totals.map((total, month) => {
    const wet = wetDays[month]!
    return total > 0 && wet > 0
      ? modelFromNormals(total, Math.min(wet, 0.95 * DAYS_PER_MONTH[month]!), DAYS_PER_MONTH[month]!)
      : { wetAfterDry: 0, wetAfterWet: 0, alpha: 1, beta: 1 }
  })
  return { models, totals, spread, leastDepth }
}

let calendar: { years: number; days: CalendarDays } | undefined
/** The calendar of a made record; thousands of records of one length share it. */
function madeCalendar(years: number): CalendarDays {
  if (calendar?.years !== years) {
    const start = dayNumber(FIRST_MADE_YEAR, 1, 1)
    calendar = { years, days: calendarOf(start, dayNumber(FIRST_MADE_YEAR + years, 1, 1) - start) }
  }
  return calendar.days
}

/**
 * Years of days from a model.
 *
 * Wet and dry days by a first-order chain, depths by a gamma, both by month; each year scaled by a log-normal factor
 * because such chains make years too alike; then one factor a month (0.8–1.25) brings the long mean to the totals.
 *
 * @param years whole calendar years (≥ 1)
 * @param correct whether the long mean is brought to the totals: not for a short record that stands for chance itself
 * Source: Richardson 1981; Richardson & Wright 1984; Geng et al. 1986 (from memory); the yearly factor is common practice.
 */
export function makeYears({ models, totals, spread, leastDepth }: RainModel, years: number, seed: number, correct = true): MadeRecord {
  const days = madeCalendar(years)
  const { month, year } = days
  const length = month.length
  const maker = dayMaker(models, seed)
  const sigma = Math.sqrt(Math.log(1 + spread ** 2))
  const yearFactor = randomLogNormal.source(maker.source)(-(sigma ** 2) / 2, sigma)
  const depths = new Float64Array(length)
  let factor = 1
  let wet = false
  for (let day = 0; day < length; day++) {
    if (day === 0 || year[day] !== year[day - 1]) factor = yearFactor()
    const depth: number = maker.next(month[day]!, wet) * factor
    wet = depth > 0
    depths[day] = depth
  }
  const { factors, bounded } = correct ? towardsTotals(depths, month, totals, years) : { factors: undefined, bounded: [] }
  const least = leastDepth > LEAST_DEPTH ? leastDepth : 0
  for (let day = 0; day < length; day++) {
    if (depths[day] === 0) continue
    // Tenths of a millimetre, as a gauge would be read.
    const depth = Math.round(depths[day]! * (factors ? factors[month[day]!]! : 1) * 10) / 10
    depths[day] = depth < least ? least : depth
  }
  return { rain: { depths, ...days }, bounded }
}

/** One factor a month that brings the long mean to the totals, held between its bounds. */
function towardsTotals(depths: Float64Array, month: Uint8Array, totals: readonly number[], years: number) {
  const sums = new Float64Array(12)
  for (let day = 0; day < depths.length; day++) sums[month[day]!]! += depths[day]!
  const bounded: number[] = []
  const factors = totals.map((total, m) => {
    const wanted = sums[m]! > 0 ? (total * years) / sums[m]! : 1
    const kept = Math.min(MOST_FACTOR, Math.max(LEAST_FACTOR, wanted))
    if (kept !== wanted) bounded.push(m)
    return kept
  })
  return { factors, bounded }
}

/** A daily record from a yearly total and a seasonal pattern. */
export function makeRecord(annual: AnnualRain): MadeRecord {
  const { totals, wetDays } = quickNormals(annual)
  return makeYears(modelFromMonths(totals, wetDays, annual.spread), Math.round(annual.years), annual.seed)
}
