import { calendarOf } from '../rain/calendar'
import type { DailyRain } from '../rain/dailyRain'
import type { Entry } from '../scheme'
import { dayTold, momentOf } from './moment'

/** Rain of a log, day by day. */
export interface LogRain {
  /** Day number of its first day. */
  start: number
  rain: DailyRain
  /** 1 on days whose depth is the sum of more than `LUMP` days, so that nobody knows which of them were wet. */
  lumped: Uint8Array
}

/** A gauge left alone for longer than this has gathered rain of nobody knows which day. */
export const LUMP = 3
/** No log is longer, days: two centuries. */
const MOST_DAYS = 73_200

/**
 * The gauge's readings as days without a break; a day that nobody read is dry, and a reading is of the last day it can be of.
 *
 * @param entries in the order of their moments
 * @param first day number of the first day wanted, and of the last; what was read before and after is left out
 */
export function rainOf(entries: readonly Entry[], first: number, last: number): LogRain {
  const length = Math.max(0, Math.min(MOST_DAYS, last - first + 1))
  const depths = new Float64Array(length)
  const lumped = new Uint8Array(length)
  let before: number | undefined
  for (const entry of entries) {
    if (entry.kind !== 'rain') continue
    const day = dayTold(momentOf(entry.at))
    const at = day - first
    if (at >= 0 && at < length) {
      depths[at]! += entry.depth
      if (entry.depth > 0 && before !== undefined && day - before > LUMP) lumped[at] = 1
    }
    before = day
  }
  return { start: first, rain: { depths, ...calendarOf(first, length) }, lumped }
}

/** Day numbers of the first and last entry of some kinds; undefined where there is none. */
export function spanOfEntries(entries: readonly Entry[], kinds?: readonly Entry['kind'][]): { first: number; last: number } | undefined {
  const own = kinds ? entries.filter(({ kind }) => kinds.includes(kind)) : entries
  if (own.length === 0) return undefined
  return { first: dayTold(momentOf(own[0]!.at)), last: dayTold(momentOf(own.at(-1)!.at)) }
}

/** Some days of it, by their indices: the first, and one past the last. */
export function sliceOf({ start, rain, lumped }: LogRain, first: number, end: number): LogRain {
  return {
    start: start + first,
    rain: { depths: rain.depths.slice(first, end), ...calendarOf(start + first, end - first) },
    lumped: lumped.slice(first, end),
  }
}
