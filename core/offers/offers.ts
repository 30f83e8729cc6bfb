import type { ToldValues } from '../figures/told'
import { assess, type AssessedLine, type Assessment } from '../assess'
import { dropArea, dropFlow } from '../catch/designFlow'
import { familyOf } from '../catch/families'
import { chamberVolume, washDepth } from '../catch/firstFlush'
import { WASH_BY_FOULING, worstFouling } from '../catch/flushSizing'
import { firstLimit, onTheWay, trainLimits } from '../catch/trainLimits'
import { governingRule } from '../draw/useRules'
import { fitRecipe, TRAIN_RECIPES, type TrainRecipe, type TrainWants } from '../edits'
import { emptyingHours, type RainFacts } from '../findings'
import { DRAIN_ROOM } from '../levels/train'
import type { SiteDays } from '../rain/weather'
import type { Scheme } from '../scheme'
import { LITRE } from '../units/constants'
import { flow, hours, length, rainDepth, type UnitSystem } from '../units/quantity'

/** What the reader has and wants, besides what the scheme says. */
export interface TrainWishes {
  /** Way from the pipe to the vessel, m. */
  run: number
  /** Works without anybody turning it. */
  automatic: boolean
  /** A first flush even where the use does not ask for one. */
  flush: boolean
  system: UnitSystem
}

/** One thing a train was tried for, with this job's numbers (message ids under `offer.check.`). */
export interface OfferCheck {
  id: 'head' | 'flow' | 'wash' | 'drains' | 'ground' | 'sound' | 'automatic' | 'closed'
  holds: boolean
  values: ToldValues
}

export interface Offer {
  recipe: TrainRecipe
  scheme: Scheme
  /** Holds everything that was asked of it. */
  fits: boolean
  checks: OfferCheck[]
  /** Head between outlet and inlet that its parts take, m, and what is left. */
  spends: number
  left: number
  /** Visits a year that it asks for. Common practice, and a guess at that. */
  visits: number
  /** Roof wash that its chambers throw away first, mm. */
  wash: number
}

/** Visits a year by what has to be seen to. Common practice, no published source. */
const VISITS = { basket: 26, hopper: 26, trough: 4, hand: 50, flushByHand: 60, flushByItself: 6, carry: 2, float: 3, lid: 12 }

function visitsOf({ intake, flush }: AssessedLine['line']): number {
  const kinds = onTheWay(intake).map(({ kind }) => kind)
  const has = (...wanted: string[]) => kinds.some((kind) => wanted.includes(kind))
  return (
    (has('screen') ? VISITS.basket : 0) +
    (has('rain-head') ? VISITS.hopper : 0) +
    (has('ring-trough', 'push-in') ? VISITS.trough : 0) +
    (has('twist', 'flap') ? VISITS.hand : 0) +
    (has('carrying-pipe') ? VISITS.carry : 0) +
    (has('float-shut') ? VISITS.float : 0) +
    (flush ? (flush.drain.kind === 'hand-valve' ? VISITS.flushByHand : VISITS.flushByItself) : 0) +
    (!intake.device && intake.port.role === 'lid' ? VISITS.lid : 0)
  )
}

/** Wash that is wanted over a drop's roof: what the use asks for, or what the fouling does where a flush is wished for, mm. */
export function wantedWash(scheme: Scheme, { path }: Pick<Assessment, 'path'>, dropId: string, wished: boolean): number {
  const use = governingRule(scheme.uses).firstFlush.value
  const [least] = WASH_BY_FOULING[worstFouling(path.feeds.get(dropId)!.map(({ section }) => section))]
  return Math.max(use, wished ? least : 0)
}

