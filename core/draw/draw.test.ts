import { describe, expect, it } from 'vitest'
import { cans, tap } from '../arrangements/parts'
import { GRAVITY, WATER_DENSITY } from '../units/constants'
import fc from 'fast-check'
import { calendarOf, dayNumber } from '../rain/calendar'
import type { DailyRain } from '../rain/dailyRain'
import { USES, type Demand, type DemandOf, type Money } from '../scheme'
import { dailyDemand, demandDays, monthlyDemand, monthlyThirst } from './demandDays'
import { mainsBill, payback, yearlySaving } from './mainsCost'
import { bedThirst, dryDayThirst, REACHES_ROOTS, soilAfter } from './thirst'
import { governingRule } from './useRules'
import { tapFlow } from './tapFlow'

const air = { thirst: new Float64Array(367).fill(4) }
const common = { id: 'x', name: 'X', use: 'stock', from: { kind: 'tap', tap: 't' }, priority: 1, skipAfterRain: 0 } as const
const allYear = Array.from({ length: 12 }, (_, month) => month + 1)
/** Days from Monday the first of July 2024, with so much rain on each. */
const days = (...depths: number[]): DailyRain => ({
  depths: Float64Array.from(depths),
  ...calendarOf(dayNumber(2024, 7, 1), depths.length),
})
const bed = (more: Partial<DemandOf<'bed'>> = {}): DemandOf<'bed'> => ({
  kind: 'bed',
  ...common,
  area: 10,
  plants: 'vegetables',
  method: 'drip',
  months: allYear,
  ...more,
})

describe('demand', () => {
  it('cans, litres and heads come to litres a day', () => {
    const byMonth = Array.from({ length: 12 }, () => 2)
    expect(dailyDemand(cans('c', 'C', 't', 0, { byMonth }), air)[0]).toBeCloseTo(20, 9)
    const ones = Array.from({ length: 12 }, () => 1)
    expect(
      monthlyDemand(
        [
          { kind: 'animals', ...common, heads: 12, each: 0.00025, byMonth: ones },
          { kind: 'volume', ...common, byMonth: ones.map(() => 0.005) },
        ],
        air,
      )[5],
    ).toBeCloseTo(8, 9)
  })
  it('a task falls on its days of the week and in its months', () => {
    const task: Demand = { kind: 'task', ...common, each: 0.03, weekdays: [1, 6], months: [7] }
    expect([...demandDays(task, days(0, 0, 0, 0, 0, 0, 0), air)]).toEqual([30, 0, 0, 0, 0, 30, 0])
    expect(demandDays({ ...task, months: [6] }, days(0, 0), air)).toEqual(new Float64Array(2))
    expect(dailyDemand(task, air)[6]).toBeCloseTo(60 / 7, 9)
  })
  it('nothing is carried out on a wet day or the day after it', () => {
    const litres: Demand = { kind: 'volume', ...common, skipAfterRain: 4, byMonth: Array.from({ length: 12 }, () => 0.01) }
    expect([...demandDays(litres, days(0, 3.9, 4, 0, 0), air)]).toEqual([10, 10, 0, 0, 10])
    // Of the day before the record nothing is known; nought says that it is carried whatever falls.
    expect([...demandDays(litres, days(0, 0), air)]).toEqual([10, 10])
    expect([...demandDays({ ...litres, skipAfterRain: 0 }, days(9, 9), air)]).toEqual([10, 10])
    expect([...demandDays(litres, days(4, 0, 0), air)]).toEqual([0, 0, 10])
  })
  it('a bed asks in its months for what it drinks on a dry day in their middle', () => {
    // A thirst that tells the day of the year: the 16th of January and the 30th of the other end are days 16 and 350.
    const rising = { thirst: Float64Array.from({ length: 367 }, (_, day) => day / 100) }
    const asked = dailyDemand(bed({ months: [1, 12] }), rising)
    expect(asked[0]).toBeCloseTo(dryDayThirst(bed(), 0.16), 12)
    expect(asked[11]).toBeCloseTo(dryDayThirst(bed(), 3.5), 12)
    expect(asked.slice(1, 11)).toEqual(Array.from({ length: 10 }, () => 0))
    expect(monthlyThirst(rising).map((each) => Math.round(each * 100))).toEqual([16, 45, 75, 105, 136, 166, 197, 228, 258, 289, 319, 350])
    expect(monthlyDemand([bed({ months: [1] }), bed({ months: [1] })], rising)[0]).toBeCloseTo(2 * asked[0]!, 12)
  })
  it('what is given is as good as rain that reaches the roots, and no soil is fuller than full or drier than empty (FAO-56 chapter 8)', () => {
    expect(soilAfter(20, 4, 0, 70, 10)).toBe(14)
    expect(soilAfter(20, 4, 10, 70)).toBe(16)
    expect(soilAfter(20, 4, 5, 70)).toBe(24)
    expect(soilAfter(5, 4, 0, 70, 30)).toBe(0)
    expect(soilAfter(68, 4, 0, 70)).toBe(70)
  })
})

