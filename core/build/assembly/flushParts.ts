import { pipeEnd } from '../../layout'
import { end, sizeByBore } from '../../parts'
import type { DeviceOf } from '../../scheme'
import { WATER_DENSITY } from '../../units/constants'
import { length, volume } from '../../units/quantity'
import { baseBuild } from '../../vessel'
import { drawnKey } from '../part'
import { female, male, type Assembler, type PipeKind } from './assembler'
import { putBase } from './baseParts'
import { GUIDE, teePrice, VESSEL_GUIDE } from './guidePrices'
import type { Threaded } from './threaded'

type Flush = DeviceOf<'first-flush'>

/** One bracket carries so much of a full chamber, kg, and none hangs from fewer than two. Common practice. */
const A_BRACKET = 10
/** Hose that empties a chamber, m, and how much of it reaches the ground from its foot. Common practice. */
const DRAIN_HOSE = 0.019
const DOWN = 0.3
/** A tank's drain: wide enough for grit, m. Common practice. */
const TANK_DRAIN = 0.0266
/** What stands under a tank is this much wider all round, m. Common practice. */
const TANK_EDGE = 0.05

/** A first flush's own pipe: chambers hold pressure, so they are not made of downpipe or hose. */
export function chamberPipe(make: Assembler, { bore }: Pick<Flush, 'bore'>): PipeKind {
  const pipe = make.pipeOf(bore)
  const home = make.inputs.system === 'imperial' ? ('sch40' as const) : ('metric' as const)
  return pipe.type === 'hose' ? { type: home, size: sizeByBore(home, bore) } : pipe
}

const fullMass = ({ bore, length: long }: Flush) => WATER_DENSITY * (Math.PI / 4) * bore ** 2 * long

/** Hose from a drain to where it may run. */
function hoseLength({ path: { scheme, layout } }: Assembler, { id, drainsTo }: Flush): number {
  const drop = scheme.drops.find(({ devices }) => devices.some((device) => device.id === id))!
  const end = pipeEnd(scheme, layout, drop, drainsTo)
  const axis = layout.pipes.get(drop.id)?.axis
  const far = end?.at && axis ? Math.hypot(end.at.x - axis.x, end.at.y - axis.y) : end?.wallDistance
  return DOWN + (far ?? 0.5)
}

/** A valve through a wall of plastic: hole, washers and nut, the valve, a tail and the hose to where it may run. */
function drainValve(make: Assembler, device: Flush, key: string, n: number, from: { part: string }): void {
  const thread = make.thread(DRAIN_HOSE)
  const own = device.chambers === 1 ? `${key}:drain` : `${key}:drain:${n}`
  make.meet('drop', { part: from.part, end: end('wall', 'washers', 'female') }, { part: own, end: male(thread) })
  const hose = { type: 'hose' as const, size: sizeByBore('hose', DRAIN_HOSE) }
  const span = hoseLength(make, device)
  make.pipe(`${own}:hose`, 'drop', hose, span, { words: { id: 'part.drainHose', of: hose } })
  const tie = make.meet('drop', { part: own, end: female(thread) }, { part: `${own}:hose`, end: female(hose) })
  make.order({ key: `${own}:hose`, part: `${own}:hose`, station: 'drop', pipe: hose, span }, [tie, undefined])
}

/** What lets a chamber empty itself, or be emptied. */
function drainParts(make: Assembler, device: Flush, key: string): void {
  const { drain, chambers } = device
  if (drain.kind === 'hole') return
  if (drain.kind === 'drip') {
    make.part({
      key: `${key}:drain`,
      station: 'drop',
      item: 'drip',
      words: { id: 'part.drip' },
      quantity: chambers,
      shop: 'hose',
      price: GUIDE.drip,
    })
    return
  }
  const thread = make.thread(DRAIN_HOSE)
  make.part({
    key: `${key}:drain`,
    station: 'drop',
    item: `drainValve:${thread.type}:${thread.size}`,
    words: { id: 'part.drainValve', of: thread },
    quantity: chambers,
    shop: 'threads',
    price: GUIDE.valve,
  })
  for (let n = 0; n < chambers; n++) drainValve(make, device, key, n, { part: `${key}:cap` })
}

