import { word } from '../figures/told'
import { outletDesign } from '../catch/designFlow'
import { flow, typed } from '../units/quantity'
import { rule } from './finding'

export const gutterOverCapacity = rule('gutterOverCapacity', ({ path }) =>
  outletDesign(path).map(({ outlet, arriving, down, onward, limits }) => {
    // A hole with another below it on the fall takes what it can, and the rest goes on.
    const hole = onward === undefined ? limits.outlet : Infinity
    const least = Math.min(limits.gutter, hole, limits.pipe)
    if (arriving <= least || (least === limits.pipe && down <= least)) return undefined
    const neck = least === limits.gutter ? 'gutter' : least === limits.outlet ? 'outlet' : 'pipe'
    return {
      severity: 'goes-wrong',
      station: 'gutter',
      ids: { outlet: outlet.id, drop: outlet.drop },
      at: outlet.height,
      values: {
        neck: word(neck),
        arriving: flow(arriving),
        passes: flow(least),
        intensity: typed('rainRate', path.scheme.designIntensity),
      },
      source: 'en12056',
    }
  }),
)
