import { describe, expect, it } from 'vitest'
import { demoRecords, tanneryRow, withyHard } from '../demo'
import { inputsOfEnsemble, ensembleRows, rainInputs } from '../service'
import { CATALOGUE, fromCatalogue } from '../vessel/catalogue'
import { bandOf, catchFactor, ensembleBands, generatorOf, packRows } from './ensemble'
import { caughtBy, dailyInflow, intakeLaws } from './inflow'
import { ARRANGEMENTS } from '../arrangements'
import { makeYears } from '../rain/makeRecord'
import { simulateYears } from './simulateYears'
import { commonUsable, onCurve, standingRoom, vesselSets } from './vesselSets'
import { buildWaterPath } from '../path/waterPath'

describe('an ensemble', () => {
  const job = withyHard()
  const rain = rainInputs(job.rain, demoRecords()[0], job)
  const inputs = inputsOfEnsemble(job.schemes[0]!, 'butt-store', rain)
  const rows = ensembleRows(inputs, 0, 60)
  const bands = ensembleBands(inputs, [packRows(rows.slice(0, 25), inputs.volumes.length), packRows(rows.slice(25), inputs.volumes.length)])
  it('packed and put together again, a band is that of its own column', () => {
    expect(bands.records).toBe(60)
    expect(bands.met[3]).toEqual(bandOf(rows.map(({ met }) => met[3]!)))
    expect(bands.shortDays[5]).toEqual(bandOf(rows.map(({ shortDays }) => shortDays[5]!)))
    expect(bands.figures.longest).toEqual(bandOf(rows.map(({ figures }) => figures.longest)))
  })
  it('catches what the full account catches, first flush and all', () => {
    for (const make of [...ARRANGEMENTS, () => job.schemes[0]!]) {
      const path = buildWaterPath(make())
      for (const { id } of path.scheme.stores)
        expect(caughtBy(intakeLaws(path, id), rain.ready.rain)).toEqual(dailyInflow(path, id, rain.ready.rain).captured)
    }
  })
  it('a row is the same whoever runs it', () => {
    expect(ensembleRows(inputs, 17, 18)[0]).toEqual(rows[17])
    expect(rows[0]!.figures.met).not.toBe(rows[1]!.figures.met)
  })
  it('demand met never falls and short days never rise with the volume', () => {
    for (const { met, shortDays } of rows) {
      for (let v = 2; v < met.length; v++) {
        expect(met[v]).toBeGreaterThanOrEqual(met[v - 1]! - 1e-12)
        expect(shortDays[v]).toBeLessThanOrEqual(shortDays[v - 1]! + 1e-12)
      }
    }
  })
  it('its bands are in order and hold the record’s own figure near their middle', () => {
    for (const band of [...bands.met, ...bands.shortDays, ...Object.values(bands.figures)]) {
      expect(band.low).toBeLessThanOrEqual(band.middle)
      expect(band.middle).toBeLessThanOrEqual(band.high)
    }
    const own = simulateYears(buildWaterPath(job.schemes[0]!), 'butt-store', rain.ready)
    expect(Math.abs(bands.figures.met.middle - own.met)).toBeLessThan(0.06)
    expect(Math.abs(bands.figures.kept.middle / own.keptPerYear - 1)).toBeLessThan(0.1)
  })
  it('its own volume comes first, and its figures are those of that volume', () => {
    rows.forEach(({ met, figures }) => expect(figures.met).toBe(met[0]))
  })
  it('what is kept and what is surplus make up what was caught', () => {
    for (const { figures } of rows) {
      expect(figures.kept).toBeGreaterThan(0)
      expect(figures.surplus).toBeGreaterThanOrEqual(-1e-6)
    }
  })
  it('does without a sweep when given its own volumes', () => {
    expect(inputsOfEnsemble(job.schemes[0]!, 'butt-store', rain, { volumes: [50, 100] }).volumes).toHaveLength(3)
  })
  it('refuses bands of nothing', () => expect(() => ensembleBands(inputs, [])).toThrow(RangeError))
})

const ANNUAL = { kind: 'annual', total: 1000, pattern: 'even', hemisphere: 'north', wetDays: 150, spread: 0.1, years: 12, seed: 9 } as const

describe('a generator', () => {
  it('of a year’s total alone rains that total, on as many days as were told', () => {
    const { model } = generatorOf(ANNUAL, undefined)
    expect(model.totals.reduce((a, b) => a + b, 0)).toBeCloseTo(1000, 6)
    const { rain } = makeYears(model, 100, 5, false)
    expect(rain.depths.reduce((a, b) => a + b, 0) / 100).toBeGreaterThan(850)
    expect(rain.depths.reduce((a, b) => a + b, 0) / 100).toBeLessThan(1150)
  })
  it('asks for the record that its source names', () => {
    const source = { kind: 'record', record: 'mine', gaps: 'zero' } as never
    expect(() => generatorOf(source, undefined)).toThrow('mine')
    expect(() => generatorOf(source, demoRecords()[0])).toThrow('mine')
  })
})

