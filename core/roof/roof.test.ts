import { describe, expect, it } from 'vitest'
import { withyHard } from '../demo'
import { problemOf } from '../problems'
import { COVERS } from '../scheme'
import { makeRecord } from '../rain/makeRecord'
import { COVER_DATA } from './covers'
import fc from 'fast-check'
import { metresPerDegree, OutlineError, outlineFromGeoJson } from './geoJson'
import { planArea, planFromSlope, planRun, windArea } from './planArea'
import { crossesItself, eaveLength, insideArea, placed, sectionPlan, strip } from './sectionPlan'
import { outlineFromSides, roofSides } from './shapes'
import { dailyRunoff, overallShare, runoffLaw } from './runoff'

const section = withyHard().schemes[0]!.sections[0]!

describe('plan area', () => {
  it('slope-error: 100 m² on a 30° and a 45° slope (geometry)', () => {
    expect(planFromSlope(100, 30)).toBeCloseTo(86.60254037844388, 9)
    expect(planFromSlope(100, 45)).toBeCloseTo(70.71067811865476, 9)
  })
  it('takes outlines of every kind', () => {
    expect(
      planArea({
        outline: {
          kind: 'polygon',
          corners: [
            { x: 0, y: 0 },
            { x: 4, y: 0 },
            { x: 4, y: 3 },
            { x: 0, y: 3 },
          ],
        },
        measured: 'plan',
        pitch: 0,
      }),
    ).toBe(12)
    expect(planArea({ outline: { kind: 'area', area: 20, along: 5 }, measured: 'slope', pitch: 60 })).toBeCloseTo(10, 9)
    expect(planArea(section)).toBeCloseTo(41.04, 9)
  })
  it('refuses a pitch past 75° and names it', () => {
    expect(() => planFromSlope(10, 80)).toThrow(/^pitch/)
  })
})

