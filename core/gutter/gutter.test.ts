import { describe, expect, it } from 'vitest'
import { gutter, outlet } from '../arrangements/parts'
import { depthFactor, designCapacity, gutterSection, lengthFactor, nominalCapacity } from './capacity'
import { outletShares } from './outletShares'

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
    outletShares(gutter(...parts)).map(({ outlet: { id }, share, leg }) => [id, share, leg])
  it('one takes all', () => {
    expect(of('g', 'G', 10, [outlet('a', 10, 2, 'd')])).toEqual([['a', 1, 10]])
  })
  it('the water divides at the high point', () => {
    expect(of('g', 'G', 10, [outlet('a', 0, 2, 'd'), outlet('b', 10, 2, 'd')], { highPoints: [4] })).toEqual([
      ['a', 0.4, 4],
      ['b', 0.6, 6],
    ])
  })
  it('and half-way between the outlets of a level run', () => {
    expect(of('g', 'G', 10, [outlet('a', 0, 2, 'd'), outlet('b', 6, 2, 'd')], { fall: 0 })).toEqual([
      ['a', 0.3, 3],
      ['b', 0.7, 4],
    ])
  })
  it('a stretch without an outlet gives nothing', () => {
    expect(of('g', 'G', 10, [outlet('b', 10, 2, 'd')], { highPoints: [4] })).toEqual([['b', 0.6, 6]])
  })
  it('an outlet past the end is named', () => {
    expect(() => outletShares(gutter('g', 'G', 5, [outlet('far', 9, 2, 'd')]))).toThrow(/far/)
  })
})
