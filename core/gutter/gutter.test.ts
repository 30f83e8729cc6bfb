import { describe, expect, it } from 'vitest'
import { gutter, outlet, roof } from '../arrangements/parts'
import { depthFactor, designCapacity, gutterSection, lengthFactor, nominalCapacity } from './capacity'
import fc from 'fast-check'
import { FOOT, INCH } from '../units/constants'
import { insideArea } from '../roof/sectionPlan'
import { bendsAlong, eavesAlong, placeSections, pointAlong, shareOver, stripOver } from './alongEave'
import { boardRoom, fallOver, longestLeg, longestRun } from './boardRoom'
import { outletShares } from './outletShares'
import { GUTTER_SIZES, sizeOf } from './profiles'
import { bracketPlaces, gutterParts, jointPlaces, stringLine } from './stringLine'

const half = { profile: 'half-round', width: 0.112, sole: 0, depth: 0.056, fall: 0 } as const

describe('capacity', () => {
  it('half-round-112: short and level (EN 12056-3:2000 section 5.1)', () => {
    expect(gutterSection(half) * 1e6).toBeCloseTo(4926.017280828795, 3)
    expect(nominalCapacity(half) * 1e3).toBeCloseTo(1.1472675494903641, 3)
    expect(designCapacity(half, 2) * 1e3).toBeCloseTo(1.0325407945413276, 3)
  })
  it('gutter-depth-factor: half and three tenths as deep as wide (free outfall of a level rectangular channel)', () => {
    expect(depthFactor(0.5, 1)).toBeCloseTo(0.8408964152537145, 9)
    expect(depthFactor(0.3, 1)).toBeCloseTo(0.7400828044922853, 9)
  })
  it('a steeper gutter never carries less', () => {
    for (let ratio = 40; ratio <= 600; ratio += 20)
      for (let fall = 0.001; fall <= 0.02; fall += 0.001)
        expect(lengthFactor(ratio, fall)).toBeGreaterThanOrEqual(lengthFactor(ratio, fall - 0.001) - 1e-12)
  })
})

describe('outlets', () => {
  const of = (...parts: Parameters<typeof gutter>) =>
    outletShares(gutter(...parts)).map(({ outlet: { id }, from, to, legs }) => [id, from, to, legs])
  it('one takes all', () => {
    expect(of('g', 'G', 10, [outlet('a', 10, 2, 'd')])).toEqual([['a', 0, 10, [10]]])
  })
  it('the water divides at the high point', () => {
    expect(of('g', 'G', 10, [outlet('a', 0, 2, 'd'), outlet('b', 10, 2, 'd')], { highPoints: [4] })).toEqual([
      ['a', 0, 4, [4]],
      ['b', 4, 10, [6]],
    ])
  })
  it('and half-way between the outlets of a level run', () => {
    expect(of('g', 'G', 10, [outlet('a', 0, 2, 'd'), outlet('b', 6, 2, 'd')], { fall: 0 })).toEqual([
      ['a', 0, 3, [3]],
      ['b', 3, 10, [3, 4]],
    ])
  })
  it('on a fall every hole takes what comes down to it, and hands on to the next', () => {
    const outlets = [outlet('high', 2, 2.04, 'd'), outlet('low', 7, 2.01, 'd'), outlet('right', 9, 2.02, 'd')]
    expect(of('g', 'G', 10, outlets, { fall: 0.005 })).toEqual([
      ['high', 0, 2, [2]],
      ['low', 2, 9, [5, 2]],
      ['right', 9, 10, [1]],
    ])
    expect(outletShares(gutter('g', 'G', 10, outlets, { fall: 0.005 })).map(({ onward }) => onward)).toEqual(['low', undefined, 'low'])
  })
  it('a stretch without an outlet gives nothing', () => {
    expect(of('g', 'G', 10, [outlet('b', 10, 2, 'd')], { highPoints: [4] })).toEqual([['b', 4, 10, [6]]])
  })
  it('an outlet past the end is named', () => {
    expect(() => outletShares(gutter('g', 'G', 5, [outlet('far', 9, 2, 'd')]))).toThrow(/far/)
  })
})

