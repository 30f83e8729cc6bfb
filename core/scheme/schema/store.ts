import type { InferType } from 'yup'
import { amount, bore, choice, flag, id, list, name, oneOfKind, record, via } from './fields'

const outside = { width: amount(0.05, 20), depth: amount(0.05, 20), height: amount(0.05, 20) }
/** `floor` is the inside floor above the vessel's foot, `rim` the level at which it runs over the edge, m. */
const inside = { floor: amount(0, 5), rim: amount(0.02, 20) }

const body = oneOfKind({
  /** Upright with straight sides, round or square: one inside area all the way, m². */
  upright: record({ kind: choice('upright'), plan: choice('round', 'box'), area: amount(0.001, 500), ...inside, ...outside }),
  /** A cylinder on its side; inside diameter is rim − floor. */
  lying: record({ kind: choice('lying'), length: amount(0.05, 50), ...inside, ...outside }),
  /** Dipped: volumes (m³) met at levels above the foot (m), rising. */
  dipped: record({
    kind: choice('dipped'),
    dips: list(record({ level: amount(0, 20), volume: amount(0, 500) }), 2, 200),
    ...inside,
    ...outside,
  }),
})

/** Height above the vessel's own foot, m: the centre for inlet, outlet and vent; the invert for overflow and link; the rim for a lid. */
const port = record({
  id: id(),
  role: choice('inlet', 'outlet', 'overflow', 'link', 'vent', 'lid'),
  at: amount(0, 20),
  bore: bore(),
  /** Where round the vessel, as on a clock face with its own back at twelve; to where it leads when left out. */
  clock: amount(0, 12).optional().default(undefined),
  screened: flag(),
  /** Led down to the floor with an upturned foot. */
  calmed: flag(),
})

/** What a base can be built of, one on another. */
export const BASE_KINDS = ['slab', 'blocks', 'timber', 'stand', 'gravel-pad', 'frame', 'deck'] as const

const base = record({
  /** Ground under it above the paving, m: below nought where it is sunk. For a vessel on another the top of that one counts. */
  ground: amount(-5, 10),
  /** From below upwards, each with what it adds to the height, m; none on the bare ground. */
  parts: list(record({ kind: choice(...BASE_KINDS), height: amount(0, 12) }), 0, 4),
  width: amount(0.05, 20),
  depth: amount(0.05, 20),
  soil: choice('soft-garden', 'clay', 'sand', 'sandy-gravel', 'paving'),
  tied: flag(),
})
export type Base = InferType<typeof base>
export type BaseKind = (typeof BASE_KINDS)[number]

export const vessel = record({
  id: id(),
  name: name(),
  family: choice('drum', 'barrel', 'bin', 'butt', 'slim-butt', 'tote', 'tank'),
  body,
  /** What the seller says it holds, m³. */
  nominal: amount(0.001, 500),
  tare: amount(0, 20000),
  stands: choice('upright', 'upside-down', 'lying'),
  light: choice('opaque', 'clad', 'translucent', 'clear'),
  lid: choice('sealed', 'screened', 'open'),
  /** Mesh opening of a screened lid, m. */
  lidMesh: amount(0, 0.05),
  held: choice('new', 'food', 'unknown', 'chemical'),
  base,
  /**
   * Middle of the vessel on the plan, m: along the first wall from the first outlet, and out from that wall; and how it is
   * turned, degrees clockwise from above. At the pipe that fills it, or in a row, where left out.
   */
  place: record({ x: amount(-1000, 1000), y: amount(-1000, 1000), turn: amount(-360, 360) })
    .optional()
    .default(undefined),
  /** Another vessel it stands on, when stacked. */
  on: id().optional(),
  ports: list(port, 1, 40),
})
export type Vessel = InferType<typeof vessel>
export type VesselBody = Vessel['body']
export type Port = Vessel['ports'][number]
export type PortRole = Port['role']

const end = record({ vessel: id(), port: id() })

const link = record({
  id: id(),
  kind: choice('low', 'cascade', 'stack', 'manifold'),
  from: end,
  to: end,
  bore: bore(),
  /** Length as somebody took it with a tape, m; what the layout gives is told beside it where the two differ. */
  measured: amount(0.01, 200).optional().default(undefined),
  /** Where somebody wants it to go another way; straight or round square corners where left out. */
  via: via(),
  valve: choice('none', 'open', 'shut'),
})
export type Link = InferType<typeof link>

/** The timber or steel frame of a stacked group, so that its dimensions can be added up. */
const frame = record({ tiers: amount(1, 6), clearHeight: amount(0.1, 5), width: amount(0.1, 20), depth: amount(0.1, 20), anchored: flag() })

export const store = record({
  id: id(),
  name: name(),
  arrangement: choice('single', 'linked-low', 'cascade', 'stacked', 'manifold'),
  vessels: list(vessel, 1, 12),
  links: list(link, 0, 40),
  frame: frame.optional().default(undefined),
})
export type Store = InferType<typeof store>
