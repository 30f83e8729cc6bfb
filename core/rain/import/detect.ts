import Papa from 'papaparse'
import { DELIMITERS, LARGEST_FILE, LONGEST_CELL, LONGEST_LINE, MOST_COLUMNS, RainFileError, type Layout } from './layout'
import { dateParts, guessOrder } from './readDate'

/** A line of GHCN-Daily's fixed-width form: station, year, month, element, then 31 values with three flags each. */
export const DLY_LINE = /^[A-Z0-9_-]{11}\d{4}(0[1-9]|1[0-2])[A-Z0-9]{4}[ -]/

const RAIN_NAMES =
  /^(prcp|precip|precipitation|rain|rainfall|rain_mm|regen|niederschlag|rr|rsk|pluie|precipitacion|depth|amount|mm|inches|value)/i
const DATE_NAMES = /^(date|day|datum|fecha|time|yyyymmdd|mess_datum)/i
const SAMPLE_LINES = 400

export interface Detected {
  layout: Layout
  /** Names of the columns where a header tells them, else their numbers. */
  columns: string[]
  /** What is a guess that the reader should look at. */
  doubts: ('dateOrder' | 'unit' | 'rainColumn')[]
}

/** Every line of a table cut into cells. Quotes are honoured; no line is dropped, so that line numbers hold. */
export function cutCells(text: string, delimiter: Layout['delimiter'], most?: number): string[][] {
  const lines = delimiter === ' ' ? text.replace(/[ \t]+/g, ' ').replace(/^ | $/gm, '') : text
  const { data } = Papa.parse<string[]>(lines, { delimiter, preview: most ?? 0, skipEmptyLines: false })
  return data.map((row) => (row.length > MOST_COLUMNS ? row.slice(0, MOST_COLUMNS) : row))
}

const asNumber = (cell: string, decimal: Layout['decimal']) => {
  if (cell.length > LONGEST_CELL) return NaN
  const clean = cell.trim()
  const pattern = decimal === ',' ? /^[-+]?\d+(,\d+)?$/ : /^[-+]?(\d+\.?\d*|\.\d+)$/
  return pattern.test(clean) ? Number(clean.replace(',', '.')) : NaN
}

/** Reads a depth as written; trace counts as nought. NaN when it is no number. */
export function readDepth(cell: string, decimal: Layout['decimal']): number {
  return cell.length <= LONGEST_CELL && /^(t|tr|trace)$/i.test(cell.trim()) ? 0 : asNumber(cell, decimal)
}

/** The delimiter that cuts most lines into the same number of cells with a date in one of them. */
function guessDelimiter(lines: string[]): Layout['delimiter'] {
  let best: Layout['delimiter'] = ','
  let bestScore = -1
  for (const delimiter of DELIMITERS) {
    const rows = cutCells(lines.join('\n'), delimiter)
    const dated = rows.filter((row) => row.length > 1 && (row.some((cell) => dateParts(cell)) || isSplitDate(row)))
    const widths = new Map<number, number>()
    for (const row of dated) widths.set(row.length, (widths.get(row.length) ?? 0) + 1)
    const score = Math.max(0, ...widths.values())
    if (score > bestScore) {
      best = delimiter
      bestScore = score
    }
  }
  return best
}

function isSplitDate(row: string[], at = 0): boolean {
  const [year, month, day] = row.slice(at, at + 3).map((cell) => (/^\d{1,4}$/.test(cell.trim()) ? Number(cell) : NaN))
  return year! >= 1700 && year! <= 2200 && month! >= 1 && month! <= 12 && day! >= 1 && day! <= 31
}

/** Column in which the most rows pass the test; −1 when none does. */
function columnWhere(rows: string[][], width: number, test: (cell: string, row: string[], column: number) => boolean): number {
  let best = -1
  let most = 0
  for (let column = 0; column < width; column++) {
    const hits = rows.filter((row) => test(row[column] ?? '', row, column)).length
    if (hits > most) {
      most = hits
      best = column
    }
  }
  return best
}

function guessDecimal(rows: string[][], delimiter: Layout['delimiter']): Layout['decimal'] {
  if (delimiter === ',') return '.'
  const commas = rows.flat().filter((cell) => /^[-+]?\d+,\d+$/.test(cell.trim())).length
  const points = rows.flat().filter((cell) => /^[-+]?\d+\.\d+$/.test(cell.trim())).length
  return commas > points ? ',' : '.'
}

/**
 * Unit from the header if it says, else from the numbers: whole numbers above any day's likely depth are tenths,
 * depths that never pass 20 and carry two decimals are inches.
 */
function guessUnit(header: string, name: string, depths: number[], isGhcn: boolean): { unit: Layout['unit']; certain: boolean } {
  if (/tenth|0\.1\s*mm|1\/10\s*mm/i.test(header)) return { unit: 'tenths', certain: true }
  if (/\b(in|inch|inches)\b|_in\b|\(in\)/i.test(name)) return { unit: 'in', certain: true }
  if (/mm/i.test(name)) return { unit: 'mm', certain: true }
  const largest = depths.reduce((most, depth) => Math.max(most, depth), 0)
  const whole = depths.every(Number.isInteger)
  if (whole && (isGhcn || largest > 300)) return { unit: largest > 100 || isGhcn ? 'tenths' : 'mm', certain: false }
  const hundredths = depths.filter((depth) => !Number.isInteger(depth * 10)).length
  if (largest <= 20 && hundredths > 0.3 * depths.filter((depth) => depth > 0).length) return { unit: 'in', certain: false }
  return { unit: 'mm', certain: depths.some((depth) => depth > 30) && !whole }
}

