import type { ToldValues } from '#core/figures/told'
import type { AssessedLine } from '#core/assess'
import type { CutSheet, StripMark } from '#core/levels'
import { length } from '#core/units/quantity'

type Say = (id: string, values?: ToldValues) => string

/** Marks of a pipe: saw lines or the hole, with the heights that they hang together with. */
export function pipeMarks({ line }: AssessedLine, sheet: CutSheet, say: Say): StripMark[] {
  const { heights, intake } = line
  const at = (height: number) => ({ at: length(height) })
  const mark = (height: number, id: string, kind: StripMark['kind'], hole = 0): StripMark => ({
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

/** Holes of the vessel by their centres above its foot, to be hung on it; the lid's opening is cut from above. */
export function portMarks({ line }: AssessedLine, say: Say): StripMark[] {
  const { vessel } = line.intake
  const holes = vessel.ports
    .filter(({ role }) => role !== 'lid' && role !== 'vent')
    .map(({ role, at, bore }): StripMark => {
      // Overflows and links are told by their inverts; a saw is set on the centre.
      const centre = role === 'overflow' || role === 'link' ? at + bore / 2 : at
      return {
        at: centre,
        text: say('strip.port', { role: say(`role.${role}`), at: length(centre), hole: length(bore) }),
        kind: 'port',
        hole: bore,
      }
    })
  return [...holes, { at: vessel.body.rim, text: say('strip.rim', { at: length(vessel.body.rim) }), kind: 'edge', hole: 0 }]
}
