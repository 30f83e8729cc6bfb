import type { InferType } from 'yup'
import { amount, bore, choice, flag, height, id, list, name, oneOfKind, record, text, via } from './fields'
import { GROUNDS } from './place'

/** Where water goes when it leaves a pipe. */
export const target = oneOfKind({
  vessel: record({ kind: choice('vessel'), vessel: id(), port: id() }),
  drop: record({ kind: choice('drop'), drop: id() }),
  /** Out of the scheme. */
  ground: record({
    kind: choice('ground'),
    where: choice(...GROUNDS),
    wallDistance: amount(0, 200),
  }),
  /** A place on the plan. */
  place: record({ kind: choice('place'), place: id() }),
})

/** A hose between a pipe and a vessel; `measured` is its length where somebody took it, m. */
const hose = record({ bore: bore(), measured: amount(0.05, 200).optional().default(undefined) })

/** Every device carries an id, and may carry the reader's own word for it. */
const part = { id: id(), called: name().optional() }

/** A body let into the pipe: its own length, how far the pipe laps into it at each end, and what adapters add to the gap, m. */
const parseInput = { body: amount(0.02, 2), lapTop: amount(0, 0.5), lapBottom: amount(0, 0.5), adapters: amount(0, 1) }

/** One part of the train between gutter and vessel, in the water's order. Heights of its own are above the paving. */
export const device = oneOfKind({
  /** The swan neck from the outlet back to the wall. */
  neck: record({ kind: choice('neck'), ...part, across: amount(0, 3), height: amount(0, 3) }),
  adapter: record({ kind: choice('adapter'), ...part, mouth: bore(), throat: bore(), height: amount(0, 3), note: text() }),
  /** A basket in the gutter's hole or the pipe's mouth: `bore` across, `height` deep. */
  screen: record({ kind: choice('screen'), ...part, mesh: amount(0.0001, 0.05), height: amount(0, 3), bore: bore() }),
  /** A screened hopper open to the air: a free gap over a mesh disc, the body below it. */
  'rain-head': record({
    kind: choice('rain-head'),
    ...part,
    mesh: amount(0.0001, 0.05),
    disc: bore(),
    gap: amount(0, 0.3),
    height: amount(0, 3),
    bore: bore(),
  }),
  /** A filter that sheds part of the water with the dirt. */
  filter: record({ kind: choice('filter'), ...part, mesh: amount(0.00001, 0.05), passes: amount(0.1, 1), height: amount(0, 3) }),
  'first-flush': record({
    kind: choice('first-flush'),
    ...part,
    form: choice('vertical', 'in-line', 'tank'),
    /** Inside diameter and length from branch invert to drain, m. */
    bore: bore(),
    length: amount(0.05, 20),
    chambers: amount(1, 12),
    /** Height that its tee or wye spends above the branch's invert, m. */
    branch: amount(0, 3),
    ball: flag(),
    /** Across the ball, and the seat that it shuts, m. */
    ballSize: amount(0, 1),
    seat: amount(0, 1),
    drain: oneOfKind({
      drip: record({ kind: choice('drip'), dropsPerSecond: amount(0, 100) }),
      hole: record({ kind: choice('hole'), bore: amount(0.0001, 0.1) }),
      'hand-valve': record({ kind: choice('hand-valve'), emptied: choice('each-rain', 'weekly', 'never') }),
    }),
    drainsTo: target,
  }),
  'ring-trough': record({
    kind: choice('ring-trough'),
    ...part,
    /** Height of the upper saw cut above the paving, m. */
    mark: height(),
    /** Length of pipe taken out for the trough itself, m. */
    piece: amount(0.01, 1),
    /** Lip of the trough below its own top, m. */
    lipBelowMark: amount(0, 0.5),
    /** What adapters add to the gap above and below the trough, m. */
    adapterAbove: amount(0, 0.5),
    adapterBelow: amount(0, 0.5),
    /** Share of the film on the wall that it gathers. */
    film: amount(0.05, 1),
    hose,
    to: target,
  }),
  'push-in': record({ kind: choice('push-in'), ...part, height: height(), hole: bore(), film: amount(0.05, 1), hose, to: target }),
  twist: record({ kind: choice('twist'), ...part, height: height(), ...parseInput, hose, to: target }),
  flap: record({ kind: choice('flap'), ...part, height: height(), ...parseInput, set: choice('left', 'right', 'both'), hose, to: target }),
  'float-shut': record({ kind: choice('float-shut'), ...part, height: height(), bore: bore(), byPass: target }),
  /** A branch: another pipe joins here, or is left for one to join later. */
  tee: record({ kind: choice('tee'), ...part, height: height(), bore: bore(), spare: flag() }),
  'carrying-pipe': record({
    kind: choice('carrying-pipe'),
    ...part,
    bore: bore(),
    /**
     * Length as somebody took it with a tape, m; what the layout gives is told beside it where the two differ. A vessel that was
     * given no place stands where it ends.
     */
    measured: amount(0.1, 500).optional().default(undefined),
    /** Where somebody wants it to go another way. */
    via: via(),
    /** m of drop per m of run; the rise of a wet carry is told by its low point. */
    fall: amount(-0.2, 0.5),
    wet: flag(),
    /** Lowest point above the paving, m; negative when buried. */
    lowPoint: height(),
    cleanOut: flag(),
    /** Distance between straps, m. */
    strapEvery: amount(0.2, 5),
  }),
  'wall-crossing': record({ kind: choice('wall-crossing'), ...part, thickness: amount(0.01, 2), height: height() }),
  'winter-shut-off': record({ kind: choice('winter-shut-off'), ...part, height: height(), to: target }),
})
export type Device = InferType<typeof device>
export type DeviceOf<K extends Device['kind']> = Extract<Device, { kind: K }>
export type Target = InferType<typeof target>
export type Hose = InferType<typeof hose>

/** A downpipe, from the gutter's outlet to its end, with what is fitted into it in order. */
export const drop = record({
  id: id(),
  name: name(),
  shape: choice('round', 'rectangular', 'square'),
  /** Inner diameter (of equal area when not round), m. */
  bore: bore(),
  /** Outside size across the front, m. */
  outside: bore(),
  material: choice('plastic', 'metal'),
  /** Free space between wall and pipe, m. */
  offWall: amount(0, 2),
  /** How the pipe ends at the ground when nothing else takes it. */
  foot: choice('shoe', 'gully', 'open'),
  /** How it comes over a lid that it does not stand above; bends, or a moulded offset, where left out. */
  leadsOver: choice('bends', 'flexible').optional().default(undefined),
  /** Heights of the brackets above the paving, m. */
  brackets: list(height(), 0, 40),
  /** The upper mark as it was measured on the pipe, from one of three places, m: the second measurement before any cut. */
  marks: record({
    reference: choice('paving', 'rim', 'outlet'),
    measured: list(amount(-20, 60), 0, 3),
    /** Where the plan had the mark when the first reading was taken, m above the paving. */
    planned: height().optional().default(undefined),
  }),
  devices: list(device, 0, 30),
  end: target,
})
export type Drop = InferType<typeof drop>
export type MarkReference = Drop['marks']['reference']

/** A part that the reader measured once and keeps under a name, to be put into any pipe of the job. */
export const ownPart = record({ id: id(), name: name(), device })
export type OwnPart = InferType<typeof ownPart>
