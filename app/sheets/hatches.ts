import type { Box, Point } from '~/drawing/shapes'
import type { PlateMark } from './plate'

/**
 * Hatches as strokes of the plate itself, so that the screen and the PDF draw the same: what a thing is made of is told by
 * its strokes, never by a tint alone.
 */

type Stroke = Point[]
const strokes = (lines: Stroke[]): PlateMark => ({ kind: 'strokes', lines, weight: 'faint' })
const across = (x: number, to: number, y: number): Stroke => [
  { x, y },
  { x: to, y },
]
const down = (x: number, y: number, to: number): Stroke => [
  { x, y },
  { x, y: to },
]

/** The part of a 45° line through (at, foot of the box) that lies within the box. */
function slant({ x, y, width, height }: Box, at: number): Stroke[] {
  const low = Math.max(0, x - at)
  const high = Math.min(height, x + width - at)
  if (high - low < 0.2) return []
  return [
    [
      { x: at + low, y: y + height - low },
      { x: at + high, y: y + height - high },
    ],
  ]
}

/** Steps from one place to another, neither of them included. */
const steps = (from: number, to: number, step: number): number[] =>
  Array.from({ length: Math.max(0, Math.ceil((to - from) / step - 1e-9) - 1) }, (_, i) => from + (i + 1) * step)

/** Masonry: strokes in pairs. */
export const masonry = (box: Box, pitch = 3): PlateMark =>
  strokes(steps(box.x - box.height - pitch, box.x + box.width, pitch).flatMap((at) => [...slant(box, at), ...slant(box, at + 0.8)]))

/** What is thrown away: single strokes. */
export const waste = (box: Box, pitch = 2.4): PlateMark =>
  strokes(steps(box.x - box.height - pitch, box.x + box.width, pitch).flatMap((at) => slant(box, at)))

/** Blocks in courses, every other course half a block on. */
export function courses({ x, y, width, height }: Box, course = 4, block = 8): PlateMark {
  const rows = Math.max(1, Math.round(height / course))
  const step = height / rows
  return strokes(
    Array.from({ length: rows }, (_, row) => y + row * step).flatMap((top, row) => [
      ...(row > 0 ? [across(x, x + width, top)] : []),
      ...steps(x - (row % 2 === 0 ? 0 : block / 2), x + width - 1, block).map((at) => down(at, top, top + step)),
    ]),
  )
}

/** Timber: grain along the member. */
export const timber = ({ x, y, width, height }: Box, pitch = 1.6): PlateMark =>
  strokes(
    steps(x, x + width, pitch).map((at) => [
      { x: at, y },
      { x: at - 0.3, y: y + height / 3 },
      { x: at + 0.3, y: y + (2 * height) / 3 },
      { x: at, y: y + height },
    ]),
  )

/** Gravel: open lozenges, turned by turns. */
export const gravel = ({ x, y, width, height }: Box, pitch = 2.6): PlateMark =>
  strokes(
    steps(y - pitch / 2, y + height, pitch).flatMap((at, row) =>
      steps(x - (row % 2) * (pitch / 2), x + width - 0.8, pitch).map((along) => [
        { x: along - 0.7, y: at },
        { x: along, y: at - 0.45 },
        { x: along + 0.7, y: at },
        { x: along, y: at + 0.45 },
        { x: along - 0.7, y: at },
      ]),
    ),
  )

/** Water: level strokes, close under the surface and sparse below. */
export function ripples({ x, y, width, height }: Box): PlateMark {
  const lines: Stroke[] = []
  let step = 1.4
  for (let at = y + 1.2, row = 0; at < y + height - 0.6; at += step, step *= 1.35, row++)
    for (const from of steps(x - 8 + ((row * 3) % 5), x + width - 2, 9))
      if (from > x) lines.push(across(from, Math.min(from + 5, x + width - 0.8), at))
  return strokes(lines)
}

/** Ground under a line: three strokes at a time. */
export const soil = (from: number, to: number, y: number): PlateMark =>
  strokes(
    steps(from - 10, to - 4, 12).flatMap((at) =>
      [0, 1.1, 2.2].map((beside) => [
        { x: at + beside + 1.6, y: y + 0.4 },
        { x: at + beside, y: y + 2 },
      ]),
    ),
  )
