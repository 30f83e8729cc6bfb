import { levelLink, spreadLink } from '../edits/storeEdits'
import { computeLayout, runKey } from '../layout'
import { length } from '../units/quantity'
import { amountOf, GEOMETRY, rule } from './finding'

/** Pipe left between the fittings of a link, m: enough to hold and to cut. Common practice. */
const LEAST_PIPE = 0.06

/** Holes nearer to one another in height than this are meant to be level, m. */
const MOST_CLIMB = 0.25

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
  (scheme, { ids, values }) => {
    const run = computeLayout(scheme).runs.get(runKey('link', ids.port!))!
    // Round a corner because its holes are not at one height, or its vessels stand too near.
    const climbs = Math.abs(run.points[0]!.z - run.points.at(-1)!.z)
    return run.legs.length > 1 && climbs > 1e-6 && climbs < MOST_CLIMB
      ? levelLink(scheme, ids.port!)
      : spreadLink(scheme, ids.port!, amountOf(values, 'wants') - amountOf(values, 'has'))
  },
)
