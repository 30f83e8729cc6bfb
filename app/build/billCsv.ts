import Papa from 'papaparse'

/** A cell that a spreadsheet would take for a formula is made plain text. */
const safe = (cell: string | number): string | number => (typeof cell === 'string' && /^[=+\-@\t\r]/.test(cell) ? `'${cell}` : cell)

/** Rows as CSV with a byte-order mark, so that spreadsheets read the letters right. */
export const toCsv = (header: readonly string[], rows: readonly (readonly (string | number)[])[]): string =>
  `\uFEFF${Papa.unparse({ fields: [...header], data: rows.map((row) => row.map(safe)) }, { newline: '\r\n' })}\r\n`
