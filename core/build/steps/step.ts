import type { ToldValues } from '../../figures/told'
import type { BuildStation } from '../part'
import type { StepCaution, StepKind } from './kinds'
import type { Phase } from './phases'

/** One thing to do. Message ids under `step.<kind>`: do, and what right looks like. */
export interface Step {
  /** Stable while the scheme's ids are: ticks are kept under it. */
  id: string
  kind: StepKind
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
