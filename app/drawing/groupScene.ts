import { fullLevels, volumeAt } from '#core/vessel'
import type { WaterPath } from '#core/path'
import type { BaseKind, Vessel } from '#core/scheme'
import type { Box, Point } from './shapes'

/** What a vessel stands on: all of it, and its parts from below upwards. */
export interface StandScene {
  box: Box
  parts: { kind: BaseKind; box: Box }[]
}

/** A base drawn to scale under the vessel that it carries: its parts add up to its height. */
export function standScene(
  { base, body }: Pick<Vessel, 'base' | 'body'>,
  middle: number,
  foot: number,
  at: { scale: number; y: (height: number) => number },
): StandScene {
  const width = Math.max(base.width, body.width) * at.scale
  const box = (low: number, height: number): Box => ({ x: middle - width / 2, y: at.y(low + height), width, height: height * at.scale })
  const built = base.parts.reduce((sum, { height }) => sum + height, 0)
  let low = foot - built
  const parts = base.parts.map(({ kind, height }) => {
    const part = { kind, box: box(low, height) }
    low += height
    return part
  })
  return { box: box(foot - built, built), parts }
}

/** One vessel in px. */
export interface VesselScene {
  id: string
  name: string
  body: Box
  round: boolean
  rim: number
  floor: number
  full: number
  lid: Vessel['lid']
  tote: boolean
  stand: StandScene
  /** Up to where it is full. */
  water: Box
}

export interface LinkScene {
  id: string
  route: Point[]
  middle: Point
  width: number
  shut: boolean
}

/** All vessels of a store in the plane of the section, the fed one first, the others in a row beside it or on it. */
export interface GroupScene {
  vessels: VesselScene[]
  links: LinkScene[]
  /** Right edge of all. */
  right: number
}

/** Room between two vessels in the drawing, m. */
const BETWEEN = 0.32

/** Vessels of a store in drawing order, each with the column that it stands in. */
function columnsOf(path: WaterPath, storeId: string, fed: string): { id: string; column: number }[] {
  const placed = [...path.vessels.values()].filter(({ store }) => store.id === storeId)
  const rootOf = (id: string): string => {
    const { on } = placed.find(({ vessel }) => vessel.id === id)!.vessel
    return on === undefined ? id : rootOf(on)
  }
  const columns: string[] = [rootOf(fed)]
  for (const { vessel } of placed) if (!columns.includes(rootOf(vessel.id))) columns.push(rootOf(vessel.id))
  return placed.map(({ vessel }) => ({ id: vessel.id, column: columns.indexOf(rootOf(vessel.id)) }))
}

const wide = ({ body, base }: Vessel) => Math.max(body.width, base.width)

/** Width of a whole group side by side, m. */
export function groupWidth(path: WaterPath, storeId: string, fed: string): number {
  const columns = columnsOf(path, storeId, fed)
  const count = Math.max(...columns.map(({ column }) => column)) + 1
  let width = BETWEEN * (count - 1)
  for (let n = 0; n < count; n++)
    width += Math.max(...columns.filter(({ column }) => column === n).map(({ id }) => wide(path.vessels.get(id)!.vessel)))
  return width
}

/** Highest top of a group, m above the paving. */
export const groupTop = (path: WaterPath, storeId: string): number =>
  Math.max(...[...path.vessels.values()].filter(({ store }) => store.id === storeId).map(({ vessel, foot }) => foot + vessel.body.height))

/**
 * Lays a group out to scale.
 *
 * @param left of the fed vessel's body, px
 */
