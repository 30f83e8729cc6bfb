import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { breakHole, canSiphon, overflowLine, primingFlow, siphonEnds, siphonFlow } from './siphon'
import { fitSoak, gardenRule, soakArea, soakHolds, soakNeed, SOIL_RATES, tenYearStorms } from './soak'
import { headSpent } from '../pipe/friction'
import { mouthBore, overflowFlow, overflowHead, standpipeFlow } from './overflowHead'
import { scaledTable } from '../rain'
import { stubFlow } from './stub'

const route = { bore: 0.0209, length: 6, mouth: 'stub' as const, end: 0.5 }

describe('an overflow with its pipe', () => {
  it('is as weak as the weaker of mouth and pipe; a long thin hose is the weaker', () => {
    const short = { ...route, bore: 0.0779, length: 0.5 }
    expect(overflowFlow(short, 1, 0.06)).toBeCloseTo(stubFlow(0.0779, 0.06), 9)
    expect(overflowFlow({ ...route, length: 40 }, 1, 0.2)).toBeLessThan(stubFlow(0.0209, 0.2))
    expect(overflowFlow(route, 1, 0)).toBe(0)
  })
  it('a 3/4 in hose on a 40 m² roof asks for more than a metre of water (the classic undersized one)', () => {
    const arriving = (75 * 40) / 3.6e6
    expect(overflowHead({ ...route, end: 0.9 }, 1, arriving).needed).toBeGreaterThan(1)
    expect(overflowHead({ ...route, bore: 0.0525, length: 3 }, 1, arriving).needed).toBeLessThan(0.06)
  })
  it('the head it asks for is the head that passes it', () => {
    for (const mouth of ['stub', 'standpipe'] as const) {
      for (const flow of [0.05e-3, 0.3e-3, 1e-3]) {
        const { needed } = overflowHead({ ...route, mouth, bore: 0.04 }, 1, flow)
        expect(overflowFlow({ ...route, mouth, bore: 0.04 }, 1, needed) / flow).toBeCloseTo(1, 3)
      }
    }
  })
  it('takes the narrower of hole and pipe; a standpipe is its own rim, whatever hole it stands in', () => {
    expect(mouthBore({ mouth: 'stub', bore: 0.05, hole: 0.03 })).toBe(0.03)
    expect(mouthBore({ mouth: 'hooped', bore: 0.05, hole: 0.08 })).toBe(0.05)
    expect(mouthBore({ mouth: 'stub', bore: 0.05 })).toBe(0.05)
    expect(mouthBore({ mouth: 'standpipe', bore: 0.05, hole: 0.03 })).toBe(0.05)
    const short = { bore: 0.05, length: 0.5, end: 0.5, hole: 0.03 }
    expect(overflowFlow({ ...short, mouth: 'standpipe' }, 1, 0.02)).toBeCloseTo(standpipeFlow(0.05, 0.02), 12)
    expect(overflowFlow({ ...short, mouth: 'stub' }, 1, 0.02)).toBeCloseTo(stubFlow(0.03, 0.02), 12)
  })
  it('a long pipe runs under the whole height from the water down to its open end (Darcy–Weisbach)', () => {
    const long = { ...route, length: 60 }
    for (const end of [0, 0.5, 0.95]) {
      const passes = overflowFlow({ ...long, end }, 1, 0.1)
      expect(headSpent(overflowLine(long), passes)).toBeCloseTo(1.1 - end, 6)
    }
    // Its end lies higher than the water.
    expect(overflowFlow({ ...long, end: 1.2 }, 1, 0.1)).toBe(0)
    expect(overflowHead({ ...long, end: 1.2 }, 1, 1e-5).pipe).toBeGreaterThan(0.2)
  })
  it('a hoop spends two elbows more than a stub; one that counts as a longer smooth pipe is reckoned by that (common practice)', () => {
    const [plain, hoop] = [overflowLine(route), overflowLine({ ...route, mouth: 'hooped' })]
    expect([plain.losses, hoop.losses]).toEqual([1.5, expect.closeTo(1.5 + 2 * 0.9, 12)])
    expect(overflowLine({ ...route, smooth: 14 }).length).toBe(14)
    expect(overflowHead(route, 1, 0)).toEqual({ mouth: 0, pipe: 0, needed: 0 })
  })
  it('gutter-outlet: a standpipe is the same weir and orifice as a hole in a gutter’s floor (EN 12056-3)', () => {
    expect(standpipeFlow(0.1, 0.05) * 1e3).toBeCloseTo((100 * 50 ** 1.5) / 7500, 6)
    expect(standpipeFlow(0.1, 0.08) * 1e3).toBeCloseTo((100 ** 2 * Math.sqrt(80)) / 15000, 6)
  })
})

