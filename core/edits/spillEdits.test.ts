import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { assess } from '../assess'
import { planBuild, plainPartsInputs } from '../build'
import { tanneryRow } from '../demo'
import { buildWaterPath } from '../path'
import { parseInput, scheme as schemeSchema } from '../scheme'
import { leadOverflow, pipesOnward } from './spillEdits'

const tote = () => tanneryRow().schemes[0]!

describe('an overflow', () => {
  it('led into a pipe that is put up for it is drawn, cut and bought with that pipe, and reaches it', () => {
    const led = leadOverflow(tote(), 'over', { kind: 'new', name: 'New downspout' })
    expect(parseInput(schemeSchema, JSON.parse(JSON.stringify(led)))).toBeTruthy()
    const { path, findings } = assess(led)
    expect(findings.filter(({ severity }) => severity === 'stops')).toEqual([])
    const pipe = path.layout.pipes.get('pipe')!
    const run = path.layout.runs.get('overflow:over')!
    const end = run.points.at(-1)!
    expect([end.x, end.y]).toEqual([expect.closeTo(pipe.axis.x, 9), expect.closeTo(pipe.axis.y, 9)])
    // Beside the tote, on its wall.
    expect(pipe.axis.x).toBeGreaterThan(path.layout.vessels.get('tote')!.foot.x + path.layout.vessels.get('tote')!.half.width)
    const { bill, groups } = planBuild(path, plainPartsInputs('imperial'))
    expect(bill.lines.some(({ parts }) => parts.includes('drop:pipe'))).toBe(true)
    expect(groups.flatMap(({ cuts }) => cuts).length).toBeGreaterThan(2)
  })
  it('is not led into a pipe whose water comes back to it', () => {
    expect(pipesOnward(tote(), 'over')).not.toContain('yard-drop')
    expect(() => leadOverflow(tote(), 'over', { kind: 'drop', drop: 'yard-drop' })).toThrow(/yard-drop/)
    const stack = ARRANGEMENTS[13]!()
    expect(pipesOnward(stack, 'over')).toEqual(['new-drop'])
  })
  it('led to the ground again ends as far off as before, and well off where it ended elsewhere', () => {
    const there = leadOverflow(tote(), 'over', { kind: 'ground', where: 'lawn' })
    expect(there.overflows[0]!.to).toEqual({ kind: 'ground', where: 'lawn', wallDistance: 3.2 })
    const back = leadOverflow(leadOverflow(tote(), 'over', { kind: 'new', name: 'N' }), 'over', { kind: 'ground', where: 'bed' })
    expect(back.overflows[0]!.to).toEqual({ kind: 'ground', where: 'bed', wallDistance: 3 })
    expect(buildWaterPath(back).layout.runs.get('overflow:over')!.points.at(-1)!.y).toBeCloseTo(3, 9)
  })
})
