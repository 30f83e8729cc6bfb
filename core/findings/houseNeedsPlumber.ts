import { COMMON_PRACTICE, rule } from './finding'

/** Rain water and house plumbing meet only by an air gap that a licensed trade has made. */
export const houseNeedsPlumber = rule('houseNeedsPlumber', ({ path }) =>
  path.scheme.pumps.map(({ id, to, from }) =>
    to.kind === 'house' && !to.professional
      ? { severity: 'stops', station: 'draw', ids: { tap: id, vessel: from.vessel }, source: COMMON_PRACTICE }
      : undefined,
  ),
)
