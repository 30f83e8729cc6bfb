import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readRain } from './import/readRain'
import { ghcnCsv, rainCsv, stationOf } from './writeRain'

const depth = fc.oneof({ weight: 5, arbitrary: fc.integer({ min: 0, max: 18500 }).map((tenths) => tenths / 10) }, fc.constant(null))
const record = fc.record({
  start: fc.integer({ min: 0, max: 40000 }).map((day) => new Date(Date.UTC(1900, 0, 1 + day)).toISOString().slice(0, 10)),
  depths: fc.array(depth, { minLength: 30, maxLength: 400 }),
})
/** Days without a reading at either end are no part of a record that is read. */
const trimmed = (depths: (number | null)[]) => {
  const first = depths.findIndex((each) => each !== null)
  return first < 0 ? [] : depths.slice(first, depths.findLastIndex((each) => each !== null) + 1)
}

describe('a record that is taken elsewhere', () => {
  it('as CSV comes back by the importer to the last digit', () => {
    fc.assert(
      fc.property(record, (each) => {
        fc.pre(each.depths.filter((one) => one !== null).length > 20)
        expect(trimmed([...readRain(rainCsv(each)).depths])).toEqual(trimmed(each.depths))
      }),
      { numRuns: 60 },
    )
  })
  it('in the columns of GHCN-Daily comes back in tenths', () => {
    fc.assert(
      fc.property(record, (each) => {
        fc.pre(each.depths.filter((one) => one !== null).length > 20)
        expect([...readRain(ghcnCsv(each, stationOf('Łódź yard'))).depths]).toEqual(trimmed(each.depths))
      }),
      { numRuns: 60 },
    )
  })
  it('four nines are a depth in tenths there, and stand for no reading in any other table', () => {
    const depths = Array.from({ length: 30 }, (_, day) => (day === 9 ? 999.9 : day % 3))
    expect(readRain(ghcnCsv({ start: '2001-01-01', depths }, stationOf('Yard'))).depths[9]).toBe(999.9)
    const table = depths.map((depth, day) => `2001-01-${String(day + 1).padStart(2, '0')},${day === 9 ? 9999 : depth}`).join('\n')
    expect(readRain(`date,rain (mm)\n${table}\n`).depths[9]).toBeNull()
  })
  it('a station has eleven letters and digits, whatever the name', () => {
    for (const name of ['', 'Łódź, 木', 'a very long name of a very long record']) expect(stationOf(name)).toMatch(/^[A-Z0-9]{11}$/)
  })
})
