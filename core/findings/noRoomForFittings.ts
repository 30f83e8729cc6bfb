import { assemble, type Assembly } from '../build/assembly'
import { changePort } from '../edits/portEdits'
import { levelLink, spreadLink } from '../edits/storeEdits'
import { runKey, type Layout } from '../layout'
import { buildWaterPath } from '../path/waterPath'
import type { Link, Scheme } from '../scheme'
import { length } from '../units/quantity'
import { isOver } from '../numeric/tolerance'
import { amountOf, GEOMETRY, rule } from './finding'

/** Pipe left between the fittings of a link, m: enough to hold and to cut. Common practice. */
const LEAST_PIPE = 0.06

/** Holes nearer to one another in height than this are meant to be level, m. */
const MOST_CLIMB = 0.25

/** Ways to give a link the room that its fittings take: its lower hole raised, its vessels moved apart, its holes turned to one another. */
const WAYS = ['level', 'spread', 'face'] as const
type Way = (typeof WAYS)[number]

function given(scheme: Scheme, { id, from, to }: Link, way: Way, by: number): Scheme {
  if (way === 'level') return levelLink(scheme, id)
  if (way === 'spread') return spreadLink(scheme, id, by)
  return [from, to].reduce((before, { vessel, port }) => changePort(before, vessel, port, { clock: undefined }), scheme)
}
const linkOf = (scheme: Scheme, id: string): Link | undefined => scheme.stores.flatMap(({ links }) => links).find((each) => each.id === id)
/** Runs of a link that are shorter than the fittings at their ends. */
const shortOf = ({ runs }: Pick<Assembly, 'runs'>, id: string) =>
  runs.filter(({ part, short }) => part === `link:${id}` && isOver(short, 0))
/** Whether it goes round a corner because its holes are not quite at one height. */
function climbs(layout: Layout, id: string): boolean {
  const { legs, points } = layout.runs.get(runKey('link', id))!
  const climb = Math.abs(points[0]!.z - points.at(-1)!.z)
  return legs.length > 1 && isOver(climb, 0) && climb < MOST_CLIMB
}

/** A way that is shorter than the fittings at its ends. A link is given its room by the first way that leaves it none too short. */
export const noRoomForFittings = rule(
  'noRoomForFittings',
  ({ assembly, path, parts }) =>
    assembly.runs
      .filter(({ short }) => isOver(short, 0))
      .map(({ part, station, short, span }) => {
        const link = part.startsWith('link:') ? linkOf(path.scheme, part.slice('link:'.length)) : undefined
        const by = short + LEAST_PIPE
        const helps = (way: Way) => shortOf(assemble(buildWaterPath(given(path.scheme, link!, way, by)), parts), link!.id).length === 0
        const how = link && WAYS.filter((way) => way !== 'level' || climbs(path.layout, link.id)).find(helps)
        return {
          severity: 'goes-wrong' as const,
          station,
          ids: link ? { port: link.id } : {},
          values: { short: length(short), has: length(span), wants: length(span + by), ...(how ? { how } : {}) },
          source: GEOMETRY,
          mends: how !== undefined,
        }
      }),
  (scheme, { ids, values }) =>
    given(scheme, linkOf(scheme, ids.port!)!, values.how as Way, amountOf(values, 'wants') - amountOf(values, 'has')),
)
