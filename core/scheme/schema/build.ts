import * as yup from 'yup'
import type { InferType } from 'yup'
import { amount, choice, flag, id, list, name, record, text } from './fields'

/** Kinds of ends that generic parts have. Each mates only with its own kind. */
export const END_TYPES = [
  /** Rainwater downpipes: open laps, the upper spigot always inside the lower socket. */
  'downpipe-round',
  'downpipe-square',
  'downpipe-rect',
  /** Pressure pipe by its nominal inch, and waste pipe by its outside in mm. */
  'sch40',
  'metric',
  /** Corrugated drain pipe, which goes round corners of itself. */
  'corrugated',
  /** Pipe threads: taper 60°, and 55° that looks the same at 3/4 and does not seal on it. */
  'npt',
  'bsp',
  /** Garden hose thread, 3/4 in with 11.5 turns to the inch. */
  'hose-thread',
  /** Outlet of a tote, S60x6. */
  'tote',
  /** Bungs of a drum: coarse buttress, and fine straight thread. */
  'bung-coarse',
  'bung-fine',
  /** Hose by its bore: the barb is male, the hose itself female. */
  'hose',
  /** A wall with a hole in it, told by how the hole is sealed. */
  'wall',
] as const
export type EndType = (typeof END_TYPES)[number]

/** How a hole through a wall is made tight. */
export const SEALS = ['tapped', 'grommet', 'bulkhead', 'washers', 'sealant'] as const
export type Seal = (typeof SEALS)[number]

/** Part of a shop where something stands. */
export const SHOPS = [
  'rainwater',
  'pipe',
  'threads',
  'hose',
  'tanks',
  'timber',
  'aggregate',
  'fixings',
  'sundries',
  'electrical',
  'tools',
] as const
export type Shop = (typeof SHOPS)[number]

/** What is at one side of a joint; sizes as the shop says them. */
export const partEnd = record({ type: choice(...END_TYPES), size: text(12), gender: choice('male', 'female') })
export type End = InferType<typeof partEnd>

/** A word that ties something to a part of the scheme: made by the core, kept as it is. */
const key = () => text(200)
/** A moment, ms since 1970 in universal time. */
const moment = () => amount(0, 1e14)

/** A joint where the reader knows better than the usual: its ends, and the fittings put between them. */
const jointChoice = record({
  key: key(),
  upper: partEnd.optional().default(undefined),
  lower: partEnd.optional().default(undefined),
  /** Fitting ids from upper to lower; the best chain where left out. */
  fittings: yup.array().of(key().required()).max(8).optional().default(undefined),
})

const holeChoice = record({
  key: key(),
  seal: choice(...SEALS),
  /** Across, m, off the fitting's own card; 0 takes the table's. */
  diameter: amount(0, 0.5),
})

/** Most of one thing that is bought or lies on a shelf, in what it is measured in; most that is paid for one; longest wait, days. */
export const MOST_OF_ONE = 1e5
export const MOST_PRICE = 1e6
export const LONGEST_LEAD = 365

/** How a line of the bill differs from what was reckoned. */
const lineChoice = record({
  item: key(),
  /** Already there, or taken from somewhere else: not bought. */
  reuse: flag(),
  /** Wanted instead of what was reckoned; null leaves that. */
  quantity: yup.number().defined().nullable().min(0).max(MOST_OF_ONE),
})

/** Something on the bill that no calculation knows of. */
const extraLine = record({ id: id(), name: name(), shop: choice(...SHOPS), quantity: amount(0, MOST_OF_ONE), price: amount(0, MOST_PRICE) })

const testResult = record({ test: key(), result: choice('right', 'wrong'), fault: key(), note: text(500), at: moment() })

/** All that is known of putting a scheme together: what was chosen, what is done, how it was tested. */
export const build = record({
  joints: list(jointChoice, 0, 300),
  holes: list(holeChoice, 0, 300),
  lines: list(lineChoice, 0, 500),
  extras: list(extraLine, 0, 100),
  /** Steps that are done, with when, and the figures that each was done by: heights, widths, lengths, mm. */
  done: list(record({ step: key(), at: moment(), by: list(amount(-1e6, 1e6), 0, 400).optional().default(undefined) }), 0, 600),
  /** Waits that were begun: cement that cures, paint that dries. */
  timers: list(record({ step: key(), started: moment() }), 0, 100),
  tests: list(testResult, 0, 100),
  /** Width of the saw's cut, on the wall and at the bench, m. */
  kerf: amount(0, 0.01),
  /** What an installer asks for it. Hours reckoned from the steps where 0. */
  quote: record({ hours: amount(0, 10000), rate: amount(0, 10000), margin: amount(0, 5), tax: amount(0, 1) }),
})
export type Build = InferType<typeof build>
export type JointChoice = Build['joints'][number]

/** Whom a quotation is from and to, several lines each; its number, and for how many days it holds. */
export const letter = record({
  from: text(400),
  to: text(400),
  number: text(40),
  validDays: amount(1, 365),
  /** What is promised to the customer, and whom to call. */
  warranty: text(600),
})
export type Letter = InferType<typeof letter>

/** Most that is paid for a fitting. */
export const MOST_PRICE_OWN = 1e5

/** A fitting of the reader's own, beside the catalogue. */
export const ownFitting = record({ id: id(), name: name(), ends: list(partEnd, 2, 2), price: amount(0, MOST_PRICE_OWN) })
export type OwnFitting = InferType<typeof ownFitting>

/** What the reader pays for something and has of it, by the item's id. A price of null is not known. */
export const shelfItem = record({
  item: key(),
  owned: amount(0, MOST_OF_ONE),
  price: yup.number().defined().nullable().min(0).max(MOST_PRICE),
  /** Days until it comes; 0 for off the shelf. */
  lead: amount(0, LONGEST_LEAD),
  /** Length in which this shop sells it, m; 0 for the usual one. */
  sold: amount(0, 20),
})
export type ShelfItem = InferType<typeof shelfItem>
