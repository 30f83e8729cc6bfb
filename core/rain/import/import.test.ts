import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fillGaps } from '../gaps'
import { rainByYear } from '../summary'
import { RainFileError } from './layout'
import { readRain } from './readRain'

const days = (draft: ReturnType<typeof readRain>) => draft.depths

describe('a record that people bring', () => {
  it('seattle-2012-2015: NOAA daily record carried by the vega-datasets package, through the same importer (open data set in the package registry)', () => {
    const draft = readRain(readFileSync('node_modules/vega-datasets/data/seattle-weather.csv', 'utf8'))
    expect(draft.reports).toEqual([])
    const { rain } = fillGaps(draft, 'dry')
    const years = rainByYear(rain)
    expect(years.map((year) => year.days)).toEqual([366, 365, 365, 365])
    ;[1226.0, 828.0, 1232.8, 1139.2].forEach((total, i) => expect(Math.abs(years[i]!.total - total)).toBeLessThanOrEqual(0.05))
    expect(years.map((year) => year.wetDays)).toEqual([177, 152, 150, 144])
  })

  const forms: [string, string, (number | null)[]][] = [
    ['commas, ISO dates, header with mm', 'date,rain mm\n2020-01-01,1.5\n2020-01-02,0\n2020-01-03,22.4\n', [1.5, 0, 22.4]],
    ['semicolons, day first, decimal comma', 'Datum;Regen mm\n30.01.2020;1,5\n31.01.2020;0\n01.02.2020;12,25\n', [1.5, 0, 12.25]],
    ['tabs, month first, no header', '1/30/2020\t0.2\n1/31/2020\t0\n2/1/2020\t31.5\n', [0.2, 0, 31.5]],
    ['three date columns, blanks between', '2020 1 1 3.4\n2020 1 2 0.0\n2020 1 3 40.1\n', [3.4, 0, 40.1]],
    ['packed dates and a trace', 'yyyymmdd,rain mm\n20200101,T\n20200102,4.0\n', [0, 4]],
    ['month names', 'date,rain mm\n1 Jan 2020,2.0\n2 Jan 2020,35.5\n', [2, 35.5]],
    ['bars, byte order mark, Windows line ends', '\uFEFFdate|rain (mm)\r\n2020-03-01|7.5\r\n2020-03-02|0\r\n', [7.5, 0]],
  ]
  it.each(forms)('reads %s', (_, text, expected) => {
    expect(days(readRain(text))).toEqual(expected)
  })

  it('reads inches from a header that says so', () => {
    expect(days(readRain('date,rain (in)\n2020-01-01,1\n2020-01-02,0.25\n'))).toEqual([25.4, 6.35])
  })

  it('reads GHCN-Daily fixed width: tenths, missing, failed quality and other elements (readme, NOAA NCEI, from memory)', () => {
    const value = (v: string, flags = '   ') => v.padStart(5) + flags
    const month = (element: string, values: string[]) =>
      `XX000000001202002${element}${Array.from({ length: 31 }, (_, i) => values[i] ?? value('-9999')).join('')}`
    const draft = readRain(
      [month('TMAX', [value('120')]), month('PRCP', [value('15'), value('0', 'T  '), value('77', ' X '), value('254')])].join('\n'),
    )
    expect(draft.layout.kind).toBe('dly')
    expect(draft.start).toBe('2020-02-01')
    expect(draft.depths).toEqual([1.5, 0, null, 25.4])
    expect(draft.reports).toMatchObject([{ line: 2, problem: 'failedQuality' }])
  })

  it('reads GHCN-Daily by year: one element a line, in tenths', () => {
    const rows = [
      'XX000000001,20200101,PRCP,12,,,S,0700',
      'XX000000001,20200101,TMAX,80,,,S,',
      'XX000000001,20200102,PRCP,0,T,,S,0700',
      'XX000000001,20200103,PRCP,305,,K,S,0700',
      'XX000000001,20200104,PRCP,5,,,S,0700',
      'XX000000001,20200104,MDPR,300,,,S,0700',
    ]
    const draft = readRain(rows.join('\n'))
    expect(draft.depths).toEqual([1.2, 0, null, 0.5])
    expect(draft.reports.map(({ line, problem }) => [line, problem])).toEqual([
      [4, 'failedQuality'],
      [6, 'severalDays'],
    ])
  })

  it('tells bad lines by number and reason, and keeps the rest', () => {
    const text =
      'date,rain mm\n2020-01-01,1\nnonsense,2\n2020-02-31,3\n2020-01-02,-4\n2020-01-03,5000\n2020-01-01,9\n2020-01-05,wet\n2020-01-04,2\n'
    const draft = readRain(text)
    expect(draft.depths).toEqual([1, null, null, 2])
    expect(draft.reports.map(({ line, problem }) => [line, problem])).toEqual([
      [3, 'noDate'],
      [4, 'noSuchDate'],
      [5, 'negative'],
      [6, 'beyondRecord'],
      [7, 'twice'],
      [8, 'noDepth'],
    ])
  })

  it('tells a date that runs backwards but takes it in', () => {
    const draft = readRain('date,rain mm\n2020-01-03,1\n2020-01-01,2\n2020-01-02,3\n')
    expect(draft.depths).toEqual([2, 3, 1])
    expect(draft.reports.map(({ problem }) => problem)).toEqual(['backwards', 'backwards'])
  })

  it('takes corrections over what it detected', () => {
    const text = '01/02/2020,10\n02/02/2020,20\n'
    expect(readRain(text, { dateOrder: 'dmy' }).start).toBe('2020-02-01')
    expect(readRain(text, { dateOrder: 'mdy' }).start).toBe('2020-01-02')
    expect(readRain(text, { unit: 'tenths', dateOrder: 'dmy' }).depths).toEqual([1, 2])
    expect(readRain(text, { dayStamp: 'day-before', dateOrder: 'dmy' }).start).toBe('2020-01-31')
  })

  it.each([
    ['', 'empty'],
    ['   \n ', 'empty'],
    ['a,b,c\n1,2,3\n', 'noDays'],
    ['\u0000\u0001', 'notText'],
    ['1800-01-01,1\n2150-01-01,2\n', 'tooLong'],
  ])('says why it cannot read %j', (text, reason) => {
    expect(() => readRain(text)).toThrowError(expect.objectContaining({ name: 'RainFileError', reason }))
  })

  it('throws nothing but its own error, whatever it is given', () => {
    const pieces = fc.oneof(
      fc.string(),
      fc.constantFrom(
        '2020-01-01,1.5\n',
        'date;rain\n',
        '31/12/1999\t0,4\n',
        'XX000000001202001PRCP',
        '"',
        '\n',
        ';',
        '-9999',
        '20200101,PRCP,',
        '1 1 2020 ',
      ),
    )
    fc.assert(
      fc.property(fc.array(pieces, { maxLength: 30 }), (parts) => {
        try {
          const draft = readRain(parts.join(''))
          expect(draft.depths.every((depth) => depth === null || (depth >= 0 && depth <= 1850))).toBe(true)
        } catch (error) {
          expect(error).toBeInstanceOf(RainFileError)
        }
      }),
      { numRuns: 400 },
    )
  })
})

