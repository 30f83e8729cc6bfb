import { COMMON_PRACTICE, rule } from './finding'

/** Two ends that no chain of fittings joins. */
export const noFittingExists = rule('noFittingExists', ({ assembly }) =>
  assembly.joints
    .filter(({ state }) => state === 'none')
    .map(({ key, station, upper, lower }) => ({
      severity: 'goes-wrong' as const,
      station,
      ids: { joint: key },
      values: { upper: { end: upper.end }, lower: { end: lower.end } },
      source: COMMON_PRACTICE,
    })),
)
