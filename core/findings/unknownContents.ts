import { word } from '../figures/told'
import { COMMON_PRACTICE, rule } from './finding'

export const unknownContents = rule('unknownContents', ({ path }) =>
  [...path.vessels.values()].map(
    ({ vessel, foot }) =>
      (vessel.held === 'unknown' || vessel.held === 'chemical') && {
        severity: vessel.held === 'chemical' ? 'stops' : 'goes-wrong',
        station: 'cask',
        ids: { vessel: vessel.id },
        at: foot,
        values: { held: word(vessel.held) },
        source: COMMON_PRACTICE,
      },
  ),
)
