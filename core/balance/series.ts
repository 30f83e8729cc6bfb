import type { DailyRain } from '../rain/dailyRain'
import type { SiteDays } from '../rain/weather'
import { inflowBy, type DailyInflow } from './inflow'
import { runStore, type SpillRule, type StoreRun } from './runStore'
import { tankDemand, type StoreLaws, type Tank, type TankDemand } from './tanks'

/** A tank with the days it lives through. */
export interface TankSeries {
  tank: Tank
  /** Off its own roofs, litres a day. */
  own: Float64Array
  demand: TankDemand
}

/** A store with its tanks upstream, and the water and the thirst of one record. */
export interface StoreSeries {
  store: string
  tanks: TankSeries[]
  /** Of the store itself, not of those that hand on to it. */
  inflow: DailyInflow
}

/** Lays the days of a record over a store's laws. */
export function storeSeries({ tanks, laws }: StoreLaws, store: string, rain: DailyRain, site: Pick<SiteDays, 'thirst'>): StoreSeries {
  const inflows = new Map([...laws].map(([id, own]) => [id, inflowBy(own, rain)]))
  // Stores that a pump joins to this one are of its account.
  const own = new Set(tanks.filter((tank) => tank.store === store).flatMap(({ vessels }) => vessels))
  const joined = [...inflows].filter(([id, { byVessel }]) => id === store || [...byVessel.keys()].some((vessel) => own.has(vessel)))
  return {
    store,
    inflow: joined.map(([, inflow]) => inflow).reduce(addInflow),
    tanks: tanks.map((tank) => {
      const own = tank.vessels.flatMap((id) => [...inflows.values()].flatMap(({ byVessel }) => byVessel.get(id) ?? []))
      return { tank, own: sumOf(own, rain.depths.length), demand: tankDemand(tank, rain, site) }
    }),
  }
}

/** Two stores' inflows as one. */
function addInflow(a: DailyInflow, b: DailyInflow): DailyInflow {
  const sum = (key: 'runoff' | 'captured' | 'returned' | 'overEdge' | 'shed' | 'flushed') => sumOf([a[key], b[key]], a[key].length)
  return {
    runoff: sum('runoff'),
    captured: sum('captured'),
    returned: sum('returned'),
    overEdge: sum('overEdge'),
    shed: sum('shed'),
    flushed: sum('flushed'),
    byVessel: new Map([...a.byVessel, ...b.byVessel]),
  }
}

function sumOf(series: readonly Float64Array[], days: number): Float64Array {
  if (series.length === 1) return series[0]!
  const sum = new Float64Array(days)
  for (const each of series) for (let i = 0; i < days; i++) sum[i]! += each[i]!
  return sum
}

/** A tank's days once run: what it got from above besides its own roofs, and how it fared. */
export interface TankRun {
  series: TankSeries
  /** All that came in, litres a day. */
  inflow: Float64Array
  run: StoreRun
  startHeld: number
  /** What the air took, litres a day; absent where all is covered. Not of the yield. */
  dried?: Float64Array
}

/** What a tank holds when the first year begins: an empty one run through that year once. */
export function warmStart(inflow: Float64Array, demand: Float64Array, firstYearDays: number, volume: number, rule: SpillRule): number {
  // The rules of `runStore` without keeping its days: this is asked for every volume of every record.
  const days = Math.min(firstYearDays, inflow.length)
  let held = 0
  for (let day = 0; day < days; day++) {
    const drawn = Math.min(demand[day]!, rule === 'before-spillage' ? held + inflow[day]! : held)
    held = rule === 'before-spillage' ? Math.min(held + inflow[day]! - drawn, volume) : Math.min(held + inflow[day]!, volume) - drawn
  }
  return held
}

/**
 * Tanks through their days, those upstream first; what one spills on a day is in the next on the same day.
 *
 * @param factor on the volume of the store's own tanks, for trying other sizes
 */
export function runTanks({ store, tanks }: StoreSeries, rule: SpillRule, firstYearDays: number, factor = 1): TankRun[] {
  const runs: TankRun[] = []
  tanks.forEach((series, index) => {
    const above = runs.filter((_, i) => tanks[i]!.tank.spillsTo === index)
    const inflow = above.length === 0 ? series.own : sumOf([series.own, ...above.map(({ run }) => run.spill)], series.own.length)
    const volume = series.tank.volume * (series.tank.store === store ? factor : 1)
    const { all, dries } = series.demand
    // The air asks first of all.
    const asked = dries ? sumOf([all, dries], all.length) : all
    const startHeld = warmStart(inflow, asked, firstYearDays, volume, rule)
    const run = runStore(inflow, asked, volume, startHeld, rule)
    if (!dries) {
      runs.push({ series, inflow, startHeld, run })
      return
    }
    const dried = dries.map((litres, day) => Math.min(litres, run.yield[day]!))
    runs.push({ series, inflow, startHeld, dried, run: { ...run, yield: run.yield.map((litres, day) => litres - dried[day]!) } })
  })
  return runs
}

/**
 * Days of a yield shared out between demands: the first in rank gets all it wants before the next; equals share by what they want.
 *
 * @param drawn litres of each day
 * @param wanted litres of each day, a row for each demand, first in rank first
 * @param ranks each demand's priority, in the order of `wanted`; 1 comes first
 * @returns litres that each gets over all days
 */
export function shareOut(drawn: Float64Array, wanted: readonly Float64Array[], ranks: readonly number[]): number[] {
  const got = wanted.map(() => 0)
  const left = drawn.slice()
  for (let i = 0; i < wanted.length;) {
    let end = i + 1
    while (end < wanted.length && ranks[end] === ranks[i]) end++
    const sum = sumOf(wanted.slice(i, end), left.length)
    // What a rank gets of what it wants, day by day; then what it leaves to the next.
    const part = sum.map((litres, day) => (litres > 0 ? Math.min(1, left[day]! / litres) : 0))
    for (let k = i; k < end; k++) {
      const own = wanted[k]!
      let total = 0
      for (let day = 0; day < own.length; day++) total += own[day]! * part[day]!
      got[k] = total
    }
    for (let day = 0; day < left.length; day++) left[day] = Math.max(0, left[day]! - sum[day]!)
    i = end
  }
  return got
}
