import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { withyHard } from '../demo'
import { buildWaterPath } from '../path/waterPath'
import { designFlow, dropArea, outletDesign } from './designFlow'
import { expectedFlow, meanOver, type GutterBranch } from './expectedFlow'
import { hoseFlow } from './hoseFlow'
import { intakeLimits } from './intakeLimits'

describe('hose of a ring trough', () => {
  it('25 mm by 0.6 m carries about 0.33 L/s at 50 mm and 0.48 at 100 mm (Darcy–Weisbach with Swamee & Jain, worked apart)', () => {
    expect(hoseFlow({ bore: 0.025, length: 0.6 }, 0.05) * 1e3).toBeCloseTo(0.33, 1)
    expect(hoseFlow({ bore: 0.025, length: 0.6 }, 0.1) * 1e3).toBeCloseTo(0.48, 1)
  })
  it('carries nothing when it does not fall', () => {
    expect(hoseFlow({ bore: 0.025, length: 0.6 }, 0)).toBe(0)
    expect(hoseFlow({ bore: 0.025, length: 0.6 }, -0.1)).toBe(0)
  })
  it('limits an intake together with the film on the wall', () => {
    const path = buildWaterPath(withyHard().schemes[0]!)
    const limits = intakeLimits(path, path.intakes.get('butt-store')![0]!, 0.9)
    expect(limits).toMatchObject({ gathered: 0.9 })
    expect(limits.hose).toBeLessThan(limits.film)
    expect(limits.film).toBeLessThan(limits.pipe)
  })
})

