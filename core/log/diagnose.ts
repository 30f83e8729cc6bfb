import { PLAN, type Catches } from './catches'
import { expectedOf, rainEvents, siteCatch, type RainEvent, type SiteCatch } from './coefficient'
import { daysLong, NO_RAIN, type LogEvent } from './events'
import { DRAW_ERROR, FALL_ERROR, fallsTo, findLeak, leakLitres, LEAST_STILL, LIKELY, logLike, type Leak } from './leak'
import type { StoreLevels } from './levels'
import { passing } from './passing'
import type { LevelGap, StoreReadings } from './readings'

/** What can be wrong with water that was caught, in the words of the log. */
export const CAUSES = [
  'sound',
  'partly',
  'limited',
  'swallowed',
  'soaked',
  'intakeShort',
  'leak',
  'unlogged',
  'linkShut',
  'misread',
] as const
export type Cause = (typeof CAUSES)[number]

/** One cause, with how it fares beside the others. */
export interface Suspect {
  cause: Cause
  /** Chance among all that were looked at, 0–1. */
  odds: number
  /** Minutes since 1970 from which it would have been so; undefined where it was always so. */
  since?: number
  /** Share that comes (partly, intakeShort), litres an hour that pass (limited), litres a rain day (swallowed, soaked), litres a day (leak, unlogged). */
  size?: number
  /** Drop whose water is short. */
  drop?: string
  leak?: Leak
}

/** What a log says of a store. */
export interface Diagnosis {
  suspects: Suspect[]
  /** Stretches between readings that it is told from, and rains among them. */
  events: number
  rains: RainEvent[]
  site: SiteCatch | undefined
}

/** How likely each is before anything is known. Common practice: screens and flushes block more often than roofs change. */
const PRIOR: Record<Cause, number> = {
  sound: 0.72,
  partly: 0.06,
  limited: 0.06,
  swallowed: 0.05,
  soaked: 0.03,
  intakeShort: 0.04,
  leak: 0.04,
  unlogged: 0.04,
  linkShut: 0.03,
  misread: 0.02,
}
/** What the plan's own coefficient may be off by in a sound system: shares, and their standard deviation. Common practice. */
const OFF = [0.8, 0.85, 0.9, 0.95, 1, 1.05, 1.1, 1.15, 1.2]
const OFF_SPREAD = 0.1
const offPrior = (off: number) => -0.5 * ((off - 1) / OFF_SPREAD) ** 2
const SHARES = [0, 0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7]
/** Moments at which something may have begun. */
const ONSETS = 8
/** Fewest stretches between readings from which anything is said. */
export const LEAST_STRETCHES = 8
/** A reading that rose so much without rain is a slip, m. */
const RISE = 0.03
/** Two vessels that share a level and stand so far apart do not share it, m. */
const APART = 0.02

/** So little of a full store makes a stretch a dry one. */
const LITTLE = 0.02

interface Stretch {
  event: LogEvent
  /** Litres that should come by day, of all intakes and of each. */
  days: Float64Array
  intakes: Float64Array[]
  expected: number
  error: number
  /** Litres taken out a day by what was written down. */
  out: number
  /** m that open water loses a day. */
  dried: number
}

/** What a cause makes of a day: litres that come of those of the plan, litres that go, and the hole they go by. */
interface Effect {
  /** Litres that come on a day of a stretch. */
  comes?: (litres: number, stretch: Stretch, day: number) => number
  /** Litres a day that are taken by a tap. */
  goes?: number
  hole?: { height: number; pace: number }
}

/** Heights and litres of a store in a table: the walk asks for them by the ten thousand. */
function levelTable(levels: StoreLevels) {
  const STEPS = 240
  const low = levels.heightFor(0)
  const high = levels.heightFor(Infinity)
  const step = (high - low) / STEPS
  const [first] = levels.vessels
  const litres = Float64Array.from({ length: STEPS + 1 }, (_, k) => levels.litresAt(first!.vessel.id, low + k * step))
  return {
    litresAt(height: number) {
      const at = Math.min(STEPS - 1e-9, Math.max(0, (height - low) / step))
      const k = Math.floor(at)
      return litres[k]! + (litres[k + 1]! - litres[k]!) * (at - k)
    },
    heightFor(held: number) {
      let [from, to] = [0, STEPS]
      while (to - from > 1) {
        const middle = (from + to) >> 1
        if (litres[middle]! <= held) from = middle
        else to = middle
      }
      const [a, b] = [litres[from]!, litres[to]!]
      return low + (from + (b > a ? Math.min(1, Math.max(0, (held - a) / (b - a))) : 0)) * step
    },
  }
}