describe('board and fall', () => {
  it('frown-fall: 1 in over 11 ft is 7.576 mm/m (arithmetic; common practice, no published source)', () => {
    expect(fallOver(INCH, 11 * FOOT) * 1000).toBeCloseTo(7.575757575757575, 9)
  })
  it('board-room: longest one-way run for the board behind it (geometry)', () => {
    const board = { board: 0.18, depth: 0.075, clearance: 0.025 }
    expect([0.005, 0.01, 0.02].map((fall) => longestRun(board, fall))).toEqual([16, 8, 4].map((run) => expect.closeTo(run, 9)))
    expect(boardRoom(board)).toBeCloseTo(0.08, 12)
  })
  it('a board that does not even take the gutter allows no run, and a level one any', () => {
    expect(longestRun({ board: 0.06, depth: 0.075, clearance: 0.025 }, 0.005)).toBe(0)
    expect(longestRun({ board: 0.18, depth: 0.075, clearance: 0.025 }, 0)).toBe(Infinity)
  })
  it('the longest leg is the farther side of the outlet', () => {
    expect(longestLeg(gutter('g', 'G', 10, [outlet('a', 3, 2, 'd')]))).toBe(7)
  })
  it.each([
    [-1, 2],
    [1, 0],
  ])('refuses a drop of %d over %d', (drop, run) => expect(() => fallOver(drop, run)).toThrow(RangeError))
})

describe('roof along the gutter', () => {
  const sections = [roof('a', 'A', 6, 3, 'g'), roof('b', 'B', 4, 2, 'g')]
  const run = gutter('g', 'G', 10, [outlet('o', 10, 2, 'd')])
  it('eaves follow one another, and a third that does not fit lies across', () => {
    expect(eavesAlong(run, [...sections, roof('c', 'C', 10, 1, 'g')]).map(({ from, to }) => [from, to])).toEqual([
      [0, 6],
      [6, 10],
      [0, 10],
    ])
  })
  it('a roof a little longer than its gutter is drawn in, so that none of it is lost', () => {
    const spans = eavesAlong({ length: 9.9 }, sections)
    expect(spans.at(-1)!.to).toBeCloseTo(9.9, 9)
    expect(spans.reduce((sum, span) => sum + shareOver(span, 0, 9.9), 0)).toBeCloseTo(2, 9)
  })
  const hip = roof('h', 'H', 1, 1, 'g', {
    outline: {
      kind: 'polygon',
      corners: [
        { x: 0, y: 0 },
        { x: 10, y: 0 },
        { x: 7, y: 3 },
        { x: 3, y: 3 },
      ],
    },
  })
  it('the end of a hip side brings less than its length says: the triangle over 3 m is 4.5 of 21 m² (geometry)', () => {
    const [span] = eavesAlong(run, [hip])
    expect(shareOver(span!, 0, 3)).toBeCloseTo(4.5 / 21, 9)
    expect(insideArea(stripOver(span!, 3, 7))).toBeCloseTo(12, 9)
  })
  it('however a run is cut, its pieces bring the whole roof between them', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 10, noNaN: true }), { maxLength: 6 }), (cuts) => {
        const ends = [0, ...cuts.toSorted((a, b) => a - b), 10]
        for (const span of eavesAlong(run, [hip])) {
          const sum = ends.slice(1).reduce((total, to, i) => total + shareOver(span, ends[i]!, to), 0)
          expect(sum).toBeCloseTo(1, 9)
        }
      }),
    )
  })
  it('finds the corner that the gutter turns', () => {
    const around = [
      roof('a', 'A', 6, 3, 'g', { place: { x: 0, y: 0, turn: 0 } }),
      roof('b', 'B', 4, 3, 'g', { place: { x: 6, y: 0, turn: -90 } }),
    ]
    const spans = eavesAlong(run, around)
    expect(bendsAlong(spans)).toEqual([6])
    expect(bendsAlong(eavesAlong(run, sections))).toEqual([])
    const places = placeSections([{ gutter: run, sections: around }])
    expect(pointAlong(spans, places, 8)).toMatchObject({ x: expect.closeTo(6, 9), y: expect.closeTo(-2, 9) })
  })
  it('lays a second gutter of the same length out as the other side of a ridge', () => {
    const places = placeSections([
      { gutter: run, sections: [roof('front', 'F', 10, 3, 'g')] },
      { gutter: { ...run, id: 'h' }, sections: [roof('back', 'B', 10, 3, 'h')] },
    ])
    expect(places.get('front')).toEqual({ x: 0, y: 0, turn: 0 })
    expect(places.get('back')).toEqual({ x: 10, y: 6, turn: 180 })
  })
  it('a corner on the way costs 15 % (EN 12056-3, from memory)', () => {
    expect(designCapacity(half, 2, true) / designCapacity(half, 2)).toBeCloseTo(0.85, 12)
  })
})

