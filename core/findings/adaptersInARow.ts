import { count } from '../units/quantity'
import { COMMON_PRACTICE, rule } from './finding'

/** One adapter leads from one pipe to another, two in a row now and then. Common practice. */
const MOST = 2

/** A joint that goes from one kind of pipe to the next and the next: each a place that leaks, and height. */
export const adaptersInARow = rule('adaptersInARow', ({ assembly }) =>
  assembly.joints.map(({ key, station, upper, lower, placed }) => {
    // What sits in a wall and what only joins two of a kind and size are no adapters.
    const adapters = placed.filter(
      ({ fitting: { ends } }) =>
        (ends[0].type !== ends[1].type || ends[0].size !== ends[1].size) && ends.every(({ type }) => type !== 'wall'),
    )
    return (
      adapters.length > MOST && {
        severity: 'better' as const,
        station,
        ids: { joint: key },
        values: { n: count(adapters.length), upper: { end: upper.end }, lower: { end: lower.end } },
        source: COMMON_PRACTICE,
      }
    )
  }),
)