describe('joined branches', () => {
  /** The same mean by brute force: the flow at many intensities, weighed by the exponential. */
  function bySteps(branches: { mean: number; cap: number }[], limit: number): number {
    let sum = 0
    const steps = 40_000
    for (let i = 0; i < steps; i++) {
      const x = -Math.log(1 - (i + 0.5) / steps)
      sum += Math.min(
        limit,
        branches.reduce((flow, { mean, cap }) => flow + Math.min(mean * x, cap), 0),
      )
    }
    return sum / steps
  }
  const branch = fc.record({ mean: fc.double({ min: 0.01, max: 2, noNaN: true }), cap: fc.double({ min: 0.05, max: 4, noNaN: true }) })
  it('are summed exactly: as good as forty thousand steps', () => {
    fc.assert(
      fc.property(fc.array(branch, { minLength: 1, maxLength: 4 }), fc.double({ min: 0.05, max: 6, noNaN: true }), (branches, limit) => {
        const exact = expectedFlow(branches, limit)
        expect(Math.abs(exact - bySteps(branches, limit))).toBeLessThanOrEqual(0.002 * exact + 2e-4)
      }),
      { numRuns: 40 },
    )
  })
  const outletOf = fc.record({
    mean: fc.double({ min: 0, max: 2, noNaN: true }),
    gutter: fc.double({ min: 0.05, max: 4, noNaN: true }),
    hole: fc.double({ min: 0.05, max: 4, noNaN: true }),
  })
  it('holes one above another on a fall, and pipes that join, between any intensities: as good as forty thousand steps', () => {
    const at = (branch: GutterBranch, x: number): { taken: number; past: number } => {
      const inflow =
        branch.mean * x +
        branch.above.reduce((sum, each) => sum + at(each, x).past, 0) +
        (branch.joins ?? []).reduce((sum, each) => sum + at(each, x).taken, 0)
      const brought = Math.min(inflow, branch.gutter)
      const taken = Math.min(brought, branch.hole)
      return { taken, past: brought - taken }
    }
    fc.assert(
      fc.property(
        fc.tuple(outletOf, outletOf, outletOf, outletOf),
        fc.double({ min: 0.05, max: 6, noNaN: true }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        fc.boolean(),
        ([a, b, c, d], limit, from, open) => {
          const top = { ...a, above: [] }
          const middle = { ...b, above: [top] }
          const low = { ...c, above: [middle] }
          const pipe = { mean: 0, gutter: Infinity, hole: d.hole, above: [], joins: [{ ...d, hole: 9, above: [] }, middle] }
          const to = open ? Infinity : from + 1.3
          const exact = meanOver([low, pipe], limit, from, to)
          const steps = 40_000
          const [most, least] = [Math.exp(-from), open ? 0 : Math.exp(-to)]
          let [passed, letBy] = [0, 0]
          for (let i = 0; i < steps; i++) {
            const x = -Math.log(least + ((most - least) * (i + 0.5)) / steps)
            passed += Math.min(limit, at(low, x).taken + at(pipe, x).taken)
            letBy += at(middle, x).past
          }
          const weight = (most - least) / steps
          expect(Math.abs(exact.passed - passed * weight)).toBeLessThanOrEqual(0.002 * exact.passed + 2e-4)
          expect(Math.abs(exact.letBy.get(middle)! - letBy * weight)).toBeLessThanOrEqual(2e-3)
        },
      ),
      { numRuns: 40 },
    )
  })
  it('pipes that fill in the lightest rain are summed as exactly as those that never do (closed form: m·(1 − e^(−c/m)))', () => {
    for (const share of [1e-9, 5e-4, 9e-4, 1.1e-3, 0.5, 3, 30]) {
      const half = { mean: 2, cap: 2 * share }
      expect(expectedFlow([half, half], Infinity) / (4 * -Math.expm1(-share))).toBeCloseTo(1, 12)
      expect(expectedFlow([half], Infinity) / (2 * -Math.expm1(-share))).toBeCloseTo(1, 12)
      expect(expectedFlow([half, { mean: 0, cap: 9 }], Infinity) / (2 * -Math.expm1(-share))).toBeCloseTo(1, 12)
    }
    expect(expectedFlow([], 1)).toBe(0)
    expect(expectedFlow([{ mean: 1, cap: 1 }], 0)).toBe(0)
  })
  it('however extreme, a mean of flows is none below nought and none above its limit', () => {
    const any = fc.double({ min: 0, max: 1e9, noNaN: true })
    const small = fc.double({ min: 0, max: 1e-6, noNaN: true })
    const size = fc.oneof(any, small)
    // Limits that rounding can hardly tell from one another: a gutter that brings all but exactly what its hole takes.
    const alike = fc
      .tuple(size, size, fc.double({ min: -1e-11, max: 1e-11, noNaN: true }))
      .map(([mean, hole, off]) => ({ mean, hole, gutter: hole * (1 + off) }))
    const branch = fc.oneof(fc.record({ mean: size, gutter: size, hole: size }), alike)
    fc.assert(
      fc.property(fc.array(branch, { minLength: 1, maxLength: 3 }), size, size, (list, limit, from) => {
        const branches = list.reduce<GutterBranch[]>((done, each) => [...done, { ...each, above: done.slice(-1) }], [])
        for (const to of [Infinity, from + 1e-9, from + 2]) {
          const { passed, taken, letBy } = meanOver(branches, limit, from, to)
          expect(Math.min(passed, ...taken.values(), ...letBy.values())).toBeGreaterThanOrEqual(0)
          expect(passed).toBeLessThanOrEqual(limit * (1 + 1e-9))
        }
      }),
      { numRuns: 300 },
    )
  })
  it('two halves alike are as one whole', () => {
    expect(
      expectedFlow(
        [
          { mean: 1, cap: 2 },
          { mean: 1, cap: 2 },
        ],
        3,
      ),
    ).toBeCloseTo(expectedFlow([{ mean: 2, cap: 4 }], 3), 12)
  })
})

describe('design flow', () => {
  it('75 mm/h on 40 m² is 0.83 L/s, nothing taken off (arithmetic; EN 12056-3:2000)', () => {
    expect(designFlow(75, 40) * 1e3).toBeCloseTo(0.8333, 4)
  })
  it('follows the roof to its own outlet', () => {
    const path = buildWaterPath(withyHard().schemes[0]!)
    expect(dropArea(path, 'river-drop')).toBeCloseTo(41.04, 9)
    expect(outletDesign(path).map(({ outlet }) => outlet.id)).toEqual(['river-outlet', 'lane-outlet'])
  })
})
