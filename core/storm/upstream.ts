import { chamberVolume, dripFlow, drainLeak } from '../catch/firstFlush'
import { intakeLimits, outletLimits } from '../catch/intakeLimits'
import { filtersPass, joinedPipes, ownFeeds, type JoinedPipe } from '../catch/joinedPipes'
import { firstLimit, onTheWay, partLimits, trainLimits, type TrainLimit } from '../catch/trainLimits'
import { SKIPS, SKIPS_ABOVE } from '../gutter/guards'
import type { Feed, Intake, WaterPath } from '../path/waterPath'
import { runoffLaw } from '../roof/runoff'
import type { DeviceOf, Drop } from '../scheme'
import { LITRE } from '../units/constants'
import type { WhatIf } from './whatIf'

/** Water takes about this long to come together on a roof, s. Common practice: a minute or two. */
export const ROOF_LAG = 90
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
  /** The eave whose outlet gets what this hole cannot take; the water that comes so, m³. */
  onward: string | undefined
  handed: number
  sections: { area: number; wetting: number }[]
  guard: boolean
  caps: { gutter: number; outlet: number }
  /** On its way down the roof, m³. */
  onRoof: number
}

/** Roofs, gutters and train of one drop, as they are stepped, with the pipes that join it. */
export interface Upstream {
  drop: Drop
  intake: Intake | undefined
  eaves: Eave[]
  joined: Upstream[]
  /** The train's first limit, m³/s. */
  cap: number
  limit: TrainLimit
  flush: DeviceOf<'first-flush'> | undefined
  /** Share that filters let by before the first flush, or before the pipe joins another. */
  passes: number
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
  /** Thrown off by filters. */
  shed: number
}

