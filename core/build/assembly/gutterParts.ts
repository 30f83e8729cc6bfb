import { length } from '../../units/quantity'
import type { Assembler } from './assembler'
import { GUIDE } from './guidePrices'

/** Gutters with their brackets, guards and outlets: what hangs there when the survey is made. */
export function gutterParts(make: Assembler): void {
  for (const gutter of make.path.scheme.gutters) {
    const width = { width: length(gutter.width) }
    make.drawn(
      'gutter',
      gutter.id,
      {
        station: 'gutter',
        item: `gutter:${gutter.profile}:${gutter.width.toFixed(3)}`,
        words: { id: 'part.gutter', values: { profile: gutter.profile, ...width } },
        quantity: gutter.length,
        unit: 'length',
        sold: gutter.piece,
        shop: 'rainwater',
        price: GUIDE.gutter,
        there: true,
      },
      gutter.name,
    )
    make.part({
      key: `gutter:${gutter.id}:brackets`,
      station: 'gutter',
      item: `gutterBracket:${gutter.width.toFixed(3)}`,
      words: { id: 'part.gutterBracket', values: width },
      quantity: Math.ceil(gutter.length / gutter.bracketEvery - 1e-9) + 1,
      shop: 'rainwater',
      price: GUIDE.gutterBracket,
      there: true,
    })
    if (gutter.guard)
      make.part({
        key: `gutter:${gutter.id}:guard`,
        station: 'gutter',
        item: 'leafGuard',
        words: { id: 'part.leafGuard' },
        quantity: gutter.length,
        unit: 'length',
        shop: 'rainwater',
        price: GUIDE.leafGuard,
        there: true,
      })
    for (const outlet of gutter.outlets)
      make.drawn('outlet', outlet.id, {
        station: 'gutter',
        item: `outlet:${gutter.profile}:${outlet.bore.toFixed(3)}`,
        words: { id: 'part.outlet', values: { bore: length(outlet.bore) } },
        shop: 'rainwater',
        price: GUIDE.outlet,
        there: true,
      })
  }
}
