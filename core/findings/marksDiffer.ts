import { produce } from 'immer'
import { cutSheet, fromReference, judgeMarks, type MarkVerdict } from '../levels/cutSheet'
import type { SectionLine } from '../levels/heights'
import { length } from '../units/quantity'
import { COMMON_PRACTICE, rule } from './finding'

/** The cut that a line asks for, and what has been measured of it so far. */
export function marksOf({ intake, heights }: SectionLine): MarkVerdict | undefined {
  const sheet = intake.device && cutSheet(intake.drop, intake.device)
  if (!sheet) return undefined
  const { reference, measured } = intake.drop.marks
  return judgeMarks(measured, fromReference(sheet.upper, reference, heights))
}

export const marksDiffer = rule(
  'marksDiffer',
  ({ lines }) =>
    lines.map((line) => {
      const verdict = marksOf(line)
      if (!verdict || !['measureThird', 'noneAgree', 'notThere'].includes(verdict.state)) return undefined
      return {
        severity: 'stops',
        station: 'drop',
        ids: { drop: line.intake.drop.id },
        at: line.heights.cut?.mark ?? line.heights.letIn?.upper ?? line.heights.inlet,
        values: {
          how: verdict.state,
          off: length(Math.abs(verdict.off)),
          wanted: length(verdict.wanted),
          reading: length(verdict.reading ?? 0),
        },
        source: COMMON_PRACTICE,
        mends: verdict.state !== 'measureThird',
      }
    }),
  // Rub the marks out and begin again.
  (scheme, { ids }) =>
    produce(scheme, (draft) => {
      const drop = draft.drops.find(({ id }) => id === ids.drop)
      if (drop) drop.marks.measured = []
    }),
)
