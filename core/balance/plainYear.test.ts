import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drop, ground, handFlush, into, neck, rainHead } from '../arrangements/parts'
import { ARRANGEMENTS } from '../arrangements'
import { ensembleRows, inputsOfEnsemble, rainInputs } from '../service'
import { ensembleBands, packRows } from './ensemble'
import { withyHard, demoRecords } from '../demo'
import { buildWaterPath } from '../path/waterPath'
import { calendarOf, dayNumber, readyRain, type DailyRain, type ReadyRain } from '../rain'
import type { Scheme } from '../scheme'
import { usableVolume } from '../vessel/usable'
import { runTanks, shareOut, storeSeries } from './series'
import { simulateYears } from './simulateYears'
import { sweepInputs, sweepPoint } from './sweep'
import { storeLaws, tanksOf } from './tanks'

const RECORD = readyRain(withyHard().rain, demoRecords()[0])

/** The first year of the demo record alone. */
function oneYear(): ReadyRain {
  const days = RECORD.rain.year.indexOf(RECORD.rain.year[0]! + 1)
  const rain: DailyRain = {
    depths: RECORD.rain.depths.slice(0, days),
    month: RECORD.rain.month.slice(0, days),
    year: RECORD.rain.year.slice(0, days),
    weekday: RECORD.rain.weekday.slice(0, days),
    dayOfYear: RECORD.rain.dayOfYear.slice(0, days),
  }
  return { ...RECORD, rain, countedYears: [rain.year[0]!] }
}

/** A roof of 10 by 4 m under slate, a chamber opened by hand, the whole pipe into a butt, cans and a task drawn from it. */
function plainScheme(): Scheme {
  const [boathouse] = withyHard().schemes
  const scheme = structuredClone(boathouse!)
  Object.assign(scheme.sections[0]!, { outline: { kind: 'rectangle', along: 10, across: 4 }, cover: 'slate', exposure: 0.9 })
  Object.assign(scheme.gutters[0]!, { length: 10 })
  scheme.gutters[0]!.outlets[0]!.at = 10
  scheme.drops[0] = drop('river-drop', 'River', [neck('n'), rainHead('head'), handFlush('flush', 1.2)], into('butt'))
  scheme.drops[0].brackets = [2]
  const butt = scheme.stores[0]!.vessels[0]!
  butt.lid = 'screened'
  scheme.overflows = []
  scheme.demands = [
    { ...scheme.demands[1]!, priority: 1 },
    {
      kind: 'task',
      id: 'wash',
      name: 'Wash',
      use: 'washing',
      from: { kind: 'tap', tap: 'butt-tap' },
      priority: 2,
      skipAfterRain: 3,
      each: 0.025,
      weekdays: [2, 5],
      months: [4, 5, 6, 7, 8, 9],
    },
  ]
  return scheme
}

