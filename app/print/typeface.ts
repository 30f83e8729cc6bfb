import type { Color, PDFDocument, PDFFont, PDFPage } from 'pdf-lib'

/** One font file in its two weights, as it is shipped. */
export interface FaceBytes {
  regular: ArrayBuffer
  bold: ArrayBuffer
}
/** The files of a typeface in order of preference: a letter is set in the first that has it. */
export type Typeface = readonly FaceBytes[]

/** Letters that no file of the typeface has, told in those that it has. */
const STAND_INS: Record<string, string> = {
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '→': '>',
  '≥': '>=',
  '≤': '<=',
  '−': '–',
  '₂': '2',
  '✓': '(done)',
}
/** Stands for a letter of a script that is not shipped. */
const NO_LETTER = '?'

/** What is set in one weight: a row may go through several files. */
export interface Setting {
  /** Width of a row that was made `plain`, points. */
  widthOf(text: string, size: number): number
  /** Draws a row that was made `plain`, from its left end; points. */
  draw(page: PDFPage, text: string, at: { x: number; y: number; size: number; color?: Color }): void
}

export interface Typesetter {
  regular: Setting
  bold: Setting
  /** Letters and their marks as one, spaces of one kind, fractions of an inch apart from their whole, and every letter in one that can be set. */
  plain(text: string): string
}

/** Pieces of a row that are in one file each. */
function runsOf(text: string, fileOf: (letter: string) => number): { text: string; file: number }[] {
  const runs: { text: string; file: number }[] = []
  for (const letter of text) {
    const file = fileOf(letter)
    const last = runs.at(-1)
    if (last?.file === file) last.text += letter
    else runs.push({ text: letter, file })
  }
  return runs
}

function setting(fonts: ReadonlyMap<number, PDFFont>, fileOf: (letter: string) => number): Setting {
  const widthOf = (text: string, size: number) =>
    runsOf(text, fileOf).reduce((sum, run) => sum + fonts.get(run.file)!.widthOfTextAtSize(run.text, size), 0)
  return {
    widthOf,
    draw(page, text, { x, y, size, color }) {
      let at = x
      for (const run of runsOf(text, fileOf)) {
        const font = fonts.get(run.file)!
        page.drawText(run.text, { x: at, y, size, font, ...(color ? { color } : {}) })
        at += font.widthOfTextAtSize(run.text, size)
      }
    },
  }
}

/**
 * Puts a typeface into a PDF, subset: only the files that the text needs, and of those only its letters.
 *
 * @param letters every letter that will be set; more do no harm
 */
export async function typesetter(pdf: PDFDocument, typeface: Typeface, letters: string): Promise<Typesetter> {
  const { default: fontkit } = await import('@pdf-lib/fontkit')
  pdf.registerFontkit(fontkit)
  const sets = typeface.map(({ regular }) => new Set(fontkit.create(new Uint8Array(regular)).characterSet))
  const fileWith = (letter: string) => {
    const code = letter.codePointAt(0)!
    return sets.findIndex((set) => set.has(code))
  }
  const used = new Set([0])
  for (const letter of new Set(letters.normalize('NFC'))) used.add(Math.max(0, fileWith(letter)))
  const embed = async (weight: keyof FaceBytes) => {
    const fonts = new Map<number, PDFFont>()
    for (const file of used) fonts.set(file, await pdf.embedFont(typeface[file]![weight], { subset: true }))
    return fonts
  }
  const known = new Map<string, number>()
  const fileOf = (letter: string) => {
    const before = known.get(letter)
    if (before !== undefined) return before
    const found = fileWith(letter)
    const file = used.has(found) ? found : -1
    known.set(letter, file)
    return file
  }
  return {
    regular: setting(await embed('regular'), fileOf),
    bold: setting(await embed('bold'), fileOf),
    plain: (text) =>
      [
        ...text
          .normalize('NFC')
          .replace(/[\u00A0\u2009\u202F]/g, ' ')
          .replace(/(\d)([⅛⅜⅝⅞])/g, '$1 $2'),
      ]
        .map((letter) => (letter === '\n' || fileOf(letter) >= 0 ? letter : (STAND_INS[letter] ?? NO_LETTER)))
        .join(''),
  }
}
