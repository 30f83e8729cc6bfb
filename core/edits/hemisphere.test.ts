import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { newJob, withyHard } from '../demo'
import { siteDays } from '../rain'
import { turnSeasons } from './hemisphere'

describe('across the equator', () => {
  it('a new job gets a southern place: warm and thirsty in January, and waters then', () => {
    const north = newJob('job', 'Garden', 'en-GB', 'metric')
    const south = produce(north, (draft) => turnSeasons(draft, 'south'))
    expect(south.site.latitude).toBeLessThan(0)
    expect(south.site.high[0]).toBe(north.site.high[6])
    const [january, july] = [10, 195]
    const { thirst } = siteDays(south.site)
    expect(thirst[january]).toBeGreaterThan(3 * thirst[july]!)
    const [demand] = south.schemes[0]!.demands
    const [before] = north.schemes[0]!.demands
    if (!demand || !before || !('byMonth' in demand) || !('byMonth' in before)) throw new Error('a demand by the month is missing')
    expect(demand.byMonth[0]).toBe(before.byMonth[6])
    expect(demand.byMonth[6]).toBe(before.byMonth[0])
  })
  it('there and back again is where one was', () => {
    for (const job of [newJob('job', 'Garden', 'en-GB', 'metric'), withyHard()]) {
      const away = produce(job, (draft) => turnSeasons(draft, 'south'))
      expect(produce(away, (draft) => turnSeasons(draft, 'north'))).toEqual(job)
    }
  })
  it('where it is already nothing is turned but what is typed', () => {
    const job = newJob('job', 'Garden', 'en-GB', 'metric')
    expect(produce(job, (draft) => turnSeasons(draft, 'north', 44))).toEqual({ ...job, site: { ...job.site, latitude: 44 } })
  })
})
