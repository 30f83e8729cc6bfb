import { mean, sampleStandardDeviation } from 'simple-statistics'
import type { DailyRain } from './dailyRain'
import { makeYears, type RainModel } from './makeRecord'
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
  return totals.length < YEARS_TO_SHOW_SPREAD ? undefined : sampleStandardDeviation(totals) / mean(totals)
}

/**
 * A generator fitted to a record: chain and gamma by month, and as much extra spread between years as the record shows
 * beyond what the chain makes by itself.
 *
 * @throws RangeError when the record has no rain at all
 * Source: Richardson & Wright 1984 and Thom 1958 (from memory); the extra spread is common practice.
 */
export function fitRecord(rain: DailyRain): RainModel {
  if (!rain.depths.some((depth) => depth > 0)) throw new RangeError('the record has no rain to learn from')
  const pairs: [number, number][][] = Array.from({ length: 12 }, () => [])
  for (let i = 1; i < rain.depths.length; i++) pairs[rain.month[i]!]!.push([rain.depths[i - 1]!, rain.depths[i]!])
  const chain: RainModel = { models: pairs.map(modelFromDays), totals: meanMonths(rain), spread: 0, leastDepth: RAIN_DAY }
  const observed = yearlySpread(rain)
  if (observed === undefined) return { ...chain, spread: SPREAD_UNKNOWN }
  const own = yearlySpread(makeYears(chain, TRIAL_YEARS, TRIAL_SEED).rain)!
  return { ...chain, spread: Math.min(0.5, Math.sqrt(Math.max(0, observed ** 2 - own ** 2))) }
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
