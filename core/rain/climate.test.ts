import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { defaultSite, type RainRecord } from '../scheme'
import { calendarOf, dayNumber } from './calendar'
import type { DailyRain } from './dailyRain'
import { fitRecord, monthClimate, yearlySpread } from './fitRecord'
import { readyRain } from './gaps'
import { readNormals } from './import/readNormals'
import { makeYears, modelFromMonths } from './makeRecord'
import { spliceRecords } from './splice'
import { monthTable } from './summary'
import { onDay } from './onDay'
import { seasonOf, siteDays, withSeasons, withSnow } from './weather'
import { modelFromNormals } from './wetDayModel'

/** The open record that the vega-datasets package carries (NOAA daily values of one station, 2012 to 2015). */
function openRecord(): DailyRain {
  const lines = readFileSync('node_modules/vega-datasets/data/seattle-weather.csv', 'utf8').trim().split('\n').slice(1)
  const depths = Float64Array.from(lines, (line) => Number(line.split(',')[1]))
  return { depths, ...calendarOf(dayNumber(2012, 1, 1), depths.length) }
}
const record = (start: string, ...depths: (number | null)[]): RainRecord => ({
  id: start,
  name: start,
  note: '',
  invented: true,
  start,
  depths,
})

describe('a generator fitted to a record', () => {
  const source = openRecord()
  const { rain, bounded } = makeYears(fitRecord(source), 200, 11)
  const [own, made] = [monthClimate(source), monthClimate(rain)]
  it('meets the means of every month within 5 % over 200 years (open record of vega-datasets)', () => {
    expect(bounded).toEqual([])
    own.forEach(({ total }, month) => expect(Math.abs(made[month]!.total / total - 1)).toBeLessThanOrEqual(0.05))
  })
  it('has as many wet days, within 2 points of their share (open record of vega-datasets)', () => {
    const share = (months: typeof own) => months.reduce((sum, { wetDays }) => sum + wetDays, 0) / 365.25
    expect(Math.abs(share(made) - share(own))).toBeLessThanOrEqual(0.02)
  })
  it('is the same for a seed', () => {
    expect(makeYears(fitRecord(source), 3, 5).rain.depths).toEqual(makeYears(fitRecord(source), 3, 5).rain.depths)
  })
  it('brings back the spread between years that a long record shows', () => {
    const wide = makeYears(
      modelFromMonths(
        Array.from({ length: 12 }, () => 60),
        Array.from({ length: 12 }, () => 11),
        0.22,
        0.2,
      ),
      150,
      9,
    ).rain
    const spread = yearlySpread(makeYears(fitRecord(wide), 200, 3).rain)!
    expect(Math.abs(spread - yearlySpread(wide)!)).toBeLessThanOrEqual(0.04)
  })
  it('refuses a record without rain', () => {
    expect(() => fitRecord({ depths: new Float64Array(400), ...calendarOf(0, 400) })).toThrow(RangeError)
  })
})

describe('a generator from normals', () => {
  const totals = [90, 70, 66, 50, 48, 52, 60, 71, 77, 95, 100, 98]
  const wetDays = [17, 14, 13, 11, 11, 10, 11, 12, 12, 15, 17, 17]
  const rain = makeYears(modelFromMonths(totals, wetDays, 0.15, 0.2), 200, 4).rain
  it('keeps the relations of Geng, Penning de Vries & Supit 1986: chances of a wet day after a dry and a wet one', () => {
    const counts = Array.from({ length: 2 }, () => ({ wet: 0, of: 0 }))
    for (let i = 1; i < rain.depths.length; i++) {
      if (rain.month[i] !== 10) continue
      const at = counts[rain.depths[i - 1]! > 0 ? 1 : 0]!
      at.of++
      if (rain.depths[i]! > 0) at.wet++
    }
    const model = modelFromNormals(100, 17, 30)
    expect(counts[0]!.wet / counts[0]!.of).toBeCloseTo(model.wetAfterDry, 1)
    expect(counts[1]!.wet / counts[1]!.of).toBeCloseTo(model.wetAfterWet, 1)
  })
  it('meets its totals and rain days', () => {
    monthClimate(rain).forEach(({ total, wetDays: wet }, month) => {
      expect(Math.abs(total / totals[month]! - 1)).toBeLessThanOrEqual(0.05)
      expect(Math.abs(wet - wetDays[month]!)).toBeLessThanOrEqual(1.5)
    })
  })
  it('tells how it fits, and stands in for a record', () => {
    const ready = readyRain({ kind: 'normals', totals, wetDays, spread: 0.15, years: 40, seed: 2 }, undefined)
    expect(ready.fit!.source.months[0]).toEqual({ total: 90, wetDays: 17 })
    expect(ready.fit!.made.months).toHaveLength(12)
    expect(ready.countedYears).toHaveLength(40)
  })
  it('a yearly total tells how it fits too', () => {
    const ready = readyRain(
      { kind: 'annual', total: 600, pattern: 'winter-wet', hemisphere: 'south', wetDays: 120, spread: 0.15, years: 60, seed: 2 },
      undefined,
    )
    expect(ready.fit!.source.months.reduce((sum, { total }) => sum + total, 0)).toBeCloseTo(600, 6)
    ready.fit!.source.months.forEach(({ total }, m) =>
      expect(Math.abs(ready.fit!.made.months[m]!.total / total - 1)).toBeLessThanOrEqual(0.06),
    )
  })
  it('a month without rain stays dry', () => {
    const dry = makeYears(
      modelFromMonths(
        totals.map((t, m) => (m === 6 ? 0 : t)),
        wetDays.map((d, m) => (m === 6 ? 0 : d)),
        0.1,
      ),
      20,
      1,
    ).rain
    expect(dry.depths.every((depth, i) => dry.month[i] !== 6 || depth === 0)).toBe(true)
  })
})

