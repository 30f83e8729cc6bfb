import { measuresOf } from '../../parts'
import { drawnKey } from '../part'
import { pipeEnds, type Assembler } from './assembler'
import { valvePrice } from './guidePrices'

/** Pipes between vessels, with the valve that takes one of them out. */
export function linkParts(make: Assembler): void {
  for (const link of make.path.scheme.stores.flatMap(({ links }) => links)) {
    const pipe = make.pipeOf(link.bore)
    const key = drawnKey({ kind: 'link', id: link.id })
    make.pipe(key, 'cask', pipe, link.length, { drawn: { kind: 'link', id: link.id } })
    const { top, bottom } = pipeEnds(pipe)
    const upper = make.meet('cask', make.port(link.from.vessel, link.from.port, pipe), { part: key, end: top })
    const lower = make.meet('cask', { part: key, end: bottom }, make.port(link.to.vessel, link.to.port, pipe))
    const valved = link.valve !== 'none'
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
    make.order({ key, part: key, station: 'cask', pipe, span: link.length, ...(valved ? { middle } : {}) }, [upper, lower])
  }
}
