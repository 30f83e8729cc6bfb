import { expectedFlow, type Branch } from '../catch/expectedFlow'
import { intakeLimits, outletLimits } from '../catch/intakeLimits'
import type { Feed, Intake, WaterPath } from '../path/waterPath'
import type { DailyRain } from '../rain/dailyRain'
import { dailyRunoff, runoffLaw, type RunoffLaw } from '../roof/runoff'
import { LITRE, SECONDS_PER_HOUR } from '../units/constants'
import { usableVolume } from '../vessel/usable'

/** Where the roof's water goes before it reaches a store, litres a day. Every litre of `runoff` is in one of the others. */
export interface DailyInflow {
  runoff: Float64Array
  captured: Float64Array
  /** Falls past the diverter and goes on down its pipe. */
  returned: Float64Array
  /** Over the gutter's edge: more than gutter, outlet or pipe can take. */
  overEdge: Float64Array
  /** Thrown off by a filter with its dirt. */
  shed: Float64Array
}

interface BranchLaw {
  laws: { law: RunoffLaw; share: number }[]
  cap: number
}

/** One branch for each outlet that feeds a drop, with the runoff laws of its roofs. */
function branchesOf(feeds: readonly Feed[]): BranchLaw[] {
  const outlets = [...new Set(feeds.map(({ outlet }) => outlet))]
  return outlets.map((outlet) => {
    const own = feeds.filter((feed) => feed.outlet === outlet)
    const limits = outletLimits(own[0]!)
    return {
      laws: own.map(({ section }) => ({ law: runoffLaw(section), share: outlet.share })),
      cap: Math.min(limits.gutter, limits.outlet),
    }
  })
}

function addIntake(path: WaterPath, intake: Intake, rain: DailyRain, into: DailyInflow) {
  const placed = path.vessels.get(intake.vessel.id)!
  const usable = usableVolume(path, placed.store.id)
  const limits = intakeLimits(intake, placed.foot, (usable.top + usable.bottom) / 2)
  const branches = branchesOf(path.feeds.get(intake.drop.id)!)
  const { wetHours } = path.scheme
  // Litres a day for each m³/s that runs through the wet hours.
  const perFlow = (wetHours * SECONDS_PER_HOUR) / LITRE
  const gatherLimit = Math.min(limits.pipe, limits.film, limits.hose / limits.gathered)
  const open = !Number.isFinite(limits.film) && !Number.isFinite(limits.hose)
  const flows: Branch[] = branches.map(({ cap }) => ({ mean: 0, cap }))
  for (let day = 0; day < rain.depths.length; day++) {
    const depth = rain.depths[day]!
    if (depth === 0) continue
    let runoff = 0
    branches.forEach(({ laws }, b) => {
      const litres = laws.reduce((sum, { law, share }) => sum + share * dailyRunoff(law, depth), 0)
      flows[b]!.mean = litres / perFlow
      runoff += litres
    })
    if (runoff === 0) continue
    // Rounding of the exponentials must not make more water than there is.
    const passed = Math.min(runoff, expectedFlow(flows, limits.pipe) * perFlow)
    const gatherable = open ? passed : Math.min(passed, expectedFlow(flows, gatherLimit) * perFlow)
    const captured = limits.gathered * gatherable
    into.runoff[day]! += runoff
    into.captured[day]! += captured
    into.overEdge[day]! += runoff - passed
    into[open ? 'shed' : 'returned'][day]! += passed - captured
  }
}

/**
 * What every rain day brings to a store, by way of its roofs, gutters, pipes and intakes as built.
 *
 * Intensity within the wet hours is exponential; a chain of limits truncates it once, and joined branches are summed
 * exactly, so shares are never multiplied.
 *
 * @throws RangeError when the path has no such store
 */
export function dailyInflow(path: WaterPath, storeId: string, rain: DailyRain): DailyInflow {
  const intakes = path.intakes.get(storeId)
  if (!intakes) throw new RangeError(`no store ${storeId}`)
  const days = rain.depths.length
  const series = () => new Float64Array(days)
  const inflow: DailyInflow = { runoff: series(), captured: series(), returned: series(), overEdge: series(), shed: series() }
  for (const intake of intakes) addIntake(path, intake, rain, inflow)
  return inflow
}
