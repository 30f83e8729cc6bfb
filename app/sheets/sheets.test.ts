import Papa from 'papaparse'
import { PDFDocument } from 'pdf-lib'
import { extractText, getDocumentProxy, getResolvedPDFJS } from 'unpdf'
import { describe, expect, it } from 'vitest'
import { assess } from '#core/assess'
import { numberParts, partsInputs, planBuild, type BuildPlan } from '#core/build'
import { demoJobs, tanneryRow } from '#core/demo'
import { PAPERS } from '#core/levels'
import { toCsv } from '../components/build/toCsv'
import { CYRILLIC, GREEK, LATIN, LATIN_MORE, typefaceOnDisk } from '../print/typefaceOnDisk'
import { barsPlate, templatePlates } from './cutPlates'
import { calloutRows, callouts, cropWindow, marksWithin, type Plate } from './plate'
import { sectionPlate } from './sectionPlate'
import type { Sheet } from './sheet'
import { sheetPdf } from './sheetPdf'
import { vesselPlate } from './vesselPlate'

const fonts = typefaceOnDisk(LATIN)
const POINT = 72 / 25.4
const mm = ({ value }: { value: number }) => `${Math.round(value * 1000)} mm`
const words = { title: 'Section', text: mm, height: (id: string) => id }

const job = tanneryRow()
const scheme = job.schemes[2]!
const inputs = partsInputs(job)
const assessed = assess(scheme, undefined, undefined, inputs)
const plan: BuildPlan = planBuild(assessed.path, inputs)
const templates = templatePlates(plan.holes, 178, 222, {
  title: (page) => `Templates ${page}`,
  check: 'This line is 100 mm',
  hole: ({ diameter }) => mm({ value: diameter }),
})
const sheet = (plates: Plate[], more: Sheet['blocks'] = []): Sheet => ({
  id: 'cuts',
  title: 'Cuts and holes',
  subtitle: 'Four totes',
  footer: 'Made up',
  language: 'en-US',
  blocks: [...more, ...plates.flatMap((plate): Sheet['blocks'] => [{ kind: 'page' }, { kind: 'plate', plate }])],
})

/** Boxes of all paths of a page as an independent reader finds them, mm. */
async function boxesOf(bytes: Uint8Array, number: number) {
  const page = await (await getDocumentProxy(bytes.slice())).getPage(number)
  const { OPS } = await getResolvedPDFJS()
  const list = await page.getOperatorList()
  const boxes = list.fnArray.flatMap((fn, i) => {
    const box = fn === OPS.constructPath ? (list.argsArray[i][2] as Record<number, number>) : undefined
    return box ? [{ width: (box[2]! - box[0]!) / POINT, height: (box[3]! - box[1]!) / POINT }] : []
  })
  return { size: page.view.map((value: number) => value / POINT), boxes }
}

