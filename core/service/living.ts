import { living, type Living } from '../living'
import { fromIsoDate, isoDate } from '../rain/calendar'
import type { Log, RainRecord, RainSource, Scheme } from '../scheme'
import { defaultSite } from '../scheme'
import { climateOf, seedOf, simulatedForecast, tipsOf, TIP, type Climate } from '../standIns'
import type { Forecast } from '../weather'
import { rainInputs, type RainInputs } from './answers'
import type { Place } from '../rain'

interface WeatherAsked {
  place: string
  day: string
  rain: { source: RainSource; record?: RainRecord | undefined; place?: Place | undefined }
}
const climateFor = ({ ready }: RainInputs, { place, rain }: Pick<WeatherAsked, 'place' | 'rain'>): Climate =>
  climateOf(ready, rain.place?.site ?? defaultSite(), seedOf(place))

/** The stand-in's forecast, with its days as dates. */
export function answerWeather(asked: WeatherAsked): Forecast & { first: string } {
  const inputs = rainInputs(asked.rain.source, asked.rain.record, asked.rain.place)
  return { first: asked.day, ...simulatedForecast(climateFor(inputs, asked), fromIsoDate(asked.day)) }
}

/** Seconds into a day at which the stand-in's gauge tips, and mm a tip. */
export function answerGauge(asked: WeatherAsked & { wetHours: number }): { day: string; tip: number; simulated: true; seconds: number[] } {
  const inputs = rainInputs(asked.rain.source, asked.rain.record, asked.rain.place)
  const day = fromIsoDate(asked.day)
  return { day: isoDate(day), tip: TIP, simulated: true, seconds: tipsOf(climateFor(inputs, asked), day, asked.wetHours) }
}

/** What a log says of a scheme; daily series are left out. */
export function answerLiving(asked: WeatherAsked & { scheme: Scheme; log: Log }): Living {
  const inputs = rainInputs(asked.rain.source, asked.rain.record, asked.rain.place)
  const day = fromIsoDate(asked.day)
  const job = {
    schemes: [asked.scheme],
    chosen: asked.scheme.id,
    log: { ...asked.log, scheme: asked.scheme.id },
    site: asked.rain.place?.site ?? defaultSite(),
  }
  return living(job, inputs.ready, simulatedForecast(climateFor(inputs, asked), day, asked.scheme.wetHours), day)
}
