import { runStore, ENOUGH } from '../balance/runStore'
import { caughtBy } from '../balance/inflow'
import type { StoreLaws } from '../balance/tanks'
import { demandDays } from '../draw/demandDays'
import type { DailyRain } from '../rain/dailyRain'
import type { SiteDays } from '../rain/weather'
import type { Demand, Scheme } from '../scheme'
import { chanceOf, quantileOf, rising } from './forecast'

/** Farthest that is looked, days. */
export const FARTHEST = 120

/** How long what is there lasts, over all ways that rain may go on. */
export interface DaysLeft {
  /** Days until something wanted is not there: one in ten shorter, middle, one in ten longer; `FARTHEST` where it is not seen to end. */
  low: number
  middle: number
  high: number
  /** Chance of going short within a week, a fortnight, a month. */
  week: number
  fortnight: number
  month: number
  /** Days for each way, in the ways' own order. */
  each: number[]
}

/** What is asked for, cut down: demands in rank up to `upTo` get their share. */
export interface Ration {
  /** Ids of demands that go without. */
  without: string[]
  /** Share of the rest that is drawn, 0–1. */
  share: number
}
export const ALL: Ration = { without: [], share: 1 }

/** What a store is run ahead with. */
export interface ForecastInputs {
  scheme: Pick<Scheme, 'spillRule'>
  laws: StoreLaws
  store: string
  /** Litres that taps reach when full. */
  volume: number
  demands: readonly Demand[]
  site: Pick<SiteDays, 'thirst'>
}

/** Of a store: its intakes' laws, its own litres, and who draws from it. Upstream stores are left out of account. */
export function forecastInputs(
  scheme: Pick<Scheme, 'spillRule'>,
  laws: StoreLaws,
  store: string,
  site: Pick<SiteDays, 'thirst'>,
): ForecastInputs {
  const own = laws.tanks.filter((tank) => tank.store === store)
  return {
    scheme,
    laws,
    store,
    volume: own.reduce((sum, { volume }) => sum + volume, 0),
    demands: own.flatMap(({ demands }) => demands),
    site,
  }
}

/** Litres that are asked for each day of a way on. */
export function wantedOn({ demands, site }: ForecastInputs, way: DailyRain, { without, share }: Ration): Float64Array {
  const sum = new Float64Array(way.depths.length)
  for (const demand of demands) {
    if (without.includes(demand.id)) continue
    const days = demandDays(demand, way, site)
    for (let day = 0; day < sum.length; day++) sum[day]! += share * days[day]!
  }
  return sum
}

/** Litres that come in on each day of a way on, by the plan's catch times a site's own ratio. */
export const comesOn = ({ laws, store }: ForecastInputs, way: DailyRain, ratio = 1): Float64Array =>
  caughtBy(laws.laws.get(store) ?? [], way).map((litres) => litres * ratio)

/**
 * Days that a store lasts from what it holds.
 *
 * @param held litres above the lowest tap
 * @param ratio the site's own catch, of the plan's
 * Source: the daily account of the years, run ahead.
 */
export function daysLeft(inputs: ForecastInputs, held: number, ways: readonly DailyRain[], ration: Ration = ALL, ratio = 1): DaysLeft {
  const each = ways.map((way) => {
    const wanted = wantedOn(inputs, way, ration)
    const run = runStore(comesOn(inputs, way, ratio), wanted, inputs.volume, Math.min(held, inputs.volume), inputs.scheme.spillRule)
    const day = run.yield.findIndex((drawn, i) => wanted[i]! > 0 && drawn < ENOUGH * wanted[i]!)
    return day < 0 ? FARTHEST : Math.min(FARTHEST, day)
  })
  const sorted = rising(each)
  const within = (days: number) => chanceOf(each, (day) => day < days)
  return {
    low: quantileOf(sorted, 0.1),
    middle: quantileOf(sorted, 0.5),
    high: quantileOf(sorted, 0.9),
    week: within(7),
    fortnight: within(14),
    month: within(30),
    each,
  }
}

/** A way to make do, and what it does. */
export interface RationOffer extends Ration {
  left: DaysLeft
}

/** Ways to make do, mildest first: the last in rank go without, one after another, then half for all that is left. */
export function rations(inputs: ForecastInputs, held: number, ways: readonly DailyRain[], ratio = 1): RationOffer[] {
  const last = inputs.demands.toSorted((a, b) => b.priority - a.priority).map(({ id }) => id)
  const offers: Ration[] = []
  for (let n = 1; n < last.length; n++) offers.push({ without: last.slice(0, n), share: 1 })
  offers.push({ without: last.slice(0, Math.max(0, last.length - 1)), share: 0.5 })
  return offers.map((ration) => ({ ...ration, left: daysLeft(inputs, held, ways, ration, ratio) }))
}
