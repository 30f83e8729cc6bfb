import { word } from '../../figures/told'
import { bendsAlong, eavesAlong, gutterParts as partsAlong, isMoved } from '../../gutter'
import { eaveSections } from '../../gutter/alongEave'
import { length } from '../../units/quantity'
import type { Assembler, PartDraft } from './assembler'
import { GUIDE } from './guidePrices'

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
    const along = (name: string, part: Omit<PartDraft, 'key' | 'station' | 'shop'>) =>
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
