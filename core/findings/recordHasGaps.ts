import { count } from '../units/quantity'
import { rule } from './finding'

export const recordHasGaps = rule('recordHasGaps', ({ rain }) => [
  rain &&
    (rain.filledDays > 0 || rain.leftOutYears > 0) && {
      severity: 'note',
      station: 'sky',
      ids: {},
      values: { how: rain.gaps, filled: count(rain.filledDays), leftOut: count(rain.leftOutYears) },
      source: 'ownRule',
    },
])
