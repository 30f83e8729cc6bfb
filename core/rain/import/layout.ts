/** How a rain file is laid out: detected first, then open to correction before anything is brought in. */
export interface Layout {
  kind: 'table' | 'dly'
  delimiter: ',' | ';' | '\t' | '|' | ' '
  /** Lines above the first day: header and remarks. */
  headerLines: number
  /** Zero-based column of the date, or of the year when month and day have columns of their own. */
  dateColumn: number
  /** Columns of month and day when the date is spread over three; otherwise undefined. */
  splitDate?: { month: number; day: number }
  rainColumn: number
  dateOrder: 'ymd' | 'dmy' | 'mdy'
  decimal: '.' | ','
  unit: 'mm' | 'in' | 'tenths'
  /** A gauge read at 07–09 h holds yesterday's rain. */
  dayStamp: 'same-day' | 'day-before'
  /** For long tables with one element a line: its column and the element kept. */
  element?: { column: number; keep: string }
  /** Column of a quality flag; a day with one is set aside. */
  flagColumn?: number
}

export const DELIMITERS: readonly Layout['delimiter'][] = ['\t', ';', ',', '|', ' ']

export type LineProblem =
  'noDate' | 'noSuchDate' | 'noDepth' | 'negative' | 'beyondRecord' | 'twice' | 'backwards' | 'failedQuality' | 'severalDays' | 'shortLine'

/** A line that was not taken in as it stands, by its number in the file (first line is 1). */
export interface LineReport {
  line: number
  problem: LineProblem
  text: string
}

/** What the importer says when a file cannot be read at all; nothing else ever leaves it. */
export class RainFileError extends Error {
  constructor(readonly reason: 'empty' | 'tooLarge' | 'notText' | 'noColumns' | 'noDays' | 'tooLong') {
    super(`rain file: ${reason}`)
    this.name = 'RainFileError'
  }
}

/** A cell that holds a date or a depth is no longer, characters; one that is, is not searched for either. */
export const LONGEST_CELL = 64
/** No line of a daily table is longer, characters, nor does it have more columns. */
export const LONGEST_LINE = 4000
export const MOST_COLUMNS = 256
/** Largest file taken, characters: a century of a station's every element is about a third of this. */
export const LARGEST_FILE = 40_000_000
/** World record for a day is 1,825 mm (Foc-Foc, Réunion, January 1966; WMO archive, from memory); above this a reading is a fault. */
export const MOST_IN_A_DAY = 1850
/** Longest span between first and last day, days (219 years). */
export const LONGEST_RECORD = 80_000
