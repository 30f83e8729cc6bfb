import { momentOf, storeLevels, withEntries } from '../log'
import { writeMoment } from '../log/moment'
import { buildWaterPath } from '../path/waterPath'
import { dateOf, dayNumber, isoDate } from '../rain/calendar'
import { readyRain } from '../rain/gaps'
import type { Entry, Job, Log, RainRecord } from '../scheme'
import { climateOf, seedOf, simulatedRain, simulateReality, type HiddenFault } from '../standIns'

/** Made-up names of those who take turns. */
const NEIGHBOURS = ['Odile', 'Ferran', 'Maud']
const YEARS = 2
const WEEK = 7

interface LogWish {
  job: Job
  record: RainRecord
  /** Days that it has been in use. */
  days: number
  fault?: { hidden: HiddenFault; from: number }
  everyDays: number
  diligence: number
}

function logOf({ job, record, days, fault, everyDays, diligence }: LogWish, today: number): Log {
  const [scheme] = job.schemes
  const [store] = scheme!.stores
  const ready = readyRain(job.rain, record, { site: job.site, seasonFactors: job.seasonFactors })
  const start = today - days
  const rain = simulatedRain(climateOf(ready, job.site, seedOf(job.id)), start, days)
  const { entries } = simulateReality(scheme!, store!.id, rain, start, ready.site, {
    seed: Math.abs(seedOf(job.id)),
    ratio: 0.93,
    ...(fault ? { fault: fault.hidden, from: fault.from - start } : {}),
    everyDays,
    diligence,
    start: 0.3,
  })
  const signed = entries
    .filter((entry) => momentOf(entry.at).day <= today)
    .map((entry, i): Entry =>
      job.id === 'demo-pear-lane' ? { ...entry, who: NEIGHBOURS[Math.floor(i / 23) % NEIGHBOURS.length]! } : entry,
    )
  return { since: isoDate(start), scheme: scheme!.id, entries: signed, ticked: [] }
}

/** First of June of the second summer that lies between two days. */
function secondJune(start: number, today: number): number {
  const junes = Array.from({ length: YEARS + 2 }, (_, k) => dayNumber(dateOf(start).year + k, 6, 1)).filter(
    (day) => day > start && day < today,
  )
  return junes[1] ?? junes[0] ?? start
}

/** What only a hand writes: cleaning, a fault seen, a winter. */
function byHand(log: Log, job: Job, start: number, today: number): Log {
  const [scheme] = job.schemes
  const vessel = scheme!.stores[0]!.vessels[0]!.id
  const more: Entry[] = []
  const add = (day: number, minute: number, entry: Record<string, unknown>) => {
    if (day > start && day < today) more.push({ id: `h${more.length + 1}`, at: writeMoment(day, minute, 0), ...entry } as Entry)
  }
  for (let year = dateOf(start).year; year <= dateOf(today).year; year++) {
    add(dayNumber(year, 10, 12), 600, {
      kind: 'cleaned',
      what: 'gutter',
      who: 'Maud',
      note: 'A bucket of lime leaves, and one tennis ball.',
    })
    add(dayNumber(year, 7, 19), 1150, { kind: 'topped-up', vessel, volume: 0.02, who: 'Maud', note: 'Two cans from the café.' })
    // They were keener in the first year than in the second.
    if (year > dateOf(start).year + 1) continue
    add(dayNumber(year, 11, 5), 620, { kind: 'cleaned', what: 'gutter', who: 'Ferran' })
    add(dayNumber(year, 3, 20), 640, { kind: 'test', test: 'brackets', passed: true, who: 'Odile' })
    add(dayNumber(year, 4, 14), 640, { kind: 'mended', what: 'joint', who: 'Odile', note: 'Tap washer.' })
    add(dayNumber(year, 9, 9), 1000, { kind: 'cleaned', what: 'sediment', who: 'Odile' })
  }
  return withEntries(log, more)
}

/** The demo's jobs as they have been lived with up to a day: one for two years, the others for a week. */
export function withDemoLogs(jobs: readonly Job[], records: readonly RainRecord[], today: number): Job[] {
  return jobs.map((job) => {
    const record = records.find(({ id }) => 'record' in job.rain && job.rain.record === id)!
    const lived = job.id === 'demo-pear-lane'
    if (!lived) return { ...job, log: logOf({ job, record, days: WEEK, everyDays: 2, diligence: 1 }, today) }
    const days = Math.round(YEARS * 365.25)
    const start = today - days
    // A hole where the tap's old washer sits loose, from the second June on.
    const floor = storeLevels(buildWaterPath(job.schemes[0]!), job.schemes[0]!.stores[0]!.id).heightFor(0)
    const fault = { hidden: { kind: 'leak' as const, height: floor + 0.31, pace: 0.06 }, from: secondJune(start, today) }
    return { ...job, log: byHand(logOf({ job, record, days, fault, everyDays: WEEK, diligence: 0.95 }, today), job, start, today) }
  })
}
