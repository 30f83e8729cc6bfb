import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { assess } from '../assess'
import { tanneryRow } from '../demo'
import { setLinkBores } from '../edits'
import { STORE_BORES } from '../pipe/bores'
import type { Scheme } from '../scheme'
import { amountOf } from './finding'

const BORES = [...STORE_BORES.metric, ...STORE_BORES.imperial].map(({ bore }) => bore)
const thinIn = (scheme: Scheme) => assess(scheme).findings.find(({ id }) => id === 'linkTooThin')

describe('the bore that is offered for links too thin', () => {
  const schemes = [...tanneryRow().schemes, ...ARRANGEMENTS.map((make) => make())].flatMap((scheme) =>
    scheme.stores
      .filter(({ links }) => links.some(({ kind }) => kind === 'low' || kind === 'manifold'))
      .flatMap(({ id }) => [setLinkBores(scheme, id, 0.02), setLinkBores(scheme, id, 0.032)].map((thin) => ({ thin, id }))),
  )
  it('is the least of those sold with which they are wide enough', () => {
    let found = 0
    for (const { thin, id } of schemes) {
      const finding = thinIn(thin)
      if (!finding?.mends) continue
      found++
      const wider = amountOf(finding.values, 'wider')
      expect(BORES).toContain(wider)
      for (const bore of BORES) {
        // Those between what is there and what is offered are tried too: each is still too thin.
        const still = thinIn(setLinkBores(thin, id, bore))
        expect([bore, still !== undefined]).toEqual([bore, bore < wider])
      }
    }
    expect(found).toBeGreaterThan(1)
  })
})
