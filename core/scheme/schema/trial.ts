import type * as yup from 'yup'
import { amount, choice, id, list, name, oneOfKind, record } from './fields'

/** Whole depth in mm. */
const depth = () => amount(0.1, 1000)
const minutes = () => amount(2, 2880)
const point = record({ minutes: minutes(), intensity: amount(0.5, 2000) })

/** A storm to try a scheme by. Depths in mm, as all rain in the document. */
export const trialStorm = oneOfKind({
  block: record({ kind: choice('block'), depth: depth(), minutes: minutes() }),
  triangle: record({ kind: choice('triangle'), depth: depth(), minutes: minutes(), peak: choice('early', 'centred', 'late') }),
  /** A day with its burst at noon. */
  'type-two': record({ kind: choice('type-two'), depth: depth() }),
  /** Blocks of the curve through two points of a place's table, the heaviest in the middle. */
  design: record({ kind: choice('design'), shorter: point, longer: point, minutes: minutes() }),
  /** A gauge's own record: mm in each step of so many seconds. */
  gauge: record({ kind: choice('gauge'), name: name(), step: amount(60, 900), depths: list(amount(0, 200), 1, 2880) }),
})
export type TrialStorm = yup.InferType<typeof trialStorm>
export type TrialStormOf<K extends TrialStorm['kind']> = Extract<TrialStorm, { kind: K }>

/** A tap opened for a while, s from the storm's start. */
const opened = record({ tap: id(), from: amount(0, 172_800), lasts: amount(1, 172_800) })

/** Depths by how rare (years) and how long (minutes); mm. */
const table = record({
  years: list(amount(1, 1000), 1, 8),
  minutes: list(minutes(), 1, 12),
  depths: list(list(depth(), 1, 12), 1, 8),
})
export type StormTable = yup.InferType<typeof table>

export const trial = record({
  storm: trialStorm,
  /** Share of its usable water that every store holds when it begins, 0–1. */
  start: amount(0, 1),
  opened: list(opened, 0, 24),
  /** The place's own table of design storms; a common shape scaled to the design intensity where left out. */
  table: table.optional().default(undefined),
})
export type Trial = yup.InferType<typeof trial>
