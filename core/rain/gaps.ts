import type { RainRecord, RainSource } from '../scheme'
import { calendarOf, fromIsoDate } from './calendar'
import type { DailyRain } from './dailyRain'
import { dayMaker, makeRecord } from './makeRecord'
import { modelFromDays, RAIN_DAY } from './wetDayModel'

/** A run of missing days. */
export interface Gap {
  /** Day number of its first day. */
  start: number
  days: number
}

/** The missing days of a record, as runs in order. */
export function findGaps(record: Pick<RainRecord, 'start' | 'depths'>): Gap[] {
  const start = fromIsoDate(record.start)
  const gaps: Gap[] = []
  record.depths.forEach((depth, index) => {
    if (depth !== null) return
    const last = gaps.at(-1)
    if (last && last.start + last.days === start + index) last.days++
    else gaps.push({ start: start + index, days: 1 })
  })
  return gaps
}

/** A calendar year counts when it is whole and no month misses more than this many days. WMO practice for normals, from memory. */
const MISSING_ALLOWED = 3

export interface ReadyRain {
  rain: DailyRain
  /** Calendar year of each entry, for years that count towards dry-year figures. */
  countedYears: number[]
  /** Years left out altogether by the user's choice. */
  leftOut: number[]
  /** Days filled, by generator or as dry. */
  filled: number
}

function yearFaults(record: Pick<RainRecord, 'start' | 'depths'>) {
  const { month, year } = calendarOf(fromIsoDate(record.start), record.depths.length)
  const present = new Map<number, { days: number; missing: Uint16Array }>()
  record.depths.forEach((depth, i) => {
    let tally = present.get(year[i]!)
    if (!tally) present.set(year[i]!, (tally = { days: 0, missing: new Uint16Array(12) }))
    tally.days++
    if (depth === null) tally.missing[month[i]!]!++
  })
  const sound = new Set(
    [...present].filter(([, { days, missing }]) => days >= 365 && missing.every((n) => n <= MISSING_ALLOWED)).map(([y]) => y),
  )
  return { month, year, sound, years: [...present.keys()] }
}

/** Fills what is missing with days drawn from the record's own months; the seed is fixed so that answers stay put. */
function fillFromRecord(depths: readonly (number | null)[], month: Uint8Array): Float64Array {
  const pairs: [number, number][][] = Array.from({ length: 12 }, () => [])
  for (let i = 1; i < depths.length; i++) {
    const yesterday = depths[i - 1]
    const today = depths[i]
    if (typeof yesterday === 'number' && typeof today === 'number') pairs[month[i]!]!.push([yesterday, today])
  }
  const maker = dayMaker(pairs.map(modelFromDays), 20260301)
  const filled = new Float64Array(depths.length)
  for (let i = 0; i < depths.length; i++) {
    filled[i] = depths[i] ?? Math.round(maker.next(month[i]!, i > 0 && filled[i - 1]! >= RAIN_DAY) * 10) / 10
  }
  return filled
}

/**
 * A record made whole by the user's choice.
 *
 * `leave-year-out` drops every calendar year that is not sound (incomplete, or more than three days missing in a
 * month) and fills the few days left by the generator; when no year is sound the whole record is kept and filled.
 */
export function fillGaps(record: Pick<RainRecord, 'start' | 'depths'>, choice: 'leave-year-out' | 'generator' | 'dry'): ReadyRain {
  const { month, year, sound, years } = yearFaults(record)
  const missing = record.depths.map((depth) => depth === null)
  const depths = choice === 'dry' ? Float64Array.from(record.depths, (depth) => depth ?? 0) : fillFromRecord(record.depths, month)
  const countedYears = years.filter((y) => sound.has(y))
  if (choice !== 'leave-year-out' || countedYears.length === 0) {
    return { rain: { depths, month, year }, countedYears, leftOut: [], filled: missing.filter(Boolean).length }
  }
  const keep = (_: unknown, i: number) => sound.has(year[i]!)
  return {
    rain: { depths: depths.filter(keep), month: month.filter(keep), year: year.filter(keep) },
    countedYears,
    leftOut: years.filter((y) => !sound.has(y)),
    filled: missing.filter((gone, i) => gone && keep(gone, i)).length,
  }
}

/**
 * The gapless rain that a job's source stands for.
 *
 * @param record the record that a `record` source names; may be left out for a made one
 * @throws RangeError when the named record is not at hand
 */
export function readyRain(source: RainSource, record: RainRecord | undefined): ReadyRain {
  if (source.kind === 'record') {
    if (!record || record.id !== source.record) throw new RangeError(`rain record ${source.record} is not at hand`)
    return fillGaps(record, source.gaps)
  }
  const { rain } = makeRecord(source)
  return { rain, countedYears: [...new Set(rain.year)], leftOut: [], filled: 0 }
}
