import latinBold from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff?url'
import latinRegular from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff?url'
import extendedBold from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-700-normal.woff?url'
import extendedRegular from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-400-normal.woff?url'
import greekBold from '@fontsource/noto-sans/files/noto-sans-greek-700-normal.woff?url'
import greekRegular from '@fontsource/noto-sans/files/noto-sans-greek-400-normal.woff?url'
import greekOldBold from '@fontsource/noto-sans/files/noto-sans-greek-ext-700-normal.woff?url'
import greekOldRegular from '@fontsource/noto-sans/files/noto-sans-greek-ext-400-normal.woff?url'
import cyrillicBold from '@fontsource/noto-sans/files/noto-sans-cyrillic-700-normal.woff?url'
import cyrillicRegular from '@fontsource/noto-sans/files/noto-sans-cyrillic-400-normal.woff?url'
import cyrillicMoreBold from '@fontsource/noto-sans/files/noto-sans-cyrillic-ext-700-normal.woff?url'
import cyrillicMoreRegular from '@fontsource/noto-sans/files/noto-sans-cyrillic-ext-400-normal.woff?url'
import vietnameseBold from '@fontsource/noto-sans/files/noto-sans-vietnamese-700-normal.woff?url'
import vietnameseRegular from '@fontsource/noto-sans/files/noto-sans-vietnamese-400-normal.woff?url'
import latinMoreBold from '@fontsource/noto-sans/files/noto-sans-latin-ext-700-normal.woff?url'
import latinMoreRegular from '@fontsource/noto-sans/files/noto-sans-latin-ext-400-normal.woff?url'
import type { Typeface } from './typeface'

/** The files that PDFs are set in, by preference, with the letters they may have (hexadecimal, from and to). */
const FACES: readonly { regular: string; bold: string; spans: readonly (readonly [number, number])[] }[] = [
  { regular: latinRegular, bold: latinBold, spans: [[0, 0xff]] },
  { regular: extendedRegular, bold: extendedBold, spans: [[0x100, 0x2ff]] },
  { regular: greekRegular, bold: greekBold, spans: [[0x370, 0x3ff]] },
  { regular: greekOldRegular, bold: greekOldBold, spans: [[0x1f00, 0x1fff]] },
  { regular: cyrillicRegular, bold: cyrillicBold, spans: [[0x400, 0x4b1]] },
  { regular: cyrillicMoreRegular, bold: cyrillicMoreBold, spans: [[0x460, 0x52f]] },
  {
    regular: vietnameseRegular,
    bold: vietnameseBold,
    spans: [
      [0x1a0, 0x1af],
      [0x1ea0, 0x1ef9],
    ],
  },
  {
    regular: latinMoreRegular,
    bold: latinMoreBold,
    spans: [
      [0x100, 0x2ff],
      [0x1e00, 0x1eff],
    ],
  },
]

const fetched = new Map<string, Promise<ArrayBuffer>>()
function bytes(url: string): Promise<ArrayBuffer> {
  const before = fetched.get(url)
  if (before) return before
  const coming = fetch(url).then((answer) => {
    if (!answer.ok) throw new Error(`${answer.status} ${url}`)
    return answer.arrayBuffer()
  })
  // What failed is asked for again the next time.
  coming.catch(() => fetched.delete(url))
  fetched.set(url, coming)
  return coming
}

/** The files that a text may need; the first always. */
export async function typefaceFor(text: string): Promise<Typeface> {
  const codes = [...new Set(text.normalize('NFC'))].map((letter) => letter.codePointAt(0)!)
  const wanted = FACES.filter(({ spans }, i) => i === 0 || codes.some((code) => spans.some(([from, to]) => code >= from && code <= to)))
  return Promise.all(wanted.map(async ({ regular, bold }) => ({ regular: await bytes(regular), bold: await bytes(bold) })))
}
