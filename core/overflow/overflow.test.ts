import { describe, expect, it } from 'vitest'
import { orificeFlow, stubFlow, stubHead } from './stub'

describe('overflow', () => {
  it('overflow-orifice: 76.2 mm of water over the centre of five bores (orifice equation)', () => {
    const expected = [0.2516, 0.7098, 0.9637, 1.5879, 3.496]
    ;[20.9, 35.1, 40.9, 52.5, 77.9].forEach((bore, i) =>
      expect(Math.abs((orificeFlow(bore / 1000, 0.0762) * 1e3) / expected[i]! - 1)).toBeLessThanOrEqual(0.001),
    )
  })
  it('overflow-stub: half, one and one and a half bores of head over the invert (critical flow in a circular section, orifice Cd 0.6 where smaller)', () => {
    const expected = [0.715, 2.414, 3.535]
    ;[0.5, 1, 1.5].forEach((share, i) =>
      expect(Math.abs((stubFlow(0.0779, share * 0.0779) * 1e3) / expected[i]! - 1)).toBeLessThanOrEqual(0.005),
    )
  })
  it('comes near the fitted line for H ≤ D (0.455·√g·D^2.5·(H/D)^1.78, within 3 % from half a bore)', () => {
    for (let share = 0.5; share < 1; share += 0.05) {
      const fit = 0.455 * Math.sqrt(9.80665) * 0.1 ** 2.5 * share ** 1.78
      expect(Math.abs(stubFlow(0.1, share * 0.1) / fit - 1)).toBeLessThanOrEqual(0.03)
    }
  })
  it('well covered, beyond two bores of head, is the hole under the head over its centre; nothing runs at no head', () => {
    for (const bore of [0.0209, 0.0525, 0.1])
      for (const share of [2.001, 3, 10]) expect(stubFlow(bore, share * bore)).toBeCloseTo(orificeFlow(bore, (share - 0.5) * bore), 15)
    expect(stubFlow(0.1, 0)).toBe(0)
    expect(stubHead(0.1, 0)).toBe(0)
  })
  it('never runs less for more water over it, and where the laws meet it does not jump', () => {
    let before = 0
    for (let head = 0.001; head < 0.3; head += 0.001) {
      const now = stubFlow(0.0779, head)
      expect(now).toBeGreaterThanOrEqual(before)
      before = now
    }
  })
  it('names what is out of range', () => {
    expect(() => stubFlow(0.1, -1)).toThrow(/^head/)
    expect(() => orificeFlow(0.1, -1)).toThrow(/^head/)
    expect(() => stubHead(0.1, -1)).toThrow(/^flow/)
  })
  it('finds the head for a flow again', () => {
    for (const flow of [0.0001, 0.001, 0.003]) expect(stubFlow(0.0525, stubHead(0.0525, flow))).toBeCloseTo(flow, 7)
  })
  it('refuses a bore of nought by name', () => {
    expect(() => stubFlow(0, 0.1)).toThrow(/^bore/)
  })
})
