import { temperature } from '../units/quantity'
import { COMMON_PRACTICE, rule } from './finding'

/** Snow that slides needs a roof as steep as this to fall into a gutter, degrees; a cold month has this mean, °C. */
const SLIDES = 10
const COLD = 1

export const snowInGutter = rule('snowInGutter', ({ path: { scheme }, site }) => {
  const coldest = Math.min(...site.warmth.subarray(1))
  if (coldest > COLD) return []
  const steep = scheme.sections.find(({ pitch }) => pitch >= SLIDES)
  return [
    steep && {
      severity: 'note' as const,
      station: 'gutter' as const,
      ids: { section: steep.id },
      values: { coldest: temperature(coldest) },
      source: COMMON_PRACTICE,
    },
  ]
})
