import { eaveSections, placeSections } from '../gutter/alongEave'
import { placed, sectionPlan } from '../roof/sectionPlan'
import type { Scheme } from '../scheme'
import { vec, type Vec3 } from './vector'
import { planFrame } from './walls'

/** A roof section as it lies over the ground, in the job's frame. */
export interface RoofOver {
  section: string
  /** Corners in order; the eave is from the first to the second. `z` is 0: heights are the gutter's. */
  corners: Vec3[]
}

/** Outlines of all roof sections in the job's frame, for the plan and for what stands under them. Source: geometry. */
export function roofOver(scheme: Pick<Scheme, 'gutters' | 'sections' | 'drops'>): RoofOver[] {
  const frame = planFrame(scheme)
  const groups = scheme.gutters.map((gutter) => ({
    gutter,
    sections: eaveSections(scheme, gutter.id),
  }))
  const places = placeSections(groups)
  return scheme.sections.flatMap((section) => {
    const place = places.get(section.id)
    if (!place) return []
    return [{ section: section.id, corners: placed(sectionPlan(section), place).map(({ x, y }) => frame(vec(x, -y, 0))) }]
  })
}

/** The point of some roofs' outlines that is nearest to another on the plan; that point itself under one of them, none without a roof. */
export function nearestOfHouse(roofs: readonly RoofOver[], point: Vec3): Vec3 | undefined {
  if (roofs.some((roof) => isUnder(roof, point))) return { ...point, z: 0 }
  let nearest: Vec3 | undefined
  let least = Infinity
  for (const { corners } of roofs)
    corners.forEach((a, i) => {
      const b = corners[(i + 1) % corners.length]!
      const [x, y] = [b.x - a.x, b.y - a.y]
      const long = x * x + y * y
      const along = long > 0 ? Math.min(1, Math.max(0, ((point.x - a.x) * x + (point.y - a.y) * y) / long)) : 0
      const foot = vec(a.x + along * x, a.y + along * y, 0)
      const apart = Math.hypot(point.x - foot.x, point.y - foot.y)
      if (apart < least) [nearest, least] = [foot, apart]
    })
  return nearest
}

/** Whether a point lies under a roof, and further in than its eave by more than a margin, m. */
export function isUnder({ corners }: RoofOver, point: Vec3, margin = 0): boolean {
  let within = false
  corners.forEach((a, i) => {
    const b = corners[(i + 1) % corners.length]!
    if (a.y > point.y !== b.y > point.y && point.x < ((b.x - a.x) * (point.y - a.y)) / (b.y - a.y) + a.x) within = !within
  })
  if (!within) return false
  const [a, b] = corners
  const long = Math.hypot(b!.x - a!.x, b!.y - a!.y)
  return long < 1e-9 || Math.abs((point.x - a!.x) * (b!.y - a!.y) - (point.y - a!.y) * (b!.x - a!.x)) / long > margin
}
