/** A forecast of so many members, each one way that the next days may go. Days are local, the first is the one it is issued on. */
export interface Forecast {
  /** Day number of its first day. */
  start: number
  days: number
  /** mm, by member and day. */
  rain: readonly (readonly number[])[]
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
  const { rain, low, high, days } = forecast
  if (rain.length < LEAST_MEMBERS) throw new RangeError(`a forecast needs ${LEAST_MEMBERS} members, this one has ${rain.length}`)
  for (const [name, members] of Object.entries({ rain, low, high })) {
    if (members.length !== rain.length) throw new RangeError(`${name} has ${members.length} members, rain has ${rain.length}`)
    if (members.some((member) => member.length !== days || member.some((each) => !Number.isFinite(each))))
      throw new RangeError(`every member of ${name} must have ${days} numbers`)
  }
  if (rain.some((member) => member.some((depth) => depth < 0 || depth > 1850))) throw new RangeError('rain must be 0 to 1850 mm a day')
  return forecast
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