/** Tees one after another, each with its chamber hung from it: seat and ball, pipe, screwed cap, drain and brackets. */
function chamberParts(make: Assembler, device: Flush, key: string): Threaded {
  const pipe = chamberPipe(make, device)
  const { chambers } = device
  make.drawn(
    'device',
    device.id,
    {
      station: 'drop',
      item: `tee:${pipe.type}:${pipe.size}`,
      words: { id: 'part.flushTee', of: pipe },
      quantity: chambers,
      shop: 'pipe',
      price: teePrice(pipe),
    },
    device.called,
  )
  const tee = (n: number) => (n === 0 ? key : `${key}:branch:${n}`)
  for (let n = 1; n < chambers; n++) make.meet('drop', { part: tee(n - 1), end: female(pipe) }, { part: tee(n), end: female(pipe) })
  make.pipe(`${key}:chamber`, 'drop', pipe, device.length * chambers, { words: { id: 'part.chamber', of: pipe } })
  for (let n = 0; n < chambers; n++) {
    // One chamber is called as its pipe is; several are counted.
    const chamber = chambers === 1 ? `${key}:chamber` : `${key}:chamber:${n}`
    const upper = make.meet('drop', { part: tee(n), end: female(pipe) }, { part: chamber, end: male(pipe) })
    const lower = make.meet('drop', { part: chamber, end: male(pipe) }, { part: `${key}:cap`, end: female(pipe) })
    make.order({ key: chamber, part: `${key}:chamber`, station: 'drop', pipe, span: device.length }, [upper, lower])
  }
  const each = (name: string, item: string, part: Omit<Parameters<Assembler['part']>[0], 'key' | 'station' | 'item'>) =>
    make.part({ key: `${key}:${name}`, station: 'drop', item, quantity: chambers, ...part })
  each('cap', `cap:${pipe.type}:${pipe.size}`, { words: { id: 'part.cleanOutCap', of: pipe }, shop: 'pipe', price: GUIDE.cap })
  if (device.ball) {
    each('seat', `seat:${pipe.type}:${pipe.size}`, {
      words: { id: 'part.flushSeat', of: pipe, values: { across: length(device.seat) } },
      shop: 'pipe',
      price: GUIDE.seat,
    })
    each('ball', `ball:${device.ballSize.toFixed(3)}`, {
      words: { id: 'part.ball', values: { across: length(device.ballSize) } },
      shop: 'rainwater',
      price: GUIDE.ball,
    })
  }
  drainParts(make, device, key)
  each('brackets', `strap:${pipe.type}:${pipe.size}`, {
    words: { id: 'part.strap', of: pipe },
    quantity: Math.max(2, Math.ceil(fullMass(device) / A_BRACKET - 1e-9)) * chambers,
    shop: 'fixings',
    price: GUIDE.strap,
  })
  return { part: key, last: tee(chambers - 1), top: female(pipe), bottom: female(pipe) }
}

/** A whole tank that the first water fills: what stands under it, its way on near its rim, and its drain at the foot. */
function flushTankParts(make: Assembler, device: Flush, key: string, foot: number): Threaded {
  const holds = (Math.PI / 4) * device.bore ** 2 * device.length
  const [least, perLitre] = VESSEL_GUIDE.tank
  make.drawn(
    'device',
    device.id,
    {
      station: 'drop',
      item: `flushTank:${Math.round(holds * 1000)}`,
      words: { id: 'part.flushTank', values: { holds: volume(holds), across: length(device.bore), high: length(device.length) } },
      quantity: device.chambers,
      shop: 'tanks',
      price: Math.round(least + holds * 1000 * perLitre),
    },
    device.called,
  )
  const across = device.bore + 2 * TANK_EDGE
  if (foot > 0.02) {
    const base = {
      ground: 0,
      parts: [{ kind: 'blocks' as const, height: foot }],
      width: across,
      depth: across,
      soil: 'paving' as const,
      tied: false,
    }
    putBase(make, `${key}:base`, 'drop', baseBuild(base, null, make.inputs.system))
  }
  const thread = make.thread(TANK_DRAIN)
  make.part({
    key: `${key}:drain`,
    station: 'drop',
    item: `drainValve:${thread.type}:${thread.size}`,
    words: { id: 'part.drainValve', of: thread },
    shop: 'threads',
    price: GUIDE.valve,
  })
  make.meet(
    'drop',
    { part: `${key}:foot`, end: end('wall', make.inputs.system === 'imperial' ? 'bulkhead' : 'washers', 'female') },
    { part: `${key}:drain`, end: male(thread) },
  )
  const hose = { type: 'hose' as const, size: sizeByBore('hose', TANK_DRAIN) }
  const span = hoseLength(make, device)
  make.pipe(`${key}:drain:hose`, 'drop', hose, span, { words: { id: 'part.drainHose', of: hose } })
  const tie = make.meet('drop', { part: `${key}:drain`, end: female(thread) }, { part: `${key}:drain:hose`, end: female(hose) })
  make.order({ key: `${key}:drain:hose`, part: `${key}:drain:hose`, station: 'drop', pipe: hose, span }, [tie, undefined])
  // Filled through its lid, open to the pipe's mouth above it.
  return { part: `${key}:wayOn`, bottom: end('wall', 'grommet', 'female') }
}

/**
 * A first flush with all that it is made of.
 *
 * @param foot height of a tank's foot above the paving, m
 */
export function flushParts(make: Assembler, device: Flush, foot: number): Threaded {
  const key = drawnKey({ kind: 'device', id: device.id })
  return device.form === 'tank' ? flushTankParts(make, device, key, foot) : chamberParts(make, device, key)
}
