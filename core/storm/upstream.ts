import { chamberVolume, dripFlow, drainLeak } from '../catch/firstFlush'
import { intakeLimits, outletLimits } from '../catch/intakeLimits'
import { firstLimit, onTheWay, trainLimits, type TrainLimit } from '../catch/trainLimits'
import type { Feed, Intake, WaterPath } from '../path/waterPath'
import { FULL_DUTY, verticalPipeFlow } from '../pipe/verticalPipe'
import { runoffLaw } from '../roof/runoff'
import type { DeviceOf, Drop } from '../scheme'
import { LITRE } from '../units/constants'
import type { WhatIf } from './whatIf'

/** Water takes about this long to come together on a roof, s. Common practice: a minute or two. */
export const ROOF_LAG = 90
/** Rain heavier than this skips over a gutter guard, mm/h, and how much of it. Common practice. */
const SKIPS_ABOVE = 40
const SKIPS = 0.1
/** What a blocked screen still lets by. Common practice. */
const BLOCKED = 0.05

/** Where water is lost on the way from roof to vessel. */
export interface UpstreamLoss {
  kind: 'edge' | 'back'
  /** The gutter it runs over. */
  gutter: string
  /** What was too small: the gutter, its outlet, or a part of the train. */
  limit: 'gutter' | 'outlet' | 'guard' | TrainLimit['place']
  /** The outlet or device. */
  part: string
}

interface Eave {
  gutter: string
  outlet: string
  sections: { area: number; wetting: number }[]
  guard: boolean
  caps: { gutter: number; outlet: number }
  /** On its way down the roof, m³. */
  onRoof: number
}

/** Roofs, gutters and train of one drop, as they are stepped. */
export interface Upstream {
  drop: Drop
  intake: Intake | undefined
  eaves: Eave[]
  /** The train's first limit, m³/s. */
  cap: number
  limit: TrainLimit
  flush: DeviceOf<'first-flush'> | undefined
  /** Held in the first flush, and what it can hold, m³. */
  chamber: number
  chamberMost: number
  /** Come from another vessel's overflow in the step before, m³. */
  pending: number
}

/** What a step of upstream brought, m³. */
export interface UpstreamStep {
  runoff: number
  passing: number
  flushed: number
  leaked: number
}

function eavesOf(feeds: readonly Feed[]): Eave[] {
  const outlets = [...new Set(feeds.map(({ outlet }) => outlet))]
  return outlets.map((outlet) => {
    const own = feeds.filter((feed) => feed.outlet === outlet)
    const limits = outletLimits(own[0]!)
    return {
      gutter: own[0]!.gutter.id,
      outlet: outlet.outlet.id,
      sections: own.map(({ section, share }) => {
        const law = runoffLaw(section)
        return { area: law.area * law.exposure * law.coefficient * share, wetting: law.wetting }
      }),
      guard: own[0]!.gutter.guard,
      caps: { gutter: limits.gutter, outlet: limits.outlet },
      onRoof: 0,
    }
  })
}

/** A drop ready to be rained on; what-ifs are taken in here. @throws RangeError when the path has no such drop */
export function upstreamOf(path: WaterPath, drop: Drop, intake: Intake | undefined, whatIfs: readonly WhatIf[]): Upstream {
  const feeds = path.feeds.get(drop.id)
  if (!feeds) throw new RangeError(`no drop ${drop.id}`)
  const blocked = whatIfs.some(({ kind }) => kind === 'screen-blocked')
  const stuck = whatIfs.some(({ kind }) => kind === 'drain-stuck')
  const limits = intake ? trainLimits(path, intake) : [{ place: 'pipe' as const, passes: verticalPipeFlow(drop.bore, FULL_DUTY), law: '' }]
  const limit = firstLimit(
    limits.map((each) =>
      blocked && (each.place === 'screen' || each.place === 'rain-head' || each.place === 'lid-screen')
        ? { ...each, passes: BLOCKED * each.passes }
        : each,
    ),
  )
  const flush = intake && onTheWay(intake).find((each) => each.kind === 'first-flush')
  const chamberMost = flush ? chamberVolume(flush.bore, flush.length, flush.chambers) : 0
  return {
    drop,
    intake,
    eaves: eavesOf(feeds),
    cap: limit.passes,
    limit,
    // A drain that has stuck leaves the last rain's water standing in its chamber.
    flush: flush && stuck ? { ...flush, drain: { kind: 'hand-valve', emptied: 'never' } } : flush,
    chamber: stuck ? chamberMost : 0,
    chamberMost,
    pending: 0,
  }
}

