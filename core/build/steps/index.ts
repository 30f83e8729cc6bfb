import type { UnitSystem } from '../../units/quantity'
import { sectionLines } from '../../levels'
import type { WaterPath } from '../../path'
import type { Assembly } from '../assembly'
import type { CutGroup } from '../cuts'
import type { Hole } from '../holeList'
import { dropSteps } from './dropSteps'
import { finishSteps, leaveSteps } from './finishSteps'
import { fixSteps } from './fixSteps'
import { baseSteps, beforeSteps } from './groundSteps'
import { gutterSteps } from './gutterSteps'
import { Order, type StepInputs } from './order'
import { PHASES } from './phases'
import type { Step } from './step'
import { testSteps } from './testSteps'
import { vesselSteps } from './vesselSteps'
import { waterSteps } from './waterSteps'

export { STEP_KINDS, WAITS, type StepCaution, type StepKind } from './kinds'
export * from './phases'
export * from './step'
export { FILL_SHARE } from './testSteps'

/** Puts steps in an order in which nothing comes before what it waits for; of those that could come next the earliest phase first. */
export function inOrder(steps: readonly Step[]): Step[] {
  const left = steps.map((step, given) => ({ step, given }))
  const known = new Set(steps.map(({ id }) => id))
  const done = new Set<string>()
  const ordered: Step[] = []
  while (left.length > 0) {
    const free = left.filter(({ step }) => [...step.after, ...step.never].every((id) => done.has(id) || !known.has(id)))
    if (free.length === 0) throw new RangeError(`steps wait for one another: ${left.map(({ step }) => step.id).join(', ')}`)
    const next = free.toSorted((a, b) => PHASES.indexOf(a.step.phase) - PHASES.indexOf(b.step.phase) || a.given - b.given)[0]!
    left.splice(left.indexOf(next), 1)
    done.add(next.step.id)
    ordered.push(next.step)
  }
  return ordered
}

/**
 * The order of work for this scheme: which steps there are follows from its parts, what waits for what from the kinds of steps.
 *
 * Source: common practice, no published source.
 */
export function orderOfWork(
  path: WaterPath,
  assembly: Assembly,
  groups: readonly CutGroup[],
  holes: readonly Hole[],
  system: UnitSystem,
): Step[] {
  const inputs: StepInputs = { path, assembly, groups, holes, lines: sectionLines(path), system }
  const order = new Order()
  for (const part of [
    beforeSteps,
    baseSteps,
    vesselSteps,
    gutterSteps,
    dropSteps,
    fixSteps,
    waterSteps,
    finishSteps,
    testSteps,
    leaveSteps,
  ])
    part(order, inputs)
  return inOrder(order.steps())
}

/** Hands-on hours of a list of steps; waiting is nobody's time. */
export const workHours = (steps: readonly Pick<Step, 'minutes' | 'hands'>[]): number =>
  steps.reduce((total, { minutes, hands }) => total + minutes * hands, 0) / 60

/** Figures nearer to one another than this are the same for a pencil and a tape, mm. */
const SAME = 1
/**
 * Whether a step was done by other figures than it has now. One that was ticked before figures were kept is taken as it is.
 *
 * @param by figures that it was done by, mm
 */
export const isStale = (step: Pick<Step, 'by'>, by: readonly number[] | undefined): boolean =>
  by !== undefined && (by.length !== step.by.length || by.some((each, i) => Math.abs(each - step.by[i]!) > SAME))

/** Why a step may not be ticked yet: the first of those it is never done without that is not done. */
export const heldBy = (step: Pick<Step, 'never'>, done: ReadonlySet<string>): string | undefined => step.never.find((id) => !done.has(id))
