import { describe, expect, it } from 'vitest'
import { partsInputs, planBuild } from '#core/build'
import { demoJobs } from '#core/demo'
import { buildWaterPath } from '#core/path'
import { BILL_COLUMNS, billRows } from './billTable'

const say = (id: string) => id
const job = demoJobs()[1]!
const { bill } = planBuild(buildWaterPath(job.schemes.find(({ id }) => id === job.chosen)!), partsInputs(job))
const column = (name: (typeof BILL_COLUMNS)[number]) => BILL_COLUMNS.indexOf(name)

describe('the bill in a spreadsheet', () => {
  for (const system of ['metric', 'imperial'] as const)
    it(`what is bought times what one costs is the total, in ${system} units as in any`, () => {
      const rows = billRows(bill.lines, system, say, ({ item }) => item)
      expect(rows.length).toBeGreaterThan(10)
      for (const [i, row] of rows.entries()) {
        expect(row).toHaveLength(BILL_COLUMNS.length)
        const [buy, each, total] = (['buy', 'each', 'total'] as const).map((name) => row[column(name)] as number)
        // Prices are kept to the cent and told to a hundredth of one.
        expect(Math.abs(buy! * each! - total!)).toBeLessThanOrEqual(0.006 + buy! * 1e-4)
        expect(row[column('unit')]).toMatch(/^build\.perOne\.(each|m|m2|m3|ft|ft2|ft3)$/)
        expect(row[column('soldIn')] === null).toBe(bill.lines[i]!.sold === undefined)
      }
    })
  it('what is owned is told in the unit that it is wanted in', () => {
    const [line] = bill.lines.filter(({ unit }) => unit === 'length')
    const [row] = billRows([{ ...line!, owned: line!.wanted }], 'imperial', say, ({ item }) => item)
    expect(row![column('owned')]).toBe(row![column('wanted')])
    // The international foot.
    expect(row![column('owned')]).toBeCloseTo(line!.wanted / 0.3048, 3)
  })
})
