import { addVessel, MOST_VESSELS } from '../edits'
import { buildWaterPath } from '../path/waterPath'
import type { Link, Scheme } from '../scheme'

/** What to leave ready while a store is built, so that one more vessel of the same comes to it later without taking it apart. */
export interface LeaveReady {
  /** The vessel that it joins, by id. */
  beside: string
  /** The hole to make and cap in that vessel: above its foot, and above the paving, m; none where a link leads there already. */
  hole: { at: number; above: number; bore: number } | undefined
  link: Link['kind']
  /** The ground to keep free and level: middle to middle from that vessel, its size and the height of its top, m. */
  pad: { apart: number; width: number; depth: number; top: number }
}

/**
 * What one more vessel would need of what is built now, by putting it there on a copy.
 *
 * @returns undefined where no more fit, or what comes next joins nothing that is there
 * @throws RangeError when the scheme has no such store
 */
export function leaveReady(scheme: Scheme, storeId: string): LeaveReady | undefined {
  const store = scheme.stores.find(({ id }) => id === storeId)
  if (!store) throw new RangeError(`no store ${storeId}`)
  if (store.vessels.length >= MOST_VESSELS) return undefined
  const grown = addVessel(scheme, storeId)
  const known = new Set(store.vessels.map(({ id }) => id))
  const after = grown.stores.find(({ id }) => id === storeId)!
  const added = after.vessels.find(({ id }) => !known.has(id))!
  const link = after.links.find(
    ({ from, to }) => (from.vessel === added.id && known.has(to.vessel)) || (to.vessel === added.id && known.has(from.vessel)),
  )
  if (!link) return undefined
  const here = link.from.vessel === added.id ? link.to : link.from
  const path = buildWaterPath(grown)
  const placed = path.vessels.get(here.vessel)!
  const port = placed.vessel.ports.find(({ id }) => id === here.port)!
  const was = store.vessels.find(({ id }) => id === here.vessel)!
  const [a, b] = [path.layout.vessels.get(here.vessel)!.foot, path.layout.vessels.get(added.id)!.foot]
  return {
    beside: here.vessel,
    hole: was.ports.some(({ id }) => id === port.id) ? undefined : { at: port.at, above: placed.foot + port.at, bore: port.bore },
    link: link.kind,
    pad: { apart: Math.hypot(a.x - b.x, a.y - b.y), width: added.base.width, depth: added.base.depth, top: b.z },
  }
}
