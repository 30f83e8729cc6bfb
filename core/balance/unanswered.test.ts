import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { buildWaterPath } from '../path/waterPath'
import { calendarOf, dayNumber, siteDays } from '../rain'
import { defaultSite } from '../scheme'
import { simulateYears } from './simulateYears'
import { unanswered } from './unanswered'

describe('where the years are no answer', () => {
  it('one dry day in January keeps nothing and meets nothing: no 100 %', () => {
    // Nothing is watered there from November to February.
    const scheme = ARRANGEMENTS[2]!()
    const rain = { depths: Float64Array.of(0), ...calendarOf(dayNumber(2026, 1, 11), 1) }
    const ready = { rain, countedYears: [], leftOut: [], filled: 0, bounded: [], snow: false, site: siteDays(defaultSite()) }
    const years = simulateYears(buildWaterPath(scheme), scheme.stores[0]!.id, ready as never)
    expect(years.keptPerYear).toBe(0)
    expect(years.met).toBe(0)
    expect(unanswered(years.total.demand)).toBe('nothingAsked')
  })
  it('a store that is asked is answered', () => expect(unanswered(100)).toBeUndefined())
})
