import { count, days } from '../units/quantity'
import { rule } from './finding'

const ENOUGH_YEARS = 10
const YEAR = 365

export const recordTooShort = rule('recordTooShort', ({ rain }) => [
  rain &&
    rain.countedYears < ENOUGH_YEARS && {
      severity: rain.days < YEAR ? 'stops' : 'better',
      station: 'sky',
      ids: {},
      values: {
        how: rain.days < YEAR ? 'days' : 'years',
        days: days(rain.days),
        years: count(rain.countedYears),
        wanted: count(ENOUGH_YEARS),
      },
      source: 'weibull',
    },
])
