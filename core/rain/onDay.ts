import { DAYS_PER_MONTH } from '../units/constants'

/** Day of the year on which each month is half gone. */
const MIDDLES = DAYS_PER_MONTH.map((days, month) => DAYS_PER_MONTH.slice(0, month).reduce<number>((sum, d) => sum + d, 0) + days / 2)

/** A monthly mean as it stands on a day of the year: straight lines from the middle of one month to the next. */
export function onDay(months: readonly number[], dayOfYear: number): number {
  const next = MIDDLES.findIndex((middle) => middle >= dayOfYear)
  const after = next < 0 ? 0 : next
  const before = (after + 11) % 12
  const from = MIDDLES[before]! - (after === 0 && next >= 0 ? 365 : 0)
  const to = MIDDLES[after]! + (next < 0 ? 365 : 0)
  return months[before]! + ((months[after]! - months[before]!) * (dayOfYear - from)) / (to - from)
}
