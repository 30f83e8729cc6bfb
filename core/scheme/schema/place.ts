import type { InferType } from 'yup'
import { amount, choice, height, id, name, record } from './fields'

/** Ground that may take water that is let go. */
export const GROUNDS = ['stones', 'drain', 'lawn', 'bed', 'rain-garden', 'soakaway', 'ditch', 'paving'] as const
export type Ground = (typeof GROUNDS)[number]
/** What a named place on the plan can be: such ground, or where water is wanted. */
export const PLACE_KINDS = [...GROUNDS, 'hens', 'bench', 'house'] as const
export type PlaceKind = (typeof PLACE_KINDS)[number]

/** A place outside that pipes and hoses lead to, by its name. */
export const place = record({
  id: id(),
  name: name(),
  what: choice(...PLACE_KINDS),
  /** On the plan, m: along the first wall from the first outlet, and out from that wall. */
  x: amount(-1000, 1000),
  y: amount(-1000, 1000),
  /** The ground there above the paving, m. */
  level: height(),
})
export type Place = InferType<typeof place>
