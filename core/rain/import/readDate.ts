import { dayNumber, EARLIEST_YEAR, LATEST_YEAR } from '../calendar'
import { LONGEST_CELL, type Layout } from './layout'

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']

/**
 * The three numbers of a date as they stand, month names turned into numbers; undefined when it is no date. A year of four
 * figures is meant as it is written: 0001 is no short way to say 2001.
 */
export function dateParts(text: string): [number, number, number] | undefined {
  if (text.length > LONGEST_CELL) return undefined
  const clean = text.trim().replace(/[T ]\d{1,2}:\d{2}.*$/, '')
  const packed = /^([1-9]\d{3})(\d{2})(\d{2})$/.exec(clean)
  if (packed) return [Number(packed[1]), Number(packed[2]), Number(packed[3])]
  const parts = clean
    .replace(/([a-z]) *, */i, '$1 ')
    .replace(/ *, +(?=\d{4}$)/, ' ')
    .split(/[-/. ]+/)
    .filter((part) => part !== '')
  if (parts.length !== 3) return undefined
  const numbers = parts.map((part) => {
    const month = MONTHS.indexOf(part.slice(0, 3).toLowerCase())
    return month >= 0 && /^[a-z]+$/i.test(part) ? month + 1 : /^(\d{1,3}|[1-9]\d{3})$/.test(part) ? Number(part) : NaN
  })
  return numbers.some(Number.isNaN) ? undefined : (numbers as [number, number, number])
}

/** Two-digit years: 50–99 are of the last century. */
const fullYear = (year: number) => (year >= 100 ? year : year >= 50 ? 1900 + year : 2000 + year)

/** A day in a year that rain was written down in; NaN for any other. */
const dayOf = (year: number, month: number, day: number) =>
  year >= EARLIEST_YEAR && year <= LATEST_YEAR ? dayNumber(year, month, day) : NaN

/** Day number of a date in the given order; NaN when the calendar has no such day, or nobody kept a record in its year. */
export function readDay(parts: readonly [number, number, number], order: Layout['dateOrder']): number {
  const [a, b, c] = parts
  if (order === 'ymd' || a > 31) return dayOf(fullYear(a), b, c)
  return order === 'dmy' ? dayOf(fullYear(c), b, a) : dayOf(fullYear(c), a, b)
}

/** The order that most of the dates allow; day before month when nothing decides. */
export function guessOrder(samples: readonly (readonly [number, number, number])[]): { order: Layout['dateOrder']; certain: boolean } {
  if (samples.some(([a]) => a > 31)) return { order: 'ymd', certain: true }
  const dayFirst = samples.some(([a]) => a > 12)
  const monthFirst = samples.some(([, b]) => b > 12)
  if (dayFirst !== monthFirst) return { order: dayFirst ? 'dmy' : 'mdy', certain: true }
  // Both fit: in a daily record the day changes from line to line, the month seldom.
  let firstChanges = 0
  let secondChanges = 0
  for (let i = 1; i < samples.length; i++) {
    if (samples[i]![0] !== samples[i - 1]![0]) firstChanges++
    if (samples[i]![1] !== samples[i - 1]![1]) secondChanges++
  }
  return { order: secondChanges > firstChanges ? 'mdy' : 'dmy', certain: firstChanges !== secondChanges }
}
