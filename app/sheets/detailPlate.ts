import { fittingKey, type Detail, type DetailItem } from '#core/build'
import { length, type Quantity } from '#core/units/quantity'
import type { Box, Point } from '~/drawing/shapes'
import { masonry } from './hatches'
import { box, CALLOUT, calloutRow, LEAST_TEXT, line, words, type Plate, type PlateMark, type Target } from './plate'

export interface DetailWords {
  title: string
  text(quantity: Quantity): string
  /** What stands where two ends do not go together. */
  gap: string
}

/** Millimetres of paper to a metre of parts: as large as the widest part lets a row be, never so small that a nipple is a dot. */
const SCALE = { least: 95, most: 230, tall: 14 }
/** Pipe shown at each side of a break, m; what is shorter than both is shown whole. */
const SHOWN = 0.11
/** How long what has no length of its own is drawn, m. */
const LONG = { wall: 0.02, device: 0.12, bend: 0.09, tap: 0.09, gap: 0.03 }
const EDGE = 6
const ROW = { above: 5, air: 6, below: 6, between: 2 }

const kindOf = (part: string): 'wall' | 'bend' | 'tee' | 'tap' | 'device' =>
  part.includes(':tee:')
    ? 'tee'
    : part.includes(':bend:')
      ? 'bend'
      : part.startsWith('port:')
        ? 'wall'
        : part.startsWith('tap:')
          ? 'tap'
          : 'device'

function longOf(item: DetailItem): number {
  switch (item.kind) {
    case 'part': {
      const kind = kindOf(item.part)
      return kind === 'tee' ? Math.max(LONG.bend, item.widths[0] * 1.3) : LONG[kind]
    }
    case 'fitting':
      return Math.max(0.035, item.length)
    case 'body':
      return Math.max(0.05, item.length)
    case 'piece':
      return Math.min(Math.max(0.06, item.piece.gap), 2 * SHOWN)
    default:
      return LONG.gap
  }
}
const wideOf = (item: DetailItem): number =>
  item.kind === 'part' || item.kind === 'fitting' ? Math.max(...item.widths) : item.kind === 'gap' ? 0 : item.width

/** What an item is called by on the drawing: the number of what it is bought as. */
function numberOf(item: DetailItem, numbers: ReadonlyMap<string, number>): number | undefined {
  switch (item.kind) {
    case 'part':
      return numbers.get(item.part) ?? numbers.get(item.part.replace(/:bend:\d+$/, ':bends')) ?? numbers.get(item.part.replace(/:\d+$/, ''))
    case 'fitting':
      return numbers.get(fittingKey(item.placed.fitting.id))
    case 'body':
      return numbers.get(item.of)
    case 'piece':
      return numbers.get(item.run.part)
    default:
      return undefined
  }
}

