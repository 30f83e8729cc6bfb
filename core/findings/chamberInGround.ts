import { chamberVolume } from '../catch/firstFlush'
import { chamberFor } from '../catch/flushSizing'
import { changeDevice } from '../edits/trainEdits'
import { chamberRoom, DRAIN_ROOM } from '../levels/train'
import { count, length } from '../units/quantity'
import { isUnder } from '../numeric/tolerance'
import { amountOf, COMMON_PRACTICE, rule } from './finding'

export const chamberInGround = rule(
  'chamberInGround',
  ({ lines }) =>
    lines.map(({ flush, heights, intake }) => {
      if (!flush || !heights.flush || flush.form === 'tank' || !isUnder(heights.flush.bottom, DRAIN_ROOM)) return undefined
      const { invert, bottom } = heights.flush
      const fitting = chamberFor(chamberVolume(flush.bore, flush.length, flush.chambers), flush.bore, chamberRoom(invert))
      return {
        severity: bottom < 0 ? 'stops' : 'goes-wrong',
        station: 'drop',
        ids: { drop: intake.drop.id, device: flush.id },
        at: Math.max(0, bottom),
        values: {
          how: bottom < 0 ? 'below' : 'near',
          by: length(Math.abs(bottom)),
          wanted: length(DRAIN_ROOM),
          length: length(fitting?.length ?? flush.length),
          chambers: count(fitting?.chambers ?? flush.chambers),
        },
        source: COMMON_PRACTICE,
        mends: fitting !== undefined,
      }
    }),
  // As much water, in chambers that end above the ground.
  (scheme, { ids, values }) =>
    changeDevice(scheme, ids.drop!, ids.device!, 'first-flush', (flush) => {
      flush.length = amountOf(values, 'length')
      flush.chambers = amountOf(values, 'chambers')
    }),
)
