import { word } from '../figures/told'
import { orderFaults, usualOrder } from '../catch/trainOrder'
import { orderTrain } from '../edits/trainEdits'
import { COMMON_PRACTICE, rule } from './finding'

export const trainOrder = rule(
  'trainOrder',
  ({ path }) =>
    path.scheme.drops.flatMap((drop) => {
      const ordered = orderFaults(usualOrder(drop.devices))
      const kindOf = (id: string) => drop.devices.find((device) => device.id === id)!.kind
      return orderFaults(drop.devices).map(({ device, against, reason }) => ({
        severity: 'stops' as const,
        station: 'drop' as const,
        ids: { drop: drop.id, device },
        values: { how: reason, part: word(kindOf(device)), against: word(kindOf(against)) },
        source: COMMON_PRACTICE,
        // Heights that cross each other are no matter of order: they are put right at the part.
        mends: !ordered.some((each) => each.device === device && each.reason === reason),
      }))
    }),
  (scheme, { ids }) => orderTrain(scheme, ids.drop!),
)