describe('a sheet as PDF', () => {
  /** A JPEG of one white pixel. */
  const PIXEL =
    'data:image/jpeg;base64,/9j/4AAQSkZJRgABAQEASABIAAD/2wBDAP//////////////////////////////////////////////////////////////////////////////////////wgALCAABAAEBAREA/8QAFBABAAAAAAAAAAAAAAAAAAAAAP/aAAgBAQABPxA='
  it('has who made it and for whom at its head, a place to sign, and its photos inside', async () => {
    const made = await sheetPdf(
      {
        ...sheet([]),
        head: { from: ['Two Ladders', '4 Cooper Steps'], to: ['The dyers'] },
        blocks: [
          { kind: 'signature', lines: ['Tested by', 'Date'] },
          { kind: 'photos', photos: [{ url: PIXEL, width: 4, height: 3, caption: 'The first rain' }] },
        ],
      },
      'a4',
      fonts,
    )
    const pdf = await getDocumentProxy(made.slice())
    const { text } = await extractText(pdf, { mergePages: true })
    for (const words of ['Two Ladders', '4 Cooper Steps', 'The dyers', 'Tested by', 'Date', 'The first rain']) expect(text).toContain(words)
    const { OPS } = await getResolvedPDFJS()
    const { fnArray } = await (await pdf.getPage(1)).getOperatorList()
    expect(fnArray.filter((fn) => fn === OPS.paintImageXObject)).toHaveLength(1)
  })

  it('makes a drawing somewhat smaller rather than leave half a page empty, but none at true scale', async () => {
    const tall = (trueScale: boolean): Plate => ({
      id: 'p',
      title: 'P',
      width: 100,
      height: 120,
      marks: [],
      ...(trueScale ? { trueScale } : {}),
    })
    const pages = async (trueScale: boolean) =>
      (
        await PDFDocument.load(
          await sheetPdf({ ...sheet([]), blocks: [0, 1].map(() => ({ kind: 'plate' as const, plate: tall(trueScale) })) }, 'a4', fonts),
        )
      ).getPageCount()
    // 263 mm of page hold one of 129 mm and one of 0.8 of that.
    expect(await pages(false)).toBe(1)
    expect(await pages(true)).toBe(2)
  })

  it('draws templates at true scale, every hole at its width, the check line 100 mm long (read back by a PDF library)', async () => {
    const bytes = await sheetPdf(sheet(templates), 'letter', fonts)
    const found = (await Promise.all(templates.map((_, i) => boxesOf(bytes, i + 2)))).flatMap(({ boxes }) => boxes)
    const fitting = plan.holes.filter(({ diameter }) => diameter * 1000 + 14 <= 178)
    expect(fitting.length).toBeGreaterThan(5)
    for (const { diameter } of fitting)
      expect(found.some(({ width, height }) => Math.abs(width - diameter * 1000) < 0.1 && Math.abs(height - diameter * 1000) < 0.1)).toBe(
        true,
      )
    expect(found.some(({ width, height }) => Math.abs(width - 100) < 0.01 && height < 0.01)).toBe(true)
    // And down the page: a printer may stretch one way only.
    expect(found.some(({ width, height }) => Math.abs(height - 100) < 0.01 && width < 0.01)).toBe(true)
  })

  it.each(['a4', 'letter'] as const)(
    'has text that can be found, pages of %s, numbers on every page, and its typeface inside',
    async (paper) => {
      const rows = Array.from({ length: 90 }, (_, i) => [
        `A${i + 1}`,
        `${1000 + i} mm`,
        'a link between two totes that is long enough to be broken over lines',
      ])
      const bytes = await sheetPdf(
        sheet(
          [],
          [
            { kind: 'heading', text: 'Pieces' },
            { kind: 'caution', text: 'Not drinking water' },
            { kind: 'list', items: ['3\u00A0m of 1½ in pipe', 'a \u2212 b → 6⅞ 木'], boxes: true },
            {
              kind: 'table',
              columns: [
                { title: 'Label', share: 1 },
                { title: 'Cut to', share: 1, right: true },
                { title: 'For', share: 3 },
              ],
              rows,
              boxes: true,
            },
          ],
        ),
        paper,
        fonts,
      )
      const pdf = await getDocumentProxy(bytes.slice())
      const { text } = await extractText(pdf, { mergePages: true })
      for (const [label, length] of rows) expect(text).toContain(`${label} ${length}`)
      expect(text).toContain('1½ in pipe')
      // What the typeface has not is told in what it has.
      expect(text).toContain('a − b > 6 7/8 ?')
      expect(pdf.numPages).toBeGreaterThan(2)
      expect(text).toContain(`${pdf.numPages} / ${pdf.numPages}`)
      const { size } = await boxesOf(bytes, 1)
      expect(size[2]).toBeCloseTo(PAPERS[paper].width, 2)
      const { context } = await PDFDocument.load(bytes)
      const inside = context.enumerateIndirectObjects().filter(([, object]) => /\/FontFile\d? /.test(object.toString()))
      expect(inside).toHaveLength(2)
    },
  )

  it('sets every script that is shipped in letters of its own, and puts in only the files that are needed', async () => {
    const typeface = typefaceOnDisk(LATIN, LATIN_MORE, GREEK, CYRILLIC)
    const read = async (text: string) => {
      const bytes = await sheetPdf(
        sheet(
          [],
          [
            { kind: 'caution', text },
            { kind: 'text', text },
          ],
        ),
        'a4',
        typeface,
      )
      const { text: found } = await extractText(await getDocumentProxy(bytes.slice()), { mergePages: true })
      const { context } = await PDFDocument.load(bytes)
      return { found, files: context.enumerateIndirectObjects().filter(([, object]) => /\/FontFile\d? /.test(object.toString())).length }
    }
    const mixed = 'Łódź, Győr, Αθήνα, Жёлтая бочка, Ğ 3⅝'
    // A name that some systems keep in pieces is the same name.
    const { found, files } = await read(mixed.normalize('NFD'))
    // Twice: in bold and in regular.
    expect(found.split('Łódź, Győr, Αθήνα, Жёлтая бочка, Ğ 3 5/8')).toHaveLength(3)
    expect(files).toBe(8)
    expect((await read('plain')).files).toBe(2)
  })

  it('shows beside a row the part of a drawing that it is done to, and cuts it off at its frame', async () => {
    const plate = sectionPlate(assessed.lines[0]!, assessed.path, numberParts(plan.assembly), 178, 118, words)
    const at = plate.places!['vessel:tote']!
    const steps = (pictures?: Extract<Sheet['blocks'][number], { kind: 'table' }>['pictures']) =>
      sheetPdf(
        sheet(
          [],
          [{ kind: 'table', columns: [{ title: 'Do', share: 1 }], rows: [['Set it'], ['Look at it']], ...(pictures ? { pictures } : {}) }],
        ),
        'a4',
        fonts,
      )
    const frames = ({ boxes }: Awaited<ReturnType<typeof boxesOf>>) =>
      boxes.filter(({ width, height }) => Math.abs(width - 46) < 0.01 && Math.abs(height - 31) < 0.01)
    // The frame itself, and the clip that is as large.
    expect(frames(await boxesOf(await steps([{ plate, at }, undefined]), 1))).toHaveLength(2)
    expect(frames(await boxesOf(await steps(), 1))).toHaveLength(0)
    const { OPS } = await getResolvedPDFJS()
    const page = await (await getDocumentProxy((await steps([{ plate, at }, undefined])).slice())).getPage(1)
    const { fnArray } = await page.getOperatorList()
    expect(fnArray.filter((fn) => fn === OPS.clip)).toHaveLength(1)
  })

  it('leaves no heading alone at the foot of a page, however high the row after it is', async () => {
    const plate: Plate = { id: 'p', title: '', width: 100, height: 60, marks: [] }
    for (let lines = 30; lines < 50; lines++) {
      const fill = Array.from({ length: lines }, () => ({ kind: 'text' as const, text: 'so it goes' }))
      const bytes = await sheetPdf(
        sheet(
          [],
          [
            ...fill,
            { kind: 'heading', text: 'Gutter', small: true },
            {
              kind: 'table',
              columns: [{ title: 'Do', share: 1 }],
              rows: [['Hang it']],
              pictures: [{ plate, at: { x: 50, y: 30 } }],
            },
          ],
        ),
        'a4',
        fonts,
      )
      const { text } = await extractText(await getDocumentProxy(bytes.slice()), { mergePages: false })
      const pages = text.filter((page) => page.includes('Gutter'))
      expect([lines, pages]).toEqual([lines, [expect.stringContaining('Hang it')]])
    }
  })

  it('shows in a crop no word that its edge would cut through', () => {
    const at = (x: number, anchor: 'start' | 'end') => ({ kind: 'text' as const, at: { x, y: 30 }, text: '1,340 mm', size: 3, anchor })
    const plate: Plate = {
      id: 'p',
      title: '',
      width: 100,
      height: 60,
      marks: [at(32, 'start'), at(32, 'end'), at(58, 'start'), at(69, 'end')],
    }
    const view = cropWindow({ plate, at: { x: 50, y: 30 } }, 40, 20)
    expect(marksWithin(plate, view)).toEqual([at(32, 'start'), at(69, 'end')])
    const ring = (x: number) => ({ kind: 'circle' as const, centre: { x, y: 30 }, radius: 3, weight: 'seen' as const })
    expect(marksWithin({ ...plate, marks: [ring(31), ring(35), ring(69)] }, view)).toEqual([ring(35)])
  })

  it('keeps a crop within its drawing, with the place in its middle where there is room', () => {
    const plate: Plate = { id: 'p', title: '', width: 100, height: 60, marks: [] }
    expect(cropWindow({ plate, at: { x: 50, y: 30 } }, 40, 20)).toEqual({ x: 30, y: 20, width: 40, height: 20 })
    expect(cropWindow({ plate, at: { x: 5, y: 58 } }, 40, 20)).toEqual({ x: 0, y: 40, width: 40, height: 20 })
    // A drawing smaller than the window is shown from its corner.
    expect(cropWindow({ plate, at: { x: 90, y: 10 } }, 140, 80)).toEqual({ x: 0, y: 0, width: 140, height: 80 })
  })

  it('tells how far it is, to the end', async () => {
    const told: number[] = []
    await sheetPdf(sheet(templates), 'a4', fonts, (share) => told.push(share))
    expect(told.at(-1)).toBe(1)
    expect(told).toEqual(told.toSorted((a, b) => a - b))
  })
})

