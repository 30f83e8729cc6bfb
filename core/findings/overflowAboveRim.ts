import { produce } from 'immer'
import { portInvert } from '../path/portHeights'
import { surplusWays } from '../catch/waysOut'
import { length } from '../units/quantity'
import { isUnder } from '../numeric/tolerance'
import { amountOf, GEOMETRY, rule } from './finding'

/** At least so far under the rim, or its own bore where that is more, m. Common practice. */
const LEAST = 0.05

/** An overflow that begins to run only when the water already runs over the edge: its hole too high, or its hoop's crest. */
export const overflowAboveRim = rule(
  'overflowAboveRim',
  ({ path }) =>
    path.scheme.stores
      .flatMap(({ id }) => surplusWays(path, id))
      .flatMap(({ ways }) => ways)
      .map(({ from, port, route, starts, rim }) => {
        if (isUnder(starts, rim)) return undefined
        const hole = portInvert(from, port)
        return {
          severity: 'stops',
          station: 'spill',
          ids: { vessel: from.vessel.id, port: port.id },
          at: starts,
          values: {
            how: isUnder(hole, starts) ? 'crest' : 'hole',
            vessel: from.vessel.name,
            starts: length(starts),
            hole: length(hole),
            rim: length(rim),
            to: length(Math.floor((rim - Math.max(LEAST, route.bore)) * 1000) / 1000),
          },
          source: GEOMETRY,
        }
      }),
  (scheme, { ids, values }) =>
    produce(scheme, (draft) => {
      const to = amountOf(values, 'to')
      for (const route of draft.overflows)
        if (route.from.vessel === ids.vessel && route.from.port === ids.port && route.crest > to) route.crest = to
      const port = draft.stores
        .flatMap(({ vessels }) => vessels)
        .find(({ id }) => id === ids.vessel)
        ?.ports.find(({ id }) => id === ids.port)
      // A hoop's hole may be under the rim while its crest is not, or over it as well.
      if (port) port.at = Math.max(0, port.at - Math.max(0, amountOf(values, 'hole') - to))
    }),
)
