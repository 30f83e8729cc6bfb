import { LITRE } from '../units/constants'
import type { CalendarDays } from './calendar'

/** A gapless daily record ready for reckoning. Years left out are simply not there; the calendar travels with each day. */
export interface DailyRain extends CalendarDays {
  /** mm a day, as it fell. */
  depths: Float64Array
  /** mm a day that reaches the roof as water: fallen rain less new snow, plus melt. Absent where no snow lies. */
  liquid?: Float64Array
  /** Of the very days, where the record tells them: reference evapotranspiration, mm, and mean temperature, °C. */
  thirst?: Float64Array
  warmth?: Float64Array
  /** 1 on the days of the year (1–366) on which frost is to be reckoned with. Absent where there is none. */
  frost?: Uint8Array
}

/**
 * Volume of a depth of rain on a plan area: 1 mm on 1 m² is one litre, exactly.
 *
 * @param depth mm
 * @param area m²
 * @returns m³
 * Source: definition; `rain-litre`, `rain-us-gallon` and `rain-1000ft2-inch` in the check values.
 */
export function rainVolume(depth: number, area: number): number {
  return depth * area * LITRE
}
