import { positive, within } from '../numeric/guards'

/**
 * Flow down a vertical rainwater pipe at a filling degree: `2.5e-4 · k^−0.167 · d^2.667 · f^1.667` L/s, d and k in mm.
 *
 * @param bore inner diameter, m
 * @param filling share of the section that is water, 0–0.35 (0.33 is full duty, 0.2 the film on the wall)
 * @returns m³/s
 * Source: EN 12056-3:2000, Wyly–Eaton, k = 0.25 mm, from memory; `wyly-eaton`, `wyly-eaton-fifth`.
 */
export function verticalPipeFlow(bore: number, filling: number): number {
  positive('bore', bore)
  within('filling', filling, 0, 0.35)
  const roughness = 0.25
  return 2.5e-4 * roughness ** -0.167 * (bore * 1000) ** 2.667 * filling ** 1.667 * 1e-3
}

/** Filling degrees of a pipe at full duty, and of water still clinging to the wall. */
export const FULL_DUTY = 0.33
export const WALL_FILM = 0.2
