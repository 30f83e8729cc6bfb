import { word } from '../figures/told'
import { dropArea } from '../catch/designFlow'
import { chamberVolume, washDepth } from '../catch/firstFlush'
import { chamberFor, WASH_BY_FOULING, worstFouling } from '../catch/flushSizing'
import { changeDevice } from '../edits/trainEdits'
import { chamberRoom } from '../levels/train'
import { LITRE } from '../units/constants'
import { count, length, rainDepth, volume } from '../units/quantity'
import { isUnder } from '../numeric/tolerance'
import { amountOf, COMMON_PRACTICE, rule } from './finding'

export const flushTooSmall = rule(
  'flushTooSmall',
  ({ path, lines }) =>
    lines.map(({ flush, heights, intake }) => {
      const area = dropArea(path, intake.drop.id)
      if (!flush || area <= 0) return undefined
      const fouling = worstFouling(path.feeds.get(intake.drop.id)!.map(({ section }) => section))
      const [least] = WASH_BY_FOULING[fouling]
      const has = washDepth(chamberVolume(flush.bore, flush.length, flush.chambers), area)
      if (!isUnder(has, least)) return undefined
      const wanted = least * area * LITRE
      const fitting = heights.flush && chamberFor(wanted, flush.bore, chamberRoom(heights.flush.invert))
      return {
        severity: 'better',
        station: 'drop',
        ids: { drop: intake.drop.id, device: flush.id },
        ...(heights.flush ? { at: heights.flush.bottom } : {}),
        values: {
          fouling: word(fouling),
          has: rainDepth(has),
          least: rainDepth(least),
          wanted: volume(wanted),
          length: length(fitting?.length ?? flush.length),
          chambers: count(fitting?.chambers ?? flush.chambers),
        },
        source: COMMON_PRACTICE,
        mends: fitting !== undefined,
      }
    }),
  (scheme, { ids, values }) =>
    changeDevice(scheme, ids.drop!, ids.device!, 'first-flush', (flush) => {
      // A hair over, so that rounding does not leave it short.
      flush.length = Math.ceil(amountOf(values, 'length') * 1000 - 1e-6) / 1000
      flush.chambers = amountOf(values, 'chambers')
    }),
)
