import { weibullSorted } from '../balance/percentile'
import type { RainFacts } from '../findings'
import type { ReadyRain } from '../rain/gaps'
import type { RainSource } from '../scheme'

/** What the findings want to know of the rain a job stands on. */
export function rainFacts(ready: ReadyRain, source: RainSource): RainFacts {
  return {
    days: ready.rain.depths.length,
    countedYears: ready.countedYears.length,
    filledDays: ready.filled,
    gaps: 'gaps' in source ? source.gaps : 'generator',
    leftOutYears: ready.leftOut.length,
    made: source.kind === 'annual',
    medianWetDay: medianWetDay(ready.rain.depths),
    wettestDay: ready.rain.depths.reduce((most, depth) => Math.max(most, depth), 0),
  }
}

/** Less is a trace that no roof sheds, mm. */
const WET = 0.2

function medianWetDay(depths: Float64Array): number {
  const wet = depths.filter((depth) => depth > WET)
  return wet.length > 0 ? weibullSorted(wet.sort(), 0.5) : 0
}
