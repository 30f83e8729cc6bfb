import { ballFault } from '../catch/flushSizing'
import { changeDevice } from '../edits/trainEdits'
import { length } from '../units/quantity'
import { amountOf, COMMON_PRACTICE, rule } from './finding'

/** A ball and a seat that go with any chamber, as shares of its bore. Common practice. */
const BALL = 0.8
const SEAT = 0.62

export const ballDoesNotSeat = rule(
  'ballDoesNotSeat',
  ({ lines }) =>
    lines.map(({ flush, heights, intake }) => {
      if (!flush?.ball) return undefined
      const fault = ballFault(flush)
      return (
        fault && {
          severity: 'stops',
          station: 'drop',
          ids: { drop: intake.drop.id, device: flush.id },
          ...(heights.flush ? { at: heights.flush.invert } : {}),
          values: {
            how: fault,
            ball: length(flush.ballSize),
            seat: length(flush.seat),
            bore: length(flush.bore),
            ballWanted: length(flush.bore * BALL),
            seatWanted: length(flush.bore * SEAT),
          },
          source: COMMON_PRACTICE,
        }
      )
    }),
  (scheme, { ids, values }) =>
    changeDevice(scheme, ids.drop!, ids.device!, 'first-flush', (flush) => {
      flush.ballSize = amountOf(values, 'ballWanted')
      flush.seat = amountOf(values, 'seatWanted')
    }),
)
