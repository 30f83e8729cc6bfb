import { monthlyDemand } from '../draw/dailyDemand'
import type { WaterPath } from '../path/waterPath'
import type { DailyRain } from '../rain/dailyRain'
import type { ReadyRain } from '../rain/gaps'
import { LITRE } from '../units/constants'
import { usableVolume } from '../vessel/usable'
import { dailyInflow, type DailyInflow } from './inflow'
import { weibull, YEARS_FOR_ONE_IN_TEN } from './percentile'
import { runStore, type StoreRun } from './runStore'

/** Litres over a stretch of days, by where they went. */
export interface Account {
  rain: number
  runoff: number
  captured: number
  used: number
  /** Run over or returned because the store was full; part of `spilled` or of `returned`. */
  surplus: number
  spilled: number
  returned: number
  overEdge: number
  shed: number
  demand: number
  daysWanted: number
  daysMet: number
  /** Longest run of days on which less was drawn than wanted. */
  longestShort: number
}

export interface YearAccount extends Account {
  year: number
  /** Whole and sound, so that it counts in dry-year figures. */
  counted: boolean
}

/** A low, middle and high year of one figure; the ends are one in ten and missing under ten counted years. */
export interface YearRange {
  low?: number
  middle: number
  high?: number
}

export interface YearsResult {
  /** Usable, litres. */
  volume: number
  years: YearAccount[]
  months: Account[]
  total: Account
  /** Share of demand met by volume, over all days. */
  met: number
  /** Share of the days that wanted water on which all of it was there. */
  daysMet: number
  metRange: YearRange
  /** Litres drawn a year, mean. */
  usedPerYear: number
  /** Captured and kept (not spilled) a year, litres, mean. */
  keptPerYear: number
  runoffPerYear: number
  longestShort: number
  /** First day of the longest run, index into the record. */
  longestShortStart: number
  /** Share of what was caught that found the store full. */
  surplusShare: number
  /** Times a year that the store is turned over. */
  turnover: number
  /** Held at each day's end, litres. */
  store: Float32Array
  /** 1 on days that went short. */
  short: Uint8Array
  /** Water at the start and at the end, so that the account closes. */
  startHeld: number
  endHeld: number
}

/** A day counts as met when it got this share of what it wanted. */
const ENOUGH = 0.999

const emptyAccount = (): Account => ({
  rain: 0,
  runoff: 0,
  captured: 0,
  used: 0,
  surplus: 0,
  spilled: 0,
  returned: 0,
  overEdge: 0,
  shed: 0,
  demand: 0,
  daysWanted: 0,
  daysMet: 0,
  longestShort: 0,
})

/** Demand of every day of a record, litres. */
export function demandSeries(path: WaterPath, storeId: string, { month }: Pick<DailyRain, 'month'>): Float64Array {
  const byMonth = monthlyDemand(path.demands.get(storeId) ?? [])
  return Float64Array.from(month, (m) => byMonth[m]!)
}

/** What the store holds when the first year begins: an empty store run through that year once. */
export function warmStart(
  inflow: Float64Array,
  demand: Float64Array,
  firstYearDays: number,
  volume: number,
  rule: 'after-spillage' | 'before-spillage',
): number {
  const warmUp = runStore(inflow.subarray(0, firstYearDays), demand.subarray(0, firstYearDays), volume, 0, rule)
  return warmUp.store.at(-1) ?? 0
}

export function firstYearLength({ year }: Pick<DailyRain, 'year'>): number {
  const end = year.findIndex((y) => y !== year[0])
  return end < 0 ? year.length : end
}

interface Gathered {
  years: YearAccount[]
  months: Account[]
  total: Account
  longestShortStart: number
  short: Uint8Array
}