function checksOf({ path, findings }: Assessment, assessed: AssessedLine, wash: number, wishes: TrainWishes): OfferCheck[] {
  const { line, left } = assessed
  const { intake, flush, heights } = line
  const { device, drop, vessel } = intake
  const area = dropArea(path, drop.id)
  const arriving = dropFlow(path, drop.id)
  // The pipe and its hole are what they are whatever is fitted: only what the train adds is held against it.
  const added = trainLimits(path, intake).filter(({ place }) => place !== 'pipe' && place !== 'offset')
  const limit = added.length > 0 ? firstLimit(added).passes : Infinity
  const has = flush ? washDepth(chamberVolume(flush.bore, flush.length, flush.chambers), area) : 0
  const attended = onTheWay(intake).some((each) => familyOf(each).attended) || flush?.drain.kind === 'hand-valve'
  // A bracket to fix first is a step of the work, not a fault of the train.
  const faults = findings.filter(
    ({ id, severity, station, ids }) =>
      id !== 'nothingHoldsPipe' &&
      (severity === 'stops' || severity === 'goes-wrong') &&
      (station === 'drop' || station === 'spill') &&
      (ids.drop === drop.id || ids.vessel === vessel.id),
  )
  return [
    { id: 'head', holds: left.value >= -1e-9, values: { how: left.value < 0 ? 'short' : 'left', left: length(Math.abs(left.value)) } },
    {
      id: 'flow',
      holds: limit >= arriving - 1e-12,
      values: {
        how: Number.isFinite(limit) ? 'limit' : 'open',
        passes: flow(Number.isFinite(limit) ? limit : 0),
        arriving: flow(arriving),
      },
    },
    ...(wash > 0 || flush
      ? [
          {
            id: 'wash' as const,
            holds: has >= wash - 1e-6,
            values: { has: rainDepth(has), wanted: rainDepth(wash), how: flush ? 'has' : 'none' },
          },
        ]
      : []),
    ...(flush ? [{ id: 'drains' as const, holds: emptyingHours(flush) <= 24, values: { takes: hours(emptyingHours(flush)) } }] : []),
    ...(flush && heights.flush
      ? [{ id: 'ground' as const, holds: heights.flush.bottom >= DRAIN_ROOM - 1e-9, values: { bottom: length(heights.flush.bottom) } }]
      : []),
    ...(wishes.automatic ? [{ id: 'automatic' as const, holds: !attended, values: { how: attended ? 'no' : 'yes' } }] : []),
    { id: 'closed', holds: true, values: { how: device && familyOf(device).returnsSurplus ? 'returns' : 'overflow' } },
    { id: 'sound', holds: faults.length === 0, values: { how: faults.length === 0 ? 'sound' : 'faults', first: faults[0]?.id ?? '' } },
  ]
}

/**
 * Whole trains for one pipe and vessel, each fitted, assessed and held to what it claims; those that hold everything first,
 * then by how little is missing, how much wash they give where wash is wanted, and how seldom they ask for a hand.
 *
 * What each catches in a year is for the years to say (`answerOffers`).
 */
export function offerTrains(
  scheme: Scheme,
  dropId: string,
  vesselId: string,
  wishes: TrainWishes,
  rain?: RainFacts,
  site?: SiteDays,
): Offer[] {
  const before = assess(scheme, rain, site)
  const wash = wantedWash(scheme, before, dropId, wishes.flush)
  const wants: TrainWants = {
    flow: dropFlow(before.path, dropId),
    flush: wash * dropArea(before.path, dropId) * LITRE,
    run: wishes.run,
    system: wishes.system,
  }
  const offers = TRAIN_RECIPES.flatMap((recipe): Offer[] => {
    const fitted = fitRecipe(scheme, dropId, vesselId, recipe, wants)
    const assessment = assess(fitted, rain, site)
    const assessed = assessment.lines.find(({ line }) => line.intake.drop.id === dropId && line.intake.vessel.id === vesselId)
    if (!assessed) return []
    const { line, left } = assessed
    const checks = checksOf(assessment, assessed, wash, wishes)
    return [
      {
        recipe,
        scheme: fitted,
        fits: checks.every(({ holds }) => holds),
        checks,
        spends: line.heights.outlet - line.heights.inlet - left.value,
        left: left.value,
        visits: visitsOf(line),
        wash: line.flush
          ? washDepth(chamberVolume(line.flush.bore, line.flush.length, line.flush.chambers), dropArea(before.path, dropId))
          : 0,
      },
    ]
  })
  const missing = ({ checks }: Offer) => checks.filter(({ holds }) => !holds).length
  return offers.toSorted((a, b) => missing(a) - missing(b) || a.visits - b.visits)
}
