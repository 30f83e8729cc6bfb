import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { CHECK_RULERS, PAPERS, stripPages, stripSvg, type StripMark, type StripWords } from './markingStrip'

const words: StripWords = {
  title: 'Marks & holes',
  note: 'Rim line to the rim',
  rulerMetric: '100 mm',
  rulerInch: '4 in',
  join: (page) => `join ${page}`,
}
const mark = (at: number, more: Partial<StripMark> = {}): StripMark => ({ at, text: `at ${at}`, kind: 'cut', hole: 0, ...more })
const boathouse = [mark(1.365, { kind: 'edge', text: 'rim' }), mark(1.355), mark(1.325), mark(1.34, { kind: 'level' })]

/** Lines of an SVG by class, as y in mm from the top of the file. */
function linesOf(svg: string, role: string): { x1: number; y1: number; x2: number; y2: number }[] {
  const found: { x1: number; y1: number; x2: number; y2: number }[] = []
  for (const [, offset, body] of svg.matchAll(/<g transform="translate\(0 ([\d.]+)\)">([\s\S]*?)<\/g>/g)) {
    for (const [, x1, y1, x2, y2] of body!.matchAll(
      new RegExp(`<line class="${role}" x1="([^"]+)" y1="([^"]+)" x2="([^"]+)" y2="([^"]+)"`, 'g'),
    ))
      found.push({ x1: Number(x1), y1: Number(y1) + Number(offset), x2: Number(x2), y2: Number(y2) + Number(offset) })
  }
  return found
}

describe('marking strip as SVG', () => {
  it('is in millimetres, one to one: the size says so and the view box agrees', () => {
    const svg = stripSvg(stripPages(boathouse, PAPERS.a4, words))
    expect(svg).toMatch(/width="210mm" height="297mm" viewBox="0 0 210 297"/)
  })
  it('its marks lie as far apart as on the pipe, to 0.1 mm', () => {
    const svg = stripSvg(stripPages(boathouse, PAPERS.a4, words))
    const ys = linesOf(svg, 'mark').map(({ y1 }) => y1)
    const heights = boathouse.map(({ at }) => at).toSorted((a, b) => b - a)
    expect(ys).toHaveLength(4)
    ys.forEach((y, i) => expect(Math.abs(y - ys[0]! - (heights[0]! - heights[i]!) * 1000)).toBeLessThan(0.1))
  })
  it('its check lines are 100 mm and four inches long, on every page', () => {
    const pages = stripPages([mark(0.1), mark(0.95)], PAPERS.letter, words)
    expect(pages.length).toBeGreaterThan(3)
    const lengths = linesOf(stripSvg(pages), 'ruler').map(({ x1, x2 }) => x2 - x1)
    expect(lengths).toHaveLength(2 * pages.length)
    lengths.forEach((length, i) => expect(length).toBeCloseTo(i % 2 === 0 ? CHECK_RULERS.metric : CHECK_RULERS.inch, 3))
    expect(CHECK_RULERS.inch).toBeCloseTo(101.6, 9)
  })
  it('words that would break the file are made safe', () => {
    expect(stripSvg(stripPages(boathouse, PAPERS.a4, words))).toContain('Marks &amp; holes')
  })
})

describe('pages', () => {
  it('every mark is on a page, inside the paper, wherever it lies', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -0.5, max: 3, noNaN: true }), { minLength: 1, maxLength: 12 }),
        fc.constantFrom(...Object.values(PAPERS)),
        (ats, paper) => {
          const pages = stripPages(
            ats.map((at) => mark(at)),
            paper,
            words,
          )
          const drawn = pages.flatMap(({ lines }) => lines.filter(({ role }) => role === 'mark'))
          expect(drawn.length).toBeGreaterThanOrEqual(ats.length)
          for (const { lines } of pages)
            for (const { y1, y2, x1, x2 } of lines.filter(({ role }) => role !== 'tick')) {
              expect(Math.min(y1, y2)).toBeGreaterThanOrEqual(12)
              expect(Math.max(y1, y2)).toBeLessThanOrEqual(paper.height - 12 + 1e-6)
              expect(Math.min(x1, x2)).toBeGreaterThanOrEqual(12)
              expect(Math.max(x1, x2)).toBeLessThanOrEqual(paper.width - 12 + 1e-6)
            }
        },
      ),
    )
  })
  it('joins carry on where the page before ended: lengths over several pages add up', () => {
    const pages = stripPages([mark(0.1), mark(0.95)], PAPERS.a4, words)
    const bands = pages.map(({ lines }) => lines.find(({ role }) => role === 'band')!)
    expect(bands.reduce((sum, { y1, y2 }) => sum + y2 - y1, 0)).toBeCloseTo(850 + 24, 6)
  })
  it('holes are drawn at their size', () => {
    const [page] = stripPages([mark(0.5, { hole: 0.025 })], PAPERS.a4, words)
    expect(page!.circles).toEqual([expect.objectContaining({ radius: 12.5 })])
  })
  it('refuses nothing to mark', () => {
    expect(() => stripPages([], PAPERS.a4, words)).toThrow('marks')
  })
  it('is divided like a tape of the reader’s own: sixteenths of an inch, longest at the inch, feet with their name', () => {
    // A little over two feet.
    const [page] = stripPages([mark(0.6096), mark(0.7)], PAPERS.a4, words, 'imperial')
    const ticks = page!.lines.filter(({ role, x1, weight }) => role === 'tick' && x1 === 24 && weight === 0.12)
    const heights = ticks.map(({ y1 }) => y1)
    for (const [i, y] of heights.slice(1).entries()) expect(heights[i]! - y).toBeCloseTo(25.4 / 16, 6)
    const told = page!.words.filter(({ size }) => size === 2.8)
    expect(told.map(({ text }) => text)).toContain('2 ft')
    const foot = told.find(({ text }) => text === '2 ft')!
    const inch = told.find(({ text, y }) => text === '1' && y < foot.y)!
    expect(foot.y - inch.y).toBeCloseTo(25.4, 6)
    // The line of a whole inch is the longest, that of a sixteenth the shortest, and there are eight of these to an inch.
    const long = (y: number) => ticks.find(({ y1 }) => Math.abs(y1 - y) < 1e-6)!.x2
    expect(long(foot.y - 1)).toBeGreaterThan(long(foot.y - 1 - 25.4 / 2))
    expect(long(foot.y - 1 - 25.4 / 2)).toBeGreaterThan(long(foot.y - 1 - 25.4 / 4))
    expect(long(foot.y - 1 - 25.4 / 4)).toBeGreaterThan(long(foot.y - 1 - 25.4 / 8))
    expect(long(foot.y - 1 - 25.4 / 8)).toBeGreaterThan(long(foot.y - 1 - 25.4 / 16))
  })
})
