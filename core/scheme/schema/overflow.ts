import type { InferType } from 'yup'
import { amount, bore, choice, flag, height, id, list, oneOfKind, record, via } from './fields'
import { target } from './drop'

/** Ground that takes the surplus in: a hollow, or a pit filled with gravel or crates. */
const soak = record({
  /** Soil's infiltration rate from a trial pit or by its kind, m/s. */
  rate: amount(1e-9, 1e-2),
  width: amount(0.1, 100),
  length: amount(0.1, 200),
  /** Of the hollow or the fill, m. */
  depth: amount(0.02, 10),
  fill: choice('open', 'gravel', 'crate'),
})
export type Soak = InferType<typeof soak>

/** How the surplus leaves a vessel and where it ends. */
export const overflowRoute = record({
  id: id(),
  from: record({ vessel: id(), port: id() }),
  mouth: choice('stub', 'standpipe', 'hooped'),
  bore: bore(),
  /** Length as somebody took it with a tape, m; what the layout gives is told beside it where the two differ. */
  measured: amount(0, 500).optional().default(undefined),
  /** Where somebody wants it to go another way over the ground. */
  via: via(),
  fall: amount(-0.2, 1),
  /** What leads on over the ground, where it is not the pipe that comes down. */
  onward: choice('corrugated').optional().default(undefined),
  /** Air hole or open tee at the crown of a hoop. */
  vented: flag(),
  /** Crest above the paving, m, for a hoop. */
  crest: height(),
  /** Open end above the paving, m: how far a hoop can draw the water down. */
  end: height(),
  /** What takes it in where it leads to a rain garden or a soakaway. */
  soak: soak.optional().default(undefined),
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
  /** Wanted flow, m³/s, at the far end `rise` above the paving (m), and pressure wanted there, Pa. */
  wants: amount(0, 0.1),
  rise: amount(-10, 60),
  pressure: amount(0, 1e6),
  /**
   * Its pipes: out to the far end, and the suction side; m. The way to a vessel or to a place on the plan follows from there;
   * `measured` is what a tape says, and all that is known of a way to a place that is not on the plan.
   */
  line: record({ bore: bore(), measured: amount(0, 1000).optional().default(undefined) }),
  suction: record({ bore: bore(), length: amount(0, 100) }),
  /** Pump's own centre above the paving, m. */
  at: height(),
  /** Water power over power taken, pump and motor together. */
  efficiency: amount(0.05, 0.95),
  /** Full-sun hours of the darkest month that it is wanted in, and days to run without sun. */
  sunHours: amount(0.1, 12),
  autonomy: amount(0, 14),
  to: oneOfKind({
    demand: record({ kind: choice('demand'), demand: id() }),
    /** A Y behind the pump, a valve on each leg, leads into a second vessel as well. */
    vessel: record({
      kind: choice('vessel'),
      vessel: id(),
      port: id(),
      also: record({ vessel: id(), port: id() }).optional().default(undefined),
    }),
    house: record({ kind: choice('house'), professional: flag() }),
  }),
})
export type Pump = InferType<typeof pump>
/** Where a pump's pipe leads into vessels: into none, one, or by a Y into two. */
export const pumpedInto = ({ to }: Pick<Pump, 'to'>): { vessel: string; port: string }[] =>
  to.kind === 'vessel' ? [{ vessel: to.vessel, port: to.port }, ...(to.also ? [to.also] : [])] : []
export const pumps = () => list(pump, 0, 12)