describe('a whole year, worked again as in a plain table', () => {
  const scheme = plainScheme()
  const year = oneYear()
  const path = buildWaterPath(scheme)
  const result = simulateYears(path, 'butt-store', year)

  // Every step of every day, with nothing of the application but the record and the sizes on paper.
  const volume = usableVolume(path, 'butt-store').volume * 1000
  const chamber = (Math.PI / 4) * 0.0779 ** 2 * 1.2 * 1000
  const byMonth = [4, 4, 6, 8, 10, 10, 10, 8, 8, 6, 4, 4]
  // Limits in L/s: EN 12056-3 for gutter, hole and pipe, as the neck of each alone.
  const section = (Math.PI / 8) * 112 ** 2
  const nominal = 2.78e-5 * section ** 1.25
  const ratio = 10 / 0.056
  const column4 = ratio < 175 ? 1.07 + (0.01 * (ratio - 150)) / 25 : 1.08 + (0.02 * (ratio - 175)) / 25
  const column6 = ratio < 175 ? 1.17 + (0.04 * (ratio - 150)) / 25 : 1.21 + (0.04 * (ratio - 175)) / 25
  const gutter = 0.9 * nominal * ((column4 + column6) / 2)
  const hole = (63 * 28 ** 1.5) / 7500
  const pipe = 2.5e-4 * 0.25 ** -0.167 * 64 ** 2.667 * 0.33 ** 1.667
  const cap = Math.min(gutter, hole, pipe)

  function table(start: number) {
    const days: { inflow: number; wanted: number; drawn: number; held: number; spill: number; flushed: number; over: number }[] = []
    let held = start
    const first = dayNumber(year.rain.year[0]!, 1, 1)
    for (let i = 0; i < year.rain.depths.length; i++) {
      const rain = year.rain.depths[i]!
      const runoff = rain > 0.3 ? 40 * 0.9 * 0.9 * (rain - 0.3) : 0
      const mean = runoff / (5 * 3600)
      const passed = runoff > 0 ? runoff * (1 - Math.exp(-cap / mean)) : 0
      const flushed = Math.min(passed, chamber)
      const inflow = passed - flushed
      const date = new Date((first + i) * 86_400_000)
      const wet = rain >= 3 || (i > 0 && year.rain.depths[i - 1]! >= 3)
      const task = !wet && [2, 5].includes(date.getUTCDay()) && date.getUTCMonth() >= 3 && date.getUTCMonth() <= 8 ? 25 : 0
      const wanted = byMonth[date.getUTCMonth()]! + task
      const drawn = Math.min(wanted, held)
      const left = held + inflow - drawn
      held = Math.min(left, volume - drawn)
      days.push({ inflow, wanted, drawn, held, spill: left - held, flushed, over: runoff - passed })
    }
    return days
  }
  const warm = table(0).at(-1)!.held
  const days = table(warm)
  const sum = (key: keyof (typeof days)[number]) => days.reduce((total, day) => total + day[key], 0)

  it('agrees to 1e-9 in every sum', () => {
    const close = (value: number, expected: number) => expect(Math.abs(value - expected)).toBeLessThanOrEqual(1e-9 * Math.max(1, expected))
    close(result.startHeld, warm)
    close(result.total.captured, sum('inflow'))
    close(result.total.flushed, sum('flushed'))
    close(result.total.overEdge, sum('over'))
    close(result.total.demand, sum('wanted'))
    close(result.total.used, sum('drawn'))
    close(result.total.spilled, sum('spill'))
    close(result.endHeld, days.at(-1)!.held)
  })
  it('and day by day', () => {
    days.forEach(({ held }, i) => expect(Math.abs(result.store[i]! - held)).toBeLessThan(1e-4))
    expect(result.total.daysMet).toBe(days.filter(({ wanted, drawn }) => wanted > 0 && drawn >= 0.999 * wanted).length)
  })
  it('the first in rank gets its water first', () => {
    let [oars, wash] = [0, 0]
    days.forEach(({ drawn }, i) => {
      const first = Math.min(byMonth[year.rain.month[i]!]!, drawn)
      oars += first
      wash += drawn - first
    })
    const span = days.length / 365.25
    expect(result.demands.find(({ id }) => id === 'oars')!.got).toBeCloseTo(oars / span, 6)
    expect(result.demands.find(({ id }) => id === 'wash')!.got).toBeCloseTo(wash / span, 6)
  })
})

describe('water shared out', () => {
  it('by rank, then by what each wants (worked by hand)', () => {
    const wanted = [20, 40, 20].map((litres) => Float64Array.of(litres, litres, 0, 0))
    const drawn = Float64Array.of(50, 100, 30, 0)
    // A day on which it does not suffice, one on which it does, one on which nothing is wanted, and one on which nothing is there either.
    expect(shareOut(drawn, wanted, [1, 2, 2])).toEqual([20 + 20, 20 + 40, 10 + 20])
    expect(drawn).toEqual(Float64Array.of(50, 100, 30, 0))
  })
  it('never gives more than is wanted nor than there is', () => {
    const demand = fc.record({ wanted: fc.double({ min: 0, max: 100, noNaN: true }), rank: fc.integer({ min: 1, max: 4 }) })
    fc.assert(
      fc.property(fc.double({ min: 0, max: 300, noNaN: true }), fc.array(demand, { maxLength: 6 }), (drawn, demands) => {
        const sorted = demands.toSorted((a, b) => a.rank - b.rank)
        const got = shareOut(
          Float64Array.of(drawn),
          sorted.map(({ wanted }) => Float64Array.of(wanted)),
          sorted.map(({ rank }) => rank),
        )
        const total = got.reduce((a, b) => a + b, 0)
        const asked = demands.reduce((a, { wanted }) => a + wanted, 0)
        expect(total).toBeCloseTo(Math.min(drawn, asked), 6)
        got.forEach((litres, i) => expect(litres).toBeLessThanOrEqual(sorted[i]!.wanted + 1e-9))
      }),
    )
  })
})

