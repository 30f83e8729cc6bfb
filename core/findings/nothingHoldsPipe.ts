import { addBracket } from '../edits/schemeEdits'
import { BRACKET_CLEAR, BRACKET_REACH } from '../levels/cutSheet'
import { length } from '../units/quantity'
import { isOver } from '../numeric/tolerance'
import { amountOf, COMMON_PRACTICE, rule } from './finding'

/** Where the mend puts one, m above the cut. */
const BRACKET_ABOVE = 0.1

export const nothingHoldsPipe = rule(
  'nothingHoldsPipe',
  ({ lines }) =>
    lines.map(({ intake, heights: { cut, letIn, neckFoot } }) => {
      const mark = cut?.mark ?? letIn?.upper
      if (mark === undefined) return undefined
      const above = intake.drop.brackets.filter((height) => isOver(height, mark + BRACKET_CLEAR))
      const nearest = Math.min(...above)
      if (!isOver(nearest - mark, BRACKET_REACH)) return undefined
      return {
        severity: 'goes-wrong',
        station: 'drop',
        ids: { drop: intake.drop.id },
        at: mark,
        values: {
          how: above.length > 0 ? 'far' : 'none',
          gap: length(above.length > 0 ? nearest - mark : 0),
          bracket: length(mark + BRACKET_ABOVE),
        },
        source: COMMON_PRACTICE,
        mends: mark + BRACKET_ABOVE < neckFoot,
      }
    }),
  (scheme, { ids, values }) => addBracket(scheme, ids.drop!, amountOf(values, 'bracket')),
)