describe('a siphon', () => {
  const hoop = { mouth: 'hooped' as const, vented: false, end: 0.1 }
  it('can only be where there is a hoop, no air, and an end below its intake', () => {
    expect(canSiphon(hoop, 0.8)).toBe(true)
    expect(canSiphon({ ...hoop, vented: true }, 0.8)).toBe(false)
    expect(canSiphon({ ...hoop, end: 0.9 }, 0.8)).toBe(false)
    expect(canSiphon({ ...hoop, mouth: 'stub' }, 0.8)).toBe(false)
  })
  it('asks for a head that is none below nought', () => {
    expect(() => siphonFlow({ bore: 0.05, length: 3, mouth: 'hooped' }, -0.1)).toThrow(/^head/)
  })
  it('ends where air gets in; its break is a twentieth of the bore’s area; it primes at 0.6·a·√(gd)', () => {
    expect(siphonEnds({ end: 0.1, bore: 0.05 }, 0.8)).toBeCloseTo(0.85, 9)
    expect(breakHole(0.1) ** 2 / 0.01).toBeCloseTo(0.05, 9)
    expect(primingFlow(0.05)).toBeCloseTo(0.6 * (Math.PI / 4) * 0.0025 * Math.sqrt(9.80665 * 0.05), 12)
    expect(siphonFlow({ bore: 0.05, length: 3, mouth: 'hooped' }, 0)).toBe(0)
  })
})

