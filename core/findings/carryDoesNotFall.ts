import { changeDevice } from '../edits/trainEdits'
import { headLedger, headLeft } from '../levels/headLedger'
import { fall, length } from '../units/quantity'
import { isUnder } from '../numeric/tolerance'
import { amountOf, COMMON_PRACTICE, rule } from './finding'

/** Least and usual fall of a pipe across, m/m. Common practice. */
const LEAST_FALL = 0.01
const USUAL_FALL = 0.02

export const carryDoesNotFall = rule(
  'carryDoesNotFall',
  ({ lines }) =>
    lines.map((line) => {
      const { carry, intake } = line
      if (!carry || carry.wet || !isUnder(carry.fall, LEAST_FALL)) return undefined
      // The steepest usual fall that the heights still have room for.
      const room = (headLeft(headLedger(line)) + carry.fall * carry.length) / carry.length
      const wanted = Math.min(USUAL_FALL, Math.max(LEAST_FALL, Math.floor(room * 1000) / 1000))
      return {
        severity: carry.fall <= 0 ? 'stops' : 'goes-wrong',
        station: 'drop',
        ids: { drop: intake.drop.id, device: carry.id },
        at: line.heights.carry?.to ?? line.heights.inlet,
        values: {
          how: carry.fall < 0 ? 'climbs' : carry.fall === 0 ? 'level' : 'little',
          fall: fall(Math.abs(carry.fall)),
          least: fall(LEAST_FALL),
          wanted: fall(wanted),
          takes: length(wanted * carry.length),
        },
        source: COMMON_PRACTICE,
      }
    }),
  (scheme, { ids, values }) =>
    changeDevice(scheme, ids.drop!, ids.device!, 'carrying-pipe', (pipe) => (pipe.fall = amountOf(values, 'wanted'))),
)
