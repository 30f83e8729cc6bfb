import type { CutSheet, MarkState, MarkVerdict, References } from './cutSheet'
import { fromReference, judgeMarks } from './cutSheet'
import type { SectionLine } from './heights'
import { lineCut } from './lineCut'
import type { Drop } from '../scheme'

/** The plan's mark has moved when it has moved by more than a pencil's line, m. */
const MOVED = 5e-4

export type { MarkState }

/**
 * What the readings of a mark come to: as `judgeMarks`, but readings of a mark that the plan has moved since count for
 * nothing, however well they agree.
 *
 * @param upper where the plan has the mark now, m above the paving
 */
export function judgeMark({ reference, measured, planned }: Drop['marks'], upper: number, references: References): MarkVerdict {
  const wanted = fromReference(upper, reference, references)
  if (measured.length > 0 && planned !== undefined && Math.abs(planned - upper) > MOVED)
    return { state: 'moved', wanted, off: upper - planned, mayCut: false }
  return judgeMarks(measured, wanted)
}

/** The marked cut of a line's pipe, with what has been measured of it so far. */
export function marksOf(line: SectionLine): (MarkVerdict & { sheet: CutSheet }) | undefined {
  const sheet = lineCut(line)
  return sheet && { ...judgeMark(line.intake.drop.marks, sheet.upper, line.heights), sheet }
}

/** Readings rubbed out, to be taken anew. */
export const clearMarks = (marks: Drop['marks']): Drop['marks'] => ({ ...marks, measured: [], planned: undefined })

/** A reading put in, or put right; the first one keeps where the plan has the mark. */
export function takeReading(marks: Drop['marks'], index: number, reading: number, upper: number): Drop['marks'] {
  const measured =
    index < marks.measured.length ? marks.measured.map((each, i) => (i === index ? reading : each)) : [...marks.measured, reading]
  return { ...marks, measured, planned: marks.measured.length === 0 ? upper : marks.planned }
}
