import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { demoJobs, demoRecords, withyHard } from '../demo'
import { buildWaterPath, type WaterPath } from '../path/waterPath'
import { readyRain, type ReadyRain } from '../rain'
import type { Scheme } from '../scheme'
import { dailyInflow } from './inflow'
import { weibull } from './percentile'
import { oneInchFills, shareOfYear } from './quickRules'
import { runStore } from './runStore'
import { storeSeries } from './series'
import { simulateYears } from './simulateYears'
import { kneeOf, sweep, sweepInputs, sweepPoint, sweepVolumes } from './sweep'
import { storeLaws } from './tanks'

const INFLOW = [0, 120, 300, 0, 0, 40, 0, 500]
const DEMAND = [50, 50, 50, 50, 50, 50, 50, 50]

describe('a store through its days', () => {
  it('balance-yas: eight days of a 210 L butt, start 30 L (worked by hand from the operating rules of Jenkins et al. 1978)', () => {
    const run = runStore(INFLOW, DEMAND, 210, 30, 'after-spillage')
    expect([...run.yield]).toEqual([30, 0, 50, 50, 50, 50, 50, 0])
    expect([...run.store]).toEqual([0, 120, 160, 110, 60, 50, 0, 210])
    expect([...run.spill]).toEqual([0, 0, 210, 0, 0, 0, 0, 290])
  })
  it('balance-ybs: eight days of a 210 L butt, start 30 L (worked by hand from the operating rules of Jenkins et al. 1978)', () => {
    const run = runStore(INFLOW, DEMAND, 210, 30, 'before-spillage')
    expect([...run.yield]).toEqual([30, 50, 50, 50, 50, 50, 50, 50])
    expect([...run.store]).toEqual([0, 70, 210, 160, 110, 100, 50, 210])
    expect([...run.spill]).toEqual([0, 0, 110, 0, 0, 0, 0, 290])
  })
  const day = fc.double({ min: 0, max: 500, noNaN: true })
  const rule = fc.constantFrom('after-spillage' as const, 'before-spillage' as const)
  it('keeps every litre, to 1e-9 of what moved', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(day, day), { minLength: 1, maxLength: 60 }),
        fc.double({ min: 0, max: 800, noNaN: true }),
        rule,
        (days, volume, by) => {
          const run = runStore(
            days.map(([water]) => water),
            days.map(([, wanted]) => wanted),
            volume,
            0,
            by,
          )
          const moved = days.reduce((sum, [water]) => sum + water, 0)
          const gone = run.yield.reduce((a, b) => a + b, 0) + run.spill.reduce((a, b) => a + b, 0)
          expect(Math.abs(moved - gone - run.store.at(-1)!)).toBeLessThanOrEqual(1e-9 * Math.max(1, moved))
          expect(run.spill.every((litres) => litres >= -1e-9)).toBe(true)
          expect(run.store.every((litres) => litres >= -1e-9 && litres <= volume + 1e-9)).toBe(true)
        },
      ),
    )
  })
  it('refuses series of different length', () => {
    expect(() => runStore([1], [1, 2], 10, 0, 'after-spillage')).toThrow(/^demand/)
  })
})

const ready = (): ReadyRain => readyRain(withyHard().rain, demoRecords()[0])
const READY = ready()
const groundOf = (path: WaterPath) =>
  sweepInputs(storeSeries(storeLaws(path, 'butt-store'), 'butt-store', READY.rain, READY.site), READY, path.scheme.spillRule)

