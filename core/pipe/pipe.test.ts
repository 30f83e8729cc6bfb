import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { frictionFactor, frictionlessFlow, headSpent, lineFlow } from './friction'
import { outletFlow } from './outlet'
import { INCH, SQUARE_FOOT, WATER_VISCOSITY } from '../units/constants'
import { hundredRule, intensityRule, leaderTable, roundOpening } from './outletSchools'
import { verticalPipeFlow } from './verticalPipe'

describe('vertical pipe', () => {
  it('wyly-eaton: filling 0.33 (EN 12056-3:2000 table 8)', () => {
    const expected = [1.7, 3.4, 5.0, 5.9, 10.7, 31.6]
    ;[50, 65, 75, 80, 100, 150].forEach((bore, i) =>
      expect(Math.abs(verticalPipeFlow(bore / 1000, 0.33) * 1e3 - expected[i]!)).toBeLessThanOrEqual(0.06),
    )
  })
  it('wyly-eaton-fifth: filling 0.20 (EN 12056-3:2000 table 8)', () => {
    const expected = [0.7, 2.2, 2.6, 4.6]
    ;[50, 75, 80, 100].forEach((bore, i) =>
      expect(Math.abs(verticalPipeFlow(bore / 1000, 0.2) * 1e3 - expected[i]!)).toBeLessThanOrEqual(0.06),
    )
  })
})

describe('hole in the gutter', () => {
  it('gutter-outlet: weir to half the bore, orifice above (EN 12056-3:2000 outlet formulas)', () => {
    const cases = [
      [63, 20, 0.7513188404399294],
      [63, 40, 1.6734773377611065],
      [75, 30, 1.6431676725154982],
      [75, 60, 2.904737509655563],
    ] as const
    for (const [bore, head, expected] of cases) expect(outletFlow(bore / 1000, head / 1000, false) * 1e3).toBeCloseTo(expected, 6)
  })
  it('is halved by a strainer', () => {
    expect(outletFlow(0.063, 0.02, true)).toBeCloseTo(outletFlow(0.063, 0.02, false) / 2, 12)
  })
})

/** Colebrook–White solved by fixed point, an independent road to the factor. */
function colebrook(reynolds: number, roughness: number): number {
  let x = 8
  for (let i = 0; i < 100; i++) x = -2 * Math.log10(roughness / 3.7 + (2.51 * x) / reynolds)
  return 1 / x ** 2
}

