import type { Terms } from './terms'

const numberFormats = new Map<string, Intl.NumberFormat>()
const dateFormats = new Map<string, Intl.DateTimeFormat>()

function kept<Format>(formats: Map<string, Format>, locale: string, options: object, make: () => Format): Format {
  const key = `${locale} ${JSON.stringify(options)}`
  const found = formats.get(key)
  if (found) return found
  const made = make()
  formats.set(key, made)
  return made
}

/**
 * How a language writes numbers, made once for each way of writing: making one takes the platform as long as writing dozens, and
 * a sheet writes hundreds after every edit.
 */
export const numberFormat = (terms: Terms, options: Intl.NumberFormatOptions): Intl.NumberFormat =>
  kept(numberFormats, terms, options, () => new Intl.NumberFormat(terms, options))

/** How a language writes days and times, made once for each way of writing. */
export const dateFormat = (terms: Terms, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat =>
  kept(dateFormats, terms, options, () => new Intl.DateTimeFormat(terms, options))
