import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { TrialStorm } from '../../scheme'
import { stormDepth } from './storm'
import { readStormTable } from './readStormTable'
import { scaledTable } from './stormTable'
import { stormOf } from './trialStorm'

describe('a trial’s storm', () => {
  it.each<[string, TrialStorm, number, number]>([
    ['even rain', { kind: 'block', depth: 20, minutes: 45 }, 20, 45],
    ['one that swells', { kind: 'triangle', depth: 38.1, minutes: 20, peak: 'late' }, 38.1, 20],
    ['a day', { kind: 'type-two', depth: 90 }, 90, 1440],
    ['a gauge’s', { kind: 'gauge', name: 'g', step: 300, depths: [1, 2.5, 0, 4] }, 7.5, 20],
  ])('%s holds its depth over its minutes', (_, storm, depth, minutes) => {
    const made = stormOf(storm)
    expect(stormDepth(made)).toBeCloseTo(depth, 9)
    expect((made.step * made.intensity.length) / 60).toBeCloseTo(minutes, 9)
  })
  it('a design storm holds its curve’s depth, and points that make none are refused', () => {
    const storm = { kind: 'design' as const, shorter: { minutes: 5, intensity: 120 }, longer: { minutes: 60, intensity: 30 }, minutes: 60 }
    expect(stormDepth(stormOf(storm))).toBeCloseTo(30, 6)
    expect(() => stormOf({ ...storm, longer: { minutes: 60, intensity: 200 } })).toThrow(RangeError)
  })
})

describe('a table of design storms', () => {
  it('scaled to a design rain goes through it at five minutes in ten years, and rises with length and rarity', () => {
    fc.assert(
      fc.property(fc.double({ min: 20, max: 300, noNaN: true }), (intensity) => {
        const { years, minutes, depths } = scaledTable(intensity)
        const ten = depths[years.indexOf(10)]!
        expect(ten[0]! / ((intensity * (15 / 20) ** 0.75 * minutes[0]!) / 60)).toBeCloseTo(1, 1)
        for (const row of depths) expect(row).toEqual([...row].sort((a, b) => a - b))
        minutes.forEach((_, j) => expect(depths.map((row) => row[j]!)).toEqual(depths.map((row) => row[j]!).toSorted((a, b) => a - b)))
      }),
    )
  })
  it('is read as it is pasted, with commas or semicolons and units behind the figures', () => {
    expect(readStormTable('min;10;30 min\n2 years;7,5;11\n10;12;19')).toEqual({
      table: {
        years: [2, 10],
        minutes: [10, 30],
        depths: [
          [7.5, 11],
          [12, 19],
        ],
      },
    })
  })
  it('in inches is read in inches', () => {
    const read = readStormTable('min,10,30\n2,0.4 in,1', 25.4)
    expect(read).toMatchObject({ table: { depths: [[expect.closeTo(10.16, 9), 25.4]] } })
  })
  it.each([
    ['', 'empty', 1, 1],
    ['min,10,30\n2,7,wet', 'notANumber', 2, 3],
    ['min,10,30\n2,7', 'ragged', 2, 3],
    ['min,10,9000\n2,7,11', 'range', 1, 3],
    ['min,10,30\n2,7,1100', 'range', 2, 3],
    ['min,30,10\n2,7,11', 'order', 1, 3],
    ['min,10,30\n2,11,7', 'order', 2, 3],
    ['min,10,30\n2,7,11\n10,6,12', 'order', 3, 2],
    [`min,10\n${Array.from({ length: 9 }, (_, i) => `${i + 1},${i + 5}`).join('\n')}`, 'tooMany', 1, 1],
  ])('%j is told as %s in line %i, column %i', (text, problem, line, column) => {
    const read = readStormTable(text)
    expect(
      'problems' in read ? read.problems.some((each) => each.problem === problem && each.line === line && each.column === column) : read,
    ).toBe(true)
  })
})
