import { capillaryHold } from '../catch/firstFlush'
import { changeDevice } from '../edits/trainEdits'
import { length, mesh } from '../units/quantity'
import { isUnder } from '../numeric/tolerance'
import { amountOf, COMMON_PRACTICE, rule } from './finding'

/** Below this a hole clogs long before it has done its work, m. Common practice. */
const LEAST_HOLE = 0.001

export const drainClogs = rule(
  'drainClogs',
  ({ lines }) =>
    lines.map(({ flush, heights, intake }) => {
      if (flush?.drain.kind !== 'hole' || !isUnder(flush.drain.bore, LEAST_HOLE)) return undefined
      return {
        severity: 'goes-wrong',
        station: 'drop',
        ids: { drop: intake.drop.id, device: flush.id },
        ...(heights.flush ? { at: heights.flush.bottom } : {}),
        values: { hole: mesh(flush.drain.bore), least: mesh(LEAST_HOLE), holds: length(capillaryHold(flush.drain.bore)) },
        source: COMMON_PRACTICE,
      }
    }),
  (scheme, { ids, values }) =>
    changeDevice(scheme, ids.drop!, ids.device!, 'first-flush', (flush) => {
      flush.drain = { kind: 'hole', bore: amountOf(values, 'least') }
    }),
)
