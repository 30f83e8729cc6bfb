import { setMark } from '../edits/schemeEdits'
import { cutMarks } from '../levels/cutMarks'
import { length } from '../units/quantity'
import { isUnder } from '../numeric/tolerance'
import { amountOf, COMMON_PRACTICE, rule } from './finding'

export const diverterAboveRim = rule(
  'diverterAboveRim',
  ({ lines }) =>
    lines.map(({ intake, heights: { cut, rim }, trough }) => {
      // Water stands in the vessel as high as the lip; a lip at the rim leaves it nowhere to go but over the lid.
      if (!cut || !trough || isUnder(cut.lip, rim)) return undefined
      const { upper } = cutMarks('rim-rule', rim)
      return {
        severity: 'stops',
        station: 'drop',
        ids: { drop: intake.drop.id, vessel: intake.vessel.id },
        at: cut.lip,
        values: { above: length(cut.lip - rim), mark: length(upper - 0.015 + trough.lipBelowMark + trough.adapterAbove), rim: length(rim) },
        source: COMMON_PRACTICE,
      }
    }),
  (scheme, { ids, values }) => setMark(scheme, ids.drop!, amountOf(values, 'mark')),
)
