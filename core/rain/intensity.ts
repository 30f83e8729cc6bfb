import { nonNegative, positive } from '../numeric/guards'

/**
 * Share of a day's water that flows below a limit, when intensity within the wet hours is exponential.
 *
 * `share = 1 − e^(−limit/mean)`: the integral of the exponential's survival function up to the limit.
 * A chain of limits passes what its smallest limit passes; shares are never multiplied.
 *
 * @param limit largest flow that gets through, any unit (≥ 0; Infinity passes everything)
 * @param mean mean flow in the wet hours, same unit (> 0)
 * Source: closed form; `exponential-capture`, `capture-cloudburst` in the check values.
 */
export function shareBelow(limit: number, mean: number): number {
  positive('mean', mean)
  if (limit === Infinity) return 1
  nonNegative('limit', limit)
  return -Math.expm1(-limit / mean)
}
