import type { Vessel } from '../scheme'
import { flangeReach } from './clearance'
import type { PortPose } from './opening'
import { isBox } from './pose'

/** A hole in a vessel's side with the fitting that goes into it. */
interface Fitted {
  bore: number
  pose: PortPose
}

/** Way round the outside from one hole to another, m; on a box straight, and only along one face. */
function around({ body }: Pick<Vessel, 'body'>, a: PortPose, b: PortPose): number {
  const across = Math.hypot(a.at.x - b.at.x, a.at.y - b.at.y)
  if (isBox({ body })) return Math.abs(a.way.x * b.way.x + a.way.y * b.way.y - 1) < 1e-6 ? across : Infinity
  const radius = body.width / 2
  return 2 * radius * Math.asin(Math.min(1, across / (2 * radius)))
}

/** Whether the fittings of two holes in a vessel's side have room beside each other. */
export function besideEachOther(vessel: Pick<Vessel, 'body'>, a: Fitted, b: Fitted): boolean {
  const apart = Math.hypot(around(vessel, a.pose, b.pose), a.pose.at.z - b.pose.at.z)
  return apart >= flangeReach(a.bore) + flangeReach(b.bore) - 1e-9
}
