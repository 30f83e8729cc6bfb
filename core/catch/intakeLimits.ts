import { designCapacity } from '../gutter/capacity'
import { legsOf } from '../gutter/outletShares'
import { outletFlow, OUTLET_HEAD_SHARE } from '../pipe/outlet'
import { verticalPipeFlow, WALL_FILM } from '../pipe/verticalPipe'
import type { Feed, Intake, WaterPath } from '../path/waterPath'
import type { Device } from '../scheme'
import { hoseOf, lipOf } from '../layout'
import { hoseFlow } from './hoseFlow'
import { filtersPass } from './joinedPipes'
import { firstLimit, onTheWay, trainLimits } from './trainLimits'

/** What each part between roof and vessel lets by, m³/s. */
export interface IntakeLimits {
  gutter: number
  outlet: number
  pipe: number
  /** Water still on the wall at the trough; all that passes where there is no trough. */
  film: number
  hose: number
  /** Share gathered below every limit: 0.9 at a trough, the filter's share at a full take. */
  gathered: number
  /** The part of that share which filters take before the first flush is filled: 1 where none stands before one. */
  beforeFlush: number
}

/** Capacity of one outlet's way to its drop: the least of its gutter leg and the hole itself, m³/s. */
export function outletLimits({
  gutter,
  outlet,
  bends,
}: Pick<Feed, 'gutter' | 'outlet' | 'bends'>): Pick<IntakeLimits, 'gutter' | 'outlet'> {
  const legs = legsOf(outlet).map(({ from, to }) =>
    designCapacity(
      gutter,
      to - from,
      bends.some((at) => at > from && at < to),
    ),
  )
  return {
    // Each side of the outlet is a gutter of its own, and what they bring is summed at the hole.
    gutter: legs.length === 0 ? Infinity : legs.reduce((sum, passes) => sum + passes, 0),
    outlet: outletFlow(outlet.outlet.bore, OUTLET_HEAD_SHARE * gutter.depth, outlet.outlet.strainer),
  }
}

/** Share of the arriving water that a device leads aside below every limit. */
function gatheredBy(device: Device | undefined): number {
  if (device?.kind === 'ring-trough' || device?.kind === 'push-in') return device.film
  if (device?.kind === 'flap') return { left: 1, right: 0, both: 0.5 }[device.set]
  return 1
}

/**
 * Limits at an intake.
 *
 * `pipe` is the least that the train passes on its way. A ring trough or a funnel gathers its share of what clings to the wall
 * (Wyly–Eaton at a filling of 0.2; the surplus falls through), and a hose carries what its head drives, taken at a half-full
 * store. A flap sends its left side to the vessel. Every other intake takes the whole pipe.
 *
 * @param halfLevel level of the half-full store above the paving, m
 * Source: film share common practice; EN 12056-3 for the wall film; Darcy–Weisbach for the hose.
 */
export function intakeLimits(path: WaterPath, intake: Intake, halfLevel: number): Omit<IntakeLimits, 'gutter' | 'outlet'> {
  const { drop, device, vessel, port } = intake
  const pipe = firstLimit(trainLimits(path, intake)).passes
  const inlet = path.vessels.get(vessel.id)!.foot + port.at
  const parts = onTheWay(intake)
  const flush = parts.findIndex(({ kind }) => kind === 'first-flush')
  const beforeFlush = filtersPass(parts.slice(0, Math.max(0, flush)))
  const gathered = gatheredBy(device) * filtersPass(parts)
  if (!device || !('hose' in device)) return { pipe, film: Infinity, hose: Infinity, gathered, beforeFlush }
  const from = device.kind === 'ring-trough' ? lipOf(device) : device.height
  return {
    pipe,
    film: device.kind === 'ring-trough' || device.kind === 'push-in' ? verticalPipeFlow(drop.bore, WALL_FILM) : Infinity,
    hose: hoseFlow(hoseOf(path.layout, device), from - Math.max(inlet, halfLevel)),
    gathered,
    beforeFlush,
  }
}