describe('a section on plan', () => {
  const square = [
    { x: 5, y: 5 },
    { x: 5, y: 9 },
    { x: 1, y: 9 },
    { x: 1, y: 5 },
  ]
  it('lies on its eave whichever way its corners are given', () => {
    for (const corners of [square, [square[1]!, square[0]!, square[3]!, square[2]!]]) {
      const plan = sectionPlan({ outline: { kind: 'polygon', corners }, measured: 'plan', pitch: 0 })
      expect(plan[0]!.x).toBeCloseTo(0, 12)
      expect(plan[1]!.y).toBeCloseTo(0, 12)
      expect(Math.min(...plan.map(({ y }) => y))).toBeCloseTo(0, 12)
      expect(insideArea(plan)).toBeCloseTo(16, 12)
    }
  })
  it('measured up the slope, only the way up is shortened', () => {
    const section = { outline: { kind: 'polygon' as const, corners: square }, measured: 'slope' as const, pitch: 60 }
    expect(planArea(section)).toBeCloseTo(8, 9)
    expect(planRun(section)).toBeCloseTo(2, 9)
    expect(eaveLength(section)).toBeCloseTo(4, 12)
  })
  it('driving rain on a 45° pitch meets half as much again (EN 12056-3: L·(B + H/2))', () => {
    expect(windArea({ outline: { kind: 'rectangle', along: 10, across: 3 }, measured: 'plan', pitch: 45 })).toBeCloseTo(45, 9)
  })
  it('strips add up to the whole, for any outline and any cuts', () => {
    const corner = fc.record({ x: fc.double({ min: -20, max: 20, noNaN: true }), y: fc.double({ min: 0.5, max: 20, noNaN: true }) })
    fc.assert(
      fc.property(
        corner,
        corner,
        fc.double({ min: 1, max: 20, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (a, b, along, cut) => {
          const section = {
            outline: { kind: 'polygon' as const, corners: [{ x: 0, y: 0 }, { x: along, y: 0 }, a, b] },
            measured: 'plan' as const,
            pitch: 0,
          }
          fc.pre(!crossesItself(section.outline.corners) && insideArea(sectionPlan(section)) > 0.01)
          const parts = insideArea(strip(section, 0, cut * along)) + insideArea(strip(section, cut * along, along))
          expect(parts).toBeCloseTo(insideArea(sectionPlan(section)), 6)
        },
      ),
    )
  })
  it('a strip of a gable end is cut where its slope is: the triangle of 4 by 2 over its first and its second metre', () => {
    const gable = {
      outline: {
        kind: 'polygon' as const,
        corners: [
          { x: 0, y: 0 },
          { x: 4, y: 0 },
          { x: 2, y: 2 },
        ],
      },
      measured: 'plan' as const,
      pitch: 0,
    }
    // Half a square metre, then a trapezoid of 1 to 2 m.
    expect(insideArea(strip(gable, 0, 1))).toBeCloseTo(0.5, 12)
    expect(insideArea(strip(gable, 1, 2))).toBeCloseTo(1.5, 12)
    expect(insideArea(strip(gable, 3, 4))).toBeCloseTo(0.5, 12)
  })
  it('sees sides that cross, and none in a ring whose first and last side only meet', () => {
    expect(crossesItself(square)).toBe(false)
    const many = Array.from({ length: 9 }, (_, i) => ({ x: Math.cos(i * 0.69), y: Math.sin(i * 0.69) }))
    expect(crossesItself(many)).toBe(false)
    expect(crossesItself([square[0]!, square[2]!, square[1]!, square[3]!])).toBe(true)
  })
})

describe('roof shapes', () => {
  const area = (shape: Parameters<typeof roofSides>[0]['shape'], length: number, width: number, leg = 0) =>
    roofSides({ shape, length, width, leg }).map(({ outline }) => planArea({ outline, measured: 'plan', pitch: 30 }))
  it('a gable is two halves, a lean-to one whole', () => {
    expect(area('gable', 10, 6)).toEqual([30, 30])
    expect(area('tunnel', 10, 6)).toEqual([30, 30])
    for (const whole of ['lean-to', 'flat', 'single-slope'] as const) expect(area(whole, 10, 6)).toEqual([60])
  })
  it('a hip of 10 by 6: the ends are triangles of 9, the sides trapezoids of 21 (geometry)', () => {
    expect(area('hip', 10, 6)).toEqual([21, 9, 21, 9])
    expect(area('hip', 6, 6)).toEqual([9, 9, 9, 9])
  })
  it('an L meets in a valley: each leg gets half of the corner square', () => {
    expect(area('l-shaped', 12, 4, 6)).toEqual([12 * 4 + 8, 6 * 4 + 8])
  })
  it('its sides are told apart by where they are', () => {
    const sides = (shape: Parameters<typeof roofSides>[0]['shape']) =>
      roofSides({ shape, length: 10, width: 6, leg: 5 }).map(({ side }) => side)
    expect(sides('flat')).toEqual(['only'])
    expect(sides('gable')).toEqual(['front', 'back'])
    expect(sides('hip')).toEqual(['front', 'right', 'back', 'left'])
    expect(sides('l-shaped')).toEqual(['first', 'second'])
  })
  it('its sides lie side by side: together they cover their rectangle and nothing else', () => {
    for (const shape of ['gable', 'hip'] as const) {
      const sides = roofSides({ shape, length: 10, width: 6, leg: 0 })
      const corners = sides.flatMap(({ outline, place }) => placed(sectionPlan({ outline, measured: 'plan', pitch: 0 }), place))
      expect(Math.min(...corners.map(({ x }) => x))).toBeCloseTo(0, 9)
      expect(Math.max(...corners.map(({ x }) => x))).toBeCloseTo(10, 9)
      expect(Math.min(...corners.map(({ y }) => y))).toBeCloseTo(0, 9)
      expect(Math.max(...corners.map(({ y }) => y))).toBeCloseTo(6, 9)
    }
  })
  it.each([
    ['gable', 0, 6, /^length/],
    ['gable', 8, -1, /^width/],
    ['hip', 5, 8, /^a hip roof should not be wider .*5.0.m, but is 8.0.m/],
    ['l-shaped', 8, 3, /^leg/],
  ] as const)('%s of %d by %d is refused by name', (shape, length, width, message) => {
    expect(() => roofSides({ shape, length, width, leg: 0 })).toThrow(message)
  })
})

describe('an outline walked side by side', () => {
  it('closes for an L of six sides (geometry: 8·4 + 3·3 = 41)', () => {
    const { corners, gap } = outlineFromSides([
      { length: 8, turn: 90 },
      { length: 4, turn: 90 },
      { length: 5, turn: -90 },
      { length: 3, turn: 90 },
      { length: 3, turn: 90 },
      { length: 7, turn: 90 },
    ])
    expect(insideArea(corners)).toBeCloseTo(41, 9)
    expect(gap).toBeCloseTo(0, 9)
  })
  it('may miss its start by a fiftieth of its way round, as a tape does, and says by how much', () => {
    const walk = (last: number) => outlineFromSides([10, 10, 10, last].map((length) => ({ length, turn: 90 })))
    expect(walk(10.79).gap).toBeCloseTo(0.79, 9)
    expect(() => walk(10.9)).toThrow(/900\u00a0mm/)
  })
  it('a side of no length is told with the length it has', () => {
    const faultOf = (length: number) => {
      try {
        outlineFromSides([8, length, 8, 4].map((each) => ({ length: each, turn: 90 })))
      } catch (error) {
        return problemOf(error).values
      }
      return undefined
    }
    expect(faultOf(-4)).toMatchObject({ found: { kind: 'span', value: -4 } })
    expect(faultOf(0)).toMatchObject({ found: { kind: 'span', value: 0 } })
  })
  it('says by how much it does not close', () => {
    expect(() => outlineFromSides([8, 4, 5, 4].map((length) => ({ length, turn: 90 })))).toThrow(/3,000\u00a0mm/)
    expect(() => outlineFromSides([{ length: 8, turn: 90 }])).toThrow(/three sides/)
    expect(() => outlineFromSides([8, -4, 8, 4].map((length) => ({ length, turn: 90 })))).toThrow(/^a side/)
  })
})

describe('an outline from a map', () => {
  const ring = (...positions: [number, number][]) =>
    JSON.stringify({ type: 'Feature', geometry: { type: 'Polygon', coordinates: [[...positions, positions[0]]] } })
  const reason = (text: string) => {
    try {
      outlineFromGeoJson(text)
    } catch (error) {
      if (error instanceof OutlineError) return error.reason
    }
    return undefined
  }
  it('a degree at 45° is 78.85 km east and 111.13 km north (WGS 84 tables, from memory)', () => {
    const { east, north } = metresPerDegree(45)
    expect(east / 1000).toBeCloseTo(78.85, 1)
    expect(north / 1000).toBeCloseTo(111.13, 1)
  })
  it('takes a ring that is closed or not, of three corners up to two hundred', () => {
    const round = (corners: number, closed: boolean) => {
      const positions = Array.from({ length: corners }, (_, i): [number, number] => [
        10 + 0.0002 * Math.cos((2 * Math.PI * i) / corners),
        60 + 0.0001 * Math.sin((2 * Math.PI * i) / corners),
      ])
      return JSON.stringify({ type: 'Polygon', coordinates: [closed ? [...positions, positions[0]] : positions] })
    }
    for (const closed of [true, false]) {
      expect(outlineFromGeoJson(round(3, closed)).corners).toHaveLength(3)
      expect(outlineFromGeoJson(round(200, closed)).corners).toHaveLength(200)
      expect(reason(round(2, closed))).toBe('corners')
      expect(reason(round(201, closed))).toBe('corners')
    }
    expect(reason('{"type":"Polygon","coordinates":[[]]}')).toBe('corners')
    expect(reason('{"type":"Polygon","coordinates":[[[1,2]]]}')).toBe('corners')
  })
  it('that cannot be taken is an error of its own, with what was found', () => {
    expect(() => outlineFromGeoJson('{')).toThrow(expect.objectContaining({ name: 'OutlineError', message: 'notJson: {' }) as Error)
  })
  it('is laid flat at its own latitude, its longest side as eave', () => {
    const { corners, area, latitude } = outlineFromGeoJson(ring([10, 60], [10.0002, 60], [10.0002, 60.0001], [10, 60.0001]))
    const { east, north } = metresPerDegree(60.00005)
    expect(latitude).toBeCloseTo(60.00005, 9)
    expect(area).toBeCloseTo(0.0002 * east * 0.0001 * north, 3)
    expect(Math.hypot(corners[1]!.x - corners[0]!.x, corners[1]!.y - corners[0]!.y)).toBeCloseTo(0.0002 * east, 2)
  })
  it.each([
    ['{', 'notJson'],
    ['{"type":"Point","coordinates":[1,2]}', 'noPolygon'],
    [ring([10, 95], [10.001, 95], [10.001, 95.001]), 'latitude'],
    [ring([10, 60], [10.0002, 60.0001], [10.0002, 60], [10, 60.0001]), 'crosses'],
    [ring([10, 60], [10.06, 60], [10.06, 60.03], [10, 60.03]), 'tooLarge'],
    ['{"type":"Polygon","coordinates":[[[1,2],[1,"x"],[2,2]]]}', 'position'],
    ['{"type":"Polygon","coordinates":[[[1,2],[1,3]]]}', 'corners'],
  ])('%s is refused: %s', (text, why) => {
    expect(reason(text)).toBe(why)
  })
})

describe('runoff', () => {
  it('loses the wetting before the share', () => {
    expect(dailyRunoff({ area: 10, exposure: 1, coefficient: 0.9, wetting: 0.5 }, 2)).toBeCloseTo(13.5, 12)
    expect(dailyRunoff({ area: 10, exposure: 1, coefficient: 0.9, wetting: 0.5 }, 0.5)).toBe(0)
  })
  it('follows the school that was chosen', () => {
    expect(runoffLaw({ ...section, runoff: { kind: 'published' } })).toMatchObject({ coefficient: 0.9, wetting: 0 })
    expect(runoffLaw({ ...section, runoff: { kind: 'own', coefficient: 0.5, wetting: 2 } })).toMatchObject({ coefficient: 0.5, wetting: 2 })
  })
  it('lands near the published annual share with share and wetting together (EN 16941-1:2018, DIN 1989-1, from memory)', () => {
    const { depths } = makeRecord({
      kind: 'annual',
      total: 700,
      pattern: 'even',
      hemisphere: 'north',
      wetDays: 130,
      spread: 0,
      years: 30,
      seed: 3,
    }).rain
    for (const cover of COVERS) {
      const { coefficient, wetting, annual } = COVER_DATA[cover]
      // Thatch and shingle are told apart from green roofs by no standard; the widest gap is theirs.
      expect(Math.abs(overallShare({ coefficient, wetting }, depths) - annual)).toBeLessThanOrEqual(
        cover === 'thatch' || cover === 'wood-shingle' ? 0.15 : 0.1,
      )
    }
  })
})
