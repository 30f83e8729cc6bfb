import { describe, expect, it } from 'vitest'
import { FOOT, INCH, SQUARE_FOOT, US_GALLON } from '../units/constants'
import { shareBelow } from './intensity'
import { rainVolume } from './dailyRain'
import { daylightHours, extraterrestrialRadiation, referenceEvapotranspiration } from './evapotranspiration'
import { typeTwoShare } from './typeTwoStorm'
import { modelFromDays, modelFromNormals, wetDayDepth } from './wetDayModel'
import { makeRecord, quickNormals } from './makeRecord'
import { fillGaps, findGaps, readyRain } from './gaps'
import { rainByYear } from './summary'
import { calendarOf, dayNumber, fromIsoDate, isoDate } from './calendar'
import type { AnnualRain } from '../scheme'

const within = (value: number, expected: number, rel: number) =>
  expect(Math.abs(value - expected)).toBeLessThanOrEqual(rel * Math.abs(expected))

describe('rain on an area', () => {
  it('rain-litre: 1 mm on 1 m² is one litre (definition)', () => {
    within(rainVolume(1, 1), 1e-3, 1e-12)
  })
  it('rain-us-gallon: 1 in on 1 ft² is 144/231 US gal (closed form; manuals round to 0.62, Texas Manual on Rainwater Harvesting, 3rd ed., 2005)', () => {
    within(rainVolume(25.4, SQUARE_FOOT) / US_GALLON, 0.6233766233766234, 1e-9)
  })
  it('rain-1000ft2-inch: about 620 US gal (Texas Manual on Rainwater Harvesting)', () => {
    within(rainVolume(25.4, 1000 * FOOT ** 2) / US_GALLON, 623.3766, 1e-6)
    expect(INCH).toBe(0.0254)
  })
})

describe('share below a limit', () => {
  it('exponential-capture: integral of the exponential survival function', () => {
    const expected = [0.6321205588285577, 0.8646647167633873, 0.3934693402873666]
    ;[1, 2, 0.5].forEach((cap, i) => within(shareBelow(cap, 1), expected[i]!, 1e-12))
  })
  it('capture-cloudburst: 25 mm in 1.5 wet hours below 30 mm/h (exponential intensities)', () => {
    within(shareBelow(30, 25 / 1.5), 0.8347011117784134, 1e-9)
  })
  it('passes all without a limit and nothing at nought', () => {
    expect(shareBelow(Infinity, 3)).toBe(1)
    expect(shareBelow(0, 3)).toBe(0)
  })
  it('refuses a mean of nought and names it', () => {
    expect(() => shareBelow(1, 0)).toThrow(/^mean/)
  })
})

describe('evapotranspiration', () => {
  it('fao56-ra: 20°S on 3 September (FAO Irrigation and Drainage Paper 56, examples 8 and 9)', () => {
    expect(Math.abs(extraterrestrialRadiation(-20, 246) - 32.2)).toBeLessThanOrEqual(0.1)
    expect(Math.abs(daylightHours(-20, 246) - 11.7)).toBeLessThanOrEqual(0.1)
  })
  it('fao56-ra-equator: mid January and mid July (FAO Irrigation and Drainage Paper 56, annex 2, table 2.6)', () => {
    expect(Math.abs(extraterrestrialRadiation(0, 15) - 36.2)).toBeLessThanOrEqual(0.3)
    expect(Math.abs(extraterrestrialRadiation(0, 196) - 33.9)).toBeLessThanOrEqual(0.3)
  })
  it('hargreaves: 45°N, day 196, 12 to 26 °C (FAO Irrigation and Drainage Paper 56, equations 21 and 52)', () => {
    within(extraterrestrialRadiation(45, 196), 40.6, 0.002)
    within(referenceEvapotranspiration(45, 196, 12, 26), 5.246, 0.002)
  })
  it('does not break inside the polar circles', () => {
    expect(daylightHours(80, 172)).toBeCloseTo(24, 6)
    expect(extraterrestrialRadiation(80, 355)).toBeCloseTo(0, 6)
  })
  it('refuses temperatures the wrong way round', () => {
    expect(() => referenceEvapotranspiration(45, 196, 26, 12)).toThrow(/^max/)
  })
})

describe('type II storm', () => {
  it('tr55-type-ii: cumulative shares (SCS TP-149 / NRCS NEH 630 ch. 4; curve also in TR-55, 1986)', () => {
    const hours = [0, 2, 4, 6, 8, 9, 10, 11, 11.5, 12, 12.5, 13, 14, 16, 20, 24]
    const shares = [0, 0.022, 0.048, 0.08, 0.12, 0.147, 0.181, 0.235, 0.283, 0.663, 0.735, 0.772, 0.82, 0.88, 0.952, 1]
    hours.forEach((hour, i) => expect(Math.abs(typeTwoShare(hour) - shares[i]!)).toBeLessThanOrEqual(0.003))
    const fine = [0.2833, 0.3068, 0.3544, 0.4308, 0.5679, 0.663, 0.682, 0.6986, 0.713, 0.7252, 0.735]
    fine.forEach((share, i) => expect(Math.abs(typeTwoShare(11.5 + i / 10) - share)).toBeLessThanOrEqual(0.003))
  })
  it('never falls', () => {
    for (let hour = 0.05; hour <= 24; hour += 0.05) expect(typeTwoShare(hour)).toBeGreaterThanOrEqual(typeTwoShare(hour - 0.05))
  })
})