describe('cascades', () => {
  const series = ARRANGEMENTS[17]!()
  it('only a vessel with a tap is a store; the others hand on', () => {
    const tanks = tanksOf(buildWaterPath(series), 'store')
    expect(tanks.map(({ id }) => id)).toEqual(['settle', 'second', 'third'])
    expect(tanks.map(({ volume }) => volume > 0)).toEqual([false, false, true])
    expect(tanks.map(({ spillsTo }) => spillsTo)).toEqual([1, 2, undefined])
  })
  it('two stores: what the first spills comes to the second, and nowhere else', () => {
    const scheme = twoStores()
    const path = buildWaterPath(scheme)
    const first = simulateYears(path, 'butt-store', RECORD)
    const second = simulateYears(path, 'lower', RECORD)
    expect(first.total.surplus).toBeGreaterThan(0)
    expect(second.total.received).toBeCloseTo(first.total.surplus, 6)
    expect(second.total.runoff).toBe(0)
  })
  it('a store that is filled by another’s overflow is swept, and run through made years, on what comes to it', () => {
    const job = withyHard()
    const rain = rainInputs(job.rain, demoRecords()[0], job)
    // Sixty records at a catch factor drawn about one, the present volume alone: the middle one is near the record's own.
    const middle = (scheme: Scheme, store: string) => {
      const inputs = inputsOfEnsemble(scheme, store, rain, { volumes: [] })
      return ensembleBands(inputs, [packRows(ensembleRows(inputs, 0, 60), inputs.volumes.length)]).figures
    }
    // Two stores of one tank each, and one store of two tanks.
    for (const [scheme, store] of [
      [twoStores(), 'lower'],
      [ARRANGEMENTS[7]!(), 'store'],
    ] as const) {
      const path = buildWaterPath(scheme)
      const own = simulateYears(path, store, RECORD)
      const laid = storeSeries(storeLaws(path, store), store, RECORD.rain, RECORD.site)
      expect(sweepPoint(sweepInputs(laid, RECORD, scheme.spillRule), own.volume).met).toBeCloseTo(own.met, 9)
      const made = middle(scheme, store)
      expect(Math.abs(made.met.middle - own.met)).toBeLessThan(0.07)
      expect(Math.abs(made.kept.middle / own.keptPerYear - 1)).toBeLessThan(0.15)
    }
  })
  it('conserve water to 1e-9 whatever rain falls, over both stores together', () => {
    const path = buildWaterPath(twoStores())
    const laws = storeLaws(path, 'lower')
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 120, noNaN: true }), { minLength: 5, maxLength: 120 }), (depths) => {
        const rain: DailyRain = { depths: Float64Array.from(depths), ...calendarOf(dayNumber(2001, 1, 1), depths.length) }
        const run = runTanks(storeSeries(laws, 'lower', rain, RECORD.site), 'after-spillage', depths.length)
        const [upper, lower] = run
        const came = upper!.inflow.reduce((a, b) => a + b, 0)
        const gone = [upper!, lower!].reduce((total, { run: each }) => total + each.yield.reduce((a, b) => a + b, 0), 0)
        const lost = lower!.run.spill.reduce((a, b) => a + b, 0)
        const kept = [upper!, lower!].reduce((total, { run: each, startHeld }) => total + each.store.at(-1)! - startHeld, 0)
        expect(Math.abs(came - gone - lost - kept)).toBeLessThanOrEqual(1e-9 * Math.max(1, came))
      }),
    )
  })
  it('a sweep of a cascade never falls, and agrees with the full run at its own size', () => {
    const path = buildWaterPath(series)
    const laid = storeSeries(storeLaws(path, 'store'), 'store', RECORD.rain, RECORD.site)
    const inputs = sweepInputs(laid, RECORD, series.spillRule)
    const full = simulateYears(path, 'store', RECORD, { series: laid })
    expect(sweepPoint(inputs, full.volume).met).toBeCloseTo(full.met, 9)
    const met = [0, 200, 400, 800, 1600, 3200].map((volume) => sweepPoint(inputs, volume).met)
    met.slice(1).forEach((each, i) => expect(each).toBeGreaterThanOrEqual(met[i]! - 1e-12))
  })
  it('overflows that run in a ring are cut, not followed for ever', () => {
    const scheme = twoStores()
    scheme.overflows.push({ ...scheme.overflows[0]!, id: 'back', from: { vessel: 'low-butt', port: 'over' }, to: into('butt') })
    expect(tanksOf(buildWaterPath(scheme), 'lower').map(({ id }) => id)).toEqual(['butt-store', 'lower'])
  })
})

/** The boathouse butt, filled by the whole pipe, whose overflow fills a second butt lower down with its own tap. */
function twoStores(): Scheme {
  const scheme = plainScheme()
  const butt = scheme.stores[0]!.vessels[0]!
  butt.ports.push({ id: 'over', role: 'overflow', at: 0.8, bore: 0.05, clock: 3, screened: true, calmed: false })
  const low = structuredClone({ ...butt, id: 'low-butt', base: { ...butt.base, height: 0.1 } })
  scheme.stores.push({ ...scheme.stores[0]!, id: 'lower', vessels: [low], links: [] })
  scheme.overflows = [
    {
      id: 'over',
      from: { vessel: 'butt', port: 'over' },
      mouth: 'stub',
      bore: 0.05,
      fall: 0.02,
      vented: false,
      crest: 0,
      end: 0,
      screenedEnd: true,
      to: into('low-butt'),
    },
  ]
  scheme.taps.push({ ...scheme.taps[0]!, id: 'low-tap', vessel: 'low-butt' })
  scheme.demands.push({ ...scheme.demands[0]!, id: 'low', from: { kind: 'tap', tap: 'low-tap' } })
  scheme.drops.push(drop('spare', 'Spare', [], ground('drain')))
  return scheme
}
