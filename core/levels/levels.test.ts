import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { withyHard } from '../demo'
import { setMark, setStand } from '../edits'
import { buildWaterPath } from '../path/waterPath'
import { cutMarks, CUT_SCHOOLS, distancesOf } from './cutMarks'
import { headLedger, headLeft } from './headLedger'
import { sectionLine } from './heights'
import { leadOver } from './leadOver'

const lines = (scheme: Parameters<typeof buildWaterPath>[0]) => {
  const path = buildWaterPath(scheme)
  return [...path.intakes.values()].flat().map((intake) => sectionLine(path, intake))
}
const boathouse = withyHard().schemes[0]!

describe('cut marks', () => {
  it("diverter-marks: second mark 40 mm below the rim (common maker's instruction; common practice, no published source)", () => {
    const marks = cutMarks('rim-rule', 1.365)
    expect(marks.belowRim).toBeCloseTo(0.01, 9)
    expect(1.365 - marks.lower).toBeCloseTo(0.04, 9)
  })
  it('every school brings the lip to one level', () => {
    const lips = CUT_SCHOOLS.map((school) => cutMarks(school, 1.365)).map(({ upper, lipBelowMark }) => upper - lipBelowMark)
    for (const lip of lips) expect(lip).toBeCloseTo(lips[0]!, 12)
  })
  it('the six inches of the third school pass over the rim', () => {
    expect(cutMarks('six-inches', 1.365).belowRim).toBeLessThan(0)
    // A butt in a pit has the same marks under its rim, wherever the paving is.
    for (const school of CUT_SCHOOLS) expect(cutMarks(school, -0.2).belowRim).toBeCloseTo(cutMarks(school, 1.365).belowRim, 12)
  })
  it('come out from three things one can measure', () => {
    expect(distancesOf(1.355, 1.365, 2.31)).toEqual({ abovePaving: 1.355, belowRim: 1.365 - 1.355, belowOutlet: 2.31 - 1.355 })
  })
})

describe('the outlet that leads', () => {
  it('of standing water is the lowest that feeds it, be it that of a pipe which joins', () => {
    const wet = structuredClone(ARRANGEMENTS[17]!())
    wet.gutters[0]!.outlets[0]!.height = 1.8
    const path = buildWaterPath(wet)
    const line = sectionLine(path, path.intakes.get('store')![0]!)
    expect(line.outlet.id).toBe('out-front')
    expect(line.heights.outlet - line.heights.inlet).toBeCloseTo(1.8 - 0.4 - 1.04, 9)
  })
})

describe('head ledger', () => {
  it('of the boathouse leaves 520 mm of 970', () => {
    const rows = headLedger(lines(boathouse)[0]!)
    expect(headLeft(rows)).toBeCloseTo(0.52, 9)
    expect(rows.map(({ item }) => item)).toEqual(['neck', 'left', 'bracket', 'markOverLip', 'usable', 'sediment', 'floor', 'stand'])
  })
  it('sums exactly, outlet to paving, for every arrangement', () => {
    for (const arrangement of ARRANGEMENTS) {
      for (const line of lines(arrangement())) {
        const rows = headLedger(line)
        expect(rows[0]!.from).toBe(line.heights.outlet)
        expect(rows.at(-1)!.to).toBe(0)
        rows.slice(1).forEach((row, i) => expect(row.from).toBe(rows[i]!.to))
      }
    }
  })
  it('raising mark and vessel together never gives more head', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 0.5, noNaN: true }), (rise) => {
        const raised = setMark(setStand(boathouse, 'butt', 0.48 + rise), 'river-drop', 1.355 + rise)
        expect(headLeft(headLedger(lines(raised)[0]!))).toBeLessThanOrEqual(0.52 - rise + 1e-9)
      }),
    )
  })
  it('says short when there is too little', () => {
    const rows = headLedger(lines(setMark(boathouse, 'river-drop', 1.95))[0]!)
    expect(rows.some(({ item }) => item === 'short')).toBe(true)
    expect(headLeft(rows)).toBeCloseTo(2.025 - 2.1, 9)
  })
})

describe('a pipe that comes over a lid beside it', () => {
  const pipe = { shape: 'round' as const, outside: 0.068, leadsOver: undefined }
  it('by a flexible extender hangs at 45°: sawn so much higher as the lid lies across, and pulled out by Pythagoras', () => {
    const near = leadOver({ ...pipe, leadsOver: 'flexible' }, 0.3, 1.2)
    const far = leadOver({ ...pipe, leadsOver: 'flexible' }, 0.5, 1.2)
    expect(near).toMatchObject({ kind: 'flexible', across: 0.3, gap: expect.closeTo(Math.hypot(0.3, 0.3), 9) })
    expect(far.at - near.at).toBeCloseTo(0.2, 9)
  })
  it('goes by bends where it would have to be pulled out farther than it is sold', () => {
    expect(leadOver({ ...pipe, leadsOver: 'flexible' }, 0.84, 1.2).kind).toBe('flexible')
    expect(leadOver({ ...pipe, leadsOver: 'flexible' }, 0.86, 1.2)).toEqual(leadOver(pipe, 0.86, 1.2))
    expect(leadOver({ ...pipe, leadsOver: 'flexible' }, 0.01, 1.2).kind).toBe('straight')
  })
})
