import { produce } from 'immer'
import { surplusWays, takenBy, wayFlow, wayHead, type Surplus } from '../catch/waysOut'
import { flow, length } from '../units/quantity'
import { isOver, isUnder } from '../numeric/tolerance'
import { amountOf, rule } from './finding'

/** Bores to go up to, m: metric and Schedule 40 in rising order. */
const BORES = [0.0284, 0.0364, 0.0409, 0.0464, 0.0525, 0.0779, 0.1023, 0.1056]
/** Kept free between water running off and the rim, m. Common practice. */
const FREEBOARD = 0.02

type OpenWay = Surplus['ways'][number]

/** From where a way begins to run up to the rim, m. */
const roomOver = (way: OpenWay) => way.rim - way.starts
/** What its share of what arrives leaves of that, m. */
const leaves = (surplus: Surplus, way: OpenWay) => roomOver(way) - wayHead(way, takenBy(surplus, way)).needed

/** The least bore of a way with which all that arrives goes, and the water stays so far under the rim. */
function widerBore(surplus: Surplus, way: OpenWay, freeboard: number): number | undefined {
  return BORES.filter((bore) => bore > way.route.bore && bore < roomOver(way)).find((bore) => {
    const wide = { ...way, route: { ...way.route, bore, hole: bore } }
    const wider = { ...wide, passes: wayFlow(wide, way.rim) }
    const passes = surplus.passes - way.passes + wider.passes
    const after = { ...surplus, passes, ways: surplus.ways.map((each) => (each === way ? wider : each)) }
    return passes >= surplus.arriving && !isUnder(leaves(after, wider), freeboard)
  })
}

export const overflowTooSmall = rule(
  'overflowTooSmall',
  ({ path }) =>
    path.scheme.stores
      .flatMap(({ id }) => surplusWays(path, id))
      .map((surplus) => {
        const { ways, arriving, passes } = surplus
        // The one that is to blame is the one that comes nearest to the rim.
        const heads = ways.map((way) => ({ way, ...wayHead(way, takenBy(surplus, way)) }))
        const tight = heads.toSorted((a, b) => a.way.rim - a.way.starts - a.needed - (b.way.rim - b.way.starts - b.needed))[0]
        if (!tight || arriving <= 0) return undefined
        const { way } = tight
        const room = roomOver(way)
        if (room <= 0) return undefined
        const spills = passes < arriving
        if (!spills && !isOver(tight.needed + FREEBOARD, room)) return undefined
        const wider = widerBore(surplus, way, FREEBOARD) ?? (spills ? widerBore(surplus, way, 0) : undefined)
        return {
          severity: spills ? 'goes-wrong' : 'better',
          station: 'spill',
          ids: { vessel: way.from.vessel.id, port: way.port.id },
          at: way.starts,
          values: {
            how: spills ? (tight.pipe > tight.mouth ? 'pipe' : 'mouth') : 'close',
            vessel: way.from.vessel.name,
            arriving: flow(arriving),
            passes: flow(passes),
            room: length(room),
            needs: length(tight.needed),
            left: length(Math.max(0, room - tight.needed)),
            bore: length(wider ?? way.route.bore),
          },
          source: 'criticalFlow',
          mends: wider !== undefined,
        }
      }),
  (scheme, { ids, values }) =>
    produce(scheme, (draft) => {
      const bore = amountOf(values, 'bore')
      const starts = (end: { vessel: string; port: string }) => end.vessel === ids.vessel && end.port === ids.port
      const vessels = draft.stores.flatMap((store) => store.vessels)
      const widen = (end: { vessel: string; port: string }) => {
        const port = vessels.find(({ id }) => id === end.vessel)?.ports.find(({ id }) => id === end.port)
        if (port && port.bore < bore) port.bore = bore
      }
      widen({ vessel: ids.vessel!, port: ids.port! })
      for (const route of draft.overflows) if (starts(route.from)) route.bore = bore
      for (const link of draft.stores.flatMap(({ links }) => links))
        if (link.kind === 'cascade' && starts(link.from)) {
          link.bore = bore
          widen(link.to)
        }
    }),
)
