import { word } from '../figures/told'
import { COMMON_PRACTICE, rule } from './finding'

const TOUCHY = ['edible-beds', 'stock', 'seedlings-mist', 'house'] as const

export const foulingWithEdible = rule('foulingWithEdible', ({ path: { scheme } }) =>
  scheme.sections.map((section) => {
    const use = TOUCHY.find((each) => scheme.uses.includes(each))
    const hazard = section.hazards[0]
    if (!use || (section.fouling !== 'heavy' && !hazard)) return undefined
    return {
      severity: hazard ? 'goes-wrong' : 'better',
      station: 'roof',
      ids: { section: section.id },
      values: { section: section.name, use: word(use), why: word(hazard ?? 'heavy') },
      source: COMMON_PRACTICE,
    }
  }),
)
