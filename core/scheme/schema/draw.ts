import type { InferType } from 'yup'
import { amount, bore, byMonth, choice, id, list, name, oneOfKind, record } from './fields'

export const USES = ['ornamentals', 'edible-beds', 'seedlings-mist', 'stock', 'washing', 'pressure-washing', 'house', 'relief'] as const
export type Use = (typeof USES)[number]

export const tap = record({
  id: id(),
  name: name(),
  vessel: id(),
  port: id(),
  bore: bore(),
  /** Spout below the tap's centre, m. */
  spoutBelow: amount(0, 1),
  /** What is filled under it. */
  can: record({ height: amount(0.05, 2), volume: amount(0.0005, 0.2) }),
  hose: record({ bore: bore(), length: amount(0.1, 300), end: amount(-20, 20) })
    .optional()
    .default(undefined),
})
export type Tap = InferType<typeof tap>

const drawnFrom = oneOfKind({
  tap: record({ kind: choice('tap'), tap: id() }),
  pump: record({ kind: choice('pump'), pump: id() }),
})

const common = {
  id: id(),
  name: name(),
  use: choice(...USES),
  from: drawnFrom,
  priority: amount(1, 9),
  /** Where on the plan it is drawn for, if that was said. */
  place: id().optional(),
  /** Not drawn on a day with this much rain, nor the day after, mm; 0 draws whatever the weather. */
  skipAfterRain: amount(0, 100),
}
export const PLANT_GROUPS = ['pots', 'vegetables', 'shrubs', 'lawn', 'crops'] as const
export const WATERING_METHODS = ['can', 'soaker', 'drip'] as const
/** Months of the year, 1–12. */
const months = () => list(amount(1, 12), 1, 12)

export const demand = oneOfKind({
  /** Cans of `can` m³, so many a day. */
  cans: record({ kind: choice('cans'), ...common, can: amount(0.0005, 0.2), byMonth: byMonth(500) }),
  /** m³ a day. */
  volume: record({ kind: choice('volume'), ...common, byMonth: byMonth(100) }),
  animals: record({ kind: choice('animals'), ...common, heads: amount(0, 100000), each: amount(0, 0.5), byMonth: byMonth(2) }),
  /** A job done on some days of the week (1 Monday to 7 Sunday): `each` m³ a time. */
  task: record({ kind: choice('task'), ...common, each: amount(0, 100), weekdays: list(amount(1, 7), 1, 7), months: months() }),
  /** A bed by its thirst: area m², plant group and how it is watered. */
  bed: record({
    kind: choice('bed'),
    ...common,
    area: amount(0, 100000),
    plants: choice(...PLANT_GROUPS),
    method: choice(...WATERING_METHODS),
    months: months(),
  }),
})
export type Demand = InferType<typeof demand>
export type DemandOf<K extends Demand['kind']> = Extract<Demand, { kind: K }>
export type PlantGroup = (typeof PLANT_GROUPS)[number]
export type WateringMethod = (typeof WATERING_METHODS)[number]
export const taps = () => list(tap, 0, 24)
