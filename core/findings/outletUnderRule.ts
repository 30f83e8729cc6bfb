import { outletDesign } from '../catch/designFlow'
import { outletSchools } from '../catch/outletVerdict'
import { area } from '../units/quantity'
import { COMMON_PRACTICE, rule } from './finding'

export const outletUnderRule = rule('outletUnderRule', ({ path }) =>
  outletDesign(path).map((design) => {
    const { outletSchool } = path.scheme
    // The hydraulic school speaks through the capacities of gutter, hole and pipe.
    if (outletSchool === 'hydraulic') return undefined
    const allowed = outletSchools(design, path.scheme.designIntensity)[outletSchool]
    return (
      design.roof > allowed && {
        severity: 'goes-wrong',
        station: 'gutter',
        ids: { outlet: design.outlet.id, drop: design.drop.id },
        at: design.outlet.height,
        values: { roof: area(design.roof), allowed: area(allowed), how: outletSchool },
        source: COMMON_PRACTICE,
      }
    )
  }),
)