describe('brackets and pieces', () => {
  const eleven = gutter('g', 'G', 11.4, [outlet('o', 11.4, 2.31, 'd')])
  it('joints lie at the ends of bought pieces', () => {
    expect(jointPlaces(eleven)).toEqual([4, 8])
    expect(jointPlaces({ length: 8, piece: 4 })).toEqual([4])
  })
  it('no two brackets are farther apart than asked for, and each joint has one on both sides', () => {
    const places = bracketPlaces(eleven)
    places.slice(1).forEach((at, i) => expect(at - places[i]!).toBeLessThanOrEqual(1 + 1e-9))
    for (const joint of jointPlaces(eleven)) {
      expect(places.some((at) => at < joint && at > joint - 0.2)).toBe(true)
      expect(places.some((at) => at > joint && at < joint + 0.2)).toBe(true)
    }
  })
  it('the string line falls by the run times the fall', () => {
    const line = stringLine(eleven)
    expect(line.at(-1)!.below - line[0]!.below).toBeCloseTo((line.at(-1)!.at - line[0]!.at) * 0.005, 12)
    expect(line[0]!.below).toBeCloseTo(line[0]!.at * 0.005, 12)
  })
  it('two sides of one outlet meet at its depth, the longer from the level line', () => {
    const line = stringLine(gutter('g', 'G', 10, [outlet('o', 7, 2, 'd')], { fall: 0.01 }))
    expect(Math.max(...line.map(({ below }) => below))).toBeLessThanOrEqual(0.07)
    expect(line[0]!.below).toBeCloseTo(line[0]!.at * 0.01, 9)
    expect(line.at(-1)!.below).toBeCloseTo(0.07 - (line.at(-1)!.at - 7) * 0.01, 9)
  })
  it('counts pieces, and gives plastic room to grow 14 mm in 4 m over 50 °C (3–4 mm a metre is common practice)', () => {
    expect(gutterParts(eleven, 0)).toMatchObject({ pieces: 3, joints: 2, stopEnds: 2, outlets: 1, gap: expect.closeTo(0.014, 9) })
    expect(gutterParts({ ...eleven, material: 'metal' }, 1)).toMatchObject({ gap: 0, joints: 4, bends: 1 })
  })
})

describe('sizes', () => {
  it('each is found again by its measures', () => {
    for (const size of GUTTER_SIZES) {
      const found = sizeOf(
        gutter('g', 'G', 5, [outlet('o', 5, 2, 'd')], { profile: size.profile, width: size.width, sole: size.sole, depth: size.depth }),
      )
      expect(found?.width).toBeCloseTo(size.width, 9)
      expect(found?.profile).toBe(size.profile)
    }
  })
})