describe('the years of a scheme', () => {
  const accounts: [string, Scheme, string][] = [
    ...demoJobs().map(({ name, schemes }) => [name, schemes[0]!, schemes[0]!.stores[0]!.id] as [string, Scheme, string]),
    ...ARRANGEMENTS.map((make) => make()).map((scheme) => [scheme.name, scheme, scheme.stores[0]!.id] as [string, Scheme, string]),
  ]
  it.each(accounts)('%s: runoff is all found again to 1e-9', (_, scheme, store) => {
    const years = simulateYears(buildWaterPath(scheme), store, READY)
    const { runoff, received, used, spilled, returned, overEdge, shed, flushed, evaporated } = years.total
    expect(
      Math.abs(runoff + received + years.startHeld - (used + spilled + returned + overEdge + shed + flushed + evaporated + years.endHeld)),
    ).toBeLessThanOrEqual(1e-9 * Math.max(1, runoff))
  })
  it('more volume never meets less demand', () => {
    const path = buildWaterPath(withyHard().schemes[0]!)
    const inputs = groundOf(path)
    fc.assert(
      fc.property(fc.double({ min: 0, max: 3000, noNaN: true }), fc.double({ min: 0, max: 1000, noNaN: true }), (volume, more) => {
        expect(sweepPoint(inputs, volume + more).met).toBeGreaterThanOrEqual(sweepPoint(inputs, volume).met - 1e-12)
      }),
      { numRuns: 60 },
    )
  })
  it('a wider hose never catches less', () => {
    const bores = [0.008, 0.013, 0.019, 0.025, 0.032]
    const caught = bores.map((bore) => {
      const scheme = structuredClone(withyHard().schemes[0]!)
      for (const device of scheme.drops[0]!.devices) if (device.kind === 'ring-trough') device.hose.bore = bore
      return dailyInflow(buildWaterPath(scheme), 'butt-store', READY.rain).captured.reduce((a, b) => a + b, 0)
    })
    caught.slice(1).forEach((litres, i) => expect(litres).toBeGreaterThanOrEqual(caught[i]!))
  })
  it('years and months add up to the whole', () => {
    const years = simulateYears(buildWaterPath(withyHard().schemes[0]!), 'butt-store', READY)
    for (const key of ['used', 'runoff', 'captured', 'demand', 'daysMet'] as const) {
      expect(years.years.reduce((sum, year) => sum + year[key], 0)).toBeCloseTo(years.total[key], 4)
      expect(years.months.reduce((sum, month) => sum + month[key], 0)).toBeCloseTo(years.total[key], 4)
    }
  })
  it('dry, one in five, middle and wet years stand in order, and are those of the years themselves', () => {
    const { metRange, years } = simulateYears(buildWaterPath(withyHard().schemes[0]!), 'butt-store', READY)
    const met = years.map(({ used, demand }) => used / demand).toSorted((a, b) => a - b)
    const { low, fifth, middle, high } = metRange
    expect([low, fifth, middle, high]).toEqual([low, fifth, middle, high].toSorted())
    // Thirty years: the one in five lies at 0.2 · 31 = 6.2, a fifth of the way from the sixth to the seventh (closed form).
    expect(fifth).toBeCloseTo(met[5]! + 0.2 * (met[6]! - met[5]!), 12)
  })
  it('gives no one-in-ten from fewer than ten years', () => {
    const few = readyRain(
      { kind: 'annual', total: 640, pattern: 'even', hemisphere: 'north', wetDays: 150, spread: 0.1, years: 9, seed: 1 },
      undefined,
    )
    const range = simulateYears(buildWaterPath(withyHard().schemes[0]!), 'butt-store', few).metRange
    expect(range.low).toBeUndefined()
    expect(range.middle).toBeGreaterThan(0)
  })
})

describe('the longest short spell', () => {
  it('begins where it is said to, lasts as long as it is said to, and none is longer', () => {
    const { short, total, longestShort, longestShortStart } = simulateYears(buildWaterPath(withyHard().schemes[0]!), 'butt-store', READY)
    expect(longestShort).toBe(total.longestShort)
    const spells: [start: number, days: number][] = []
    short.forEach((each, day) => {
      if (each === 1 && short[day - 1] !== 1) spells.push([day, 0])
      if (each === 1) spells.at(-1)![1]++
    })
    const most = Math.max(...spells.map(([, days]) => days))
    expect([longestShortStart, longestShort]).toEqual(spells.find(([, days]) => days === most))
    expect(longestShortStart).toBeGreaterThan(0)
  })
})

describe('sweep', () => {
  const path = buildWaterPath(withyHard().schemes[0]!)
  it('agrees with the full run at the same volume, for both rules', () => {
    for (const spillRule of ['after-spillage', 'before-spillage'] as const) {
      const own = buildWaterPath({ ...withyHard().schemes[0]!, spillRule })
      const full = simulateYears(own, 'butt-store', READY, { volume: 300 })
      const point = sweepPoint(groundOf(own), 300)
      expect(point.met).toBeCloseTo(full.met, 12)
      expect(point.range.low).toBeCloseTo(full.metRange.low!, 12)
    }
  })
  it('bends between its ends', () => {
    const result = sweep(groundOf(path), sweepVolumes(192, 50))
    expect(result.knee).toBeGreaterThan(0)
    expect(result.knee).toBeLessThan(49)
  })
  it('tries sizes at even steps, from nothing to six times what is there and to a cubic metre at least', () => {
    expect(sweepVolumes(500, 4)).toEqual([0, 1000, 2000, 3000])
    expect(sweepVolumes(20, 5)).toEqual([0, 250, 500, 750, 1000])
    expect(sweepVolumes(500, 3, 80)).toEqual([0, 40, 80])
  })
  it('a straight line has no knee', () => {
    expect(kneeOf([0, 1, 2, 3].map((volume) => ({ volume, met: volume / 3 })))).toBeUndefined()
  })
})

describe('rules and ranks', () => {
  it('five-percent: the lesser of yield and demand (BS 8515 intermediate approach 5 %, DIN 1989-1 6 %)', () => {
    expect(shareOfYear(40, 30, 0.05)).toBeCloseTo(1.5, 9)
    expect(shareOfYear(40, 30, 0.06)).toBeCloseTo(1.8, 9)
    expect(oneInchFills(41)).toBeCloseTo(1.0414, 9)
  })
  it('Weibull positions: the tenth of nine values is their smallest, the half their middle (closed form m/(n+1))', () => {
    const nine = [9, 1, 8, 2, 7, 3, 6, 4, 5]
    expect(weibull(nine, 0.1)).toBe(1)
    expect(weibull(nine, 0.5)).toBe(5)
    expect(weibull(nine, 0.9)).toBe(9)
  })
})
