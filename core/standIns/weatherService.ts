import { calendarOf, dateOf } from '../rain/calendar'
import type { DailyRain } from '../rain/dailyRain'
import type { ReadyRain } from '../rain/gaps'
import { NIGHT_SPREAD } from '../rain/frost'
import { onDay } from '../rain/onDay'
import type { Site } from '../scheme'
import type { Forecast } from '../weather/forecast'
import { below, chanceFor, normalFor } from './chance'

/** A place's climate as the stand-in knows it. */
export interface Climate {
  /** Seed of the place. */
  seed: number
  /** Depths of all days of each month, mm, rising. */
  byMonth: Float64Array[]
  site: Pick<Site, 'low' | 'high'>
}

/** The climate of a job's rain and place. @param seed the same place gives the same weather */
export function climateOf({ rain }: Pick<ReadyRain, 'rain'>, site: Pick<Site, 'low' | 'high'>, seed: number): Climate {
  const byMonth = Array.from({ length: 12 }, (_, month) => rain.depths.filter((_, day) => rain.month[day] === month).sort())
  return { seed, byMonth, site }
}

const RAIN = 1
const WARMTH = 2
const NOISE = 3
const MEMBER = 4
/** How much of one day's weather is still there on the next. */
const LASTS = 0.45
const BACK = 8
const NORM = Math.sqrt(Array.from({ length: BACK }, (_, k) => LASTS ** (2 * k)).reduce((a, b) => a + b, 0))

/** The weather of a day as a normal figure that hangs together with its neighbours. */
function state(seed: number, what: number, day: number): number {
  let sum = 0
  for (let k = 0; k < BACK; k++) sum += LASTS ** k * normalFor(seed, what, day - k)
  return sum / NORM
}

function depthFor({ byMonth }: Climate, day: number, z: number): number {
  const sorted = byMonth[dateOf(day).month - 1]!
  return sorted.length === 0 ? 0 : sorted[Math.min(sorted.length - 1, Math.floor(below(z) * sorted.length))]!
}
function warmthOn({ site }: Climate, day: number, z: number): { low: number; high: number } {
  const dayOfYear = calendarOf(day, 1).dayOfYear[0]!
  return { low: onDay(site.low, dayOfYear) + NIGHT_SPREAD * z, high: onDay(site.high, dayOfYear) + NIGHT_SPREAD * z }
}

/** Rain as it really falls in the stand-in's world, mm on each day from `start`. */
export function simulatedRain(climate: Climate, start: number, days: number): DailyRain {
  const depths = Float64Array.from({ length: days }, (_, k) => depthFor(climate, start + k, state(climate.seed, RAIN, start + k)))
  return { depths, ...calendarOf(start, days) }
}

/** Lows and highs as they really are there, °C. */
export const simulatedWarmth = (climate: Climate, day: number) => warmthOn(climate, day, state(climate.seed, WARMTH, day))

/** What a forecast knows of each day ahead: correlation with what comes. Falls as real ones do; common practice. */
const KNOWS = [0.95, 0.9, 0.82, 0.72, 0.6, 0.48, 0.36]
export const FORECAST_DAYS = KNOWS.length
export const MEMBERS = 30

/** Hours of rain on a wet day where nothing else is said. */
const WET_HOURS = 4
const HOURS = 24
/** Where a day's rain begins, as a share of the day, and how its hours weigh. */
const BEGINS = 5
const WEIGHS = 6

/** A day's rain in one stretch of the wet hours, mm an hour. @param begins 0 to 1: where in the day @param weight share of an hour, any scale */
function laidInHours(depth: number, wetHours: number, begins: number, weight: (hour: number) => number): number[] {
  const hours = Array.from({ length: HOURS }, () => 0)
  if (depth <= 0) return hours
  const length = Math.max(1, Math.min(HOURS, Math.round(wetHours)))
  const begin = Math.min(HOURS - length, Math.floor(begins * (HOURS + 1 - length)))
  const weights = Array.from({ length }, (_, k) => weight(k))
  const sum = weights.reduce((a, b) => a + b, 0)
  weights.forEach((each, k) => (hours[begin + k] = (depth * each) / sum))
  return hours
}

/** How a day's rain lies in its hours, mm: in one stretch of the wet hours, strongest somewhere within. */
export const hoursOf = ({ seed }: Climate, day: number, depth: number, wetHours: number): number[] =>
  laidInHours(depth, wetHours, chanceFor(seed, BEGINS, day), (k) => -Math.log(chanceFor(seed, WEIGHS, day, k)))

/**
 * A forecast of the stand-in's own weather, of thirty members, with an honest error: what comes is as one more member, its hour as well.
 *
 * With `s = r·z + √(1−r²)·η` known of the truth `z`, members are `r·s + √(1−r²)·ε`: given `s`, truth and members are spread alike.
 * Source: bivariate normal, closed form.
 *
 * @param wetHours hours that it rains on a wet day
 */
export function simulatedForecast(climate: Climate, day: number, wetHours = WET_HOURS): Forecast {
  const { seed } = climate
  const members = (what: number, truth: (day: number) => number) => {
    const signal = KNOWS.map((r, k) => r * truth(day + k) + Math.sqrt(1 - r * r) * normalFor(seed, what, NOISE, day, k))
    return Array.from({ length: MEMBERS }, (_, m) =>
      signal.map((s, k) => KNOWS[k]! * s + Math.sqrt(1 - KNOWS[k]! ** 2) * normalFor(seed, what, MEMBER, day, k, m)),
    )
  }
  const rain = members(RAIN, (of) => state(seed, RAIN, of)).map((member) => member.map((z, k) => depthFor(climate, day + k, z)))
  const begins = members(BEGINS, (of) => normalFor(seed, BEGINS, of))
  const warmth = members(WARMTH, (of) => state(seed, WARMTH, of)).map((member) => member.map((z, k) => warmthOn(climate, day + k, z)))
  return {
    start: day,
    days: FORECAST_DAYS,
    rain,
    hours: rain.map((member, m) =>
      member.flatMap((depth, k) =>
        laidInHours(depth, wetHours, below(begins[m]![k]!), (hour) => -Math.log(chanceFor(seed, WEIGHS, MEMBER, day + k, m, hour))),
      ),
    ),
    low: warmth.map((member) => member.map(({ low }) => low)),
    high: warmth.map((member) => member.map(({ high }) => high)),
    simulated: true,
  }
}
