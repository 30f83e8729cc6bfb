import { describe, expect, it } from 'vitest'
import { pearLane } from '../demo'
import { newJob } from '../demo/newJob'
import { living } from '../living'
import { fromIsoDate, isoDate } from '../rain/calendar'
import { defaultSite } from '../scheme'
import { climateOf, seedOf, simulatedForecast, simulatedRain } from '../standIns'
import { rainInputs } from './answers'
import { answerGauge, answerLiving, answerWeather } from './living'

const job = pearLane()
const [scheme] = job.schemes as [(typeof job.schemes)[number]]
/** So much a year, as a job begins with. */
const { rain } = newJob('job-1', 'Potting bench', 'en-GB', 'metric')
const place = { site: job.site, seasonFactors: job.seasonFactors }
const asked = { place: 'Pear Lane', day: '2026-05-03', rain: { source: rain, place } }
const climate = climateOf(rainInputs(rain, undefined, place).ready, job.site, seedOf(asked.place))

describe('the weather that is asked for', () => {
  it('begins on the day that was asked, and is that of the place: the same twice, another elsewhere', () => {
    const forecast = answerWeather(asked)
    expect(forecast.first).toBe(asked.day)
    expect(isoDate(forecast.start)).toBe(asked.day)
    expect(answerWeather(asked)).toEqual(forecast)
    expect(forecast).toEqual({ first: asked.day, ...simulatedForecast(climate, fromIsoDate(asked.day)) })
    expect(answerWeather({ ...asked, place: 'Weir Lane' }).rain).not.toEqual(forecast.rain)
  })
  it('of a job that names no place is that of the default one', () => {
    const nowhere = { ...asked, rain: { source: rain } }
    const inputs = rainInputs(rain, undefined)
    expect(answerWeather(nowhere).low).toEqual(
      simulatedForecast(climateOf(inputs.ready, defaultSite(), seedOf(asked.place)), fromIsoDate(asked.day)).low,
    )
  })
  it('a gauge tips in the order of the day, once for each tip of what falls on it', () => {
    let wet = 0
    for (let d = 0; d < 60; d++) {
      const day = isoDate(fromIsoDate(asked.day) + d)
      const gauge = answerGauge({ ...asked, day, wetHours: scheme.wetHours })
      const [fallen] = simulatedRain(climate, fromIsoDate(day), 1).depths
      expect(gauge).toMatchObject({ day, simulated: true })
      expect(gauge.seconds).toEqual(gauge.seconds.toSorted((a, b) => a - b))
      expect(gauge.seconds.every((second) => second >= 0 && second < 86_400)).toBe(true)
      // What is left in the bucket at midnight is less than a tip.
      expect(fallen! - gauge.seconds.length * gauge.tip).toBeGreaterThanOrEqual(-1e-6)
      expect(fallen! - gauge.seconds.length * gauge.tip).toBeLessThan(gauge.tip)
      wet += gauge.seconds.length > 0 ? 1 : 0
    }
    expect(wet).toBeGreaterThan(5)
    expect(wet).toBeLessThan(60)
  })
})

describe('what a log says', () => {
  it('is said of the scheme that was sent along, whichever the log was written for', () => {
    const log = { ...job.log, scheme: 'another' }
    const inputs = rainInputs(rain, undefined, place)
    const day = fromIsoDate(asked.day)
    const byHand = living(
      { schemes: [scheme], chosen: scheme.id, log: { ...log, scheme: scheme.id }, site: job.site },
      inputs.ready,
      simulatedForecast(climate, day, scheme.wetHours),
      day,
    )
    expect(answerLiving({ ...asked, scheme, log })).toEqual(byHand)
    expect(byHand.stores.map(({ store }) => store)).toEqual(scheme.stores.map(({ id }) => id))
  })
})
