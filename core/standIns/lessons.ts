import { problem, ProblemError } from '../problems'
import type { Cause } from '../log/diagnose'
import { storeLevels } from '../log/levels'
import { buildWaterPath } from '../path/waterPath'
import type { ReadyRain } from '../rain/gaps'
import type { Scheme, Site } from '../scheme'
import { chanceFor } from './chance'
import { simulateReality, type HiddenFault, type Reality } from './reality'
import { climateOf, simulatedRain } from './weatherService'

/** A lesson of the trainer: a system that goes by fast, with something wrong from some day on. */
export interface Lesson {
  /** 1 easy to 6 hard. */
  number: number
  cause: Cause
  reality: Reality
  /** Litres that would have been held without the fault, at each day's end. */
  soundHeld: Float64Array
  /** mm by the day. */
  depths: Float64Array
  /** Day number of its first day, and the day on which the fault begins, as an index. */
  start: number
  from: number
  days: number
}

export const LESSONS = 6
const LESSON_DAYS = 150
/** What a wrong guess costs, in litres: a morning's work for nothing. */
export const WRONG_GUESS = 60

/** Faults of the lessons, from those that leap to the eye to those that hide. */
function hiddenOf(
  lesson: number,
  seed: number,
  full: number,
  floor: number,
  rim: number,
  wetHours: number,
): { fault: HiddenFault; cause: Cause; from: number } {
  const between = (low: number, high: number, what: number) => low + (high - low) * chanceFor(seed, lesson, what)
  const at = floor + (rim - floor) * between(0.2, 0.6, 1)
  switch (lesson) {
    case 1:
      return { fault: { kind: 'partly', share: between(0.1, 0.3, 2) }, cause: 'partly', from: 20 }
    case 2:
      return { fault: { kind: 'leak', height: at, pace: between(0.06, 0.1, 3) }, cause: 'leak', from: 20 }
    case 3:
      return { fault: { kind: 'limited', litres: (full / wetHours) * between(0.06, 0.12, 4) }, cause: 'limited', from: 15 }
    case 4:
      return { fault: { kind: 'swallowed', litres: full * between(0.1, 0.18, 5) }, cause: 'swallowed', from: 15 }
    case 5:
      return { fault: { kind: 'unlogged', litres: full * between(0.05, 0.09, 6) }, cause: 'unlogged', from: 25 }
    default:
      return { fault: { kind: 'leak', height: at, pace: between(0.02, 0.035, 7) }, cause: 'leak', from: 30 }
  }
}

/**
 * A lesson on a reader's own scheme, in its own climate.
 *
 * @param seed tells one try from the next
 * @throws RangeError when the scheme has no such store, or its vessels do not share a level
 */
export function makeLesson(
  number: number,
  scheme: Scheme,
  storeId: string,
  ready: ReadyRain,
  site: Site,
  seed: number,
  start: number,
): Lesson {
  const levels = storeLevels(buildWaterPath(scheme), storeId)
  if (!levels.shared) throw new ProblemError(problem('levelsNotShared'))
  const { fault, cause, from } = hiddenOf(number, seed, levels.full, levels.heightFor(0), levels.heightFor(levels.full), scheme.wetHours)
  const rain = simulatedRain(climateOf(ready, site, seed), start, LESSON_DAYS)
  const run = (hidden: HiddenFault) =>
    simulateReality(scheme, storeId, rain, start, ready.site, { seed, fault: hidden, from, start: 0.6, ratio: 0.96 })
  const reality = run(fault)
  return { number, cause, reality, soundHeld: run({ kind: 'sound' }).held, depths: rain.depths, start, from, days: LESSON_DAYS }
}

/** A shortfall that stands for a fortnight is a store's worth lost. */
const FORTNIGHT = 14
/** Litres lost by a day: how much less was held than in a sound system, day upon day. */
export function litresLost({ reality, soundHeld, from }: Lesson, day: number): number {
  let lost = 0
  for (let each = from; each <= Math.min(day, reality.held.length - 1); each++)
    lost += Math.max(0, soundHeld[each]! - reality.held[each]!) / FORTNIGHT
  return lost
}
