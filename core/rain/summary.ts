import { daysInMonth } from './calendar'
import type { DailyRain } from './dailyRain'
import { RAIN_DAY } from './wetDayModel'

export interface YearOfRain {
  year: number
  days: number
  /** mm. */
  total: number
  wetDays: number
  longestDry: number
}

/** Totals, wet days and longest dry spell of every calendar year in a record. A rain day has 0.2 mm or more. */
export function rainByYear({ depths, year }: DailyRain): YearOfRain[] {
  const years: YearOfRain[] = []
  let dry = 0
  for (let i = 0; i < depths.length; i++) {
    let current = years.at(-1)
    if (!current || current.year !== year[i]) {
      current = { year: year[i]!, days: 0, total: 0, wetDays: 0, longestDry: 0 }
      years.push(current)
      dry = 0
    }
    current.days++
    current.total += depths[i]!
    if (depths[i]! >= RAIN_DAY) {
      current.wetDays++
      dry = 0
    } else {
      dry++
      current.longestDry = Math.max(current.longestDry, dry)
    }
  }
  return years
}

/** Mean rain of each month over a record, mm, January first; only months that occur count. */
export function meanMonths({ depths, month, year }: DailyRain): number[] {
  const sums = new Float64Array(12)
  const seen = Array.from({ length: 12 }, () => new Set<number>())
  for (let i = 0; i < depths.length; i++) {
    sums[month[i]!]! += depths[i]!
    seen[month[i]!]!.add(year[i]!)
  }
  return [...sums].map((sum, m) => (seen[m]!.size > 0 ? sum / seen[m]!.size : 0))
}

/** Rain by year and month, for a picture of a record at one glance. */
export interface MonthTable {
  years: number[]
  /** mm, one row of twelve a year; NaN where more than three days of the month are missing or it is not in the record. */
  totals: Float64Array
}

/** Days that a month may miss and still be shown. WMO practice for normals, from memory. */
const MISSING_SHOWN = 3

/**
 * Totals of every month of a series.
 *
 * @param depths mm a day; null where a day is missing
 */
export function monthTable(depths: ArrayLike<number | null>, { month, year }: Pick<DailyRain, 'month' | 'year'>): MonthTable {
  const years = [...new Set(year)]
  const row = new Map(years.map((y, index) => [y, index]))
  const totals = new Float64Array(years.length * 12)
  const seen = new Uint8Array(years.length * 12)
  for (let i = 0; i < depths.length; i++) {
    const depth = depths[i]
    if (typeof depth !== 'number') continue
    const cell = row.get(year[i]!)! * 12 + month[i]!
    totals[cell]! += depth
    seen[cell]!++
  }
  seen.forEach((days, cell) => {
    if (days < daysInMonth(years[Math.floor(cell / 12)]!, (cell % 12) + 1) - MISSING_SHOWN) totals[cell] = NaN
  })
  return { years, totals }
}
