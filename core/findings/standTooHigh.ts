import { produce } from 'immer'
import { factor, length } from '../units/quantity'
import { standing } from '../vessel/load'
import { isOver } from '../numeric/tolerance'
import { COMMON_PRACTICE, rule } from './finding'

/** Height over narrow side of the base; of base and vessel together; and the height that wants a design, m. */
const BASE_RATIO = 1.5
const WHOLE_RATIO = 2
const DESIGN_HEIGHT = 1

export const standTooHigh = rule(
  'standTooHigh',
  ({ path }) =>
    [...path.vessels.values()].map((placed) => {
      const { vessel, foot } = placed
      // What stands on another vessel is told by what it weighs on that one.
      if (vessel.on !== undefined) return undefined
      const { slenderBase, slenderWhole } = standing(path, placed)
      const designed = isOver(foot, DESIGN_HEIGHT)
      if (!designed && (vessel.base.tied || (!isOver(slenderBase, BASE_RATIO) && !isOver(slenderWhole, WHOLE_RATIO)))) return undefined
      return {
        severity: designed ? 'stops' : 'goes-wrong',
        station: 'cask',
        ids: { vessel: vessel.id },
        at: foot,
        values: {
          stand: length(foot),
          narrow: length(Math.min(vessel.base.width, vessel.base.depth)),
          ratio: factor(slenderWhole),
          how: designed ? 'design' : 'tie',
        },
        source: COMMON_PRACTICE,
        mends: !designed,
      }
    }),
  (scheme, { ids }) =>
    produce(scheme, (draft) => {
      for (const vessel of draft.stores.flatMap(({ vessels }) => vessels)) if (vessel.id === ids.vessel) vessel.base.tied = true
    }),
)
