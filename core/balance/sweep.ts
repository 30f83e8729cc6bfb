import type { ReadyRain } from '../rain/gaps'
import { runAbreast } from './abreast/runAbreast'
import { ENOUGH, type SpillRule } from './runStore'
import { runTanks, type StoreSeries } from './series'
import { firstYearLength, yearRange, type YearRange } from './simulateYears'

/** One volume tried against the whole record. */
export interface SweepPoint {
  /** Usable, litres. */
  volume: number
  /** Share of demand met over all days. */
  met: number
  /** Days a year on which less was there than wanted, mean. */
  shortDays: number
  range: YearRange
}

export interface Sweep {
  points: SweepPoint[]
  /** Index of the point past which more store buys little; undefined when the curve never bends. */
  knee: number | undefined
}

/** What a sweep works on, reckoned once: every volume shares the same water and the same thirst. */
export interface SweepInputs {
  series: StoreSeries
  /** The store as one tank: what comes in whatever its size, and what is asked of it. Undefined for a cascade. */
  single: { inflow: Float64Array; demand: Float64Array } | undefined
  /** First day after each year, and what each year wants. */
  yearEnds: Uint32Array
  yearDemand: Float64Array
  counted: boolean[]
  firstYearDays: number
  rule: SpillRule
}

/** The store as one tank, with what the stores above it hand on: their size is not what is swept. */
function singleTank(series: StoreSeries, rule: SpillRule, firstYearDays: number): SweepInputs['single'] {
  const own = series.tanks.filter(({ tank }) => tank.store === series.store)
  // What the air takes has to be told from what is drawn.
  if (own.length !== 1 || own[0]!.demand.dries) return undefined
  if (series.tanks.length === 1) return { inflow: own[0]!.own, demand: own[0]!.demand.all }
  const last = runTanks(series, rule, firstYearDays).find(({ series: each }) => each === own[0])!
  return { inflow: last.inflow, demand: own[0]!.demand.all }
}

/** Gathers the ground of a sweep. */
export function sweepInputs(
  series: StoreSeries,
  { rain, countedYears }: Pick<ReadyRain, 'rain' | 'countedYears'>,
  rule: SpillRule,
): SweepInputs {
  const own = series.tanks.filter(({ tank }) => tank.store === series.store)
  const firstYearDays = firstYearLength(rain)
  const years: number[] = []
  const ends: number[] = []
  const wanted: number[] = []
  for (let day = 0; day < rain.depths.length; day++) {
    if (rain.year[day] !== years.at(-1)) {
      years.push(rain.year[day]!)
      ends.push(day)
      wanted.push(0)
    }
    ends[ends.length - 1] = day + 1
    for (const { demand } of own) wanted[wanted.length - 1]! += demand.all[day]!
  }
  return {
    series,
    single: singleTank(series, rule, firstYearDays),
    yearEnds: Uint32Array.from(ends),
    yearDemand: Float64Array.from(wanted),
    counted: years.map((y) => countedYears.includes(y)),
    firstYearDays,
    rule,
  }
}

/** Litres drawn each year, and days that went short in all of them. */
interface Yields {
  yields: Float64Array
  short: number
}

/** The years of a cascade whose vessels all grow alike, and of open vessels. */
function cascadeYield({ series, yearEnds, rule, firstYearDays }: SweepInputs, volume: number): Yields {
  const own = series.tanks.filter(({ tank }) => tank.store === series.store).reduce((sum, { tank }) => sum + tank.volume, 0)
  const runs = runTanks(series, rule, firstYearDays, own > 0 ? volume / own : 0).filter(
    ({ series: each }) => each.tank.store === series.store,
  )
  const yields = new Float64Array(yearEnds.length)
  let day = 0
  let short = 0
  for (let y = 0; y < yearEnds.length; y++) {
    for (; day < yearEnds[y]!; day++) {
      let drawn = 0
      let wanted = 0
      for (const { run, series: each } of runs) {
        drawn += run.yield[day]!
        wanted += each.demand.all[day]!
      }
      yields[y]! += drawn
      if (drawn < ENOUGH * wanted) short++
    }
  }
  return { yields, short }
}

/** Litres drawn each year, and days short, with each of some volumes. */
function yieldsOf(inputs: SweepInputs, volumes: ArrayLike<number>): Yields[] {
  const { single, yearEnds, rule, firstYearDays } = inputs
  if (!single) return Array.from(volumes, (volume) => cascadeYield(inputs, volume))
  const { used, short } = runAbreast({ ...single, rule, firstYearDays }, volumes, yearEnds)
  return Array.from(volumes, (_, v) => {
    const yields = new Float64Array(yearEnds.length)
    let days = 0
    for (let y = 0; y < yearEnds.length; y++) {
      yields[y] = used[y * volumes.length + v]!
      days += short[y * volumes.length + v]!
    }
    return { yields, short: days }
  })
}

function pointOf(inputs: SweepInputs, volume: number, { yields, short }: Yields): SweepPoint {
  const span = (inputs.yearEnds.at(-1) ?? 0) / 365.25
  let used = 0
  let wanted = 0
  const shares: number[] = []
  const anyCounted = inputs.counted.includes(true)
  for (let y = 0; y < yields.length; y++) {
    used += yields[y]!
    wanted += inputs.yearDemand[y]!
    if ((!anyCounted || inputs.counted[y]) && inputs.yearDemand[y]! > 0) shares.push(yields[y]! / inputs.yearDemand[y]!)
  }
  return { volume, met: wanted > 0 ? used / wanted : 0, shortDays: span > 0 ? short / span : 0, range: yearRange(shares) }
}

/** Points of a sweep, in the order of their volumes. @param volumes usable litres (≥ 0) */
export function sweepPoints(inputs: SweepInputs, volumes: readonly number[]): SweepPoint[] {
  const yields = yieldsOf(inputs, volumes)
  return volumes.map((volume, v) => pointOf(inputs, volume, yields[v]!))
}

/** One point of a sweep. @param volume usable litres (≥ 0) */
export const sweepPoint = (inputs: SweepInputs, volume: number): SweepPoint => sweepPoints(inputs, [volume])[0]!

/** Evenly spaced volumes to try, from nothing to a few times the present one, litres. */
export function sweepVolumes(present: number, count: number, most = Math.max(1000, 6 * present)): number[] {
  return Array.from({ length: count }, (_, i) => (most * i) / (count - 1))
}

/**
 * Where the curve bends most: the point farthest above the straight line between its ends, both axes made 0 to 1.
 *
 * @returns its index; undefined when no point rises above the line (nothing to gain, or all is met at once)
 * Source: the project's rule, after the common "distance to chord" reading of a knee.
 */
export function kneeOf(points: readonly Pick<SweepPoint, 'volume' | 'met'>[]): number | undefined {
  const first = points[0]
  const last = points.at(-1)
  if (!first || !last || last.met <= first.met || last.volume <= first.volume) return undefined
  let best: number | undefined
  let farthest = 1e-6
  points.forEach(({ volume, met }, index) => {
    const above = (met - first.met) / (last.met - first.met) - (volume - first.volume) / (last.volume - first.volume)
    if (above > farthest) {
      farthest = above
      best = index
    }
  })
  return best
}

/** Every volume against the record. In a worker, call `sweepPoints` in slices instead. */
export function sweep(inputs: SweepInputs, volumes: readonly number[]): Sweep {
  const points = sweepPoints(inputs, volumes)
  return { points, knee: kneeOf(points) }
}
