import { setMark } from '../edits/schemeEdits'
import { length } from '../units/quantity'
import { amountOf, COMMON_PRACTICE, rule } from './finding'

/** The trough's lip must lie above the vessel's inlet, or nothing runs; it is lifted so that the hose falls 40 mm. */
const LIFT = 0.04

export const diverterBelowInlet = rule(
  'diverterBelowInlet',
  ({ lines }) =>
    lines.map(
      ({ intake, heights: { cut, inlet }, trough }) =>
        cut &&
        trough &&
        cut.lip <= inlet && {
          severity: 'stops',
          station: 'drop',
          ids: { drop: intake.drop.id, vessel: intake.vessel.id },
          at: cut.lip,
          values: {
            below: length(inlet - cut.lip),
            lip: length(cut.lip),
            inlet: length(inlet),
            mark: length(inlet + LIFT + trough.lipBelowMark),
          },
          source: COMMON_PRACTICE,
        },
    ),
  (scheme, { ids, values }) => setMark(scheme, ids.drop!, amountOf(values, 'mark')),
)
