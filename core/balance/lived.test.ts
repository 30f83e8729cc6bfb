import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { newJob } from '../demo'
import { buildWaterPath } from '../path/waterPath'
import { readyRain, type ReadyRain } from '../rain'
import { defaultSite, type AnnualRain, type Scheme } from '../scheme'
import { runStore } from './runStore'
import { firstYearLength, simulateYears, type YearsResult } from './simulateYears'
import { storeSeries, warmStart } from './series'
import { storeLaws } from './tanks'
import { sweep, sweepInputs } from './sweep'

const RAIN: AnnualRain = { kind: 'annual', total: 800, pattern: 'even', hemisphere: 'north', wetDays: 150, spread: 0.1, years: 12, seed: 9 }
const cold = { ...defaultSite(), low: defaultSite().low.map((low) => low - 4) }
const mild = { ...defaultSite(), low: defaultSite().low.map((low) => low + 25), high: defaultSite().high.map((high) => high + 25) }
const at = (site: typeof cold): ReadyRain => readyRain(RAIN, undefined, { site, seasonFactors: [1, 1, 1, 1] })
const closes = ({ total, startHeld, endHeld }: YearsResult) => {
  const { runoff, received, used, spilled, returned, overEdge, shed, flushed, evaporated } = total
  expect(runoff + received + startHeld).toBeCloseTo(used + spilled + returned + overEdge + shed + flushed + evaporated + endHeld, 3)
}

describe('a winter shut-off', () => {
  // Totes stacked two high, with a shut-off for the winter in the pipe.
  const scheme = ARRANGEMENTS[13]!()
  const path = buildWaterPath(scheme)
  const bare: Scheme = {
    ...scheme,
    drops: scheme.drops.map((drop) => ({ ...drop, devices: drop.devices.filter(({ kind }) => kind !== 'winter-shut-off') })),
  }
  const store = scheme.stores[0]!.id
  it('leads past the store in the season of frost, and in no other', () => {
    expect(scheme.drops.some(({ devices }) => devices.some(({ kind }) => kind === 'winter-shut-off'))).toBe(true)
    const ready = at(cold)
    const series = storeSeries(storeLaws(path, store), store, ready.rain, ready.site)
    const open = storeSeries(storeLaws(buildWaterPath(bare), store), store, ready.rain, ready.site)
    series.inflow.captured.forEach((litres, day) => {
      const shut = ready.site.frost[ready.rain.dayOfYear[day]!] === 1
      if (shut) expect(litres).toBe(0)
      // Away from the frost nothing is changed, but for what its first flush held when it was shut.
      else if (!shut && ready.rain.depths[day] === 0) expect(litres).toBe(open.inflow.captured[day])
    })
    const years = simulateYears(path, store, ready)
    expect(years.months[0]!.captured).toBe(0)
    expect(years.months[6]!.captured).toBeGreaterThan(0)
    closes(years)
  })
  it('does nothing where it never freezes', () => {
    const ready = at(mild)
    expect(ready.site.frost.includes(1)).toBe(false)
    expect(simulateYears(path, store, ready).keptPerYear).toBeCloseTo(simulateYears(buildWaterPath(bare), store, ready).keptPerYear, 6)
  })
})

describe('an open vessel', () => {
  const [scheme] = newJob('dries', 'Dries', 'en-GB', 'metric').schemes
  const opened: Scheme = {
    ...scheme!,
    demands: [],
    stores: scheme!.stores.map((store) => ({ ...store, vessels: store.vessels.map((vessel) => ({ ...vessel, lid: 'open' as const })) })),
  }
  const path = buildWaterPath(opened)
  it('loses a millimetre off a square metre for every millimetre that the air asks for, until it is empty', () => {
    const ready = at(mild)
    const dry: ReadyRain = { ...ready, rain: { ...ready.rain, depths: ready.rain.depths.map((depth, day) => (day < 200 ? depth : 0)) } }
    const years = simulateYears(path, 'store', dry)
    const body = opened.stores[0]!.vessels[0]!.body
    const area = body.kind === 'upright' ? body.area : 0
    const lost = (day: number) => years.store[day - 1]! - years.store[day]!
    for (const day of [202, 205, 210]) expect(lost(day)).toBeCloseTo(area * ready.site.thirst[ready.rain.dayOfYear[day]!]!, 3)
    expect(years.store.at(-1)).toBeCloseTo(0, 3)
    // The air takes no more than is there, and what it takes is nobody's draw.
    expect(years.total.used).toBeCloseTo(0, 9)
    expect(years.total.evaporated).toBeLessThanOrEqual(years.total.captured + years.startHeld + 1e-9)
    closes(years)
  })
  it('with a lid loses none, and a sweep of open ones agrees with the years at the size that is there', () => {
    const ready = at(mild)
    const asked: Scheme = { ...opened, demands: scheme!.demands }
    const own = buildWaterPath(asked)
    const years = simulateYears(own, 'store', ready)
    expect(simulateYears(buildWaterPath(scheme!), 'store', ready).total.evaporated).toBe(0)
    expect(years.total.evaporated).toBeGreaterThan(0)
    const series = storeSeries(storeLaws(own, 'store'), 'store', ready.rain, ready.site)
    const { points } = sweep(sweepInputs(series, ready, asked.spillRule), [years.volume])
    expect(points[0]!.met).toBeCloseTo(years.met, 9)
  })
})

describe('a pump that lifts into another vessel', () => {
  // Two barrels below, a header tank above that a pump fills.
  const scheme = ARRANGEMENTS[8]!()
  const path = buildWaterPath(scheme)
  const [below, above] = scheme.stores.map(({ id }) => id)
  const ready = at(mild)
  it('makes one store of both: what comes in below is drawn above, as one recurrence of their sums has it', () => {
    const years = simulateYears(path, above!, ready)
    const series = storeSeries(storeLaws(path, above!), above!, ready.rain, ready.site)
    expect(series.tanks).toHaveLength(1)
    const [{ tank, own, demand }] = series.tanks as [(typeof series.tanks)[number]]
    const start = warmStart(own, demand.all, firstYearLength(ready.rain), tank.volume, scheme.spillRule)
    const run = runStore(own, demand.all, tank.volume, start, scheme.spillRule)
    expect(years.total.used).toBeCloseTo(
      run.yield.reduce((sum, each) => sum + each, 0),
      6,
    )
    expect(years.total.used).toBeGreaterThan(0)
    closes(years)
  })
  it('is the same account whichever of the two is asked', () => {
    const [one, two] = [below!, above!].map((store) => simulateYears(path, store, ready))
    expect(one!.total.used).toBeCloseTo(two!.total.used, 9)
    expect(one!.volume).toBeCloseTo(two!.volume, 9)
  })
})
