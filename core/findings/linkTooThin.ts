import { designInflow } from '../catch/designFlow'
import { setLinkBores } from '../edits/storeEdits'
import { STORE_BORES } from '../pipe/bores'
import { computeLayout, linkLine } from '../layout'
import { firstThat } from '../numeric/firstThat'
import { headSpent } from '../pipe/friction'
import type { WaterPath } from '../path/waterPath'
import type { Store } from '../scheme'
import { flow, length, volume } from '../units/quantity'
import { meanArea } from '../vessel/groups'
import { isOver } from '../numeric/tolerance'
import { amountOf, rule } from './finding'

const BORES = [...STORE_BORES.metric, ...STORE_BORES.imperial].map(({ bore }) => bore).toSorted((a, b) => a - b)

/** Vessels reached from one through open links, each with the links on its way. */
function waysFrom({ links }: Store, start: string): Map<string, string[]> {
  const ways = new Map<string, string[]>([[start, []]])
  for (let grew = true; grew;) {
    grew = false
    for (const { id, kind, from, to, valve } of links) {
      if (kind === 'cascade' || valve === 'shut') continue
      const [near, far] = ways.has(from.vessel) ? [from.vessel, to.vessel] : [to.vessel, from.vessel]
      if (!ways.has(near) || ways.has(far)) continue
      ways.set(far, [...ways.get(near)!, id])
      grew = true
    }
  }
  return ways
}

/** Height between the fed vessel's water and the furthest one's while all rise together in the design rain, m. */
function lag(
  layout: WaterPath['layout'],
  store: Store,
  ways: ReadonlyMap<string, string[]>,
  inflow: number,
): { most: number; last: string } {
  const areas = new Map(store.vessels.map(({ id, body }) => [id, meanArea(body)]))
  const whole = [...ways.keys()].reduce((sum, id) => sum + areas.get(id)!, 0)
  const spent = new Map(
    store.links.map((link) => {
      // What lies behind a link is filled through it.
      const behind = [...ways].filter(([, way]) => way.includes(link.id)).reduce((sum, [id]) => sum + areas.get(id)!, 0)
      return [link.id, headSpent(linkLine(layout, link), (inflow * behind) / whole)]
    }),
  )
  const sums = [...ways].map(([id, way]) => ({ id, sum: way.reduce((total, link) => total + spent.get(link)!, 0) }))
  const furthest = sums.toSorted((a, b) => b.sum - a.sum)[0]!
  return { most: furthest.sum, last: furthest.id }
}

const inflowOf = (path: WaterPath, storeId: string) =>
  path.intakes.get(storeId)!.reduce((sum, intake) => sum + designInflow(path, intake), 0)

/** All vessels rise together only as far as their links let them: the first must not run over while the last has room. */
export const linkTooThin = rule(
  'linkTooThin',
  ({ path, usable }) =>
    path.scheme.stores.map((store) => {
      const fed = path.intakes.get(store.id)![0]?.vessel
      if (!fed || !store.links.some(({ kind }) => kind === 'low' || kind === 'manifold')) return undefined
      const ways = waysFrom(store, fed.id)
      const inflow = inflowOf(path, store.id)
      const { most, last } = lag(path.layout, store, ways, inflow)
      const { foot } = path.vessels.get(fed.id)!
      const freeboard = foot + fed.body.rim - usable.get(store.id)!.top
      if (!isOver(most, freeboard)) return undefined
      // Laid anew: a wider pipe needs more room to turn, and so is a little longer.
      const thinnest = Math.min(...store.links.map(({ bore }) => bore))
      const wider = firstThat(
        BORES.filter((bore) => bore > thinnest),
        (bore) => {
          const wide = setLinkBores(path.scheme, store.id, bore)
          const own = wide.stores.find(({ id }) => id === store.id)!
          return lag(computeLayout(wide), own, ways, inflow).most <= freeboard
        },
      )
      const far = store.vessels.find(({ id }) => id === last)!
      const link = store.links.find(({ id }) => id === ways.get(last)![0])!
      return {
        severity: 'goes-wrong',
        station: 'cask',
        ids: { store: store.id, vessel: fed.id },
        at: foot + (fed.ports.find(({ id }) => id === link.from.port)?.at ?? 0),
        values: {
          lag: length(most),
          freeboard: length(freeboard),
          bore: length(link.bore),
          arriving: flow(inflow),
          far: far.name,
          empty: volume(Math.min(most * meanArea(far.body), far.nominal)),
          wider: length(wider ?? link.bore),
        },
        source: 'swameeJain',
        mends: wider !== undefined,
      }
    }),
  (scheme, { ids, values }) => setLinkBores(scheme, ids.store!, amountOf(values, 'wider')),
)
