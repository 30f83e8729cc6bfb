import type { OverflowRoute } from '../scheme'
import { endsOnGround } from './places'
import { legsOf } from './route'
import type { Run } from './runs'

/** Corrugated drain pipe holds water back as so much smooth pipe: Manning's n of 0.016 over 0.009, squared. */
export const CORRUGATED = (0.016 / 0.009) ** 2

/** A leg that comes down more than it goes on is upright. */
const isDown = (from: Run['points'][number], to: Run['points'][number]): boolean => from.z - to.z > Math.hypot(to.x - from.x, to.y - from.y)

/** How many of its first legs an overflow needs to come down; what is left leads on over the ground. */
export function legsDown({ points }: Pick<Run, 'points'>): number {
  for (let i = points.length - 1; i > 0; i--) if (isDown(points[i - 1]!, points[i]!)) return i
  return 0
}

const sum = (legs: readonly number[]): number => legs.reduce((total, leg) => total + leg, 0)
const legsAway = (run: Pick<Run, 'points'>): number[] => legsOf(run.points).slice(legsDown(run))

/** How much of an overflow leads on over the ground, m. */
export const lengthAway = (run: Pick<Run, 'points'>): number => sum(legsAway(run))

/** Nothing narrower is joined to corrugated pipe, m: hose is not, nor waste pipe of an inch and a half. Common practice. */
const NARROWEST = 0.045

/** Whether an overflow can lead on in corrugated pipe: wide enough, and out over the ground. */
export const mayLeadOn = ({ bore, to }: Pick<OverflowRoute, 'bore' | 'to'>): boolean => bore >= NARROWEST && endsOnGround(to)

/** Legs of an overflow that are of corrugated pipe, m; none where it is asked for in vain. */
export const corrugatedLegs = (route: Pick<OverflowRoute, 'bore' | 'to' | 'onward'>, run: Pick<Run, 'points'>): number[] =>
  route.onward === 'corrugated' && mayLeadOn(route) ? legsAway(run) : []
