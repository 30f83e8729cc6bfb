import { problem, ProblemError } from '../problems'
import { sampleVariance } from 'simple-statistics'
import type { DailyRain } from './dailyRain'
import {
  chainOf,
  makeYears,
  monthVariations,
  REGIME_UNKNOWN,
  SWELL_UNKNOWN,
  variation,
  withRegime,
  withSpread,
  type DayModel,
  type RainModel,
} from './makeRecord'
import { meanMonths, rainByYear } from './summary'
import { modelFromDays, RAIN_DAY } from './wetDayModel'

/** Years run to learn how much the chain itself varies, and the seed they are run with. */
const TRIAL_YEARS = 120
const TRIAL_SEED = 4242
/** Spread between years taken where a record is too short to show its own. Common practice: 0.15–0.25 by climate. */
const SPREAD_UNKNOWN = 0.15
const YEARS_TO_SHOW_SPREAD = 5

/** Coefficient of variation of the yearly totals, whole years only; undefined under five of them. */
export function yearlySpread(rain: DailyRain): number | undefined {
  const totals = rainByYear(rain)
    .filter(({ days }) => days >= 365)
    .map(({ total }) => total)
  return totals.length < YEARS_TO_SHOW_SPREAD ? undefined : variation(totals)
}

/**
 * How much the number of wet days differs from one year's month to the next year's: the mean over the months of the variance
 * across years; undefined under five years.
 */
function wetDayVariance({ depths, month, year }: DailyRain): number | undefined {
  const counts = new Map<string, number>()
  const years = Array.from({ length: 12 }, () => new Set<number>())
  for (let day = 0; day < depths.length; day++) {
    const m = month[day]!
    years[m]!.add(year[day]!)
    const key = `${year[day]} ${m}`
    counts.set(key, (counts.get(key) ?? 0) + (depths[day]! >= RAIN_DAY ? 1 : 0))
  }
  const variances = years.flatMap((seen, m) =>
    seen.size < YEARS_TO_SHOW_SPREAD ? [] : [sampleVariance([...seen].map((each) => counts.get(`${each} ${m}`)!))],
  )
  return variances.length === 0 ? undefined : variances.reduce((sum, each) => sum + each, 0) / variances.length
}

/** How much a month's rain differs from one year to the next: the mean over the months of the squared coefficient of variation. */
function monthVariance(rain: DailyRain): number | undefined {
  const years = new Set(rain.year).size
  if (years < YEARS_TO_SHOW_SPREAD) return undefined
  const wet = monthVariations(rain).filter((each) => each > 0)
  return wet.length === 0 ? undefined : wet.reduce((sum, each) => sum + each ** 2, 0) / wet.length
}

/** Strengths that are tried, and the most that is believed. */
const REGIMES = [0, 0.25, 0.5, 0.75, 1, 1.25, 1.5]
const SWELLS = [0, 0.2, 0.4, 0.6, 0.8]

/** Where a rising measure meets what is wanted, between the strengths tried. */
function strengthFor(tried: readonly number[], wanted: number, measure: (strength: number) => number): number {
  let before: number | undefined
  for (const [at, strength] of tried.entries()) {
    const made = measure(strength)
    if (made >= wanted) {
      if (before === undefined) return tried[0]!
      const from = tried[at - 1]!
      return from + ((strength - from) * (wanted - before)) / (made - before)
    }
    before = made
  }
  return tried.at(-1)!
}

/** The slow state with which months differ in their wet days, and in their rain, as those of the record do. */
function fitRegime(days: DayModel, rain: DailyRain): { regime: number; swell: number } {
  const [wetDays, totals] = [wetDayVariance(rain), monthVariance(rain)]
  if (wetDays === undefined || totals === undefined) return { regime: REGIME_UNKNOWN, swell: SWELL_UNKNOWN }
  const run = (regime: number, swell: number) => makeYears(chainOf(days, regime, swell), TRIAL_YEARS, TRIAL_SEED).rain
  const regime = strengthFor(REGIMES, wetDays, (each) => wetDayVariance(run(each, 0))!)
  return { regime, swell: strengthFor(SWELLS, totals, (each) => monthVariance(run(regime, each))!) }
}

/**
 * A generator fitted to a record: chain and gamma by month, a slow state as strong as the record's months differ in their wet
 * days, and years as unlike as the record's.
 *
 * @throws ProblemError when the record has no rain at all
 * Source: Richardson & Wright 1984 and Thom 1958 (from memory); slow state and spread are common practice.
 */
export function fitRecord(rain: DailyRain): RainModel {
  if (!rain.depths.some((depth) => depth > 0)) throw new ProblemError(problem('recordWithoutRain'))
  const pairs: [number, number][][] = Array.from({ length: 12 }, () => [])
  for (let i = 1; i < rain.depths.length; i++) pairs[rain.month[i]!]!.push([rain.depths[i - 1]!, rain.depths[i]!])
  const days = { models: pairs.map(modelFromDays), totals: meanMonths(rain), leastDepth: RAIN_DAY }
  const years = Math.max(1, rain.depths.length / 365.25)
  const { regime, swell } = fitRegime(days, rain)
  return withSpread(withRegime(days, regime, swell), Math.min(0.6, yearlySpread(rain) ?? SPREAD_UNKNOWN), years)
}

/** How a month stands in a record: its mean, mm, and its rain days. */
export interface MonthClimate {
  total: number
  wetDays: number
}

/** Mean rain and rain days (0.2 mm and more) of each month, January first. */
export function monthClimate({ depths, month, year }: DailyRain): MonthClimate[] {
  const seen = Array.from({ length: 12 }, () => ({ total: 0, wetDays: 0, years: new Set<number>() }))
  for (let i = 0; i < depths.length; i++) {
    const at = seen[month[i]!]!
    at.total += depths[i]!
    if (depths[i]! >= RAIN_DAY) at.wetDays++
    at.years.add(year[i]!)
  }
  return seen.map(({ total, wetDays, years }) => ({ total: total / Math.max(1, years.size), wetDays: wetDays / Math.max(1, years.size) }))
}

/** A made record held against what it was made from. */
export interface FitReport {
  source: { months: MonthClimate[]; spread: number | undefined }
  made: { months: MonthClimate[]; spread: number | undefined }
  /** Months (0–11) whose correction ran into its bounds. */
  bounded: number[]
}
