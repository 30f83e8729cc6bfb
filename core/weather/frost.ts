import { dayNumber } from '../rain/calendar'
import { FREEZES } from '../rain/frost'
import { chanceOf, type Forecast } from './forecast'

/** The next day on which something yearly falls, as a day number, at or after another. */
export function nextOn(dayOfYear: number, from: number, year: number): number {
  const inYear = (y: number) => dayNumber(y, 1, 1) + dayOfYear - 1
  return inYear(year) >= from ? inYear(year) : inYear(year + 1)
}

/** The first night of a forecast on which frost is likelier than not; undefined when there is none. */
export function frostAhead({ low, start, days }: Forecast): { day: number; chance: number } | undefined {
  for (let k = 0; k < days; k++) {
    const chance = chanceOf(low, (member) => member[k]! <= FREEZES)
    if (chance >= 0.5) return { day: start + k, chance }
  }
  return undefined
}
