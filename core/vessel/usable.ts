import { lipOf } from '../layout'
import { overflowStarts, portInvert, portOf } from '../path/portHeights'
import type { PlacedVessel, WaterPath } from '../path/waterPath'
import type { Port, PortRole } from '../scheme'
import { volumeAt } from './levelVolume'

/** Heights above the paving between which a store's water can be used, and what that holds. */
export interface Usable {
  /** Full level: where water first runs away, m. */
  top: number
  /** What sets the full level. */
  topBy: 'overflow' | 'diverter' | 'float' | 'rim'
  /** Draw-off level, m. */
  bottom: number
  /** m³. */
  volume: number
  /** What the sellers say the vessels hold, m³. */
  nominal: number
}

export const portsOf = ({ vessel }: PlacedVessel, role: PortRole): Port[] => vessel.ports.filter((port) => port.role === role)

type Full = Pick<Usable, 'top' | 'topBy'>
const lowest = (candidates: readonly Full[]): Full => candidates.reduce((low, candidate) => (candidate.top < low.top ? candidate : low))

/** Where water first runs away from one vessel of a store. */
function fullLevelOf(path: WaterPath, each: PlacedVessel): Full {
  const storeId = each.store.id
  const candidates: Full[] = [{ top: each.foot + each.vessel.body.rim, topBy: 'rim' }]
  for (const port of portsOf(each, 'overflow')) {
    // A route leads out; in a cascade so does the pipe to the next vessel.
    const route = path.overflows.get(storeId)!.find(({ from }) => from.vessel === each.vessel.id && from.port === port.id)
    const cascades = each.store.links.some(
      ({ kind, from }) => kind === 'cascade' && from.vessel === each.vessel.id && from.port === port.id,
    )
    if (route) candidates.push({ top: overflowStarts(path, route), topBy: 'overflow' })
    else if (cascades) candidates.push({ top: each.foot + port.at, topBy: 'overflow' })
  }
  for (const { device, vessel } of path.intakes.get(storeId)!) {
    if (device?.kind === 'ring-trough' && vessel.id === each.vessel.id) candidates.push({ top: lipOf(device), topBy: 'diverter' })
    if (device?.kind === 'float-shut' && vessel.id === each.vessel.id) candidates.push({ top: device.height, topBy: 'float' })
  }
  return lowest(candidates)
}

/**
 * Level at which each vessel is full, m above the paving, by its id: where its own water first runs away, or that of the
 * vessels it shares a level with.
 */
export function fullLevels(path: WaterPath): Map<string, number> {
  const placed = [...path.vessels.values()]
  const own = new Map(placed.map((each) => [each.vessel.id, fullLevelOf(path, each).top]))
  const level = ({ store }: PlacedVessel) =>
    Math.min(...placed.filter((each) => each.store.id === store.id).map(({ vessel }) => own.get(vessel.id)!))
  return new Map(placed.map((each) => [each.vessel.id, sharesLevel(each) ? level(each) : own.get(each.vessel.id)!]))
}

/** Vessels that share one level; the rest of the arrangements fill each to its own. */
const sharesLevel = ({ store }: PlacedVessel) => store.arrangement === 'single' || store.arrangement === 'linked-low'

/** Lowest level a store can be drawn to: its lowest tap or pump suction, else its floors. */
function drawLevel(path: WaterPath, placed: readonly PlacedVessel[]): number {
  const ports = [...path.scheme.taps, ...path.scheme.pumps.map(({ from }) => from)]
  const heights = ports.flatMap(({ vessel: id, port: portId }) => {
    const at = placed.find(({ vessel }) => vessel.id === id)
    const port = at?.vessel.ports.find((candidate) => candidate.id === portId)
    return at && port ? [at.foot + port.at] : []
  })
  return heights.length > 0 ? Math.min(...heights) : Math.min(...placed.map(({ vessel, foot }) => foot + vessel.body.floor))
}

/** Lowest tap or pump suction of one vessel above the paving, m; undefined when nothing draws from it. */
function ownDrawLevel({ scheme }: WaterPath, { vessel, foot }: PlacedVessel): number | undefined {
  const drawing = [...scheme.taps, ...scheme.pumps.map(({ from }) => from)].filter((each) => each.vessel === vessel.id)
  const heights = drawing.flatMap(({ port: id }) => vessel.ports.filter((port) => port.id === id).map(({ at }) => foot + at))
  return heights.length > 0 ? Math.min(...heights) : undefined
}

