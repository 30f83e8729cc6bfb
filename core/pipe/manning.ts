import { positive, within } from '../numeric/guards'

/** Manning's n of smooth plastic. Common practice. */
export const PLASTIC_MANNING = 0.01
/** A near-level pipe is drawn on up to this share of its bore: above it a little more water can shut it. EN 12056-3, from memory. */
export const DESIGN_FILLING = 0.7

/**
 * Flow in a near-level pipe filled to a share of its bore: `Q = A·R^(2/3)·√fall / n`.
 *
 * @param bore inner diameter, m
 * @param fall m/m; nothing runs where it is not above 0
 * @param filling depth of water over bore, 0–1
 * @returns m³/s
 * @throws RangeError naming the field that is out of range
 * @example manningFlow(0.0779, 0.02) // 0.00488 m³/s running full
 * Source: Manning's formula; `manning-full`. Section of the water from the circle's geometry.
 */
export function manningFlow(bore: number, fall: number, filling = 1, n = PLASTIC_MANNING): number {
  positive('bore', bore)
  within('filling', filling, 0, 1)
  positive('n', n)
  if (fall <= 0 || filling === 0) return 0
  const angle = 2 * Math.acos(1 - 2 * filling)
  const area = (bore ** 2 / 8) * (angle - Math.sin(angle))
  const wetted = (bore * angle) / 2
  return (area * (area / wetted) ** (2 / 3) * Math.sqrt(fall)) / n
}
