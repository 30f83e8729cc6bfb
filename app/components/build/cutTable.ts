import type { CutGroup, Hole } from '#core/build'
import { INCH } from '#core/units/constants'
import type { UnitSystem } from '#core/units/quantity'
import type { Cell } from './billTable'

/** Columns of the pieces and of the holes; message ids under `build.csv`. */
export const PIECE_COLUMNS = ['label', 'of', 'length', 'gap', 'insertions', 'relief', 'unit', 'soldIn', 'bar', 'onWall', 'for'] as const
export const HOLE_COLUMNS = ['number', 'where', 'role', 'many', 'across', 'above', 'belowRim', 'unit', 'with', 'clock', 'sealedBy'] as const

/** What a saw and a drill are set by: millimetres to a tenth, or inches to a thousandth. */
const RULE = { metric: { unit: 'mm', metres: 0.001, steps: 10 }, imperial: { unit: 'in', metres: INCH, steps: 1000 } } as const
const measured = (metres: number, system: UnitSystem) => {
  const { metres: one, steps } = RULE[system]
  return Math.round((metres / one) * steps) / steps
}

/** Every piece to saw as a row of cells: lengths as numbers, and which bought length it comes out of. */
export const pieceRows = (
  groups: readonly CutGroup[],
  system: UnitSystem,
  words: { pipe: (group: CutGroup) => string; part: (part: string) => string; yes: string; no: string },
): Cell[][] =>
  groups.flatMap((group) =>
    group.cuts.map((cut, i) => {
      const bar = group.plan?.bars.findIndex(({ pieces }) => pieces.includes(i)) ?? -1
      const at = (metres: number) => measured(metres, system)
      return [
        cut.label,
        words.pipe(group),
        at(cut.length),
        at(cut.gap),
        at(cut.depths[0] + cut.depths[1]),
        at(cut.relief),
        RULE[system].unit,
        group.stock > 0 && !group.there ? at(group.stock) : null,
        bar < 0 ? null : bar + 1,
        group.there ? words.yes : words.no,
        words.part(cut.run.part),
      ]
    }),
  )

/** Every hole to make as a row of cells, numbered as on the sheet. */
export const holeRows = (
  holes: readonly Hole[],
  system: UnitSystem,
  words: { role: (hole: Hole) => string; cutter: (hole: Hole) => string; clock: (hour: number) => string; seal: (hole: Hole) => string },
): Cell[][] =>
  holes.map((hole, i) => [
    i + 1,
    hole.of.name,
    words.role(hole),
    hole.count,
    hole.diameter > 0 ? measured(hole.diameter, system) : null,
    hole.of.kind === 'vessel' || hole.above > 0 ? measured(hole.above, system) : null,
    hole.belowRim === undefined ? null : measured(hole.belowRim, system),
    RULE[system].unit,
    words.cutter(hole),
    hole.clock === undefined ? null : words.clock(hole.clock),
    hole.seal ? words.seal(hole) : null,
  ])