interface Tried {
  score: number
  parameters: number
  suspect: Omit<Suspect, 'odds'>
}

/**
 * Weighs what can be wrong with a store against its log.
 *
 * Every cause walks the store day by day from one reading to the next, for each of its sizes and beginnings; likelihoods of what
 * the next reading differs by are compared, each less half a logarithm for every figure that was fitted (Schwarz 1978, from memory).
 *
 * @param wetHours in which a day's rain falls
 * @param evaporation m a day that open water loses
 * @param possible causes that the scheme can have: light rain is swallowed by a first flush, or soaked up where there is none
 * @returns undefined under eight stretches between readings
 */
export function diagnose(
  levels: StoreLevels,
  readings: StoreReadings,
  events: readonly LogEvent[],
  catches: Catches,
  wetHours: number,
  evaporation: (event: LogEvent) => number = () => 0,
  possible: readonly Cause[] = CAUSES,
): Diagnosis | undefined {
  const rains = rainEvents(events, catches)
  const site = siteCatch(rains)
  const known = events.filter(({ first, end, lumped }) => end > first && !lumped)
  if (known.length < LEAST_STRETCHES) return undefined
  const plan = catches.litres[PLAN]!
  const stretches: Stretch[] = known.map((event) => {
    const { byRatio, error } = expectedOf(catches, event)
    const intakes = plan.map((intake) => intake.slice(event.first, event.end))
    const days = Float64Array.from({ length: event.end - event.first }, (_, k) => intakes.reduce((sum, each) => sum + each[k]!, 0))
    const moved = event.drawn + event.letGo - event.added
    return { event, days, intakes, expected: byRatio[PLAN]!, error, out: moved / (event.end - event.first), dried: evaporation(event) }
  })
  const biggest = Math.max(1, ...stretches.map(({ days }) => Math.max(...days)))
  const table = levelTable(levels)

  /** Litres at a stretch's end. */
  function walk(stretch: Stretch, off: number, { comes, goes = 0, hole }: Effect): number {
    const { days, out, dried, event } = stretch
    let held = event.from.litres
    for (let day = 0; day < days.length; day++) {
      const litres = days[day]!
      held = Math.min(levels.full, held + off * (comes ? comes(litres, stretch, day) : litres))
      if (hole && levels.shared) {
        const at = table.heightFor(held)
        if (at > hole.height) held = Math.min(held, table.litresAt(fallsTo(at, hole.height, hole.pace, 1)))
      }
      if (dried > 0 && levels.shared) held -= dried * levels.areaAt(table.heightFor(held))
      held -= out + (goes > 0 ? Math.min(goes, Math.max(0, held - out - levels.dead)) : 0)
    }
    return Math.max(0, held)
  }
  const errors = stretches.map(({ error, event }) => Math.hypot(error, event.from.error, event.to.error, DRAW_ERROR * event.drawn, 0.5))
  const likely = (stretch: Stretch, i: number, off: number, effect: Effect): number =>
    logLike(stretch.event.to.litres - walk(stretch, off, effect), errors[i]!)

  const onsets = [...new Set(Array.from({ length: ONSETS }, (_, k) => Math.floor((k * stretches.length) / ONSETS)))]
  /** For each share that the plan may be off by, how likely the stretches up to each are if all is well. */
  const sound = OFF.map((off) => {
    const up = [0]
    stretches.forEach((stretch, i) => up.push(up[i]! + likely(stretch, i, off, {})))
    return up
  })
  /** A cause of one size, from its best beginning on. */
  function best(
    cause: Cause,
    size: number,
    effect: Effect,
    extra: Partial<Suspect> = {},
    parameters = 1,
    offs: readonly number[] = OFF,
  ): Tried {
    let top: Tried | undefined
    for (const off of offs) {
      const up = sound[OFF.indexOf(off)]!
      let after = 0
      let next = onsets.length - 1
      for (let i = stretches.length - 1; i >= 0; i--) {
        after += likely(stretches[i]!, i, off, effect)
        if (onsets[next] !== i) continue
        next--
        const score = up[i]! + offPrior(off) + after
        if (!top || score > top.score)
          top = {
            score,
            parameters: parameters + (i > 0 ? 1 : 0),
            suspect: { cause, size, ...(i > 0 ? { since: stretches[i]!.event.from.instant } : {}), ...extra },
          }
      }
    }
    return top!
  }
  const bestOf = (tries: readonly Tried[]): Tried => tries.reduce((top, each) => (each.score > top.score ? each : top))

  const tried: Tried[] = []
  const soundest = Math.max(...OFF.map((off, k) => offPrior(off) + sound[k]!.at(-1)!))
  tried.push({ score: soundest, parameters: 0, suspect: { cause: 'sound' } })
  if (biggest > 1) {
    tried.push(bestOf(SHARES.map((share) => best('partly', share, { comes: (litres) => share * litres }))))
    const limits = Array.from({ length: 9 }, (_, k) => (biggest / wetHours) * 0.04 * 1.5 ** k)
    tried.push(bestOf(limits.map((limit) => best('limited', limit, { comes: (litres) => passing(litres, limit, wetHours) }))))
    const swallows = Array.from({ length: 9 }, (_, k) => biggest * 0.02 * 1.5 ** k)
    // The beginning of a rain goes into a first flush; without one, into moss, leaves and a gutter that sags.
    const first = possible.includes('swallowed') ? 'swallowed' : 'soaked'
    tried.push(bestOf(swallows.map((size) => best(first, size, { comes: (litres) => Math.max(0, litres - size) }))))
    if (plan.length > 1)
      plan.forEach((_, j) => {
        const drop = catches.intakes[j]!
        tried.push(
          bestOf(
            [0, 0.25, 0.5].map((share) =>
              best('intakeShort', share, { comes: (litres, { intakes }, day) => litres - (1 - share) * intakes[j]![day]! }, { drop }),
            ),
          ),
        )
      })
  }
  const dry = stretches.filter(({ event, expected }) => event.sure && expected <= LITTLE * levels.full)
  const leak = levels.shared ? leakTry(dry, best) : undefined
  if (leak) tried.push(leak)
  // What nobody wrote down goes by the day, whatever the level.
  const losses = (dry.length >= LEAST_STILL ? dry : stretches.filter(({ event }) => event.sure))
    .map(({ event, expected }) => (expected - event.came) / Math.max(0.2, daysLong(event)))
    .sort((a, b) => a - b)
  if (losses.length >= LEAST_STILL) {
    const from = (share: number) => Math.max(0.3, losses[Math.floor(share * (losses.length - 1))]!)
    const draws = [...new Set([0.35, 0.5, 0.65, 0.8, 0.9].flatMap((share) => [from(share), 1.12 * from(share)]))]
    tried.push(bestOf(draws.map((litres) => best('unlogged', litres, { goes: litres }))))
  }
  const slips = stretches.filter(({ event }) => event.rain <= NO_RAIN && event.added === 0 && event.to.height - event.from.height > RISE)
  if (slips.length > 0) {
    const left = new Set(slips)
    let score = -Infinity
    for (const off of OFF)
      score = Math.max(
        score,
        offPrior(off) +
          stretches.reduce((sum, stretch, i) => sum + (left.has(stretch) ? logLike(0, errors[i]!) : likely(stretch, i, off, {})), 0),
      )
    tried.push({
      score,
      parameters: 1 + slips.length,
      suspect: { cause: 'misread', since: slips[0]!.event.to.instant, size: slips.length },
    })
  }
  if (readings.gaps.length >= LEAST_GAPS) tryLink(readings.gaps, tried)
  const can = tried.filter(({ suspect }) => possible.includes(suspect.cause))
  return { suspects: weigh(can, stretches.length), events: known.length, rains, site }

  /** A hole: where still water shows it best, and by all stretches on a grid of heights where there is little still water. */
  function leakTry(still: readonly Stretch[], tryOne: typeof best): Tried {
    const found = findLeak(levels, still, evaporation)
    const floor = levels.heightFor(0)
    const top = Math.max(...stretches.map(({ event }) => event.from.height))
    const last = readings.held.at(-1)!
    const at = (height: number, pace: number, own?: Leak): Tried => {
      const hole = { height, pace }
      const tried = tryOne('leak', 0, { hole }, {}, 2, [0.9, 1, 1.1])
      const seen = readings.held.findLast((held) => held.height > height) ?? last
      const leak: Leak = own ?? {
        height,
        low: height,
        high: height,
        pace,
        onset: 0,
        since: tried.suspect.since ?? stretches[0]!.event.from.instant,
      }
      return { ...tried, suspect: { ...tried.suspect, size: leakLitres(levels, hole, seen.height), leak } }
    }
    const STEPS = 14
    const step = Math.max(0.02, (top - floor) / STEPS)
    const heights = Array.from({ length: STEPS }, (_, k) => floor + k * step)
    // Each height with the pace that suits it best: the profile that its interval is read off.
    const profile = heights.map((height) => {
      let pace = bestOf([0.006, 0.012, 0.024, 0.048, 0.096].map((each) => at(height, each)))
      for (const by of [0.4, 0.2]) {
        const around = pace.suspect.leak!.pace
        pace = bestOf([pace, at(height, around * (1 + by)), at(height, around / (1 + by))])
      }
      return pace
    })
    let bestOne = bestOf(profile)
    for (const by of [0.5, 0.25, 0.12]) {
      const { height, pace } = bestOne.suspect.leak!
      bestOne = bestOf([
        bestOne,
        ...[-1, 0, 1].flatMap((k) => [1 / (1 + by / 2), 1, 1 + by / 2].map((times) => at(height + k * by * step, pace * times))),
      ])
    }
    const near = profile.filter(({ score }) => score > bestOne.score - LIKELY).map(({ suspect }) => suspect.leak!.height)
    const own = bestOne.suspect.leak!
    const wide = { ...own, low: Math.min(own.height, ...near) - step / 2, high: Math.max(own.height, ...near) + step / 2 }
    const coarse = { ...bestOne, suspect: { ...bestOne.suspect, leak: wide } }
    if (!found) return coarse
    // Still water shows the height better than stretches with rain in them, as long as these do not contradict it.
    const fine = at(found.height, found.pace, found)
    return fine.score > coarse.score - 3 ? { ...fine, score: Math.max(fine.score, coarse.score) } : coarse
  }
}

