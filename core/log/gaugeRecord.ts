import { isoDate } from '../rain/calendar'
import { gaugeId, type Job, type RainRecord } from '../scheme'
import { rainOf, spanOfEntries } from './days'
import { dayTold, momentOf } from './moment'

/** Left alone for longer than this a gauge may have run over, or dried: its days are missing. Common practice. */
const LEFT_ALONE = 14

/**
 * The gauge of a job's log as a rain record, for the years; undefined where nothing was read. A day that nobody read is dry, since
 * what falls waits in the gauge for the next reading; of more than a fortnight without one the days are missing.
 */
export function gaugeRecord({ id, name, log, invented }: Pick<Job, 'id' | 'name' | 'log' | 'invented'>): RainRecord | undefined {
  const span = spanOfEntries(log.entries, ['rain'])
  if (!span) return undefined
  const { start, rain } = rainOf(log.entries, span.first, span.last)
  const depths: (number | null)[] = [...rain.depths]
  let before = span.first
  for (const entry of log.entries) {
    if (entry.kind !== 'rain') continue
    const day = dayTold(momentOf(entry.at))
    if (day - before > LEFT_ALONE) depths.fill(null, before + 1 - start, day - start)
    before = day
  }
  return { id: gaugeId(id), name, note: '', invented, start: isoDate(start), depths }
}
