import { PAPERS } from '#core/levels'
import { visible } from '#core/units/visible'
import type { PDFImage, PDFPage } from 'pdf-lib'
import type { Point } from '~/drawing/shapes'
import { Structure } from '~/print/structure'
import { typesetter, type Setting, type Typeface, type Typesetter } from '~/print/typeface'
import type { Block, Sheet } from './sheet'
import { cropWindow, marksWithin, WEIGHTS, type Crop, type Fill, type Plate, type PlateMark } from './plate'

/** Points to a millimetre. */
const POINT = 72 / 25.4
const MARGIN = { side: 16, top: 18, bottom: 16 }
const TEXT = { size: 3.5, lead: 4.9 }

/** Greys of the fills; a PDF is printed more often than it is looked at. */
const GREY: Record<Fill, number | undefined> = { none: undefined, sheet: 1, wash: 0.93, ink: 0.1 }

interface Pen extends Typesetter {
  lib: typeof import('pdf-lib')
  /** Photos by their data URL. */
  images: Map<string, PDFImage>
  structure: Structure
}

/** Breaks a paragraph at spaces so that no line is wider than there is room. */
function wrap(text: string, font: Setting, size: number, width: number): string[] {
  const lines: string[] = []
  for (const paragraph of text.split('\n')) {
    let row = ''
    for (const word of paragraph.split(' ')) {
      const longer = row === '' ? word : `${row} ${word}`
      if (row !== '' && font.widthOf(longer, size * POINT) > width * POINT) {
        lines.push(row)
        row = word
      } else row = longer
    }
    lines.push(row)
  }
  return lines
}

/** One page after another; `y` is how far down the present one is used, mm. */
class Paper {
  page!: PDFPage
  y = 0
  count = 0

  constructor(
    private readonly add: (size: [number, number]) => PDFPage,
    readonly size: { width: number; height: number },
    private readonly pen: Pen,
    private readonly head: (paper: Paper) => void,
  ) {
    this.turn()
  }

  get inner() {
    return this.size.width - 2 * MARGIN.side
  }
  get room() {
    return this.size.height - MARGIN.bottom - this.y
  }

  turn() {
    this.page = this.add([this.size.width * POINT, this.size.height * POINT])
    this.count++
    this.y = MARGIN.top
    this.pen.structure.artifact(this.page, () => this.head(this))
  }

  need(height: number) {
    if (this.room < height) this.turn()
  }

  text(x: number, y: number, words: string, size: number, font: Setting, anchor: 'start' | 'middle' | 'end' = 'start', grey = 0.05) {
    const said = this.pen.plain(words)
    const width = anchor === 'start' ? 0 : font.widthOf(said, size * POINT) / POINT
    const from = x - (anchor === 'middle' ? width / 2 : anchor === 'end' ? width : 0)
    this.pen.structure.mark(this.page, () =>
      font.draw(this.page, said, {
        x: from * POINT,
        y: (this.size.height - y) * POINT,
        size: size * POINT,
        color: this.pen.lib.rgb(grey, grey, grey),
      }),
    )
  }

  rule(y: number, width = 0.15) {
    const at = (x: number) => ({ x: x * POINT, y: (this.size.height - y) * POINT })
    this.pen.structure.artifact(this.page, () =>
      this.page.drawLine({ start: at(MARGIN.side), end: at(this.size.width - MARGIN.side), thickness: width * POINT }),
    )
  }

  square(x: number, y: number, side: number) {
    this.pen.structure.artifact(this.page, () =>
      this.page.drawRectangle({
        x: x * POINT,
        y: (this.size.height - y - side) * POINT,
        width: side * POINT,
        height: side * POINT,
        borderWidth: 0.25 * POINT,
        borderColor: this.pen.lib.rgb(0, 0, 0),
      }),
    )
  }
}