describe('the air of a place', () => {
  it('passes through each month’s mean at its middle and lies between them elsewhere', () => {
    const months = [0, 10, 20, 30, 40, 50, 60, 50, 40, 30, 20, 10]
    expect(onDay(months, 15.5)).toBeCloseTo(0, 9)
    expect(onDay(months, 45)).toBeCloseTo(10, 9)
    expect(onDay(months, 1)).toBeGreaterThan(0)
    expect(onDay(months, 1)).toBeLessThan(10)
    expect(onDay(months, 366)).toBeCloseTo(onDay(months, 1), 1)
  })
  it('thirst is greatest in summer, on either side of the equator', () => {
    const north = siteDays(defaultSite('north')).thirst
    const south = siteDays(defaultSite('south')).thirst
    expect(north[190]).toBeGreaterThan(4 * north[10]!)
    expect(south[10]).toBeGreaterThan(3 * south[190]!)
  })
  it('snow is held and melts later, none of it lost (degree-day method)', () => {
    const warmth = new Float64Array(367).fill(5)
    warmth.fill(-3, 1, 32)
    const rain: DailyRain = { depths: Float64Array.from({ length: 60 }, () => 2), ...calendarOf(dayNumber(2023, 1, 1), 60) }
    const liquid = withSnow(rain, { warmth }).liquid!
    expect(liquid.slice(0, 31).every((depth) => depth === 0)).toBe(true)
    // 62 mm lie; 4·(5 − 1) = 16 mm a day melt on top of the 2 that fall.
    expect([...liquid.slice(31, 36)]).toEqual([18, 18, 18, 16, 2])
    expect(liquid.reduce((a, b) => a + b, 0)).toBeCloseTo(120, 9)
  })
  it('where no day is so cold the rain is left alone', () => {
    const rain = openRecord()
    expect(withSnow(rain, { warmth: new Float64Array(367).fill(8) })).toBe(rain)
  })
  it('a changed climate takes each season by its factor', () => {
    expect([0, 1, 2, 5, 6, 8, 11].map(seasonOf)).toEqual([0, 0, 1, 2, 2, 3, 0])
    const rain: DailyRain = { depths: Float64Array.from([10, 10]), ...calendarOf(dayNumber(2023, 2, 28), 2) }
    expect([...withSeasons(rain, [1.2, 0.5, 1, 1]).depths]).toEqual([12, 5])
  })
})

describe('records put together', () => {
  it('take each day from the first that has it', () => {
    const spliced = spliceRecords([record('2020-01-02', 5, null, 7), record('2020-01-01', 1, 2, 3, 4, 9)], 'both', 'Both', '')
    expect(spliced).toMatchObject({ start: '2020-01-01', depths: [1, 5, 3, 7, 9] })
  })
  it('leave days that none has missing', () => {
    expect(spliceRecords([record('2020-01-01', 1), record('2020-01-04', 4)], 'b', 'B', '').depths).toEqual([1, null, null, 4])
  })
  it('refuse to span more than the document keeps', () => {
    expect(() => spliceRecords([record('1500-01-01', 1), record('2020-01-01', 1)], 'b', 'B', '')).toThrow(/80000/)
    expect(() => spliceRecords([], 'b', 'B', '')).toThrow(RangeError)
  })
})