describe('an open vessel', () => {
  it('runs through made years as through its own record, with what the air takes gone', () => {
    const job = withyHard()
    const rain = rainInputs(job.rain, demoRecords()[0], job)
    const [scheme] = job.schemes
    const figures = (lid: 'open' | 'sealed') => {
      const lidded = {
        ...scheme!,
        stores: scheme!.stores.map((store) => ({ ...store, vessels: store.vessels.map((vessel) => ({ ...vessel, lid })) })),
      }
      const inputs = inputsOfEnsemble(lidded, 'butt-store', rain, { volumes: [] })
      const { met } = ensembleBands(inputs, [packRows(ensembleRows(inputs, 0, 60), 1)]).figures
      return { met: met.middle, own: simulateYears(buildWaterPath(lidded), 'butt-store', rain.ready).met }
    }
    const [open, closed] = [figures('open'), figures('sealed')]
    expect(open.met).toBeLessThan(closed.met)
    expect(Math.abs(closed.met - open.met - (closed.own - open.own))).toBeLessThan(0.02)
  })
})

describe('catch factor', () => {
  it('is the inverse of the triangle over 0.85, 1 and 1.05 (closed form)', () => {
    expect(catchFactor(0)).toBeCloseTo(0.85, 12)
    expect(catchFactor(0.75)).toBeCloseTo(1, 12)
    expect(catchFactor(1)).toBeCloseTo(1.05, 12)
  })
  it('has the triangle’s mean, a third of the sum of its corners', () => {
    const steps = 20_000
    let sum = 0
    for (let i = 0; i < steps; i++) sum += catchFactor((i + 0.5) / steps)
    expect(sum / steps).toBeCloseTo((0.85 + 1 + 1.05) / 3, 6)
  })
  it('a band holds eight in ten', () => {
    const { low, high } = bandOf(Array.from({ length: 99 }, (_, i) => i + 1))
    expect([low, high]).toEqual([10, 90])
  })
})

describe('sets from the catalogue', () => {
  const points = [0, 500, 1000, 2000, 4000].map((volume) => ({
    volume,
    met: 1 - Math.exp(-volume / 800),
    shortDays: 200 * Math.exp(-volume / 800),
  }))
  it('a tote loses 80 mm at the top and 50 at the bottom: about 143 of 1,041 L (geometry)', () => {
    expect(commonUsable(fromCatalogue('tote-275'))).toBeCloseTo((1041 * (0.955 - 0.13)) / 0.955, -1)
  })
  it('five totes stand side by side in 18 by 5 ft, none in 3 by 3', () => {
    const job = tanneryRow()
    expect(standingRoom(job.schemes[0]!.space, fromCatalogue('tote-275'))).toBe(5)
    expect(standingRoom({ width: 0.9, depth: 0.9, height: 0 }, fromCatalogue('tote-275'))).toBe(0)
  })
  it('are told in order of size, and whether they fit where room was measured', () => {
    const open = vesselSets(points, { width: 0, depth: 0, height: 0 }, Infinity)
    expect(open.every(({ fits }) => fits === undefined)).toBe(true)
    expect(open.map(({ usable }) => usable)).toEqual(open.map(({ usable }) => usable).toSorted((a, b) => a - b))
    expect(new Set(open.map(({ key }) => key)).size).toBeGreaterThan(CATALOGUE.length - 6)
    const low = vesselSets(points, { width: 3, depth: 1.3, height: 0.9 }, Infinity)
    expect(low.find(({ key, count }) => key === 'tote-275' && count === 1)!.fits).toBe(false)
    expect(low.find(({ key, count }) => key === 'butt-210' && count === 2)!.fits).toBe(true)
  })
  it('a curve is read between its points and held at its ends', () => {
    const curve = [
      { volume: 0, value: 0 },
      { volume: 10, value: 1 },
    ]
    expect([-1, 5, 20].map((at) => onCurve(curve, at))).toEqual([0, 0.5, 1])
    // A straight line in uneven pieces is that line everywhere, and its last point beyond them.
    const line = [2, 3, 7, 20].map((volume) => ({ volume, value: 5 + 3 * volume }))
    for (const at of [2, 2.5, 3, 4, 6.9, 12, 20]) expect(onCurve(line, at)).toBeCloseTo(5 + 3 * at, 12)
    expect([onCurve(line, 1), onCurve(line, 21), onCurve([], 4)]).toEqual([11, 65, 0])
  })
})
