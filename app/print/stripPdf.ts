import type { StripPage } from '#core/levels'
import { visible } from '#core/units/visible'
import { Structure } from './structure'
import { typesetter, type Typeface } from './typeface'

/** Points to a millimetre. */
const POINT = 72 / 25.4

/**
 * Strip pages as a PDF at true scale: every page as large as its paper, every line where the page says.
 *
 * The library is only fetched when somebody asks for a PDF.
 */
export async function stripPdf(
  pages: readonly StripPage[],
  { title, language }: { title: string; language: string },
  typeface: Typeface,
): Promise<Uint8Array<ArrayBuffer>> {
  const lib = await import('pdf-lib')
  const { PDFDocument, rgb } = lib
  const pdf = await PDFDocument.create()
  pdf.setTitle(visible(title))
  pdf.setLanguage(language)
  pdf.setProducer('Vernal Cask')
  pdf.setCreator('Vernal Cask')
  const structure = new Structure(lib, pdf)
  const { regular, bold, plain } = await typesetter(pdf, typeface, JSON.stringify(pages))
  for (const { width, height, lines, circles, words } of pages) {
    const page = pdf.addPage([width * POINT, height * POINT])
    const at = (x: number, y: number) => ({ x: x * POINT, y: (height - y) * POINT })
    structure.artifact(page, () => {
      for (const { x1, y1, x2, y2, weight, dash } of lines)
        page.drawLine({ start: at(x1, y1), end: at(x2, y2), thickness: weight * POINT, ...(dash ? { dashArray: [8, 4] } : {}) })
      for (const { x, y, radius } of circles)
        page.drawCircle({ ...at(x, y), size: radius * POINT, borderWidth: 0.3 * POINT, borderColor: rgb(0, 0, 0) })
    })
    for (const { x, y, size, text, strong } of words)
      structure.within('P', () =>
        structure.mark(page, () => (strong ? bold : regular).draw(page, plain(text), { ...at(x, y), size: size * POINT })),
      )
  }
  structure.close()
  return Uint8Array.from(await pdf.save())
}
