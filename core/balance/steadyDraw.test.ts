import { describe, expect, it } from 'vitest'
import { steadyDraw, type DrawInputs } from './steadyDraw'

const DAYS = 365
/** So many years of a rain that comes again in each. */
const years = (n: number, inflowOf: (day: number, year: number) => number, volume: number, more: Partial<DrawInputs> = {}): DrawInputs => {
  const inflow: number[] = []
  const month: number[] = []
  const year: number[] = []
  for (let y = 0; y < n; y++)
    for (let day = 0; day < DAYS; day++) {
      inflow.push(inflowOf(day, y))
      month.push(Math.min(11, Math.floor(day / 30.5)))
      year.push(2000 + y)
    }
  return { inflow, month, year, counted: new Set(year), volume, rule: 'before-spillage', ...more }
}
const allYear = Array.from({ length: 12 }, () => true)

describe('the draw that can be counted on', () => {
  it('of an even inflow is the inflow, however small the store', () => {
    expect(
      steadyDraw(
        years(10, () => 12, 30),
        allYear,
      ).season,
    ).toBeCloseTo(12, 1)
  })
  it('of a rain every tenth day that just fills the store is a tenth of it', () => {
    const inputs = years(10, (day) => (day % 10 === 0 ? 100 : 0), 100, { start: 100 })
    expect(steadyDraw(inputs, allYear).season).toBeCloseTo(10, 1)
  })
  it('begins with what the year before has left: one rain a year, on its last day, is shared out over the next', () => {
    const inputs = years(3, (day) => (day === DAYS - 1 ? 100 : 0), 100)
    expect(steadyDraw(inputs, allYear).season).toBeCloseTo(100 / DAYS, 1)
    expect(steadyDraw({ ...inputs, rule: 'after-spillage' }, allYear).season).toBeCloseTo(100 / DAYS, 1)
    expect(steadyDraw({ ...inputs, start: 0 }, allYear).season).toBeCloseTo(0, 1)
  })
  it('is what the store holds over the longest dry spell, where rain is plenty else', () => {
    const inputs = years(10, (day) => (day >= 150 && day < 190 ? 0 : 500), 200)
    expect(steadyDraw(inputs, allYear).season).toBeCloseTo(200 / 40, 1)
  })
  it('leaves one year in ten out of account, and under ten years none', () => {
    const dry = (year: number) => (day: number) => (day >= 100 && day < (year === 3 ? 200 : 120) ? 0 : 500)
    expect(
      steadyDraw(
        years(10, (day, year) => dry(year)(day), 200),
        allYear,
      ).season,
    ).toBeCloseTo(200 / 20, 1)
    expect(
      steadyDraw(
        years(9, (day, year) => dry(year)(day), 200),
        allYear,
      ).season,
    ).toBeCloseTo(200 / 100, 1)
  })
  it('by the month: a wet one gives more than the season, a dry one no less', () => {
    const inputs = years(10, (day) => (day >= 61 && day < 91 ? 0 : 40), 300)
    const { season, months } = steadyDraw(inputs, allYear)
    expect(Math.max(...months)).toBeGreaterThan(season)
    for (const month of months) expect(month).toBeGreaterThanOrEqual(season - 0.02)
  })
  it('out of season nothing is drawn, and the store is full when it begins', () => {
    const summer = Array.from({ length: 12 }, (_, m) => m >= 5 && m <= 7)
    const inputs = years(10, (day) => (day < 100 ? 30 : 0), 900)
    // Three months of 30.5 days from a full store.
    expect(steadyDraw(inputs, summer).season).toBeCloseTo(900 / 92, 0)
  })
  it('needs just the store that the sequent peak asks for (Thomas & Burden 1963, from memory)', () => {
    // Park and Miller's generator: the same numbers every time.
    let seed = 7
    const random = () => (seed = (seed * 16807) % 2147483647) / 2147483647
    for (let trial = 0; trial < 25; trial++) {
      const inflows = Array.from({ length: 8 * DAYS }, () => (random() < 0.3 ? random() * 60 : 0))
      const volume = 150 + random() * 800
      const inputs = years(8, (day, year) => inflows[year * DAYS + day]!, volume, { start: volume })
      const { season } = steadyDraw(inputs, allYear)
      /** Store that a full one needs never to run dry: the deepest that demand has run ahead of inflow. */
      const needed = (draw: number) => {
        let behind = 0
        let most = 0
        for (const inflow of inflows) {
          behind = Math.max(0, behind + draw - inflow)
          most = Math.max(most, behind)
        }
        return most
      }
      expect(needed(season * 0.998)).toBeLessThanOrEqual(volume)
      expect(needed(season + 0.03)).toBeGreaterThan(volume * 0.999)
    }
  })
  it('refuses a record of no days', () => {
    expect(() => steadyDraw({ ...years(0, () => 0, 1), counted: new Set() }, allYear)).toThrow(RangeError)
  })
})
