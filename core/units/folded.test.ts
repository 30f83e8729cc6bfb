import { describe, expect, it } from 'vitest'
import { folded, holdsAll, soughtIn } from './folded'

describe('what is searched', () => {
  it.each([
    ['Café au Lait', 'cafe au lait'],
    ['Ångström', 'angstrom'],
    ['210\u00A0L', '210 l'],
    ['Ёлка', 'елка'],
  ])('%s is looked for as %s', (text, plain) => expect(folded(text)).toBe(plain))
  it('every word has to be there, in any order; no word finds all', () => {
    expect(holdsAll('Butt, 210\u00A0L', soughtIn('210 butt'))).toBe(true)
    expect(holdsAll('Butt, 210\u00A0L', soughtIn('butt 250'))).toBe(false)
    expect(holdsAll('anything', soughtIn('  '))).toBe(true)
  })
})