function eavesOf(feeds: readonly Feed[]): Eave[] {
  const outlets = [...new Set(feeds.map(({ outlet }) => outlet))]
  return outlets.map((outlet) => {
    const own = feeds.filter((feed) => feed.outlet === outlet)
    const limits = outletLimits(own[0]!)
    return {
      gutter: own[0]!.gutter.id,
      outlet: outlet.outlet.id,
      onward: outlet.onward,
      handed: 0,
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

type Parts = Pick<JoinedPipe, 'drop' | 'feeds' | 'flush' | 'passes' | 'joined'> & { limits: readonly TrainLimit[] }

function upstream(
  path: WaterPath,
  { drop, feeds, flush, passes, joined, limits }: Parts,
  intake: Intake | undefined,
  whatIfs: readonly WhatIf[],
): Upstream {
  const blocked = whatIfs.some(({ kind }) => kind === 'screen-blocked')
  const stuck = whatIfs.some(({ kind }) => kind === 'drain-stuck')
  const limit = firstLimit(
    limits.map((each) =>
      blocked && (each.place === 'screen' || each.place === 'rain-head' || each.place === 'lid-screen')
        ? { ...each, passes: BLOCKED * each.passes }
        : each,
    ),
  )
  const chamberMost = flush ? chamberVolume(flush.bore, flush.length, flush.chambers) : 0
  return {
    drop,
    intake,
    eaves: eavesOf(feeds),
    joined: joined.map((pipe) => upstream(path, pipe, undefined, whatIfs)),
    cap: limit.passes,
    limit,
    // A drain that has stuck leaves the last rain's water standing in its chamber.
    flush: flush && stuck ? { ...flush, drain: { kind: 'hand-valve', emptied: 'never' } } : flush,
    passes,
    chamber: stuck ? chamberMost : 0,
    chamberMost,
    pending: 0,
  }
}

/** A drop ready to be rained on; what-ifs are taken in here. @throws RangeError when the path has no such drop */
export function upstreamOf(path: WaterPath, drop: Drop, intake: Intake | undefined, whatIfs: readonly WhatIf[]): Upstream {
  if (!path.feeds.has(drop.id)) throw new RangeError(`no drop ${drop.id}`)
  const end = intake ? path.vessels.get(intake.vessel.id)!.foot + intake.port.at : 0
  const parts: Parts = {
    drop,
    feeds: ownFeeds(path, drop.id),
    joined: joinedPipes(path, drop.id, end),
    limits: intake ? trainLimits(path, intake) : partLimits(path, drop, drop.devices, end),
    flush: (intake ? onTheWay(intake) : drop.devices).find((each) => each.kind === 'first-flush'),
    passes: intake ? intakeLimits(path, intake, 0).beforeFlush : filtersPass(drop.devices),
  }
  return upstream(path, parts, intake, whatIfs)
}

/** A drop with all that joins it, itself first. */
export const withJoined = (state: Upstream): Upstream[] => [state, ...state.joined.flatMap(withJoined)]

/** All eaves by their outlets, so that what one hands on finds the next. */
export const eavesByOutlet = (states: readonly Upstream[]): Map<string, Eave> =>
  new Map(states.flatMap(({ eaves }) => eaves.map((eave) => [eave.outlet, eave] as const)))

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
  eaves: ReadonlyMap<string, Eave>,
  into: UpstreamStep,
): void {
  const rate = ((fallen.after - fallen.before) * 3600) / dt
  const kept = Math.exp(-dt / ROOF_LAG)
  let runoff = 0
  let arriving = state.pending
  let flushed = 0
  let leaked = 0
  let shed = 0
  state.pending = 0
  for (const pipe of state.joined) {
    stepUpstream(pipe, fallen, dt, lost, eaves, into)
    runoff += into.runoff
    flushed += into.flushed
    leaked += into.leaked
    shed += into.shed
    arriving += into.passing
  }
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
    if (off === 0 && eave.handed === 0) continue
    const lose = (limit: UpstreamLoss['limit'], part: string, volume: number) => {
      off -= volume
      lost({ kind: 'edge', gutter: eave.gutter, limit, part }, volume)
    }
    if (eave.guard && rate > SKIPS_ABOVE) lose('guard', eave.gutter, SKIPS * off)
    off += eave.handed
    eave.handed = 0
    const below = eave.onward === undefined ? undefined : eaves.get(eave.onward)
    if (below && off > eave.caps.gutter * dt) lose('gutter', eave.gutter, off - eave.caps.gutter * dt)
    const cap = Math.min(eave.caps.gutter, eave.caps.outlet) * dt
    if (off > cap) {
      if (below) {
        below.handed += off - cap
        off = cap
      } else {
        const gutter = eave.caps.gutter <= eave.caps.outlet
        lose(gutter ? 'gutter' : 'outlet', gutter ? eave.gutter : eave.outlet, off - cap)
      }
    }
    arriving += off
  }
  if (arriving > state.cap * dt) {
    const gutter = state.eaves[0]?.gutter ?? ''
    lost({ kind: 'back', gutter, limit: state.limit.place, part: state.limit.device ?? state.drop.id }, arriving - state.cap * dt)
    arriving = state.cap * dt
  }
  const off = arriving * (1 - state.passes)
  shed += off
  arriving -= off
  if (state.flush) {
    const leaks = leakOf(state.flush, state.chamber, dt)
    state.chamber -= leaks
    leaked += leaks
    const filled = Math.min(arriving, state.chamberMost - state.chamber)
    state.chamber += filled
    flushed += filled
    arriving -= filled
  }
  into.runoff = runoff
  into.flushed = flushed
  into.leaked = leaked
  into.shed = shed
  into.passing = arriving
}

/** What an intake's diverter gathers of what has passed its first flush: shares and caps that do not hang on the level. */
export const gatherOf = (path: WaterPath, intake: Intake): { gathered: number; film: number } => {
  const { gathered, beforeFlush, film } = intakeLimits(path, intake, 0)
  return { gathered: gathered / beforeFlush, film }
}
