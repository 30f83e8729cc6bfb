import { changeLink } from '../edits/storeEdits'
import { length } from '../units/quantity'
import { amountOf, GEOMETRY, rule } from './finding'

/** Pipe left between the fittings of a link, m: enough to hold and to cut. Common practice. */
const LEAST_PIPE = 0.06

/** A way that is shorter than the fittings at its ends. */
export const noRoomForFittings = rule(
  'noRoomForFittings',
  ({ assembly, path }) =>
    assembly.runs
      .filter(({ short }) => short > 1e-6)
      .map(({ part, station, short, span }) => {
        const link = path.scheme.stores.flatMap(({ links }) => links).find(({ id }) => part === `link:${id}`)
        return {
          severity: 'goes-wrong' as const,
          station,
          ids: link ? { port: link.id } : {},
          values: { short: length(short), has: length(span), wants: length(span + short + LEAST_PIPE) },
          source: GEOMETRY,
          mends: link !== undefined,
        }
      }),
  (scheme, { ids, values }) => changeLink(scheme, ids.port!, (link) => (link.length = amountOf(values, 'wants'))),
)
