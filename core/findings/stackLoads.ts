import { mass } from '../units/quantity'
import { standing } from '../vessel/load'
import { COMMON_PRACTICE, rule } from './finding'

/** Full vessels on another one, however many high: weight and head that the lower was perhaps never made for. */
export const stackLoads = rule('stackLoads', ({ path }) =>
  [...path.vessels.values()].map((placed) => {
    const { vessel, foot } = placed
    const { carried } = standing(path, placed)
    if (carried === 0) return undefined
    return {
      severity: 'goes-wrong',
      station: 'cask',
      ids: { vessel: vessel.id },
      at: foot + vessel.body.height,
      values: { mass: mass(carried), lower: vessel.name },
      source: COMMON_PRACTICE,
    }
  }),
)
