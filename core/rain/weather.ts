import type { Site } from '../scheme'
import type { DailyRain } from './dailyRain'
import { referenceEvapotranspiration } from './evapotranspiration'
import { isFrosty } from './frost'
import { onDay } from './onDay'

const YEAR_DAYS = 366
/** What a place's air does on each day of the year; entry 0 is not used. */
export interface SiteDays {
  /** Reference evapotranspiration, mm a day. */
  thirst: Float64Array
  /** Mean temperature, °C. */
  warmth: Float64Array
  /** 1 in the season of frost: what is shut for the winter is shut then. */
  frost: Uint8Array
}

/**
 * Reference evapotranspiration and mean temperature of every day of the year, from a place's latitude and monthly means.
 *
 * @throws RangeError when a month's high is below its low
 * Source: Hargreaves by FAO-56 equation 52; between months straight lines, this project's rule.
 */
export function siteDays({ latitude, low, high }: Site): SiteDays {
  const frosty = isFrosty({ low })
  const days: SiteDays = {
    thirst: new Float64Array(YEAR_DAYS + 1),
    warmth: new Float64Array(YEAR_DAYS + 1),
    frost: new Uint8Array(YEAR_DAYS + 1),
  }
  for (let day = 1; day <= YEAR_DAYS; day++) {
    const least = onDay(low, day)
    const most = onDay(high, day)
    days.thirst[day] = referenceEvapotranspiration(latitude, day, least, most)
    days.warmth[day] = (least + most) / 2
    days.frost[day] = frosty(day) ? 1 : 0
  }
  return days
}

/**
 * Thirst and warmth of the very days, where their temperatures are known; a place's own means on the others.
 *
 * @param air °C, NaN where missing
 * Source: Hargreaves by FAO-56 equation 52, with the day's own temperatures.
 */
export function withTemperatures(
  rain: DailyRain,
  { low, high }: { low: Float64Array; high: Float64Array },
  { latitude }: Pick<Site, 'latitude'>,
  site: Pick<SiteDays, 'thirst' | 'warmth'>,
): DailyRain {
  const thirst = new Float64Array(low.length)
  const warmth = new Float64Array(low.length)
  for (let i = 0; i < low.length; i++) {
    const day = rain.dayOfYear[i]!
    const [least, most] = [low[i]!, high[i]!]
    // A low above its high is a slip of the station's.
    const known = least <= most
    thirst[i] = known ? referenceEvapotranspiration(latitude, day, least, most) : site.thirst[day]!
    warmth[i] = known ? (least + most) / 2 : site.warmth[day]!
  }
  return { ...rain, thirst, warmth }
}

/** Snow falls at or below this mean, °C; above it the pack melts by this much, mm for each °C and day. Common practice. */
const SNOW_AT = 1
const MELT = 4

/**
 * Rain as it reaches the roof where it is cold enough for snow: what falls at a daily mean of 1 °C or less is held, and
 * melts by 4 mm for each degree above. What is held at the end of the record stays on the roof.
 *
 * The season of frost goes along, for what is shut then.
 *
 * @returns the same rain where no day is so cold
 * Source: degree-day method; its figures are common practice.
 */
export function withSnow(fallen: DailyRain, { warmth, frost }: Pick<SiteDays, 'warmth'> & Partial<Pick<SiteDays, 'frost'>>): DailyRain {
  const rain = frost?.includes(1) ? { ...fallen, frost } : fallen
  if (!(rain.warmth ?? warmth.subarray(1)).some((degrees) => degrees <= SNOW_AT)) return rain
  const liquid = new Float64Array(rain.depths.length)
  let pack = 0
  for (let i = 0; i < liquid.length; i++) {
    const degrees = rain.warmth?.[i] ?? warmth[rain.dayOfYear[i]!]!
    if (degrees <= SNOW_AT) {
      pack += rain.depths[i]!
      continue
    }
    const melt = Math.min(pack, MELT * (degrees - SNOW_AT))
    pack -= melt
    liquid[i] = rain.depths[i]! + melt
  }
  return { ...rain, liquid }
}

/** Season of a month (0–11): 0 is December to February, then in threes. */
export const seasonOf = (month: number) => Math.floor(((month + 1) % 12) / 3)

/** The same days in another climate: every depth by its season's factor. */
export function withSeasons(rain: DailyRain, factors: readonly number[]): DailyRain {
  if (factors.every((factor) => factor === 1)) return rain
  return { ...rain, depths: rain.depths.map((depth, i) => depth * factors[seasonOf(rain.month[i]!)]!) }
}
