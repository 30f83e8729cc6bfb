import { planArea } from '../roof/planArea'
import { area, share } from '../units/quantity'
import { GEOMETRY, rule } from './finding'

export const measuredOnSlope = rule('measuredOnSlope', ({ path }) =>
  path.scheme.sections.map((section) => {
    if (section.measured !== 'slope' || section.pitch === 0) return undefined
    const plan = planArea(section)
    const over = 1 / Math.cos((section.pitch * Math.PI) / 180) - 1
    return {
      severity: 'note',
      station: 'roof',
      ids: { section: section.id },
      values: { section: section.name, plan: area(plan), over: share(over) },
      source: GEOMETRY,
    }
  }),
)