function gather(
  { rain, countedYears }: ReadyRain,
  inflow: DailyInflow,
  demand: Float64Array,
  run: StoreRun,
  selfLevelling: boolean,
): Gathered {
  const counted = new Set(countedYears)
  const years: YearAccount[] = []
  const months = Array.from({ length: 12 }, emptyAccount)
  const total = emptyAccount()
  const short = new Uint8Array(demand.length)
  const runs = { year: 0, all: 0 }
  let longestShortStart = 0
  for (let day = 0; day < demand.length; day++) {
    let year = years.at(-1)
    if (!year || year.year !== rain.year[day]) {
      year = { ...emptyAccount(), year: rain.year[day]!, counted: counted.has(rain.year[day]!) }
      years.push(year)
      runs.year = 0
    }
    const wanted = demand[day]!
    const met = run.yield[day]! >= ENOUGH * wanted
    for (const account of [year, months[rain.month[day]!]!, total]) {
      account.rain += rain.depths[day]!
      account.runoff += inflow.runoff[day]!
      account.captured += inflow.captured[day]!
      account.returned += inflow.returned[day]!
      account.overEdge += inflow.overEdge[day]!
      account.shed += inflow.shed[day]!
      account.used += run.yield[day]!
      // A full butt at a ring trough spills nothing: what finds no room goes on down its own pipe.
      account[selfLevelling ? 'returned' : 'spilled'] += run.spill[day]!
      account.surplus += run.spill[day]!
      account.demand += wanted
      if (wanted > 0) account.daysWanted++
      if (wanted > 0 && met) account.daysMet++
    }
    runs.year = met ? 0 : runs.year + 1
    runs.all = met ? 0 : runs.all + 1
    year.longestShort = Math.max(year.longestShort, runs.year)
    if (runs.all > total.longestShort) {
      total.longestShort = runs.all
      longestShortStart = day - runs.all + 1
    }
    if (!met) short[day] = 1
  }
  return { years, months, total, longestShortStart, short }
}

const ratio = (part: number, whole: number) => (whole > 0 ? part / whole : 1)

/** One in ten dry, middle and one in ten wet of a yearly figure; the ends only from ten counted years on. */
export function yearRange(values: readonly number[]): YearRange {
  const middle = weibull(values, 0.5)
  return values.length >= YEARS_FOR_ONE_IN_TEN ? { low: weibull(values, 0.1), middle, high: weibull(values, 0.9) } : { middle }
}

export interface SimulationOptions {
  /** Usable litres to try instead of the scheme's own. */
  volume?: number
  /** Inflow already reckoned for this path and rain. */
  inflow?: DailyInflow
}

/**
 * A store through all the years of a record, by the day.
 *
 * The store starts with what the first year, run once from empty, leaves in it. Every litre of runoff ends in one
 * place: `runoff = used + spilled + returned + over the edge + shed + (held at end − held at start)`.
 *
 * @throws RangeError when the path has no such store or the rain has no days
 * Source: daily behavioural model, Jenkins et al. 1978; Fewkes & Butler 2000 (from memory).
 */
export function simulateYears(path: WaterPath, storeId: string, ready: ReadyRain, options: SimulationOptions = {}): YearsResult {
  const { rain } = ready
  if (rain.depths.length === 0) throw new RangeError('rain must have at least one day')
  const usable = usableVolume(path, storeId)
  const volume = options.volume ?? usable.volume / LITRE
  const inflow = options.inflow ?? dailyInflow(path, storeId, rain)
  const demand = demandSeries(path, storeId, rain)
  const rule = path.scheme.spillRule
  const startHeld = warmStart(inflow.captured, demand, firstYearLength(rain), volume, rule)
  const run = runStore(inflow.captured, demand, volume, startHeld, rule)
  const { years, months, total, longestShortStart, short } = gather(ready, inflow, demand, run, usable.topBy === 'diverter')
  const span = rain.depths.length / 365.25
  const countedYears = years.filter(({ counted }) => counted)
  const ranged = countedYears.length > 0 ? countedYears : years
  return {
    volume,
    years,
    months,
    total,
    met: ratio(total.used, total.demand),
    daysMet: ratio(total.daysMet, total.daysWanted),
    metRange: yearRange(ranged.map(({ used, demand: wanted }) => ratio(used, wanted))),
    usedPerYear: total.used / span,
    keptPerYear: (total.captured - total.surplus) / span,
    runoffPerYear: total.runoff / span,
    longestShort: total.longestShort,
    longestShortStart,
    surplusShare: total.captured > 0 ? total.surplus / total.captured : 0,
    turnover: volume > 0 ? total.used / span / volume : 0,
    store: Float32Array.from(run.store),
    short,
    startHeld,
    endHeld: run.store.at(-1)!,
  }
}
