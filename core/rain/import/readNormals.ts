import Papa from 'papaparse'
import { LONGEST_CELL } from './layout'

/** What cannot be taken of a pasted table of monthly means, in order of weight. */
export interface NormalsProblem {
  problem: 'empty' | 'months' | 'notANumber' | 'negative' | 'tooWet' | 'wetOverDays' | 'noWetDays'
  /** Month 0–11, where one month is meant. */
  month?: number
  /** What was found, as it stands in the text. */
  found: string
}

export interface Normals {
  /** mm, January first. */
  totals: number[]
  wetDays: number[]
  unit: 'mm' | 'in'
}

/** Longest months, so that a leap February may hold 29 rain days. */
const MOST_DAYS = [31, 29, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31] as const
/** Deepest month ever measured was under 10 m; the document keeps up to 3 m. */
const MOST_MONTH = 3000
const MONTHS = 12

const numberIn = (cell: string) => {
  if (cell.length > LONGEST_CELL) return NaN
  const text = cell.trim().replace(',', '.')
  return /^-?\d+(\.\d+)?$/.test(text) ? Number(text) : NaN
}
const hasNumber = (cell: string) => Number.isFinite(numberIn(cell))
const isWord = (cell: string) => /\p{L}/u.test(cell)

/** Cells of a pasted table: tabs, semicolons or, where commas are not decimals, commas; else runs of blanks. */
function cellsOf(text: string): string[][] {
  const delimiter = ['\t', ';', '|'].find((each) => text.includes(each)) ?? (/\d,\s|[a-z],/i.test(text) || /\d+\.\d/.test(text) ? ',' : ' ')
  const rows = Papa.parse<string[]>(text.trim(), { delimiter: text.includes(delimiter) ? delimiter : ' ', skipEmptyLines: 'greedy' }).data
  return rows.map((row) => row.map((cell) => cell.trim()).filter((cell) => cell !== ''))
}

/** The number rows with their names and without yearly sums; turned so that each row is a kind of figure and holds months. */
function byKind(rows: readonly string[][]): string[][] {
  const named = rows.map((row) => (row.length > 0 && isWord(row[0]!) ? row.slice(1) : row))
  const figures = named.filter((row) => row.length > 0 && row.some(hasNumber))
  if (figures.length <= 3 && figures.every((row) => row.length > 3)) return figures
  const width = figures.reduce((most, { length }) => Math.max(most, length), 0)
  // A column of month numbers 1, 2, 3 … names the rows and is no measure.
  const counted = figures.length > 1 && width > 2 && figures.every((row, i) => row[0] === String(i + 1))
  return Array.from({ length: counted ? width - 1 : width }, (_, column) => figures.map((row) => row[column + (counted ? 1 : 0)] ?? ''))
}

/**
 * Monthly means as they stand in a table copied from elsewhere: a row (or column) of rain and one of rain days, with or
 * without the months' names, in millimetres or inches. A thirteenth value that is the sum of the others is the year and
 * is passed over; any other count of months is told, never cut off.
 */
export function readNormals(text: string): { normals: Normals } | { problems: NormalsProblem[] } {
  if (text.trim() === '') return { problems: [{ problem: 'empty', found: '' }] }
  const kinds = byKind(cellsOf(text)).map((cells) => {
    const values = cells.map(numberIn)
    const year = values[MONTHS]
    const sum = values.slice(0, MONTHS).reduce((a, b) => a + b, 0)
    const isYear = cells.length === MONTHS + 1 && year !== undefined && Math.abs(year - sum) <= Math.max(2, 0.02 * sum)
    return isYear ? cells.slice(0, MONTHS) : cells
  })
  const [rain, wet] = kinds
  if (!rain) return { problems: [{ problem: 'empty', found: text.trim().slice(0, 40) }] }
  for (const kind of [rain, ...(wet ? [wet] : [])])
    if (kind.length !== MONTHS) return { problems: [{ problem: 'months', found: String(kind.length) }] }
  if (!wet) return { problems: [{ problem: 'noWetDays', found: '' }] }
  const unit = /\b(in|inch|inches)\b|"/i.test(text) ? 'in' : 'mm'
  const problems: NormalsProblem[] = []
  const read = (cells: readonly string[], most: (month: number) => number, over: 'tooWet' | 'wetOverDays') =>
    cells.map((cell, month) => {
      const value = numberIn(cell)
      if (!Number.isFinite(value)) problems.push({ problem: 'notANumber', month, found: cell })
      else if (value < 0) problems.push({ problem: 'negative', month, found: cell })
      else if (value > most(month)) problems.push({ problem: over, month, found: cell })
      return value
    })
  const perUnit = unit === 'in' ? 25.4 : 1
  const totals = read(rain, () => MOST_MONTH / perUnit, 'tooWet').map((value) => Math.round(value * perUnit * 100) / 100)
  const wetDays = read(wet, (month) => MOST_DAYS[month]!, 'wetOverDays')
  return problems.length > 0 ? { problems } : { normals: { totals, wetDays, unit } }
}
