import { produce } from 'immer'
import type { groundEnd } from '../layout'
import { computeLayout, overflowEnd, pipeEnd, runKey } from '../layout'
import type { Place, PlaceKind, Scheme, Target } from '../scheme'
import { freshId } from './schemeEdits'

/** Puts a place on the plan: at a point, or so far out from the first wall (m) and to the right of those that there are. */
export function addPlace(scheme: Scheme, what: PlaceKind, name: string, at: { x: number; y: number } | number): Scheme {
  return produce(scheme, (draft) => {
    const right = Math.max(0, ...draft.places.map(({ x }) => Math.ceil(x + 1)))
    const point = typeof at === 'number' ? { x: right, y: at } : at
    draft.places.push({ id: freshId(what, draft.places), name, what, ...point, level: 0 })
  })
}

/** Changes one place. @throws RangeError when there is none of that id */
export function changePlace(scheme: Scheme, placeId: string, recipe: (place: Place) => void): Scheme {
  return produce(scheme, (draft) => {
    const place = draft.places.find(({ id }) => id === placeId)
    if (!place) throw new RangeError(`no place ${placeId}`)
    recipe(place)
  })
}

/** Takes a place off the plan. What led there leads on to the same ground, as far off its wall as it was; demands draw on. */
export function removePlace(scheme: Scheme, placeId: string): Scheme {
  const layout = computeLayout(scheme)
  const plain = (end: ReturnType<typeof groundEnd>): Target => ({
    kind: 'ground',
    where: end?.where ?? 'paving',
    wallDistance: Math.min(200, Math.round((end?.wallDistance ?? 0) * 1000) / 1000),
  })
  const isThere = (to: Target) => to.kind === 'place' && to.place === placeId
  return produce(scheme, (draft) => {
    scheme.overflows.forEach((route, i) => {
      if (isThere(route.to)) draft.overflows[i]!.to = plain(overflowEnd(scheme, layout, route))
    })
    scheme.drops.forEach((drop, i) => {
      const led = (to: Target) => plain(pipeEnd(scheme, layout, drop, to))
      const own = draft.drops[i]!
      if (isThere(drop.end)) own.end = led(drop.end)
      for (const device of own.devices) {
        if ('to' in device && isThere(device.to)) device.to = led(device.to)
        if (device.kind === 'first-flush' && isThere(device.drainsTo)) device.drainsTo = led(device.drainsTo)
        if (device.kind === 'float-shut' && isThere(device.byPass)) device.byPass = led(device.byPass)
      }
    })
    for (const demand of draft.demands) if (demand.place === placeId) demand.place = undefined
    draft.places = draft.places.filter(({ id }) => id !== placeId)
  })
}

/**
 * Makes the end of an overflow a place on the plan: where it ends now, so that nothing moves.
 *
 * @throws RangeError when there is no such overflow, or it ends on no ground
 */
export function placeAtEnd(scheme: Scheme, routeId: string, name: string): Scheme {
  const layout = computeLayout(scheme)
  const route = scheme.overflows.find(({ id }) => id === routeId)
  const end = route && overflowEnd(scheme, layout, route)
  if (!route || !end) throw new RangeError(`overflow ${routeId} ends on no ground`)
  const { x, y } = layout.runs.get(runKey('overflow', routeId))!.points.at(-1)!
  const placed = addPlace(scheme, end.where, name, { x, y })
  return produce(placed, (draft) => {
    draft.overflows.find(({ id }) => id === routeId)!.to = { kind: 'place', place: draft.places.at(-1)!.id }
  })
}
