import type { InferType } from 'yup'
import { amount, bore, choice, flag, height, id, list, oneOfKind, record } from './fields'
import { target } from './drop'

/** How the surplus leaves a vessel and where it ends. */
export const overflowRoute = record({
  id: id(),
  from: record({ vessel: id(), port: id() }),
  mouth: choice('stub', 'standpipe', 'hooped'),
  bore: bore(),
  length: amount(0, 500),
  fall: amount(-0.2, 1),
  /** Air hole or open tee at the crown of a hoop. */
  vented: flag(),
  /** Crest above the paving, m, for a hoop. */
  crest: height(),
  /** Far end screened against insects. */
  screenedEnd: flag(),
  /** Further pipes it feeds on the way, in order. */
  to: target,
})
export type OverflowRoute = InferType<typeof overflowRoute>

/** A pump with what keeps it from running dry or letting water back. */
export const pump = record({
  id: id(),
  from: record({ vessel: id(), port: id() }),
  duty: choice('drip', 'transfer', 'house', 'hose'),
  floatSwitch: flag(),
  checkValve: flag(),
  /** Filter in front of the outlets, m; 0 for none. */
  filterMesh: amount(0, 0.01),
  power: choice('mains', 'solar', 'battery', 'hand'),
  to: oneOfKind({
    demand: record({ kind: choice('demand'), demand: id() }),
    vessel: record({ kind: choice('vessel'), vessel: id(), port: id() }),
    house: record({ kind: choice('house'), professional: flag() }),
  }),
})
export type Pump = InferType<typeof pump>
export const pumps = () => list(pump, 0, 12)
