import { designCapacity } from '../gutter/capacity'
import { outletFlow, OUTLET_HEAD_SHARE } from '../pipe/outlet'
import { FULL_DUTY, verticalPipeFlow, WALL_FILM } from '../pipe/verticalPipe'
import type { Feed, Intake } from '../path/waterPath'
import { lipOf } from '../vessel/usable'
import { hoseFlow } from './hoseFlow'

/** Share of the film on a pipe's wall that a trough gathers. Common practice, no published source. */
export const FILM_SHARE = 0.9

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
}

/** Capacity of one outlet's way to its drop: the least of its gutter leg and the hole itself, m³/s. */
export function outletLimits({
  gutter,
  outlet,
  bends,
}: Pick<Feed, 'gutter' | 'outlet' | 'bends'>): Pick<IntakeLimits, 'gutter' | 'outlet'> {
  const whole = outlet.legs.reduce((sum, leg) => sum + leg, 0)
  const bentOn = (leg: number) => {
    const [from, to] =
      Math.abs(outlet.outlet.at - leg - outlet.from) < 1e-6 ? [outlet.from, outlet.outlet.at] : [outlet.outlet.at, outlet.to]
    return bends.some((at) => at > from && at < to)
  }
  return {
    // Each leg brings its share of the whole; the first that is full decides what the outlet can be brought.
    gutter: Math.min(Infinity, ...outlet.legs.map((leg) => (designCapacity(gutter, leg, bentOn(leg)) * whole) / leg)),
    outlet: outletFlow(outlet.outlet.bore, OUTLET_HEAD_SHARE * gutter.depth, outlet.outlet.strainer),
  }
}

/**
 * Limits at an intake.
 *
 * A ring trough gathers 0.9 of what clings to the wall (Wyly–Eaton at a filling of 0.2; the surplus falls through)
 * and its hose carries what its head drives, taken at a half-full store. Every other intake takes the whole pipe.
 *
 * @param halfLevel level of the half-full store above the paving, m
 * Source: film share common practice; EN 12056-3 for the wall film; Darcy–Weisbach for the hose.
 */
export function intakeLimits(
  { drop, device, vessel, port }: Intake,
  foot: number,
  halfLevel: number,
): Pick<IntakeLimits, 'pipe' | 'film' | 'hose' | 'gathered'> {
  const throat = Math.min(
    drop.bore,
    ...drop.devices.map((each) => (each.kind === 'adapter' ? Math.min(each.mouth, each.throat) : drop.bore)),
  )
  const pipe = verticalPipeFlow(throat, FULL_DUTY)
  const inlet = foot + port.at
  const passes = drop.devices.reduce((share, each) => (each.kind === 'filter' ? share * each.passes : share), 1)
  if (device?.kind === 'ring-trough') {
    return {
      pipe,
      film: verticalPipeFlow(drop.bore, WALL_FILM),
      hose: hoseFlow(device.hose, lipOf(device) - Math.max(inlet, halfLevel)),
      gathered: FILM_SHARE * passes,
    }
  }
  if (device?.kind === 'push-in' || device?.kind === 'twist' || device?.kind === 'flap') {
    return {
      pipe,
      film: Infinity,
      hose: hoseFlow(device.hose, device.height - Math.max(inlet, vessel.body.floor + foot)),
      gathered: passes,
    }
  }
  return { pipe, film: Infinity, hose: Infinity, gathered: passes }
}
