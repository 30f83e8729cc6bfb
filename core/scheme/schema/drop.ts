import type { InferType } from 'yup'
import { amount, bore, choice, flag, height, id, list, name, oneOfKind, record, text } from './fields'

/** Where water goes when it leaves a pipe. */
export const target = oneOfKind({
  vessel: record({ kind: choice('vessel'), vessel: id(), port: id() }),
  drop: record({ kind: choice('drop'), drop: id() }),
  /** Out of the scheme. */
  ground: record({
    kind: choice('ground'),
    where: choice('stones', 'drain', 'lawn', 'bed', 'rain-garden', 'soakaway', 'ditch', 'paving'),
    wallDistance: amount(0, 200),
  }),
})

const hose = record({ bore: bore(), length: amount(0.05, 200) })

/** One part of the train between gutter and vessel, in the water's order. */
export const device = oneOfKind({
  /** The swan neck from the outlet back to the wall. */
  neck: record({ kind: choice('neck'), id: id(), across: amount(0, 3), height: amount(0, 3) }),
  adapter: record({ kind: choice('adapter'), id: id(), mouth: bore(), throat: bore(), note: text() }),
  screen: record({ kind: choice('screen'), id: id(), mesh: amount(0.0001, 0.05), height: amount(0, 1), bore: bore() }),
  'rain-head': record({
    kind: choice('rain-head'),
    id: id(),
    mesh: amount(0.0001, 0.05),
    gap: amount(0, 0.3),
    height: amount(0, 1),
    bore: bore(),
  }),
  /** A filter that sheds part of the water with the dirt. */
  filter: record({ kind: choice('filter'), id: id(), mesh: amount(0.00001, 0.05), passes: amount(0.1, 1) }),
  'first-flush': record({
    kind: choice('first-flush'),
    id: id(),
    form: choice('vertical', 'in-line', 'tank'),
    /** Inside diameter and length from branch invert to drain, m. */
    bore: bore(),
    length: amount(0.05, 20),
    chambers: amount(1, 12),
    ball: flag(),
    drain: oneOfKind({
      drip: record({ kind: choice('drip'), dropsPerSecond: amount(0, 100) }),
      hole: record({ kind: choice('hole'), bore: amount(0.0001, 0.1) }),
      'hand-valve': record({ kind: choice('hand-valve') }),
    }),
    drainsTo: target,
  }),
  'ring-trough': record({
    kind: choice('ring-trough'),
    id: id(),
    /** Height of the upper saw cut above the paving, m. */
    mark: height(),
    /** Length of pipe taken out, m. */
    piece: amount(0.01, 1),
    /** Lip of the trough below the upper cut, m. */
    lipBelowMark: amount(0, 0.5),
    hose,
    to: target,
  }),
  'push-in': record({ kind: choice('push-in'), id: id(), height: height(), hole: bore(), hose, to: target }),
  twist: record({ kind: choice('twist'), id: id(), height: height(), cutLength: amount(0.01, 1), hose, to: target }),
  flap: record({
    kind: choice('flap'),
    id: id(),
    height: height(),
    cutLength: amount(0.01, 1),
    set: choice('left', 'right', 'both'),
    hose,
    to: target,
  }),
  'float-shut': record({ kind: choice('float-shut'), id: id(), height: height(), bore: bore(), byPass: target }),
  /** A branch: another pipe joins here, or is left for one to join later. */
  tee: record({ kind: choice('tee'), id: id(), height: height(), bore: bore(), spare: flag() }),
  'carrying-pipe': record({
    kind: choice('carrying-pipe'),
    id: id(),
    bore: bore(),
    length: amount(0.1, 500),
    /** m of drop per m of run; the rise of a wet carry is told by its low point. */
    fall: amount(-0.2, 0.5),
    wet: flag(),
    /** Lowest point above the paving, m; negative when buried. */
    lowPoint: height(),
    cleanOut: flag(),
  }),
  'wall-crossing': record({ kind: choice('wall-crossing'), id: id(), thickness: amount(0.01, 2), height: height() }),
  'winter-shut-off': record({ kind: choice('winter-shut-off'), id: id(), height: height(), to: target }),
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
  /** Heights of the brackets above the paving, m. */
  brackets: list(height(), 0, 40),
  devices: list(device, 0, 30),
  end: target,
})
export type Drop = InferType<typeof drop>
