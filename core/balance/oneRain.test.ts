import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { pearLane, tanneryRow, withyHard } from '../demo'
import { buildWaterPath } from '../path'
import { setOutline } from '../edits'
import type { Scheme } from '../scheme'
import { INCH, SQUARE_FOOT, US_GALLON, LITRE } from '../units/constants'
import { oneRain } from './oneRain'

const demo = withyHard().schemes[0]!
const schemes = [demo, tanneryRow().schemes[0]!, pearLane().schemes[0]!, ...ARRANGEMENTS.map((make) => make())]
/** A roof that keeps all that falls on it. */
const plain = (scheme: Scheme, along: number, across: number): Scheme => {
  const [section] = scheme.sections
  const bare = setOutline({ ...scheme, sections: [section!] }, section!.id, { kind: 'rectangle', along, across })
  return {
    ...bare,
    sections: bare.sections.map((each) => ({
      ...each,
      measured: 'plan',
      exposure: 1,
      runoff: { kind: 'own', coefficient: 1, wetting: 0 },
    })),
  }
}

describe('one day’s rain', () => {
  it('half an inch on 8.2 m by 5 m is 521 litres (1 mm on 1 m² is 1 L; 12.7 mm × 41 m²)', () => {
    const scheme = plain(demo, 8.2, 5)
    const { falls, stays } = oneRain(buildWaterPath(scheme), scheme.stores[0]!.id, 12.7)
    expect(falls).toBeCloseTo(520.7, 9)
    expect(stays).toBeCloseTo(0, 9)
  })
  it('an inch on a square foot is 144/231 of a US gallon, exactly', () => {
    const scheme = plain(demo, 100 * Math.sqrt(SQUARE_FOOT), 10 * Math.sqrt(SQUARE_FOOT))
    const { falls } = oneRain(buildWaterPath(scheme), scheme.stores[0]!.id, INCH * 1000)
    expect((falls * LITRE) / US_GALLON).toBeCloseTo((1000 * 144) / 231, 6)
  })
  it('loses no litre, and a deeper rain never brings less', () => {
    for (const scheme of schemes) {
      const path = buildWaterPath(scheme)
      for (const { id } of scheme.stores) {
        let before = 0
        for (const depth of [0, 0.3, 2, 12.7, 40, 120]) {
          const { falls, stays, overEdge, shed, flushed, returned, captured } = oneRain(path, id, depth)
          expect(stays + overEdge + shed + flushed + returned + captured).toBeCloseTo(falls, 6)
          for (const part of [stays, overEdge, shed, flushed, returned, captured]) expect(part).toBeGreaterThanOrEqual(-1e-9)
          expect(captured).toBeGreaterThanOrEqual(before - 1e-6)
          before = captured
        }
      }
    }
  })
  it('refuses a rain below nothing', () => {
    const scheme = schemes[0]!
    expect(() => oneRain(buildWaterPath(scheme), scheme.stores[0]!.id, -1)).toThrow(RangeError)
  })
})
