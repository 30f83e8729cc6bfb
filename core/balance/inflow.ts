import { expectedFlow, meanOver, type Branch, type GutterBranch } from '../catch/expectedFlow'
import { flushDay } from '../catch/firstFlush'
import { intakeLimits, outletLimits } from '../catch/intakeLimits'
import { SKIPS, SKIPS_ABOVE } from '../gutter/guards'
import { outletShares } from '../gutter/outletShares'
import { joinedPipes, ownFeeds, type JoinedPipe } from '../catch/joinedPipes'
import type { Feed, Intake, WaterPath } from '../path/waterPath'
import type { DailyRain } from '../rain/dailyRain'
import { dailyRunoff, runoffLaw, type RunoffLaw } from '../roof/runoff'
import type { DeviceOf, Outlet } from '../scheme'
import { LITRE, SECONDS_PER_HOUR } from '../units/constants'
import { usableVolume } from '../vessel/usable'

/** Where the roof's water goes before it reaches a store, litres a day. Every litre of `runoff` is in one of the others. */
export interface DailyInflow {
  runoff: Float64Array
  captured: Float64Array
  /** Falls past the diverter and goes on down its pipe. */
  returned: Float64Array
  /** Over the gutter's edge or its guard: more than gutter, outlet or pipe can take. */
  overEdge: Float64Array
  /** Thrown off by a filter with its dirt. */
  shed: Float64Array
  /** Thrown away first, or let out by the first flush's drain. */
  flushed: Float64Array
  /** What of `captured` each vessel gets, by its id. */
  byVessel: Map<string, Float64Array>
}

/** An outlet with the runoff laws of its roofs, and what its gutter and its hole let by, litres a day. */
interface OutletLaw {
  outlet: Outlet
  laws: { law: RunoffLaw; share: number }[]
  guard: boolean
  handsOn: boolean
  branch: { mean: number; gutter: number; hole: number; above: GutterBranch[] }
}

/** A pipe that joins on the way, with what it loses before it does. */
interface JoinLaw {
  branch: GutterBranch
  flush: DeviceOf<'first-flush'> | undefined
  passes: number
  /** Of the joins, those whose water goes through this one; they come before it in the list. */
  through: number[]
}

/** Everything that comes together in one pipe. */
interface Gathering {
  /** Outlets whose water belongs to the pipe. */
  own: OutletLaw[]
  /** Those, and outlets of other pipes that hand on to one of them. */
  all: OutletLaw[]
  roots: GutterBranch[]
  joins: JoinLaw[]
  /** Whether pipes with limits of their own come in. */
  piped: boolean
}

/**
 * The outlets and pipes that come together in a drop, and the outlets above them on a fall, which hand on what their holes
 * cannot take. An outlet that is both is one and the same.
 */
function gatheringOf(path: WaterPath, dropId: string, end: number, perFlow: number): Gathering {
  const known = new Map<string, OutletLaw>()
  const own: OutletLaw[] = []
  const joins: JoinLaw[] = []
  const lawOf = (feeds: readonly Feed[]): OutletLaw => {
    const { gutter, outlet } = feeds[0]!
    const before = known.get(outlet.outlet.id)
    if (before) return before
    const limits = outletLimits(feeds[0]!)
    const law: OutletLaw = {
      outlet: outlet.outlet,
      laws: feeds.map(({ section, share }) => ({ law: runoffLaw(section), share })),
      guard: gutter.guard,
      handsOn: outlet.onward !== undefined,
      branch: { mean: 0, gutter: limits.gutter * perFlow, hole: limits.outlet * perFlow, above: [] },
    }
    known.set(outlet.outlet.id, law)
    law.branch.above = outletShares(gutter)
      .filter(({ onward }) => onward === outlet.outlet.id)
      .flatMap(({ outlet: { id, drop } }) => {
        const above = path.feeds.get(drop)!.filter((feed) => feed.outlet.outlet.id === id)
        return above.length > 0 ? [lawOf(above).branch] : []
      })
    return law
  }
  const outletsOf = (feeds: readonly Feed[]): GutterBranch[] => {
    const outlets = new Set(feeds.map(({ outlet }) => outlet.outlet.id))
    const laws = [...outlets].map((id) => lawOf(feeds.filter(({ outlet }) => outlet.outlet.id === id)))
    own.push(...laws)
    return laws.map(({ branch }) => branch)
  }
  const join = ({ feeds, joined, limit, flush, passes }: JoinedPipe): { branch: GutterBranch; through: number[] } => {
    const inner = joined.map(join)
    const branch: GutterBranch = {
      mean: 0,
      gutter: Infinity,
      hole: limit.passes * perFlow,
      above: [],
      joins: [...outletsOf(feeds), ...inner.map((each) => each.branch)],
    }
    const through = inner.flatMap((each) => each.through)
    if (!flush && passes === 1) return { branch, through }
    joins.push({ branch, flush, passes, through })
    return { branch, through: [...through, joins.length - 1] }
  }
  const pipes = joinedPipes(path, dropId, end)
  const roots = [...outletsOf(ownFeeds(path, dropId)), ...pipes.map((pipe) => join(pipe).branch)]
  return { own, all: [...known.values()], roots, joins, piped: pipes.length > 0 }
}

