import { calendarOf, dateOf } from '../rain/calendar'
import type { DailyRain } from '../rain/dailyRain'
import type { ReadyRain } from '../rain/gaps'
import type { Forecast } from './forecast'

/** Fewest ways on that are told from; a short record is begun on neighbouring days too. */
const LEAST_WAYS = 60
const NEIGHBOURS = [0, 7, -7, 14, -14, 21, -21, 3, -3, 10, -10]

/**
 * Ways in which rain may go on from a day: first a member of the forecast, then the same season of a year of the record.
 *
 * @param start day number of the first day
 * @param length days
 * @throws RangeError when the rain has no days
 */
export function rainAhead(ready: Pick<ReadyRain, 'rain'>, forecast: Forecast | undefined, start: number, length: number): DailyRain[] {
  const { depths, dayOfYear, year } = ready.rain
  if (depths.length === 0) throw new RangeError('rain must have at least one day')
  const calendar = calendarOf(start, length)
  const wanted = calendar.dayOfYear[0]!
  const begins: number[] = []
  for (let day = 0; day < depths.length; day++)
    if (dayOfYear[day] === wanted || (wanted === 366 && dayOfYear[day] === 365 && year[day] !== year[day + 1])) begins.push(day)
  if (begins.length === 0) begins.push(wanted % depths.length)
  const ways: DailyRain[] = []
  for (const by of NEIGHBOURS) {
    if (ways.length >= LEAST_WAYS) break
    for (const begin of begins) {
      const from = begin + by
      const own = new Float64Array(length)
      // A record that ends goes on with its beginning.
      for (let day = 0; day < length; day++) own[day] = depths[(((from + day) % depths.length) + depths.length) % depths.length]!
      const member = forecast?.rain[ways.length % Math.max(1, forecast.rain.length)]
      member?.forEach((depth, k) => {
        const day = forecast!.start + k - start
        if (day >= 0 && day < length) own[day] = depth
      })
      ways.push({ depths: own, ...calendar })
    }
  }
  return ways
}

/** Month (0–11) of a day number. */
export const monthOf = (day: number): number => dateOf(day).month - 1
