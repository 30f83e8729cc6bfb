import { intakeLimits, outletLimits, type IntakeLimits } from './intakeLimits'
import type { Intake, WaterPath } from '../path/waterPath'
import { FULL_DUTY, verticalPipeFlow } from '../pipe/verticalPipe'
import { outletShares, type OutletCatch } from '../gutter/outletShares'
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
  /** m³/s in the design rain, with what a hole above it on the fall lets by. */
  arriving: number
  /** What goes down its pipe: all of it, or what its hole takes where another lies below. */
  down: number
  /** The outlet below that gets the rest. */
  onward?: string
  limits: Pick<IntakeLimits, 'gutter' | 'outlet' | 'pipe'>
}

/** A path never changes once it is built, and a dozen of those that read it ask for this. */
const known = new WeakMap<WaterPath, readonly OutletDesign[]>()

/** What arrives at every outlet in the design rain, and what gutter, hole and pipe let by: nothing arrives where no roof drains. */
export function outletDesign(path: WaterPath): readonly OutletDesign[] {
  const before = known.get(path)
  if (before) return before
  const designs = reckon(path)
  known.set(path, designs)
  return designs
}

function reckon(path: WaterPath): OutletDesign[] {
  const { drops, gutters, designIntensity } = path.scheme
  const all = gutters.flatMap((gutter) => {
    const catches = outletShares(gutter)
    const designs = new Map<string, OutletDesign>()
    const of = (catching: OutletCatch): OutletDesign => {
      const { outlet, onward } = catching
      const done = designs.get(outlet.id)
      if (done) return done
      const drop = drops.find(({ id }) => id === outlet.drop)!
      const own = path.feeds.get(drop.id)!.filter((feed) => feed.outlet.outlet.id === outlet.id)
      const limits = {
        ...outletLimits({ gutter, outlet: catching, bends: own[0]?.bends ?? [] }),
        pipe: verticalPipeFlow(drop.bore, FULL_DUTY),
      }
      const shed = designFlow(
        designIntensity,
        own.reduce((sum, { section, share }) => sum + capacityArea(path, section) * share, 0),
      )
      const above = catches.filter((each) => each.onward === outlet.id).map(of)
      const arriving = above.reduce((sum, each) => sum + Math.min(each.arriving, each.limits.gutter) - each.down, shed)
      const design: OutletDesign = {
        gutter,
        outlet,
        drop,
        roof: own.reduce((sum, { section, share }) => sum + planArea(section) * share, 0),
        arriving,
        down: onward === undefined ? arriving : Math.min(arriving, limits.gutter, limits.outlet),
        ...(onward === undefined ? {} : { onward }),
        limits,
      }
      designs.set(outlet.id, design)
      return design
    }
    return catches.map(of)
  })
  return drops.flatMap(({ id }) => all.filter(({ drop }) => drop.id === id))
}

/** Plan area that a drop receives, m². */
export const dropArea = (path: WaterPath, dropId: string): number =>
  path.feeds.get(dropId)!.reduce((sum, { section, share }) => sum + planArea(section) * share, 0)

/** Area that capacities are reckoned with: the plan, and half of the ridge's rise where the scheme counts driving rain. */
const capacityArea = ({ scheme }: WaterPath, section: RoofSection): number => (scheme.windOnPitch ? windArea(section) : planArea(section))

/** Area that brings a drop its design rain, m². */
export const dropCapacityArea = (path: WaterPath, dropId: string): number =>
  path.feeds.get(dropId)!.reduce((sum, { section, share }) => sum + capacityArea(path, section) * share, 0)

/** A pipe and all that join it, by their ids, however many follow one another. */
export function withJoined({ scheme }: WaterPath, dropId: string): Set<string> {
  const ids = new Set([dropId])
  for (let grew = true; grew;) {
    grew = false
    for (const { id, end } of scheme.drops)
      if (end.kind === 'drop' && ids.has(end.drop) && !ids.has(id)) {
        ids.add(id)
        grew = true
      }
  }
  return ids
}

/**
 * What comes down a pipe in the design rain, by its own outlets and by the pipes that join it, m³/s: its roof's water, with what
 * holes above its own let by and without what its own let by to others.
 */
export function dropFlow(path: WaterPath, dropId: string): number {
  const pipes = withJoined(path, dropId)
  return outletDesign(path).reduce((sum, { drop, down }) => sum + (pipes.has(drop.id) ? down : 0), 0)
}

/** Flow into a vessel in the design rain: all that arrives, or what its diverter lets aside, m³/s. */
export function designInflow(path: WaterPath, intake: Intake): number {
  const arriving = dropFlow(path, intake.drop.id)
  const { film, hose, gathered } = intakeLimits(path, intake, 0)
  return Math.min(gathered * Math.min(arriving, film), hose)
}
