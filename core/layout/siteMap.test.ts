import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { tanneryRow, withyHard } from '../demo'
import { outlineFromGeoJson } from '../roof/geoJson'
import { computeLayout } from './computeLayout'
import { siteMap, type SiteMap } from './siteMap'

const site = (facing: number) => ({ ...withyHard().site, latitude: 51.48, longitude: -0.12, facing })
const mapOf = (scheme = withyHard().schemes[0]!, facing = 180): SiteMap => siteMap(scheme, computeLayout(scheme), site(facing))
const named = ({ features }: SiteMap, name: string) => features.find(({ properties }) => properties.name === name)!

/** Metres between two positions on a sphere of the mean radius: haversine, as navigators have it. */
function haversine([lonA, latA]: number[], [lonB, latB]: number[]): number {
  const rad = (degrees: number) => (degrees * Math.PI) / 180
  const h = Math.sin(rad(latB! - latA!) / 2) ** 2 + Math.cos(rad(latA!)) * Math.cos(rad(latB!)) * Math.sin(rad(lonB! - lonA!) / 2) ** 2
  return 2 * 6_371_008.8 * Math.asin(Math.sqrt(h))
}

describe('the plan as a map', () => {
  it('puts the first outlet where the site is, and what lies out from the wall to the side that it faces', () => {
    const scheme = withyHard().schemes[0]!
    // 3.4 m out and 4.2 m to the left as one faces the wall.
    for (const [facing, way] of [
      [180, { north: -3.4, east: -4.2 }],
      [0, { north: 3.4, east: 4.2 }],
      [90, { north: -4.2, east: 3.4 }],
      [270, { north: 4.2, east: -3.4 }],
    ] as const) {
      const { geometry } = named(mapOf(scheme, facing), 'Troughs on the hard')
      const [lon, lat] = geometry.coordinates as number[]
      // A minute of latitude is a nautical mile of 1,852 m, to half a percent; one of longitude that by its cosine.
      expect((lat! - 51.48) * 60 * 1852).toBeCloseTo(way.north, 1)
      expect((lon! + 0.12) * 60 * 1852 * Math.cos((51.48 * Math.PI) / 180)).toBeCloseTo(way.east, 1)
    }
  })
  it('keeps every length: a run along its ground, to half a percent of the sphere', () => {
    for (const make of ARRANGEMENTS) {
      const scheme = make()
      const layout = computeLayout(scheme)
      const map = siteMap(scheme, layout, site(215))
      for (const run of layout.runs.values()) {
        const line = map.features.find(
          ({ properties, geometry }) => geometry.type === 'LineString' && properties.name === run.id && properties.kind === run.kind,
        )!
        const points = line.geometry.coordinates as number[][]
        points.slice(1).forEach((to, i) => {
          const [a, b] = [run.points[i]!, run.points[i + 1]!]
          const flat = Math.hypot(b.x - a.x, b.y - a.y)
          expect(Math.abs(haversine(points[i]!, to) - flat)).toBeLessThan(0.005 * flat + 0.003)
          expect(to[2]).toBeCloseTo(b.z, 3)
        })
      }
    }
  })
  it('has roofs that come in again as they were: their area, and their corners’ distances', () => {
    for (const scheme of [...tanneryRow().schemes, ...ARRANGEMENTS.map((make) => make())]) {
      const map = mapOf(scheme, 120)
      for (const { properties, geometry } of map.features.filter((each) => each.properties.kind === 'roof')) {
        const { area } = outlineFromGeoJson(JSON.stringify(geometry))
        expect(area).toBeCloseTo(properties.area as number, 1)
      }
    }
  })
  it('closes its rings and goes round them against the clock, as RFC 7946 asks', () => {
    for (const make of ARRANGEMENTS)
      for (const { geometry } of mapOf(make(), 33).features) {
        if (geometry.type !== 'Polygon') continue
        const [ring] = geometry.coordinates
        expect(ring!.at(-1)).toEqual(ring![0])
        const twice = ring!.slice(1).reduce((sum, [x, y], i) => sum + ring![i]![0]! * y! - x! * ring![i]![1]!, 0)
        expect(twice).toBeGreaterThan(0)
      }
  })
  it('is refused while nobody said where it lies', () => {
    const scheme = withyHard().schemes[0]!
    const layout = computeLayout(scheme)
    expect(() => siteMap(scheme, layout, { ...site(0), longitude: undefined })).toThrow(RangeError)
    expect(() => siteMap(scheme, layout, { ...site(0), facing: undefined })).toThrow(RangeError)
  })
})
