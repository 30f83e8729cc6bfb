import { setPort } from '../edits/schemeEdits'
import { length } from '../units/quantity'
import { isUnder } from '../numeric/tolerance'
import { amountOf, COMMON_PRACTICE, rule } from './finding'

/** Sediment gathers to about this height, m. Common practice: the middle school's two inches, rounded down. */
const SEDIMENT = 0.045
const ABOVE_SEDIMENT = 0.05

export const drawOffInSediment = rule(
  'drawOffInSediment',
  ({ path }) =>
    path.scheme.taps.map(({ id, vessel: vesselId, port: portId }) => {
      const { vessel, foot } = path.vessels.get(vesselId)!
      const port = vessel.ports.find((each) => each.id === portId)!
      const above = port.at - vessel.body.floor
      // A tote's own valve sits where its maker put it.
      if (!isUnder(above, SEDIMENT) || vessel.family === 'tote') return undefined
      return {
        severity: 'better',
        station: 'draw',
        ids: { tap: id, vessel: vesselId, port: portId },
        at: foot + port.at,
        values: { above: length(above), wanted: length(ABOVE_SEDIMENT) },
        source: COMMON_PRACTICE,
      }
    }),
  (scheme, { ids, values }) => {
    const vessel = scheme.stores.flatMap(({ vessels }) => vessels).find(({ id }) => id === ids.vessel)!
    return setPort(scheme, vessel.id, ids.port!, vessel.body.floor + amountOf(values, 'wanted'))
  },
)
