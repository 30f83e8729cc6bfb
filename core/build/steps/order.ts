import type { ToldValues } from '../../figures/told'
import type { UnitSystem } from '../../units/quantity'
import type { SectionLine } from '../../levels'
import type { WaterPath } from '../../path'
import type { Assembly } from '../assembly'
import type { CutGroup } from '../cuts'
import type { Hole } from '../holeList'
import { drawnKey } from '../part'
import { STEP_KINDS, type StepKind, type Thing, type WaitsFor } from './kinds'
import type { Step } from './step'

/** Heavier than one pair of arms should lift, kg. Common practice (health and safety guidance, 25 kg). */
export const ONE_LIFTS = 25

/** Things of the scheme, by kind. */
export type Things = Partial<Record<Thing, readonly string[]>>

/** A step as its part of the work tells it: what its kind does not say already, `tools` and `cautions` beside its kind's. */
export type StepDraft = Pick<Step, 'id' | 'minutes'> &
  Partial<Pick<Step, 'on' | 'values' | 'bench' | 'hands' | 'wait' | 'parts' | 'tools' | 'cautions' | 'look'>> & {
    kind: StepKind
    /** What it is done to. */
    of?: Things
    /** What else has to be ready for it. */
    with?: Things
    /** Figures that it is done by, m; out of its own values where left out. */
    by?: readonly number[]
  }

const LENGTHS = new Set<string>(['length', 'span', 'fine', 'mesh'])
/** Lengths among what a step is told with, m. */
const lengthsOf = (values: ToldValues): number[] =>
  Object.values(values).flatMap((value) => (typeof value === 'object' && 'kind' in value && LENGTHS.has(value.kind) ? [value.value] : []))

/** As many as the document keeps. */
const MOST_FIGURES = 400

const keysOf = (things: Things = {}): string[] =>
  (Object.keys(things) as Thing[]).flatMap((kind) => things[kind]!.map((id) => drawnKey({ kind, id })))

/** A step with all that it is about, by key. */
type Added = { step: Omit<Step, 'after' | 'never'>; of: ReadonlySet<string>; about: readonly string[] }

/** Steps as they are told, and what each waits for once all are. */
export class Order {
  private readonly added: Added[] = []

  add(draft: StepDraft): void {
    const { of, with: beside, by, kind, tools = [], cautions = [], ...own } = draft
    const common = STEP_KINDS[kind]
    this.added.push({
      step: {
        on: '',
        values: {},
        bench: common.bench ?? false,
        hands: common.hands ?? 1,
        wait: common.wait ?? 0,
        parts: [],
        ...own,
        kind,
        phase: common.phase,
        station: common.station,
        test: common.test ?? false,
        tools: [...(common.tools ?? []), ...tools],
        cautions: [...(common.cautions ?? []), ...cautions],
        by: (by ?? lengthsOf(draft.values ?? {})).slice(0, MOST_FIGURES).map((metres) => Math.round(metres * 1000)),
      },
      of: new Set(keysOf(of)),
      about: [...keysOf(of), ...keysOf(beside)],
    })
  }

  /** Whether there is such a step so far. */
  has(wanted: Partial<Pick<Step, 'id' | 'phase'>>): boolean {
    return this.added.some(({ step }) => step.id === (wanted.id ?? step.id) && step.phase === (wanted.phase ?? step.phase))
  }

  /** The steps with what each waits for, in the order in which they were added. */
  steps(): Step[] {
    const waits = new Set(this.added.flatMap(({ step }) => (step.wait > 0 ? [step.id] : [])))
    return this.added.map((added) => {
      const found = (all: readonly WaitsFor<StepKind>[]) => [...new Set(all.flatMap((wait) => this.waitedFor(added, wait)))]
      const table = STEP_KINDS[added.step.kind].after
      const after = found(table)
      const never = found(table.filter((wait) => wait.never))
      // What has to be left alone holds up whatever comes after it.
      return { ...added.step, after, never: [...new Set([...never, ...after.filter((id) => waits.has(id))])] }
    })
  }

  private waitedFor({ step, about }: Added, { kinds, phase, but, same }: WaitsFor<StepKind>): string[] {
    return this.added.flatMap((other) => {
      if (other.step.id === step.id) return []
      if (phase ? other.step.phase !== phase || but?.includes(other.step.kind) : !kinds?.includes(other.step.kind)) return []
      return !same || about.some((key) => key.startsWith(`${same}:`) && other.of.has(key)) ? [other.step.id] : []
    })
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
