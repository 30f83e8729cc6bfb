import { blocks, cans, drop, ground, into, neck, oneRoof, port, ringTrough, scheme, store, tap, vessel } from '../arrangements/parts'
import { withGoods } from '../edits/goods'
import { INCH } from '../units/constants'
import { cutMarks } from '../levels/cutMarks'
import { jobDefaults, type Job, type Use } from '../scheme'
import { allGuessed } from '../survey'
import type { Terms } from '../units/terms'

/** What the parts of a fresh job are called until its reader calls them otherwise. */
export type FirstNames = Record<'scheme' | 'roof' | 'gutter' | 'pipe' | 'vessel' | 'store' | 'tap' | 'cans', string>
const FIRST_NAMES: FirstNames = {
  scheme: 'First try',
  roof: 'Roof',
  gutter: 'Gutter',
  pipe: 'Downpipe',
  vessel: 'Butt',
  store: 'Store',
  tap: 'Tap',
  cans: 'Cans',
}

/**
 * A fresh job with defaults all the way down, each of them a guess until it is measured: one roof, one butt, rain from a yearly total.
 *
 * @param id unused so far; becomes the job's id
 * @param called names of its parts, in its reader's words
 */
export function newJob(
  id: string,
  name: string,
  terms: Terms,
  system: Job['system'],
  use: Use = 'ornamentals',
  called: FirstNames = FIRST_NAMES,
): Job {
  // Two courses of blocks, and a slab where they are sold to be covered by one.
  const stand = system === 'imperial' ? 16 * INCH : 0.48
  const butt = vessel('butt', called.vessel, system === 'imperial' ? 'drum-55' : 'butt-210', blocks(stand, 0.6), [])
  const rim = stand + butt.body.rim
  const marks = cutMarks('rim-rule', rim)
  const ports = [port('in', 'inlet', marks.upper - marks.lipBelowMark - 0.04 - stand), port('out', 'outlet', 0.055, { bore: 0.019 })]
  const plain = oneRoof(6, 3, 2.3)
  const named = {
    sections: plain.sections.map((section) => ({ ...section, name: called.roof })),
    gutters: plain.gutters.map((gutter) => ({ ...gutter, name: called.gutter })),
  }
  const first = withGoods(
    scheme('first', called.scheme, {
      ...named,
      drops: [
        drop('drop', called.pipe, [neck('neck'), ringTrough('trough', marks.upper, into('butt'))], ground('drain', 0.3), {
          brackets: [1.9, marks.upper + 0.1, 0.6],
        }),
      ],
      stores: [store('store', called.store, [{ ...butt, ports }])],
      taps: [tap('tap', called.tap, 'butt')],
      uses: [use],
      demands: [cans('cans', called.cans, 'tap', 3, { use })],
    }),
    system,
  )
  return allGuessed({
    id,
    name,
    scene: '',
    terms,
    system,
    invented: false,
    rain: { kind: 'annual', total: 700, pattern: 'even', hemisphere: 'north', wetDays: 140, spread: 0.16, years: 30, seed: 1 },
    ...jobDefaults(terms),
    schemes: [first],
    chosen: 'first',
  })
}
