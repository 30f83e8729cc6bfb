import { chamberVolume, drainTime, dripFlow } from '../catch/firstFlush'
import { changeDevice } from '../edits/trainEdits'
import type { DeviceOf } from '../scheme'
import { SECONDS_PER_HOUR } from '../units/constants'
import { hours, mesh } from '../units/quantity'
import { amountOf, COMMON_PRACTICE, rule } from './finding'

/** Empty by tomorrow is what is wanted; over three days the next rain as a rule finds it full. h */
const BY_TOMORROW = 24
const THREE_DAYS = 72
/** The smallest hole that stays open; it empties any common chamber overnight, m. Common practice. */
const MEND_HOLE = 0.001

/** Hours in which a chamber empties by itself; Infinity where nobody and nothing empties it. */
export function emptyingHours({ drain, bore, length }: DeviceOf<'first-flush'>): number {
  if (drain.kind === 'hole') return drainTime(bore, length, Math.min(drain.bore, bore)) / SECONDS_PER_HOUR
  if (drain.kind === 'drip') return chamberVolume(bore, length) / Math.max(1e-12, dripFlow(drain.dropsPerSecond)) / SECONDS_PER_HOUR
  return drain.emptied === 'each-rain' ? 0 : drain.emptied === 'weekly' ? 7 * 24 : Infinity
}

export const flushDrainsSlowly = rule(
  'flushDrainsSlowly',
  ({ lines }) =>
    lines.map(({ flush, heights, intake }) => {
      if (!flush) return undefined
      const takes = emptyingHours(flush)
      if (takes <= BY_TOMORROW) return undefined
      return {
        severity: takes > THREE_DAYS ? 'goes-wrong' : 'better',
        station: 'drop',
        ids: { drop: intake.drop.id, device: flush.id },
        ...(heights.flush ? { at: heights.flush.bottom } : {}),
        values: {
          how: !Number.isFinite(takes) || takes > 1e4 ? 'never' : flush.drain.kind,
          takes: hours(Number.isFinite(takes) ? takes : 0),
          hole: mesh(MEND_HOLE),
        },
        source: COMMON_PRACTICE,
      }
    }),
  (scheme, { ids, values }) =>
    changeDevice(scheme, ids.drop!, ids.device!, 'first-flush', (flush) => {
      flush.drain = { kind: 'hole', bore: amountOf(values, 'hole') }
    }),
)
