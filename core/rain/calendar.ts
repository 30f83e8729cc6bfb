const DAY_MS = 86_400_000

/** Years that rain can have been written down in, or is likely to be: what lies outside is a slip of the pen. */
export const EARLIEST_YEAR = 1600
export const LATEST_YEAR = 2399

/** Days since 1 January 1970 of a calendar date; months 1–12. NaN when there is no such date. */
export function dayNumber(year: number, month: number, day: number): number {
  if (!Number.isInteger(year) || month < 1 || month > 12 || day < 1 || day > 31) return NaN
  const date = new Date(0)
  // setUTCFullYear, unlike Date.UTC, takes years below 100 as they stand.
  date.setUTCFullYear(year, month - 1, day)
  return date.getUTCMonth() === month - 1 ? Math.round(date.getTime() / DAY_MS) : NaN
}

/** The calendar date of a day number; months 1–12. */
export function dateOf(dayNumber: number): { year: number; month: number; day: number } {
  const date = new Date(dayNumber * DAY_MS)
  return { year: date.getUTCFullYear(), month: date.getUTCMonth() + 1, day: date.getUTCDate() }
}

/** ISO 8601 date of a day number. */
export function isoDate(dayNumber: number): string {
  const { year, month, day } = dateOf(dayNumber)
  return `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`
}

/** Day number of an ISO 8601 date; NaN when it is none. */
export function fromIsoDate(text: string): number {
  const match = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text)
  return match ? dayNumber(Number(match[1]), Number(match[2]), Number(match[3])) : NaN
}

/** Where each day of a series stands in the calendar. */
export interface CalendarDays {
  /** 0–11. */
  month: Uint8Array
  year: Uint16Array
  /** 1 Monday to 7 Sunday. */
  weekday: Uint8Array
  /** 1–366. */
  dayOfYear: Uint16Array
}

/** The calendar of every day from `start`, a day number. */
export function calendarOf(start: number, length: number): CalendarDays {
  const days: CalendarDays = {
    month: new Uint8Array(length),
    year: new Uint16Array(length),
    weekday: new Uint8Array(length),
    dayOfYear: new Uint16Array(length),
  }
  const first = dateOf(start)
  let y = first.year
  let m = first.month - 1
  let left = daysInMonth(y, m + 1) - first.day + 1
  let ofYear = start - dayNumber(y, 1, 1) + 1
  for (let i = 0; i < length; i++) {
    if (left === 0) {
      m = (m + 1) % 12
      if (m === 0) {
        y++
        ofYear = 1
      }
      left = daysInMonth(y, m + 1)
    }
    days.month[i] = m
    days.year[i] = y
    // Day 0, the first of January 1970, was a Thursday.
    days.weekday[i] = ((((start + i + 3) % 7) + 7) % 7) + 1
    days.dayOfYear[i] = ofYear
    left--
    ofYear++
  }
  return days
}

/** Days in a month (1–12) of the Gregorian calendar. */
export function daysInMonth(year: number, month: number): number {
  return month === 2 ? ((year % 4 === 0 && year % 100 !== 0) || year % 400 === 0 ? 29 : 28) : [4, 6, 9, 11].includes(month) ? 30 : 31
}
