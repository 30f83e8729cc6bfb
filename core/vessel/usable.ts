import type { PlacedVessel, WaterPath } from '../path/waterPath'
import type { Port, PortRole } from '../scheme'
import { volumeAt } from './levelVolume'

/** Heights above the paving between which a store's water can be used, and what that holds. */
export interface Usable {
  /** Full level: where water first runs away, m. */
  top: number
  /** What sets the full level. */
  topBy: 'overflow' | 'diverter' | 'rim'
  /** Draw-off level, m. */
  bottom: number
  /** m³. */
  volume: number
  /** What the sellers say the vessels hold, m³. */
  nominal: number
}

export const portsOf = ({ vessel }: PlacedVessel, role: PortRole): Port[] => vessel.ports.filter((port) => port.role === role)

/** Lip of a ring trough above the paving, m. */
export const lipOf = ({ mark, lipBelowMark }: { mark: number; lipBelowMark: number }) => mark - lipBelowMark

function fullLevel(path: WaterPath, placed: readonly PlacedVessel[], storeId: string): Pick<Usable, 'top' | 'topBy'> {
  const candidates: Pick<Usable, 'top' | 'topBy'>[] = placed.map(({ vessel, foot }) => ({
    top: foot + vessel.body.rim,
    topBy: 'rim' as const,
  }))
  for (const each of placed) {
    for (const port of portsOf(each, 'overflow')) {
      // An overflow that only feeds the next vessel of the group does not cap the group.
      const leads = path.overflows.get(storeId)!.some(({ from }) => from.vessel === each.vessel.id && from.port === port.id)
      if (leads) candidates.push({ top: each.foot + port.at, topBy: 'overflow' })
    }
  }
  for (const { device } of path.intakes.get(storeId)!) {
    if (device?.kind === 'ring-trough') candidates.push({ top: lipOf(device), topBy: 'diverter' })
  }
  return candidates.reduce((low, candidate) => (candidate.top < low.top ? candidate : low))
}

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

/**
 * Usable volume of a store: what stands between its full level and its draw-off, vessel by vessel.
 *
 * `V = Σ [V_i(z_top) − V_i(max(z_draw, z_port,i))]`: a vessel linked low gives nothing below its own link.
 *
 * @throws RangeError when the path has no such store
 * Source: geometry; `level-loss` in the check values.
 */
export function usableVolume(path: WaterPath, storeId: string): Usable {
  const placed = [...path.vessels.values()].filter(({ store }) => store.id === storeId)
  if (placed.length === 0) throw new RangeError(`no store ${storeId}`)
  const { top, topBy } = fullLevel(path, placed, storeId)
  const bottom = drawLevel(path, placed)
  const volume = placed.reduce((sum, each) => {
    const links = portsOf(each, 'link').map(({ at }) => each.foot + at)
    const floor = placed.length > 1 && links.length > 0 ? Math.max(bottom, Math.min(...links)) : bottom
    return sum + Math.max(0, volumeAt(each.vessel.body, top - each.foot) - volumeAt(each.vessel.body, floor - each.foot))
  }, 0)
  return { top, topBy, bottom, volume, nominal: placed.reduce((sum, { vessel }) => sum + vessel.nominal, 0) }
}
