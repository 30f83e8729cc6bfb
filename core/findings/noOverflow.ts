import { addOverflow } from '../edits/schemeEdits'
import { COMMON_PRACTICE, rule } from './finding'

/** A self-levelling trough needs no other way out; every other filling does. */
export const noOverflow = rule(
  'noOverflow',
  ({ path, lines }) =>
    lines.map(({ intake, placed, trough, heights }) => {
      if (trough || path.overflows.get(placed.store.id)!.length > 0) return undefined
      return { severity: 'stops', station: 'spill', ids: { vessel: intake.vessel.id }, at: heights.rim, source: COMMON_PRACTICE }
    }),
  (scheme, { ids }) => addOverflow(scheme, ids.vessel!),
)
