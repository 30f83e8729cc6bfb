import { nonNegative, positive } from '../numeric/guards'

/**
 * Flow through a round hole in a gutter's floor: a weir round its edge up to half its width, an orifice above.
 *
 * `D·h^1.5/7500` for h ≤ D/2, `D²·√h/15000` above, mm and L/s; a strainer halves it.
 *
 * @param bore m
 * @param head water over the hole, m (drawn down: about half the gutter's depth, not all of it)
 * @returns m³/s
 * Source: EN 12056-3:2000, outlet formulas, from memory; `gutter-outlet`.
 */
export function outletFlow(bore: number, head: number, strainer: boolean): number {
  positive('bore', bore)
  nonNegative('head', head)
  const d = bore * 1000
  const h = head * 1000
  const litres = h <= d / 2 ? (d * h ** 1.5) / 7500 : (d ** 2 * Math.sqrt(h)) / 15000
  return (strainer ? 0.5 : 1) * litres * 1e-3
}

/** Water over an outlet as a share of the gutter's depth: it is drawn down to about half. Source: EN 12056-3:2000, from memory. */
export const OUTLET_HEAD_SHARE = 0.5
