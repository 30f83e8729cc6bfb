import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { simulateYears } from '../balance'
import { demoRecords, tanneryRow, withyHard } from '../demo'
import { buildWaterPath } from '../path/waterPath'
import { parseInput } from '../scheme'
import { answerFigures, rainInputs } from './answers'
import { balanceRequest } from './requests'

const job = withyHard()
const rain = rainInputs(job.rain, demoRecords()[0], job)

describe('figures of a scheme beside others', () => {
  it('are those of its own years and its own assessment', () => {
    const figures = answerFigures({ ...job.schemes[0]!, cost: 115 }, rain)
    const own = simulateYears(buildWaterPath(job.schemes[0]!), 'butt-store', rain.ready)
    expect(figures).toMatchObject({ scheme: 'river-side', met: own.met, longest: own.longestShort, cost: 115 })
    expect(figures.roof).toBeCloseTo(41.04, 9)
    expect(figures.left).toBeCloseTo(0.52, 9)
  })
  it('a larger butt meets more and leaves less', () => {
    const [small, large] = job.schemes.map((scheme) => answerFigures(scheme, rain))
    expect(large!.met).toBeGreaterThan(small!.met)
    expect(large!.usable).toBeGreaterThan(small!.usable)
    expect(large!.surplus).toBeLessThan(small!.surplus)
  })
  it('the gutter as it was found brings half the roof and more snags', () => {
    const yard = tanneryRow()
    const here = rainInputs(yard.rain, demoRecords()[1], yard)
    const [mended, found] = yard.schemes.map((scheme) => answerFigures(scheme, here))
    expect(found!.roof).toBeLessThan(0.6 * mended!.roof)
    expect(found!.goesWrong).toBeGreaterThan(mended!.goesWrong)
  })
  it('can be had of every arrangement', () => {
    for (const make of ARRANGEMENTS) {
      const figures = answerFigures(make(), rain)
      expect(figures.met).toBeGreaterThanOrEqual(0)
      expect(figures.met).toBeLessThanOrEqual(1 + 1e-9)
      expect(figures.usable).toBeGreaterThanOrEqual(0)
    }
  })
})

describe('rain and its place', () => {
  it('a colder place holds its winter back, and catches it later', () => {
    const cold = {
      site: { latitude: 60, low: Array.from({ length: 12 }, () => -20), high: Array.from({ length: 12 }, () => -5) },
      seasonFactors: [1, 1, 1, 1],
    }
    const frozen = rainInputs(job.rain, demoRecords()[0], cold)
    expect(answerFigures(job.schemes[0]!, frozen).kept).toBe(0)
    expect(frozen.ready.rain.depths).toEqual(rain.ready.rain.depths)
  })
  it('drier summers meet less', () => {
    const drier = rainInputs(job.rain, demoRecords()[0], { site: job.site, seasonFactors: [1, 1, 0.6, 1] })
    expect(answerFigures(job.schemes[0]!, drier).met).toBeLessThan(answerFigures(job.schemes[0]!, rain).met)
  })
  it('the table is of the record as measured, gaps and all', () => {
    const [record] = demoRecords()
    const holed = { ...record!, depths: record!.depths.map((depth, i) => (i > 40 && i < 50 ? null : depth)) }
    expect(rainInputs(job.rain, holed, job).table.totals[1]).toBeNaN()
    expect(rainInputs({ ...job.rain, kind: 'fitted', years: 5, seed: 1 } as typeof job.rain, holed, job).table.years).toHaveLength(5)
  })
  it('a place can be sent along to the server, and may be left out', () => {
    const source = { kind: 'annual', total: 640, pattern: 'even', hemisphere: 'north', wetDays: 150, spread: 0.1, years: 12, seed: 4 }
    const place = { site: job.site, seasonFactors: [1, 1, 1, 1] }
    expect(parseInput(balanceRequest, { scheme: job.schemes[0], rain: { source, place } }).rain.place).toEqual(place)
    expect(() =>
      parseInput(balanceRequest, { scheme: job.schemes[0], rain: { source, place: { ...place, seasonFactors: [1] } } }),
    ).toThrow()
    expect(parseInput(balanceRequest, { scheme: job.schemes[0], rain: { source } }).rain.place).toBeUndefined()
  })
})
