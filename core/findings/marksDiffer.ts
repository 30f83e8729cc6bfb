import { produce } from 'immer'
import { clearMarks, marksOf } from '../levels/marks'
import { length } from '../units/quantity'
import { COMMON_PRACTICE, rule } from './finding'

export const marksDiffer = rule(
  'marksDiffer',
  ({ lines }) =>
    lines.map((line) => {
      const verdict = marksOf(line)
      if (!verdict || !['moved', 'measureThird', 'noneAgree', 'notThere'].includes(verdict.state)) return undefined
      return {
        severity: 'stops',
        station: 'drop',
        ids: { drop: line.intake.drop.id },
        at: verdict.sheet.upper,
        values: {
          how: verdict.state,
          off: length(Math.abs(verdict.off)),
          wanted: length(verdict.wanted),
          reading: length(verdict.reading ?? 0),
          planned: length(line.intake.drop.marks.planned ?? verdict.sheet.upper),
          now: length(verdict.sheet.upper),
        },
        source: COMMON_PRACTICE,
        mends: verdict.state !== 'measureThird',
      }
    }),
  // Rub the marks out and begin again.
  (scheme, { ids }) =>
    produce(scheme, (draft) => {
      const drop = draft.drops.find(({ id }) => id === ids.drop)
      if (drop) drop.marks = clearMarks(drop.marks)
    }),
)