describe('wet and dry days', () => {
  it('geng-parameters: 96 mm in 12 wet days of 30 (Geng, Penning de Vries & Supit 1986, Agric. For. Meteorol. 36:363-376)', () => {
    const model = modelFromNormals(96, 12, 30)
    within(model.wetAfterDry, 0.3, 1e-9)
    within(model.wetAfterWet, 0.55, 1e-9)
    within(model.beta, 12.48, 1e-9)
    within(model.alpha, 0.641025641025641, 1e-9)
  })
  it('geng-light-rain: the published line is not used where it fails (rule)', () => {
    expect(wetDayDepth(2)).toEqual({ alpha: 1, beta: 2 })
  })
  it('finds the shape of gamma depths again', () => {
    const source = makeRecord({ ...ANNUAL, years: 200, spread: 0 }).rain
    const pairs = [...source.depths].slice(1).map((today, i) => [source.depths[i]!, today] as const)
    const model = modelFromDays(pairs)
    const wet = [...source.depths].filter((depth) => depth >= 0.2)
    within(model.alpha * model.beta, wet.reduce((a, b) => a + b, 0) / wet.length, 1e-4)
  })
})

const ANNUAL: AnnualRain = {
  kind: 'annual',
  total: 640,
  pattern: 'winter-wet',
  hemisphere: 'north',
  wetDays: 150,
  spread: 0.15,
  years: 30,
  seed: 5,
}

describe('a made record', () => {
  it('is the same for a seed and another for another', () => {
    expect(makeRecord(ANNUAL).rain.depths).toEqual(makeRecord(ANNUAL).rain.depths)
    expect(makeRecord({ ...ANNUAL, seed: 6 }).rain.depths).not.toEqual(makeRecord(ANNUAL).rain.depths)
  })
  it('meets its yearly total over thirty years, to the bounds of its monthly correction', () => {
    const years = rainByYear(makeRecord(ANNUAL).rain)
    expect(years).toHaveLength(30)
    within(years.reduce((sum, { total }) => sum + total, 0) / 30, 640, 0.01)
  })
  it('has about the rain days it was asked for', () => {
    const years = rainByYear(makeRecord(ANNUAL).rain)
    within(years.reduce((sum, { wetDays }) => sum + wetDays, 0) / 30, 150, 0.08)
  })
  it('is mirrored south of the equator', () => {
    const north = quickNormals(ANNUAL).totals
    const south = quickNormals({ ...ANNUAL, hemisphere: 'south' }).totals
    expect(south[0]).toBeCloseTo(north[6]!, 9)
  })
})

describe('gaps', () => {
  const record = {
    start: '2000-01-01',
    depths: Array.from({ length: 366 + 365 }, (_, i): number | null => (i >= 40 && i < 50 ? null : i % 3)),
  }
  it('are listed as runs', () => {
    expect(findGaps(record)).toEqual([{ start: dayNumber(2000, 2, 10), days: 10 }])
  })
  it('leave a year out by choice', () => {
    const ready = fillGaps(record, 'leave-year-out')
    expect(ready.leftOut).toEqual([2000])
    expect(ready.countedYears).toEqual([2001])
    expect(ready.rain.depths).toHaveLength(365)
  })
  it('are taken as dry by choice, and the year does not count', () => {
    const ready = fillGaps(record, 'dry')
    expect(ready.rain.depths[45]).toBe(0)
    expect(ready.filled).toBe(10)
    expect(ready.countedYears).toEqual([2001])
  })
  it('are filled from the months of the record, the same each time', () => {
    expect(fillGaps(record, 'generator').rain.depths).toEqual(fillGaps(record, 'generator').rain.depths)
  })
  it('a source whose record is not at hand says so', () => {
    expect(() => readyRain({ kind: 'record', record: 'gone', gaps: 'dry' }, undefined)).toThrow(/gone/)
  })
})

describe('calendar', () => {
  it('knows leap days and refuses days that are not', () => {
    expect(dayNumber(1900, 2, 29)).toBeNaN()
    expect(isoDate(dayNumber(2000, 2, 29))).toBe('2000-02-29')
    expect(fromIsoDate('2023-02-30')).toBeNaN()
  })
  it('walks months and years as the platform does', () => {
    const start = dayNumber(1999, 11, 20)
    const { month, year } = calendarOf(start, 2000)
    for (let i = 0; i < 2000; i++) {
      const date = new Date((start + i) * 86_400_000)
      expect([year[i], month[i]]).toEqual([date.getUTCFullYear(), date.getUTCMonth()])
    }
  })
})
