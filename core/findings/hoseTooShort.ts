import { produce } from 'immer'
import { pointOf } from '../layout'
import { span } from '../units/quantity'
import { isUnder } from '../numeric/tolerance'
import { amountOf, GEOMETRY, rule } from './finding'

/** Sold by so much, m. Common practice. */
const STEP = 5

/** A tap's hose that does not reach the place on the plan that it waters. */
export const hoseTooShort = rule(
  'hoseTooShort',
  ({ path: { scheme, layout } }) =>
    scheme.demands.map(({ from, place: placeId, name }) => {
      const tap = from.kind === 'tap' ? scheme.taps.find(({ id }) => id === from.tap) : undefined
      const place = scheme.places.find(({ id }) => id === placeId)
      const at = tap && layout.ports.get(`${tap.vessel} ${tap.port}`)?.at
      if (!tap?.hose || !place || !at) return undefined
      const to = pointOf(place)
      // Down to the ground, and over it.
      const far = Math.abs(at.z - to.z) + Math.hypot(to.x - at.x, to.y - at.y)
      if (!isUnder(tap.hose.length, far)) return undefined
      return {
        severity: 'goes-wrong',
        station: 'draw',
        ids: { tap: tap.id, vessel: tap.vessel },
        values: { name, place: place.name, hose: span(tap.hose.length), far: span(far), wants: span(Math.ceil(far / STEP) * STEP) },
        source: GEOMETRY,
      }
    }),
  (scheme, { ids, values }) =>
    produce(scheme, (draft) => {
      const hose = draft.taps.find(({ id }) => id === ids.tap)?.hose
      if (hose) hose.length = amountOf(values, 'wants')
    }),
)