/** Pairs of readings from which a link is judged. */
const LEAST_GAPS = 3
/** How far apart two vessels come to stand behind a shut link, m. */
const APART_SPREAD = 0.15

/**
 * Whether vessels that share a level do. Every other cause has them stand level; a shut link explains the gap, and what came as
 * well as any other does.
 */
function tryLink(gaps: readonly LevelGap[], tried: Tried[]): void {
  const even = gaps.reduce((sum, { gap }) => sum + logLike(gap, FALL_ERROR), 0)
  const apart = gaps.reduce((sum, { gap }) => sum + logLike(gap, APART_SPREAD), 0)
  const typical = gaps.map(({ gap }) => Math.abs(gap)).sort((a, b) => a - b)[Math.floor(gaps.length / 2)]!
  const best = Math.max(...tried.map(({ score }) => score))
  for (const each of tried) each.score += even
  if (typical >= APART) tried.push({ score: best + apart, parameters: 1, suspect: { cause: 'linkShut', size: typical } })
}

function weigh(tried: readonly Tried[], stretches: number): Suspect[] {
  const scores = tried.map(
    ({ score, parameters, suspect }) => score - (parameters / 2) * Math.log(stretches) + Math.log(PRIOR[suspect.cause]),
  )
  const top = Math.max(...scores)
  const chances = scores.map((score) => Math.exp(score - top))
  const sum = chances.reduce((a, b) => a + b, 0)
  return tried.map(({ suspect }, i) => ({ ...suspect, odds: chances[i]! / sum })).sort((a, b) => b.odds - a.odds)
}

/** Below this chance that all is well, something is said. */
export const ALARM = 0.15
/** Whether anything is wrong enough to be told. */
export const isAlarm = ({ suspects }: Diagnosis): boolean => (suspects.find(({ cause }) => cause === 'sound')?.odds ?? 1) < ALARM
/**
 * Whether a site's own catch may be put into the plan: rains that fall short because of a hole, a hose or moss say nothing of what
 * the roof keeps.
 */
export const tellsCatch = (diagnosis: Diagnosis): boolean => !isAlarm(diagnosis) || diagnosis.suspects[0]?.cause === 'partly'