function drawMark(paper: Paper, pen: Pen, mark: PlateMark, left: number, top: number, scale: number) {
  const { page, size } = paper
  const x = (value: number) => (left + value * scale) * POINT
  const y = (value: number) => (size.height - top - value * scale) * POINT
  if (mark.kind === 'text') {
    paper.text(
      left + mark.at.x * scale,
      top + mark.at.y * scale,
      mark.text,
      mark.size * Math.min(1, scale),
      mark.strong ? pen.bold : pen.regular,
      mark.anchor,
    )
    return
  }
  const { width, dash } = WEIGHTS[mark.weight]
  const grey = mark.kind === 'strokes' ? undefined : GREY[mark.fill ?? 'none']
  const fill = grey === undefined ? {} : { color: pen.lib.rgb(grey, grey, grey) }
  const stroke = {
    ...(width > 0 ? { borderWidth: width * POINT, borderColor: pen.lib.rgb(0, 0, 0) } : {}),
    ...(dash ? { borderDashArray: dash.map((each) => each * POINT) } : {}),
  }
  if (mark.kind === 'circle') {
    page.drawCircle({ x: x(mark.centre.x), y: y(mark.centre.y), size: mark.radius * scale * POINT, ...stroke, ...fill })
    return
  }
  // The path's own y runs downward from the page's origin.
  const trace = (points: readonly Point[]) =>
    points.map((point, i) => `${i === 0 ? 'M' : 'L'} ${x(point.x).toFixed(3)} ${(-y(point.y)).toFixed(3)}`).join(' ')
  const path = mark.kind === 'strokes' ? mark.lines.map(trace).join(' ') : `${trace(mark.points)}${mark.closed ? ' Z' : ''}`
  if (path !== '') page.drawSvgPath(path, { x: 0, y: 0, ...stroke, ...fill })
}

const plateScale = (paper: Paper, plate: Plate) =>
  Math.min(1, paper.inner / plate.width, (paper.size.height - MARGIN.top - MARGIN.bottom - 8) / plate.height)

/** A drawing is made so much smaller at most to fill what is left of a page, rather than leave that empty. */
const LEAST_SCALE = 0.72

/** Scale at which a drawing goes on what is left of a page, or on the next. */
function fitted(paper: Paper, plate: Plate): number {
  const whole = plateScale(paper, plate)
  const here = (paper.room - 9) / plate.height
  return !plate.trueScale && here < whole && here >= LEAST_SCALE * whole ? here : whole
}

function drawPlate(paper: Paper, pen: Pen, plate: Plate, number: number) {
  const scale = fitted(paper, plate)
  paper.need(plate.height * scale + 8)
  const title = `${number}. ${plate.title}`
  const { structure } = pen
  structure.within(
    'Figure',
    () => {
      structure.within('Caption', () => paper.text(MARGIN.side, paper.y + 3.5, title, 3.4, pen.bold))
      structure.mark(paper.page, () => {
        for (const mark of plate.marks) drawMark(paper, pen, mark, MARGIN.side, paper.y + 6, scale)
      })
    },
    title,
  )
  paper.y += plate.height * scale + 9
}

/** Tallest that a photo is shown, mm. */
const PHOTO = 70
/** What is shown of a drawing beside a row, mm. */
const PICTURE = { width: 46, height: 31 }

/** A part of a drawing in a frame, at its own size. */
function drawCrop(paper: Paper, pen: Pen, crop: Crop, left: number, top: number) {
  const { pushGraphicsState, popGraphicsState, rectangle, clip, endPath } = pen.lib
  const view = cropWindow(crop, PICTURE.width, PICTURE.height)
  const { x, y, width, height } = view
  const frame = [left * POINT, (paper.size.height - top - height) * POINT, width * POINT, height * POINT] as const
  const [from, foot, across, up] = frame
  const draw = () => {
    paper.page.pushOperators(pushGraphicsState(), rectangle(...frame), clip(), endPath())
    for (const mark of marksWithin(crop.plate, view)) drawMark(paper, pen, mark, left - x, top - y, 1)
    paper.page.pushOperators(popGraphicsState())
    paper.page.drawRectangle({
      x: from,
      y: foot,
      width: across,
      height: up,
      borderWidth: 0.15 * POINT,
      borderColor: pen.lib.rgb(0.35, 0.35, 0.35),
    })
  }
  pen.structure.within('Figure', () => pen.structure.mark(paper.page, draw), crop.plate.title)
}

