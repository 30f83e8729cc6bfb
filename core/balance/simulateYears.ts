import type { WaterPath } from '../path/waterPath'
import type { DailyRain } from '../rain/dailyRain'
import type { ReadyRain } from '../rain/gaps'
import { usableVolume } from '../vessel/usable'
import type { DailyInflow } from './inflow'
import { ENOUGH } from './runStore'
import { weibull, YEARS_FOR_ONE_IN_TEN } from './percentile'
import { runTanks, shareOut, storeSeries, type StoreSeries, type TankRun } from './series'
import { storeLaws } from './tanks'

/** Litres over a stretch of days, by where they went. */
export interface WaterBalance {
  rain: number
  runoff: number
  captured: number
  /** Of `captured`, what came by another store's overflow. */
  received: number
  used: number
  /** Run over or returned because the store was full; part of `spilled` or of `returned`. */
  surplus: number
  spilled: number
  returned: number
  overEdge: number
  shed: number
  flushed: number
  /** Taken by the air from open vessels. */
  evaporated: number
  demand: number
  daysWanted: number
  daysMet: number
  /** Longest run of days on which less was drawn than wanted. */
  longestShort: number
}

export interface YearBalance extends WaterBalance {
  year: number
  /** Whole and sound, so that it counts in dry-year figures. */
  counted: boolean
}

/** One demand over all the years. */
export interface DemandBalance {
  id: string
  /** Litres a year, mean. */
  wanted: number
  got: number
}

/** A low, middle and high year of one figure; the ends are one in ten, and all but the middle missing under ten counted years. */
export interface YearRange {
  low?: number
  /** One in five dry. */
  fifth?: number
  middle: number
  high?: number
}

