import type { WaterPath } from '../path/waterPath'
import type { ReadyRain } from '../rain/gaps'
import { dailyInflow, type DailyInflow } from './inflow'
import { demandSeries, firstYearLength, warmStart, yearRange, type YearRange } from './simulateYears'

/** One volume tried against the whole record. */
export interface SweepPoint {
  /** Usable, litres. */
  volume: number
  /** Share of demand met over all days. */
  met: number
  range: YearRange
}

export interface Sweep {
  points: SweepPoint[]
  /** Index of the point past which more store buys little; undefined when the curve never bends. */
  knee: number | undefined
}

/** What a sweep works on, reckoned once: every volume shares the same water and the same thirst. */
export interface SweepGround {
  inflow: Float64Array
  demand: Float64Array
  /** First day after each year, and what each year wants. */
  yearEnds: Uint32Array
  yearDemand: Float64Array
  counted: boolean[]
  firstYearDays: number
  rule: 'after-spillage' | 'before-spillage'
}

/** Gathers the ground of a sweep. @throws RangeError when the path has no such store */
export function sweepGround(
  path: WaterPath,
  storeId: string,
  { rain, countedYears }: ReadyRain,
  inflow: DailyInflow = dailyInflow(path, storeId, rain),
): SweepGround {
  const demand = demandSeries(path, storeId, rain)
  const years: number[] = []
  const ends: number[] = []
  const wanted: number[] = []
  for (let day = 0; day < demand.length; day++) {
    if (rain.year[day] !== years.at(-1)) {
      years.push(rain.year[day]!)
      ends.push(day)
      wanted.push(0)
    }
    ends[ends.length - 1] = day + 1
    wanted[wanted.length - 1]! += demand[day]!
  }
  return {
    inflow: inflow.captured,
    demand,
    yearEnds: Uint32Array.from(ends),
    yearDemand: Float64Array.from(wanted),
    counted: years.map((y) => countedYears.includes(y)),
    firstYearDays: firstYearLength(rain),
    rule: path.scheme.spillRule,
  }
}

/**
 * Litres drawn each year with one volume; the same rules as `runStore`, without keeping the days.
 * The hot loop of the whole application. What is held never passes the volume, so `min(S + I − Y, V − Y)` is written
 * `min(S + I, V) − Y`.
 */
function yearlyYield({ inflow, demand, yearEnds, firstYearDays, rule }: SweepGround, volume: number): Float64Array {
  const yields = new Float64Array(yearEnds.length)
  const after = rule === 'after-spillage'
  let held = warmStart(inflow, demand, firstYearDays, volume, rule)
  let day = 0
  for (let y = 0; y < yearEnds.length; y++) {
    const end = yearEnds[y]!
    let sum = 0
    // `min` compiles to one instruction where a comparison would be guessed wrong on every second day.
    if (after) {
      for (; day < end; day++) {
        const drawn = Math.min(demand[day]!, held)
        held = Math.min(held + inflow[day]!, volume) - drawn
        sum += drawn
      }
    } else {
      for (; day < end; day++) {
        const at = held + inflow[day]!
        const drawn = Math.min(demand[day]!, at)
        held = Math.min(at - drawn, volume)
        sum += drawn
      }
    }
    yields[y] = sum
  }
  return yields
}

/** One point of a sweep. @param volume usable litres (≥ 0) */
export function sweepPoint(ground: SweepGround, volume: number): SweepPoint {
  const yields = yearlyYield(ground, volume)
  let used = 0
  let wanted = 0
  const shares: number[] = []
  const anyCounted = ground.counted.includes(true)
  for (let y = 0; y < yields.length; y++) {
    used += yields[y]!
    wanted += ground.yearDemand[y]!
    if (!anyCounted || ground.counted[y]) shares.push(ground.yearDemand[y]! > 0 ? yields[y]! / ground.yearDemand[y]! : 1)
  }
  return { volume, met: wanted > 0 ? used / wanted : 1, range: yearRange(shares) }
}

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

/** Every volume against the record. For long sweeps in a worker, call `sweepPoint` in slices instead. */
export function sweep(ground: SweepGround, volumes: readonly number[]): Sweep {
  const points = volumes.map((volume) => sweepPoint(ground, volume))
  return { points, knee: kneeOf(points) }
}