/**
 * Usable volume of one vessel of a cascade, m³: from its own overflow down to its own tap. A vessel that nothing draws from
 * stays full and only hands on.
 *
 * @throws RangeError when the path has no such vessel
 */
export function vesselUsable(path: WaterPath, vesselId: string): number {
  const placed = path.vessels.get(vesselId)
  if (!placed) throw new RangeError(`no vessel ${vesselId}`)
  const draw = ownDrawLevel(path, placed)
  if (draw === undefined) return 0
  const { body } = placed.vessel
  return Math.max(0, volumeAt(body, fullLevelOf(path, placed).top - placed.foot) - volumeAt(body, draw - placed.foot))
}

/**
 * Level to which each vessel of a store can be drained through what draws from it, m above the paving: its own tap, or over open
 * links to the tap of another, no lower than any link's end on the way. A vessel that no tap reaches is left out.
 */
function drainLevels(path: WaterPath, placed: readonly PlacedVessel[]): Map<string, number> {
  const levels = new Map<string, number>()
  for (const each of placed) {
    const own = ownDrawLevel(path, each)
    if (own !== undefined) levels.set(each.vessel.id, own)
  }
  // Where nothing draws yet, as if a tap were at the lowest floor.
  if (levels.size === 0) {
    const floors = placed.map((each) => ({ id: each.vessel.id, floor: each.foot + each.vessel.body.floor }))
    const least = floors.reduce((low, each) => (each.floor < low.floor ? each : low))
    levels.set(least.id, least.floor)
  }
  const links = placed[0]!.store.links.filter(({ kind, valve }) => kind !== 'cascade' && valve !== 'shut')
  const invert = (vesselId: string, portId: string) => {
    const at = path.vessels.get(vesselId)!
    return portInvert(at, portOf(at, portId))
  }
  // Each round settles one vessel at the least, as in any search for the lowest pass.
  for (let round = 0; round < placed.length; round++)
    for (const { from, to } of links) {
      const sill = Math.max(invert(from.vessel, from.port), invert(to.vessel, to.port))
      for (const [near, far] of [
        [from.vessel, to.vessel],
        [to.vessel, from.vessel],
      ] as const) {
        const reached = levels.get(far)
        if (reached === undefined) continue
        levels.set(near, Math.min(levels.get(near) ?? Infinity, Math.max(reached, sill)))
      }
    }
  return levels
}

/** Level to which one vessel can be drained, m above the paving; its own floor where no tap reaches it. */
export function drainLevel(path: WaterPath, { vessel, store, foot }: PlacedVessel): number {
  const placed = [...path.vessels.values()].filter((each) => each.store.id === store.id)
  return Math.max(foot + vessel.body.floor, drainLevels(path, placed).get(vessel.id) ?? foot + vessel.body.floor)
}

/**
 * Usable volume of a store: what stands between its full level and its draw-off, vessel by vessel.
 *
 * `V = Σ [V_i(z_top) − V_i(max(z_draw, z_port,i))]`: vessels linked low share one level, the lowest way out of any, and
 * give nothing below their own links but by a tap of their own. In a cascade each vessel gives what stands above its own tap; in
 * a stack and on a manifold what can run down through open valves.
 *
 * @throws RangeError when the path has no such store
 * Source: geometry; `level-loss` in the check values.
 */
export function usableVolume(path: WaterPath, storeId: string): Usable {
  const placed = [...path.vessels.values()].filter(({ store }) => store.id === storeId)
  if (placed.length === 0) throw new RangeError(`no store ${storeId}`)
  const fulls = new Map(placed.map((each) => [each.vessel.id, fullLevelOf(path, each)]))
  const led = path.intakes.get(storeId)![0]?.vessel.id ?? placed[0]!.vessel.id
  const level = sharesLevel(placed[0]!)
  const { top, topBy } = level ? lowest([...fulls.values()]) : fulls.get(led)!
  const bottom = drawLevel(path, placed)
  const drains = drainLevels(path, placed)
  const volume = placed.reduce((sum, each) => {
    if (each.store.arrangement === 'cascade') return sum + vesselUsable(path, each.vessel.id)
    const floor = drains.get(each.vessel.id)
    if (floor === undefined) return sum
    const full = level ? top : fulls.get(each.vessel.id)!.top
    return sum + Math.max(0, volumeAt(each.vessel.body, full - each.foot) - volumeAt(each.vessel.body, floor - each.foot))
  }, 0)
  return { top, topBy, bottom, volume, nominal: placed.reduce((sum, { vessel }) => sum + vessel.nominal, 0) }
}
