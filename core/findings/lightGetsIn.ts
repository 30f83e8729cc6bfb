import { produce } from 'immer'
import { COMMON_PRACTICE, rule } from './finding'

export const lightGetsIn = rule(
  'lightGetsIn',
  ({ path }) =>
    [...path.vessels.values()].map(
      ({ vessel, foot }) =>
        (vessel.light === 'clear' || vessel.light === 'translucent') && {
          severity: 'better',
          station: 'cask',
          ids: { vessel: vessel.id },
          at: foot + vessel.body.height / 2,
          source: COMMON_PRACTICE,
        },
    ),
  (scheme, { ids }) =>
    produce(scheme, (draft) => {
      for (const vessel of draft.stores.flatMap(({ vessels }) => vessels)) if (vessel.id === ids.vessel) vessel.light = 'clad'
    }),
)
