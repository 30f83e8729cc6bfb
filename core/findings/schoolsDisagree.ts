import { word } from '../figures/told'
import { outletDesign } from '../catch/designFlow'
import { outletSchools } from '../catch/outletVerdict'
import { area } from '../units/quantity'
import { rule } from './finding'

/** Schools are told to differ when the widest allows over twice what the strictest does. */
const FAR_APART = 2

export const schoolsDisagree = rule('schoolsDisagree', ({ path }) =>
  outletDesign(path).map((design) => {
    const all = outletSchools(design, path.scheme.designIntensity)
    const least = Math.min(all.hydraulic, all.intensity, all.hundred)
    const most = Math.max(all.hydraulic, all.intensity, all.hundred)
    // Only of weight where the roof lies between them: else all say the same.
    return (
      most > FAR_APART * least &&
      design.roof > least &&
      design.roof <= most && {
        severity: 'note',
        station: 'gutter',
        ids: { outlet: design.outlet.id, drop: design.drop.id },
        at: design.outlet.height,
        values: { least: area(least), most: area(most), roof: area(design.roof), school: word(path.scheme.outletSchool) },
        source: 'ownRule',
      }
    )
  }),
)