describe('a bed', () => {
  it('follows the depletion worked by hand: 4.2 mm a day of 70 held, watered past 35 mm (FAO-56 chapter 8)', () => {
    // Nine days of 4.2 mm make 37.8 mm: watered on the ninth, over 10 m² and a drip line's 0.9.
    const wanted = bedThirst(bed(), days(...Array.from({ length: 12 }, () => 0)), air)
    expect([...wanted.slice(0, 8)]).toEqual([0, 0, 0, 0, 0, 0, 0, 0])
    expect(wanted[8]).toBeCloseTo((9 * 4.2 * 10) / 0.9, 9)
    expect(wanted[9]).toBe(0)
  })
  it('a shower under 5 mm does nothing, four fifths of a heavier one count', () => {
    const first = (depth: number) =>
      bedThirst(bed(), days(...Array.from({ length: 7 }, () => 0), depth, ...Array.from({ length: 8 }, () => 0)), air).findIndex(
        (litres) => litres > 0,
      )
    expect(first(4.9)).toBe(8)
    expect(first(10)).toBe(10)
  })
  it('is not watered out of its months, and never asks for more than its soil holds', () => {
    const season = days(...Array.from({ length: 200 }, () => 0))
    const wanted = bedThirst(bed({ months: [8] }), season, air)
    expect(wanted.slice(0, 31).every((litres) => litres === 0)).toBe(true)
    // By August all of the 70 mm are gone, and no more than those can be put back.
    expect(wanted[31]).toBeCloseTo((70 * 10) / 0.9, 9)
  })
  it('a can wastes more than a drip line', () => {
    const total = (method: DemandOf<'bed'>['method']) =>
      bedThirst(bed({ method }), days(...Array.from({ length: 60 }, () => 0)), air).reduce((a, b) => a + b, 0)
    expect(total('can') / total('drip')).toBeCloseTo(0.9 / 0.7, 9)
    expect(REACHES_ROOTS.can).toBeLessThan(REACHES_ROOTS.soaker)
  })
  it('asks in the long run for what its plants drink, over the efficiency', () => {
    const year = days(...Array.from({ length: 3000 }, () => 0))
    const sum = bedThirst(bed(), year, air).reduce((a, b) => a + b, 0)
    expect(sum / 3000 / dryDayThirst(bed(), 4)).toBeCloseTo(1, 2)
  })
})

describe('mains water', () => {
  const money: Money = {
    currency: '£',
    tiers: [
      { from: 0, price: 1 },
      { from: 50, price: 2 },
    ],
    sewer: 1.5,
    sewerShare: 0.9,
    houseUse: 45,
  }
  it('is billed by blocks, worked by hand: 50 at 1 and 20 at 2 are 90', () => {
    expect(mainsBill(money, 70)).toBe(90)
    expect(mainsBill(money, 0)).toBe(0)
    expect(mainsBill({ tiers: [...money.tiers].reverse() }, 70)).toBe(90)
  })
  it('a saving comes off the dearest block, and spares the sewer charge: 5·1 + 5·2 + 10·1.35 = 28.5', () => {
    expect(yearlySaving(money, 10)).toBeCloseTo(28.5, 12)
  })
  it('pays back when it is known what it costs', () => {
    expect(payback(57, 28.5)).toBe(2)
    expect(payback(0, 28.5)).toBeUndefined()
    expect(payback(57, 0)).toBeUndefined()
  })
})

