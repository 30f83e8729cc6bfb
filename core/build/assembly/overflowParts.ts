import type { OverflowRoute } from '../../scheme'
import { drawnKey } from '../part'
import { cornerReach, type Assembler, type PipeKind } from './assembler'
import { GUIDE, teePrice } from './guidePrices'
import { layLegs, leastLeg } from './legs'

/** An overflow stands this far off the vessel's side before it turns down, so that a hand gets round it, m. Common practice. */
const OUT = 0.2
/** The least that an overflow is, m. */
const LEAST = 0.15

/**
 * Straight ways of an overflow from corner to corner, m: out of the wall, over a hoop's crown if it has one, down, and along
 * the ground with what is left. They add up to the route's own length.
 *
 * @param mouth its invert above the paving, m
 */
export function overflowLegs(
  route: Pick<OverflowRoute, 'mouth' | 'length' | 'crest' | 'end' | 'to'>,
  mouth: number,
  pipe: PipeKind,
): number[] {
  const total = Math.max(route.length, LEAST)
  const least = leastLeg(pipe)
  if (pipe.type === 'hose' || route.mouth === 'standpipe' || route.to.kind === 'vessel') return [total]
  const up = route.mouth === 'hooped' ? Math.max(0, route.crest - mouth) : 0
  const begin = route.mouth === 'hooped' && up >= least ? [OUT, up, Math.max(OUT, least + 2 * cornerReach(pipe))] : [Math.max(OUT, least)]
  const rest = total - begin.reduce((sum, each) => sum + each, 0)
  if (rest < least) return [total]
  const down = Math.max(0, (begin.length > 1 ? route.crest : mouth) - route.end)
  if (down < least) return begin.length > 1 ? [...begin, rest] : [total]
  return rest - down < least ? [...begin, rest] : [...begin, down, rest - down]
}

/** The ways out of vessels, with what airs a hoop, screens the far end and takes the water in. */
export function overflowParts(make: Assembler): void {
  for (const route of make.path.scheme.overflows) {
    const pipe = make.pipeOf(route.bore)
    const key = drawnKey({ kind: 'overflow', id: route.id })
    const { vessel, foot } = make.path.vessels.get(route.from.vessel)!
    const { at } = vessel.ports.find(({ id }) => id === route.from.port)!
    make.pipe(key, 'spill', pipe, Math.max(route.length, LEAST), { drawn: { kind: 'overflow', id: route.id } })
    const legs = overflowLegs(route, foot + at, pipe)
    // Out, up, over, down: the crown is the third.
    const crown = route.mouth === 'hooped' && route.vented && legs.length >= 4
    const air = crown ? { middle: { leg: 2, body: { of: `${key}:air`, length: 2 * cornerReach(pipe) } } } : {}
    const mouth = make.port(route.from.vessel, route.from.port, pipe)
    const open = layLegs(make, { key, station: 'spill', pipe, legs, ...air }, mouth && { side: mouth })
    make.lead('spill', open, make.target(route.to, pipe))
    if (route.mouth === 'hooped' && route.vented)
      make.part({
        key: `${key}:air`,
        station: 'spill',
        item: `airTee:${pipe.type}:${pipe.size}`,
        words: { id: 'part.airTee', of: pipe },
        shop: 'pipe',
        price: teePrice(pipe),
      })
    if (route.screenedEnd)
      make.part({
        key: `${key}:screen`,
        station: 'spill',
        item: 'endScreen',
        words: { id: 'part.endScreen' },
        shop: 'sundries',
        price: GUIDE.endScreen,
      })
    if (route.soak && route.soak.fill !== 'open') {
      const { width, length: long, depth, fill } = route.soak
      make.part({
        key: `${key}:soak`,
        station: 'spill',
        item: `soak:${fill}`,
        words: { id: `part.soak.${fill}` },
        quantity: width * long * depth,
        unit: 'volume',
        shop: 'aggregate',
        price: fill === 'gravel' ? GUIDE.soakGravel : GUIDE.soakCrate,
      })
    }
  }
}