/** A table laid out on a paper: the height of its head and first row, mm, and how it is drawn. */
function layTable(paper: Paper, pen: Pen, block: Extract<Block, { kind: 'table' }>): { least: number; draw: () => void } {
  const size = 3.1
  const lead = 4.1
  const gutter = 2.5
  const boxed = block.boxes ? 6 : 0
  const total = block.columns.reduce((sum, { share }) => sum + share, 0)
  const starts: number[] = []
  let at = MARGIN.side + boxed
  const beside = block.pictures?.some((each) => each) ? PICTURE.width + gutter : 0
  const widths = block.columns.map(({ share }) => ((paper.inner - boxed - beside) * share) / total)
  for (const width of widths) {
    starts.push(at)
    at += width
  }
  const row = (
    cells: readonly string[],
    font: Setting,
    grey = 0.05,
  ): { lines: string[][]; height: number; font: Setting; grey: number } => {
    const lines = cells.map((cell, i) => wrap(pen.plain(cell), font, size, widths[i]! - gutter))
    return { lines, height: Math.max(...lines.map((each) => each.length)) * lead + 1.6, font, grey }
  }
  const { structure } = pen
  const drawCell = (cell: readonly string[], i: number, font: Setting, grey: number) =>
    cell.forEach((words, n) => {
      const { right } = block.columns[i]!
      const x = right ? starts[i]! + widths[i]! - gutter : starts[i]!
      paper.text(x, paper.y + 3.6 + n * lead, words, size, font, right ? 'end' : 'start', grey)
    })
  const drawRow = ({ lines, height, font, grey }: ReturnType<typeof row>, cell: 'TH' | 'TD', picture?: Crop) => {
    structure.within('TR', () =>
      lines.forEach((words, i) =>
        structure.within(cell, () => {
          drawCell(words, i, font, grey)
          if (picture && i === lines.length - 1)
            drawCrop(paper, pen, picture, paper.size.width - MARGIN.side - PICTURE.width, paper.y + 1.2)
        }),
      ),
    )
    paper.y += height
    paper.rule(paper.y)
  }
  const head = row(
    block.columns.map(({ title }) => title),
    pen.regular,
    0.35,
  )
  const titled = block.columns.some(({ title }) => title !== '')
  const rows = block.rows.map((cells, i) => {
    const laid = row(cells, block.strong?.includes(i) ? pen.bold : pen.regular)
    const picture = block.pictures?.[i]
    return { ...laid, picture, height: picture ? Math.max(laid.height, PICTURE.height + 2.4) : laid.height }
  })
  const least = (titled ? head.height : 0) + (rows[0]?.height ?? 0)
  /** The head once more on a page that a table goes on on: told once is enough. */
  const headAgain = () => {
    structure.artifact(paper.page, () => head.lines.forEach((words, i) => drawCell(words, i, head.font, head.grey)))
    paper.y += head.height
    paper.rule(paper.y)
  }
  const draw = () => {
    paper.need(least)
    structure.within('Table', () => {
      if (titled) drawRow(head, 'TH')
      for (const next of rows) {
        if (paper.room < next.height) {
          paper.turn()
          if (titled) headAgain()
        }
        if (block.boxes) paper.square(MARGIN.side, paper.y + 0.8, 3)
        drawRow(next, 'TD', next.picture)
      }
    })
    paper.y += 3
  }
  return { least, draw }
}

/** How much of a block stands together with a heading over it, mm. */
function beginning(paper: Paper, pen: Pen, block: Block | undefined): number {
  if (block?.kind === 'table') return layTable(paper, pen, block).least
  if (block?.kind === 'plate') return block.plate.height * fitted(paper, block.plate) + 8
  return block ? 2 * TEXT.lead : 0
}

/**
 * A sheet as a PDF: text that can be found and copied, drawings of lines, the typeface inside.
 *
 * @param progress told after every block, 0–1
 */
