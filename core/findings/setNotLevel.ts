import { baseHeight } from '../layout'
import { levelBases } from '../edits/storeEdits'
import { buildWaterPath } from '../path/waterPath'
import { length, volume } from '../units/quantity'
import { SETTING_ERROR } from '../vessel/groups'
import { usableVolume } from '../vessel/usable'
import { isOver } from '../numeric/tolerance'
import { amountOf, GEOMETRY, rule } from './finding'

/** Vessels that share a level but not a base height: told from half an inch on, which good work keeps within. */
export const setNotLevel = rule(
  'setNotLevel',
  ({ path, usable }) =>
    path.scheme.stores.map((store) => {
      if (store.arrangement !== 'linked-low' && store.arrangement !== 'manifold') return undefined
      const standing = store.vessels.filter(({ on }) => on === undefined)
      const feet = standing.map(({ base }) => baseHeight(base))
      const apart = Math.max(...feet) - Math.min(...feet)
      if (!isOver(apart, SETTING_ERROR)) return undefined
      // Most stand where the middle one stands.
      const middle = feet.toSorted((a, b) => a - b)[Math.floor(feet.length / 2)]!
      const odd = standing.toSorted((a, b) => Math.abs(baseHeight(b.base) - middle) - Math.abs(baseHeight(a.base) - middle))[0]!
      const even = usableVolume(buildWaterPath(levelBases(path.scheme, store.id, middle)), store.id).volume
      const lost = even - usable.get(store.id)!.volume
      return {
        severity: 'goes-wrong',
        station: 'cask',
        ids: { store: store.id, vessel: odd.id },
        at: baseHeight(odd.base),
        values: {
          how: baseHeight(odd.base) < middle ? 'low' : 'high',
          vessel: odd.name,
          by: length(Math.abs(baseHeight(odd.base) - middle)),
          lost: volume(Math.max(0, lost)),
          height: length(middle),
        },
        source: GEOMETRY,
      }
    }),
  (scheme, { ids, values }) => levelBases(scheme, ids.store!, amountOf(values, 'height')),
)
