import { extractText, getDocumentProxy, getResolvedPDFJS } from 'unpdf'
import { describe, expect, it } from 'vitest'
import { PAPERS, stripPages, type StripMark } from '#core/levels'
import { stripPdf } from './stripPdf'
import { LATIN, LATIN_MORE, typefaceOnDisk } from './typefaceOnDisk'

const typeface = typefaceOnDisk(LATIN, LATIN_MORE)

const words = {
  title: 'Marks – river pipe',
  note: 'Rim\u00A0line',
  rulerMetric: '100 mm',
  rulerInch: '4 in',
  join: (page: number) => `join ${page}`,
}
const marks: StripMark[] = [1.365, 1.355, 1.34, 1.325, 0.9].map((at) => ({
  at,
  text: `${at} m`,
  kind: 'cut',
  hole: at === 0.9 ? 0.025 : 0,
}))
const POINT = 72 / 25.4

/** Straight lines of a page as an independent reader finds them, mm from the page's foot. */
async function readLines(bytes: Uint8Array, number: number) {
  const document = await getDocumentProxy(bytes)
  const page = await document.getPage(number)
  const { OPS } = await getResolvedPDFJS()
  const list = await page.getOperatorList()
  const boxes = list.fnArray.flatMap((fn, i) => {
    if (fn !== OPS.constructPath) return []
    const box = list.argsArray[i][2] as Record<number, number>
    return [[box[0]!, box[1]!, box[2]!, box[3]!].map((value) => value / POINT)]
  })
  return { size: page.view.map((value: number) => value / POINT), boxes, pages: document.numPages }
}

describe('marking strip as PDF', () => {
  it('is made of a name with any character in it', async () => {
    const pages = stripPages([{ ...marks[0]!, text: 'bell \u0007 \u0085 \u007f Łódź \ud800' }], PAPERS.a4, words)
    await expect(stripPdf(pages, { title: 'tit\u0000le', language: 'en-GB' }, typeface)).resolves.toBeInstanceOf(Uint8Array)
  })
  it('is as large as its paper and its marks lie as far apart as on the pipe, to 0.1 mm (read back by a PDF library)', async () => {
    const pages = stripPages(marks, PAPERS.a4, words)
    const bytes = await stripPdf(pages, { title: 'Strip', language: 'en-GB' }, typeface)
    const drawn: number[] = []
    for (const [i, page] of pages.entries()) {
      const { size, boxes, pages: count } = await readLines(bytes.slice(), i + 1)
      expect(count).toBe(pages.length)
      expect(size[2]).toBeCloseTo(210, 3)
      expect(size[3]).toBeCloseTo(297, 3)
      const wanted = page.lines.filter(({ role }) => role === 'mark')
      for (const { x1, x2, y1 } of wanted) {
        const found = boxes.find(
          ([left, low, right, high]) =>
            Math.abs(left! - x1) < 0.1 &&
            Math.abs(right! - x2) < 0.1 &&
            Math.abs(low! - high!) < 0.01 &&
            Math.abs(page.height - low! - y1) < 0.1,
        )
        expect(found).toBeDefined()
        drawn.push(found![1]!)
      }
      const ruler = page.lines.find(({ role }) => role === 'ruler')!
      expect(boxes.some(([left, , right]) => Math.abs(right! - left! - (ruler.x2 - ruler.x1)) < 0.01)).toBe(true)
    }
    const gaps = drawn.slice(1, 4).map((y) => drawn[0]! - y)
    ;[10, 25, 40].forEach((gap, i) => expect(Math.abs(gaps[i]! - gap)).toBeLessThan(0.1))
  })
  it('a hole is drawn at its size', async () => {
    const bytes = await stripPdf(stripPages([marks.at(-1)!], PAPERS.letter, words), { title: 'Hole', language: 'en-GB' }, typeface)
    const { boxes } = await readLines(bytes, 1)
    expect(boxes.some(([left, low, right, high]) => Math.abs(right! - left! - 25) < 0.1 && Math.abs(high! - low! - 25) < 0.1)).toBe(true)
  })
  it('says every mark as it is: fractions of an inch, names beyond the Western alphabet', async () => {
    const pages = stripPages([{ ...marks[0]!, text: 'Łódź 3\u00A0ft 5⅝\u00A0in' }], PAPERS.letter, { ...words, title: '−3 → 木' })
    const { text } = await extractText(await getDocumentProxy(await stripPdf(pages, { title: 'Strange', language: 'en-GB' }, typeface)), {
      mergePages: true,
    })
    expect(text).toContain('Łódź 3 ft 5 5/8 in')
    expect(text).toContain('−3 > ?')
  })
})
