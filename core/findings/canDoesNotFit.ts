import { baseHeight } from '../layout'
import { raiseStore } from '../edits/storeEdits'
import { length } from '../units/quantity'
import { isUnder } from '../numeric/tolerance'
import { amountOf, COMMON_PRACTICE, rule } from './finding'

export const canDoesNotFit = rule(
  'canDoesNotFit',
  ({ lines, path }) =>
    lines.map(({ tap, heights }) => {
      const at = heights.tap
      if (!at || !tap || tap.hose || !isUnder(at.spare, 0)) return undefined
      const { vessel, store } = path.vessels.get(tap.vessel)!
      return {
        severity: 'goes-wrong',
        station: 'draw',
        ids: { tap: tap.id, vessel: vessel.id, store: store.id },
        at: at.spout,
        values: {
          spout: length(at.spout),
          can: length(tap.can.height),
          short: length(-at.spare),
          stand: length(baseHeight(vessel.base) - at.spare),
        },
        source: COMMON_PRACTICE,
      }
    }),
  (scheme, { ids, values }) => raiseStore(scheme, ids.store!, amountOf(values, 'short')),
)
