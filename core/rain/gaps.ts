import { problem, ProblemError } from '../problems'
import { defaultSite, type RainRecord, type RainSource, type Site } from '../scheme'
import { calendarOf, fromIsoDate } from './calendar'
import type { DailyRain } from './dailyRain'
import { fitRecord, monthClimate, yearlySpread, type FitReport } from './fitRecord'
import { dayMaker, makeRecord, makeYears, modelFromMonths, quickNormals } from './makeRecord'
import { siteDays, withTemperatures, withSeasons, withSnow, type SiteDays } from './weather'
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
  /** What the air does there, by the day of the year. */
  site: SiteDays
  /** A made record held against what it was made from. */
  fit?: FitReport
}

type Whole = Omit<ReadyRain, 'site' | 'fit'> & { air?: DayAir }

/** Temperatures of a record's days, °C; NaN where none was read. */
interface DayAir {
  low: Float64Array
  high: Float64Array
}
/** The temperatures of a record, where it has both. */
function airOf({ low, high }: Partial<Pick<RainRecord, 'low' | 'high'>>): DayAir | undefined {
  if (!low || !high) return undefined
  const known = (of: readonly (number | null)[]) => Float64Array.from(of, (degrees) => degrees ?? NaN)
  return { low: known(low), high: known(high) }
}

function yearFaults(record: Pick<RainRecord, 'start' | 'depths'>) {
  const calendar = calendarOf(fromIsoDate(record.start), record.depths.length)
  const { month, year } = calendar
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
  return { calendar, sound, years: [...present.keys()] }
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
export function fillGaps(
  record: Pick<RainRecord, 'start' | 'depths'> & Partial<Pick<RainRecord, 'low' | 'high'>>,
  choice: 'leave-year-out' | 'generator' | 'dry',
): Whole {
  const { calendar, sound, years } = yearFaults(record)
  const { month, year } = calendar
  const missing = record.depths.map((depth) => depth === null)
  const depths = choice === 'dry' ? Float64Array.from(record.depths, (depth) => depth ?? 0) : fillFromRecord(record.depths, month)
  const countedYears = years.filter((y) => sound.has(y))
  const air = airOf(record)
  if (choice !== 'leave-year-out' || countedYears.length === 0) {
    return { rain: { depths, ...calendar }, countedYears, leftOut: [], filled: missing.filter(Boolean).length, ...(air ? { air } : {}) }
  }
  const keep = (_: unknown, i: number) => sound.has(year[i]!)
  return {
    rain: {
      depths: depths.filter(keep),
      month: month.filter(keep),
      year: year.filter(keep),
      weekday: calendar.weekday.filter(keep),
      dayOfYear: calendar.dayOfYear.filter(keep),
    },
    countedYears,
    leftOut: years.filter((y) => !sound.has(y)),
    filled: missing.filter((gone, i) => gone && keep(gone, i)).length,
    ...(air ? { air: { low: air.low.filter(keep), high: air.high.filter(keep) } } : {}),
  }
}

/** What a job says of its place: its air, and the factor on each season's rain. */
export interface Place {
  site: Site
  seasonFactors: readonly number[]
}
const anywhere = (): Place => ({ site: defaultSite(), seasonFactors: [1, 1, 1, 1] })

function wholeRain(source: RainSource, record: RainRecord | undefined): Whole & Pick<ReadyRain, 'fit'> {
  if (source.kind === 'record' || source.kind === 'fitted') {
    if (!record || record.id !== source.record) throw new ProblemError(problem('recordNotAtHand', { id: source.record }))
    const own = fillGaps(record, source.gaps)
    if (source.kind === 'record') return own
    const made = makeYears(fitRecord(own.rain), Math.round(source.years), source.seed)
    return madeRain(made.rain, {
      source: { months: monthClimate(own.rain), spread: yearlySpread(own.rain) },
      made: { months: monthClimate(made.rain), spread: yearlySpread(made.rain) },
      bounded: made.bounded,
    })
  }
  if (source.kind === 'annual') {
    const asked = quickNormals(source)
    const { rain, bounded } = makeRecord(source)
    return madeRain(rain, {
      source: { months: asked.totals.map((total, month) => ({ total, wetDays: asked.wetDays[month]! })), spread: source.spread },
      made: { months: monthClimate(rain), spread: yearlySpread(rain) },
      bounded,
    })
  }
  const made = makeYears(modelFromMonths(source.totals, source.wetDays, source.spread, RAIN_DAY), Math.round(source.years), source.seed)
  return madeRain(made.rain, {
    source: { months: source.totals.map((total, month) => ({ total, wetDays: source.wetDays[month]! })), spread: source.spread },
    made: { months: monthClimate(made.rain), spread: yearlySpread(made.rain) },
    bounded: made.bounded,
  })
}

const madeRain = (rain: DailyRain, fit?: FitReport): Whole & Pick<ReadyRain, 'fit'> => ({
  rain,
  countedYears: [...new Set(rain.year)],
  leftOut: [],
  filled: 0,
  ...(fit ? { fit } : {}),
})

/**
 * The gapless rain that a job's source stands for, in the climate asked for, with snow held where it is cold.
 *
 * @param record the record that a `record` or `fitted` source names; may be left out for a made one
 * @throws RangeError when the named record is not at hand
 */
export function readyRain(source: RainSource, record: RainRecord | undefined, place: Place = anywhere()): ReadyRain {
  const { air, ...whole } = wholeRain(source, record)
  const site = siteDays(place.site)
  const fallen = withSeasons(whole.rain, place.seasonFactors)
  return { ...whole, rain: withSnow(air ? withTemperatures(fallen, air, place.site, site) : fallen, site), site }
}