export async function sheetPdf(
  sheet: Sheet,
  paperKey: keyof typeof PAPERS,
  typeface: Typeface,
  progress: (share: number) => void = () => {},
): Promise<Uint8Array<ArrayBuffer>> {
  const lib = await import('pdf-lib')
  const { PDFDocument, rgb } = lib
  const pdf = await PDFDocument.create()
  pdf.setTitle(visible(sheet.title))
  pdf.setSubject(visible(sheet.subtitle))
  pdf.setLanguage(sheet.language)
  pdf.setProducer('Vernal Cask')
  pdf.setCreator('Vernal Cask')
  // Keys and numbers of the sheet among them do no harm.
  const set = await typesetter(pdf, typeface, JSON.stringify(sheet))
  const { regular, bold, plain } = set
  const images = new Map<string, PDFImage>()
  for (const block of sheet.blocks)
    if (block.kind === 'photos') for (const { url } of block.photos) images.set(url, await pdf.embedJpg(url))
  const structure = new Structure(lib, pdf)
  const pen: Pen = { ...set, lib, images, structure }
  const paper = new Paper(
    (size) => pdf.addPage(size),
    PAPERS[paperKey],
    pen,
    (each) => {
      if (each.count === 1) return
      each.text(MARGIN.side, 11, sheet.title, 3, regular, 'start', 0.35)
      each.rule(13)
    },
  )
  structure.within('H1', () => paper.text(MARGIN.side, paper.y + 6, sheet.title, 7, bold))
  structure.within('P', () => paper.text(MARGIN.side, paper.y + 12, sheet.subtitle, 3.5, regular, 'start', 0.3))
  // Who makes it stands on the right, for whom under the title.
  const { from = [], to = [] } = sheet.head ?? {}
  const address = (draw: () => void) => structure.within('P', draw)
  if (from.length > 0)
    address(() =>
      from.forEach((words, i) =>
        paper.text(paper.size.width - MARGIN.side, paper.y + 3 + i * 4, words, 3.1, i === 0 ? bold : regular, 'end', 0.2),
      ),
    )
  if (to.length > 0)
    address(() => to.forEach((words, i) => paper.text(MARGIN.side, paper.y + 17 + i * 4, words, 3.1, regular, 'start', 0.2)))
  paper.y += Math.max(15, to.length > 0 ? 17 + to.length * 4 : 0, from.length * 4 + 2)
  paper.rule(paper.y, 0.5)
  paper.y += 4
  let drawings = 0
  for (const [i, block] of sheet.blocks.entries()) {
    drawBlock(
      paper,
      pen,
      block,
      () => ++drawings,
      () => beginning(paper, pen, sheet.blocks[i + 1]),
    )
    progress((i + 1) / sheet.blocks.length)
  }
  const pages = pdf.getPages()
  pages.forEach((page, i) =>
    structure.artifact(page, () => {
      regular.draw(page, plain(sheet.footer), { x: MARGIN.side * POINT, y: 8 * POINT, size: 2.6 * POINT, color: rgb(0.35, 0.35, 0.35) })
      const number = `${i + 1} / ${pages.length}`
      regular.draw(page, number, {
        x: PAPERS[paperKey].width * POINT - MARGIN.side * POINT - regular.widthOf(number, 2.6 * POINT),
        y: 8 * POINT,
        size: 2.6 * POINT,
        color: rgb(0.35, 0.35, 0.35),
      })
    }),
  )
  structure.close()
  return Uint8Array.from(await pdf.save())
}

