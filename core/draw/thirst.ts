import type { SiteDays } from '../rain/weather'
import type { DailyRain } from '../rain/dailyRain'
import type { DemandOf, PlantGroup, WateringMethod } from '../scheme'

export interface PlantThirst {
  /** Thirst over reference evapotranspiration, full grown. */
  factor: number
  /** Water that the soil at the roots holds between full and wilting, mm. */
  holds: number
}

/**
 * Plant groups: crop factors after FAO-56 table 12 (small vegetables 1.05, turf 0.95, from memory; shrubs and pots common
 * practice); what the soil holds is common practice (15–30 mm a pot, 60–100 mm a bed).
 */
export const PLANTS: Record<PlantGroup, PlantThirst> = {
  pots: { factor: 1, holds: 20 },
  vegetables: { factor: 1.05, holds: 70 },
  shrubs: { factor: 0.8, holds: 100 },
  lawn: { factor: 0.95, holds: 60 },
  crops: { factor: 1.1, holds: 80 },
}

/** Share of the water let out that reaches the roots. Common practice, no published source. */
export const REACHES_ROOTS: Record<WateringMethod, number> = { can: 0.7, soaker: 0.8, drip: 0.9 }

/** Share of what the soil holds that may go before it is watered again: `p` of FAO-56, table 22 for most vegetables. */
export const DEPLETION = 0.5
/** A shower under 5 mm wets leaves; four fifths of a heavier one reach the roots. Common practice. */
const SHOWER = 5
const EFFECTIVE = 0.8

type Bed = Pick<DemandOf<'bed'>, 'area' | 'plants' | 'method' | 'months'>

/** Water for a bed on a day without rain at all, litres, for a reference evapotranspiration of so many mm. */
export const dryDayThirst = ({ area, plants, method }: Bed, reference: number): number =>
  (area * PLANTS[plants].factor * reference) / REACHES_ROOTS[method]

/**
 * What is gone of a soil's water at a day's end, mm: what was gone before and the day's thirst, less rain and what was given.
 *
 * @param thirst mm of the day
 * @param rain mm; a shower only wets leaves
 * @param holds mm between full and wilting
 * Source: FAO Irrigation and Drainage Paper 56, chapter 8 (root zone depletion), from memory; effective rain common practice.
 */
export function soilAfter(gone: number, thirst: number, rain: number, holds: number, given = 0): number {
  const wets = rain > SHOWER ? EFFECTIVE * rain : 0
  return Math.min(holds, Math.max(0, gone + thirst - wets - given))
}

/**
 * What a bed asks for every day: a small soil store that plants empty and rain and watering fill.
 *
 * `D = D₋₁ + Kc·ET0 − P_eff`, held between 0 and what the soil holds; once more than half is gone in a watering month the
 * bed is filled up again, and the store is asked for the depth over the method's efficiency. What the store cannot give
 * comes from elsewhere, so one day's want never depends on the store.
 *
 * @returns litres a day
 * Source: FAO Irrigation and Drainage Paper 56, chapter 8 (root zone depletion), from memory; effective rain common practice.
 */
export function bedThirst(
  bed: Bed,
  { depths, month, dayOfYear, thirst: own }: DailyRain,
  { thirst }: Pick<SiteDays, 'thirst'>,
): Float64Array {
  const { factor, holds } = PLANTS[bed.plants]
  const efficiency = REACHES_ROOTS[bed.method]
  const watered = new Set(bed.months.map((each) => each - 1))
  const wanted = new Float64Array(depths.length)
  let gone = 0
  for (let i = 0; i < depths.length; i++) {
    gone = soilAfter(gone, factor * (own?.[i] ?? thirst[dayOfYear[i]!]!), depths[i]!, holds)
    if (gone > DEPLETION * holds && watered.has(month[i]!)) {
      wanted[i] = (gone * bed.area) / efficiency
      gone = 0
    }
  }
  return wanted
}
