import { word } from '../figures/told'
import { outletDesign } from '../catch/designFlow'
import { flow, rainRate } from '../units/quantity'
import { rule } from './finding'

export const gutterOverCapacity = rule('gutterOverCapacity', ({ path }) =>
  outletDesign(path).map(({ outlet, arriving, limits }) => {
    const least = Math.min(limits.gutter, limits.outlet, limits.pipe)
    if (arriving <= least) return undefined
    const neck = least === limits.gutter ? 'gutter' : least === limits.outlet ? 'outlet' : 'pipe'
    return {
      severity: 'goes-wrong',
      station: 'gutter',
      ids: { outlet: outlet.id, drop: outlet.drop },
      at: outlet.height,
      values: { neck: word(neck), arriving: flow(arriving), passes: flow(least), intensity: rainRate(path.scheme.designIntensity) },
      source: 'en12056',
    }
  }),
)
