import { describe, expect, it } from 'vitest'
import { assess } from '#core/assess'
import { plainPartsInputs, planBuild } from '#core/build'
import { withyHard } from '#core/demo'
import { fitRecipe, type TrainRecipe } from '#core/edits'
import { cutSheet } from '#core/levels'
import { showText } from '#core/units/format'
import type { ToldValues } from '#core/figures/told'
import { pipeMarks, portMarks } from './stripMarks'

const say = (id: string, values: ToldValues = {}) =>
  `${id} ${Object.values(values)
    .map((value) => (typeof value === 'object' && 'kind' in value ? showText(value, { system: 'metric', terms: 'en-GB' }) : value))
    .join(' ')}`
const fitted = (recipe: TrainRecipe) => {
  const { lines, path } = assess(
    fitRecipe(withyHard().schemes[0]!, 'river-drop', 'butt', recipe, { flow: 0.855e-3, flush: 0.02, run: 1.5, system: 'metric' }),
  )
  const [line] = lines
  const { drop, device } = line!.line.intake
  return { line: line!, sheet: device && cutSheet(drop, device, 0.0015), holes: planBuild(path, plainPartsInputs('metric')).holes }
}

describe('marks of a pipe', () => {
  it('of a ring trough: rim, both cuts, lip and spout, at the heights of the cut sheet', () => {
    const { line, sheet } = fitted('ring-trough')
    const marks = pipeMarks(line, sheet!, say)
    expect(marks.filter(({ kind }) => kind === 'cut').map(({ at }) => at)).toEqual([sheet!.upper, sheet!.lower])
    expect(marks.map(({ text }) => text.split(' ')[0])).toEqual(['strip.rim', 'strip.upper', 'strip.lower', 'strip.lip', 'strip.spout'])
    expect(marks.find(({ kind }) => kind === 'level')!.at).toBeCloseTo(line.line.heights.cut!.lip, 12)
  })
  it('of a funnel: one hole, at its size', () => {
    const { line, sheet } = fitted('push-in')
    const marks = pipeMarks(line, sheet!, say)
    expect(marks.filter(({ hole }) => hole > 0)).toEqual([expect.objectContaining({ kind: 'cut', hole: 0.054, at: sheet!.upper })])
  })
  it('a rim that is far off is left out, so that the strip stays short', () => {
    const { line, sheet } = fitted('twist')
    const far = { ...line, line: { ...line.line, heights: { ...line.line.heights, rim: sheet!.upper - 0.6 } } }
    expect(pipeMarks(far, sheet!, say).some(({ text }) => text.startsWith('strip.rim'))).toBe(false)
  })
  it('a pipe that simply ends is marked once', () => {
    const { line } = fitted('flush-ball')
    const end = cutSheet(line.line.intake.drop, line.line.flush!, 0.0015, 1.53)!
    expect(pipeMarks(line, end, say).filter(({ kind }) => kind === 'cut')).toHaveLength(1)
  })
})

describe('holes of a vessel', () => {
  it('by their centres: an overflow is told by its invert and sawn on its middle', () => {
    const { line, holes } = fitted('push-in')
    const marks = portMarks(line, holes, say)
    const port = (role: string) => line.line.intake.vessel.ports.find((each) => each.role === role)!
    const over = marks.find(({ text }) => text.includes('role.overflow'))!
    expect(over.at).toBeCloseTo(port('overflow').at + port('overflow').bore / 2, 12)
    expect(marks.find(({ text }) => text.includes('role.inlet'))!.at).toBe(port('inlet').at)
    expect(marks.find(({ kind }) => kind === 'edge')!.at).toBe(line.line.intake.vessel.body.rim)
  })
  it('the lid’s opening is not among them: it is cut from above', () => {
    const { line, holes } = fitted('full-take')
    expect(portMarks(line, holes, say).some(({ text }) => text.includes('role.lid'))).toBe(false)
  })
})
