import { readFileSync } from 'node:fs'
import type { Typeface } from './typeface'

/** Files of the typeface from the packages they come in, for tests, which have nobody to fetch from. */
export function typefaceOnDisk(...files: readonly string[]): Typeface {
  const read = (name: string, weight: number): ArrayBuffer => {
    const family = name.startsWith('noto-sans') ? 'noto-sans' : 'atkinson-hyperlegible-next'
    const file = readFileSync(`node_modules/@fontsource/${family}/files/${name}-${weight}-normal.woff`)
    return file.buffer.slice(file.byteOffset, file.byteOffset + file.byteLength) as ArrayBuffer
  }
  return files.map((name) => ({ regular: read(name, 400), bold: read(name, 700) }))
}
export const LATIN = 'atkinson-hyperlegible-next-latin'
export const LATIN_MORE = 'atkinson-hyperlegible-next-latin-ext'
export const GREEK = 'noto-sans-greek'
export const CYRILLIC = 'noto-sans-cyrillic'