/** What a day's depth brings to an intake: water off the roof, what gets down the pipe, and the share of that gathered. */
interface DepthShare {
  runoff: number
  passed: number
  gathered: number
  /** What of `passed` comes by each pipe that loses something before it joins. */
  joined: readonly number[]
}
const NOTHING: DepthShare = { runoff: 0, passed: 0, gathered: 0, joined: [] }

/** A gauge reads tenths, so a record has few depths that differ; each is reckoned once. */
const MOST_KEPT = 20_000
/** Depths to the tenth under this, mm, stand in a row, where they are found at once. */
const IN_ROW = 300

/** The same law, asked once for each depth. */
function once(reckon: (depth: number) => DepthShare): (depth: number) => DepthShare {
  const depths = new Float64Array(IN_ROW * 10).fill(NaN)
  const row: DepthShare[] = []
  const others = new Map<number, DepthShare>()
  return (depth) => {
    const at = (depth * 10 + 0.5) | 0
    if (depths[at] === depth) return row[at]!
    const known = others.get(depth)
    if (known) return known
    const share = reckon(depth)
    if (at < depths.length && Number.isNaN(depths[at])) {
      depths[at] = depth
      row[at] = share
    } else if (others.size < MOST_KEPT) others.set(depth, share)
    return share
  }
}

/** An intake as the years need it: what each depth of rain brings, and what is lost on the way before it is led aside. */
export interface IntakeLaw {
  vessel: string
  /** Led past its vessel in the season of frost. */
  winter: boolean
  /** Whether what is not gathered is thrown off (a filter) rather than sent on down the pipe. */
  sheds: boolean
  flush: DeviceOf<'first-flush'> | undefined
  /** Share that filters let by before the first flush is filled. */
  beforeFlush: number
  joins: readonly Pick<JoinLaw, 'flush' | 'passes' | 'through'>[]
  wetHours: number
  bring(depth: number): DepthShare
}

/** The first flush that water meets before it is led aside. */
function flushBefore({ drop, device }: Intake): DeviceOf<'first-flush'> | undefined {
  const until = device ? drop.devices.findIndex(({ id }) => id === device.id) : drop.devices.length
  return drop.devices.slice(0, until).find((each) => each.kind === 'first-flush')
}

