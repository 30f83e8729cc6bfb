import { blocks, cans, drop, ground, into, neck, oneRoof, port, ringTrough, scheme, store, tap, vessel } from '../arrangements/parts'
import { withGoods } from '../edits/goods'
import { INCH } from '../units/constants'
import { cutMarks } from '../levels/cutMarks'
import { jobDefaults, type Job, type Use } from '../scheme'
import { allGuessed } from '../survey'
import type { Terms } from '../units/quantity'

/**
 * A fresh job with defaults all the way down, each of them a guess until it is measured: one roof, one butt, rain from a yearly total.
 *
 * @param id unused so far; becomes the job's id
 */
export function newJob(id: string, name: string, terms: Terms, system: Job['system'], use: Use = 'ornamentals'): Job {
  // Two courses of blocks, and a slab where they are sold to be covered by one.
  const stand = system === 'imperial' ? 16 * INCH : 0.48
  const butt = vessel('butt', terms === 'en-US' ? 'Barrel' : 'Butt', system === 'imperial' ? 'drum-55' : 'butt-210', blocks(stand, 0.6), [])
  const rim = stand + butt.body.rim
  const marks = cutMarks('rim-rule', rim)
  const ports = [port('in', 'inlet', marks.upper - marks.lipBelowMark - 0.04 - stand), port('out', 'outlet', 0.055, { bore: 0.019 })]
  const first = withGoods(
    scheme('first', 'First try', {
      ...oneRoof(6, 3, 2.3),
      drops: [
        drop('drop', 'Downpipe', [neck('neck'), ringTrough('trough', marks.upper, into('butt'))], ground('drain', 0.3), {
          brackets: [1.9, marks.upper + 0.1, 0.6],
        }),
      ],
      stores: [store('store', 'Store', [{ ...butt, ports }])],
      taps: [tap('tap', 'Tap', 'butt')],
      uses: [use],
      demands: [cans('cans', 'Cans', 'tap', 3, { use })],
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
