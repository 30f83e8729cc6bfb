import { isoDate, dayNumber, daysInMonth } from '../calendar'
import { cutCells, detectLayout, DLY_LINE, readDepth, type Detected } from './detect'
import { LONGEST_RECORD, MOST_IN_A_DAY, RainFileError, type Layout, type LineProblem, type LineReport } from './layout'
import { dateParts, readDay } from './readDate'
import { readTemperatures } from './temperatures'

/** A file read, not yet kept: its days, and every line that was not taken as it stands. */
export interface RainDraft {
  layout: Layout
  columns: string[]
  doubts: Detected['doubts']
  /** First day, ISO 8601. */
  start: string
  /** mm a day without a break; null where a day is missing or was set aside. */
  depths: (number | null)[]
  /** °C of the same days, where the file tells them. */
  low?: (number | null)[]
  high?: (number | null)[]
  reports: LineReport[]
  daysRead: number
}

const MILLIMETRES = { mm: 1, in: 25.4, tenths: 0.1 } as const

/** Gathers days and complaints while a file is walked. */
class DayBook {
  readonly days = new Map<number, number>()
  readonly reports: LineReport[] = []
  private latest = -Infinity

  report(line: number, problem: LineProblem, text: string) {
    this.reports.push({ line, problem, text: text.slice(0, 120) })
  }

  take(day: number, depth: number, line: number, text: string) {
    if (depth < 0) return this.report(line, 'negative', text)
    if (depth > MOST_IN_A_DAY) return this.report(line, 'beyondRecord', text)
    // The first reading of a day stands: a later one is more often a copy than a correction.
    if (this.days.has(day)) return this.report(line, 'twice', text)
    // A date out of order is told but kept: the day and its depth are both plain.
    if (day < this.latest) this.report(line, 'backwards', text)
    this.latest = Math.max(this.latest, day)
    this.days.set(day, Math.round(depth * 1000) / 1000)
  }
}

const USUAL_MISSING = /^(na|n\/a|nan|null|-|-9{2,}(\.9)?|9{4,})$/i
/** The archive's own form has one stand-in: four nines without a sign are a depth there, 999.9 mm. */
const ARCHIVE_MISSING = /^-9999$/

function walkTable(text: string, layout: Layout, book: DayBook) {
  const rows = cutCells(text, layout.delimiter)
  const shift = layout.dayStamp === 'day-before' ? -1 : 0
  rows.forEach((row, index) => {
    const line = index + 1
    const whole = row.join(layout.delimiter)
    if (line <= layout.headerLines || whole.trim() === '') return
    const element = layout.element && row[layout.element.column]?.trim()
    if (element === 'MDPR') return book.report(line, 'severalDays', whole)
    if (layout.element && element !== layout.element.keep) return
    const { dateColumn, splitDate } = layout
    const parts = splitDate
      ? dateParts([row[dateColumn], row[splitDate.month], row[splitDate.day]].join('-'))
      : dateParts(row[dateColumn] ?? '')
    if (!parts) return book.report(line, 'noDate', whole)
    const day = readDay(parts, layout.dateOrder)
    if (Number.isNaN(day)) return book.report(line, 'noSuchDate', whole)
    const cell = row[layout.rainColumn]
    if (cell === undefined) return book.report(line, 'shortLine', whole)
    if (layout.flagColumn !== undefined && (row[layout.flagColumn] ?? '').trim() !== '') return book.report(line, 'failedQuality', whole)
    const raw = readDepth(cell, layout.decimal)
    // Blank and the usual stand-ins mean a missing day, not a fault: the gap list tells of them.
    if (cell.trim() === '' || (layout.element ? ARCHIVE_MISSING : USUAL_MISSING).test(cell.trim())) return
    if (Number.isNaN(raw)) return book.report(line, 'noDepth', whole)
    book.take(day + shift, raw * MILLIMETRES[layout.unit], line, whole)
  })
}

function walkDly(text: string, layout: Layout, book: DayBook) {
  const shift = layout.dayStamp === 'day-before' ? -1 : 0
  text.split(/\r\n|\n|\r/).forEach((row, index) => {
    const line = index + 1
    if (row.trim() === '') return
    if (!DLY_LINE.test(row)) return book.report(line, 'noDate', row)
    const element = row.slice(17, 21)
    // Totals over several days cannot be set to one day; they are told, never read as dry or missing.
    if (element === 'MDPR') return book.report(line, 'severalDays', row)
    if (element !== 'PRCP') return
    const year = Number(row.slice(11, 15))
    const month = Number(row.slice(15, 17))
    for (let day = 1; day <= daysInMonth(year, month); day++) {
      const at = 21 + 8 * (day - 1)
      const value = row.slice(at, at + 5).trim()
      if (value === '' || value === '-9999') continue
      const flagged = (row[at + 6] ?? ' ') !== ' '
      const where = `${year}-${month}-${day}: ${value}`
      if (flagged) book.report(line, 'failedQuality', where)
      else if (!/^-?\d+$/.test(value)) book.report(line, 'noDepth', where)
      else book.take(dayNumber(year, month, day) + shift, Number(value) * MILLIMETRES.tenths, line, where)
    }
  })
}

/**
 * Reads a daily rain file of any of the known forms.
 *
 * @param text the whole file
 * @param corrections parts of the layout that the user set right; the rest is detected
 * @throws RainFileError, and nothing else, when no day can be read from it
 * Source of the fixed-width form: GHCN-Daily readme, NOAA NCEI, from memory.
 */
export function readRain(text: string, corrections: Partial<Layout> = {}): RainDraft {
  const plain = text.replace(/^\uFEFF/, '')
  const detected = detectLayout(plain)
  const layout = { ...detected.layout, ...corrections }
  const book = new DayBook()
  if (layout.kind === 'dly') walkDly(plain, layout, book)
  else walkTable(plain, layout, book)
  if (book.days.size === 0) throw new RainFileError('noDays')
  let first = Infinity
  let last = -Infinity
  for (const day of book.days.keys()) {
    first = Math.min(first, day)
    last = Math.max(last, day)
  }
  if (last - first + 1 > LONGEST_RECORD) throw new RainFileError('tooLong')
  const depths = Array.from({ length: last - first + 1 }, (_, i) => book.days.get(first + i) ?? null)
  const air = readTemperatures(plain, layout, detected.columns, first, depths.length)
  return {
    layout,
    columns: detected.columns,
    doubts: detected.doubts,
    start: isoDate(first),
    depths,
    ...(air ?? {}),
    reports: book.reports,
    daysRead: book.days.size,
  }
}
