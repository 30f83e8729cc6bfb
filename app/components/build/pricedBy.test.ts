import { describe, expect, it } from 'vitest'
import { pricedBy } from './pricedBy'

describe('prices by what is sold', () => {
  it('a foot, a square foot and a cubic foot are what the international yard makes them (1 ft = 0.3048 m)', () => {
    const foot = pricedBy({ unit: 'length' }, 'imperial')
    expect(foot.by).toBe('ft')
    expect(foot.factor).toBeCloseTo(0.3048, 12)
    expect(pricedBy({ unit: 'area' }, 'imperial').factor).toBeCloseTo(0.09290304, 12)
    expect(pricedBy({ unit: 'volume' }, 'imperial').factor).toBeCloseTo(0.028316846592, 12)
  })
  it('ten feet at 1.50 a foot come to 15', () => {
    const { factor } = pricedBy({ unit: 'length' }, 'imperial')
    const perMetre = 1.5 / factor
    expect(perMetre * 10 * 0.3048).toBeCloseTo(15, 9)
  })
  it('pieces and whole lengths cost what they cost, whatever the tape', () => {
    for (const system of ['metric', 'imperial'] as const) {
      expect(pricedBy({ unit: 'each' }, system)).toEqual({ by: 'each', factor: 1 })
      expect(pricedBy({ unit: 'length', sold: 3 }, system)).toEqual({ by: 'sold', factor: 1 })
    }
    expect(pricedBy({ unit: 'volume' }, 'metric')).toEqual({ by: 'm3', factor: 1 })
  })
})
