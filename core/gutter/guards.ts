/** Rain heavier than this skips over a guard, mm/h, and the share that does. Common practice: 5–15 % in heavy rain. */
export const SKIPS_ABOVE = 40
export const SKIPS = 0.1

/**
 * Share of a day's water that skips over a guard: a tenth of what falls faster than 40 mm/h, nothing of the rest.
 *
 * With exponential intensity of mean ī: `0.1·(1 + 40/ī)·e^(−40/ī)`.
 *
 * @param mean mean intensity of the wet hours, mm/h (≥ 0)
 * Source: the share is common practice, the integral a closed form.
 */
export function skipsGuard(mean: number): number {
  if (mean <= 0) return 0
  const x = SKIPS_ABOVE / mean
  return SKIPS * (1 + x) * Math.exp(-x)
}
