import { setPort } from '../edits/schemeEdits'
import type { SectionLine } from '../levels/heights'
import { length } from '../units/quantity'
import { isOver } from '../numeric/tolerance'
import { amountOf, COMMON_PRACTICE, rule } from './finding'

/** Where water comes in, m above the paving: a lid inlet is told by the rim it hangs over, a side inlet by its invert. */
const inletOf = ({ intake, heights }: SectionLine): number =>
  intake.port.role === 'lid' ? heights.inlet : heights.inlet - intake.port.bore / 2

export const overflowAboveInlet = rule(
  'overflowAboveInlet',
  ({ lines }) =>
    lines.map((line) => {
      const { overflow, placed, heights } = line
      if (!overflow || heights.overflow === undefined) return undefined
      const beside = lines.filter((each) => each.placed.vessel.id === placed.vessel.id)
      // Of several ways in the lowest counts, and tells it for all.
      const inlet = Math.min(...beside.map(inletOf))
      if (beside.find((each) => inletOf(each) === inlet) !== line) return undefined
      const soffit = heights.overflow + overflow.bore
      if (!isOver(soffit, inlet)) return undefined
      const lower = inlet - overflow.bore
      return {
        severity: heights.overflow >= inlet ? 'stops' : 'goes-wrong',
        station: 'spill',
        ids: { vessel: placed.vessel.id, port: overflow.from.port },
        at: heights.overflow,
        // The hole is told from the vessel's own foot, which may stand on another vessel.
        values: { by: length(soffit - inlet), inlet: length(inlet), overflow: length(lower), at: length(lower - placed.foot) },
        source: COMMON_PRACTICE,
        mends: lower > placed.foot + placed.vessel.body.floor,
      }
    }),
  (scheme, { ids, values }) => setPort(scheme, ids.vessel!, ids.port!, amountOf(values, 'at')),
)
