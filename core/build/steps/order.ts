import type { ToldValues } from '../../figures/told'
import type { UnitSystem } from '../../units/quantity'
import type { SectionLine } from '../../levels'
import type { WaterPath } from '../../path'
import type { Assembly } from '../assembly'
import type { CutGroup } from '../cuts'
import type { Hole } from '../holeList'
import type { Phase, Step } from './step'

/** Heavier than one pair of arms should lift, kg. Common practice (health and safety guidance, 25 kg). */
export const ONE_LIFTS = 25

/** A step as its part of the work tells it; `by` in metres, out of its own figures where left out. */
export type StepDraft = Partial<Step> & Pick<Step, 'id' | 'kind' | 'phase' | 'station' | 'minutes'>

const LENGTHS = new Set<string>(['length', 'span', 'fine', 'mesh'])
/** Lengths among what a step is told with, m. */
const lengthsOf = (values: ToldValues): number[] =>
  Object.values(values).flatMap((value) => (typeof value === 'object' && 'kind' in value && LENGTHS.has(value.kind) ? [value.value] : []))

/** As many as the document keeps. */
const MOST_FIGURES = 400

export class Order {
  readonly steps: Step[] = []
  readonly ids = new Set<string>()
  /** The last thing done to the ground under each vessel. */
  readonly ground = new Map<string, string>()

  add(draft: StepDraft): string {
    this.ids.add(draft.id)
    this.steps.push({
      on: '',
      values: {},
      after: [],
      never: [],
      bench: false,
      hands: 1,
      wait: 0,
      parts: [],
      tools: [],
      cautions: [],
      test: false,
      ...draft,
      by: (draft.by ?? lengthsOf(draft.values ?? {})).slice(0, MOST_FIGURES).map((metres) => Math.round(metres * 1000)),
    })
    return draft.id
  }

  /** Steps of a phase so far. */
  of(...phases: Phase[]): string[] {
    return this.steps.filter(({ phase }) => phases.includes(phase)).map(({ id }) => id)
  }
}

export interface StepInputs {
  path: WaterPath
  assembly: Assembly
  groups: readonly CutGroup[]
  holes: readonly Hole[]
  lines: readonly SectionLine[]
  /** Whose shops blocks and slabs are bought in. */
  system: UnitSystem
}