describe('into the ground', () => {
  const pit = { rate: 1e-5, width: 1, length: 2, depth: 1, fill: 'crate' as const }
  it('a crated pit of 1 x 2 x 1 m holds 1.9 m³ and drains by 3 m² of side, its floor left out (BRE Digest 365)', () => {
    expect(soakHolds(pit)).toBeCloseTo(1.9, 9)
    expect(soakArea(pit)).toBeCloseTo(3, 9)
    expect(soakArea({ ...pit, fill: 'open' })).toBeCloseTo(2, 9)
  })
  it('wants A·i·t − a·f·t at its worst duration, worked by hand', () => {
    const storms = [
      { minutes: 10, depth: 14 },
      { minutes: 60, depth: 30 },
      { minutes: 1440, depth: 60 },
    ]
    // 40 m²: 0.56 − 0.018, 1.2 − 0.108, 2.4 − 2.592 m³.
    expect(soakNeed(pit, 40, storms)).toMatchObject({ minutes: 60, wanted: expect.closeTo(1.092, 9) as number })
    expect(soakNeed(pit, 40, storms).halfEmpty).toBeCloseTo(0.95 / 3e-5 / 3600, 9)
    expect(soakNeed({ ...pit, rate: SOIL_RATES.clay }, 40, storms).halfEmpty).toBeGreaterThan(24)
    expect(() => soakNeed(pit, 40, [])).toThrow(/storms/)
  })
  it('made to fit holds its rain and is half empty within a day, or says that this soil will not do it', () => {
    const storms = tenYearStorms(scaledTable(75))
    const soaks = fc.record({
      rate: fc.constantFrom(1e-8, SOIL_RATES.clay, 3e-7, SOIL_RATES.loam, 1e-5, SOIL_RATES.sand),
      width: fc.double({ min: 0.3, max: 3, noNaN: true }),
      length: fc.double({ min: 0.5, max: 10, noNaN: true }),
      depth: fc.double({ min: 0.1, max: 1.5, noNaN: true }),
      fill: fc.constantFrom('open' as const, 'gravel' as const, 'crate' as const),
    })
    fc.assert(
      fc.property(soaks, fc.double({ min: 5, max: 120, noNaN: true }), (soak, roof) => {
        const made = fitSoak(soak, roof, storms)
        if (soak.rate < 1e-7) expect(made).toBeUndefined()
        // Common ground takes a common roof.
        if (soak.rate >= SOIL_RATES.loam && roof < 60 && soak.depth > 0.2) expect(made).toBeDefined()
        if (!made) return
        const need = soakNeed(made, roof, storms)
        expect(need.wanted).toBeLessThanOrEqual(need.holds)
        expect(need.halfEmpty).toBeLessThanOrEqual(24)
        expect(made.width).toBeLessThanOrEqual(soak.width)
        expect(made.depth).toBeLessThanOrEqual(soak.depth)
        expect(made.length).toBeGreaterThanOrEqual(soak.length)
      }),
    )
  })
  it('a metre of crates in loam is too wide to drain through its sides in a day; a trench of 0.36 m is not (by hand)', () => {
    // 2 · 24 h · 2e-6 m/s / 0.95 = 0.364 m: wider than that a trench of any length stays more than half full.
    const loam = { rate: SOIL_RATES.loam, width: 1, length: 2, depth: 1, fill: 'crate' as const }
    const storms = [{ minutes: 60, depth: 30 }]
    expect(soakNeed(loam, 40, storms).halfEmpty).toBeGreaterThan(24)
    const made = fitSoak(loam, 40, storms)!
    expect(made.fill).toBe('crate')
    expect(made.width).toBeGreaterThan(0.36)
    expect(made.width).toBeLessThan(0.43)
    // 40 m² of 30 mm less what soaks away in the hour.
    expect(soakHolds(made)).toBeGreaterThan(1.2 - made.length * 3600 * SOIL_RATES.loam * 1.4)
  })
  it('a pit that holds its rain and is half empty in time is left as it is; it is lengthened by no more than it has to be', () => {
    const storms = [{ minutes: 60, depth: 30 }]
    const gravel = { rate: 1e-4, width: 0.5, length: 2, depth: 1, fill: 'gravel' as const }
    expect(fitSoak({ ...gravel, length: 20 }, 40, storms)).toEqual({ ...gravel, length: 20 })
    const made = fitSoak(gravel, 40, storms)!
    const need = soakNeed(made, 40, storms)
    expect(need.wanted).toBeLessThanOrEqual(need.holds)
    const shorter = soakNeed({ ...made, length: made.length - 0.2 }, 40, storms)
    expect(shorter.wanted).toBeGreaterThan(shorter.holds)
    // Bought and dug by tenths of a metre.
    expect(made.length * 10).toBeCloseTo(Math.round(made.length * 10), 9)
  })
  it('where crates let half of it stand for more than a day, gravel of the same width may not: there is less water in it', () => {
    // 2 · 24 h · 7e-7 m/s / 0.95 = 0.127 m of width for crates, 0.403 m for gravel.
    const slow = { rate: 7e-7, width: 0.4, length: 2, depth: 1, fill: 'crate' as const }
    const made = fitSoak(slow, 4, [{ minutes: 60, depth: 30 }])!
    expect(made.fill).toBe('gravel')
    expect(soakNeed(made, 4, [{ minutes: 60, depth: 30 }]).halfEmpty).toBeLessThanOrEqual(24)
    expect(fitSoak({ ...slow, rate: 2e-7 }, 4, [{ minutes: 60, depth: 30 }])).toBeUndefined()
  })
  it('goes by the row nearest to ten years, whichever it is', () => {
    const table = { years: [2, 8, 30], minutes: [60], depths: [[20], [30], [50]] }
    expect(tenYearStorms(table)).toEqual([{ minutes: 60, depth: 30 }])
    expect(tenYearStorms({ ...table, years: [2, 5, 11] })).toEqual([{ minutes: 60, depth: 50 }])
    expect(() => gardenRule(50, 0)).toThrow(/^rate/)
    expect(gardenRule(50, 1e-5)).toBe(5)
  })
  it('is sized by ten years, and the quick rule by a tenth to a fifth of the roof', () => {
    expect(tenYearStorms(scaledTable(75)).map(({ depth }) => depth)).toEqual(scaledTable(75).depths[2])
    expect(gardenRule(50, 1e-4)).toBe(5)
    expect(gardenRule(50, 1e-6)).toBe(10)
  })
})
