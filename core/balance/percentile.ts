/**
 * Value with a given chance of not being exceeded, by Weibull plotting positions m/(n + 1), interpolated.
 *
 * @param values any order
 * @param chance 0–1; held to the smallest and largest value beyond their own positions
 * Source: Weibull 1939 plotting positions, as used in hydrology; closed form.
 */
export function weibull(values: readonly number[], chance: number): number {
  return weibullSorted(Float64Array.from(values).sort(), chance)
}

/** The same of values that are in rising order already, for several chances of one set. */
export function weibullSorted(sorted: Float64Array, chance: number): number {
  if (sorted.length === 0) throw new RangeError('values must not be empty')
  const position = chance * (sorted.length + 1) - 1
  const low = Math.min(sorted.length - 1, Math.max(0, Math.floor(position)))
  const high = Math.min(sorted.length - 1, low + 1)
  const part = Math.min(1, Math.max(0, position - low))
  return sorted[low]! + (sorted[high]! - sorted[low]!) * part
}

/** Fewest whole years from which a one-in-ten year is told. */
export const YEARS_FOR_ONE_IN_TEN = 10
