import type { ToldValues } from '../../figures/told'
import type { BuildStation } from '../part'

/** Where in the work a step belongs, in the usual order. */
export const PHASES = [
  'before',
  'base',
  'vessel',
  'gutter',
  'bench',
  'marks',
  'cuts',
  'dry',
  'fix',
  'waterways',
  'finish',
  'tests',
  'leave',
] as const
export type Phase = (typeof PHASES)[number]

/** A caution that goes with a step; message ids under `caution.`. */
export type StepCaution =
  | 'localRules'
  | 'ladder'
  | 'services'
  | 'weight'
  | 'overheadLines'
  | 'sawKicks'
  | 'shavings'
  | 'contentsUnknown'
  | 'neverInside'
  | 'fumes'
  | 'children'
  | 'notDrinking'
  | 'electric'
  | 'plumber'
  | 'structure'
  | 'trench'
  | 'battery'
  | 'asbestos'

/** One thing to do. Message ids under `step.<kind>`: do, and what right looks like. */
export interface Step {
  /** Stable while the scheme's ids are: ticks are kept under it. */
  id: string
  kind: string
  phase: Phase
  station: BuildStation
  /** What it is done to, in the reader's own word. */
  on: string
  values: ToldValues
  /** Figures that it is done by, mm: heights, widths, lengths. Where they change after it was done, it has to be looked at again. */
  by: number[]
  /** Steps that come before it. */
  after: string[]
  /** Those of them that it is never done without: held until they are. */
  never: string[]
  /** Can be done dry, at the bench, on another day. */
  bench: boolean
  hands: 1 | 2
  /** Has to be left alone for so long afterwards, s. */
  wait: number
  /** Hands-on time, minutes, all hands together. Common practice. */
  minutes: number
  parts: string[]
  tools: string[]
  cautions: StepCaution[]
  /** Of the drawing, what to look at. */
  look?: string
  /** Its result is kept: right, or with a fault. */
  test: boolean
}

const MINUTE = 60
const HOUR = 3600
const DAY = 24 * HOUR
/** Cement may be handled, and may have water behind it; concrete may be stood on; paint is dry. Common practice, by the tin. */
export const WAITS = { cementHandled: 30 * MINUTE, cementWet: 12 * HOUR, concrete: 7 * DAY, paint: 4 * HOUR, sealant: DAY } as const