function leakOf(flush: DeviceOf<'first-flush'>, held: number, dt: number): number {
  if (held <= 0) return 0
  const { drain, chambers, bore } = flush
  if (drain.kind === 'hand-valve') return 0
  const depth = held / chamberVolume(bore, 1, chambers)
  const rate = (drain.kind === 'hole' ? drainLeak(drain.bore, depth) : dripFlow(drain.dropsPerSecond)) * chambers
  return Math.min(held, rate * dt)
}

/**
 * One step of rain: down the roofs, along the gutters, through the train to where a vessel takes it.
 *
 * A roof holds water back as a linear reservoir, solved exactly over the step. What gutter, outlet or train cannot take
 * runs over the gutter's edge there and then. The first flush fills before anything passes, and its drain runs all the time.
 *
 * @param fallen rain up to the step's beginning and to its end, mm
 * @param lost told of every loss, m³
 */
export function stepUpstream(
  state: Upstream,
  fallen: { before: number; after: number },
  dt: number,
  lost: (loss: UpstreamLoss, volume: number) => void,
  into: UpstreamStep,
): void {
  const rate = ((fallen.after - fallen.before) * 3600) / dt
  const kept = Math.exp(-dt / ROOF_LAG)
  let runoff = 0
  let arriving = state.pending
  state.pending = 0
  for (const eave of state.eaves) {
    let water = 0
    for (const { area, wetting } of eave.sections) {
      const depth = Math.max(0, fallen.after - wetting) - Math.max(0, fallen.before - wetting)
      if (depth > 0) water += area * depth * LITRE
    }
    runoff += water
    const next = eave.onRoof * kept + (water / dt) * ROOF_LAG * (1 - kept)
    let off = Math.max(0, eave.onRoof + water - next)
    eave.onRoof = eave.onRoof + water - off
    if (off === 0) continue
    const lose = (limit: UpstreamLoss['limit'], part: string, volume: number) => {
      off -= volume
      lost({ kind: 'edge', gutter: eave.gutter, limit, part }, volume)
    }
    if (eave.guard && rate > SKIPS_ABOVE) lose('guard', eave.gutter, SKIPS * off)
    const cap = Math.min(eave.caps.gutter, eave.caps.outlet) * dt
    if (off > cap)
      lose(
        eave.caps.gutter <= eave.caps.outlet ? 'gutter' : 'outlet',
        eave.caps.gutter <= eave.caps.outlet ? eave.gutter : eave.outlet,
        off - cap,
      )
    arriving += off
  }
  if (arriving > state.cap * dt) {
    const gutter = state.eaves[0]?.gutter ?? ''
    lost({ kind: 'back', gutter, limit: state.limit.place, part: state.limit.device ?? state.drop.id }, arriving - state.cap * dt)
    arriving = state.cap * dt
  }
  let flushed = 0
  let leaked = 0
  if (state.flush) {
    leaked = leakOf(state.flush, state.chamber, dt)
    state.chamber -= leaked
    flushed = Math.min(arriving, state.chamberMost - state.chamber)
    state.chamber += flushed
  }
  into.runoff = runoff
  into.flushed = flushed
  into.leaked = leaked
  into.passing = arriving - flushed
}

/** What an intake's diverter gathers, for the storm: shares and caps that do not hang on the level. */
export const gatherOf = (path: WaterPath, intake: Intake): { gathered: number; film: number } => {
  const { gathered, film } = intakeLimits(path, intake, 0)
  return { gathered, film }
}