describe('friction', () => {
  it('friction-factor: within 3 % of Colebrook-White (Colebrook 1939; Swamee & Jain 1976)', () => {
    const cases = [
      [1e5, 1e-4, 0.01851386607747164],
      [1e4, 1e-3, 0.03238180636309272],
      [5e4, 2e-3, 0.026505591909046385],
    ] as const
    for (const [reynolds, roughness, expected] of cases) {
      expect(colebrook(reynolds, roughness)).toBeCloseTo(expected, 8)
      expect(Math.abs(frictionFactor(reynolds, roughness) / expected - 1)).toBeLessThanOrEqual(0.03)
    }
  })
  it('laminar: Reynolds 1000 (64/Re)', () => {
    expect(frictionFactor(1000, 0.001)).toBeCloseTo(0.064, 12)
  })
  it('has no jump where the regimes meet', () => {
    for (const at of [2000, 4000]) expect(frictionFactor(at + 1e-6, 1e-4)).toBeCloseTo(frictionFactor(at - 1e-6, 1e-4), 8)
  })
  it('hose-flow: 15 m of 19 mm smooth hose under 1 m of head (Darcy-Weisbach with Swamee-Jain, iterated)', () => {
    expect(Math.abs((lineFlow({ bore: 0.019, length: 15, losses: 1.5, viscosity: 1.004e-6 }, 1) * 1e3) / 0.2636 - 1)).toBeLessThanOrEqual(
      0.005,
    )
  })
  it('spends just the head it is given', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.008, max: 0.15, noNaN: true }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.double({ min: 0.001, max: 10, noNaN: true }),
        (bore, length, head) => {
          const line = { bore, length, losses: 1.5 }
          expect(headSpent(line, lineFlow(line, head)) / head).toBeCloseTo(1, 5)
        },
      ),
    )
  })
  it('without friction a head is all speed: v²/2g by each bore’s own velocity (Torricelli, worked by hand)', () => {
    // 1 m drives 4.43 m/s where one velocity head is lost, through 10 cm²: 4.43 L/s.
    const bore = Math.sqrt((4 * 0.001) / Math.PI)
    expect(frictionlessFlow({ bore, length: 0, losses: 1 }, 1) * 1e3).toBeCloseTo(4.429, 3)
    expect(frictionlessFlow({ bore, length: 0, losses: 4 }, 1) * 1e3).toBeCloseTo(4.429 / 2, 3)
    // A tap of half the bore has four times the speed: with one loss there, 1 + 16 velocity heads in all.
    const tapped = { bore, length: 0, losses: 1, through: { bore: bore / 2, losses: 1 } }
    expect(frictionlessFlow(tapped, 1) * 1e3).toBeCloseTo(4.429 / Math.sqrt(17), 3)
    expect(lineFlow(tapped, 1)).toBe(frictionlessFlow(tapped, 1))
    expect(headSpent(tapped, lineFlow(tapped, 1))).toBeCloseTo(1, 9)
    expect([lineFlow(tapped, 0), headSpent(tapped, 0)]).toEqual([0, 0])
  })
  it('a rough wall is told by its grain over the bore: a millimetre in a 50 mm pipe is a fiftieth (Colebrook 1939)', () => {
    const line = { bore: 0.05, length: 10, losses: 1e-9, roughness: 0.001 }
    const velocity = 2
    const spent = headSpent(line, velocity * (Math.PI / 4) * 0.05 ** 2)
    const factor = (spent * 2 * 9.80665 * 0.05) / (10 * velocity ** 2)
    expect(Math.abs(factor / colebrook((velocity * 0.05) / WATER_VISCOSITY, 0.02) - 1)).toBeLessThan(0.03)
    expect(headSpent({ ...line, roughness: 0 }, 1e-3)).toBeLessThan(headSpent(line, 1e-3))
  })
  it('refuses nonsense by name', () => {
    expect(() => frictionFactor(0, 0.001)).toThrow(/^reynolds/)
    expect(() => frictionFactor(1e4, -1)).toThrow(/^relativeRoughness/)
    expect(() => lineFlow({ bore: 0.02, length: 1, losses: 0 }, 1)).toThrow(/^losses/)
    expect(() => lineFlow({ bore: 0, length: 1, losses: 1 }, 1)).toThrow(/^bore/)
    expect(() => lineFlow({ bore: 0.02, length: -1, losses: 1 }, 1)).toThrow(/^length/)
    expect(() => lineFlow({ bore: 0.02, length: 1, losses: 1 }, -1)).toThrow(/^head/)
  })
})

describe('schools of the outlet', () => {
  it('hundred-rule: an opening of 3 by 4 in drains 1,200 ft² (rule of thumb; common practice, no published source)', () => {
    expect(hundredRule(12 * INCH ** 2) / SQUARE_FOOT).toBeCloseTo(1200, 6)
  })
  it("intensity-rule: 100, 200, 240 and 150 ft² a square inch at 12, 6, 5 and 8 in/h (sheet-metal contractors' architectural manual)", () => {
    const expected = [100, 200, 240, 150]
    ;[12, 6, 5, 8].forEach((inches, i) => expect(intensityRule(INCH ** 2, inches * 25.4) / SQUARE_FOOT).toBeCloseTo(expected[i]!, 6))
  })
  it('smallest-section: 3 in round below a mouth of 3 by 4 in is 706.86 ft² (rule of thumb applied to the smallest opening)', () => {
    expect(hundredRule(Math.min(12 * INCH ** 2, roundOpening(3 * INCH))) / SQUARE_FOOT / 706.86).toBeCloseTo(1, 4)
  })
  it('leader-table: exact at 1 in/h, and the pipe formula at f = 1/3 near it (International Plumbing Code 2003, table 1106.2)', () => {
    const table = [2880, 8800, 18400]
    const formula = [2730, 8049, 17336]
    ;[2, 3, 4].forEach((inches, i) => {
      expect(leaderTable(inches * INCH, 25.4)! / SQUARE_FOOT).toBeCloseTo(table[i]!, 9)
      const area = (verticalPipeFlow(inches * INCH, 1 / 3) * 3.6e6) / 25.4 / SQUARE_FOOT
      expect(Math.abs(area / formula[i]! - 1)).toBeLessThanOrEqual(0.005)
    })
    expect(leaderTable(1.5 * INCH, 25.4)).toBeUndefined()
  })
  it.each([0, -1, NaN])('refuses a bore of %d', (bore) => expect(() => roundOpening(bore)).toThrow(/^bore/))
})
