import { DEPLETION, PLANTS, REACHES_ROOTS, soilAfter } from '../draw/thirst'
import type { DailyRain } from '../rain/dailyRain'
import type { SiteDays } from '../rain/weather'
import type { DemandOf } from '../scheme'
import { quantileOf, rising } from './forecast'

/** A bed as it stands today. */
export interface BedToday {
  /** mm that plants have taken out of what the soil holds, and what it holds. */
  gone: number
  holds: number
  /** Wants water by its own rule. */
  thirsty: boolean
  /** Litres that would fill it. */
  litres: number
  /** mm that the coming days bring, with a chance of four in five. */
  rainComing: number
  verdict: 'water' | 'wait' | 'no'
}

/**
 * Whether a bed wants water today: its soil run through the rain and the waterings of the log, then the forecast.
 *
 * @param rain of the log, up to yesterday
 * @param watered litres that reached the bed, by the day
 * @param coming mm of the next two days, by member
 */
export function bedToday(
  bed: Pick<DemandOf<'bed'>, 'area' | 'plants' | 'method' | 'months'>,
  rain: DailyRain,
  watered: Float64Array,
  { thirst }: Pick<SiteDays, 'thirst'>,
  month: number,
  coming: readonly number[],
): BedToday {
  const { factor, holds } = PLANTS[bed.plants]
  const efficiency = REACHES_ROOTS[bed.method]
  let gone = 0
  for (let day = 0; day < rain.depths.length; day++) {
    const given = bed.area > 0 ? (watered[day]! * efficiency) / bed.area : 0
    gone = soilAfter(gone, factor * thirst[rain.dayOfYear[day]!]!, rain.depths[day]!, holds, given)
  }
  const thirsty = gone > DEPLETION * holds && bed.months.includes(month + 1)
  const rainComing = coming.length > 0 ? quantileOf(rising(coming), 0.2) : 0
  return {
    gone,
    holds,
    thirsty,
    litres: (gone * bed.area) / efficiency,
    rainComing,
    verdict: !thirsty ? 'no' : rainComing * 0.8 >= gone - DEPLETION * holds && rainComing > 5 ? 'wait' : 'water',
  }
}
