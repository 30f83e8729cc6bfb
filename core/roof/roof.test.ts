import { describe, expect, it } from 'vitest'
import { withyHard } from '../demo'
import { COVERS } from '../scheme'
import { makeRecord } from '../rain/makeRecord'
import { COVER_DATA } from './covers'
import { planArea, planFromSlope } from './planArea'
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
