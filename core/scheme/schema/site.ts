import type { InferType } from 'yup'
import { amount, choice, list, record } from './fields'

const temperatures = () => list(amount(-60, 55), 12, 12)

/** Where the job lies and how warm its months are: what plants drink by, and when rain falls as snow. */
export const site = record({
  /** Degrees, south negative. */
  latitude: amount(-90, 90),
  /** Degrees, west negative; where somebody said, so that what is on the plan can be put on a map. */
  longitude: amount(-180, 180).optional().default(undefined),
  /** Way out of the first wall, degrees clockwise from north. */
  facing: amount(0, 360).optional().default(undefined),
  /** Mean daily low and high of each month, °C, January first. */
  low: temperatures(),
  high: temperatures(),
})
export type Site = InferType<typeof site>

/** What mains water would cost. Prices are per m³, in the job's own money. */
export const money = record({
  currency: choice('£', '$', '€', '¤'),
  /** Each price holds from its yearly use (m³) upward; the first starts at 0. */
  tiers: list(record({ from: amount(0, 1e6), price: amount(0, 1e4) }), 1, 8),
  /** Charged again for what is taken to run to the sewer. */
  sewer: amount(0, 1e4),
  sewerShare: amount(0, 1),
  /** Drawn from the mains in a year for everything else, m³: decides which tier a saving comes off. */
  houseUse: amount(0, 1e5),
})
export type Money = InferType<typeof money>
