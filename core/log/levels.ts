import type { PlacedVessel, WaterPath } from '../path/waterPath'
import type { EntryOf, Scheme, VesselBody } from '../scheme'
import { groupVolume } from '../vessel/groups'
import { levelAt, volumeAt } from '../vessel/levelVolume'
import { drainLevel, fullLevels, usableVolume } from '../vessel/usable'

type Reading = Pick<EntryOf<'level'>, 'by' | 'value'>

/** Height of the water over a vessel's foot that a reading tells, m; may lie outside the vessel when it was misread. */
export function heightTold(body: VesselBody, { by, value }: Reading): number {
  if (by === 'rim') return body.rim - value
  if (by === 'floor') return body.floor + value
  return levelAt(body, by === 'volume' ? value : value * volumeAt(body, body.rim))
}

/** The same level said in another way. @returns m, share or m³ */
export function levelAs(body: VesselBody, height: number, by: Reading['by']): number {
  if (by === 'rim') return body.rim - height
  if (by === 'floor') return height - body.floor
  const held = volumeAt(body, height)
  return by === 'volume' ? held : held / volumeAt(body, body.rim)
}

/** A store as its log is read: how a level stands for litres, when it is full, when no tap gives any more. */
export interface StoreLevels {
  store: string
  vessels: PlacedVessel[]
  /** All share one level, so that a reading of any tells all. */
  shared: boolean
  /** Litres when full, and those of them that no tap reaches. */
  full: number
  dead: number
  /** Litres of one vessel, or of all that share its level, with its water so high over its foot. */
  litresAt(vessel: string, height: number): number
  /** Height over the foot of its first vessel at which all hold so many litres; for stores that share a level. */
  heightFor(litres: number): number
  /** Litres of a metre of level at a height over the first vessel's foot. */
  areaAt(height: number): number
}

/**
 * How a store's levels are read.
 *
 * @throws RangeError when the path has no such store
 */
export function storeLevels(path: WaterPath, storeId: string): StoreLevels {
  const vessels = [...path.vessels.values()].filter(({ store }) => store.id === storeId)
  if (vessels.length === 0) throw new RangeError(`no store ${storeId}`)
  const [first] = vessels
  const shared = first!.store.arrangement === 'single' || first!.store.arrangement === 'linked-low'
  const fulls = fullLevels(path)
  const own = (each: PlacedVessel, height: number) => volumeAt(each.vessel.body, height) * 1000
  const top = usableVolume(path, storeId).top
  const full = shared
    ? groupVolume(path, storeId, top) * 1000
    : vessels.reduce((sum, each) => sum + own(each, fulls.get(each.vessel.id)! - each.foot), 0)
  const dead = vessels.reduce((sum, each) => sum + own(each, drainLevel(path, each) - each.foot), 0)
  const together = (height: number) => groupVolume(path, storeId, first!.foot + height) * 1000
  const floor = Math.min(...vessels.map(({ foot, vessel }) => foot + vessel.body.floor)) - first!.foot
  const rim = Math.max(...vessels.map(({ foot, vessel }) => foot + vessel.body.rim)) - first!.foot
  return {
    store: storeId,
    vessels,
    shared,
    full,
    dead,
    litresAt(id, height) {
      const each = vessels.find(({ vessel }) => vessel.id === id)
      if (!each) throw new RangeError(`no vessel ${id} in store ${storeId}`)
      return shared ? together(each.foot - first!.foot + height) : own(each, height)
    },
    heightFor(litres) {
      let [low, high] = [floor, rim]
      if (litres <= together(low)) return low
      for (let i = 0; i < 50; i++) {
        const middle = (low + high) / 2
        if (together(middle) < litres) low = middle
        else high = middle
      }
      return (low + high) / 2
    },
    areaAt(height) {
      const step = 0.002
      const at = Math.min(rim - step, Math.max(floor + step, height))
      return (together(at + step) - together(at - step)) / (2 * step)
    },
  }
}

/** The scheme that a job's log is of: the one that was built, else the chosen one. */
export function builtScheme({
  schemes,
  chosen,
  log,
}: {
  schemes: readonly Scheme[]
  chosen: string
  log: { scheme?: string | undefined }
}): Scheme {
  return schemes.find(({ id }) => id === log.scheme) ?? schemes.find(({ id }) => id === chosen) ?? schemes[0]!
}
