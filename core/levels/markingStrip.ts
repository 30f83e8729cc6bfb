import { visible } from '../units/visible'
import { INCH } from '../units/constants'
import type { UnitSystem } from '../units/quantity'

/** A sheet of paper, mm. */
export interface Paper {
  width: number
  height: number
}
export const PAPERS = { a4: { width: 210, height: 297 }, letter: { width: 215.9, height: 279.4 } } as const satisfies Record<string, Paper>

/** Something to transfer from paper to pipe or vessel, at its height. */
export interface StripMark {
  /** Above the strip's datum, m. */
  at: number
  /** What is written beside it. */
  text: string
  kind: 'cut' | 'edge' | 'level' | 'port'
  /** Hole to drill round it, m; 0 for none. */
  hole: number
}

/** Lines, circles and words of one page, mm from its top left corner. */
export interface StripPage extends Paper {
  lines: { x1: number; y1: number; x2: number; y2: number; weight: number; dash: boolean; role: StripRole }[]
  circles: { x: number; y: number; radius: number }[]
  words: { x: number; y: number; size: number; text: string; strong: boolean }[]
}
export type StripRole = 'mark' | 'tick' | 'band' | 'join' | 'ruler'

export interface StripWords {
  title: string
  /** Beneath the title: what the strip is laid against, and which way up. */
  note: string
  /** Beside the two check lines. */
  rulerMetric: string
  rulerInch: string
  /** At a page's lower or upper join, with its number. */
  join: (page: number) => string
}

const MARGIN = 12
const HEAD = 34
const BAND = { x: 24, width: 44 }
/** Paper above the highest and below the lowest mark, mm. */
const OVER = 12
/** Lines closer than this would have their words on one another, mm. */
const WORD_GAP = 5

/** Check lines: 100 mm, and four inches. */
export const CHECK_RULERS = { metric: 100, inch: (4 * INCH) / 1e-3 } as const

function rulers(page: StripPage, { rulerMetric, rulerInch }: StripWords) {
  const line = (y: number, length: number, text: string) => {
    const x = page.width - MARGIN - CHECK_RULERS.inch - 2
    page.lines.push({ x1: x, y1: y, x2: x + length, y2: y, weight: 0.35, dash: false, role: 'ruler' })
    for (const end of [x, x + length]) page.lines.push({ x1: end, y1: y - 2, x2: end, y2: y + 2, weight: 0.35, dash: false, role: 'tick' })
    page.words.push({ x, y: y - 2.6, size: 3, text, strong: false })
  }
  line(MARGIN + 6, CHECK_RULERS.metric, rulerMetric)
  line(MARGIN + 16, CHECK_RULERS.inch, rulerInch)
}

/** Length of a division of a tape by the coarsest step that it is a whole one of: the finest first, mm. */
interface Tape {
  /** mm on paper */
  division: number
  /** Divisions to a step, and how long its line is, mm; the coarsest last. */
  steps: readonly (readonly [every: number, length: number])[]
  /** Every so many divisions are told. */
  told: number
  say: (divisions: number) => string
}
/** As tapes are divided: by millimetres, told by the fifty; by sixteenths of an inch, told by the inch, the feet with their name. */
const TAPES: Record<UnitSystem, Tape> = {
  metric: {
    division: 1,
    steps: [
      [1, 3],
      [5, 5],
      [10, 8],
    ],
    told: 50,
    say: (millimetres) => String(millimetres),
  },
  imperial: {
    division: INCH / 1e-3 / 16,
    steps: [
      [1, 2.5],
      [2, 3.5],
      [4, 4.5],
      [8, 6],
      [16, 8],
    ],
    told: 16,
    say: (sixteenths) => (sixteenths % 192 === 0 ? `${sixteenths / 192} ft` : String((((sixteenths / 16) % 12) + 12) % 12)),
  },
}

/** Words beside marks, pushed down where two would meet, mm. */
function wordHeights(ys: readonly number[]): number[] {
  let last = -Infinity
  return ys.map((y) => (last = Math.max(y, last + WORD_GAP)))
}

/**
 * A strip at true scale to wrap round a pipe or hang on a vessel, over as many pages as it needs, each with the check lines.
 *
 * Pages overlap in a join line; nothing on them is scaled, so that 1 mm on paper is 1 mm on the pipe when it is printed at
 * 100 %. Heights run upward on the page as they do on the wall.
 *
 * @param marks in any order; at least one
 * @param system how the strip is divided: millimetres, or sixteenths of an inch
 * @throws RangeError when there is nothing to mark
 */
