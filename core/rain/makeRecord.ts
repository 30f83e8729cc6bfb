import { randomGamma, randomLcg, randomLogNormal, randomNormal } from 'd3-random'
import { mean, sampleStandardDeviation } from 'simple-statistics'
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

/** A chance whose odds are multiplied. */
const tilted = (chance: number, odds: number) => (chance * odds) / (1 - chance + chance * odds)

/** A chain of wet and dry days run through a seeded source; the same seed gives the same days. */
export function dayMaker(models: readonly WetDayModel[], seed: number) {
  const source = randomLcg(seed / 4294967296)
  const gammas = models.map(({ alpha, beta }) => randomGamma.source(source)(alpha, beta))
  const afterDry = Float64Array.from(models, ({ wetAfterDry }) => wetAfterDry)
  const afterWet = Float64Array.from(models, ({ wetAfterWet }) => wetAfterWet)
  return {
    source,
    /** Depth of one day; `odds` multiplies the odds of its being wet. */
    next(month: number, yesterdayWet: boolean, odds = 1): number {
      const chance = (yesterdayWet ? afterWet : afterDry)[month]!
      return source() < (odds === 1 ? chance : tilted(chance, odds)) ? Math.max(LEAST_DEPTH, gammas[month]!()) : 0
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
  /** Coefficient of variation of the factor that each whole year is scaled by. */
  spread: number
  /** Share of its distance from the mean that a year's total keeps: under 1 where the days alone make years too unlike. */
  kept: number
  /** How strongly wet and dry weeks hang together: standard deviation of the log odds of a wet day over a month or so. */
  regime: number
  /** How much deeper it rains in a wet spell: standard deviation of the log of depth, by the same slow state. */
  swell: number
  /**
   * Relative standard errors of the means by the years that they are known from, of the whole year's and what each month's has
   * besides: a short record that stands for chance itself is drawn with them.
   */
  doubt: { year: number; months: readonly number[] }
  /** Least depth that a wet day ends with, mm; a record's rain-day limit when it is fitted. */
  leastDepth: number
}

/** A spell of weather lasts about this long, days: the slow part of the generator forgets itself by then. Common practice. */
const REGIME_DAYS = 20
/** Days that share one state of it. */
const REGIME_STEP = 5
/** Taken where nothing but monthly means is known. Common practice: chains of days make months too alike without it. */
export const REGIME_UNKNOWN = 0.5
export const SWELL_UNKNOWN = 0.3
/** Years run to learn how much the days alone make years differ, and their seed. */
const SPREAD_YEARS = 300
const REGIME_YEARS = 300
/** Years that published monthly means are of: the WMO's normals. */
const NORMAL_YEARS = 30
const SPREAD_SEED = 4242

/** Coefficient of variation of some totals. */
export const variation = (totals: readonly number[]): number => sampleStandardDeviation(totals) / mean(totals)

/** Yearly totals of a made record, mm. */
function yearTotals({ depths, year }: Pick<DailyRain, 'depths' | 'year'>): number[] {
  const totals: number[] = []
  for (let day = 0; day < depths.length; day++) {
    if (day === 0 || year[day] !== year[day - 1]) totals.push(0)
    totals[totals.length - 1]! += depths[day]!
  }
  return totals
}

/** Coefficient of variation of every month's total from year to year; 0 where it never rains. */
export function monthVariations({ depths, month, year }: Pick<DailyRain, 'depths' | 'month' | 'year'>): number[] {
  const totals = Array.from({ length: 12 }, () => new Map<number, number>())
  for (let day = 0; day < depths.length; day++) {
    const own = totals[month[day]!]!
    own.set(year[day]!, (own.get(year[day]!) ?? 0) + depths[day]!)
  }
  return totals.map((own) => {
    const all = [...own.values()]
    return all.length < 2 || all.every((total) => total === 0) ? 0 : variation(all)
  })
}

/** What a generator knows of the days, before months and years are made as unlike as they are. */
export type DayModel = Pick<RainModel, 'models' | 'totals' | 'leastDepth'>
export const NO_DOUBT: RainModel['doubt'] = { year: 0, months: [] }
export const chainOf = (days: DayModel, regime = 0, swell = 0): RainModel => ({
  ...days,
  regime,
  swell,
  spread: 0,
  kept: 1,
  doubt: NO_DOUBT,
})

/** Share of wet days by month, and the mean depth of one, mm. */
function wetDaysOf({ depths, month }: Pick<DailyRain, 'depths' | 'month'>): { share: number; depth: number }[] {
  const [wet, all, total] = [new Float64Array(12), new Float64Array(12), new Float64Array(12)]
  for (let day = 0; day < depths.length; day++) {
    all[month[day]!]!++
    if (depths[day]! > 0) wet[month[day]!]!++
    total[month[day]!]! += depths[day]!
  }
  return [...wet].map((count, m) => ({ share: count / all[m]!, depth: count > 0 ? total[m]! / count : 0 }))
}

const oddsOf = (share: number) => share / (1 - share)

/** The days with a slow state beside them, and as many wet ones in every month, as deep in the mean, as without it. */
export function withRegime(days: DayModel, regime: number, swell: number): RainModel {
  if (regime === 0 && swell === 0) return chainOf(days)
  const run = (model: RainModel) => wetDaysOf(makeYears(model, REGIME_YEARS, SPREAD_SEED, false).rain)
  const wanted = run(chainOf(days))
  let models = days.models
  // Odds and depths that swing to both sides change their means; twice is as near as chance lets one see.
  for (let round = 0; round < 2; round++) {
    const got = run(chainOf({ ...days, models }, regime, swell))
    models = models.map((each, m) => {
      const [had, has] = [wanted[m]!, got[m]!]
      if (had.share <= 0 || had.share >= 1 || has.share <= 0 || has.share >= 1) return each
      const odds = oddsOf(had.share) / oddsOf(has.share)
      return {
        ...each,
        wetAfterDry: tilted(each.wetAfterDry, odds),
        wetAfterWet: tilted(each.wetAfterWet, odds),
        beta: (each.beta * had.depth) / has.depth,
      }
    })
  }
  return chainOf({ ...days, models }, regime, swell)
}

/**
 * The same days with years that differ as much as is wanted: what the days alone make of it is run for and taken off, so that
 * the spread which is asked for is the coefficient of variation of the yearly totals that come out.
 *
 * @param wanted coefficient of variation of yearly totals
 * @param years that the months' means are known from
 * Source: variance of a product of independent factors, `1 + c² = (1 + a²)(1 + b²)`, closed form.
 */
export function withSpread(chain: RainModel, wanted: number, years: number): RainModel {
  if (!chain.totals.some((total) => total > 0)) return chain
  const { rain } = makeYears(chain, SPREAD_YEARS, SPREAD_SEED)
  const own = variation(yearTotals(rain))
  return {
    ...chain,
    ...(wanted >= own ? { spread: Math.sqrt((1 + wanted ** 2) / (1 + own ** 2) - 1) } : { kept: wanted / own }),
    doubt: {
      year: wanted / Math.sqrt(years),
      months: monthVariations(rain).map((each) => Math.sqrt(Math.max(0, each ** 2 - wanted ** 2) / years)),
    },
  }
}

/**
 * Chances and depths by month from published means; `leastDepth` is what counts as a rain day there. A month with less than half a
 * rain day in it has them by chance of the month.
 */
export function daysFromMonths(totals: readonly number[], wetDays: readonly number[], leastDepth = LEAST_DEPTH): DayModel {
  const models = totals.map((total, month) => {
    const wet = wetDays[month]!
    return total > 0 && wet > 0
      ? modelFromNormals(total, Math.min(wet, 0.95 * DAYS_PER_MONTH[month]!), DAYS_PER_MONTH[month]!)
      : { wetAfterDry: 0, wetAfterWet: 0, alpha: 1, beta: 1 }
  })
  return { models, totals, leastDepth }
}

/** A generator from published means. @param spread coefficient of variation of the yearly totals */
export const modelFromMonths = (
  totals: readonly number[],
  wetDays: readonly number[],
  spread: number,
  leastDepth = LEAST_DEPTH,
): RainModel => withSpread(withRegime(daysFromMonths(totals, wetDays, leastDepth), REGIME_UNKNOWN, SWELL_UNKNOWN), spread, NORMAL_YEARS)

const calendars = new Map<number, CalendarDays>()
/** The calendar of a made record; thousands of records of one length share it. */
export function madeCalendar(years: number): CalendarDays {
  const known = calendars.get(years)
  if (known) return known
  const start = dayNumber(FIRST_MADE_YEAR, 1, 1)
  const days = calendarOf(start, dayNumber(FIRST_MADE_YEAR + years, 1, 1) - start)
  calendars.set(years, days)
  return days
}

/**
 * Years of days from a model.
 *
 * Wet and dry days by a first-order chain, depths by a gamma, both by month. Such chains forget within days: a slow state beside
 * them tilts the odds of a wet day for weeks, so that dry spells last and months differ as they do. Each year is scaled by a
 * log-normal factor, or drawn towards the mean; then one factor a month (0.8–1.25) brings the long mean to the totals.
 *
 * @param years whole calendar years (≥ 1)
 * @param correct whether the long mean is brought to the totals: not for a short record that stands for chance itself, which is
 *   drawn from all means that the months may have by what is known of them
 * Source: Richardson 1981; Richardson & Wright 1984; Geng et al. 1986 (from memory); slow state and yearly factor common practice.
 */
export function makeYears(
  { models, totals, spread, kept, regime, swell, doubt, leastDepth }: RainModel,
  years: number,
  seed: number,
  correct = true,
): MadeRecord {
  const days = madeCalendar(years)
  const { month, year } = days
  const length = month.length
  const maker = dayMaker(models, seed)
  const sigma = Math.sqrt(Math.log(1 + spread ** 2))
  const yearFactor = randomLogNormal.source(maker.source)(-(sigma ** 2) / 2, sigma)
  const depths = new Float64Array(length)
  const normal = randomNormal.source(maker.source)()
  const memory = Math.exp(-REGIME_STEP / REGIME_DAYS)
  const news = Math.sqrt(1 - memory ** 2)
  const slowly = regime > 0 || swell > 0
  let slow = slowly ? normal() : 0
  let odds = 1
  let deeper = 1
  let factor = 1
  let wet = false
  for (let day = 0; day < length; day++) {
    if (day === 0 || year[day] !== year[day - 1]) factor = yearFactor()
    if (slowly && day % REGIME_STEP === 0) {
      slow = memory * slow + news * normal()
      odds = Math.exp(regime * slow)
      deeper = Math.exp(swell * slow - swell ** 2 / 2)
    }
    const depth: number = maker.next(month[day]!, wet, odds) * factor * deeper
    wet = depth > 0
    depths[day] = depth
  }
  if (kept < 1) drawTogether(depths, year, totals, kept)
  const { factors, bounded } = correct ? towardsTotals(depths, month, totals, years) : { factors: doubted(doubt, normal), bounded: [] }
  const least = leastDepth > LEAST_DEPTH ? leastDepth : 0
  for (let day = 0; day < length; day++) {
    if (depths[day] === 0) continue
    // Tenths of a millimetre, as a gauge would be read.
    const depth = Math.round(depths[day]! * (factors ? factors[month[day]!]! : 1) * 10) / 10
    depths[day] = depth < least ? least : depth
  }
  return { rain: { depths, ...days }, bounded }
}

/** Means that the months may have by what is known of them, over those that are taken; undefined where nothing is in doubt. */
function doubted({ year, months }: RainModel['doubt'], normal: () => number): number[] | undefined {
  if (months.length === 0) return undefined
  const factor = (error: number) => Math.exp(error * normal() - error ** 2 / 2)
  const all = factor(year)
  return months.map((error) => all * factor(error))
}

/** Draws the yearly totals towards their mean, each keeping a share of its distance. */
function drawTogether(depths: Float64Array, year: CalendarDays['year'], totals: readonly number[], kept: number): void {
  const middle = totals.reduce((sum, total) => sum + total, 0)
  for (let from = 0; from < depths.length;) {
    let to = from
    let total = 0
    while (to < depths.length && year[to] === year[from]) total += depths[to++]!
    const factor = total > 0 ? (middle + kept * (total - middle)) / total : 1
    for (let day = from; day < to; day++) depths[day]! *= factor
    from = to
  }
}

/** What months that ran into their bounds leave missing or over goes to all alike, up to this share. */
const MOST_REST = 0.05

/** One factor a month that brings the long mean to the totals, held between its bounds; the year's total is met all the same. */
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
  const whole = totals.reduce((sum, total) => sum + total, 0) * years
  const reached = factors.reduce((sum, factor, m) => sum + factor * sums[m]!, 0)
  const rest = reached > 0 ? Math.min(1 + MOST_REST, Math.max(1 - MOST_REST, whole / reached)) : 1
  return { factors: bounded.length > 0 ? factors.map((factor) => factor * rest) : factors, bounded }
}

/** A daily record from a yearly total and a seasonal pattern. */
export function makeRecord(annual: AnnualRain): MadeRecord {
  const { totals, wetDays } = quickNormals(annual)
  return makeYears(modelFromMonths(totals, wetDays, annual.spread), Math.round(annual.years), annual.seed)
}
