import { word } from '../figures/told'
import { produce } from 'immer'
import { factor, volume } from '../units/quantity'
import { standing, STEADY } from '../vessel/load'
import { rule } from './finding'

export const tipsWhenEmpty = rule(
  'tipsWhenEmpty',
  ({ path }) =>
    [...path.vessels.values()].map((placed) => {
      const { vessel, foot } = placed
      const { tipping, sliding, ballast } = standing(path, placed)
      if (vessel.base.tied || Math.min(tipping, sliding) >= STEADY) return undefined
      return {
        severity: 'goes-wrong',
        station: 'cask',
        ids: { vessel: vessel.id },
        at: foot + vessel.body.height * 0.7,
        values: {
          way: word(tipping < sliding ? 'tips' : 'slides'),
          factor: factor(Math.min(tipping, sliding)),
          ballast: volume(ballast),
        },
        source: 'statics',
      }
    }),
  (scheme, { ids }) =>
    produce(scheme, (draft) => {
      for (const vessel of draft.stores.flatMap(({ vessels }) => vessels)) if (vessel.id === ids.vessel) vessel.base.tied = true
    }),
)
