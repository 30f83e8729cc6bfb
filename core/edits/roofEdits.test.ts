import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { assess } from '../assess'
import { tanneryRow, withyHard } from '../demo'
import { brokenReferences } from '../path/waterPath'
import { parseInput, scheme as schemeSchema, type Scheme } from '../scheme'
import { FOOT } from '../units/constants'
import { addOutlet, carryAcross, collectAt, moveHighPoint, moveOutlet, removeOutlet, setHighPoints, slopeAllTo } from './gutterEdits'
import { addSection, chooseRoof, longestEave, removeSection, setOutline } from './roofEdits'

const boathouse = withyHard().schemes[0]!
const found = tanneryRow().schemes[1]!
const NAMES = { only: 'Roof', front: 'Front', back: 'Back', right: 'Right', left: 'Left', first: 'First', second: 'Second' }

/** A scheme that is valid, whose parts hold together, and that can be assessed. */
function sound(scheme: Scheme) {
  expect(parseInput(schemeSchema, JSON.parse(JSON.stringify(scheme)))).toBeTruthy()
  expect(brokenReferences(scheme)).toEqual([])
  return assess(scheme)
}
const collected = (scheme: Scheme) => sound(scheme).lines.reduce((sum, { roofArea }) => sum + roofArea.value, 0)

describe('another roof', () => {
  const measures = { length: 9, width: 6, leg: 4 }
  it.each([
    ['single-slope', 1, 1, 54],
    ['lean-to', 1, 1, 54],
    ['flat', 1, 1, 54],
    ['gable', 2, 2, 27],
    ['tunnel', 2, 2, 27],
    ['hip', 4, 2, 27],
    ['l-shaped', 2, 1, 9 * 6 + 18 + 4 * 6 + 18],
  ] as const)('%s: %d sections over %d gutters, %d m² to the store (geometry)', (shape, sections, gutters, area) => {
    const next = chooseRoof(boathouse, { shape, ...measures }, NAMES)
    expect(next.sections).toHaveLength(sections)
    expect(next.gutters).toHaveLength(gutters)
    expect(collected(next)).toBeCloseTo(area, 9)
  })
  it('keeps cover, pitch, pipe, store and what is drawn', () => {
    const next = chooseRoof(boathouse, { shape: 'gable', ...measures }, NAMES)
    expect(next.sections.map(({ cover, pitch }) => [cover, pitch])).toEqual([
      ['metal', 14],
      ['metal', 14],
    ])
    expect(next.stores).toEqual(boathouse.stores)
    expect(next.demands).toEqual(boathouse.demands)
    expect(assess(next).lines[0]!.left.value).toBeCloseTo(assess(boathouse).lines[0]!.left.value, 9)
  })
  it('leaves no pipe behind that nothing leads into', () => {
    const gable = chooseRoof(boathouse, { shape: 'gable', ...measures }, NAMES)
    const flat = chooseRoof(gable, { shape: 'flat', ...measures }, NAMES)
    expect(flat.drops.map(({ id }) => id)).toEqual(['river-drop'])
  })
  it('that is none is refused, and nothing has changed', () => {
    const before = JSON.stringify(boathouse)
    expect(() => chooseRoof(boathouse, { shape: 'hip', length: 4, width: 9, leg: 0 }, NAMES)).toThrow(/^a hip roof should not be wider/)
    expect(JSON.stringify(boathouse)).toBe(before)
  })
  it('holds together whatever its measures', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('single-slope' as const, 'gable' as const, 'hip' as const, 'tunnel' as const, 'l-shaped' as const),
        fc.double({ min: 6, max: 60, noNaN: true }),
        fc.double({ min: 1, max: 6, noNaN: true }),
        fc.double({ min: 1, max: 30, noNaN: true }),
        (shape, length, width, leg) => {
          const next = chooseRoof(boathouse, { shape, length, width, leg }, NAMES)
          const whole = sound(next).sections.reduce((sum, { area }) => sum + area, 0)
          const flat = shape === 'l-shaped' ? length * width + leg * width + width ** 2 : length * width
          expect(whole).toBeCloseTo(flat, 6)
        },
      ),
      { numRuns: 60 },
    )
  })
})

