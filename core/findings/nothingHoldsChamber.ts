import { produce } from 'immer'
import { fullPipeMass } from '../catch/firstFlush'
import { count, mass } from '../units/quantity'
import { isOver, isUnder } from '../numeric/tolerance'
import { amountOf, COMMON_PRACTICE, rule } from './finding'

/** A full chamber wants a bracket for every metre of it, m. Common practice. */
const EVERY = 1

export const nothingHoldsChamber = rule(
  'nothingHoldsChamber',
  ({ lines }) =>
    lines.map(({ flush, heights, intake }) => {
      if (!flush || !heights.flush || flush.form === 'tank') return undefined
      const { invert, bottom } = heights.flush
      const wanted = Math.ceil((invert - bottom) / EVERY - 1e-9)
      const has = intake.drop.brackets.filter((height) => !isOver(height, invert) && !isUnder(height, bottom)).length
      if (has >= wanted) return undefined
      return {
        severity: 'better',
        station: 'drop',
        ids: { drop: intake.drop.id, device: flush.id },
        at: (invert + bottom) / 2,
        values: { full: mass(fullPipeMass(flush.bore) * flush.length * flush.chambers), has: count(has), wanted: count(wanted) },
        source: COMMON_PRACTICE,
        mends: bottom > 0,
      }
    }),
  // One for every metre, spread evenly over the chamber.
  (scheme, { ids, values, at }) =>
    produce(scheme, (draft) => {
      const drop = draft.drops.find(({ id }) => id === ids.drop)
      const flush = drop?.devices.find(({ id }) => id === ids.device)
      const wanted = amountOf(values, 'wanted')
      if (!drop || flush?.kind !== 'first-flush' || at === undefined) return
      const top = at + flush.length / 2
      const bottom = at - flush.length / 2
      const outside = drop.brackets.filter((height) => height > top || height < bottom)
      const own = Array.from({ length: wanted }, (_, i) => Math.round((top - ((i + 0.5) * flush.length) / wanted) * 1000) / 1000)
      drop.brackets = [...outside, ...own].sort((a, b) => b - a)
    }),
)
