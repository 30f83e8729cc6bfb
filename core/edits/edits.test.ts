import { describe, expect, it } from 'vitest'
import { produce } from 'immer'
import { tanneryRow, withyHard } from '../demo'
import { brokenReferences, jobProblems } from '../path'
import { assess } from '../assess'
import { cutMarks } from '../levels/cutMarks'
import { parseInput, scheme as schemeSchema } from '../scheme'
import { CATALOGUE } from '../vessel/catalogue'
import { baseHeight } from '../layout'
import { ARRANGEMENTS } from '../arrangements'
import { setStand } from './baseEdits'
import { addOutlet, carryAcross, removeOutlet, slopeAllTo } from './gutterEdits'
import { addOverflow, chooseVessel, freshId, setMark } from './schemeEdits'
import { addVessel, arrangeStore } from './storeEdits'
import { fitRecipe } from './trainRecipes'

const start = withyHard().schemes[0]!

describe('edits', () => {
  it.each(CATALOGUE)('$key in place of the butt is valid, with the trough under its rim', ({ key: _, ...vessel }) => {
    const next = chooseVessel(start, 'butt', vessel)
    expect(parseInput(schemeSchema, JSON.parse(JSON.stringify(next)))).toBeTruthy()
    const { heights } = assess(next).lines[0]!.line
    expect(heights.cut!.mark).toBeCloseTo(cutMarks('rim-rule', heights.rim).upper, 9)
    expect(heights.cut!.spigot).toBeGreaterThan(heights.inlet)
  })
  it('the other filling and back is a self-levelling butt again', () => {
    const wants = { flow: 0.855e-3, flush: 0, run: 1, system: 'metric' as const }
    const full = fitRecipe(start, 'river-drop', 'butt', 'full-take', wants)
    expect(full.drops[0]!.end.kind).toBe('vessel')
    expect(full.overflows).toHaveLength(1)
    const back = fitRecipe(full, 'river-drop', 'butt', 'ring-trough', wants)
    expect(back.overflows).toHaveLength(0)
    expect(assess(back).lines[0]!.usable.topBy).toBe('diverter')
    expect(parseInput(schemeSchema, JSON.parse(JSON.stringify(back)))).toBeTruthy()
  })
  it.each(['push-in', 'twist', 'flap', 'float-shut'] as const)('another vessel brings its %s along with its rim', (recipe) => {
    const fitted = fitRecipe(start, 'river-drop', 'butt', recipe, { flow: 0.855e-3, flush: 0, run: 1, system: 'metric' })
    const { key: _, ...lower } = CATALOGUE.find(({ key }) => key === 'butt-100')!
    const next = chooseVessel(fitted, 'butt', lower)
    const height = (scheme: typeof start) =>
      scheme.drops[0]!.devices.flatMap((device) => (device.kind === recipe ? [device.height] : []))[0]!
    const rim = (scheme: typeof start) => scheme.stores[0]!.vessels[0]!.body.rim
    expect(height(fitted) - height(next)).toBeCloseTo(rim(fitted) - rim(next), 9)
    expect(rim(next)).toBeLessThan(rim(fitted))
  })
  it('a trough fitted to the upper of two stacked vessels stands at the rim of the upper one', () => {
    const high = {
      ...start,
      gutters: start.gutters.map((gutter) => ({ ...gutter, outlets: gutter.outlets.map((each) => ({ ...each, height: 4 })) })),
    }
    const stacked = arrangeStore(addVessel(high, 'butt-store'), 'butt-store', 'stacked')
    const top = stacked.stores[0]!.vessels.at(-1)!
    const fitted = fitRecipe(stacked, 'river-drop', top.id, 'ring-trough', { flow: 0.855e-3, flush: 0, run: 1, system: 'metric' })
    const { heights } = assess(fitted).lines.find(({ line }) => line.intake.vessel.id === top.id)!.line
    const [lower] = stacked.stores[0]!.vessels
    expect(heights.foot).toBeCloseTo(baseHeight(lower!.base) + lower!.body.height, 9)
    expect(heights.cut!.mark).toBeCloseTo(cutMarks('rim-rule', heights.rim).upper, 9)
    expect(heights.inlet).toBeGreaterThan(heights.foot)
    expect(heights.cut!.spigot).toBeGreaterThan(heights.inlet)
  })
  it('leave what they were given alone', () => {
    const before = JSON.stringify(start)
    setStand(start, 'butt', 0.3)
    setMark(start, 'river-drop', 1.2)
    expect(JSON.stringify(start)).toBe(before)
  })
  it('name what they cannot find', () => {
    expect(() => setStand(start, 'pond', 1)).toThrow(/pond/)
    expect(() => setMark(start, 'lane-drop', 1)).toThrow(/lane-drop/)
  })
  it('find an id that is free', () => {
    expect(freshId('a', [{ id: 'a' }, { id: 'a-2' }])).toBe('a-3')
  })
})

describe('pipes that nothing leads into any more', () => {
  it('go with the outlet that led into them, and those that another pipe, its winter shut-off or an overflow leads into stay', () => {
    const stacked = addOutlet(ARRANGEMENTS[13]!(), 'gutter', 1, 'Second')
    const second = stacked.gutters[0]!.outlets.at(-1)!
    expect(stacked.drops.map(({ id }) => id)).toEqual(['drop', 'new-drop', second.drop])
    for (const after of [removeOutlet(stacked, second.id), slopeAllTo(stacked, 'gutter', stacked.gutters[0]!.outlets[0]!.id, 0.003)]) {
      expect(after.drops.map(({ id }) => id)).toEqual(['drop', 'new-drop'])
      expect(jobProblems({ ...withyHard(), schemes: [after] })).toEqual([])
    }
  })
  it('stay while another pipe is led across into them, and go with it', () => {
    const three = addOutlet(addOutlet(withyHard().schemes[0]!, 'river-gutter', 1, 'Second'), 'river-gutter', 2, 'Third')
    const [second, third] = three.gutters.find(({ id }) => id === 'river-gutter')!.outlets.slice(-2)
    const across = removeOutlet(carryAcross(three, third!.id, second!.id, 0.01), second!.id)
    expect(across.drops.map(({ id }) => id)).toContain(second!.drop)
    expect(brokenReferences(across)).toEqual([])
    const none = removeOutlet(across, third!.id)
    expect(none.drops).toEqual(start.drops)
  })
})

describe('an overflow more', () => {
  it('takes a hole that no other has, by whatever name, and makes one where there is none', () => {
    const named = produce(tanneryRow().schemes[0]!, (draft) => {
      draft.stores[0]!.vessels[0]!.ports.find(({ id }) => id === 'over')!.id = 'way-out'
      draft.overflows = []
    })
    const once = addOverflow(named, 'tote')
    expect(once.overflows.map(({ from, bore }) => [from.port, bore])).toEqual([['way-out', 0.0525]])
    const twice = addOverflow(once, 'tote')
    expect(twice.overflows.map(({ from }) => from.port)).toEqual(['way-out', 'over'])
    expect(brokenReferences(twice)).toEqual([])
  })
})
