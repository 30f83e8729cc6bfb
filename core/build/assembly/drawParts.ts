import { laidPump, pumpLegs } from '../../layout'
import { word } from '../../figures/told'
import { end, insertionOf, pipeByBore } from '../../parts'
import type { WaterPath } from '../../path/waterPath'
import { pumpedInto, type Pump, type Tap, type Vessel } from '../../scheme'
import { female, male, pipeEnds, type Assembler, type PipeKind, type Side } from './assembler'
import { GUIDE } from './guidePrices'

/** Taps with their hoses, pumps with their pipes. */
export function drawParts(make: Assembler): void {
  for (const tap of make.path.scheme.taps) tapParts(make, tap)
  for (const pump of make.path.scheme.pumps) pumpParts(make, pump)
}

/** What leads from a bung under a drum to the side: an elbow, and a plugged tee where a link is left for another drum. */
function underDrum(make: Assembler, vessel: Vessel, key: string, thread: PipeKind, from: Side | undefined): Side {
  const put = (name: string, item: string, price: number) =>
    make.part({
      key: `${key}:${name}`,
      station: 'draw',
      item: `${item}:${thread.type}:${thread.size}`,
      words: { id: `part.${item}`, of: thread },
      shop: 'threads',
      price,
    })
  put('elbow', 'streetElbow', GUIDE.elbow)
  make.meet('draw', from, { part: `${key}:elbow`, end: male(thread) })
  const elbow = { part: `${key}:elbow`, end: female(thread) }
  const spare = vessel.ports.find(({ role }) => role === 'link')
  if (
    !spare ||
    make.path.scheme.stores.some(({ links }) => links.some((link) => link.from.vessel === vessel.id || link.to.vessel === vessel.id))
  )
    return elbow
  put('tee', 'threadedTee', GUIDE.elbow)
  put('plug', 'plug', GUIDE.plug)
  make.meet('draw', elbow, { part: `${key}:tee`, end: female(thread) })
  make.meet('draw', { part: `${key}:tee`, end: female(thread) }, { part: `${key}:plug`, end: male(thread) })
  return { part: `${key}:tee`, end: female(thread) }
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
  const { vessel } = make.path.vessels.get(tap.vessel)!
  const from = make.port(tap.vessel, tap.port, thread)
  // On its head a drum's bung looks down: the way is turned to the front, and left open for the next drum.
  make.meet('draw', vessel.stands === 'upside-down' ? underDrum(make, vessel, key, thread, from) : from, { part: key, end: male(thread) })
  if (!tap.hose) return
  const pipe = pipeByBore(tap.hose.bore, ['hose'])
  const spout = make.inputs.system === 'imperial' ? end('hose-thread', '3/4', 'male') : end('bsp', '3/4', 'male')
  const hose = `${key}:hose`
  make.pipe(hose, 'draw', pipe, tap.hose.length)
  const upper = make.meet('draw', { part: `${key}:spout`, end: spout }, { part: hose, end: female(pipe) })
  make.order({ key: hose, part: hose, station: 'draw', pipe, span: tap.hose.length }, [upper, undefined])
}

/** What goes with a pump, and where it stands in the shop. */
const EXTRAS = {
  pumpFilter: 'hose',
  suctionStrainer: 'hose',
  footValve: 'hose',
  pressureSwitch: 'electrical',
  liftingRope: 'sundries',
  floatSwitch: 'electrical',
  checkValve: 'hose',
  pumpValve: 'threads',
  pumpY: 'threads',
  regulator: 'hose',
  outdoorSocket: 'electrical',
  solarPanel: 'electrical',
  chargeControl: 'electrical',
  battery: 'electrical',
  batteryFuse: 'electrical',
} as const

/**
 * What stands at the mouth of a pump's suction pipe: a strainer where water runs to the pump of itself, a foot valve that keeps the
 * pipe full where it stands over the hole; nothing where the pump hangs in the vessel.
 *
 * Source: common practice, no published source.
 */
