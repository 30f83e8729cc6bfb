import { cornerReach } from '../build/assembly'
import { changeDevice } from '../edits/trainEdits'
import { pipeEndFor } from '../levels'
import { pipeByBore } from '../parts'
import { count, length } from '../units/quantity'
import { isUnder } from '../numeric/tolerance'
import { amountOf, COMMON_PRACTICE, rule } from './finding'

/**
 * A first flush whose tee is met by more fittings than its height leaves room for: sawn off at the mark, the old pipe would
 * push the tee, and the chamber with it, down.
 */
export const adaptersTakeHeight = rule(
  'adaptersTakeHeight',
  ({ lines, assembly }) =>
    lines.map((line) => {
      const { flush, intake, heights } = line
      const mark = flush && pipeEndFor(flush, line)
      if (!flush || mark === undefined) return undefined
      const joint = assembly.joints.find(({ upper, lower }) => lower.part === `device:${flush.id}` && upper.part.startsWith('pipe:'))
      const fittings = joint?.placed ?? []
      const reach = fittings.reduce((sum, { fitting }) => sum + fitting.reach, 0)
      // From the branch's invert to the face that the fittings sit on.
      const wants = cornerReach(joint?.lower.end ?? pipeByBore(flush.bore)) + reach
      return (
        fittings.length > 0 &&
        isUnder(flush.branch, wants) && {
          severity: 'better' as const,
          station: 'drop' as const,
          ids: { drop: intake.drop.id, device: flush.id },
          // At the chamber: it is what would come to hang lower.
          at: heights.flush && (heights.flush.invert + heights.flush.bottom) / 2,
          values: {
            n: count(fittings.length),
            reach: length(reach),
            has: length(flush.branch),
            wants: length(wants),
            short: length(wants - flush.branch),
          },
          source: COMMON_PRACTICE,
        }
      )
    }),
  (scheme, { ids, values }) =>
    changeDevice(scheme, ids.drop!, ids.device!, 'first-flush', (flush) => (flush.branch = amountOf(values, 'wants'))),
)
