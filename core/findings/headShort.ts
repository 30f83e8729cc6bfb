import { setStand } from '../edits/schemeEdits'
import { headLedger, headLeft } from '../levels/headLedger'
import { length } from '../units/quantity'
import { amountOf, GEOMETRY, rule } from './finding'

export const headShort = rule(
  'headShort',
  ({ lines }) =>
    lines.map((line) => {
      const left = headLeft(headLedger(line))
      if (left >= 0) return undefined
      const { vessel } = line.intake
      const lower = vessel.base.height + left
      return {
        severity: 'stops',
        station: 'drop',
        ids: { drop: line.intake.drop.id, vessel: vessel.id },
        at: line.heights.neckFoot,
        values: { short: length(-left), stand: length(Math.max(0, lower)) },
        source: GEOMETRY,
        mends: lower >= 0,
      }
    }),
  (scheme, { ids, values }) => {
    const short = amountOf(values, 'short')
    const stand = amountOf(values, 'stand')
    const lowered = setStand(scheme, ids.vessel!, stand)
    // Trough and vessel go down together, so that the butt still fills to its rim.
    return {
      ...lowered,
      drops: lowered.drops.map((drop) =>
        drop.id === ids.drop
          ? {
              ...drop,
              devices: drop.devices.map((device) => (device.kind === 'ring-trough' ? { ...device, mark: device.mark - short } : device)),
            }
          : drop,
      ),
    }
  },
)
