import { endAway } from '../edits/spillEdits'
import { overflowEnd } from '../layout'
import { span } from '../units/quantity'
import { isUnder } from '../numeric/tolerance'
import { amountOf, COMMON_PRACTICE, rule } from './finding'

/** Water let go on to the soil keeps this far off a wall, m; infiltration further. Common practice; local codes may ask more. */
const OFF_THE_WALL = { bed: 3, lawn: 3, stones: 0.3, 'rain-garden': 5, soakaway: 5, ditch: 3, paving: 3, drain: 0 } as const

export const overflowNearFoundation = rule(
  'overflowNearFoundation',
  ({ path }) =>
    path.scheme.overflows.map((route) => {
      const { from } = route
      const to = overflowEnd(path.scheme, path.layout, route)
      if (!to) return undefined
      const least = OFF_THE_WALL[to.where]
      if (!isUnder(to.wallDistance, least)) return undefined
      return {
        severity: 'goes-wrong',
        station: 'spill',
        ids: { vessel: from.vessel, port: from.port },
        at: 0,
        values: { distance: span(to.wallDistance), least: span(least) },
        source: COMMON_PRACTICE,
      }
    }),
  (scheme, { ids, values }) =>
    scheme.overflows
      .filter(({ from }) => from.vessel === ids.vessel && from.port === ids.port)
      .reduce((each, { id }) => endAway(each, id, amountOf(values, 'least')), scheme),
)
