import { positive, within } from '../numeric/guards'
import type { Gutter } from '../scheme'

const EN_HALF_ROUND = 2.78e-5
const EN_RECTANGULAR = 3.48e-5
const EN_SAFETY = 0.9

/** Shape factor by sole/top width. Source: free outfall of a level channel, closed form. */
const SHAPE: readonly (readonly [ratio: number, factor: number])[] = [
  [0, 0.893],
  [0.25, 0.94],
  [0.5, 0.971],
  [0.75, 0.99],
  [1, 1],
]

/** Length over depth against fall: 0–3, 4, 6, 8, 10 mm/m. Source: EN 12056-3:2000 table 6, from memory. */
const FALLS = [0.003, 0.004, 0.006, 0.008, 0.01] as const
const LENGTH_FACTOR: readonly (readonly [ratio: number, ...factors: number[]])[] = [
  [50, 1, 1, 1, 1, 1],
  [75, 0.97, 1.02, 1.04, 1.07, 1.09],
  [100, 0.93, 1.03, 1.08, 1.13, 1.18],
  [125, 0.9, 1.05, 1.12, 1.2, 1.27],
  [150, 0.86, 1.07, 1.17, 1.27, 1.37],
  [175, 0.83, 1.08, 1.21, 1.33, 1.46],
  [200, 0.8, 1.1, 1.25, 1.4, 1.55],
  [225, 0.78, 1.1, 1.25, 1.4, 1.55],
  [250, 0.77, 1.1, 1.25, 1.4, 1.55],
  [275, 0.75, 1.1, 1.25, 1.4, 1.55],
  [300, 0.73, 1.1, 1.25, 1.4, 1.55],
  [325, 0.72, 1.1, 1.25, 1.4, 1.55],
  [350, 0.7, 1.1, 1.25, 1.4, 1.55],
  [375, 0.68, 1.1, 1.25, 1.4, 1.55],
  [400, 0.67, 1.1, 1.25, 1.4, 1.55],
  [425, 0.65, 1.1, 1.25, 1.4, 1.55],
  [450, 0.63, 1.1, 1.25, 1.4, 1.55],
  [475, 0.62, 1.1, 1.25, 1.4, 1.55],
  [500, 0.6, 1.1, 1.25, 1.4, 1.55],
]

/** The table by its columns: a fall, and what it leaves at each length over depth. */
const COLUMNS = FALLS.map((at, c) => ({ at, column: LENGTH_FACTOR.map((row) => [row[0], row[c + 1]!] as const) }))

function between(points: readonly (readonly [number, number])[], x: number): number {
  const next = points.findIndex(([at]) => at >= x)
  if (next < 0) return points.at(-1)![1]
  if (next === 0) return points[0]![1]
  const [x0, y0] = points[next - 1]!
  const [x1, y1] = points[next]!
  return y0 + ((y1 - y0) * (x - x0)) / (x1 - x0)
}

/**
 * Depth factor of a trapezoid or rectangle: `(depth / top width)^0.25`.
 * Source: free outfall of a level channel; `gutter-depth-factor`.
 */
export function depthFactor(depth: number, top: number): number {
  positive('depth', depth)
  positive('top', top)
  return (depth / top) ** 0.25
}

/** Factor for length over depth of water and for fall (m/m), linear between the table's points and held at its ends. */
export function lengthFactor(lengthOverDepth: number, fall: number): number {
  return between(
    COLUMNS.map(({ at, column }) => [at, between(column, lengthOverDepth)] as const),
    fall,
  )
}

/** Section of the gutter that water can fill, m². */
export function gutterSection({ profile, width, sole, depth }: Pick<Gutter, 'profile' | 'width' | 'sole' | 'depth'>): number {
  if (profile === 'half-round') return (Math.PI / 8) * width ** 2
  return ((width + (profile === 'rectangular' ? width : sole)) / 2) * depth
}

/**
 * Flow a short level eaves gutter can carry, EN 12056-3: `2.78e-5·A^1.25` L/s half-round, else `3.48e-5·A^1.25·Fd·Fs`.
 *
 * @returns m³/s, before the standard's factor of 0.9 and the length factor
 * Source: EN 12056-3:2000 §5.1, from memory; `half-round-112`.
 */
export function nominalCapacity(gutter: Pick<Gutter, 'profile' | 'width' | 'sole' | 'depth'>): number {
  const squareMillimetres = gutterSection(gutter) * 1e6
  positive('section', squareMillimetres)
  if (gutter.profile === 'half-round') return EN_HALF_ROUND * squareMillimetres ** 1.25 * 1e-3
  const ratio = gutter.profile === 'rectangular' ? 1 : Math.min(1, gutter.sole / gutter.width)
  return EN_RECTANGULAR * squareMillimetres ** 1.25 * depthFactor(gutter.depth, gutter.width) * between(SHAPE, ratio) * 1e-3
}

/** What a bend of more than 10° leaves of a leg's capacity. Source: EN 12056-3:2000, from memory. */
const BEND_LEAVES = 0.85

/**
 * Design capacity of one leg of gutter, from stop end or high point to the outlet.
 *
 * @param leg m
 * @param bent whether it turns a corner on the way
 * @returns m³/s
 * Source: EN 12056-3:2000 §5.1 and table 6, from memory.
 */
export function designCapacity(gutter: Pick<Gutter, 'profile' | 'width' | 'sole' | 'depth' | 'fall'>, leg: number, bent = false): number {
  within('leg', leg, 0, 500)
  return EN_SAFETY * nominalCapacity(gutter) * lengthFactor(leg / gutter.depth, gutter.fall) * (bent ? BEND_LEAVES : 1)
}
