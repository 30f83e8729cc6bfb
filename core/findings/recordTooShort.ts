import { count } from '../units/quantity'
import { rule } from './finding'

const ENOUGH_YEARS = 10

export const recordTooShort = rule('recordTooShort', ({ rain }) => [
  rain &&
    rain.countedYears < ENOUGH_YEARS && {
      severity: 'better',
      station: 'sky',
      ids: {},
      values: { years: count(rain.countedYears), wanted: count(ENOUGH_YEARS) },
      source: 'weibull',
    },
])
