import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { stripSvg } from '../levels'
import { visible } from './visible'

/** XML 1.0, production [2]: what a document may hold. */
const XML_CHAR = /^[\t\n\r\u{20}-\u{d7ff}\u{e000}-\u{fffd}\u{10000}-\u{10ffff}]*$/u

describe('visible', () => {
  it('leaves what can be seen as it is', () => {
    for (const text of ['Łódź', '3 ft 5⅝ in', '💧 tote', 'a\tb\nc']) expect(visible(text)).toBe(text)
  })
  it('shows what cannot be seen, one mark for each', () => expect(visible('a\u0000b\u0007c\ud800d')).toBe('a\ufffdb\ufffdc\ufffdd'))
  it('gives what an XML document may hold, whatever comes (XML 1.0, production 2)', () => {
    fc.assert(
      fc.property(fc.string({ unit: fc.integer({ min: 0, max: 0xffff }).map((code) => String.fromCharCode(code)) }), (text) => {
        expect(visible(text)).toMatch(XML_CHAR)
      }),
    )
  })
  it('a strip of a part with such a name is a document all the same', () => {
    const word = { x: 1, y: 1, size: 3, text: 'bell \u0007 <b> & "q"', strong: false }
    const svg = stripSvg([{ width: 210, height: 297, lines: [], circles: [], words: [word] }])
    expect(svg).toMatch(XML_CHAR)
    expect(svg).toContain('bell \ufffd &lt;b&gt; &amp; &quot;q&quot;')
  })
})
