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
  })
})
