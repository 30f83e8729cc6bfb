import { produce } from 'immer'
import { ground } from '../arrangements/parts'
import { computeLayout, overflowEnd, plus } from '../layout'
import { dropDefaults, type Ground, type Scheme } from '../scheme'
import { changePlace } from './placeEdits'
import { freshId } from './schemeEdits'
import { storeOfVessel } from './storeEdits'

/** Where an overflow may lead to: ground so far off, a place on the plan, a pipe by its id, or a pipe that is put up for it under a name. */
export type Onward =
  { kind: 'ground'; where: Ground } | { kind: 'place'; place: string } | { kind: 'drop'; drop: string } | { kind: 'new'; name: string }

/** How far from the wall an overflow ends that led elsewhere before, m. Common practice: well off the footing. */
const AWAY = 3

/** Pipes that an overflow may lead into: those whose water does not come back to its own vessels. */
export function pipesOnward(scheme: Scheme, routeId: string): string[] {
  const route = scheme.overflows.find(({ id }) => id === routeId)
  if (!route) return []
  const own = new Set(storeOfVessel(scheme, route.from.vessel).vessels.map(({ id }) => id))
  const comesBack = (dropId: string, seen: ReadonlySet<string>): boolean => {
    const drop = scheme.drops.find(({ id }) => id === dropId)
    if (!drop || seen.has(dropId)) return false
    const led = [...drop.devices.flatMap((device) => ('to' in device ? [device.to] : [])), drop.end]
    return led.some((to) =>
      to.kind === 'vessel' ? own.has(to.vessel) : to.kind === 'drop' && comesBack(to.drop, new Set([...seen, dropId])),
    )
  }
  return scheme.drops.filter(({ id }) => !comesBack(id, new Set())).map(({ id }) => id)
}

/**
 * Leads an overflow elsewhere. A pipe that is put up for it is like the first of the job and ends in the drain.
 *
 * @throws RangeError when there is no such overflow, or the pipe's water would come back to it
 */
export function leadOverflow(scheme: Scheme, routeId: string, onward: Onward): Scheme {
  if (onward.kind === 'drop' && !pipesOnward(scheme, routeId).includes(onward.drop))
    throw new RangeError(`the water of ${onward.drop} comes back to overflow ${routeId}`)
  return produce(scheme, (draft) => {
    const route = draft.overflows.find(({ id }) => id === routeId)
    if (!route) throw new RangeError(`no overflow ${routeId}`)
    // Corners that led to another end lead nowhere.
    route.via = undefined
    route.measured = undefined
    if (onward.kind === 'ground') {
      const before = overflowEnd(
        scheme,
        computeLayout(scheme),
        scheme.overflows.find(({ id }) => id === routeId)!,
      )
      route.to = ground(onward.where, before ? Math.round(before.wallDistance * 1000) / 1000 : AWAY)
      return
    }
    if (onward.kind === 'place') {
      if (!draft.places.some(({ id }) => id === onward.place)) throw new RangeError(`no place ${onward.place}`)
      route.to = { kind: 'place', place: onward.place }
      return
    }
    if (onward.kind === 'drop') {
      route.to = { kind: 'drop', drop: onward.drop }
      return
    }
    const like = draft.drops[0]!
    const id = freshId('pipe', draft.drops)
    draft.drops.push({
      ...dropDefaults(),
      id,
      name: onward.name,
      shape: like.shape,
      bore: like.bore,
      outside: like.outside,
      material: like.material,
      offWall: like.offWall,
      foot: 'gully',
      brackets: [],
      devices: [],
      end: ground('drain'),
    })
    route.to = { kind: 'drop', drop: id }
  })
}

/**
 * Makes an overflow end so far off the wall, m; a place on the plan that it leads to goes there.
 *
 * @throws RangeError when there is no such overflow
 */
export function endAway(scheme: Scheme, routeId: string, wallDistance: number): Scheme {
  const route = scheme.overflows.find(({ id }) => id === routeId)
  if (!route) throw new RangeError(`no overflow ${routeId}`)
  const { to } = route
  if (to.kind === 'ground')
    return produce(scheme, (draft) => {
      draft.overflows.find(({ id }) => id === routeId)!.to = { ...to, wallDistance }
    })
  const from = overflowEnd(scheme, computeLayout(scheme), route)?.from
  if (to.kind !== 'place' || !from) return scheme
  const { x, y } = plus(from.at, from.out, wallDistance)
  return changePlace(scheme, to.place, (place) => Object.assign(place, { x, y }))
}
