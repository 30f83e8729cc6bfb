import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readyRain } from '../gaps'
import { referenceEvapotranspiration } from '../evapotranspiration'
import { spliceRecords } from '../splice'
import { bedThirst } from '../../draw/thirst'
import { recordProblems } from '../../path/measureProblems'
import { checkShape, defaultSite, rainRecord, type RainRecord } from '../../scheme'
import { readRain } from './readRain'

const seattle = readRain(readFileSync('node_modules/vega-datasets/data/seattle-weather.csv', 'utf8'))
const asRecord = (draft: ReturnType<typeof readRain>): RainRecord => ({
  id: 'sea',
  name: 'Sea',
  note: '',
  invented: false,
  start: draft.start,
  depths: draft.depths,
  ...(draft.low && draft.high ? { low: draft.low, high: draft.high } : {}),
})
const place = { site: { ...defaultSite(), latitude: 47.6 }, seasonFactors: [1, 1, 1, 1] }
const source = { kind: 'record' as const, record: 'sea', gaps: 'dry' as const }

describe('temperatures that come with rain', () => {
  it('are read from the open data set as it says them (first day of 2012: 5.0 and 12.8 °C)', () => {
    expect(seattle.low![0]).toBe(5)
    expect(seattle.high![0]).toBe(12.8)
    expect(seattle.low).toHaveLength(seattle.depths.length)
    expect(checkShape(rainRecord, asRecord(seattle))).toEqual([])
    expect(recordProblems(asRecord(seattle), 'records[0]')).toEqual([])
    expect(recordProblems({ ...asRecord(seattle), low: [1] }, 'records[0]')).toMatchObject([{ path: 'records[0].low' }])
  })
  it('make the thirst of each day its own: Hargreaves by that day’s low and high', () => {
    const { rain, site } = readyRain(source, asRecord(seattle), place)
    for (const day of [0, 190, 200, 560])
      expect(rain.thirst![day]).toBeCloseTo(
        referenceEvapotranspiration(47.6, rain.dayOfYear[day]!, seattle.low![day]!, seattle.high![day]!),
        12,
      )
    // A hot July asks more of a bed than its mean does.
    const bed = { area: 4, plants: 'vegetables' as const, method: 'can' as const, months: [5, 6, 7, 8, 9] }
    const sum = (of: Float64Array) => of.reduce((a, b) => a + b, 0)
    const { thirst: _, ...plain } = rain
    expect(sum(bedThirst(bed, rain, site))).not.toBeCloseTo(sum(bedThirst(bed, plain, site)), 0)
  })
  it('hold snow back on days that were cold, and only on those', () => {
    const draft = readRain('date,rain mm,tmin,tmax\n2020-04-01,10,4,12\n2020-04-02,8,-6,-2\n2020-04-03,0,2,10\n')
    const mild = {
      site: { ...defaultSite(), low: defaultSite().low.map(() => 12), high: defaultSite().high.map(() => 20) },
      seasonFactors: [1, 1, 1, 1],
    }
    const { rain } = readyRain(source, asRecord(draft), mild)
    // 8 mm lie at a mean of −4 °C, and melt by 4 mm a degree above 1 °C: all of it at 6 °C.
    expect([...rain.liquid!]).toEqual([10, 0, 8])
  })
  it('come from GHCN-Daily in tenths, fixed width and by year; what failed or is missing is left out', () => {
    const value = (v: string, flags = '   ') => v.padStart(5) + flags
    const month = (element: string, values: string[]) =>
      `XX000000001202002${element}${Array.from({ length: 31 }, (_, i) => values[i] ?? value('-9999')).join('')}`
    const fixed = readRain(
      [month('PRCP', [value('15'), value('0')]), month('TMAX', [value('120'), value('90', ' X ')]), month('TMIN', [value('-35')])].join(
        '\n',
      ),
    )
    expect(fixed).toMatchObject({ high: [12, null], low: [-3.5, null] })
    const byYear = readRain(
      [
        'X,20200101,PRCP,12,,,S,0700',
        'X,20200101,TMAX,80,,,S,',
        'X,20200101,TMIN,-11,,,S,',
        'X,20200102,PRCP,0,,,S,0700',
        'X,20200102,TMAX,75,,K,S,',
      ].join('\n'),
    )
    expect(byYear).toMatchObject({ high: [8, null], low: [-1.1, null] })
  })
  it('of a file in inches are degrees Fahrenheit', () => {
    expect(readRain('date,rain (in),tmin,tmax\n2020-01-01,1,32,50\n2020-01-02,0,14,41\n')).toMatchObject({ low: [0, -10], high: [10, 5] })
  })
  it('are none where the file has none, and survive joining', () => {
    const bare = readRain('date,rain mm\n2020-01-01,1\n2020-01-02,0\n')
    expect(bare.low).toBeUndefined()
    const warm = readRain('date,rain mm,tmin,tmax\n2020-01-02,3,1,7\n2020-01-03,3,2,8\n')
    const joined = spliceRecords([asRecord(bare), asRecord(warm)], 'j', 'J', '')
    expect(joined).toMatchObject({ depths: [1, 0, 3], low: [null, 1, 2], high: [null, 7, 8] })
  })
})
