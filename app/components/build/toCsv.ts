import Papa from 'papaparse'

/** What begins a formula in some spreadsheet, wide forms of East Asian keyboards and all, behind whatever blanks. */
const FORMULA = /^[\s\p{Cc}\p{Cf}]*[=+\-@|%\uff1d\uff0b\uff0d\uff20\u2212]/u
/** A cell that a spreadsheet would take for a formula is made plain text. */
const safe = (cell: string | number): string | number => (typeof cell === 'string' && FORMULA.test(cell) ? `'${cell}` : cell)

/**
 * Rows as CSV with a byte-order mark, so that spreadsheets read the letters right. Every text is quoted: which sign parts cells
 * depends on where the spreadsheet was bought.
 */
export const toCsv = (header: readonly string[], rows: readonly (readonly (string | number)[])[]): string =>
  `\uFEFF${Papa.unparse({ fields: [...header], data: rows.map((row) => row.map(safe)) }, { newline: '\r\n', quotes: (cell) => typeof cell === 'string', quoteChar: '"' })}\r\n`
