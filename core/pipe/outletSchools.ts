import { nonNegative, positive } from '../numeric/guards'
import { INCH, SQUARE_FOOT } from '../units/constants'

/** Roof that each square inch of opening may drain by the rule of thumb, ft², which is the intensity rule at 12 in/h. */
const RULE_OF_THUMB = 100
const INTENSITY_RULE = 1200

/** Opening of a round hole, m². */
export function roundOpening(bore: number): number {
  positive('bore', bore)
  return (Math.PI / 4) * bore ** 2
}

/**
 * Roof that an opening may drain by the rule of thumb: a hundred square feet for each square inch.
 *
 * @param opening the smallest on the way, m²
 * @returns m². Common practice, no published source; `hundred-rule` and `smallest-section`.
 */
export function hundredRule(opening: number): number {
  nonNegative('opening', opening)
  return (opening / INCH ** 2) * RULE_OF_THUMB * SQUARE_FOOT
}

/**
 * Roof that an opening may drain: `1200 / I` square feet for each square inch, I in inches an hour.
 *
 * @param opening the smallest on the way, m²
 * @param intensity mm/h (> 0)
 * @returns m². Source: sheet-metal contractors' architectural manual, from memory; `intensity-rule`.
 */
export function intensityRule(opening: number, intensity: number): number {
  nonNegative('opening', opening)
  positive('intensity', intensity)
  return (opening / INCH ** 2) * (INTENSITY_RULE / (intensity / 25.4)) * SQUARE_FOOT
}

/** Roof that a round vertical leader may drain at 1 in/h, ft², by its bore in inches. */
const LEADERS: readonly (readonly [inches: number, squareFeet: number])[] = [
  [2, 2880],
  [3, 8800],
  [4, 18400],
]

/**
 * Roof that a leader may drain by the code's table, m²; undefined under its smallest bore. A bore between two counts as the
 * smaller.
 *
 * Source: International Plumbing Code 2003, table 1106.2, from memory; `leader-table`.
 */
export function leaderTable(bore: number, intensity: number): number | undefined {
  positive('intensity', intensity)
  const inches = bore / INCH
  const row = LEADERS.findLast(([size]) => inches >= size - 0.05)
  return row && (row[1] * SQUARE_FOOT) / (intensity / 25.4)
}
