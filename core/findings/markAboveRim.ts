import { chooseCut } from '../edits/schemeEdits'
import { length } from '../units/quantity'
import { isOver, isUnder } from '../numeric/tolerance'
import { COMMON_PRACTICE, rule } from './finding'

export const markAboveRim = rule(
  'markAboveRim',
  ({ lines }) =>
    lines.map(
      ({ intake, heights: { cut, rim } }) =>
        cut &&
        isOver(cut.mark, rim) &&
        isUnder(cut.lip, rim) && {
          severity: 'better',
          station: 'drop',
          ids: { drop: intake.drop.id, vessel: intake.vessel.id },
          at: cut.mark,
          values: { above: length(cut.mark - rim), rim: length(rim) },
          source: COMMON_PRACTICE,
        },
    ),
  (scheme, { ids }) => chooseCut(scheme, ids.drop!, ids.vessel!, 'rim-rule'),
)
