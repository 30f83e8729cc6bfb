import { intakeLimits, outletLimits, type IntakeLimits } from './intakeLimits'
import type { Intake, WaterPath } from '../path/waterPath'
import { FULL_DUTY, verticalPipeFlow } from '../pipe/verticalPipe'
import { outletShares } from '../gutter/outletShares'
import { planArea, windArea } from '../roof/planArea'
import type { Drop, Gutter, Outlet, RoofSection } from '../scheme'

/** mm/h on m² to m³/s. */
const PER_HOUR = 1 / 3.6e6

/**
 * Flow that a design intensity brings off a plan area, every drop of it: `i·A/3600`, runoff share 1.
 *
 * @param intensity mm/h
 * @param area m²
 * @returns m³/s. Source: EN 12056-3:2000, from memory.
 */
export const designFlow = (intensity: number, area: number) => intensity * area * PER_HOUR

export interface OutletDesign {
  gutter: Gutter
  outlet: Outlet
  drop: Drop
  /** Plan area that reaches it, m². */
  roof: number
  /** m³/s in the design rain. */
  arriving: number
  limits: Pick<IntakeLimits, 'gutter' | 'outlet' | 'pipe'>
}

/** What arrives at every outlet in the design rain, and what gutter, hole and pipe let by: nothing arrives where no roof drains. */
export function outletDesign(path: WaterPath): OutletDesign[] {
  return path.scheme.drops.flatMap((drop) => {
    const catches = path.scheme.gutters.flatMap((gutter) =>
      outletShares(gutter)
        .filter(({ outlet }) => outlet.drop === drop.id)
        .map((catching) => ({ gutter, catching })),
    )
    return catches.map(({ gutter, catching }) => {
      const own = path.feeds.get(drop.id)!.filter(({ outlet }) => outlet.outlet === catching.outlet)
      const roof = own.reduce((sum, { section, share }) => sum + capacityArea(path, section) * share, 0)
      return {
        gutter,
        outlet: catching.outlet,
        drop,
        roof: own.reduce((sum, { section, share }) => sum + planArea(section) * share, 0),
        arriving: designFlow(path.scheme.designIntensity, roof),
        limits: { ...outletLimits({ gutter, outlet: catching, bends: own[0]?.bends ?? [] }), pipe: verticalPipeFlow(drop.bore, FULL_DUTY) },
      }
    })
  })
}

/** Plan area that a drop receives, m². */
export const dropArea = (path: WaterPath, dropId: string): number =>
  path.feeds.get(dropId)!.reduce((sum, { section, share }) => sum + planArea(section) * share, 0)

/** Area that capacities are reckoned with: the plan, and half of the ridge's rise where the scheme counts driving rain. */
const capacityArea = ({ scheme }: WaterPath, section: RoofSection): number => (scheme.windOnPitch ? windArea(section) : planArea(section))

/** Area that brings a drop its design rain, m². */
export const dropCapacityArea = (path: WaterPath, dropId: string): number =>
  path.feeds.get(dropId)!.reduce((sum, { section, share }) => sum + capacityArea(path, section) * share, 0)

/** Flow into a vessel in the design rain: all that arrives, or what its diverter lets aside, m³/s. */
export function designInflow(path: WaterPath, intake: Intake): number {
  const arriving = designFlow(path.scheme.designIntensity, dropCapacityArea(path, intake.drop.id))
  const { film, hose, gathered } = intakeLimits(path, intake, 0)
  return Math.min(gathered * Math.min(arriving, film), hose)
}