describe('a table of years and months', () => {
  it('sums months, and leaves out one that misses more than three days', () => {
    const depths: (number | null)[] = Array.from({ length: 59 }, () => 1)
    depths.fill(null, 31, 35)
    depths.fill(null, 0, 3)
    const { years, totals } = monthTable(depths, calendarOf(dayNumber(2023, 1, 1), 59))
    expect(years).toEqual([2023])
    expect(totals[0]).toBe(28)
    expect(totals[1]).toBeNaN()
    expect(totals[2]).toBeNaN()
  })
  it('seattle-2012-2015: months add up to the years (NOAA daily record carried by the vega-datasets package)', () => {
    const rain = openRecord()
    const { totals } = monthTable(rain.depths, rain)
    const expected = [1226.0, 828.0, 1232.8, 1139.2]
    expected.forEach((total, y) => expect(totals.slice(y * 12, y * 12 + 12).reduce((a, b) => a + b, 0)).toBeCloseTo(total, 6))
  })
})

describe('normals pasted from a table', () => {
  const NAMES = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']
  const rain = [90, 70, 66.5, 50, 48, 52, 60, 71, 77, 95, 100, 98]
  const wet = [17, 14, 13, 11, 11, 10, 11, 12, 12, 15, 17, 17]
  const good = (text: string) => {
    const read = readNormals(text)
    if ('problems' in read) throw new Error(JSON.stringify(read.problems))
    return read.normals
  }
  const bad = (text: string) => {
    const read = readNormals(text)
    return 'problems' in read ? read.problems : []
  }
  const rows = (a: readonly (number | string)[], b: readonly (number | string)[], by = '\t') =>
    `Rain${by}${a.join(by)}\nDays${by}${b.join(by)}`
  it.each([
    ['rows with tabs', rows(rain, wet)],
    ['rows under month names', `\t${NAMES.join('\t')}\n${rows(rain, wet)}`],
    ['rows with a year at the end', rows([...rain, 877.5], [...wet, 160])],
    ['columns with names', NAMES.map((name, i) => `${name}\t${rain[i]}\t${wet[i]}`).join('\n')],
    [
      'columns under a header',
      `Month;mm;days\n${NAMES.map((name, i) => `${name};${String(rain[i]).replace('.', ',')};${wet[i]}`).join('\n')}`,
    ],
    ['columns parted by blanks', NAMES.map((name, i) => `${name}   ${rain[i]}  ${wet[i]}`).join('\n')],
    ['columns with month numbers', rain.map((depth, i) => `${i + 1},${depth},${wet[i]}`).join('\n')],
  ])('%s', (_, text) => {
    expect(good(text)).toEqual({ totals: rain, wetDays: wet, unit: 'mm' })
  })
  it('in inches', () => {
    const normals = good(`Month;in;days\n${NAMES.map((name, i) => `${name};${i + 1};9`).join('\n')}`)
    expect(normals.totals[2]).toBeCloseTo(76.2, 9)
  })
  it('thirteen months are told, not cut off', () => {
    expect(bad(rows([...rain, 12], [...wet, 3]))).toEqual([{ problem: 'months', found: '13' }])
    expect(bad(rows(rain.slice(1), wet))).toEqual([{ problem: 'months', found: '11' }])
  })
  it.each([
    [
      'more rain days than days',
      rows(
        rain,
        wet.map((d, m) => (m === 1 ? 30 : d)),
      ),
      'wetOverDays',
      1,
    ],
    [
      'a negative month',
      rows(
        rain.map((d, m) => (m === 4 ? -3 : d)),
        wet,
      ),
      'negative',
      4,
    ],
    [
      'a word',
      rows(
        rain.map((d, m) => (m === 7 ? 'trace' : d)),
        wet,
      ),
      'notANumber',
      7,
    ],
    [
      'a sea',
      rows(
        rain.map((d, m) => (m === 0 ? 3100 : d)),
        wet,
      ),
      'tooWet',
      0,
    ],
  ])('%s is told by its month', (_, text, problem, month) => {
    expect(bad(text)).toMatchObject([{ problem, month }])
  })
  it('nothing, and rain without its days', () => {
    expect(bad('  ')).toMatchObject([{ problem: 'empty' }])
    expect(bad('hello')).toMatchObject([{ problem: 'empty' }])
    expect(bad(rain.join('\t'))).toMatchObject([{ problem: 'noWetDays' }])
  })
})