describe('intended use', () => {
  it('of several the strictest governs, line by line', () => {
    const rule = governingRule(['ornamentals', 'washing', 'edible-beds'])
    expect(rule.firstFlush).toEqual({ value: 0.5, by: 'edible-beds' })
    expect(rule.dark).toEqual({ value: true, by: 'edible-beds' })
    expect(governingRule(['pressure-washing', 'stock']).mesh).toEqual({ value: 0.0005, by: 'pressure-washing' })
  })
  it('house and mist are never just fine', () => {
    expect(governingRule(['ornamentals', 'house']).standing).toEqual({ value: 'professional', by: 'house' })
    expect(governingRule(['seedlings-mist']).standing.value).toBe('advised-against')
  })
  it('more uses never make a rule milder', () => {
    fc.assert(
      fc.property(fc.subarray([...USES], { minLength: 1 }), fc.constantFrom(...USES), (uses, more) => {
        const [one, two] = [governingRule(uses), governingRule([...uses, more])]
        expect(two.mesh.value).toBeLessThanOrEqual(one.mesh.value)
        expect(two.firstFlush.value).toBeGreaterThanOrEqual(one.firstFlush.value)
        expect(Number(two.dark.value)).toBeGreaterThanOrEqual(Number(one.dark.value))
      }),
    )
  })
  it('refuses none at all', () => expect(() => governingRule([])).toThrow(/uses/))
})

describe('tap', () => {
  it('runs nothing without head', () => {
    expect(tapFlow(tap('t', 'T', 'v'), 0.4, 0.5)).toBe(0)
  })
  it('a 25 mm hose of 40 m behind a 19 mm tap: each loses by its own velocity, worked apart (Darcy–Weisbach, Swamee & Jain)', () => {
    const flow = tapFlow({ bore: 0.019, hose: { bore: 0.025, length: 40, end: 0.28 } }, 1, 0.5)
    const speed = (bore: number) => flow / ((Math.PI / 4) * bore ** 2)
    const reynolds = (speed(0.025) * 0.025) / 1.0e-6
    const f = 0.25 / Math.log10(1.5e-6 / 0.025 / 3.7 + 5.74 / reynolds ** 0.9) ** 2
    const lost = (8.5 * speed(0.019) ** 2 + (1 + (f * 40) / 0.025) * speed(0.025) ** 2) / (2 * 9.80665)
    expect(lost).toBeCloseTo(0.72, 3)
    expect(flow * 1e3).toBeCloseTo(0.213, 2)
    // As narrow all along it would be little more than half.
    expect(tapFlow({ bore: 0.019, hose: { bore: 0.019, length: 40, end: 0.28 } }, 1, 0.5) * 1e3).toBeCloseTo(0.12, 2)
  })
  it('a hose end below the tap gives more, above it less: the surface to the open end counts', () => {
    const hosed = (end: number) => tapFlow({ bore: 0.019, hose: { bore: 0.019, length: 5, end } }, 1, 0.5)
    expect(hosed(0)).toBeGreaterThan(hosed(0.4))
    expect(hosed(0.4)).toBeGreaterThan(0)
  })
  it('head-pressure: one foot is 0.433 psi, one metre 9.79 kPa (handbook value)', () => {
    const kiloPascal = (metres: number) => (WATER_DENSITY * GRAVITY * metres) / 1000
    expect(Math.abs(kiloPascal(1) / 9.79 - 1)).toBeLessThanOrEqual(0.003)
    expect(Math.abs((kiloPascal(0.3048) * 1000) / 6894.757 / 0.433 - 1)).toBeLessThanOrEqual(0.003)
  })
})
