import { randomLcg, randomNormal } from 'd3-random'
import { caughtBy, intakeLaw } from '../balance/inflow'
import { demandDays } from '../draw/demandDays'
import { fallsTo } from '../log/leak'
import { storeLevels } from '../log/levels'
import { writeMoment } from '../log/moment'
import { buildWaterPath } from '../path/waterPath'
import { levelAt, volumeAt } from '../vessel/levelVolume'
import type { DailyRain } from '../rain/dailyRain'
import type { SiteDays } from '../rain/weather'
import type { Entry, Scheme } from '../scheme'

/** What is wrong with a simulated system, unseen by whoever reads its log. */
export type HiddenFault =
  | { kind: 'sound' }
  /** Part of the roof goes elsewhere: a bracket gone, a valve ajar. */
  | { kind: 'partly'; share: number }
  /** A hose or screen half blocked: litres an hour that pass. */
  | { kind: 'limited'; litres: number }
  /** A first flush that never shuts: litres of every rain day. */
  | { kind: 'swallowed'; litres: number }
  /** One of several intakes brings a share of its own. */
  | { kind: 'intakeShort'; intake: number; share: number }
  /** A hole at a height over the first vessel's foot, m, and its pace, √m a day. */
  | { kind: 'leak'; height: number; pace: number }
  /** The link to the second vessel is shut. */
  | { kind: 'linkShut' }
  /** Litres a day that nobody writes down. */
  | { kind: 'unlogged'; litres: number }

export interface RealityOptions {
  seed: number
  /** Of the plan's coefficient, what this roof really keeps. */
  ratio?: number
  fault?: HiddenFault
  /** Day index from which the fault is there. */
  from?: number
  /** Share of the full store at the start. */
  start?: number
  /** Days between two readings of the level; the gauge is read every day that it rained. */
  everyDays?: number
  /** m, and a share: how well level and gauge are read. */
  levelError?: number
  gaugeError?: number
  /** Share of rain days whose gauge somebody looked at. */
  diligence?: number
  /** Minutes that the clock is ahead of UTC. */
  offset?: number
}

/** A simulated system with its readings, and what was really so. */
export interface Reality {
  entries: Entry[]
  /** Litres at each day's end. */
  held: Float64Array
  /** Litres really drawn, caught, run over and leaked, by the day. */
  drawn: Float64Array
  caught: Float64Array
  spilled: Float64Array
  leaked: Float64Array
}

/** Wind and splash make one rain unlike the next: standard deviation of what comes of it. */
const RAIN_TO_RAIN = 0.08
const MORNING = 7 * 60 + 30
const EVENING = 18 * 60 + 30

/**
 * A hidden reality of a scheme, and the log that somebody keeps of it. A stand-in: no water, no gauge.
 *
 * @param rain as it really falls; `start` is the day number of its first day
 * @throws RangeError when the scheme has no such store
 */
