import { setPort } from '../edits/schemeEdits'
import { length } from '../units/quantity'
import { fullLevels } from '../vessel/usable'
import { isUnder } from '../numeric/tolerance'
import { amountOf, GEOMETRY, rule } from './finding'

/** Kept over the floor for sediment, m. Common practice. */
const OVER_FLOOR = 0.05

/** A tap or a pump that sits where the water never stands. */
export const outletAboveOverflow = rule(
  'outletAboveOverflow',
  ({ path }) => {
    const fulls = fullLevels(path)
    return [...path.scheme.taps, ...path.scheme.pumps.map(({ from }) => from)].map(({ vessel: id, port: portId }) => {
      const { vessel, foot } = path.vessels.get(id)!
      const port = vessel.ports.find((each) => each.id === portId)!
      const full = fulls.get(id)!
      if (isUnder(foot + port.at, full)) return undefined
      return {
        severity: 'stops',
        station: 'draw',
        ids: { vessel: id, port: portId },
        at: foot + port.at,
        values: { outlet: length(foot + port.at), full: length(full), to: length(vessel.body.floor + OVER_FLOOR) },
        source: GEOMETRY,
        // A whole vessel above the water is no matter of its hole.
        mends: isUnder(foot + vessel.body.floor + OVER_FLOOR, full),
      }
    })
  },
  (scheme, { ids, values }) => setPort(scheme, ids.vessel!, ids.port!, amountOf(values, 'to')),
)
