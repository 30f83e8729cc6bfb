import { produce } from 'immer'
import { COMMON_PRACTICE, rule } from './finding'

export const pumpRunsDry = rule(
  'pumpRunsDry',
  ({ path }) =>
    path.scheme.pumps.map(({ id, floatSwitch, from }) =>
      floatSwitch ? undefined : { severity: 'goes-wrong', station: 'draw', ids: { tap: id, vessel: from.vessel }, source: COMMON_PRACTICE },
    ),
  (scheme, { ids }) =>
    produce(scheme, (draft) => {
      for (const pump of draft.pumps) if (pump.id === ids.tap) pump.floatSwitch = true
    }),
)
