import { familyOf } from '../catch/families'
import { addOverflow } from '../edits/schemeEdits'
import { COMMON_PRACTICE, rule } from './finding'

/** What returns its surplus to the pipe needs no other way out: a trough at the full level, a float; every other filling does. */
export const noOverflow = rule(
  'noOverflow',
  ({ path, lines }) =>
    lines.map(({ intake, placed, heights }) => {
      const returns = intake.device && familyOf(intake.device).returnsSurplus
      if (returns || path.overflows.get(placed.store.id)!.length > 0) return undefined
      return { severity: 'stops', station: 'spill', ids: { vessel: intake.vessel.id }, at: heights.rim, source: COMMON_PRACTICE }
    }),
  (scheme, { ids }) => addOverflow(scheme, ids.vessel!),
)
