import { clearFittings } from '../edits/buildEdits'
import { COMMON_PRACTICE, rule } from './finding'

/** Fittings that somebody put in and that do not go together. */
export const endsDoNotMate = rule(
  'endsDoNotMate',
  ({ assembly }) =>
    assembly.joints.flatMap(({ key, station, bad }) =>
      bad.slice(0, 1).map(({ upper, lower, why }) => ({
        severity: 'goes-wrong' as const,
        station,
        ids: { joint: key },
        values: { upper: { end: upper }, lower: { end: lower }, why: { mismatch: why } },
        source: COMMON_PRACTICE,
      })),
    ),
  // What the reader put in goes out; the best chain there is comes in.
  (scheme, { ids }) => clearFittings(scheme, ids.joint!),
)
