import { expectedFlow, type Branch } from '../catch/expectedFlow'
import { flushDay } from '../catch/firstFlush'
import { intakeLimits, outletLimits } from '../catch/intakeLimits'
import { skipsGuard } from '../gutter/guards'
import type { Feed, Intake, WaterPath } from '../path/waterPath'
import type { DailyRain } from '../rain/dailyRain'
import { dailyRunoff, runoffLaw, type RunoffLaw } from '../roof/runoff'
import type { DeviceOf } from '../scheme'
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

interface BranchLaw {
  laws: { law: RunoffLaw; share: number }[]
  cap: number
  guard: boolean
}

/** One branch for each outlet that feeds a drop, with the runoff laws of its roofs. */
function branchesOf(feeds: readonly Feed[]): BranchLaw[] {
  const outlets = [...new Set(feeds.map(({ outlet }) => outlet))]
  return outlets.map((outlet) => {
    const own = feeds.filter((feed) => feed.outlet === outlet)
    const limits = outletLimits(own[0]!)
    return {
      laws: own.map(({ section, share }) => ({ law: runoffLaw(section), share })),
      cap: Math.min(limits.gutter, limits.outlet),
      guard: own[0]!.gutter.guard,
    }
  })
}

/** What a day's depth brings to an intake: water off the roof, what gets down the pipe, and the share of that gathered. */
interface DepthShare {
  runoff: number
  passed: number
  gathered: number
}

/** A gauge reads tenths, so a record has few depths that differ; each is reckoned once. */
const MOST_KEPT = 20_000

/** An intake as the years need it: what each depth of rain brings, and the first flush in front of it. */
export interface IntakeLaw {
  vessel: string
  /** Whether what is not gathered is thrown off (a filter) rather than sent on down the pipe. */
  sheds: boolean
  flush: DeviceOf<'first-flush'> | undefined
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
  const branches = branchesOf(path.feeds.get(intake.drop.id)!)
  const { wetHours } = path.scheme
  // Litres a day for each m³/s that runs through the wet hours.
  const perFlow = (wetHours * SECONDS_PER_HOUR) / LITRE
  const gatherLimit = Math.min(limits.pipe, limits.film, limits.hose / limits.gathered)
  const open = !Number.isFinite(limits.film) && !Number.isFinite(limits.hose)
  const flows: Branch[] = branches.map(({ cap }) => ({ mean: 0, cap }))
  const known = new Map<number, DepthShare>()

  function reckon(depth: number): DepthShare {
    let runoff = 0
    branches.forEach(({ laws, guard }, b) => {
      const litres = laws.reduce((sum, { law, share }) => sum + share * dailyRunoff(law, depth), 0)
      flows[b]!.mean = (litres * (guard ? 1 - skipsGuard(depth / wetHours) : 1)) / perFlow
      runoff += litres
    })
    if (runoff === 0) return { runoff: 0, passed: 0, gathered: 0 }
    // Rounding of the exponentials must not make more water than there is.
    const passed = Math.min(runoff, expectedFlow(flows, limits.pipe) * perFlow)
    const gatherable = open ? passed : Math.min(passed, expectedFlow(flows, gatherLimit) * perFlow)
    return { runoff, passed, gathered: passed > 0 ? (limits.gathered * gatherable) / passed : 0 }
  }

  return {
    vessel: intake.vessel.id,
    sheds: open,
    flush: flushBefore(intake),
    wetHours,
    bring(depth) {
      const before = known.get(depth)
      if (before) return before
      const share = reckon(depth)
      if (known.size < MOST_KEPT) known.set(depth, share)
      return share
    },
  }
}

function addIntake(law: IntakeLaw, depths: Float64Array, into: DailyInflow) {
  const vessel = into.byVessel.get(law.vessel) ?? new Float64Array(depths.length)
  into.byVessel.set(law.vessel, vessel)
  const past = law.sheds ? into.shed : into.returned
  let held = 0
  for (let day = 0; day < depths.length; day++) {
    const depth = depths[day]!
    if (depth === 0 && held === 0) continue
    const { runoff, passed, gathered } = law.bring(depth)
    let left = passed
    if (law.flush) {
      const flush = flushDay(law.flush, held, passed, law.wetHours, day)
      held = flush.held
      left -= flush.flushed
      into.flushed[day]! += flush.flushed
    }
    const captured = gathered * left
    into.runoff[day]! += runoff
    into.captured[day]! += captured
    vessel[day]! += captured
    into.overEdge[day]! += runoff - passed
    past[day]! += left - captured
  }
}

/**
 * Only what intakes catch of a record, litres a day: the same walk along the law as `inflowBy` without the account of what
 * went elsewhere, for records that are made by the thousand.
 */
export function caughtBy(laws: readonly IntakeLaw[], { depths, liquid }: Pick<DailyRain, 'depths' | 'liquid'>): Float64Array {
  const reaching = liquid ?? depths
  const caught = new Float64Array(reaching.length)
  for (const law of laws) {
    const { flush, wetHours } = law
    let held = 0
    for (let day = 0; day < reaching.length; day++) {
      const depth = reaching[day]!
      if (depth === 0 && held === 0) continue
      const { passed, gathered } = law.bring(depth)
      let left = passed
      if (flush) {
        const after = flushDay(flush, held, passed, wetHours, day)
        held = after.held
        left -= after.flushed
      }
      caught[day]! += gathered * left
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
export function inflowBy(laws: readonly IntakeLaw[], { depths, liquid }: Pick<DailyRain, 'depths' | 'liquid'>): DailyInflow {
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
  for (const law of laws) addIntake(law, reaching, inflow)
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
export const dailyInflow = (path: WaterPath, storeId: string, rain: Pick<DailyRain, 'depths' | 'liquid'>): DailyInflow =>
  inflowBy(intakeLaws(path, storeId), rain)