export function stripPages(marks: readonly StripMark[], paper: Paper, words: StripWords, system: UnitSystem = 'metric'): StripPage[] {
  if (marks.length === 0) throw new RangeError('marks must not be empty')
  const highest = Math.max(...marks.map(({ at }) => at)) * 1000 + OVER
  const lowest = Math.min(...marks.map(({ at }) => at)) * 1000 - OVER
  const usable = paper.height - 2 * MARGIN - HEAD
  const count = Math.max(1, Math.ceil((highest - lowest) / usable))
  return Array.from({ length: count }, (_, i) => {
    const top = highest - i * usable
    const bottom = Math.max(lowest, top - usable)
    const y = (height: number) => MARGIN + HEAD + (top - height)
    const page: StripPage = { ...paper, lines: [], circles: [], words: [] }
    page.words.push({ x: MARGIN, y: MARGIN + 5, size: 5, text: words.title, strong: true })
    page.words.push({ x: MARGIN, y: MARGIN + HEAD - 8, size: 3.2, text: words.note, strong: false })
    rulers(page, words)
    for (const x of [BAND.x, BAND.x + BAND.width]) {
      page.lines.push({ x1: x, y1: y(top), x2: x, y2: y(bottom), weight: 0.25, dash: false, role: 'band' })
    }
    const { division, steps, told, say } = TAPES[system]
    for (let tick = Math.ceil(bottom / division - 1e-9); tick * division <= top + 1e-9; tick++) {
      const at = y(tick * division)
      const [, length] = steps.findLast(([every]) => tick % every === 0)!
      page.lines.push({ x1: BAND.x, y1: at, x2: BAND.x + length, y2: at, weight: 0.12, dash: false, role: 'tick' })
      if (tick % told === 0) page.words.push({ x: BAND.x + 9, y: at + 1, size: 2.8, text: say(tick), strong: false })
    }
    const joins = [...(i > 0 ? [{ at: top, page: i }] : []), ...(i < count - 1 ? [{ at: bottom, page: i + 2 }] : [])]
    for (const join of joins) {
      page.lines.push({
        x1: BAND.x - 8,
        y1: y(join.at),
        x2: BAND.x + BAND.width + 8,
        y2: y(join.at),
        weight: 0.35,
        dash: true,
        role: 'join',
      })
      page.words.push({ x: BAND.x + BAND.width + 10, y: y(join.at) + 1, size: 3, text: words.join(join.page), strong: false })
    }
    const here = marks.filter(({ at }) => at * 1000 <= top + 1e-9 && at * 1000 >= bottom - 1e-9).toSorted((a, b) => b.at - a.at)
    const beside = wordHeights(here.map(({ at }) => y(at * 1000)))
    here.forEach(({ at, text, kind, hole }, n) => {
      const line = y(at * 1000)
      page.lines.push({
        x1: BAND.x - 6,
        y1: line,
        x2: BAND.x + BAND.width,
        y2: line,
        weight: kind === 'cut' ? 0.6 : 0.3,
        dash: kind === 'level',
        role: 'mark',
      })
      page.lines.push({
        x1: BAND.x + BAND.width,
        y1: line,
        x2: BAND.x + BAND.width + 6,
        y2: beside[n]!,
        weight: 0.2,
        dash: false,
        role: 'tick',
      })
      if (hole > 0) page.circles.push({ x: BAND.x + BAND.width / 2, y: line, radius: (hole * 1000) / 2 })
      page.words.push({ x: BAND.x + BAND.width + 8, y: beside[n]! + 1.2, size: 3.6, text, strong: kind === 'cut' })
    })
    return page
  })
}

const escaped = (text: string) => visible(text).replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;')
const mm = (value: number) => String(Math.round(value * 1e4) / 1e4)

/**
 * Pages as one SVG file, one below the other, in millimetres: it prints at true scale.
 *
 * @returns text of an SVG 1.1 file
 */
export function stripSvg(pages: readonly StripPage[]): string {
  const width = Math.max(...pages.map((page) => page.width))
  const height = pages.reduce((sum, page) => sum + page.height, 0)
  let offset = 0
  const groups = pages.map(({ lines, circles, words, height: own }) => {
    const body = [
      ...lines.map(
        ({ x1, y1, x2, y2, weight, dash, role }) =>
          `<line class="${role}" x1="${mm(x1)}" y1="${mm(y1)}" x2="${mm(x2)}" y2="${mm(y2)}" stroke="#000" stroke-width="${weight}"${dash ? ' stroke-dasharray="3 1.5"' : ''}/>`,
      ),
      ...circles.map(
        ({ x, y, radius }) => `<circle cx="${mm(x)}" cy="${mm(y)}" r="${mm(radius)}" fill="none" stroke="#000" stroke-width="0.3"/>`,
      ),
      ...words.map(
        ({ x, y, size, text, strong }) =>
          `<text x="${mm(x)}" y="${mm(y)}" font-size="${size}" font-family="sans-serif"${strong ? ' font-weight="bold"' : ''}>${escaped(text)}</text>`,
      ),
    ].join('\n')
    const group = `<g transform="translate(0 ${mm(offset)})">\n${body}\n</g>`
    offset += own
    return group
  })
  return `<?xml version="1.0" encoding="UTF-8"?>\n<svg xmlns="http://www.w3.org/2000/svg" width="${mm(width)}mm" height="${mm(height)}mm" viewBox="0 0 ${mm(width)} ${mm(height)}">\n${groups.join('\n')}\n</svg>\n`
}
