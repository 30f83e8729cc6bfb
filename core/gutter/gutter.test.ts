import { describe, expect, it } from 'vitest'
import { gutter, outlet, roof } from '../arrangements/parts'
import { depthFactor, designCapacity, gutterSection, lengthFactor, nominalCapacity } from './capacity'
import fc from 'fast-check'
import { FOOT, INCH } from '../units/constants'
import { insideArea } from '../roof/sectionPlan'
import type { Gutter, RoofSection } from '../scheme'
import { bendsAlong, eavesAlong, eaveSections, placeSections, pointAlong, shareOver, stripOver } from './alongEave'
import { boardRoom, fallOver, longestLeg, longestRun } from './boardRoom'
import { legsOf, outletShares, stretches } from './outletShares'
import { GUTTER_SIZES, sizeOf } from './profiles'
import { clippedUnderSnow } from './snow'
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
    outletShares(gutter(...parts)).map((each) => [each.outlet.id, each.from, each.to, legsOf(each).map(({ from, to }) => to - from)])
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
  it('where the rises from two outlets meet, the water divides: half-way between two of one height (two straight lines)', () => {
    const ends = (right: number) => of('g', 'G', 12, [outlet('a', 0, 2, 'd'), outlet('b', 12, right, 'd')], { fall: 0.005 })
    expect(ends(2)).toEqual([
      ['a', 0, 6, [6]],
      ['b', 6, 12, [6]],
    ])
    // 2 + 0.005 x = 2.02 + 0.005 (12 − x)
    expect(ends(2.02).map(([id, from, to]) => [id, Number(from).toFixed(9), Number(to).toFixed(9)])).toEqual([
      ['a', '0.000000000', '8.000000000'],
      ['b', '8.000000000', '12.000000000'],
    ])
    // 60 mm over 12 m is the whole fall: from there on all goes to the lower one.
    expect(ends(2.06)).toEqual([
      ['a', 0, 12, [12]],
      ['b', 12, 12, []],
    ])
  })
  it('a gutter seen in a mirror is shared alike, all of it, and no outlet hands on in a ring', () => {
    const places = fc.uniqueArray(fc.integer({ min: 0, max: 12 }), { minLength: 1, maxLength: 5 })
    const heights = fc.array(fc.integer({ min: 0, max: 6 }), { minLength: 5, maxLength: 5 })
    const highs = fc.uniqueArray(
      fc.integer({ min: 0, max: 11 }).map((at) => at + 0.5),
      { maxLength: 2 },
    )
    fc.assert(
      fc.property(places, heights, highs, fc.constantFrom(0, 0.004, 0.01), (at, high, highPoints, fall) => {
        const outlets = at.map((each, i) => outlet(`o${i}`, each, 2 + high[i]! / 100, 'd'))
        const plain = gutter('g', 'G', 12, outlets, { fall, highPoints })
        const mirrored = gutter(
          'g',
          'G',
          12,
          outlets.map((each) => ({ ...each, at: 12 - each.at })),
          { fall, highPoints: highPoints.map((each) => 12 - each) },
        )
        const shares = outletShares(plain)
        const seen = new Map(outletShares(mirrored).map((each) => [each.outlet.id, each]))
        for (const { outlet: own, from, to, onward } of shares) {
          expect(from).toBeLessThanOrEqual(own.at + 1e-9)
          expect(to).toBeGreaterThanOrEqual(own.at - 1e-9)
          const other = seen.get(own.id)!
          expect([12 - other.to, 12 - other.from].map((each) => each.toFixed(9))).toEqual([from, to].map((each) => each.toFixed(9)))
          // At a peak a hole gets nothing to hand on, whichever side it would go to.
          if (to - from > 1e-9) expect(other.onward).toBe(onward)
        }
        for (const { outlet: own } of shares) {
          const next = (id: string | undefined) => shares.find((each) => each.outlet.id === id)?.onward
          let at: string | undefined = own.id
          for (let steps = 0; at !== undefined; steps++) {
            expect(steps).toBeLessThan(shares.length)
            at = next(at)
          }
        }
        // The string line falls where the water does: as far as a bracket is nearer to the outlet, it hangs lower.
        const line = stringLine(plain)
        for (const { outlet: own, from, to } of shares)
          for (const leg of [line.filter(({ at }) => at > from && at < own.at), line.filter(({ at }) => at > own.at && at < to)])
            for (const { at, below } of leg.slice(1)) {
              const nearer = Math.abs(leg[0]!.at - own.at) - Math.abs(at - own.at)
              expect(below - leg[0]!.below).toBeCloseTo(fall * nearer, 9)
            }
        const reached = stretches(plain).filter(({ outlets: own }) => own.length > 0)
        const sum = (all: { from: number; to: number }[]) => all.reduce((long, { from, to }) => long + to - from, 0)
        expect(sum(shares)).toBeCloseTo(sum(reached), 9)
      }),
      { numRuns: 200 },
    )
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

describe('what lies along an eave', () => {
  it('only sections that shed into a gutter are its own, in their order', () => {
    const { sections } = {
      sections: [
        roof('a', 'A', 4, 3, 'g'),
        roof('b', 'B', 4, 3, 'h'),
        roof('c', 'C', 4, 3, 'g'),
        roof('d', 'D', 4, 3, 'g', { shedsTo: { kind: 'section', section: 'a' } }),
      ],
    }
    expect(eaveSections({ sections }, 'g').map(({ id }) => id)).toEqual(['a', 'c'])
  })
  it('a stretch that begins along the eave gets the strip from there: of the second half of an eave, half of the roof', () => {
    const [, second] = eavesAlong({ length: 10 }, [roof('a', 'A', 4, 3, 'g'), roof('b', 'B', 6, 3, 'g')])
    expect(shareOver(second!, 7, 10)).toBeCloseTo(0.5, 12)
    expect(
      stripOver(second!, 7, 10)
        .map(({ x }) => x)
        .toSorted((a, b) => a - b),
    ).toEqual([3, 3, 6, 6])
  })
  it('houses that are no two sides of one ridge are laid apart, each behind the roof before it', () => {
    const run = gutter('g', 'G', 10, [outlet('o', 10, 2, 'd')])
    const places = placeSections([
      { gutter: run, sections: [roof('front', 'F', 10, 3, 'g')] },
      { gutter: { ...run, id: 'h', length: 5 }, sections: [roof('shed', 'S', 5, 2, 'h')] },
      { gutter: { ...run, id: 'i', length: 8 }, sections: [roof('barn', 'B', 8, 4, 'i')] },
    ])
    expect([...places.values()]).toEqual([
      { x: 0, y: 0, turn: 0 },
      { x: 0, y: 3 + 1.5, turn: 0 },
      { x: 0, y: 3 + 1.5 + 2 + 1.5, turn: 0 },
    ])
  })
  it('a corner is a turn of more than ten degrees, whichever way round it is told (EN 12056-3, from memory)', () => {
    const turned = (...turns: number[]) =>
      bendsAlong(
        eavesAlong(
          { length: 8 },
          turns.map((turn, i) => roof(`r${i}`, 'R', 4, 3, 'g', { place: { x: 0, y: 0, turn } })),
        ),
      )
    for (const straight of [
      [0, 0],
      [0, 9],
      [355, 3],
      [-90, 270],
      [180, -180],
    ])
      expect(turned(...straight)).toEqual([])
    for (const corner of [
      [0, 11],
      [355, 10],
      [90, -90],
      [0, 90],
      [270, 0],
    ])
      expect(turned(...corner)).toEqual([4])
  })
  it('the other side of a ridge takes no room of its own: what comes next lies behind both', () => {
    const run = gutter('g', 'G', 10, [outlet('o', 10, 2, 'd')])
    const places = placeSections([
      { gutter: run, sections: [roof('front', 'F', 10, 3, 'g')] },
      { gutter: { ...run, id: 'h' }, sections: [roof('back', 'B', 10, 4, 'h')] },
      { gutter: { ...run, id: 'i' }, sections: [roof('next', 'N', 10, 2, 'i')] },
    ])
    expect(places.get('back')).toEqual({ x: 10, y: 7, turn: 180 })
    expect(places.get('next')).toEqual({ x: 0, y: 8.5, turn: 0 })
  })
  it('a gutter that is a good deal shorter is no other side', () => {
    const run = gutter('g', 'G', 10, [outlet('o', 10, 2, 'd')])
    const second = (length: number) =>
      placeSections([
        { gutter: run, sections: [roof('front', 'F', 10, 3, 'g')] },
        { gutter: { ...run, id: 'h', length }, sections: [roof('back', 'B', length, 3, 'h')] },
      ]).get('back')!.turn
    expect([second(9.7), second(9.4), second(10.4), second(10.7)]).toEqual([180, 0, 180, 0])
  })
  it('outlets are taken in the order in which they lie, however they are listed', () => {
    const of = [outlet('b', 6, 2, 'd'), outlet('c', 9, 2, 'd'), outlet('a', 0, 2, 'd')]
    expect(outletShares(gutter('g', 'G', 10, of, { fall: 0 })).map(({ outlet: { id }, from, to }) => [id, from, to])).toEqual([
      ['a', 0, 3],
      ['b', 3, 7.5],
      ['c', 7.5, 10],
    ])
  })
  it('a high point at or past an end divides nothing', () => {
    const of = (highPoints: number[]) =>
      stretches(gutter('g', 'G', 10, [outlet('o', 10, 2, 'd')], { highPoints })).map(({ from, to }) => [from, to])
    expect(of([0, 10, 12])).toEqual([[0, 10]])
    expect(of([6, 3])).toEqual([
      [0, 3],
      [3, 6],
      [6, 10],
    ])
  })
})

describe('snow on a roof', () => {
  const cold = { low: Array.from({ length: 12 }, () => -4), high: Array.from({ length: 12 }, () => 6) }
  const plastic = gutter('g', 'G', 10, [outlet('o', 10, 2, 'd')], { material: 'plastic' })
  const steep = roof('a', 'A', 10, 3, 'g', { pitch: 10 })
  it('takes down a clipped gutter under a roof it slides off, where the coldest month has a mean of one degree', () => {
    expect(clippedUnderSnow({ sections: [steep], gutters: [plastic] }, cold)).toEqual([plastic])
  })
  it('and none of metal, none under a flatter roof, none under the roof of another, none where it is milder', () => {
    const none = (sections: RoofSection[], gutters: Gutter[], site = cold) =>
      expect(clippedUnderSnow({ sections, gutters }, site)).toEqual([])
    none([steep], [{ ...plastic, material: 'metal' }])
    none([{ ...steep, pitch: 9.9 }], [plastic])
    none([{ ...steep, shedsTo: { kind: 'gutter', gutter: 'other' } }], [plastic])
    none([{ ...steep, shedsTo: { kind: 'section', section: 'b' } }], [plastic])
    none([steep], [plastic], { ...cold, high: cold.high.map(() => 6.2) })
  })
})

describe('capacity by shape and length', () => {
  const box = { profile: 'rectangular', width: 0.12, sole: 0.12, depth: 0.08, fall: 0 } as const
  it('a box counts as its full width whatever its sole says, a trapezoid as narrow as its sole (EN 12056-3:2000, from memory)', () => {
    expect(nominalCapacity({ ...box, sole: 0 })).toBe(nominalCapacity(box))
    const trapezoid = { ...box, profile: 'k-style', sole: 0.09 } as const
    // Three quarters as wide at the sole: area 7/8 of the box, and 0.99 for the shape.
    expect(nominalCapacity(trapezoid) / nominalCapacity(box)).toBeCloseTo(0.875 ** 1.25 * 0.99, 9)
  })
  it('between two lines of the table it is between their factors, and held at both ends (EN 12056-3:2000 table 6, from memory)', () => {
    expect(lengthFactor(20, 0)).toBe(1)
    expect(lengthFactor(62.5, 0)).toBeCloseTo(0.985, 12)
    expect(lengthFactor(100, 0)).toBeCloseTo(0.93, 12)
    expect(lengthFactor(100, 0.005)).toBeCloseTo((1.03 + 1.08) / 2, 12)
    expect(lengthFactor(900, 0)).toBe(0.6)
    expect(lengthFactor(900, 0.05)).toBe(1.55)
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
  it('a short last piece hangs by the bracket off the end: none stands where another is, or a hand beside it', () => {
    const places = (length: number) => bracketPlaces({ length, piece: 4, bracketEvery: 1 }).map((at) => Math.round(at * 1000))
    expect(places(8.3).slice(-3)).toEqual([6925, 7850, 8150])
    expect(places(4.32).slice(-3)).toEqual([2925, 3850, 4170])
    expect(places(4.1).at(-1)).toBe(3950)
    expect(places(0.4)).toEqual([100, 300])
    // Bought by the metre and hung by the metre: gaps of exactly a metre need none between.
    expect(bracketPlaces({ length: 3.3, piece: 4, bracketEvery: 1 })).toEqual([0.15, 1.15, 2.15, 3.15].map((at) => expect.closeTo(at, 12)))
  })
  it('however long a run and its pieces: in order, from beside one end to beside the other, none nearer than a hand, none too far', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.6, max: 40, noNaN: true }),
        fc.double({ min: 0.5, max: 6, noNaN: true }),
        fc.double({ min: 0.3, max: 1.2, noNaN: true }),
        (length, piece, bracketEvery) => {
          const places = bracketPlaces({ length, piece, bracketEvery })
          expect([places[0], places.at(-1)]).toEqual([expect.closeTo(0.15, 9), expect.closeTo(length - 0.15, 9)])
          const gaps = places.slice(1).map((at, i) => at - places[i]!)
          expect(Math.max(...gaps)).toBeLessThanOrEqual(bracketEvery + 1e-9)
          // As few as that takes: twice as many would stand nearer than half of it.
          expect(Math.min(...gaps)).toBeGreaterThanOrEqual(Math.min(0.15, bracketEvery / 2) - 1e-9)
          for (const joint of jointPlaces({ length, piece }))
            expect(Math.min(...places.map((at) => Math.abs(at - joint)))).toBeLessThanOrEqual(0.15 + 1e-9)
        },
      ),
    )
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
  it('of one width and depth, the profile tells them apart; a front of other slope is no catalogue size', () => {
    const of = (more: Partial<Gutter>) => sizeOf(gutter('g', 'G', 5, [outlet('o', 5, 2, 'd')], more))?.key
    expect(of({ profile: 'half-round', width: 0.1, depth: 0.05 })).toBe('half-round-100')
    expect(of({ profile: 'rectangular', width: 0.1, depth: 0.05 })).toBeUndefined()
    const five = { profile: 'k-style', width: 5 * INCH, depth: 3.5 * INCH } as const
    expect(of({ ...five, sole: 3.25 * INCH })).toBe('k-5')
    expect(of({ ...five, sole: 3 * INCH })).toBeUndefined()
    // What a box or a half-round says of its sole is not measured on it.
    expect(of({ profile: 'rectangular', width: 0.12, depth: 0.08, sole: 0 })).toBe('box-120')
  })
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