export function intakeLaw(path: WaterPath, intake: Intake): IntakeLaw {
  const placed = path.vessels.get(intake.vessel.id)!
  const usable = usableVolume(path, placed.store.id)
  const limits = intakeLimits(path, intake, (usable.top + usable.bottom) / 2)
  const { wetHours } = path.scheme
  // Litres a day for each m³/s that runs through the wet hours.
  const perFlow = (wetHours * SECONDS_PER_HOUR) / LITRE
  const { own, all, roots, joins, piped } = gatheringOf(path, intake.drop.id, placed.foot + intake.port.at, perFlow)
  const isOwn = (id: string | undefined) => own.some(({ outlet }) => outlet.id === id)
  const onwardOf = new Map(all.map((law) => [law, all.find(({ branch }) => branch.above.includes(law.branch))?.outlet.id]))
  // What an outlet hands on to one of another pipe is that one's water, and the other way round.
  const given = own.filter((law) => law.handsOn && !isOwn(onwardOf.get(law)))
  const taken = all.filter((law) => !own.includes(law) && isOwn(onwardOf.get(law)))
  const simple = !piped && all.every(({ guard, handsOn }) => !guard && !handsOn)
  const pipe = limits.pipe * perFlow
  const gatherLimit = Math.min(limits.pipe, limits.film, limits.hose / limits.gathered) * perFlow
  const open = !Number.isFinite(limits.film) && !Number.isFinite(limits.hose)
  const flows: Branch[] = own.map(({ branch }) => ({ mean: 0, cap: Math.min(branch.gutter, branch.hole) }))
  /**
   * What passes a limit, and what any of the branches takes or lets by, over all intensities of a day. Rain of over 40 mm/h
   * skips over guards in part: before gutter and hole, which would not have taken all of it.
   */
  function meanPast(limit: number, depth: number) {
    const means = all.map(({ branch }) => branch.mean)
    const heavy = (SKIPS_ABOVE * wetHours) / depth
    const light = meanOver(roots, limit, 0, heavy)
    all.forEach(({ branch, guard }, i) => (branch.mean = means[i]! * (guard ? 1 - SKIPS : 1)))
    const hard = meanOver(roots, limit, heavy, Infinity)
    all.forEach(({ branch }, i) => (branch.mean = means[i]!))
    return {
      passed: light.passed + hard.passed,
      takenBy: (branch: GutterBranch) => (light.taken.get(branch) ?? 0) + (hard.taken.get(branch) ?? 0),
      letBy: (laws: readonly OutletLaw[]) =>
        laws.reduce((sum, { branch }) => sum + (light.letBy.get(branch) ?? 0) + (hard.letBy.get(branch) ?? 0), 0),
    }
  }

  function reckon(depth: number): DepthShare {
    for (const { laws, branch } of all) branch.mean = laws.reduce((sum, { law, share }) => sum + share * dailyRunoff(law, depth), 0)
    if (all.every(({ branch }) => branch.mean === 0)) return NOTHING
    const shed = own.reduce((sum, { branch }) => sum + branch.mean, 0)
    if (simple) {
      own.forEach(({ branch }, b) => (flows[b]!.mean = branch.mean))
      // Rounding of the exponentials must not make more water than there is.
      const passed = Math.min(shed, expectedFlow(flows, pipe))
      const gatherable = open ? passed : Math.min(passed, expectedFlow(flows, gatherLimit))
      return { runoff: shed, passed, gathered: passed > 0 ? (limits.gathered * gatherable) / passed : 0, joined: [] }
    }
    const past = meanPast(pipe, depth)
    const runoff = Math.max(0, shed + past.letBy(taken) - past.letBy(given))
    const passed = Math.min(runoff, past.passed)
    const gatherable = open ? passed : Math.min(passed, meanPast(gatherLimit, depth).passed)
    const arriving = roots.reduce((sum, root) => sum + past.takenBy(root), 0)
    return {
      runoff,
      passed,
      gathered: passed > 0 ? (limits.gathered * gatherable) / passed : 0,
      joined: joins.map(({ branch }) => (arriving > 0 ? (passed * past.takenBy(branch)) / arriving : 0)),
    }
  }

  return {
    vessel: intake.vessel.id,
    winter: intake.drop.devices.some(({ kind }) => kind === 'winter-shut-off'),
    sheds: open,
    flush: flushBefore(intake),
    beforeFlush: limits.beforeFlush,
    joins,
    wetHours,
    bring: once(reckon),
  }
}

/** A day at an intake, litres: what is led into the vessel, and where the rest of what came down the pipe went. */
interface IntakeDay {
  captured: number
  flushed: number
  /** Thrown off by filters on the way. */
  shed: number
  past: number
}

/** A record as intakes need it; its calendar only where something is shut for the winter. */
type WhenItRains = Pick<DailyRain, 'depths' | 'liquid' | 'frost'> & Partial<Pick<DailyRain, 'dayOfYear'>>
const never = () => false
/** Days (indices) on which an intake is shut for the winter. */
function shutDays(
  { winter }: Pick<IntakeLaw, 'winter'>,
  { frost, dayOfYear }: Pick<WhenItRains, 'frost' | 'dayOfYear'>,
): (day: number) => boolean {
  return winter && frost && dayOfYear ? (day) => frost[dayOfYear[day]!] === 1 : never
}

/** Whether a first flush was emptied by hand at the end of a day (index into the record), where somebody wrote that down. */
export type Emptied = (device: string, day: number) => boolean | undefined

