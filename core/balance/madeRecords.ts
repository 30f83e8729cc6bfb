import type { DailyRain } from '../rain/dailyRain'
import type { Place, ReadyRain } from '../rain/gaps'
import { madeCalendar, makeYears, type RainModel } from '../rain/makeRecord'
import { withSeasons, withSnow } from '../rain/weather'

/** Years of one made record: as long as a vessel lasts, and short enough to hold good and bad luck. */
export const ENSEMBLE_YEARS = 20

/** Spreads record numbers over the seeds; a record's days do not depend on which worker makes it. */
const seedOf = (seed: number, index: number) => (seed + (index + 1) * 2_654_435_761) % 4_294_967_296

const TENTHS = 10

/** Depths in whole tenths of a millimetre, as a made record has them, in a quarter of the room; as they are where they are not. */
function packed(depths: Float64Array): Uint16Array | Float64Array {
  const tenths = new Uint16Array(depths.length)
  for (let day = 0; day < depths.length; day++) {
    tenths[day] = Math.round(depths[day]! * TENTHS)
    if (tenths[day]! / TENTHS !== depths[day]) return depths.slice()
  }
  return tenths
}

/**
 * The made records of a place's rain. What falls does not hang on what is built: each record is made once, and every edit of the
 * scheme is tried on the same ones.
 *
 * Memory: two bytes a day; 15 MB for a thousand records of twenty years.
 */
export class MadeRecords {
  private readonly made = new Map<number, Uint16Array | Float64Array>()

  /** @param model calibrated generator */
  constructor(
    readonly model: RainModel,
    readonly seed: number,
    readonly place: Place,
    readonly site: ReadyRain['site'],
  ) {}

  /** Room that the records take, bytes. */
  get bytes(): number {
    return [...this.made.values()].reduce((sum, { byteLength }) => sum + byteLength, 0)
  }

  /** Record by its number, in the place's climate, with its snow; the same number gives the same days anywhere. */
  rain(index: number): DailyRain {
    const known = this.made.get(index)
    const depths = known ? new Float64Array(known) : makeYears(this.model, ENSEMBLE_YEARS, seedOf(this.seed, index), false).rain.depths
    if (!known) this.made.set(index, packed(depths))
    else if (known instanceof Uint16Array) for (let day = 0; day < depths.length; day++) depths[day]! /= TENTHS
    return withSnow(withSeasons({ depths, ...madeCalendar(ENSEMBLE_YEARS) }, this.place.seasonFactors), this.site)
  }
}
