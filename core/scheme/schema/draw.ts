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

const common = { id: id(), name: name(), use: choice(...USES), from: drawnFrom, priority: amount(1, 9) }

export const demand = oneOfKind({
  /** Cans of `can` m³, so many a day. */
  cans: record({ kind: choice('cans'), ...common, can: amount(0.0005, 0.2), byMonth: byMonth(500) }),
  /** m³ a day. */
  volume: record({ kind: choice('volume'), ...common, byMonth: byMonth(100) }),
  animals: record({ kind: choice('animals'), ...common, heads: amount(0, 100000), each: amount(0, 0.5), byMonth: byMonth(2) }),
  /** A bed by its thirst: area m², plant group and how it is watered. */
  bed: record({
    kind: choice('bed'),
    ...common,
    area: amount(0, 100000),
    plants: choice('pots', 'vegetables', 'shrubs', 'lawn', 'crops'),
    method: choice('can', 'soaker', 'drip'),
    months: list(amount(1, 12), 1, 12),
  }),
})
export type Demand = InferType<typeof demand>
export const taps = () => list(tap, 0, 24)
