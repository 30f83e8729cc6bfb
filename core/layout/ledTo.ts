import type { Scheme, Target } from '../scheme'
import type { Layout } from './computeLayout'
import { isSided, runKey, sideTarget } from './runs'

/** Something that leads to a place on the plan. */
export interface LedThere {
  what: 'overflow' | 'side' | 'flush' | 'downpipe' | 'pump' | 'demand'
  /** Of the vessel, pipe or demand that it comes from. */
  name: string
  /** Along its way, m; none where nothing is laid. */
  length?: number
}

/** All that leads to a place, in the order of the water: downpipes and what drains out of them, overflows, demands. */
export function ledTo(scheme: Scheme, { runs }: Pick<Layout, 'runs'>, placeId: string): LedThere[] {
  const isThere = (to: Target) => to.kind === 'place' && to.place === placeId
  const long = (...key: Parameters<typeof runKey>) => {
    const length = runs.get(runKey(...key))?.length
    return length === undefined ? {} : { length }
  }
  const vessels = scheme.stores.flatMap((store) => store.vessels)
  return [
    ...scheme.drops.flatMap(({ name, devices, end }): LedThere[] => [
      ...devices.flatMap((device): LedThere[] => {
        if (device.kind === 'first-flush') return isThere(device.drainsTo) ? [{ what: 'flush', name }] : []
        return isSided(device) && isThere(sideTarget(device)) ? [{ what: 'side', name, ...long('side', device.id) }] : []
      }),
      ...(isThere(end) ? [{ what: 'downpipe' as const, name }] : []),
    ]),
    ...scheme.overflows.flatMap(({ id, from, to }): LedThere[] => {
      const name = vessels.find((vessel) => vessel.id === from.vessel)?.name ?? ''
      return isThere(to) ? [{ what: 'overflow', name, ...long('overflow', id) }] : []
    }),
    ...scheme.demands.flatMap(({ id, name, place }): LedThere[] => {
      if (place !== placeId) return []
      const pump = scheme.pumps.find(({ to }) => to.kind === 'demand' && to.demand === id)
      return [pump ? { what: 'pump', name, ...long('pump', pump.id) } : { what: 'demand', name }]
    }),
  ]
}
