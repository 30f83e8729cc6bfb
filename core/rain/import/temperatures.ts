import { dayNumber, daysInMonth } from '../calendar'
import { cutCells, DLY_LINE, readDepth } from './detect'
import type { Layout } from './layout'
import { dateParts, readDay } from './readDate'

/** Least and greatest temperature of days, °C; null where missing. */
export interface Temperatures {
  low: (number | null)[]
  high: (number | null)[]
}

const ELEMENTS = { TMIN: 'low', TMAX: 'high' } as const
const isElement = (text: string | undefined): text is keyof typeof ELEMENTS => text === 'TMIN' || text === 'TMAX'
const LOW_NAMES = /^(tmin|t_min|min_?temp|temp_?min|low)/i
const HIGH_NAMES = /^(tmax|t_max|max_?temp|temp_?max|high)/i
/** What no thermometer of the world has shown, °C, is a code for missing. */
const [COLDEST, HOTTEST] = [-95, 65]

/**
 * The temperatures that a rain file carries beside its rain; undefined where it has none.
 *
 * @param start day number of the rain's first day
 * @param days of the rain
 * Source of the fixed-width form: GHCN-Daily readme, NOAA NCEI, from memory: tenths of a degree Celsius.
 */
export function readTemperatures(
  text: string,
  layout: Layout,
  columns: readonly string[],
  start: number,
  days: number,
): Temperatures | undefined {
  const empty = () => Array.from({ length: days }, (): number | null => null)
  const found: Temperatures = { low: empty(), high: empty() }
  let any = false
  const put = (which: keyof Temperatures, day: number, degrees: number) => {
    const at = day - start
    if (at < 0 || at >= days || !(degrees >= COLDEST && degrees <= HOTTEST)) return
    found[which][at] ??= Math.round(degrees * 100) / 100
    any = true
  }
  if (layout.kind === 'dly') walkFixed(text, put)
  else walkTable(text, layout, columns, put)
  return any ? found : undefined
}

type Put = (which: keyof Temperatures, day: number, degrees: number) => void

function walkFixed(text: string, put: Put): void {
  for (const row of text.split(/\r\n|\n|\r/)) {
    const element = row.slice(17, 21)
    if (!isElement(element) || !DLY_LINE.test(row)) continue
    const [year, month] = [Number(row.slice(11, 15)), Number(row.slice(15, 17))]
    for (let day = 1; day <= daysInMonth(year, month); day++) {
      const at = 21 + 8 * (day - 1)
      const value = row.slice(at, at + 5).trim()
      // A flag of quality says that it failed; -9999 is missing.
      if (value === '' || value === '-9999' || (row[at + 6] ?? ' ') !== ' ' || !/^-?\d+$/.test(value)) continue
      put(ELEMENTS[element], dayNumber(year, month, day), Number(value) / 10)
    }
  }
}

function walkTable(text: string, layout: Layout, columns: readonly string[], put: Put): void {
  const { dateColumn, splitDate, element, decimal } = layout
  const [lows, highs] = [LOW_NAMES, HIGH_NAMES].map((names) => columns.findIndex((name) => names.test(name.trim()))) as [number, number]
  if (!element && lows < 0 && highs < 0) return
  // A file in inches has degrees Fahrenheit, one in tenths of millimetres tenths of degrees.
  const celsius = (value: number) => (layout.unit === 'in' ? ((value - 32) * 5) / 9 : layout.unit === 'tenths' ? value / 10 : value)
  cutCells(text, layout.delimiter).forEach((row, index) => {
    if (index < layout.headerLines) return
    const parts = splitDate
      ? dateParts([row[dateColumn], row[splitDate.month], row[splitDate.day]].join('-'))
      : dateParts(row[dateColumn] ?? '')
    const day = parts ? readDay(parts, layout.dateOrder) : NaN
    if (Number.isNaN(day)) return
    const take = (which: keyof Temperatures, cell: string | undefined) => {
      if (cell === undefined || cell.trim() === '') return
      const value = readDepth(cell, decimal)
      if (Number.isFinite(value)) put(which, day, celsius(value))
    }
    if (element) {
      const name = row[element.column]?.trim()
      const failed = layout.flagColumn !== undefined && (row[layout.flagColumn] ?? '').trim() !== ''
      if (isElement(name) && !failed) take(ELEMENTS[name], row[layout.rainColumn])
      return
    }
    if (lows >= 0) take('low', row[lows])
    if (highs >= 0) take('high', row[highs])
  })
}
