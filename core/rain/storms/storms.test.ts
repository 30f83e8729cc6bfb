import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { typeTwoShare } from '../typeTwoStorm'
import { readStorm } from './readStorm'
import { alternatingStorm, blockStorm, intensityCurve, intensityOf, PEAKS, stormDepth, triangleStorm, typeTwoStorm } from './storm'

describe('storms', () => {
  it('hold the depth they are asked for, however they are stepped', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 300, noNaN: true }),
        fc.integer({ min: 600, max: 20_000 }),
        fc.constantFrom(60, 300, 600),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (depth, duration, step, peak) => {
          expect(stormDepth(blockStorm(depth, duration, step))).toBeCloseTo(depth, 6)
          expect(stormDepth(triangleStorm(depth, duration, peak, step))).toBeCloseTo(depth, 6)
        },
      ),
    )
    expect(stormDepth(typeTwoStorm(100))).toBeCloseTo(100, 9)
  })
  it('a triangle peaks at twice its mean, where it is told to (closed form)', () => {
    for (const peak of Object.values(PEAKS)) {
      const { intensity } = triangleStorm(30, 3600, peak, 60)
      const most = Math.max(...intensity)
      expect(most).toBeGreaterThan(58)
      expect(most).toBeLessThanOrEqual(60)
      expect(Math.abs(intensity.indexOf(most) - peak * 60)).toBeLessThanOrEqual(1)
    }
  })
  it('a type II storm bursts in the half hour round noon as its curve says (NRCS TR-55)', () => {
    const { intensity, step } = typeTwoStorm(100, 360)
    const share = [...intensity.slice(115, 125)].reduce((sum, each) => sum + each * (step / 3600), 0)
    expect(share).toBeCloseTo(100 * (typeTwoShare(12.5) - typeTwoShare(11.5)), 6)
  })
})

describe('a design storm', () => {
  const curve = intensityCurve({ minutes: 5, intensity: 120 }, { minutes: 60, intensity: 30 })
  it('passes through its two points (closed form)', () => {
    expect(intensityOf(curve, 5)).toBeCloseTo(120, 9)
    expect(intensityOf(curve, 60)).toBeCloseTo(30, 9)
  })
  it('holds the design rain of every duration round its middle', () => {
    const { intensity, step } = alternatingStorm(curve, 3600, 300)
    for (let n = 1; n <= 12; n++) {
      let most = 0
      for (let from = 0; from + n <= 12; from++)
        most = Math.max(
          most,
          intensity.slice(from, from + n).reduce((a, b) => a + b, 0),
        )
      expect((most * step) / 3600).toBeCloseTo((intensityOf(curve, n * 5) * n * 5) / 60, 6)
    }
  })
  it.each([
    [
      { minutes: 60, intensity: 30 },
      { minutes: 5, intensity: 120 },
    ],
    [
      { minutes: 5, intensity: 30 },
      { minutes: 60, intensity: 40 },
    ],
    [
      { minutes: 5, intensity: 30 },
      { minutes: 60, intensity: 0 },
    ],
  ])('refuses points that make no storm', (a, b) => expect(() => intensityCurve(a, b)).toThrow(RangeError))
})

describe('a gauge file', () => {
  const problems = (text: string) => {
    const read = readStorm(text)
    return 'problems' in read ? read.problems : []
  }
  it('is read with its clock, and dry steps that were left out', () => {
    const read = readStorm('time,mm\n14:00,0.2\n14:05,1.4\n14:15,0.6\n')
    if ('problems' in read) throw new Error('refused')
    expect(read.storm.step).toBe(300)
    expect([...read.storm.intensity]).toEqual([2.4, 16.8, 0, 7.2].map((each) => expect.closeTo(each, 9)))
    expect(stormDepth(read.storm)).toBeCloseTo(2.2, 9)
  })
  it('takes dates past midnight', () => {
    const read = readStorm('2024-06-01 23:55,1\n2024-06-02 00:00,2\n')
    if ('problems' in read) throw new Error('refused')
    expect(read.storm.intensity).toHaveLength(2)
  })
  it.each([
    ['14:00,1\n13:55,1', 'backwards', 2],
    ['14:00,1\n14:05,-1', 'negative', 2],
    ['14:00,1\n14:05,wet', 'notANumber', 2],
    ['14:00,1\nsoon,1', 'noTime', 2],
    ['14:00,1\n15:00,1', 'step', 2],
    ['14:00,1', 'empty', 1],
  ])('%j is told by its line', (text, problem, line) => {
    expect(problems(text)[0]).toMatchObject({ problem, line })
  })
})

describe('a gauge file that is no storm', () => {
  it('of years is told to be too long, not laid out', () => {
    const read = readStorm('2000-01-01 00:00,1\n2000-01-01 00:05,1\n2024-01-01 00:00,1')
    expect(read).toMatchObject({ problems: [{ problem: 'tooLong', line: 3 }] })
  })
  it('of two hundred thousand lines and of endless cells is answered', () => {
    const lines = Array.from({ length: 200_000 }, (_, i) => `${i * 5},1`).join('\n')
    expect(readStorm(lines)).toMatchObject({ problems: [{ problem: 'tooLong' }] })
    expect(readStorm(`0,1\n5,${' '.repeat(40_000)}x`)).toMatchObject({ problems: [{ problem: 'notANumber' }] })
  })
})
