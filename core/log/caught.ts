import { dateOf } from '../rain/calendar'
import { sumAt, PLAN, type Catches } from './catches'
import type { LogRain } from './days'
import { daysLong, type LogEvent } from './events'

/** A month of a store's log. */
export interface MonthCaught {
  year: number
  /** 0–11. */
  month: number
  /** mm in the gauge. */
  rain: number
  /** Litres that the plan has come, times the site's own ratio. */
  expected: number
  /** Litres that came by the readings; where the store ran full, at least so many. */
  came: number
  /** Whether a full store hides how much more came. */
  atLeast: boolean
  /** Litres of what was expected that found the store full. */
  past: number
  /** Litres taken out for use, and put in from elsewhere. */
  drawn: number
  added: number
  letGo: number
  /** Days of it between two readings of the level. */
  days: number
}

/**
 * What a store caught, month by month, against expected. Stretches that reach over a month's end are shared out by what each of
 * their days should have brought, or evenly where it should have been nothing.
 *
 * @param ratio the site's own catch, of the plan's
 */
export function caughtByMonth(events: readonly LogEvent[], catches: Catches, rain: LogRain, ratio = 1): MonthCaught[] {
  const expected = sumAt(catches, PLAN).map((litres) => litres * ratio)
  const months = new Map<string, MonthCaught>()
  const monthAt = (day: number): MonthCaught => {
    const { year, month } = dateOf(rain.start + day)
    const key = `${year} ${month}`
    let own = months.get(key)
    if (!own)
      months.set(
        key,
        (own = { year, month: month - 1, rain: 0, expected: 0, came: 0, atLeast: false, past: 0, drawn: 0, added: 0, letGo: 0, days: 0 }),
      )
    return own
  }
  for (let day = 0; day < rain.rain.depths.length; day++) {
    const own = monthAt(day)
    own.rain += rain.rain.depths[day]!
    own.expected += expected[day] ?? 0
  }
  for (const event of events) {
    const days = Array.from({ length: event.end - event.first }, (_, k) => event.first + k)
    if (days.length === 0) continue
    const all = days.reduce((sum, day) => sum + (expected[day] ?? 0), 0)
    const came = Math.max(0, event.came)
    const past = event.to.full ? Math.max(0, all - came) : 0
    for (const day of days) {
      const part = all > 0 ? (expected[day] ?? 0) / all : 1 / days.length
      const own = monthAt(day)
      own.came += part * came
      own.past += part * past
      own.drawn += event.drawn / days.length
      own.added += event.added / days.length
      own.letGo += event.letGo / days.length
      own.days += daysLong(event) / days.length
      if (event.to.full && all > 0) own.atLeast = true
    }
  }
  return [...months.values()]
}

/** Months added up. */
export function sumMonths(months: readonly MonthCaught[]): Omit<MonthCaught, 'month' | 'year'> {
  const sum = { rain: 0, expected: 0, came: 0, past: 0, drawn: 0, added: 0, letGo: 0, days: 0 }
  for (const each of months) for (const key of Object.keys(sum) as (keyof typeof sum)[]) sum[key] += each[key]
  return { ...sum, atLeast: months.some(({ atLeast }) => atLeast) }
}
