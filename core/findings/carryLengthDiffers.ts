import { changeDevice } from '../edits/trainEdits'
import { runKey } from '../layout'
import { span } from '../units/quantity'
import { amountOf, GEOMETRY, rule } from './finding'

/** What a pipe across may differ from the plan by before it is told: bends and fittings are not drawn, m and share. Common practice. */
const LOOSE = 0.15
const LOOSE_SHARE = 0.05

/** A pipe across that is said to be longer, or shorter, than the way that it has to go from where it begins to where it ends. */
export const carryLengthDiffers = rule(
  'carryLengthDiffers',
  ({ path }) =>
    path.scheme.drops.flatMap((drop) =>
      drop.devices.map((device) => {
        if (device.kind !== 'carrying-pipe' || device.wet) return undefined
        const run = path.layout.runs.get(runKey('carry', device.id))
        const laid = run?.length ?? 0
        if (!run || Math.abs(laid - device.length) <= LOOSE + LOOSE_SHARE * laid) return undefined
        return {
          severity: 'goes-wrong' as const,
          station: 'drop' as const,
          ids: { drop: drop.id, device: device.id },
          values: { said: span(device.length), laid: span(Math.round(laid * 100) / 100) },
          source: GEOMETRY,
          mends: laid >= 0.1,
        }
      }),
    ),
  (scheme, { ids, values }) =>
    changeDevice(scheme, ids.drop!, ids.device!, 'carrying-pipe', (carry) => (carry.length = amountOf(values, 'laid'))),
)
