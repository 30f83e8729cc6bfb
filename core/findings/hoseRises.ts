import { word } from '../figures/told'
import { setPort } from '../edits/schemeEdits'
import { runKey } from '../layout'
import { length } from '../units/quantity'
import { isUnder } from '../numeric/tolerance'
import { amountOf, COMMON_PRACTICE, rule } from './finding'

/** Least fall of a diverter's hose, m per m of its way across. Common practice: it falls all the way. */
const LEAST_FALL = 0.02

export const hoseRises = rule(
  'hoseRises',
  ({ lines, path }) =>
    lines.map(({ intake, heights: { cut, hoseFrom, inlet, foot } }) => {
      const { device } = intake
      if (hoseFrom === undefined || !device || !('hose' in device) || (cut?.lip ?? hoseFrom) <= inlet) return undefined
      const ends = path.layout.runs.get(runKey('hose', device.id))?.points ?? []
      const [from, to] = [ends[0], ends.at(-1)]
      if (!from || !to) return undefined
      const wanted = LEAST_FALL * Math.hypot(to.x - from.x, to.y - from.y)
      const has = hoseFrom - inlet
      if (!isUnder(has, wanted)) return undefined
      const lower = hoseFrom - wanted
      return {
        severity: has < 0 ? 'goes-wrong' : 'better',
        station: 'drop',
        ids: { drop: intake.drop.id, vessel: intake.vessel.id, port: intake.port.id },
        at: hoseFrom,
        values: {
          way: word(has < 0 ? 'rises' : 'falls'),
          by: length(Math.abs(has)),
          wanted: length(wanted),
          inlet: length(lower),
          at: length(lower - foot),
        },
        source: COMMON_PRACTICE,
        mends: lower > foot,
      }
    }),
  (scheme, { ids, values }) => setPort(scheme, ids.vessel!, ids.port!, amountOf(values, 'at')),
)
