import type { Scene } from './scene'
import type { Point } from './shapes'

/** How long a stroke of rain is, and how far from the roof it stays, px. */
const CLEAR = 22
const STROKES = 20
/** Parts of one by which they are strewn, so that none stands close to another: the plastic ratio's and its square's. */
const ACROSS = 0.754_877_666_246_693
const DOWN = 0.569_840_290_998_053

/** Strokes of rain over a roof, none under it. @param left px where the drawing begins */
export function rainOver({ roof: { from, to }, gutter }: Pick<Scene, 'roof' | 'gutter'>, left: number): Point[] {
  const width = Math.max(40, gutter.centre.x - left)
  return Array.from({ length: STROKES }, (_, i) => ({
    x: left + 10 + Math.round(width * ((i * ACROSS) % 1)),
    y: 8 + Math.round(60 * ((i * DOWN) % 1)),
  })).filter(({ x, y }) => y + CLEAR < from.y + ((to.y - from.y) * (x - from.x)) / Math.max(1, to.x - from.x))
}
