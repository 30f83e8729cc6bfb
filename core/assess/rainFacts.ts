import type { RainFacts } from '../findings'
import type { ReadyRain } from '../rain/gaps'
import type { RainSource } from '../scheme'

/** What the findings want to know of the rain a job stands on. */
export function rainFacts(ready: ReadyRain, source: RainSource): RainFacts {
  return {
    countedYears: ready.countedYears.length,
    filledDays: ready.filled,
    leftOutYears: ready.leftOut.length,
    made: source.kind === 'annual',
    wettestDay: ready.rain.depths.reduce((most, depth) => Math.max(most, depth), 0),
  }
}
