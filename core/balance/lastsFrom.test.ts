import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { lastsFrom } from './lastsFrom'
import { ENOUGH, runStore, type SpillRule } from './runStore'

const RULES: readonly SpillRule[] = ['after-spillage', 'before-spillage']
/** Months of thirty days each. */
const monthsOf = (days: number) => Uint8Array.from({ length: days }, (_, day) => Math.floor(day / 30) % 12)
const even = (days: number, each: number) => new Float64Array(days).fill(each)

describe('how long a full store lasts', () => {
  it('is what it holds over what is drawn a day, where it does not rain (closed form)', () => {
    const days = 720
    // June begins twice, on the 150th day and the 510th; 200 L at 16 L a day meet twelve whole days.
    for (const rule of RULES) expect(lastsFrom(even(days, 0), even(days, 16), monthsOf(days), 5, 200, rule)).toBe(12)
    for (const rule of RULES) expect(lastsFrom(even(days, 0), even(days, 250), monthsOf(days), 5, 200, rule)).toBe(0)
  })
  it('is a year at most, and as much of one as is left of the record', () => {
    const days = 720
    const rain = even(days, 20)
    for (const rule of RULES) expect(lastsFrom(rain, even(days, 16), monthsOf(days), 5, 200, rule)).toBe((365 + 210) / 2)
    expect(lastsFrom(rain, even(days, 16), monthsOf(days), 0, 200, 'after-spillage')).toBe(360)
    expect(lastsFrom(rain, even(days, 16), new Uint8Array(days), 0, 200, 'after-spillage')).toBe(0)
  })
  it('takes the rain of the day before it is drawn from under the rule that does so alone', () => {
    const days = 60
    const rain = even(days, 0)
    rain[30] = 10
    // Full at 10, and 20 wanted on the first of the month: met only with the rain of that day.
    const wanted = even(days, 20)
    expect(lastsFrom(rain, wanted, monthsOf(days), 1, 10, 'after-spillage')).toBe(0)
    expect(lastsFrom(rain, wanted, monthsOf(days), 1, 10, 'before-spillage')).toBe(1)
  })
  it('ends where a run of the whole store first goes short', () => {
    const litres = fc.double({ min: 0, max: 60, noNaN: true })
    const series = fc.integer({ min: 40, max: 800 }).chain((days) =>
      fc.record({
        inflow: fc.array(litres, { minLength: days, maxLength: days }).map((all) => Float64Array.from(all)),
        demand: fc.array(litres, { minLength: days, maxLength: days }).map((all) => Float64Array.from(all)),
        volume: fc.double({ min: 1, max: 900, noNaN: true }),
        start: fc.integer({ min: 0, max: 11 }),
        rule: fc.constantFrom(...RULES),
      }),
    )
    fc.assert(
      fc.property(series, ({ inflow, demand, volume, start, rule }) => {
        const month = monthsOf(inflow.length)
        const firsts = [...month.keys()].filter((day) => day > 0 && month[day] === start && month[day - 1] !== start)
        const lasted = firsts.map((day) => {
          const until = Math.min(day + 365, month.length)
          const run = runStore(inflow.subarray(day, until), demand.subarray(day, until), volume, volume, rule)
          const short = run.yield.findIndex((drawn, i) => drawn < ENOUGH * demand[day + i]!)
          return short < 0 ? until - day : short
        })
        const mean = lasted.length > 0 ? lasted.reduce((sum, each) => sum + each, 0) / lasted.length : 0
        expect(lastsFrom(inflow, demand, month, start, volume, rule)).toBeCloseTo(mean, 9)
      }),
    )
  })
})
