import { overlaps } from '../layout'
import { placeVessel } from '../edits/storeEdits'
import { length } from '../units/quantity'
import { GEOMETRY, rule } from './finding'

/** Two vessels that stand in one another. */
export const vesselsOverlap = rule(
  'vesselsOverlap',
  ({ path }) =>
    overlaps(path.layout.vessels.values()).map(({ a, b, by }) => ({
      severity: 'stops' as const,
      station: 'cask' as const,
      ids: { store: path.vessels.get(a)!.store.id, vessel: b },
      at: path.vessels.get(b)!.foot,
      values: {
        one: path.vessels.get(a)!.vessel.name,
        other: path.vessels.get(b)!.vessel.name,
        by: length(by),
      },
      source: GEOMETRY,
      // One that was put there goes back to its row; two rows that meet are for somebody who knows the place.
      mends: [a, b].some((id) => path.vessels.get(id)!.vessel.place !== undefined),
    })),
  (scheme, { ids }) => placeVessel(scheme, ids.vessel!, undefined),
)