describe('numbered drawings', () => {
  it.each(demoJobs().flatMap((each) => each.schemes.map((one) => [`${each.name}: ${one.name}`, each, one] as const)))(
    'keep within the sheet, and point at every numbered part of the line: %s',
    (_, own, one) => {
      const parts = partsInputs(own)
      const { lines, path } = assess(one, undefined, undefined, parts)
      const { assembly } = planBuild(path, parts)
      const numbers = numberParts(assembly)
      for (const line of lines) {
        const plate = sectionPlate(line, path, numbers, 178, 176, words)
        for (const mark of plate.marks) {
          const points =
            mark.kind === 'line'
              ? mark.points
              : mark.kind === 'strokes'
                ? mark.lines.flat()
                : [mark.kind === 'circle' ? mark.centre : mark.at]
          for (const { x, y } of points) {
            expect(x).toBeGreaterThanOrEqual(-1e-9)
            expect(x).toBeLessThanOrEqual(178 + 1e-9)
            expect(y).toBeGreaterThanOrEqual(-1e-9)
            expect(y).toBeLessThanOrEqual(plate.height + 1e-9)
          }
        }
        const shown = plate.marks.flatMap((mark) => (mark.kind === 'text' && mark.anchor === 'middle' ? [mark.text] : []))
        const { drop, device } = line.line.intake
        const wanted = [
          ...drop.devices.filter(({ id }) => id === device?.id).map(({ id }) => `device:${id}`),
          `vessel:${line.line.intake.vessel.id}`,
        ]
        for (const key of wanted) expect(shown).toContain(String(numbers.get(key)))
      }
    },
  )

  it('keep callouts apart and their leaders in order', () => {
    const targets = [10, 11, 12, 60].map((y, i) => ({ number: String(i), at: { x: 20, y } }))
    const circles = callouts(targets, 100, 5, 80).flatMap((mark) => (mark.kind === 'circle' && mark.radius > 1 ? [mark.centre.y] : []))
    expect(circles).toEqual(circles.toSorted((a, b) => a - b))
    circles.slice(1).forEach((y, i) => expect(y - circles[i]!).toBeGreaterThan(5))
  })

  it('stand above and below a wide drawing, in the order of their parts', () => {
    const targets = [10, 11, 40, 41].map((x, i) => ({ number: String(i), at: { x, y: i % 2 === 0 ? 20 : 50 } }))
    const circles = calloutRows(targets, { above: 5, below: 70, left: 8, right: 90 }).flatMap((mark) =>
      mark.kind === 'circle' && mark.radius > 1 ? [mark.centre] : [],
    )
    expect(circles.map(({ y }) => y)).toEqual([5, 5, 70, 70])
    expect(circles[0]!.x).toBeLessThan(circles[1]!.x)
    expect(circles[2]!.x).toBeLessThan(circles[3]!.x)
  })

  it('show every piece of a nested length to scale, and every hole of a vessel twice', () => {
    const group = plan.groups.find(({ plan: nested, there }) => nested && !there)!
    const plate = barsPlate(group, 180, 'Bars', mm)!
    for (const { label } of group.cuts) expect(plate.marks.some((mark) => mark.kind === 'text' && mark.text === label)).toBe(true)
    const vessel = scheme.stores[0]!.vessels[0]!
    const own = plan.holes.filter(({ of }) => of.id === vessel.id)
    const drawn = vesselPlate(vessel, own, 178, { title: '', text: mm, rim: 'rim', wallAtTwelve: '12', belowRim: mm })
    for (const { above } of own)
      expect(drawn.marks.some((mark) => mark.kind === 'text' && mark.text.endsWith(mm({ value: above })))).toBe(true)
  })
})

