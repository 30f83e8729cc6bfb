import { describe, expect, it } from 'vitest'
import { cans, tap } from '../arrangements/parts'
import { GRAVITY, WATER_DENSITY } from '../units/constants'
import { dailyDemand, monthlyDemand } from './dailyDemand'
import { tapFlow } from './tapFlow'

describe('demand', () => {
  it('cans, litres and heads come to litres a day', () => {
    const byMonth = Array.from({ length: 12 }, () => 2)
    expect(dailyDemand(cans('c', 'C', 't', 0, { byMonth }))[0]).toBeCloseTo(0.02, 12)
    const common = { id: 'x', name: 'X', use: 'stock', from: { kind: 'tap', tap: 't' }, priority: 1 } as const
    expect(
      monthlyDemand([
        { kind: 'animals', ...common, heads: 12, each: 0.00025, byMonth: Array.from({ length: 12 }, () => 1) },
        { kind: 'volume', ...common, byMonth: Array.from({ length: 12 }, () => 0.005) },
      ])[5],
    ).toBeCloseTo(8, 9)
  })
})

describe('tap', () => {
  it('runs nothing without head', () => {
    expect(tapFlow(tap('t', 'T', 'v'), 0.4, 0.5)).toBe(0)
  })
  it('a hose end below the tap gives more, above it less: the surface to the open end counts', () => {
    const hosed = (end: number) => tapFlow({ bore: 0.019, hose: { bore: 0.019, length: 5, end } }, 1, 0.5)
    expect(hosed(0)).toBeGreaterThan(hosed(0.4))
    expect(hosed(0.4)).toBeGreaterThan(0)
  })
  it('head-pressure: one foot is 0.433 psi, one metre 9.79 kPa (handbook value)', () => {
    const kiloPascal = (metres: number) => (WATER_DENSITY * GRAVITY * metres) / 1000
    expect(Math.abs(kiloPascal(1) / 9.79 - 1)).toBeLessThanOrEqual(0.003)
    expect(Math.abs((kiloPascal(0.3048) * 1000) / 6894.757 / 0.433 - 1)).toBeLessThanOrEqual(0.003)
  })
})
