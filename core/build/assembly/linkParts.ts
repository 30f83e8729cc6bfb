import { runKey } from '../../layout'
import { layLegs } from './legs'
import { measuresOf } from '../../parts'
import { drawnKey } from '../part'
import type { Assembler } from './assembler'
import { valvePrice } from './guidePrices'

/** Pipes between vessels, with the valve that takes one of them out. */
export function linkParts(make: Assembler): void {
  for (const link of make.path.scheme.stores.flatMap(({ links }) => links)) {
    const pipe = make.pipeOf(link.bore)
    const run = make.path.layout.runs.get(runKey('link', link.id))!
    const key = drawnKey({ kind: 'link', id: link.id })
    make.pipe(key, 'cask', pipe, run.length, { drawn: { kind: 'link', id: link.id } })
    // What runs over from one to the next is never to be shut.
    const valved = link.valve !== 'none' && link.kind !== 'cascade'
    if (valved)
      make.part({
        key: `${key}:valve`,
        station: 'cask',
        item: `valve:${pipe.type}:${pipe.size}`,
        words: { id: 'part.linkValve', of: pipe },
        shop: pipe.type === 'hose' ? 'hose' : 'pipe',
        price: valvePrice(pipe),
      })
    // A valve's body between its two faces. Common practice.
    const middle = { of: `${key}:valve`, length: 0.06 + (measuresOf(pipe)?.outside ?? 0) }
    const legs = pipe.type === 'hose' ? [run.length] : run.legs
    const from = make.port(link.from.vessel, link.from.port, pipe)
    const open = layLegs(
      make,
      {
        key,
        station: 'cask',
        pipe,
        legs,
        turns: run.bends,
        ...(valved ? { middle: { leg: legs.indexOf(Math.max(...legs)), body: middle } } : {}),
      },
      from && { side: from },
    )
    make.lead('cask', open, make.port(link.to.vessel, link.to.port, pipe))
  }
}
