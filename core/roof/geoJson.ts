import { crossesItself, insideArea, type Point } from './sectionPlan'

/** Why an outline from a map cannot be taken. */
export class OutlineError extends Error {
  constructor(
    readonly reason: 'notJson' | 'noPolygon' | 'position' | 'latitude' | 'corners' | 'crosses' | 'tooLarge',
    readonly found: string,
  ) {
    super(`${reason}: ${found}`)
    this.name = 'OutlineError'
  }
}

/** Largest roof this tool takes, m²: ten hectares; and how far its corners may lie apart, m, as in the document. */
const MOST_AREA = 100_000
const MOST_REACH = 1000
const LEAST_AREA = 0.1
/** Collections within collections: no map nests deeper. */
const MOST_NESTED = 8
const MOST_CORNERS = 200
/** WGS 84: half axis, m, and eccentricity squared. */
const AXIS = 6_378_137
const ECCENTRICITY = 0.00669437999014

const isObject = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value)

/** The first polygon's outer ring in a GeoJSON object of any kind. */
function outerRing(value: unknown, nested = 0): unknown {
  if (!isObject(value) || nested > MOST_NESTED) return undefined
  if (value.type === 'FeatureCollection' && Array.isArray(value.features))
    return value.features.map((each) => outerRing(each, nested + 1)).find((ring) => ring !== undefined)
  if (value.type === 'GeometryCollection' && Array.isArray(value.geometries))
    return value.geometries.map((each) => outerRing(each, nested + 1)).find((ring) => ring !== undefined)
  if (value.type === 'Feature') return outerRing(value.geometry, nested + 1)
  const { coordinates } = value
  if (value.type === 'Polygon' && Array.isArray(coordinates)) return coordinates[0]
  if (value.type === 'MultiPolygon' && Array.isArray(coordinates) && Array.isArray(coordinates[0])) return (coordinates[0] as unknown[])[0]
  return undefined
}

/** Metres to a degree of longitude and of latitude at a latitude. Source: WGS 84 ellipsoid, closed form. */
export function metresPerDegree(latitude: number): { east: number; north: number } {
  const phi = (latitude * Math.PI) / 180
  const w = 1 - ECCENTRICITY * Math.sin(phi) ** 2
  return { east: ((Math.PI / 180) * AXIS * Math.cos(phi)) / Math.sqrt(w), north: ((Math.PI / 180) * AXIS * (1 - ECCENTRICITY)) / w ** 1.5 }
}

/**
 * A roof's outline from GeoJSON (RFC 7946: longitude, latitude), laid flat at its own latitude; its longest side becomes
 * the eave. Height and holes are passed over.
 *
 * @returns corners in m, the latitude of its middle in degrees, its area in m²
 * @throws OutlineError saying what is wrong with it
 */
export function outlineFromGeoJson(text: string): { corners: Point[]; latitude: number; area: number } {
  let parsed: unknown
  try {
    parsed = JSON.parse(text)
  } catch {
    throw new OutlineError('notJson', text.trim().slice(0, 40))
  }
  const ring = outerRing(parsed)
  if (!Array.isArray(ring)) throw new OutlineError('noPolygon', isObject(parsed) ? String(parsed.type) : typeof parsed)
  const positions = ring.map((position: unknown): Point => {
    if (!Array.isArray(position) || typeof position[0] !== 'number' || typeof position[1] !== 'number')
      throw new OutlineError('position', JSON.stringify(position).slice(0, 60))
    const [x, y] = position as [number, number]
    if (Math.abs(y) > 90) throw new OutlineError('latitude', String(y))
    if (Math.abs(x) > 180) throw new OutlineError('position', String(x))
    return { x, y }
  })
  const [first, last] = [positions[0], positions.at(-1)]
  if (positions.length > 1 && first!.x === last!.x && first!.y === last!.y) positions.pop()
  if (positions.length < 3 || positions.length > MOST_CORNERS) throw new OutlineError('corners', String(positions.length))
  const latitude = positions.reduce((sum, { y }) => sum + y, 0) / positions.length
  const { east, north } = metresPerDegree(latitude)
  const flat = positions.map(({ x, y }) => ({ x: (x - positions[0]!.x) * east, y: (y - positions[0]!.y) * north }))
  if (crossesItself(flat)) throw new OutlineError('crosses', String(positions.length))
  const area = insideArea(flat)
  if (area > MOST_AREA) throw new OutlineError('tooLarge', area.toExponential(1))
  if (area < LEAST_AREA) throw new OutlineError('corners', String(positions.length))
  if (flat.some(({ x, y }) => Math.hypot(x, y) > MOST_REACH / 2)) throw new OutlineError('tooLarge', area.toExponential(1))
  const sides = flat.map((a, i) => Math.hypot(flat[(i + 1) % flat.length]!.x - a.x, flat[(i + 1) % flat.length]!.y - a.y))
  const longest = sides.indexOf(Math.max(...sides))
  const round = (value: number) => Math.round(value * 1000) / 1000
  return {
    corners: [...flat.slice(longest), ...flat.slice(0, longest)].map(({ x, y }) => ({ x: round(x), y: round(y) })),
    latitude,
    area,
  }
}