export function suctionMouth(
  { vessels }: Pick<WaterPath, 'vessels'>,
  { from, suction, at }: Pump,
): 'suctionStrainer' | 'footValve' | undefined {
  if (suction.length <= 0) return undefined
  const placed = vessels.get(from.vessel)!
  const port = placed.vessel.ports.find(({ id }) => id === from.port)!
  return at > placed.foot + port.at ? 'footValve' : 'suctionStrainer'
}

/** These are to stop when nobody draws: they need something that starts them when somebody does. */
const ON_DEMAND = new Set<Pump['duty']>(['house', 'hose'])

function pumpParts(make: Assembler, pump: Pump): void {
  const key = make.drawn('pump', pump.id, {
    station: 'draw',
    item: `pump:${pump.duty}:${pump.power}`,
    words: { id: 'part.pump', values: { power: word(`power-${pump.power}`) } },
    shop: 'electrical',
    price: GUIDE.pump,
  })
  const laid = laidPump(make.path.layout, pump)
  type Side = Parameters<Assembler['meet']>[1]
  const lay = (part: string, { bore, length: span }: { bore: number; length: number }, ends: (pipe: PipeKind) => [Side, Side]) => {
    if (span <= 0) return
    const pipe = make.pipeOf(bore)
    const own = pipeEnds(pipe)
    const [upper, lower] = ends(pipe)
    make.pipe(part, 'draw', pipe, span)
    make.order({ key: part, part, station: 'draw', pipe, span }, [
      make.meet('draw', upper, { part, end: own.top }),
      make.meet('draw', { part, end: own.bottom }, lower),
    ])
  }
  const mouthOf = (name: 'in' | 'out' | 'y', bore: number): Side => ({ part: `${key}:${name}`, end: female(make.thread(bore)) })
  lay(`${key}:suction`, laid.suction, (pipe) => [make.port(pump.from.vessel, pump.from.port, pipe), mouthOf('in', laid.suction.bore)])
  const { bore } = laid.line
  const legs = pumpLegs(make.path.layout, pump)
  const into = pumpedInto(pump)
  // Behind a Y there is a way to each vessel; what is measured to a place that is not on the plan is one.
  if (into.length === 0) lay(`${key}:line`, laid.line, () => [mouthOf('out', bore), undefined])
  into.forEach((end, i) =>
    lay(`${key}:line${i > 0 ? ':also' : ''}`, { bore, length: legs[i]!.length }, (pipe) => [
      mouthOf(into.length > 1 ? 'y' : 'out', bore),
      make.port(end.vessel, end.port, pipe),
    ]),
  )
  const extra = (name: string, item: keyof typeof EXTRAS, wanted: boolean) => {
    if (!wanted) return
    make.part({
      key: `${key}:${name}`,
      station: 'draw',
      item,
      words: { id: `part.${item}` },
      shop: EXTRAS[item],
      price: GUIDE[item],
    })
  }
  const mouth = suctionMouth(make.path, pump)
  if (mouth) extra('mouth', mouth, true)
  // Let down and taken up by it, never by its cable.
  extra('rope', 'liftingRope', pump.suction.length <= 0 && pump.power !== 'hand')
  extra('filter', 'pumpFilter', pump.filterMesh > 0)
  extra('float', 'floatSwitch', pump.floatSwitch)
  extra('check', 'checkValve', pump.checkValve)
  // Shut to take the pump out without emptying the store.
  extra('shutOff', 'pumpValve', pump.suction.length > 0)
  // One leg is shut while the other fills, or both are set so that each has its part.
  extra('y', 'pumpY', into.length > 1)
  extra('switch', 'pressureSwitch', ON_DEMAND.has(pump.duty) && pump.power !== 'hand')
  extra('regulator', 'regulator', pump.duty === 'drip')
  // Powered: what a pump is connected to is chosen with it.
  extra('socket', 'outdoorSocket', pump.power === 'mains')
  const sun = pump.power === 'solar'
  extra('panel', 'solarPanel', sun)
  extra('charge', 'chargeControl', sun)
  extra('battery', 'battery', sun || pump.power === 'battery')
  extra('fuse', 'batteryFuse', sun || pump.power === 'battery')
}
