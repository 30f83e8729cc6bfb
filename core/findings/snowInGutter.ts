import { isSnowCold, snowSlidesOff } from '../gutter'
import { temperature } from '../units/quantity'
import { COMMON_PRACTICE, rule } from './finding'

export const snowInGutter = rule('snowInGutter', ({ path: { scheme }, site }) => {
  const coldest = Math.min(...site.warmth.subarray(1))
  if (!isSnowCold(coldest)) return []
  const steep = snowSlidesOff(scheme)
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
