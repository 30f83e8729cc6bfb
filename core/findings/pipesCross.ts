import { changePort } from '../edits/portEdits'
import { word } from '../figures/told'
import { computeLayout, crossings, type Crossing } from '../layout'
import type { Scheme } from '../scheme'
import { length } from '../units/quantity'
import { GEOMETRY, rule, STATION_OF_RUN } from './finding'

type Piece = Crossing['a']

/** Sides that a hole can be moved to so that its pipe leaves another way. */
const HOURS = [3, 9, 6, 12] as const

const stationOf = ({ kind }: Piece) => (kind === 'pipe' ? 'drop' : STATION_OF_RUN[kind])
const wordOf = ({ kind }: Piece) => word(kind === 'pipe' ? 'downpipe' : `run-${kind}`)

/** The hole in a side that a pipe begins at, where moving it is nobody else's affair. */
function holeOf(scheme: Scheme, { kind, id }: Piece): { vessel: string; port: string } | undefined {
  if (kind === 'overflow') return scheme.overflows.find((route) => route.id === id)?.from
  if (kind === 'link') return scheme.stores.flatMap(({ links }) => links).find((link) => link.id === id)?.from
  return undefined
}

/** The first side of the hole of either pipe from which the two run clear of one another, and into no others; none where there is none. */
function otherSide(scheme: Scheme, { a, b }: Crossing): { vessel: string; port: string; hour: number } | undefined {
  const before = crossings(scheme, computeLayout(scheme)).length
  for (const piece of [b, a]) {
    const hole = holeOf(scheme, piece)
    const hour =
      hole &&
      HOURS.find((clock) => {
        const turned = changePort(scheme, hole.vessel, hole.port, { clock })
        const after = crossings(turned, computeLayout(turned))
        return after.length < before && !after.some((each) => each.a.key === a.key && each.b.key === b.key)
      })
    if (hole && hour !== undefined) return { ...hole, hour }
  }
  return undefined
}

/** Two pipes that the layout leads through one another. */
export const pipesCross = rule(
  'pipesCross',
  ({ path: { scheme, layout, vessels } }) =>
    crossings(scheme, layout).map((crossing) => {
      const { a, b, at, by } = crossing
      const hole = holeOf(scheme, b) ?? holeOf(scheme, a)
      const vessel = hole?.vessel ?? vessels.keys().next().value!
      return {
        severity: 'goes-wrong',
        station: stationOf(b),
        ids: { vessel, run: b.key, other: a.key },
        at: at.z,
        values: { what: wordOf(b), other: wordOf(a), at: length(at.z), by: length(by) },
        source: GEOMETRY,
        mends: otherSide(scheme, crossing) !== undefined,
      }
    }),
  (scheme, { ids }) => {
    const crossing = crossings(scheme, computeLayout(scheme)).find(({ a, b }) => a.key === ids.other && b.key === ids.run)
    const side = crossing && otherSide(scheme, crossing)
    return side ? changePort(scheme, side.vessel, side.port, { clock: side.hour }) : scheme
  },
)
