import { word } from '../../figures/told'
import { end, insertionOf, pipeByBore } from '../../parts'
import type { Pump, Tap } from '../../scheme'
import { female, male, pipeEnds, type Assembler } from './assembler'
import { GUIDE } from './guidePrices'

/** Taps with their hoses, pumps with their pipes. */
export function drawParts(make: Assembler): void {
  for (const tap of make.path.scheme.taps) tapParts(make, tap)
  for (const pump of make.path.scheme.pumps) pumpParts(make, pump)
}

function tapParts(make: Assembler, tap: Tap): void {
  const thread = make.thread(tap.bore)
  const key = make.drawn(
    'tap',
    tap.id,
    {
      station: 'draw',
      item: `tap:${thread.type}:${thread.size}`,
      words: { id: 'part.tap', of: thread },
      shop: 'threads',
      price: GUIDE.valve + insertionOf(thread) * 200,
    },
    tap.name,
  )
  make.meet('draw', make.port(tap.vessel, tap.port, thread), { part: key, end: male(thread) })
  if (!tap.hose) return
  const pipe = pipeByBore(tap.hose.bore, ['hose'])
  const spout = make.ground.system === 'imperial' ? end('hose-thread', '3/4', 'male') : end('bsp', '3/4', 'male')
  const hose = `${key}:hose`
  make.pipe(hose, 'draw', pipe, tap.hose.length)
  const upper = make.meet('draw', { part: `${key}:spout`, end: spout }, { part: hose, end: female(pipe) })
  make.order({ key: hose, part: hose, station: 'draw', pipe, span: tap.hose.length }, [upper, undefined])
}

function pumpParts(make: Assembler, pump: Pump): void {
  const key = make.drawn('pump', pump.id, {
    station: 'draw',
    item: `pump:${pump.duty}:${pump.power}`,
    words: { id: 'part.pump', values: { power: word(pump.power) } },
    shop: 'electrical',
    price: GUIDE.pump,
  })
  const lay = (side: 'suction' | 'line') => {
    const { bore, length: span } = pump[side]
    if (span <= 0) return
    const pipe = make.pipeOf(bore)
    const part = `${key}:${side}`
    const ends = pipeEnds(pipe)
    const mouth = { part: `${key}:${side === 'suction' ? 'in' : 'out'}`, end: female(make.thread(bore)) }
    make.pipe(part, 'draw', pipe, span)
    const upper = make.meet('draw', side === 'suction' ? make.port(pump.from.vessel, pump.from.port, pipe) : mouth, { part, end: ends.top })
    const far = side === 'line' && pump.to.kind === 'vessel' ? make.port(pump.to.vessel, pump.to.port, pipe) : undefined
    const lower = make.meet('draw', { part, end: ends.bottom }, side === 'suction' ? mouth : far)
    make.order({ key: part, part, station: 'draw', pipe, span }, [upper, lower])
  }
  lay('suction')
  lay('line')
  const extra = (name: 'filter' | 'float' | 'check', item: 'pumpFilter' | 'floatSwitch' | 'checkValve', wanted: boolean) => {
    if (!wanted) return
    make.part({
      key: `${key}:${name}`,
      station: 'draw',
      item,
      words: { id: `part.${item}` },
      shop: item === 'floatSwitch' ? 'electrical' : 'hose',
      price: GUIDE[item],
    })
  }
  extra('filter', 'pumpFilter', pump.filterMesh > 0)
  extra('float', 'floatSwitch', pump.floatSwitch)
  extra('check', 'checkValve', pump.checkValve)
}
