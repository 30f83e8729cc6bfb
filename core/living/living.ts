import { fromIsoDate } from '../rain/calendar'
import type { ReadyRain } from '../rain/gaps'
import { buildWaterPath, drawnVessel } from '../path/waterPath'
import { builtScheme, dayTold, momentOf, rainOf, spanOfEntries } from '../log'
import type { Job } from '../scheme'
import { bedToday, monthOf, type Forecast } from '../weather'
import type { CareDue } from '../care'
import { storeLife, type StoreLife } from './storeLife'
import { todayLines, type TodayLine } from './today'

/** A job as its log is read: what it holds, what came, what is wrong, what is to be done. */
export interface Living {
  /** Scheme that stands. */
  scheme: string
  today: number
  /** Day number of its first day of use. */
  since: number
  stores: StoreLife[]
  lines: TodayLine[]
  /** Lines beyond those. */
  more: number
  care: CareDue[]
  /** mm in the gauge so far this year, and readings of all. */
  gauge: { year: number; readings: number }
}

/** Of a job, what its log is read with. */
export type LivingJob = Pick<Job, 'schemes' | 'chosen' | 'log' | 'site'>

/** Farthest back that is read, days: forty years of a daily log. */
const MOST_BACK = 14_610

/**
 * Reads a job's log.
 *
 * @param ready the rain that its years stand on, for how it goes on after the forecast
 * @param today day number
 * @throws BrokenPathError when the scheme's parts do not hold together
 */
export function living(job: LivingJob, ready: ReadyRain, forecast: Forecast | undefined, today: number): Living {
  const scheme = builtScheme(job)
  const path = buildWaterPath(scheme)
  const { entries } = job.log
  const span = spanOfEntries(entries)
  const since = job.log.since === undefined ? (span?.first ?? today) : fromIsoDate(job.log.since)
  const first = Math.max(today - MOST_BACK, Math.min(since, span?.first ?? today))
  const rain = rainOf(entries, first, Math.max(first, today - 1))
  const stores = scheme.stores.map(({ id }) => storeLife(scheme, path, id, entries, rain, ready, forecast, today))
  const beds = scheme.demands.flatMap((demand) => {
    if (demand.kind !== 'bed') return []
    const vessel = drawnVessel(scheme, demand)
    const watered = new Float64Array(rain.rain.depths.length)
    // Whoever draws from its vessel waters it; shared out by no one.
    for (const entry of entries)
      if (entry.kind === 'drawn' && entry.vessel === vessel) {
        const day = dayTold(momentOf(entry.at)) - rain.start
        if (day >= 0 && day < watered.length) watered[day]! += entry.volume * 1000
      }
    const coming = forecast ? forecast.rain.map((member) => (member[0] ?? 0) + (member[1] ?? 0)) : []
    return [{ id: demand.id, name: demand.name, bed: bedToday(demand, rain.rain, watered, ready.site, monthOf(today), coming) }]
  })
  const depths = { start: rain.start, depths: rain.rain.depths }
  const { lines, more, care } = todayLines({ scheme, site: job.site, entries, since, rain: depths, forecast, stores, beds, today })
  const year = rain.rain.year.at(-1)
  return {
    scheme: scheme.id,
    today,
    since,
    stores,
    lines,
    more,
    care,
    gauge: {
      year: rain.rain.depths.reduce((sum, depth, day) => (rain.rain.year[day] === year ? sum + depth : sum), 0),
      readings: entries.filter(({ kind }) => kind === 'rain').length,
    },
  }
}