export function simulateReality(
  scheme: Scheme,
  storeId: string,
  rain: DailyRain,
  start: number,
  site: Pick<SiteDays, 'thirst'>,
  {
    seed,
    ratio = 1,
    fault = { kind: 'sound' },
    from = 0,
    start: filled = 0.5,
    everyDays = 1,
    levelError = 0.005,
    gaugeError = 0.1,
    diligence = 1,
    offset = 0,
  }: RealityOptions,
): Reality {
  const path = buildWaterPath({
    ...scheme,
    sections: scheme.sections.map((section) => ({ ...section, exposure: section.exposure * ratio })),
  })
  const levels = storeLevels(path, storeId)
  const source = randomLcg((seed % 4294967296) / 4294967296)
  const normal = randomNormal.source(source)(0, 1)
  const days = rain.depths.length
  const intakes = path.intakes.get(storeId)!.map((intake) => caughtBy([intakeLaw(path, intake)], rain))
  const demands = path.demands.get(storeId) ?? []
  const wants = demands.map((demand) => demandDays(demand, rain, site))
  const series = () => new Float64Array(days)
  const reality: Reality = { entries: [], held: series(), drawn: series(), caught: series(), spilled: series(), leaked: series() }
  let id = 0
  let standing = 0
  const first = levels.vessels[0]!
  const second = levels.vessels[1]
  // Behind a shut link the second vessel stays as it is, and the first has only itself.
  const apart = fault.kind === 'linkShut' && second !== undefined
  const { body } = first.vessel
  const heightOf = (litres: number) => (apart ? levelAt(body, litres / 1000) : levels.heightFor(litres))
  const alone = (together: number) => volumeAt(body, levels.heightFor(together)) * 1000
  const full = apart ? alone(levels.full) : levels.full
  const dead = apart ? alone(levels.dead) : levels.dead
  const behind = levels.heightFor(filled * levels.full)
  let held = apart ? volumeAt(body, behind) * 1000 : filled * levels.full
  const note = (day: number, minute: number, entry: Record<string, unknown>) =>
    reality.entries.push({ id: `r${seed}-${id++}`, at: writeMoment(start + day, minute, offset), ...entry } as Entry)

  for (let day = 0; day < days; day++) {
    const faulty = day >= from
    const weather = Math.max(0.3, 1 + RAIN_TO_RAIN * normal())
    const comes = intakes.map((intake, i) => {
      const litres = intake[day]! * weather
      if (!faulty || litres === 0) return litres
      switch (fault.kind) {
        case 'partly':
          return fault.share * litres
        case 'limited':
          return litres * -Math.expm1((-fault.litres * scheme.wetHours) / litres)
        case 'swallowed':
          return Math.max(0, litres - fault.litres)
        case 'intakeShort':
          return i === fault.intake ? fault.share * litres : litres
        default:
          return litres
      }
    })
    const water = comes.reduce((sum, each) => sum + each, 0)
    reality.caught[day] = water
    held += water
    if (held > full) {
      reality.spilled[day] = held - full
      held = full
    }
    if (faulty && fault.kind === 'leak') {
      const at = heightOf(held)
      const left = levels.litresAt(first.vessel.id, fallsTo(at, fault.height, fault.pace, 1))
      reality.leaked[day] = Math.max(0, held - left)
      held -= reality.leaked[day]!
    }
    const usable = Math.max(0, held - dead)
    const wanted = wants.reduce((sum, want) => sum + want[day]!, 0)
    const drawn = Math.min(usable, wanted)
    reality.drawn[day] = drawn
    held -= drawn
    if (faulty && fault.kind === 'unlogged') held -= Math.min(Math.max(0, held - dead), fault.litres)
    reality.held[day] = held
    if (drawn > 0.05) note(day, EVENING, { kind: 'drawn', vessel: first.vessel.id, volume: Math.round(drawn * 10) / 10000 })
    const depth = rain.depths[day]!
    // What nobody looked at is in the gauge until somebody does.
    standing += depth
    if (standing > 0 && (diligence >= 1 || source() < diligence)) {
      const read = Math.max(0, Math.round(standing * (1 + gaugeError * normal()) * 10) / 10)
      note(day + 1, MORNING, { kind: 'rain', depth: read })
      standing = 0
    }
    if ((day + 1) % everyDays === 0) {
      const height = heightOf(held)
      const read = (at: number) => Math.round(Math.max(0, first.vessel.body.rim - at + levelError * normal()) * 1000) / 1000
      note(day + 1, MORNING + 5, { kind: 'level', vessel: first.vessel.id, by: 'rim', value: read(height) })
      if (second && levels.shared) {
        const shift = first.foot - second.foot
        const at = apart ? behind : height
        const value = Math.round(Math.max(0, second.vessel.body.rim - (at + shift) + levelError * normal()) * 1000) / 1000
        note(day + 1, MORNING + 6, { kind: 'level', vessel: second.vessel.id, by: 'rim', value })
      }
    }
  }
  return reality
}
