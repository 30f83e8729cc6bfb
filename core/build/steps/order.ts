import type { UnitSystem } from '../../units/quantity'
import type { SectionLine } from '../../levels'
import type { WaterPath } from '../../path'
import type { Assembly } from '../assembly'
import type { CutGroup } from '../cuts'
import type { Hole } from '../holeList'
import type { Phase, Step } from './step'

/** Heavier than one pair of arms should lift, kg. Common practice (health and safety guidance, 25 kg). */
export const ONE_LIFTS = 25

export type Draft = Partial<Step> & Pick<Step, 'id' | 'kind' | 'phase' | 'station' | 'minutes'>

export class Order {
  readonly steps: Step[] = []
  readonly ids = new Set<string>()

  add(draft: Draft): string {
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
    })
    return draft.id
  }

  /** Steps of a phase so far. */
  of(...phases: Phase[]): string[] {
    return this.steps.filter(({ phase }) => phases.includes(phase)).map(({ id }) => id)
  }
}

export interface Ground {
  path: WaterPath
  assembly: Assembly
  groups: readonly CutGroup[]
  holes: readonly Hole[]
  lines: readonly SectionLine[]
  /** Whose shops blocks and slabs are bought in. */
  system: UnitSystem
}