export interface YearsResult {
  /** What each demand got, first in rank first. */
  demands: DemandBalance[]
  /** Usable, litres. */
  volume: number
  years: YearBalance[]
  months: WaterBalance[]
  total: WaterBalance
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

const emptyAccount = (): WaterBalance => ({
  rain: 0,
  runoff: 0,
  captured: 0,
  received: 0,
  used: 0,
  surplus: 0,
  spilled: 0,
  returned: 0,
  overEdge: 0,
  shed: 0,
  flushed: 0,
  evaporated: 0,
  demand: 0,
  daysWanted: 0,
  daysMet: 0,
  longestShort: 0,
})

export function firstYearLength({ year }: Pick<DailyRain, 'year'>): number {
  const end = year.findIndex((y) => y !== year[0])
  return end < 0 ? year.length : end
}

/** A store's own tanks added up, day by day. */
interface StoreDays {
  captured: Float64Array
  received: Float64Array
  demand: Float64Array
  drawn: Float64Array
  dried: Float64Array
  spill: Float64Array
  held: Float64Array
  startHeld: number
}

function addUp(store: string, runs: readonly TankRun[], days: number): StoreDays {
  const series = () => new Float64Array(days)
  const sum: StoreDays = {
    captured: series(),
    received: series(),
    demand: series(),
    drawn: series(),
    dried: series(),
    spill: series(),
    held: series(),
    startHeld: 0,
  }
  const own = runs.filter(({ series: { tank } }) => tank.store === store)
  const [only] = own
  if (only && runs.length === 1) {
    const { yield: drawn, spill, store: held } = only.run
    const { own: captured, demand } = only.series
    return { ...sum, captured, demand: demand.all, drawn, dried: only.dried ?? sum.dried, spill, held, startHeld: only.startHeld }
  }
  for (const { series: each, run, startHeld, dried } of own) {
    const { tank } = each
    // What one tank of a store spills into the next stays in the store.
    const stays = tank.spillsTo !== undefined && runs[tank.spillsTo]!.series.tank.store === store
    const fromOutside = runs.filter(
      ({ series: from }) => from.tank.store !== store && from.tank.spillsTo === runs.findIndex((r) => r.series === each),
    )
    for (let day = 0; day < days; day++) {
      const received = fromOutside.length === 0 ? 0 : fromOutside.reduce((total, from) => total + from.run.spill[day]!, 0)
      sum.received[day]! += received
      sum.captured[day]! += each.own[day]! + received
      sum.demand[day]! += each.demand.all[day]!
      sum.drawn[day]! += run.yield[day]!
      if (dried) sum.dried[day]! += dried[day]!
      sum.held[day]! += run.store[day]!
      if (!stays) sum.spill[day]! += run.spill[day]!
    }
    sum.startHeld += startHeld
  }
  return sum
}

interface Gathered {
  years: YearBalance[]
  months: WaterBalance[]
  total: WaterBalance
  longestShortStart: number
  short: Uint8Array
}

/** Litres of each day, under the account that they belong to. */
type DayColumns = [keyof WaterBalance, Float64Array][]

function columnsOf({ rain }: ReadyRain, inflow: DailyInflow, store: StoreDays, selfLevelling: boolean): DayColumns {
  return [
    ['rain', rain.depths],
    ['runoff', inflow.runoff],
    ['captured', store.captured],
    ['received', store.received],
    ['returned', inflow.returned],
    ['overEdge', inflow.overEdge],
    ['shed', inflow.shed],
    ['flushed', inflow.flushed],
    ['evaporated', store.dried],
    ['used', store.drawn],
    // A full butt at a ring trough spills nothing: what finds no room goes on down its own pipe.
    [selfLevelling ? 'returned' : 'spilled', store.spill],
    ['surplus', store.spill],
    ['demand', store.demand],
  ]
}

function gather(ready: ReadyRain, inflow: DailyInflow, store: StoreDays, selfLevelling: boolean): Gathered {
  const { month, year } = ready.rain
  const { demand, drawn } = store
  const days = demand.length
  const counted = new Set(ready.countedYears)
  const years: YearBalance[] = []
  const months = Array.from({ length: 12 }, emptyAccount)
  const total = emptyAccount()
  /** Days that share a month (0–11) of a year (its place among them), from one to the next. */
  const stretches: { from: number; to: number; y: number; m: number }[] = []
  for (let from = 0; from < days;) {
    const m = month[from]!
    if (from === 0 || year[from] !== year[from - 1]) years.push({ ...emptyAccount(), year: year[from]!, counted: counted.has(year[from]!) })
    let to = from + 1
    while (to < days && month[to] === m && year[to] === year[from]) to++
    stretches.push({ from, to, y: years.length - 1, m })
    from = to
  }
  const ofYears = new Float64Array(years.length)
  const ofMonths = new Float64Array(12)
  for (const [account, litres] of columnsOf(ready, inflow, store, selfLevelling)) {
    // Summed up before it is entered: an account takes as long to find as a month of days to add.
    ofYears.fill(0)
    ofMonths.fill(0)
    for (const { from, to, y, m } of stretches) {
      let sum = 0
      for (let day = from; day < to; day++) sum += litres[day]!
      ofYears[y]! += sum
      ofMonths[m]! += sum
    }
    years.forEach((each, y) => (each[account] += ofYears[y]!))
    months.forEach((each, m) => (each[account] += ofMonths[m]!))
    total[account] += ofYears.reduce((all, sum) => all + sum, 0)
  }
  const short = new Uint8Array(days)
  // Looked up once: the loop turns for every day of the record.
  const part = ENOUGH
  let longestShortStart = 0
  let spell = 0
  let inYear = 0
  stretches.forEach(({ from, to, y, m }, n) => {
    const ofYear = years[y]!
    if (y !== stretches[n - 1]?.y) inYear = 0
    let asked = 0
    let went = 0
    for (let day = from; day < to; day++) {
      const wanted = demand[day]!
      const met = drawn[day]! >= part * wanted
      asked += wanted > 0 ? 1 : 0
      went += wanted > 0 && met ? 1 : 0
      inYear = met ? 0 : inYear + 1
      spell = met ? 0 : spell + 1
      if (met) continue
      short[day] = 1
      ofYear.longestShort = Math.max(ofYear.longestShort, inYear)
      if (spell <= total.longestShort) continue
      total.longestShort = spell
      longestShortStart = day - spell + 1
    }
    for (const account of [ofYear, months[m]!, total]) {
      account.daysWanted += asked
      account.daysMet += went
    }
  })
  return { years, months, total, longestShortStart, short }
}

function demandAccounts(store: string, runs: readonly TankRun[], span: number): DemandBalance[] {
  const sum = (days: Float64Array) => {
    let total = 0
    for (let day = 0; day < days.length; day++) total += days[day]!
    return total
  }
  return runs
    .filter(({ series: { tank } }) => tank.store === store)
    .flatMap(({ series: { tank, demand }, run }) => {
      const got = shareOut(
        run.yield,
        demand.each,
        tank.demands.map(({ priority }) => priority),
      )
      return tank.demands.map(({ id }, i) => ({ id, wanted: sum(demand.each[i]!) / span, got: got[i]! / span }))
    })
}

/** Share of what was asked for; nought where nothing was, so that nothing kept is never all that was wanted. */
const ratio = (part: number, whole: number) => (whole > 0 ? part / whole : 0)

/** One in ten dry, middle and one in ten wet of a yearly figure; the ends only from ten counted years on. */
export function yearRange(values: readonly number[]): YearRange {
  if (values.length === 0) return { middle: 0 }
  const middle = weibull(values, 0.5)
  return values.length >= YEARS_FOR_ONE_IN_TEN
    ? { low: weibull(values, 0.1), fifth: weibull(values, 0.2), middle, high: weibull(values, 0.9) }
    : { middle }
}

export interface SimulationOptions {
  /** Usable litres to try instead of the scheme's own. */
  volume?: number
  /** Days already laid over this path and rain. */
  series?: StoreSeries
}

/** Days a record stands for, in years. */
export const spanOf = ({ depths }: Pick<DailyRain, 'depths'>): number => depths.length / 365.25

/**
 * A store through all the years of a record, by the day.
 *
 * The store starts with what the first year, run once from empty, leaves in it. Every litre ends in one place:
 * `runoff + received = used + spilled + returned + over the edge + shed + flushed + evaporated + (held at end − held at start)`.
 *
 * @throws RangeError when the path has no such store or the rain has no days
 * Source: daily behavioural model, Jenkins et al. 1978; Fewkes & Butler 2000 (from memory).
 */
export function simulateYears(path: WaterPath, storeId: string, ready: ReadyRain, options: SimulationOptions = {}): YearsResult {
  const { rain } = ready
  if (rain.depths.length === 0) throw new RangeError('rain must have at least one day')
  const usable = usableVolume(path, storeId)
  const series = options.series ?? storeSeries(storeLaws(path, storeId), storeId, rain, ready.site)
  const own = series.tanks.filter(({ tank }) => tank.store === storeId).reduce((sum, { tank }) => sum + tank.volume, 0)
  const volume = options.volume ?? own
  const factor = own > 0 ? volume / own : 1
  const runs = runTanks(series, path.scheme.spillRule, firstYearLength(rain), factor)
  const store = addUp(storeId, runs, rain.depths.length)
  const { years, months, total, longestShortStart, short } = gather(ready, series.inflow, store, usable.topBy === 'diverter')
  const span = spanOf(rain)
  const countedYears = years.filter(({ counted }) => counted)
  const ranged = countedYears.length > 0 ? countedYears : years
  return {
    volume,
    demands: demandAccounts(storeId, runs, span),
    years,
    months,
    total,
    met: ratio(total.used, total.demand),
    daysMet: ratio(total.daysMet, total.daysWanted),
    metRange: yearRange(ranged.flatMap(({ used, demand: wanted }) => (wanted > 0 ? [used / wanted] : []))),
    usedPerYear: total.used / span,
    keptPerYear: (total.captured - total.surplus) / span,
    runoffPerYear: total.runoff / span,
    longestShort: total.longestShort,
    longestShortStart,
    surplusShare: total.captured > 0 ? total.surplus / total.captured : 0,
    turnover: volume > 0 ? total.used / span / volume : 0,
    store: new Float32Array(store.held),
    short,
    startHeld: store.startHeld,
    endHeld: store.held.at(-1)!,
  }
}
