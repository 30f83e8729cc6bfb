import { rainDepth, typed } from '../units/quantity'
import { COMMON_PRACTICE, rule } from './finding'

/** A place whose wettest day passes this has bursts far above the default intensity, mm and mm/h. */
const CLOUDBURST_DAY = 100
const DEFAULT_INTENSITY = 75

export const designRainTooLow = rule('designRainTooLow', ({ path, rain }) => [
  rain &&
    rain.wettestDay > CLOUDBURST_DAY &&
    path.scheme.designIntensity <= DEFAULT_INTENSITY && {
      severity: 'better',
      station: 'gutter',
      ids: {},
      values: { wettest: rainDepth(rain.wettestDay), intensity: typed('rainRate', path.scheme.designIntensity) },
      source: COMMON_PRACTICE,
    },
])