/** An item drawn between two places of a row, lying on its middle line. */
function drawn(item: DetailItem, from: number, to: number, y: number, scale: number, say: DetailWords): PlateMark[] {
  const middle = (from + to) / 2
  const half = (wideOf(item) * scale) / 2
  const band = (x: number, width: number, tall: number): Box => ({ x, y: y - tall, width, height: 2 * tall })
  const rect = ({ x, y: top, width, height }: Box, weight: 'cut' | 'seen' | 'hidden') => box(x, top, width, height, weight, 'sheet')
  const line2 = (a: Point, b: Point, weight: 'cut' | 'seen' | 'fine' = 'seen') => line([a, b], weight)
  switch (item.kind) {
    case 'piece': {
      const whole = band(from, to - from, half)
      const broken = item.piece.gap > 2 * SHOWN
      const wave = (x: number): PlateMark =>
        line(
          [
            { x: x - 0.8, y: y - half - 1 },
            { x: x + 0.8, y: y - half / 3 },
            { x: x - 0.8, y: y + half / 3 },
            { x: x + 0.8, y: y + half + 1 },
          ],
          'seen',
        )
      return [
        rect(whole, 'seen'),
        ...(broken ? [box(middle - 1, y - half - 0.3, 2, 2 * half + 0.6, 'clear', 'sheet'), wave(middle - 1), wave(middle + 1)] : []),
        ...(item.label
          ? [words(broken ? (from + middle) / 2 : middle, y + 1.1, item.label, LEAST_TEXT, { anchor: 'middle', strong: true })]
          : []),
        ...(item.label
          ? [words(middle, y + half + ROW.below - 1.6, say.text(length(item.piece.length)), LEAST_TEXT, { anchor: 'middle' })]
          : []),
      ]
    }
    case 'fitting': {
      const [a, b] = item.widths.map((each) => (each * scale * 1.12) / 2) as [number, number]
      const collar = Math.min(1.6, (to - from) / 3)
      return [
        line(
          [
            { x: from, y: y - a },
            { x: from + collar, y: y - a },
            { x: to - collar, y: y - b },
            { x: to, y: y - b },
            { x: to, y: y + b },
            { x: to - collar, y: y + b },
            { x: from + collar, y: y + a },
            { x: from, y: y + a },
          ],
          'cut',
          { closed: true, fill: 'sheet' },
        ),
        line2({ x: from + collar, y: y - a }, { x: from + collar, y: y + a }),
        line2({ x: to - collar, y: y - b }, { x: to - collar, y: y + b }),
      ]
    }
    case 'body': {
      const tall = half * 1.25
      return [
        rect(band(from, to - from, half * 1.12), 'cut'),
        ...(item.of.endsWith(':valve')
          ? [
              line2({ x: from + 1, y: y - half }, { x: to - 1, y: y + half }),
              line2({ x: from + 1, y: y + half }, { x: to - 1, y: y - half }),
              line2({ x: middle, y }, { x: middle, y: y - tall - 1.5 }, 'cut'),
            ]
          : [line2({ x: middle, y: y - half * 1.12 }, { x: middle, y: y + half * 1.12 })]),
      ]
    }
    case 'gap':
      return [
        line(
          [
            { x: middle, y: y - 7 },
            { x: middle, y: y + 7 },
          ],
          'pencil',
        ),
        words(middle, y + 10, say.gap, LEAST_TEXT, { anchor: 'middle', strong: true }),
      ]
    default: {
      const kind = kindOf(item.part)
      if (kind === 'wall') {
        const wall = band(middle - 1.6, 3.2, half + 4)
        return [rect(wall, 'cut'), masonry(wall, 2)]
      }
      const body = band(from, to - from, half * 1.12)
      if (kind === 'bend') return [rect(body, 'cut'), line2({ x: from, y: y + half * 1.12 }, { x: to, y: y - half * 1.12 })]
      if (kind === 'tee') return [rect(body, 'cut'), rect({ x: middle - half, y: y - half - 3, width: 2 * half, height: 3 }, 'cut')]
      if (kind === 'tap')
        return [
          rect(band(from, (to - from) * 0.7, half), 'cut'),
          line2({ x: from + (to - from) * 0.35, y: y - half }, { x: from + (to - from) * 0.35, y: y - half - 2.5 }, 'cut'),
          line(
            [
              { x: from + (to - from) * 0.7, y: y - half * 0.6 },
              { x: to, y: y - half * 0.6 },
              { x: to, y: y + half + 2.5 },
            ],
            'cut',
          ),
        ]
      return [rect(band(from, to - from, half * 1.3), 'cut')]
    }
  }
}

/**
 * A row of parts as it is put together, one after the other in the water's way: widths and short lengths to one scale, long
 * pipes broken; what is bought has its number, what is sawn its label and length.
 *
 * @param width of the plate, mm
 */
export function detailPlate(detail: Detail, numbers: ReadonlyMap<string, number>, width: number, say: DetailWords): Plate {
  const widest = Math.max(...detail.items.map(wideOf), 0.02)
  const scale = Math.min(SCALE.most, Math.max(SCALE.least, SCALE.tall / widest))
  const room = width - 2 * EDGE
  const rows: { item: DetailItem; from: number; to: number }[][] = [[]]
  let x = EDGE
  for (const item of detail.items) {
    const long = Math.min(longOf(item) * scale, room)
    if (x + long > EDGE + room && rows.at(-1)!.length > 0) {
      rows.push([])
      x = EDGE
    }
    rows.at(-1)!.push({ item, from: x, to: x + long })
    x += long
  }
  const half = (widest * scale) / 2 + 2
  const tall = ROW.above + ROW.air + 2 * half + ROW.below
  const places: Record<string, Point> = {}
  const marks = rows.flatMap((row, n): PlateMark[] => {
    const top = n * (tall + ROW.between)
    const y = top + ROW.above + ROW.air + half
    const targets = row.flatMap(({ item, from, to }): Target[] => {
      const at = { x: (from + to) / 2, y }
      if (item.kind === 'part') places[item.part] ??= at
      if (item.kind === 'piece') places[item.run.part] ??= at
      const number = numberOf(item, numbers)
      const edge = { x: item.kind === 'piece' ? from + (to - from) * 0.8 : at.x, y: y - (wideOf(item) * scale) / 2 }
      return number === undefined ? [] : [{ number: String(number), at: edge }]
    })
    const last = row.at(-1)
    const on = n < rows.length - 1 && last ? last.to : undefined
    return [
      line(
        [
          { x: EDGE - 3, y },
          { x: Math.min(width - 2, (last?.to ?? EDGE) + 3), y },
        ],
        'hidden',
      ),
      ...row.flatMap(({ item, from, to }) => drawn(item, from, to, y, scale, say)),
      // The row goes on below.
      ...(on === undefined ? [] : [words(Math.min(width - 2, on + 1.5), y - 1, '…', LEAST_TEXT)]),
      ...calloutRow(targets, top + ROW.above - 1, EDGE + CALLOUT.radius, width - EDGE),
    ]
  })
  return { id: `detail:${detail.key}`, title: say.title, width, height: rows.length * (tall + ROW.between), marks, places }
}