describe('the bill as CSV', () => {
  it.each([';', '\t', ',', '|'])('comes in again with every cell whole where %j parts cells', (delimiter) => {
    const cells = ['a;b', 'c\td', 'e,f', 'g|h', '1,5', 'i"j', 'k\nl', ' =x', '\uff1dHYPERLINK("x")', '\u200b+1', '%', '−3', '@a']
    const { data } = Papa.parse<string[]>(
      toCsv(
        ['of'],
        cells.map((cell) => [cell]),
      ).slice(1),
      { delimiter, skipEmptyLines: true },
    )
    expect(data.slice(1).map((row) => row.join('//').replace(/^'/, ''))).toEqual(cells)
    for (const [cell] of data) expect(/^\s*[=+\-@%\uff1d\uff0b\uff0d\uff20\u2212\u200b]/.test(cell!)).toBe(false)
  })
  it('quotes what has to be quoted and lets no cell be a formula', () => {
    const csv = toCsv(
      ['item', 'price'],
      [
        ['=SUM(A1)', 1],
        ['@x', -2],
        ['a, "b"', 3],
      ],
    )
    expect(csv).toBe('\uFEFF"item","price"\r\n"\'=SUM(A1)",1\r\n"\'@x",-2\r\n"a, ""b""",3\r\n')
  })
})
