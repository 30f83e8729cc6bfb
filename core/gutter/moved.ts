import type { Outlet } from '../scheme'

/** An outlet that goes no farther than this stays in its hole, m. */
const STAYS = 0.05

/** Whether an outlet leaves the hole in which it was found, which is closed then. */
export const isMoved = ({ at, was }: Pick<Outlet, 'at' | 'was'>): boolean => was !== undefined && Math.abs(at - was) > STAYS
