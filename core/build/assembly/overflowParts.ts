import { corrugatedLegs, endsOnGround, runKey } from '../../layout'
import { drawnKey } from '../part'
import { corrugatedFor } from '../../parts'
import { cornerReach, pipeEnds, type Assembler, type OpenEnd, type PipeKind } from './assembler'
import { GUIDE, teePrice } from './guidePrices'
import { layLegs } from './legs'

/** Corrugated pipe that leads on over the ground: in one, for it goes round corners of itself. */
function onwardParts(make: Assembler, overflow: string, pipe: PipeKind, legs: readonly number[], above: OpenEnd): void {
  const key = `${overflow}:onward`
  const span = legs.reduce((sum, leg) => sum + leg, 0)
  const { top } = pipeEnds(pipe)
  make.pipe(key, 'spill', pipe, span)
  const tie = make.lead('spill', above, { part: key, end: top })
  make.order({ key, part: key, station: 'spill', pipe, span }, [tie, undefined])
}

/** The ways out of vessels, with what airs a hoop, screens the far end and takes the water in. */
export function overflowParts(make: Assembler): void {
  for (const route of make.path.scheme.overflows) {
    const pipe = make.pipeOf(route.bore)
    const key = drawnKey({ kind: 'overflow', id: route.id })
    const run = make.path.layout.runs.get(runKey('overflow', route.id))!
    const away = corrugatedLegs(route, run)
    const own = run.legs.slice(0, run.legs.length - away.length)
    const long = own.reduce((sum, leg) => sum + leg, 0)
    make.pipe(key, 'spill', pipe, long, { drawn: { kind: 'overflow', id: route.id } })
    const legs = pipe.type === 'hose' ? [long] : own
    // Out, up, over, down: the crown is the third.
    const crown = route.mouth === 'hooped' && route.vented && legs.length >= 4
    const air = crown ? { middle: { leg: 2, body: { of: `${key}:air`, length: 2 * cornerReach(pipe) } } } : {}
    const mouth = make.port(route.from.vessel, route.from.port, pipe)
    const open = layLegs(make, { key, station: 'spill', pipe, legs, turns: run.bends, ...air }, mouth && { side: mouth })
    if (away.length > 0) onwardParts(make, key, corrugatedFor(route.bore, make.inputs.system), away, open)
    else make.lead('spill', open, make.target(route.to, pipe))
    if (route.mouth === 'hooped' && route.vented)
      make.part({
        key: `${key}:air`,
        station: 'spill',
        item: `airTee:${pipe.type}:${pipe.size}`,
        words: { id: 'part.airTee', of: pipe },
        shop: 'pipe',
        price: teePrice(pipe),
      })
    // What ends in another pipe has no end that an insect gets in by.
    if (route.screenedEnd && endsOnGround(route.to))
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
