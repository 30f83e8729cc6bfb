import { produce, type Draft } from 'immer'
import type { Build, End, JointChoice, Scheme, Seal } from '../scheme'

const change = (scheme: Scheme, recipe: (build: Draft<Build>) => void): Scheme => produce(scheme, (draft) => recipe(draft.build))

/** A joint's own entry, made when there is none yet; entries that say nothing are taken out again. */
function changeJoint(scheme: Scheme, key: string, recipe: (choice: Draft<JointChoice>) => void): Scheme {
  return change(scheme, (build) => {
    const choice = build.joints.find((each) => each.key === key) ?? { key, upper: undefined, lower: undefined, fittings: undefined }
    if (!build.joints.includes(choice)) build.joints.push(choice)
    recipe(build.joints.find((each) => each.key === key)!)
    build.joints = build.joints.filter(({ upper, lower, fittings }) => upper || lower || fittings)
  })
}

/** Puts a row of fittings between a joint's ends; none is a row too. */
export const putFittings = (scheme: Scheme, key: string, fittings: readonly string[]): Scheme =>
  changeJoint(scheme, key, (choice) => (choice.fittings = [...fittings]))
/** Leaves a joint to the solver again. */
export const clearFittings = (scheme: Scheme, key: string): Scheme => changeJoint(scheme, key, (choice) => (choice.fittings = undefined))
/** Says what an end of a joint really is; undefined for what is usual. */
export const setEnd = (scheme: Scheme, key: string, side: 'upper' | 'lower', end: End | undefined): Scheme =>
  changeJoint(scheme, key, (choice) => (choice[side] = end))

/** How a hole is sealed, and its width off the fitting's card, m; 0 takes the table's. */
export const setHole = (scheme: Scheme, key: string, seal: Seal, diameter: number): Scheme =>
  change(scheme, (build) => {
    const known = build.holes.find((each) => each.key === key)
    if (known) Object.assign(known, { seal, diameter })
    else build.holes.push({ key, seal, diameter })
  })
export const clearHole = (scheme: Scheme, key: string): Scheme =>
  change(scheme, (build) => {
    build.holes = build.holes.filter((each) => each.key !== key)
  })

/** What the reader would have instead of what was reckoned for a line of the bill. */
export const setLine = (scheme: Scheme, item: string, reuse: boolean, quantity: number | null): Scheme =>
  change(scheme, (build) => {
    const known = build.lines.find((each) => each.item === item)
    if (known) Object.assign(known, { reuse, quantity })
    else build.lines.push({ item, reuse, quantity })
  })

/**
 * A step done, or not done after all. A wait that follows from it begins when it is done, if it has not begun already, and
 * stops when it is not done after all.
 *
 * @param by figures that it was done by, mm
 */
export const tickStep = (scheme: Scheme, step: string, at: number | undefined, waits = false, by?: readonly number[]): Scheme =>
  change(scheme, (build) => {
    build.done = build.done.filter((each) => each.step !== step)
    if (at === undefined) build.timers = build.timers.filter((each) => each.step !== step)
    else {
      build.done.push({ step, at, by: by && [...by] })
      if (waits && !build.timers.some((each) => each.step === step)) build.timers.push({ step, started: at })
    }
  })

/** A wait begun, or called off. */
export const setTimer = (scheme: Scheme, step: string, started: number | undefined): Scheme =>
  change(scheme, (build) => {
    build.timers = build.timers.filter((each) => each.step !== step)
    if (started !== undefined) build.timers.push({ step, started })
  })

/** What a test showed; right ones are done with it. */
export const recordTest = (scheme: Scheme, result: Build['tests'][number]): Scheme =>
  change(scheme, (build) => {
    build.tests = [...build.tests.filter(({ test }) => test !== result.test), result]
    build.done = build.done.filter(({ step }) => step !== result.test)
    if (result.result === 'right') build.done.push({ step: result.test, at: result.at, by: undefined })
  })

export const addExtra = (scheme: Scheme, extra: Build['extras'][number]): Scheme => change(scheme, (build) => void build.extras.push(extra))
export const removeExtra = (scheme: Scheme, id: string): Scheme =>
  change(scheme, (build) => {
    build.extras = build.extras.filter((each) => each.id !== id)
  })

/** What the saw takes, m: one saw for the marks on every pipe and for the bench. */
export const setKerf = (scheme: Scheme, kerf: number): Scheme =>
  change(scheme, (build) => {
    build.kerf = kerf
  })
