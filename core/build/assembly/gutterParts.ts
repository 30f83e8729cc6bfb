import { word } from '../../figures/told'
import { bendsAlong, eavesAlong, gutterParts as partsAlong, isMoved } from '../../gutter'
import { eaveSections } from '../../gutter/alongEave'
import { length } from '../../units/quantity'
import type { Scheme } from '../../scheme'
import type { Assembler, PartDraft } from './assembler'
import { GUIDE } from './guidePrices'

/** Hoops of a tunnel stand so far apart, and the flap's hem wants a weight so often, m. Common practice. */
const HOOPS = 2
const WEIGHTS = 1

/** Length of a gutter that film drains into, m: none where the roof is of anything else. */
export function filmOver(scheme: Pick<Scheme, 'sections' | 'gutters'>, gutterId: string): number {
  const gutter = scheme.gutters.find(({ id }) => id === gutterId)!
  const film = eavesAlong(gutter, eaveSections(scheme, gutterId)).filter(({ section }) => section.cover === 'film')
  return film.reduce((sum, { from, to }) => sum + Math.min(to, gutter.length) - Math.min(from, gutter.length), 0)
}

/** Gutters with all that a run of them is put together from: there when the survey is made, until the reader says otherwise. */
export function gutterParts(make: Assembler): void {
  const { scheme } = make.path
  let sealed = false
  for (const gutter of scheme.gutters) {
    const size = gutter.width.toFixed(3)
    const width = { width: length(gutter.width) }
    const item = `gutter:${gutter.profile}:${size}`
    // A gutter that is bought is bought with its brackets, joints and ends.
    const found = make.isThere({ item, found: true })
    const common = { station: 'gutter', shop: 'rainwater' } as const
    make.drawn(
      'gutter',
      gutter.id,
      {
        ...common,
        item,
        words: { id: 'part.gutter', values: { profile: word(gutter.profile), ...width } },
        quantity: gutter.length,
        unit: 'length',
        sold: gutter.piece,
        price: GUIDE.gutter,
        found: true,
      },
      gutter.name,
    )
    const along = (name: string, part: Omit<PartDraft, 'key' | 'station' | 'shop'> & Partial<Pick<PartDraft, 'shop'>>) =>
      make.part({ ...common, key: `gutter:${gutter.id}:${name}`, found, ...part })
    const sized = (name: 'gutterBracket' | 'gutterJoint' | 'gutterBend' | 'stopEnd', quantity: number) =>
      along(name, {
        item: `${name}:${gutter.profile}:${size}`,
        words: { id: `part.${name}`, values: width },
        quantity,
        price: GUIDE[name],
      })
    const counted = partsAlong(gutter, bendsAlong(eavesAlong(gutter, eaveSections(scheme, gutter.id))).length)
    sized('gutterBracket', counted.brackets)
    sized('gutterJoint', counted.joints)
    sized('gutterBend', counted.bends)
    sized('stopEnd', counted.stopEnds)
    if (gutter.material === 'metal' && !found) sealed = true
    if (gutter.guard)
      along('guard', {
        item: 'leafGuard',
        words: { id: 'part.leafGuard' },
        quantity: gutter.length,
        unit: 'length',
        price: GUIDE.leafGuard,
      })
    const film = filmOver(scheme, gutter.id)
    if (film > 0) {
      // Hoops have no board to screw into, and the film's edge hangs short of the gutter.
      const clamps = Math.ceil(film / HOOPS) + 1
      along('board', {
        item: 'hoopBoard',
        words: { id: 'part.hoopBoard' },
        quantity: film,
        unit: 'length',
        shop: 'timber',
        price: GUIDE.hoopBoard,
      })
      along('clamps', { item: 'hoopClamp', words: { id: 'part.hoopClamp' }, quantity: clamps, shop: 'fixings', price: GUIDE.hoopClamp })
      along('flap', {
        item: 'filmFlap',
        words: { id: 'part.filmFlap' },
        quantity: film,
        unit: 'length',
        shop: 'sundries',
        price: GUIDE.filmFlap,
      })
      along('tape', {
        item: 'filmTape',
        words: { id: 'part.filmTape' },
        quantity: film,
        unit: 'length',
        shop: 'sundries',
        price: GUIDE.filmTape,
      })
      along('weights', {
        item: 'flapWeight',
        words: { id: 'part.flapWeight' },
        quantity: Math.ceil(film / WEIGHTS) + 1,
        shop: 'sundries',
        price: GUIDE.flapWeight,
      })
    }
    for (const outlet of gutter.outlets) {
      // A gutter that is bought has no old holes.
      if (found && isMoved(outlet)) {
        along(`patch:${outlet.id}`, {
          item: `outletPatch:${gutter.profile}:${size}`,
          words: { id: 'part.outletPatch', values: width },
          price: GUIDE.outletPatch,
          found: false,
        })
        sealed ||= true
      }
      make.drawn('outlet', outlet.id, {
        ...common,
        item: `outlet:${gutter.profile}:${outlet.bore.toFixed(3)}`,
        words: { id: 'part.outlet', values: { bore: length(outlet.bore) } },
        price: GUIDE.outlet,
        found,
      })
    }
  }
  if (sealed)
    make.part({
      key: 'gutters:sealant',
      station: 'gutter',
      item: 'gutterSealant:metal',
      words: { id: 'part.gutterSealant' },
      shop: 'sundries',
      price: GUIDE.gutterSealant,
    })
}
