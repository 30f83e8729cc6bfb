import { addBracket } from '../edits/schemeEdits'
import { length } from '../units/quantity'
import { amountOf, COMMON_PRACTICE, rule } from './finding'

/** A bracket this near above the cut holds the pipe; further up it may slide and take the neck with it. */
const NEAR_ENOUGH = 0.3
/** Where the mend puts one, m above the cut. */
const BRACKET_ABOVE = 0.1

export const nothingHoldsPipe = rule(
  'nothingHoldsPipe',
  ({ lines }) =>
    lines.map(({ intake, heights: { cut, neckFoot } }) => {
      if (!cut) return undefined
      const above = intake.drop.brackets.filter((height) => height > cut.mark + 0.02)
      const nearest = Math.min(...above)
      if (nearest - cut.mark <= NEAR_ENOUGH) return undefined
      return {
        severity: 'goes-wrong',
        station: 'drop',
        ids: { drop: intake.drop.id },
        at: cut.mark,
        values: {
          how: above.length > 0 ? 'far' : 'none',
          gap: length(above.length > 0 ? nearest - cut.mark : 0),
          bracket: length(cut.mark + BRACKET_ABOVE),
        },
        source: COMMON_PRACTICE,
        mends: cut.mark + BRACKET_ABOVE < neckFoot,
      }
    }),
  (scheme, { ids, values }) => addBracket(scheme, ids.drop!, amountOf(values, 'bracket')),
)
