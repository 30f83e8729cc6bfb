import { metresPerDegree } from '../roof/geoJson'
import { insideArea, twiceArea } from '../roof/sectionPlan'
import type { Scheme, Site } from '../scheme'
import type { Layout } from './computeLayout'
import { cornersOf } from './clearance'
import { roofOver } from './house'
import type { Vec3 } from './vector'

/** A round vessel has so many corners on a map. */
const CORNERS = 32
/** Decimals of a degree: a millimetre on the ground has eight. */
const DECIMALS = 8

export interface SiteMap {
  type: 'FeatureCollection'
  features: { type: 'Feature'; properties: Record<string, string | number>; geometry: Geometry }[]
}
type Geometry =
  | { type: 'Point'; coordinates: number[] }
  | { type: 'LineString'; coordinates: number[][] }
  | { type: 'Polygon'; coordinates: number[][][] }

/**
 * What is on the plan as GeoJSON (RFC 7946): roofs and vessels as areas, runs as lines, downpipes and places as points, each with
 * its name and kind; heights above the paving as a third coordinate of lines and points.
 *
 * @param site its latitude and longitude are those of the first outlet; `facing` is the way out of the first wall
 * @throws RangeError where longitude or facing were never said
 * Source: WGS 84 ellipsoid, closed form, flat over the plot.
 */
export function siteMap(scheme: Scheme, layout: Layout, { latitude, longitude, facing }: Site): SiteMap {
  if (longitude === undefined || facing === undefined) throw new RangeError('longitude and facing must be said')
  const { east, north } = metresPerDegree(latitude)
  const out = (facing * Math.PI) / 180
  const round = (value: number) => Math.round(value * 10 ** DECIMALS) / 10 ** DECIMALS
  /** Right along the first wall, as one faces it, is a quarter turn back from the way out of it. */
  const position = ({ x, y }: { x: number; y: number }): number[] => [
    round(longitude + (y * Math.sin(out) - x * Math.cos(out)) / east),
    round(latitude + (y * Math.cos(out) + x * Math.sin(out)) / north),
  ]
  const high = (at: Vec3): number[] => [...position(at), Math.round(at.z * 1000) / 1000]
  const ring = (corners: readonly Vec3[]): number[][] => {
    // The outside goes round against the clock; our frame is seen with the wall at the top, and turns the other way.
    const ordered = twiceArea(corners) > 0 ? corners.toReversed() : corners
    return [...ordered, ordered[0]!].map(position)
  }
  const area = (corners: readonly Vec3[]): Geometry => ({ type: 'Polygon', coordinates: [ring(corners)] })
  const feature = (kind: string, name: string, geometry: Geometry, more: Record<string, number> = {}) => ({
    type: 'Feature' as const,
    properties: { kind, name, ...more },
    geometry,
  })
  const sections = new Map(scheme.sections.map(({ id, name }) => [id, name]))
  return {
    type: 'FeatureCollection',
    features: [
      ...roofOver(scheme).map(({ section, corners }) =>
        feature('roof', sections.get(section)!, area(corners), { area: Math.round(insideArea(corners) * 100) / 100 }),
      ),
      ...scheme.stores
        .flatMap(({ vessels }) => vessels)
        .map(({ id, name, nominal }) => {
          const pose = layout.vessels.get(id)!
          const corners = pose.round
            ? Array.from({ length: CORNERS }, (_, i): Vec3 => {
                const turn = (2 * Math.PI * i) / CORNERS
                return {
                  x: pose.foot.x + pose.half.width * Math.cos(turn),
                  y: pose.foot.y + pose.half.width * Math.sin(turn),
                  z: pose.foot.z,
                }
              })
            : cornersOf(pose)
          return feature('vessel', name, area(corners), { foot: pose.foot.z, volume: nominal })
        }),
      ...[...layout.runs.values()].map(({ kind, id, bore, length, points }) =>
        feature(kind, id, { type: 'LineString', coordinates: points.map(high) }, { bore, length: Math.round(length * 1000) / 1000 }),
      ),
      ...scheme.drops.flatMap(({ id, name }) => {
        const pipe = layout.pipes.get(id)
        return pipe ? [feature('downpipe', name, { type: 'Point', coordinates: high(pipe.axis) })] : []
      }),
      ...scheme.places.map(({ id, name, what }) => feature(what, name, { type: 'Point', coordinates: high(layout.places.get(id)!) })),
    ],
  }
}
