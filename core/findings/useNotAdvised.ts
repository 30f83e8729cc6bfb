import { word } from '../figures/told'
import { USE_RULES } from '../draw/useRules'
import { COMMON_PRACTICE, rule } from './finding'

export const useNotAdvised = rule('useNotAdvised', ({ path: { scheme } }) =>
  scheme.uses.map((use) => {
    const { standing } = USE_RULES[use]
    return (
      (standing === 'advised-against' || standing === 'professional') && {
        severity: standing === 'professional' ? 'stops' : 'goes-wrong',
        station: 'draw',
        ids: {},
        values: { use: word(use), how: standing },
        source: COMMON_PRACTICE,
      }
    )
  }),
)
