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
