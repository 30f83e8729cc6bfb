import { describe, expect, it } from 'vitest'
import { british } from '~/locales/allWords'
import { TERMS, termPattern, termsIn } from './terms'

const pattern = termPattern([
  { term: 'head', words: ['head', 'head left'] },
  { term: 'rainHead', words: ['rain head'] },
  { term: 'overflow', words: ['overflow'] },
  { term: 'tap', words: ['tap'] },
])

describe('words of the trade', () => {
  it('are found whole, longest first, in any case and number, each once', () => {
    expect(termsIn('The rain head takes 200 mm of head; two overflows, and an Overflow.', pattern)).toEqual([
      'rainHead',
      'head',
      'overflow',
    ])
    expect(termsIn('Tape, tapped, headache, ahead, over-flow.', pattern)).toEqual([])
    expect(termsIn('', pattern)).toEqual([])
  })
  it('every one has its name and its line, and nothing is explained that is not listed', () => {
    const words = british.help.term as Record<string, { name: string; say: string }>
    expect(Object.keys(words).toSorted()).toEqual([...TERMS].toSorted())
    for (const { name, say } of Object.values(words))
      expect([name.length > 2, say.length > 20, say.endsWith('.')]).toEqual([true, true, true])
  })
})
