import { produce } from 'immer'
import { length } from '../units/quantity'
import { overlaps } from '../vessel/groups'
import { GEOMETRY, rule } from './finding'

/** Two vessels that stand in one another on the plan. */
export const vesselsOverlap = rule(
  'vesselsOverlap',
  ({ path }) =>
    path.scheme.stores.flatMap((store) =>
      overlaps(store).map(({ a, b, by }) => ({
        severity: 'stops' as const,
        station: 'cask' as const,
        ids: { store: store.id, vessel: a },
        at: path.vessels.get(a)!.foot,
        values: {
          one: store.vessels.find(({ id }) => id === a)!.name,
          other: store.vessels.find(({ id }) => id === b)!.name,
          by: length(by),
        },
        source: GEOMETRY,
      })),
    ),
  (scheme, { ids }) =>
    produce(scheme, (draft) => {
      for (const store of draft.stores) if (store.id === ids.store) for (const vessel of store.vessels) vessel.place = undefined
    }),
)
