import { beforeAll, describe, expect, it } from 'vitest'
import { demoRecords, withyHard } from '../demo'
import { clearTrain, fitRecipe } from '../edits'
import type { Scheme } from '../scheme'
import { answerBalance, answerDrop, answerOffers, rainInputs, storeInputs, type RainInputs } from './answers'

const boathouse = () => withyHard().schemes[0]!
const flushed = (): Scheme =>
  fitRecipe(boathouse(), 'river-drop', 'butt', 'flush-ball', { flow: 0.855e-3, flush: 0.0206, run: 1.5, system: 'metric' })

describe('what the years say of a train', () => {
  let rain: RainInputs
  beforeAll(() => {
    const record = demoRecords()[0]!
    rain = rainInputs({ kind: 'record', record: record.id, gaps: 'generator' }, { ...record, depths: record.depths.slice(0, 3653) })
  })
  const caught = (scheme: Scheme) => {
    const { years } = answerBalance(storeInputs(scheme, 'butt-store', rain), rain)
    return { caught: years.total.captured, flushed: years.total.flushed, years: years.total.runoff / years.runoffPerYear }
  }

  it('the hose that is there catches what the daily account says it does', () => {
    const { hoses } = answerDrop(boathouse(), 'river-drop', 'metric', rain)
    const own = hoses.find(({ bore }) => bore === 0.025)!
    const account = caught(boathouse())
    expect(Math.abs(own.litres / (account.caught / account.years) - 1)).toBeLessThan(0.002)
  })
  it('the first flush that is there throws away what the daily account says it does', () => {
    const { flushes, hoses } = answerDrop(flushed(), 'river-drop', 'metric', rain)
    const own = flushes.at(-1)!
    expect(own.school).toBe('own')
    const account = caught(flushed())
    expect(Math.abs(own.litres / (account.flushed / account.years) - 1)).toBeLessThan(0.002)
    expect(hoses).toEqual([])
  })
  it('schools stand beside it even where none is fitted yet', () => {
    const schools = answerDrop(boathouse(), 'river-drop', 'metric', rain).flushes.map(({ school }) => school)
    expect(schools).toEqual(['fouling', 'published-least', 'ten-gallons', 'twenty-gallons', 'two-gallons', 'use', 'what-fits'])
  })
  it('a pipe that leads nowhere has nothing to say', () => {
    expect(answerDrop(clearTrain(boathouse(), 'river-drop'), 'river-drop', 'metric', rain)).toEqual({
      hoses: [],
      variants: [],
      flushes: [],
    })
  })
  it('offers carry what they keep and meet, and each keeps what its own years say', () => {
    const offers = answerOffers(boathouse(), 'river-drop', 'butt', { run: 1.5, automatic: true, flush: false, system: 'metric' }, rain)
    expect(offers.length).toBeGreaterThan(6)
    for (const { scheme, kept, met } of offers) {
      const { years } = answerBalance(storeInputs(scheme, 'butt-store', rain), rain)
      expect(kept).toBeCloseTo(years.keptPerYear, 6)
      expect(met).toBeGreaterThan(0)
    }
  })
})
