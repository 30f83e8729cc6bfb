/**
 * Root of a function that rises through zero between `low` and `high`, by halving.
 *
 * @param rising continuous, ≤ 0 at `low` and ≥ 0 at `high`
 * @returns x with |bracket| below `tolerance` (absolute, in the unit of x)
 * @throws RangeError when the ends do not bracket a root
 */
export function bisect(rising: (x: number) => number, low: number, high: number, tolerance = 1e-12): number {
  if (rising(low) > 0 || rising(high) < 0) throw new RangeError(`no root between ${low} and ${high}`)
  let a = low
  let b = high
  for (let i = 0; i < 200 && b - a > tolerance; i++) {
    const middle = (a + b) / 2
    if (rising(middle) < 0) a = middle
    else b = middle
  }
  return (a + b) / 2
}
