import { share, volume } from '../units/quantity'
import { GEOMETRY, rule } from './finding'

/** Below this share of what the seller says, people are let down. */
const FAR_BELOW = 0.8

export const usableFarBelowNominal = rule('usableFarBelowNominal', ({ path, usable }) =>
  path.scheme.stores.map(({ id, vessels }) => {
    const { volume: use, nominal, top } = usable.get(id)!
    return (
      use < FAR_BELOW * nominal && {
        severity: 'better',
        station: 'cask',
        ids: { store: id, vessel: vessels[0]!.id },
        at: top,
        values: { usable: volume(use), nominal: volume(nominal), share: share(use / nominal) },
        source: GEOMETRY,
      }
    )
  }),
)
