import type { Point } from '~/drawing/shapes'

/** Line weights of a drawing on paper, by what they mean. */
export type Weight = 'ground' | 'cut' | 'seen' | 'fine' | 'faint' | 'hidden' | 'water' | 'pencil' | 'clear'
export type Fill = 'none' | 'sheet' | 'wash' | 'ink'

export type PlateMark =
  | { kind: 'line'; points: Point[]; weight: Weight; closed?: boolean; fill?: Fill }
  /** Many strokes of one weight: a hatch. */
  | { kind: 'strokes'; lines: Point[][]; weight: Weight }
  | { kind: 'circle'; centre: Point; radius: number; weight: Weight; fill?: Fill }
  | { kind: 'text'; at: Point; text: string; size: number; anchor: 'start' | 'middle' | 'end'; strong?: boolean; on?: 'ink' }

/** A numbered drawing, mm from its top left corner: the same marks make the picture on the screen and the lines in the PDF. */
export interface Plate {
  id: string
  title: string
  width: number
  height: number
  marks: PlateMark[]
  /** Drawn at true scale: it is never made smaller to fit. */
  trueScale?: boolean
  /** Where parts are, by their keys: what a crop is taken round. */
  places?: Record<string, Point>
}

/** A part of a drawing round one place, shown at the drawing's own size. */
export interface Crop {
  plate: Plate
  at: Point
}

/** The window of so much width and height, mm, round a place, kept within the drawing as far as that has room. */
export function cropWindow({ plate, at }: Crop, width: number, height: number): { x: number; y: number; width: number; height: number } {
  const within = (centre: number, room: number, most: number) => Math.max(0, Math.min(centre - room / 2, most - room))
  return { x: within(at.x, width, plate.width), y: within(at.y, height, plate.height), width, height }
}

/** Width of a letter as a share of its height, on the wide side. */
const LETTER = 0.6
/** What of a drawing is shown in a window: all but the words and the numbers' circles that its edge would cut through. */
export function marksWithin({ marks }: Plate, { x, y, width, height }: ReturnType<typeof cropWindow>): PlateMark[] {
  return marks.filter((mark) => {
    if (mark.kind === 'circle') {
      const { centre, radius } = mark
      return centre.x - radius >= x && centre.x + radius <= x + width && centre.y - radius >= y && centre.y + radius <= y + height
    }
    if (mark.kind !== 'text') return true
    const long = mark.text.length * mark.size * LETTER
    const left = mark.at.x - (mark.anchor === 'end' ? long : mark.anchor === 'middle' ? long / 2 : 0)
    return left >= x && left + long <= x + width && mark.at.y - mark.size >= y && mark.at.y <= y + height
  })
}

/** Line widths in mm, and dashes. */
export const WEIGHTS: Readonly<Record<Weight, { width: number; dash?: readonly number[] }>> = {
  ground: { width: 0.7 },
  cut: { width: 0.5 },
  seen: { width: 0.3 },
  fine: { width: 0.2 },
  faint: { width: 0.12 },
  hidden: { width: 0.2, dash: [1.2, 0.8] },
  water: { width: 0.5 },
  pencil: { width: 0.4, dash: [2, 0.8] },
  /** No line at all: a fill that covers what lies under it. */
  clear: { width: 0 },
}

/** Least size of letters: 12 px where a plate is shown at four pixels to the millimetre, 8½ points on paper, mm. */
export const LEAST_TEXT = 3

export const line = (points: Point[], weight: Weight, more: { closed?: boolean; fill?: Fill } = {}): PlateMark => ({
  kind: 'line',
  points,
  weight,
  ...more,
})
export const box = (x: number, y: number, width: number, height: number, weight: Weight, fill: Fill = 'none'): PlateMark =>
  line(
    [
      { x, y },
      { x: x + width, y },
      { x: x + width, y: y + height },
      { x, y: y + height },
    ],
    weight,
    { closed: true, fill },
  )
export const words = (
  x: number,
  y: number,
  text: string,
  size = LEAST_TEXT,
  more: { anchor?: 'start' | 'middle' | 'end'; strong?: boolean; on?: 'ink' } = {},
): PlateMark => ({
  kind: 'text',
  at: { x, y },
  text,
  size,
  anchor: more.anchor ?? 'start',
  ...(more.strong ? { strong: true } : {}),
  ...(more.on ? { on: more.on } : {}),
})

/** Something to point at. */
export interface Target {
  number: string
  at: Point
}

/** Circles of numbers, and how far apart they stand at the least, mm. */
export const CALLOUT = { radius: 2.8, gap: 6.4 }

/** Places in a line, in their order, pushed apart to a gap and kept between two ends. */
export function spread(wanted: readonly number[], least: number, most: number, gap = CALLOUT.gap): number[] {
  const ys: number[] = []
  for (const y of wanted) ys.push(Math.max(y, least, (ys.at(-1) ?? -Infinity) + gap))
  let limit = most
  for (let i = ys.length - 1; i >= 0; i--) {
    ys[i] = Math.min(ys[i]!, limit)
    limit = ys[i]! - gap
  }
  return ys
}

/** A number in its circle, with the leader that ties it to its part. */
const callout = ({ number, at }: Target, x: number, y: number): PlateMark[] => {
  const away = Math.hypot(at.x - x, at.y - y)
  const edge = (from: number, to: number) => from + ((to - from) * CALLOUT.radius) / Math.max(away, CALLOUT.radius)
  return [
    line([{ x: edge(x, at.x), y: edge(y, at.y) }, at], 'fine'),
    { kind: 'circle', centre: at, radius: 0.6, weight: 'fine', fill: 'ink' },
    { kind: 'circle', centre: { x, y }, radius: CALLOUT.radius, weight: 'seen', fill: 'sheet' },
    words(x, y + 1.1, number, LEAST_TEXT, { anchor: 'middle', strong: true }),
  ]
}

/**
 * Numbers in a column at the right, each with a leader to its part. They keep the order of their parts, so that leaders do
 * not cross.
 */
export function callouts(targets: readonly Target[], x: number, top: number, bottom: number): PlateMark[] {
  const own = targets.toSorted((a, b) => a.at.y - b.at.y || b.at.x - a.at.x)
  const ys = spread(
    own.map(({ at }) => at.y),
    top,
    bottom,
  )
  return own.flatMap((target, i) => callout(target, x, ys[i]!))
}

/**
 * Numbers in a row above and a row below a drawing that is wider than it is high: parts of its upper half to the one, of its
 * lower half to the other, in their order from left to right.
 */
export function calloutRows(targets: readonly Target[], rows: { above: number; below: number; left: number; right: number }): PlateMark[] {
  const heights = targets.map(({ at }) => at.y)
  const middle = (Math.min(...heights) + Math.max(...heights)) / 2
  const upper = targets.filter(({ at }) => at.y < middle)
  const lower = targets.filter(({ at }) => at.y >= middle)
  return [...calloutRow(upper, rows.above, rows.left, rows.right), ...calloutRow(lower, rows.below, rows.left, rows.right)]
}

/** Numbers in one row, in the order of their parts from left to right. */
export function calloutRow(targets: readonly Target[], y: number, left: number, right: number): PlateMark[] {
  const own = targets.toSorted((a, b) => a.at.x - b.at.x)
  const xs = spread(
    own.map(({ at }) => at.x),
    left,
    right,
  )
  return own.flatMap((target, i) => callout(target, xs[i]!, y))
}
