import { checkForecast, type Forecast, type WeatherSource } from '#core/weather/forecast'

let source: WeatherSource | undefined

/** Puts a weather service in the place of the stand-in; undefined puts the stand-in back. */
export function setWeatherSource(next: WeatherSource | undefined): void {
  source = next
}

/**
 * The forecast of the service that was put in; undefined where none was, and the stand-in makes one in the worker.
 *
 * @throws RangeError when it is no forecast that can be reckoned with
 */
export async function broughtForecast(day: number): Promise<Forecast | undefined> {
  return source && checkForecast(await source.forecast(day))
}
