/**
 * Litres of a day's rain that pass a limit, whose intensities are exponential around their mean over the wet hours.
 *
 * @param litres that the day would bring; `limit` in litres an hour
 * Source: closed form.
 */
export const passing = (litres: number, limit: number, wetHours: number): number =>
  litres > 0 ? litres * -Math.expm1((-limit * wetHours) / litres) : 0

/** Of a little more rain, the share that passes: the derivative of `passing` by its litres. Source: closed form. */
export function passingSlope(litres: number, limit: number, wetHours: number): number {
  if (litres <= 0) return 1
  const times = (limit * wetHours) / litres
  return 1 - Math.exp(-times) * (1 + times)
}
