import { mass } from '../units/quantity'
import { standing } from '../vessel/load'
import { COMMON_PRACTICE, rule } from './finding'

export const deckCarriesWater = rule('deckCarriesWater', ({ path }) =>
  [...path.vessels.values()].map(
    (placed) =>
      placed.vessel.base.parts.some(({ kind }) => kind === 'deck') && {
        severity: 'stops',
        station: 'cask',
        ids: { vessel: placed.vessel.id },
        at: placed.foot,
        values: { mass: mass(standing(path, placed).fullMass) },
        source: COMMON_PRACTICE,
      },
  ),
)
