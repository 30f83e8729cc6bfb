import { mass } from '../units/quantity'
import { standing } from '../vessel/load'
import { COMMON_PRACTICE, rule } from './finding'

/** A full vessel on another one: weight and head that the lower was perhaps never made for. */
export const stackLoads = rule('stackLoads', ({ path }) =>
  [...path.vessels.values()].map((placed) => {
    const { vessel, foot } = placed
    if (vessel.on === undefined) return undefined
    return {
      severity: 'goes-wrong',
      station: 'cask',
      ids: { vessel: vessel.id },
      at: foot,
      values: { mass: mass(standing(placed).fullMass), lower: path.vessels.get(vessel.on)!.vessel.name },
      source: COMMON_PRACTICE,
    }
  }),
)
