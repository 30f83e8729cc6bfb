import type { WaterPath } from '../path/waterPath'
import { planArea } from '../roof/planArea'
import { nonNegative } from '../numeric/guards'
import { LITRE } from '../units/constants'
import { usableVolume } from '../vessel/usable'
import { dailyInflow } from './inflow'

/** What one day's rain brings to a store, litres. Of what falls, every litre is in one of the others but `room`. */
export interface OneRain {
  falls: number
  /** Stays on the roof: wetting, and what its cover splashes and dries away. */
  stays: number
  overEdge: number
  shed: number
  flushed: number
  returned: number
  captured: number
  /** What the store holds when it is full. */
  room: number
}

/**
 * One day's rain on the roofs of a store, by the same laws as every day of a record.
 *
 * @param depth mm (≥ 0)
 * @throws RangeError when the path has no such store or the depth is negative
 * Source: 1 mm on 1 m² is one litre; the rest as `dailyInflow`.
 */
export function oneRain(path: WaterPath, storeId: string, depth: number): OneRain {
  nonNegative('depth', depth)
  const { runoff, captured, overEdge, shed, flushed, returned } = dailyInflow(path, storeId, { depths: Float64Array.of(depth) })
  const drops = new Set(path.intakes.get(storeId)!.map(({ drop }) => drop.id))
  let shadow = 0
  for (const drop of drops)
    for (const { section, share } of path.feeds.get(drop) ?? []) shadow += planArea(section) * section.exposure * share
  const falls = depth * shadow
  return {
    falls,
    stays: falls - runoff[0]!,
    overEdge: overEdge[0]!,
    shed: shed[0]!,
    flushed: flushed[0]!,
    returned: returned[0]!,
    captured: captured[0]!,
    room: usableVolume(path, storeId).volume / LITRE,
  }
}
