import { LITRE } from '../units/constants'

/** A gapless daily record ready for reckoning. Years left out are simply not there; the calendar travels with each day. */
export interface DailyRain {
  /** mm a day. */
  depths: Float64Array
  /** Month of each day, 0–11. */
  month: Uint8Array
  /** Calendar year of each day. */
  year: Uint16Array
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
