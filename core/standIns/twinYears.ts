import { eventsOf, rainOf, readingsOf, storeLevels, type LogEvent, type LogRain, type StoreLevels, type StoreReadings } from '../log'
import { buildWaterPath, type WaterPath } from '../path/waterPath'
import { dayNumber, makeYears, modelFromMonths, quickNormals, siteDays, type DailyRain } from '../rain'
import { defaultSite, type Entry, type Scheme } from '../scheme'
import { chanceFor } from './chance'
import { simulateReality, type RealityOptions } from './reality'

/** What twin experiments are tried on: half years of a made record, and the log that somebody keeps of one. For tests. */
export const SITE = siteDays(defaultSite())
const { totals, wetDays } = quickNormals({ total: 700, pattern: 'even', hemisphere: 'north', wetDays: 140 })
const YEARS = makeYears(modelFromMonths(totals, wetDays, 0.16), 200, 11).rain
export const HALF_YEAR = 183
export const START = dayNumber(2025, 3, 1)

function halfYear(seed: number): DailyRain {
  const from = (seed * 365 + (seed % 2) * 90) % (YEARS.depths.length - HALF_YEAR)
  const to = from + HALF_YEAR
  return {
    depths: YEARS.depths.slice(from, to),
    month: YEARS.month.slice(from, to),
    year: YEARS.year.slice(from, to),
    weekday: YEARS.weekday.slice(from, to),
    dayOfYear: YEARS.dayOfYear.slice(from, to),
  }
}

/** Evenly over a range, the same for a seed. */
export const between = (low: number, high: number, seed: number, what: number) => low + (high - low) * chanceFor(seed, what)

/** A log of half a year, ready to be read by the plan. */
export interface TwinLog {
  path: WaterPath
  store: string
  entries: Entry[]
  levels: StoreLevels
  readings: StoreReadings
  rain: LogRain
  events: LogEvent[]
}

/**
 * Lives half a year with a system and reads its log.
 *
 * @param plan what is believed to stand there
 * @param truth what does: the plan itself but for what is hidden
 */
export function liveHalfYear(plan: Scheme, seed: number, options: Omit<RealityOptions, 'seed'>, truth: Scheme = plan): TwinLog {
  const [{ id: store }] = plan.stores as [Scheme['stores'][number]]
  const { entries } = simulateReality(truth, store, halfYear(seed), START, SITE, { seed: seed + 1, ...options })
  const path = buildWaterPath(plan)
  const levels = storeLevels(path, store)
  const rain = rainOf(entries, START, START + HALF_YEAR - 1)
  const readings = readingsOf(levels, entries)
  return { path, store, entries, levels, readings, rain, events: eventsOf(levels, readings, rain, entries) }
}