function detectDly(): Detected {
  return {
    layout: {
      kind: 'dly',
      delimiter: ' ',
      headerLines: 0,
      dateColumn: 0,
      rainColumn: 0,
      dateOrder: 'ymd',
      decimal: '.',
      unit: 'tenths',
      dayStamp: 'same-day',
      element: { column: 0, keep: 'PRCP' },
    },
    columns: [],
    doubts: [],
  }
}

/**
 * Works out how a rain file is laid out, from its first few hundred lines.
 *
 * @throws RainFileError when there is nothing in it that could be a dated depth
 */
export function detectLayout(text: string): Detected {
  if (text.length > LARGEST_FILE) throw new RainFileError('tooLarge')
  if (text.trim() === '') throw new RainFileError('empty')
  if (text.includes('\u0000')) throw new RainFileError('notText')
  // No line of a daily table is longer; one that is would be searched for a long time and say no more.
  const lines = text.split(/\r\n|\n|\r/, SAMPLE_LINES).map((line) => line.slice(0, LONGEST_LINE))
  if (lines.filter((line) => DLY_LINE.test(line)).length >= 0.5 * lines.filter((line) => line.trim() !== '').length) return detectDly()
  const delimiter = guessDelimiter(lines)
  const all = cutCells(lines.join('\n'), delimiter)
  const dated = (row: string[]) => row.some((cell) => dateParts(cell)) || row.some((_, at) => isSplitDate(row, at))
  const headerLines = all.findIndex(dated)
  if (headerLines < 0) throw new RainFileError('noDays')
  const rows = all.slice(headerLines).filter(dated)
  const width = Math.max(...rows.map((row) => row.length))
  const header = headerLines > 0 ? all[headerLines - 1]! : []
  const columns = Array.from({ length: width }, (_, column) => header[column]?.trim() || `column ${column + 1}`)
  const ghcn = longTable(rows)
  const useful = ghcn ? rows.filter((row) => row[ghcn.column]?.trim() === 'PRCP') : rows
  const named = columns.findIndex((name, column) => DATE_NAMES.test(name) && rows.some((row) => dateParts(row[column] ?? '')))
  const oneDate = named >= 0 ? named : columnWhere(rows, width, (cell) => dateParts(cell) !== undefined)
  const split = oneDate < 0 ? columnWhere(rows, width, (_, row, column) => isSplitDate(row, column)) : -1
  const dateColumn = oneDate >= 0 ? oneDate : split
  const decimal = guessDecimal(useful, delimiter)
  const taken = split >= 0 ? [split, split + 1, split + 2] : [dateColumn]
  const rain = ghcn ? ghcn.column + 1 : rainColumn(columns, useful, width, decimal, taken)
  if (rain < 0) throw new RainFileError('noColumns')
  const samples = useful.flatMap((row) => dateParts(row[dateColumn] ?? '') ?? [])
  const triples = Array.from({ length: samples.length / 3 }, (_, i) => [samples[3 * i]!, samples[3 * i + 1]!, samples[3 * i + 2]!] as const)
  const order = split >= 0 ? { order: 'ymd' as const, certain: true } : guessOrder(triples)
  const depths = useful.map((row) => readDepth(row[rain] ?? '', decimal)).filter((depth) => depth >= 0 && depth !== 9999)
  // By-station tables of the same archive carry a header with STATION and PRCP, and tenths when every value is whole.
  const station = columns.some((name) => /^station$/i.test(name)) && columns.some((name) => /^prcp$/i.test(name))
  const unit = ghcn
    ? { unit: 'tenths' as const, certain: true }
    : guessUnit(header.join(' '), columns[rain] ?? '', depths, station && depths.every(Number.isInteger))
  return {
    layout: {
      kind: 'table',
      delimiter,
      headerLines,
      dateColumn,
      ...(split >= 0 ? { splitDate: { month: split + 1, day: split + 2 } } : {}),
      rainColumn: rain,
      dateOrder: order.order,
      decimal,
      unit: unit.unit,
      dayStamp: 'same-day',
      ...(ghcn ? { element: { column: ghcn.column, keep: 'PRCP' }, flagColumn: ghcn.column + 3 } : {}),
    },
    columns,
    doubts: [
      ...(order.certain ? [] : ['dateOrder' as const]),
      ...(unit.certain ? [] : ['unit' as const]),
      ...(rain >= 0 && RAIN_NAMES.test(columns[rain] ?? '') ? [] : ['rainColumn' as const]),
    ],
  }
}

/** GHCN-Daily by-year form: station, yyyymmdd, element, value, m-flag, q-flag, s-flag, time. */
function longTable(rows: string[][]): { column: number } | undefined {
  const hits = rows.filter((row) => /^\d{8}$/.test(row[1] ?? '') && /^[A-Z]{3}[A-Z0-9]$/.test(row[2]?.trim() ?? '') && row.length >= 6)
  return hits.length > 0.8 * rows.length ? { column: 2 } : undefined
}

function rainColumn(columns: string[], rows: string[][], width: number, decimal: Layout['decimal'], taken: number[]): number {
  const numeric = (column: number) => !taken.includes(column) && rows.some((row) => !Number.isNaN(readDepth(row[column] ?? '', decimal)))
  const named = columns.findIndex((name, column) => RAIN_NAMES.test(name) && numeric(column))
  if (named >= 0) return named
  return columnWhere(rows, width, (cell, _, column) => !taken.includes(column) && readDepth(cell, decimal) >= 0)
}
