import { problem, ProblemError } from '../problems'
import { levelAs, storeLevels } from '../log/levels'
import { buildWaterPath } from '../path/waterPath'
import { caughtBy, intakeLaws } from '../balance/inflow'
import { calendarOf } from '../rain/calendar'
import type { Scheme } from '../scheme'
import { chanceFor, normalFor } from './chance'
import { hoursOf, simulatedRain, type Climate } from './weatherService'

/** What a tipping bucket holds, mm. */
export const TIP = 0.2
const HOUR = 3600
const TIPS = 11
const LEVELS = 12
/** A level sensor's noise, its drift over a month, m, and the share of its readings that never arrive. Common practice. */
const NOISE = 0.004
const DRIFT = 0.006
const DROPPED = 0.03
const DRIFT_DAYS = 30

/** Seconds into a day at which a tipping-bucket gauge tips; what is left in the bucket at its end is forgotten. A stand-in. */
export function tipsOf(climate: Climate, day: number, wetHours: number): number[] {
  const depth = simulatedRain(climate, day, 1).depths[0]!
  const tips: number[] = []
  let bucket = 0
  hoursOf(climate, day, depth, wetHours).forEach((fallen, hour) => {
    bucket += fallen
    const count = Math.floor(bucket / TIP + 1e-9)
    bucket -= count * TIP
    const at = Array.from({ length: count }, (_, k) => Math.floor((hour + chanceFor(climate.seed, TIPS, day, hour, k)) * HOUR))
    tips.push(...at.sort((a, b) => a - b))
  })
  return tips
}

/** One reading of a simulated sensor. */
export type SensorReading =
  | { kind: 'tip'; second: number }
  /** m of water over the inside floor of the store's first vessel. */
  | { kind: 'level'; second: number; depth: number }

/** Where readings come from: the stand-in, or whatever takes its place. */
export interface SensorSource {
  /** Readings of a day, in order. @param day day number; `held` litres at its beginning */
  day(day: number, held: number): { readings: SensorReading[]; held: number }
}

/**
 * A gauge and a level sensor at a scheme, simulated: an hour's rain comes in within the hour, the sensor has noise, drifts and
 * drops out.
 *
 * @throws RangeError when the scheme has no such store, or its vessels do not share a level
 */
export function simulatedSensors(scheme: Scheme, storeId: string, climate: Climate): SensorSource {
  const path = buildWaterPath(scheme)
  const levels = storeLevels(path, storeId)
  if (!levels.shared) throw new ProblemError(problem('levelsNotShared'))
  const laws = intakeLaws(path, storeId)
  const { body } = levels.vessels[0]!.vessel
  return {
    day(day, start) {
      const { depths } = simulatedRain(climate, day, 1)
      const caught = caughtBy(laws, { depths, ...calendarOf(day, 1) })[0]!
      const hours = hoursOf(climate, day, depths[0]!, scheme.wetHours)
      let held = start
      const readings: SensorReading[] = tipsOf(climate, day, scheme.wetHours).map((second) => ({ kind: 'tip', second }))
      hours.forEach((fallen, hour) => {
        held = Math.min(levels.full, held + (depths[0]! > 0 ? (caught * fallen) / depths[0]! : 0))
        if (chanceFor(climate.seed, LEVELS, day, hour) < DROPPED) return
        const drift = DRIFT * Math.sin((2 * Math.PI * day) / DRIFT_DAYS)
        const depth = levelAs(body, levels.heightFor(held), 'floor') + drift + NOISE * normalFor(climate.seed, LEVELS, day, hour, 1)
        readings.push({ kind: 'level', second: (hour + 1) * HOUR - 1, depth: Math.max(0, depth) })
      })
      return { readings: readings.sort((a, b) => a.second - b.second), held }
    },
  }
}
