import { rule } from './finding'

export const madeRecord = rule('madeRecord', ({ rain }) => [
  rain?.made && { severity: 'note', station: 'sky', ids: {}, source: 'richardson' },
])
