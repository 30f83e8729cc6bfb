import type { Entry } from '../scheme'
import type { LogRain } from './days'
import { instantOf } from './entries'
import type { StoreLevels } from './levels'
import { MINUTES_A_DAY } from './moment'
import type { Held, StoreReadings } from './readings'

/** What passed between two readings of a store's level. */
export interface LogEvent {
  from: Held
  to: Held
  /** Its days, as indices into the log's rain: the first, and one past the last. */
  first: number
  end: number
  /** mm. */
  rain: number
  /** Litres that somebody wrote down. */
  drawn: number
  added: number
  letGo: number
  /** Litres that came in by the readings: change of level, and all that was taken out, less what was put in. */
  came: number
  /** Rain of nobody knows which of its days. */
  lumped: boolean
  /** Whether what came is known: rain of known days, and not up to the rim. */
  sure: boolean
  /** Litres that found room at the most. */
  room: number
}

/** Rain between two readings under this is none, mm: it wets the roof. */
export const NO_RAIN = 2
export const daysLong = ({ from, to }: Pick<LogEvent, 'from' | 'to'>): number => (to.instant - from.instant) / MINUTES_A_DAY

/** A store's log, cut at its level readings. Two readings of one day make no event of their own. */
export function eventsOf(levels: StoreLevels, { held }: StoreReadings, rain: LogRain, entries: readonly Entry[]): LogEvent[] {
  const own = new Set(levels.vessels.map(({ vessel }) => vessel.id))
  const moved = entries.flatMap((entry) =>
    (entry.kind === 'drawn' || entry.kind === 'topped-up' || entry.kind === 'let-go') && own.has(entry.vessel)
      ? [{ kind: entry.kind, instant: instantOf(entry), litres: entry.volume * 1000 }]
      : [],
  )
  const events: LogEvent[] = []
  let next = 0
  let from: Held | undefined
  for (const to of held) {
    if (from && to.day <= from.day) {
      // Two of one day: what counts is how the day ended, but nothing that was taken between them is lost.
      continue
    }
    const sums = { drawn: 0, 'topped-up': 0, 'let-go': 0 }
    while (next < moved.length && moved[next]!.instant <= to.instant) {
      const { kind, instant, litres } = moved[next++]!
      if (from && instant > from.instant) sums[kind] += litres
    }
    if (from) {
      const first = Math.max(0, from.day + 1 - rain.start)
      const end = Math.min(rain.rain.depths.length, to.day + 1 - rain.start)
      let depth = 0
      let lumped = false
      for (let day = first; day < end; day++) {
        depth += rain.rain.depths[day]!
        if (rain.lumped[day]) lumped = true
      }
      const [drawn, added, letGo] = [sums.drawn, sums['topped-up'], sums['let-go']]
      events.push({
        from,
        to,
        first,
        end,
        rain: depth,
        drawn,
        added,
        letGo,
        came: to.litres - from.litres + drawn + letGo - added,
        lumped,
        sure: !lumped && !to.full,
        room: Math.max(0, levels.full - from.litres) + drawn + letGo - added,
      })
    }
    from = to
  }
  return events
}