describe('what no table holds', () => {
  it('cells that are no dates or depths are not searched: forty thousand blanks are passed at once', () => {
    const blanks = ' '.repeat(40_000)
    const text = ['date,rain', `2020-01-01,${blanks}x`, `a${blanks},b,1`, '2020-01-02,1.5', '2020-01-03,2.5'].join('\n')
    const { depths, reports } = readRain(text)
    expect(depths).toEqual([1.5, 2.5])
    expect(reports.length).toBeGreaterThan(0)
  })
  it('a line of a million cells is cut to the columns that a table may have', () => {
    const wide = `2020-01-01,1${',0'.repeat(1_000_000)}`
    expect(readRain(`date,rain\n${wide}\n2020-01-02,2`).depths.length).toBeGreaterThan(0)
  })
  it.each([
    ['0001-01-01', 'noDate'],
    ['0345-06-07', 'noDate'],
    ['9999-01-01', 'noSuchDate'],
    ['1400-01-01', 'noSuchDate'],
  ])('a day of %s is no day that rain was written down on', (day, told) => {
    const { reports, start } = readRain(`date,rain\n2020-01-01,1\n2020-01-02,2\n${day},3`)
    expect(start).toBe('2020-01-01')
    expect(reports.map(({ problem }) => problem)).toEqual([told])
  })
})
