import { ground } from '../arrangements/parts'
import { changeDevice } from '../edits/trainEdits'
import { pipeEnd } from '../layout'
import { length } from '../units/quantity'
import { isUnder } from '../numeric/tolerance'
import { COMMON_PRACTICE, rule } from './finding'

/** A drain this near wets the wall, m. Common practice. */
const OFF_WALL = 0.3

export const flushDrainsBadly = rule(
  'flushDrainsBadly',
  ({ lines, path }) =>
    lines.map(({ flush, heights, intake }) => {
      const to = flush && pipeEnd(path.scheme, path.layout, intake.drop, flush.drainsTo)
      if (!to || (to.where !== 'paving' && !isUnder(to.wallDistance, OFF_WALL))) return undefined
      return {
        severity: 'better',
        station: 'drop',
        ids: { drop: intake.drop.id, device: flush.id },
        ...(heights.flush ? { at: heights.flush.bottom } : {}),
        values: { how: to.where === 'paving' ? 'paving' : 'wall', distance: length(to.wallDistance) },
        source: COMMON_PRACTICE,
      }
    }),
  (scheme, { ids }) => changeDevice(scheme, ids.drop!, ids.device!, 'first-flush', (flush) => (flush.drainsTo = ground('bed', 0.5))),
)
