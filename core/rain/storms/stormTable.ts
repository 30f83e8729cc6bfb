import { positive } from '../../numeric/guards'
import type { StormTable } from '../../scheme'

/** How much rarer storms hold against the ten-year one, and the shape of a storm's depth over its length. Common practice. */
const GROWTH: readonly (readonly [years: number, factor: number])[] = [
  [2, 0.68],
  [5, 0.86],
  [10, 1],
  [30, 1.24],
  [100, 1.55],
]
const MINUTES = [10, 20, 30, 60, 120, 360, 720, 1440]
/** The design rain is taken to last so long. */
const DESIGN_MINUTES = 5

/**
 * A table of design storms from the one figure that a scheme has: its design intensity read as five minutes in ten years,
 * other lengths by `i ∝ (t + 10)^−0.75`. A stand-in until the place's own table is put in.
 *
 * @param intensity mm/h (> 0)
 * Source: common practice for shape and growth, no published source.
 */
export function scaledTable(intensity: number): StormTable {
  positive('intensity', intensity)
  const depth = (minutes: number) => (intensity * ((DESIGN_MINUTES + 10) / (minutes + 10)) ** 0.75 * minutes) / 60
  return {
    years: GROWTH.map(([years]) => years),
    minutes: [...MINUTES],
    depths: GROWTH.map(([, factor]) => MINUTES.map((minutes) => Math.round(factor * depth(minutes) * 10) / 10)),
  }
}
