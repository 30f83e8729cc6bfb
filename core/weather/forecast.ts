/** A forecast of so many members, each one way that the next days may go. Days are local, the first is the one it is issued on. */
export interface Forecast {
  /** Day number of its first day. */
  start: number
  days: number
  /** mm, by member and day. */
  rain: readonly (readonly number[])[]
  /** mm, by member and hour, 24 of each day: which hours of a day's rain, where the source tells. */
  hours?: readonly (readonly number[])[]
  /** °C, by member and day: the night that ends on it, and its noon. */
  low: readonly (readonly number[])[]
  high: readonly (readonly number[])[]
  /** Made up by the stand-in that ships with it. */
  simulated: boolean
}

/** Fewest members from which chances are told. */
export const LEAST_MEMBERS = 20

/** Where forecasts come from: the stand-in, or whatever takes its place. */
export interface WeatherSource {
  /** @param day day number of the day it is asked on */
  forecast(day: number): Promise<Forecast>
}

/** Whether something from outside is a forecast that can be reckoned with. @throws RangeError naming what is wrong */
export function checkForecast(forecast: Forecast): Forecast {
  const { rain, low, high, days, hours } = forecast
  if (rain.length < LEAST_MEMBERS) throw new RangeError(`a forecast needs ${LEAST_MEMBERS} members, this one has ${rain.length}`)
  for (const [name, members] of Object.entries({ rain, low, high })) {
    if (members.length !== rain.length) throw new RangeError(`${name} has ${members.length} members, rain has ${rain.length}`)
    if (members.some((member) => member.length !== days || member.some((each) => !Number.isFinite(each))))
      throw new RangeError(`every member of ${name} must have ${days} numbers`)
  }
  if (rain.some((member) => member.some((depth) => depth < 0 || depth > 1850))) throw new RangeError('rain must be 0 to 1850 mm a day')
  if (!hours) return forecast
  if (hours.length !== rain.length) throw new RangeError(`hours has ${hours.length} members, rain has ${rain.length}`)
  hours.forEach((member, m) => {
    if (member.length !== 24 * days || member.some((depth) => !(depth >= 0)))
      throw new RangeError(`every member of hours must have ${24 * days} numbers of nought or more`)
    for (let day = 0; day < days; day++)
      if (Math.abs(sumOf(member.slice(24 * day, 24 * day + 24)) - rain[m]![day]!) > HOURS_AGREE)
        throw new RangeError(`the hours of day ${day} of member ${m} are not its rain`)
  })
  return forecast
}
const sumOf = (values: readonly number[]): number => values.reduce((sum, each) => sum + each, 0)
/** Hours may differ from their day by rounding, mm. */
const HOURS_AGREE = 0.2
/** Less than this in an hour is no rain to act by, mm. */
const WET_HOUR = 0.1

/** One hour ahead as a forecast's members see it. */
export interface HourAhead {
  /** Day number, and hour of it. */
  day: number
  hour: number
  /** Share of members in which it rains. */
  chance: number
  /** Mean of the members, mm. */
  mean: number
}

/** Hours of the first days of a forecast; none where its source does not tell them. */
export function hoursAhead({ hours, start }: Forecast, days: number): HourAhead[] {
  if (!hours) return []
  return Array.from({ length: 24 * days }, (_, at) => {
    const each = hours.map((member) => member[at] ?? 0)
    return {
      day: start + Math.floor(at / 24),
      hour: at % 24,
      chance: chanceOf(each, (depth) => depth >= WET_HOUR),
      mean: sumOf(each) / each.length,
    }
  })
}

/**
 * Hour of a day by which one in ten of the members that see rain on it have it begun: whoever is there by then is early enough nine
 * times in ten. None where the source does not tell hours, or nothing is seen.
 */
export function rainBegins({ hours, start, days }: Forecast, day: number): number | undefined {
  const k = day - start
  if (!hours || k < 0 || k >= days) return undefined
  const begins = hours.flatMap((member) => {
    const first = member.slice(24 * k, 24 * k + 24).findIndex((depth) => depth >= WET_HOUR)
    return first < 0 ? [] : [first]
  })
  return begins.length === 0 ? undefined : Math.floor(quantileOf(rising(begins), 0.1))
}

/** Value at a share of some sorted ones, between two of them by the line. */
export function quantileOf(sorted: readonly number[], share: number): number {
  if (sorted.length === 0) return NaN
  const at = share * (sorted.length - 1)
  const low = Math.floor(at)
  const [a, b] = [sorted[low]!, sorted[Math.min(sorted.length - 1, low + 1)]!]
  return a === b ? a : a + (b - a) * (at - low)
}
export const rising = (values: readonly number[]): number[] => values.toSorted((a, b) => a - b)

/** Chance that something holds among a forecast's members. */
export const chanceOf = <T>(members: readonly T[], holds: (member: T) => boolean): number =>
  members.length === 0 ? 0 : members.filter(holds).length / members.length
