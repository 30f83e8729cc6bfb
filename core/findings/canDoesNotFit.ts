import { setStand } from '../edits/schemeEdits'
import { length } from '../units/quantity'
import { amountOf, COMMON_PRACTICE, rule } from './finding'

export const canDoesNotFit = rule(
  'canDoesNotFit',
  ({ lines }) =>
    lines.map(({ tap, placed, heights }) => {
      const at = heights.tap
      if (!at || !tap || tap.hose || at.spare >= -1e-9) return undefined
      return {
        severity: 'goes-wrong',
        station: 'draw',
        ids: { tap: tap.id, vessel: placed.vessel.id },
        at: at.spout,
        values: {
          spout: length(at.spout),
          can: length(tap.can.height),
          short: length(-at.spare),
          stand: length(placed.vessel.base.height - at.spare),
        },
        source: COMMON_PRACTICE,
      }
    }),
  (scheme, { ids, values }) => setStand(scheme, ids.vessel!, amountOf(values, 'stand')),
)
