import { setPort } from '../edits/schemeEdits'
import { length } from '../units/quantity'
import { amountOf, COMMON_PRACTICE, rule } from './finding'

export const overflowAboveInlet = rule(
  'overflowAboveInlet',
  ({ lines }) =>
    lines.map(({ overflow, intake, placed, heights }) => {
      if (!overflow || heights.overflow === undefined) return undefined
      // A lid inlet is told by the rim it hangs over, a side inlet by its invert.
      const inlet = intake.port.role === 'lid' ? heights.inlet : heights.inlet - intake.port.bore / 2
      const soffit = heights.overflow + overflow.bore
      if (soffit <= inlet + 1e-9) return undefined
      const lower = inlet - overflow.bore
      return {
        severity: heights.overflow >= inlet ? 'stops' : 'goes-wrong',
        station: 'spill',
        ids: { vessel: placed.vessel.id, port: overflow.from.port },
        at: heights.overflow,
        values: { by: length(soffit - inlet), inlet: length(inlet), overflow: length(lower) },
        source: COMMON_PRACTICE,
        mends: lower > placed.foot + placed.vessel.body.floor,
      }
    }),
  (scheme, { ids, values }) => {
    const vessel = scheme.stores.flatMap(({ vessels }) => vessels).find(({ id }) => id === ids.vessel)!
    return setPort(scheme, vessel.id, ids.port!, amountOf(values, 'overflow') - vessel.base.height)
  },
)
