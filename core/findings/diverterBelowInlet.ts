import { isWord, word } from '../figures/told'
import { setMark } from '../edits/schemeEdits'
import { changeDevice } from '../edits/trainEdits'
import { length } from '../units/quantity'
import { isOver } from '../numeric/tolerance'
import { amountOf, COMMON_PRACTICE, rule } from './finding'

/** The water must leave the pipe above the vessel's inlet, or nothing runs; it is lifted so that the hose falls 40 mm. */
const LIFT = 0.04

/** Diverters that are put where they are told, not by a mark over their lip. */
const DIVERTERS = ['push-in', 'twist', 'flap'] as const

export const diverterBelowInlet = rule(
  'diverterBelowInlet',
  ({ lines }) =>
    lines.map(({ intake, heights: { cut, hoseFrom, inlet }, trough }) => {
      const { device } = intake
      const leaves = cut?.lip ?? hoseFrom
      if (leaves === undefined || !device || isOver(leaves, inlet)) return undefined
      return {
        severity: 'stops',
        station: 'drop',
        ids: { drop: intake.drop.id, device: device.id, vessel: intake.vessel.id },
        at: leaves,
        values: {
          part: word(device.kind),
          below: length(inlet - leaves),
          lip: length(leaves),
          inlet: length(inlet),
          mark: length(inlet + LIFT + (trough ? trough.lipBelowMark + trough.adapterAbove : 0)),
        },
        source: COMMON_PRACTICE,
      }
    }),
  (scheme, { ids, values }) => {
    const height = amountOf(values, 'mark')
    const kind = DIVERTERS.find((each) => isWord(values.part, each))
    return kind
      ? changeDevice(scheme, ids.drop!, ids.device!, kind, (device) => (device.height = height))
      : setMark(scheme, ids.drop!, height)
  },
)