/** @param after height that follows a heading and has to stand with it, mm */
function drawBlock(paper: Paper, pen: Pen, block: Block, number: () => number, after: () => number) {
  const { structure } = pen
  const paragraph = (text: string, font: Setting, size = TEXT.size, left = 0, grey = 0.05) => {
    const lead = (size / TEXT.size) * TEXT.lead
    for (const words of wrap(pen.plain(text), font, size, paper.inner - left)) {
      paper.need(lead)
      paper.text(MARGIN.side + left, paper.y + lead - 1.2, words, size, font, 'start', grey)
      paper.y += lead
    }
  }
  switch (block.kind) {
    case 'heading':
      // Never the last thing on a page.
      paper.need((block.small ? 7 : 11) + Math.min(after(), paper.size.height / 2))
      paper.y += block.small ? 1.5 : 3
      structure.within(block.small ? 'H3' : 'H2', () => paragraph(block.text, pen.bold, block.small ? 3.8 : 4.8))
      paper.y += 1
      return
    case 'text':
      structure.within('P', () => paragraph(block.text, block.strong ? pen.bold : pen.regular, TEXT.size, 0, block.quiet ? 0.35 : 0.05))
      paper.y += 1.2
      return
    case 'caution': {
      const lines = wrap(pen.plain(block.text), pen.bold, TEXT.size, paper.inner - 6)
      paper.need(lines.length * TEXT.lead + 2)
      const top = paper.y
      structure.within('Note', () => {
        for (const words of lines) {
          paper.text(MARGIN.side + 5, paper.y + TEXT.lead - 1.2, words, TEXT.size, pen.bold)
          paper.y += TEXT.lead
        }
      })
      structure.artifact(paper.page, () =>
        paper.page.drawRectangle({
          x: MARGIN.side * POINT,
          y: (paper.size.height - paper.y) * POINT,
          width: 1.2 * POINT,
          height: (paper.y - top) * POINT,
          color: pen.lib.rgb(0.1, 0.1, 0.1),
        }),
      )
      paper.y += 1.5
      return
    }
    case 'list':
      structure.within('L', () => {
        for (const item of block.items) {
          paper.need(TEXT.lead)
          structure.within('LI', () => {
            if (block.boxes) paper.square(MARGIN.side, paper.y + 1, 3)
            else structure.within('Lbl', () => paper.text(MARGIN.side + 1, paper.y + TEXT.lead - 1.2, '–', TEXT.size, pen.regular))
            structure.within('LBody', () => paragraph(item, pen.regular, TEXT.size, 6))
          })
        }
      })
      paper.y += 1.5
      return
    case 'table':
      layTable(paper, pen, block).draw()
      return
    case 'plate':
      drawPlate(paper, pen, block.plate, number())
      return
    case 'signature': {
      const width = (paper.inner - (block.lines.length - 1) * 8) / block.lines.length
      paper.need(18)
      paper.y += 12
      block.lines.forEach((words, i) => {
        const left = MARGIN.side + i * (width + 8)
        const at = (x: number) => ({ x: x * POINT, y: (paper.size.height - paper.y) * POINT })
        structure.artifact(paper.page, () => paper.page.drawLine({ start: at(left), end: at(left + width), thickness: 0.2 * POINT }))
        structure.within('P', () => paper.text(left, paper.y + 4, words, 2.8, pen.regular, 'start', 0.35))
      })
      paper.y += 8
      return
    }
    case 'photos': {
      const width = (paper.inner - 6) / 2
      let tallest = 0
      block.photos.forEach(({ url, width: across, height: high, caption }, i) => {
        const scale = Math.min(width / across, PHOTO / high)
        if (i % 2 === 0) {
          paper.y += tallest
          tallest = 0
          paper.need(PHOTO + 8)
        }
        const left = MARGIN.side + (i % 2) * (width + 6)
        const image = pen.images.get(url)
        const show = () => {
          if (image)
            structure.mark(paper.page, () =>
              paper.page.drawImage(image, {
                x: left * POINT,
                y: (paper.size.height - paper.y - high * scale) * POINT,
                width: across * scale * POINT,
                height: high * scale * POINT,
              }),
            )
          structure.within('Caption', () => paper.text(left, paper.y + high * scale + 4, caption, 2.8, pen.regular, 'start', 0.3))
        }
        structure.within('Figure', show, caption)
        tallest = Math.max(tallest, high * scale + 8)
      })
      paper.y += tallest
      return
    }
    default:
      if (paper.y > MARGIN.top) paper.turn()
  }
}
