import { word } from '../figures/told'
import { PRESSURE_NEEDS, standingPressure } from '../draw/gravity'
import { pressure, span } from '../units/quantity'
import { GRAVITY, WATER_DENSITY } from '../units/constants'
import { isUnder } from '../numeric/tolerance'
import { COMMON_PRACTICE, rule } from './finding'

/** What a method of watering asks for: tape is the gentlest of drips. */
const NEEDS = { drip: 'drip-tape', soaker: 'soaker', can: 'can' } as const

/** A drip line or soaker on a tap that has too little height over it. */
export const dripNeedsHead = rule('dripNeedsHead', ({ path, usable }) =>
  path.scheme.demands.map((demand) => {
    if (demand.kind !== 'bed' || demand.from.kind !== 'tap') return undefined
    const { tap: tapId } = demand.from
    const tap = path.scheme.taps.find(({ id }) => id === tapId)!
    const { foot, vessel, store } = path.vessels.get(tap.vessel)!
    const end = tap.hose?.end ?? foot + vessel.ports.find(({ id }) => id === tap.port)!.at - tap.spoutBelow
    const has = standingPressure(usable.get(store.id)!.top - end)
    const { least } = PRESSURE_NEEDS.find(({ key }) => key === NEEDS[demand.method])!
    if (!isUnder(has, least)) return undefined
    return {
      severity: 'goes-wrong',
      station: 'draw',
      ids: { tap: tap.id, vessel: vessel.id },
      values: {
        what: word(NEEDS[demand.method]),
        name: demand.name,
        has: pressure(has),
        least: pressure(least),
        head: span(least / (WATER_DENSITY * GRAVITY)),
      },
      source: COMMON_PRACTICE,
    }
  }),
)