export function groupScene(
  path: WaterPath,
  storeId: string,
  fed: string,
  at: { left: number; scale: number; y: (height: number) => number },
): GroupScene {
  const px = (metres: number) => metres * at.scale
  const fulls = fullLevels(path)
  const columns = columnsOf(path, storeId, fed)
  const count = Math.max(...columns.map(({ column }) => column)) + 1
  const starts: number[] = []
  let x = at.left - px((wide(path.vessels.get(fed)!.vessel) - path.vessels.get(fed)!.vessel.body.width) / 2)
  for (let n = 0; n < count; n++) {
    starts.push(x)
    const width = Math.max(...columns.filter(({ column }) => column === n).map(({ id }) => wide(path.vessels.get(id)!.vessel)))
    x += px(width + BETWEEN)
  }
  const vessels = columns.map(({ id, column }): VesselScene => {
    const { vessel, foot } = path.vessels.get(id)!
    const { body } = vessel
    const left = starts[column]! + px((wide(vessel) - body.width) / 2)
    const box: Box = { x: left, y: at.y(foot + body.height), width: px(body.width), height: px(body.height) }
    const full = Math.min(fulls.get(id)!, foot + body.rim)
    const floor = at.y(foot + body.floor)
    return {
      id,
      name: vessel.name,
      body: box,
      round: !(body.kind === 'upright' && body.plan === 'box'),
      rim: at.y(foot + body.rim),
      floor,
      full: at.y(full),
      lid: vessel.lid,
      tote: vessel.family === 'tote',
      stand: standScene(vessel, left + box.width / 2, foot, at),
      water: { x: left + 2, y: at.y(full), width: box.width - 4, height: Math.max(0, floor - at.y(full)) },
    }
  })
  const byId = new Map(vessels.map((vessel) => [vessel.id, vessel]))
  const store = path.scheme.stores.find(({ id }) => id === storeId)!
  const links = store.links.map((link): LinkScene => {
    const [a, b] = [byId.get(link.from.vessel)!, byId.get(link.to.vessel)!]
    const heightOf = (end: typeof link.from) => {
      const { vessel, foot } = path.vessels.get(end.vessel)!
      const port = vessel.ports.find(({ id }) => id === end.port)!
      return at.y(foot + port.at + (port.role === 'inlet' ? 0 : link.bore / 2))
    }
    const [left, right] = a.body.x <= b.body.x ? [a, b] : [b, a]
    const [from, to] = left === a ? [link.from, link.to] : [link.to, link.from]
    const stacked = Math.abs(a.body.x - b.body.x) < 1
    const start = stacked
      ? { x: a.body.x + a.body.width * 0.7, y: heightOf(link.from) }
      : { x: left.body.x + left.body.width, y: heightOf(from) }
    const end = stacked ? { x: start.x, y: heightOf(link.to) } : { x: right.body.x, y: heightOf(to) }
    // Vessels that do not stand side by side in the drawing are joined along the ground, in front of what stands between.
    const columnOf = (id: string) => columns.find((each) => each.id === id)!.column
    const apart = Math.abs(columnOf(link.from.vessel) - columnOf(link.to.vessel)) > 1
    const aside = px(BETWEEN) / 3
    const low = at.y(0.05)
    const route = apart
      ? [
          start,
          { x: start.x + aside, y: start.y },
          { x: start.x + aside, y: low },
          { x: end.x - aside, y: low },
          { x: end.x - aside, y: end.y },
          end,
        ]
      : [start, end]
    return {
      id: link.id,
      route,
      middle: apart ? { x: start.x + aside, y: (start.y + low) / 2 } : { x: (start.x + end.x) / 2, y: (start.y + end.y) / 2 },
      width: Math.max(5, px(link.bore) + 2),
      shut: link.valve === 'shut',
    }
  })
  return {
    vessels,
    links,
    right: Math.max(...vessels.map(({ body, stand }) => Math.max(body.x + body.width, stand.box.x + stand.box.width))),
  }
}

/** Water that a vessel holds at a height, m³; for what is written in it. */
export function heldAt(path: WaterPath, vesselId: string, height: number): number {
  const { vessel, foot } = path.vessels.get(vesselId)!
  return volumeAt(vessel.body, height - foot)
}