describe('sections', () => {
  it('a longer eave takes its gutter along, and the outlet at its end', () => {
    const next = setOutline(boathouse, 'river', { kind: 'rectangle', along: 13, across: 3.6 })
    expect(next.gutters[0]).toMatchObject({ length: 13 })
    expect(next.gutters[0]!.outlets[0]!.at).toBe(13)
    expect(collected(next)).toBeCloseTo(13 * 3.6, 9)
  })
  it('an eave is never told to be longer than the gutter that it takes along can be', () => {
    const two = addSection(boathouse, 'river-gutter', 'Porch')
    // The other section's eave is 4 m of it.
    expect(longestEave(two, 'river')).toBeCloseTo(496, 9)
    const next = setOutline(two, 'river', { kind: 'rectangle', along: longestEave(two, 'river'), across: 3.6 })
    expect(next.gutters[0]!.length).toBeCloseTo(500, 9)
    const onTo = { ...two, sections: two.sections.map((each) => ({ ...each, shedsTo: { kind: 'section' as const, section: 'x' } })) }
    expect(longestEave(onTo, 'river')).toBe(500)
  })
  it('a gutter with a length of its own keeps it', () => {
    const own: Scheme = { ...boathouse, gutters: boathouse.gutters.map((gutter) => ({ ...gutter, length: 14 })) }
    expect(setOutline(own, 'river', { kind: 'rectangle', along: 13, across: 3.6 }).gutters[0]!.length).toBe(14)
  })
  it('one more lies beside the others, and gone again leaves things as they were', () => {
    const more = addSection(boathouse, 'river-gutter', 'Porch')
    expect(more.gutters[0]!.length).toBeCloseTo(15.4, 9)
    expect(collected(more)).toBeCloseTo(11.4 * 3.6 + 12, 9)
    const gone = removeSection(more, more.sections.at(-1)!.id)
    expect(gone.sections).toEqual(boathouse.sections)
    expect(gone.gutters[0]!.length).toBeCloseTo(11.4, 9)
  })
  it('what drained on to a section that is taken away goes where it went', () => {
    const upper: Scheme = {
      ...boathouse,
      sections: [...boathouse.sections, { ...boathouse.sections[0]!, id: 'upper', shedsTo: { kind: 'section', section: 'river' } }],
    }
    expect(collected(upper)).toBeCloseTo(2 * 11.4 * 3.6, 9)
    const next = removeSection(upper, 'river')
    expect(next.sections.find(({ id }) => id === 'upper')!.shedsTo).toEqual({ kind: 'gutter', gutter: 'river-gutter' })
    sound(next)
  })
  it('the last one stays', () => {
    const one: Scheme = { ...boathouse, sections: [boathouse.sections[0]!] }
    expect(removeSection(one, 'river')).toBe(one)
  })
})

describe('gutters', () => {
  const area = collected(found)
  it('a high point moved brings the roof of its new stretch', () => {
    const next = moveHighPoint(found, 'yard-gutter', 0, 20 * FOOT)
    expect(collected(next)).toBeCloseTo((58.5 - 20) * 16 * FOOT ** 2, 4)
    expect(collected(next)).toBeGreaterThan(area)
  })
  it('outlets and high points are held between the ends', () => {
    expect(moveOutlet(found, 'yard-outlet', 99).gutters[0]!.outlets[1]!.at).toBeCloseTo(58.5 * FOOT, 3)
    expect(moveHighPoint(found, 'yard-gutter', 0, -3).gutters[0]!.highPoints).toEqual([0])
    expect(setHighPoints(found, 'yard-gutter', [9, 3]).gutters[0]!.highPoints).toEqual([3, 9])
  })
  it('sloped all one way, the other hole and its pipe are gone', () => {
    const next = slopeAllTo(found, 'yard-gutter', 'yard-outlet', 0.004)
    expect(next.gutters[0]).toMatchObject({ highPoints: [], fall: 0.004 })
    expect(next.drops.map(({ id }) => id)).toEqual(['yard-drop'])
    expect(collected(next)).toBeCloseTo(58.5 * 16 * FOOT ** 2, 6)
  })
  it('carried across, both ends come to the one store', () => {
    const next = carryAcross(found, 'street-outlet', 'yard-outlet', 0.02)
    expect(next.drops.find(({ id }) => id === 'street-drop')!.end).toEqual({ kind: 'drop', drop: 'yard-drop' })
    expect(collected(next)).toBeCloseTo(58.5 * 16 * FOOT ** 2, 6)
  })
  it('a second store is like the first, with a tap of its own and its own overflow', () => {
    const next = collectAt(found, 'street-outlet', 'yard-drop', 'Street tote')
    const { lines } = sound(next)
    expect(lines).toHaveLength(2)
    expect(next.taps).toHaveLength(2)
    expect(next.overflows.map(({ from }) => from.vessel)).toEqual(['tote', 'tote-2'])
    expect(lines[1]!.usable.volume).toBeCloseTo(lines[0]!.usable.volume, 9)
  })
  it('one outlet more has a pipe of its own; closed again, the pipe goes too, and the last stays open', () => {
    const more = addOutlet(found, 'yard-gutter', 5, 'New')
    expect(more.drops).toHaveLength(3)
    sound(more)
    const gone = removeOutlet(more, more.gutters[0]!.outlets.at(-1)!.id)
    expect(gone.drops).toHaveLength(2)
    const last = removeOutlet(boathouse, 'river-outlet')
    expect(last.gutters[0]!.outlets).toHaveLength(1)
  })
  it('name what they cannot find', () => {
    expect(() => moveOutlet(found, 'pond', 1)).toThrow(/pond/)
    expect(() => setHighPoints(found, 'pond', [])).toThrow(/pond/)
    expect(() => moveHighPoint(found, 'yard-gutter', 4, 1)).toThrow(/high point 4/)
    expect(() => collectAt(found, 'street-outlet', 'street-drop', 'X')).toThrow(/street-drop/)
  })
})
