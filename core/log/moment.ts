import { dateOf, dayNumber, isoDate } from '../rain/calendar'

/** A moment as it was written down. */
export interface Moment {
  /** Day number of the local date. */
  day: number
  /** Minutes since local midnight. */
  minute: number
  /** Minutes since 1970 in UTC: two moments of one clock on either side of a change of it still stand in order. */
  instant: number
}

export const MINUTES_A_DAY = 1440

/** Minutes that a clock is ahead of UTC, from the end of a moment. */
function offsetOf(at: string): number {
  if (at.endsWith('Z')) return 0
  const sign = at.at(-6) === '-' ? -1 : 1
  return sign * (Number(at.slice(-5, -3)) * 60 + Number(at.slice(-2)))
}

/**
 * Reads a moment of the log.
 *
 * @param at as `2026-06-01T07:30+01:00`; has been let in already
 */
export function momentOf(at: string): Moment {
  const day = dayNumber(Number(at.slice(0, 4)), Number(at.slice(5, 7)), Number(at.slice(8, 10)))
  const minute = Number(at.slice(11, 13)) * 60 + Number(at.slice(14, 16))
  return { day, minute, instant: day * MINUTES_A_DAY + minute - offsetOf(at) }
}

/**
 * Writes a moment.
 *
 * @param day day number of the local date
 * @param minute since local midnight
 * @param offset minutes that the clock is ahead of UTC
 */
export function writeMoment(day: number, minute: number, offset: number): string {
  const two = (n: number) => String(n).padStart(2, '0')
  const away = Math.abs(offset)
  const zone = offset === 0 ? 'Z' : `${offset < 0 ? '-' : '+'}${two(Math.floor(away / 60))}:${two(away % 60)}`
  return `${isoDate(day)}T${two(Math.floor(minute / 60))}:${two(minute % 60)}${zone}`
}

/** Minutes that the clock here is ahead of UTC at a moment of its own, summer time or not. */
export function clockOffset(day: number, minute: number): number {
  const { year, month, day: date } = dateOf(day)
  return -new Date(year, month - 1, date, Math.floor(minute / 60), minute % 60).getTimezoneOffset()
}
/**
 * A moment put at another time of its own clock. One of the clock here goes with that clock into and out of summer time; one of
 * another, as a logger's, keeps its distance from UTC.
 *
 * @param at the moment as it stands
 * @param local day and time as a field has them: `2026-06-01T07:30`
 * @param offset of the clock here; see {@link clockOffset}
 * @returns the moment; what no clock can show is left to the check of the entry
 */
export function movedTo(at: string, local: string, offset: (day: number, minute: number) => number): string {
  if (local === at.slice(0, 16)) return at
  const [was, is] = [momentOf(at), momentOf(`${local}Z`)]
  const ours = offset(was.day, was.minute) === offsetOf(at)
  return Number.isFinite(is.instant) && ours ? writeMoment(is.day, is.minute, offset(is.day, is.minute)) : `${local}${at.slice(16)}`
}
/** Day number by the clock here. @param date as the clock has it */
export const dayOfClock = (date: Date): number => dayNumber(date.getFullYear(), date.getMonth() + 1, date.getDate())

/** A moment of the wall clock of whoever asks. @param date as the clock has it */
export const momentNow = (date: Date): string =>
  writeMoment(dayOfClock(date), date.getHours() * 60 + date.getMinutes(), -date.getTimezoneOffset())

/** When a day of rain begins and ends, minutes since midnight: seven in the morning. Common practice. */
export const SEVEN = 7 * 60
/** Day number that rain of a moment counts for, from seven to seven; the sum of that day stands at seven the morning after. */
export const rainDay = ({ day, minute }: Pick<Moment, 'day' | 'minute'>): number => (minute < SEVEN ? day - 1 : day)

/** A reading before noon tells of the day before: gauge and butt are looked at in the morning. Common practice. */
const NOON = 12 * 60
/** Day number at whose end a reading stands. */
export const dayTold = ({ day, minute }: Pick<Moment, 'day' | 'minute'>): number => (minute < NOON ? day - 1 : day)
