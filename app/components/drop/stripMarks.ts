import type { Say } from '~/locales/messageIds'
import type { AssessedLine } from '#core/assess'
import type { CutSheet, StripMark } from '#core/levels'
import type { Hole } from '#core/build'
import type { PortRole } from '#core/scheme'
import { fine, length } from '#core/units/quantity'

/** Marks of a pipe: saw lines or the hole, with the heights that they hang together with. */
export function pipeMarks({ line }: AssessedLine, sheet: CutSheet, say: Say): StripMark[] {
  const { heights, intake } = line
  const at = (height: number) => ({ at: length(height) })
  const mark = (
    height: number,
    id: 'rim' | 'drill' | 'end' | 'upper' | 'lower' | 'lip' | 'spout',
    kind: StripMark['kind'],
    hole = 0,
  ): StripMark => ({
    at: height,
    text: say(`strip.${id}`, { ...at(height), ...(hole > 0 ? { hole: length(hole) } : {}) }),
    kind,
    hole,
  })
  // A rim far from the cut would only make the strip longer.
  const near = Math.abs(heights.rim - sheet.upper) < 0.25
  const hoseFrom = heights.hoseFrom
  return [
    ...(near ? [mark(heights.rim, 'rim', 'edge')] : []),
    ...(sheet.hole !== undefined
      ? [mark(sheet.upper, 'drill', 'cut', sheet.hole)]
      : sheet.lower === undefined
        ? [mark(sheet.upper, 'end', 'cut')]
        : [mark(sheet.upper, 'upper', 'cut'), mark(sheet.lower, 'lower', 'cut')]),
    ...(heights.cut ? [mark(heights.cut.lip, 'lip', 'level')] : []),
    ...(hoseFrom !== undefined && intake.device?.kind !== 'push-in' ? [mark(hoseFrom, 'spout', 'edge')] : []),
  ]
}

/** Holes in the side of the vessel, as the list of holes has them, by their centres above its foot; the lid's opening is cut from above. */
export function portMarks({ line }: AssessedLine, holes: readonly Hole[], say: Say): StripMark[] {
  const { vessel } = line.intake
  const marks = holes
    .filter(({ of, belowRim }) => of.kind === 'vessel' && of.id === vessel.id && belowRim !== undefined)
    .map(({ role, above, diameter }): StripMark => ({
      at: above,
      // A hole in a vessel is one of its ports.
      text: say('strip.port', { role: say(`role.${role as PortRole}`), at: length(above), hole: fine(diameter) }),
      kind: 'port',
      hole: diameter,
    }))
  return [...marks, { at: vessel.body.rim, text: say('strip.rim', { at: length(vessel.body.rim) }), kind: 'edge', hole: 0 }]
}
