import { describe, expect, it } from 'vitest'
import { siteDays } from '../rain/weather'
import { modelFromMonths, type RainModel } from '../rain/makeRecord'
import { ENSEMBLE_YEARS, MadeRecords } from './madeRecords'

const even = (value: number) => Array.from({ length: 12 }, () => value)
const SITE = { latitude: 52, low: even(8), high: even(16) }
const mild = siteDays(SITE)
const cold = siteDays({ latitude: 52, low: [-9, -9, -4, ...even(8).slice(4), -4], high: [-1, -1, 5, ...even(16).slice(4), 3] })
const model = modelFromMonths(even(55), even(11), 0.15)
const place = (seasonFactors: number[]) => ({ site: SITE, seasonFactors })
const records = (of: RainModel = model, factors = [1, 1, 1, 1], site = mild) => new MadeRecords(of, 7, place(factors), site)

describe('made records', () => {
  it('are the same whenever they are asked for, and whoever makes them', () => {
    const one = records()
    const first = one.rain(12).depths.slice()
    expect(one.rain(12).depths).toEqual(first)
    expect(records().rain(12).depths).toEqual(first)
    expect(one.rain(13).depths).not.toEqual(first)
    expect(one.rain(12).year.at(-1)! - one.rain(12).year[0]!).toBe(ENSEMBLE_YEARS - 1)
  })
  it('are in the place’s climate and with its snow each time, and what was handed out is nobody else’s', () => {
    const plain = records().rain(3).depths
    for (const times of [1, 2]) {
      const wetter = records(model, [2, 2, 2, 2])
      for (let i = 0; i < times; i++) expect(wetter.rain(3).depths).toEqual(plain.map((depth) => 2 * depth))
    }
    const snowy = records(model, [1, 1, 1, 1], cold)
    const before = snowy.rain(3)
    expect(before.liquid).toBeDefined()
    const kept = before.liquid!.slice()
    before.depths.fill(0)
    expect(snowy.rain(3).liquid).toEqual(kept)
    expect(snowy.rain(3).depths).toEqual(plain)
  })
  it('with a least depth that is no tenth of a millimetre are kept as they are', () => {
    const inches = records({ ...model, leastDepth: 0.254 })
    const first = inches.rain(1).depths.slice()
    expect(first).toContain(0.254)
    expect(inches.rain(1).depths).toEqual(first)
    expect(inches.bytes).toBe(8 * first.length)
    first.fill(0)
    expect(inches.rain(1).depths).toContain(0.254)
  })
  it('are made once, and take two bytes a day', () => {
    let asked = 0
    const counted = new Proxy(model, {
      get(of, key) {
        asked++
        return Reflect.get(of, key) as unknown
      },
    })
    const own = records(counted)
    own.rain(5)
    const once = asked
    const { depths } = own.rain(5)
    expect(asked).toBe(once)
    own.rain(6)
    expect(asked).toBeGreaterThan(once)
    expect(own.bytes).toBe(2 * 2 * depths.length)
  })
  it('stand for chance: their means differ from those of the months, and those of many do not', () => {
    const own = records()
    const means = Array.from({ length: 60 }, (_, i) => own.rain(i).depths.reduce((sum, depth) => sum + depth, 0) / ENSEMBLE_YEARS)
    const mean = means.reduce((a, b) => a + b, 0) / means.length
    const wanted = 12 * 55
    expect(Math.abs(mean / wanted - 1)).toBeLessThan(0.05)
    expect(means.filter((each) => Math.abs(each / wanted - 1) > 0.02).length).toBeGreaterThan(20)
  })
})