/** Walks an intake through its days: what its first flushes hold goes on from one to the next. */
function walkOf(law: IntakeLaw, emptied?: Emptied): { held: () => number; step: (share: DepthShare, day: number) => IntakeDay } {
  const holds = law.joins.map(() => 0)
  let own = 0
  const flushing = (flush: DeviceOf<'first-flush'>, held: number, water: number, day: number) =>
    flushDay(flush, held, water, law.wetHours, day, emptied?.(flush.id, day))
  return {
    held: () => holds.reduce((sum, each) => sum + each, own),
    step({ passed, gathered, joined }, day) {
      let left = passed
      let flushed = 0
      let shed = 0
      const lost: number[] = []
      law.joins.forEach(({ flush, passes, through }, k) => {
        const comes = Math.max(0, (joined[k] ?? 0) - through.reduce((sum, inner) => sum + lost[inner]!, 0))
        const off = comes * (1 - passes)
        const taken = flush ? flushing(flush, holds[k]!, comes - off, day) : { held: 0, flushed: 0 }
        holds[k] = taken.held
        lost[k] = off + taken.flushed
        shed += off
        flushed += taken.flushed
        left -= lost[k]
      })
      left = Math.max(0, left)
      const off = left * (1 - law.beforeFlush)
      left -= off
      shed += off
      if (law.flush) {
        const taken = flushing(law.flush, own, left, day)
        own = taken.held
        left -= taken.flushed
        flushed += taken.flushed
      }
      const captured = law.beforeFlush > 0 ? (gathered / law.beforeFlush) * left : 0
      return { captured, flushed, shed, past: left - captured }
    },
  }
}

function addIntake(law: IntakeLaw, depths: Float64Array, isShut: (day: number) => boolean, into: DailyInflow) {
  const vessel = into.byVessel.get(law.vessel) ?? new Float64Array(depths.length)
  into.byVessel.set(law.vessel, vessel)
  const past = law.sheds ? into.shed : into.returned
  const walk = walkOf(law)
  for (let day = 0; day < depths.length; day++) {
    const depth = depths[day]!
    if (depth === 0 && walk.held() === 0) continue
    const share = law.bring(depth)
    if (isShut(day)) {
      into.runoff[day]! += share.runoff
      into.overEdge[day]! += share.runoff - share.passed
      into.returned[day]! += share.passed
      continue
    }
    const { captured, flushed, shed, past: rest } = walk.step(share, day)
    into.runoff[day]! += share.runoff
    into.captured[day]! += captured
    vessel[day]! += captured
    into.overEdge[day]! += share.runoff - share.passed
    into.flushed[day]! += flushed
    into.shed[day]! += shed
    past[day]! += rest
  }
}

/**
 * Only what intakes catch of a record, litres a day: the same walk along the law as `inflowBy` without the account of what
 * went elsewhere, for records that are made by the thousand.
 */
export function caughtBy(laws: readonly IntakeLaw[], { depths, liquid, ...when }: WhenItRains, emptied?: Emptied): Float64Array {
  const reaching = liquid ?? depths
  const caught = new Float64Array(reaching.length)
  for (const law of laws) {
    const walk = walkOf(law, emptied)
    const isShut = shutDays(law, when)
    for (let day = 0; day < reaching.length; day++) {
      const depth = reaching[day]!
      if ((depth === 0 && walk.held() === 0) || isShut(day)) continue
      caught[day]! += walk.step(law.bring(depth), day).captured
    }
  }
  return caught
}

/** The laws of a store's intakes, to be used for many records. @throws RangeError when the path has no such store */
export function intakeLaws(path: WaterPath, storeId: string): IntakeLaw[] {
  const intakes = path.intakes.get(storeId)
  if (!intakes) throw new RangeError(`no store ${storeId}`)
  return intakes.map((intake) => intakeLaw(path, intake))
}

/** What the rain of a record brings by intakes whose laws are known. */
export function inflowBy(laws: readonly IntakeLaw[], { depths, liquid, ...when }: WhenItRains): DailyInflow {
  const reaching = liquid ?? depths
  const series = () => new Float64Array(reaching.length)
  const inflow: DailyInflow = {
    runoff: series(),
    captured: series(),
    returned: series(),
    overEdge: series(),
    shed: series(),
    flushed: series(),
    byVessel: new Map(),
  }
  for (const law of laws) addIntake(law, reaching, shutDays(law, when), inflow)
  return inflow
}

/**
 * What every rain day brings to a store, by way of its roofs, gutters, pipes and intakes as built.
 *
 * Intensity within the wet hours is exponential; a chain of limits truncates it once, and joined branches are summed
 * exactly, so shares are never multiplied. A first flush takes its volume before anything is shared out.
 *
 * @throws RangeError when the path has no such store
 */
export const dailyInflow = (path: WaterPath, storeId: string, rain: WhenItRains): DailyInflow => inflowBy(intakeLaws(path, storeId), rain)
