import { hoseOf, type Hosed } from '../../layout'
import { sizeByBore, pipeByBore, type End } from '../../parts'
import { strapCount } from '../../levels'
import type { Device, DeviceOf, Drop } from '../../scheme'
import { length } from '../../units/quantity'
import { drawnKey, type Part, type Words } from '../part'
import { female, isDownpipe, male, nearOwn, pipeEnds, type Assembler, type OpenEnd, type PipeKind } from './assembler'
import { GUIDE } from './guidePrices'
import { evenly, layLegs, leastLeg } from './legs'

/** Something that is threaded on to the way of the water, with the ends that it offers above and below. */
export interface Threaded {
  part: string
  top?: End
  bottom?: End
}

/** Bends between a gutter and a wall have legs of this length, m. Common practice. */
const BEND_LEG = 0.045

/** Ends of a body that is let into a pipe: a downpipe's laps shed the water, all else has sockets. */
const letInto = (pipe: PipeKind) => (isDownpipe(pipe) ? pipeEnds(pipe) : { top: female(pipe), bottom: female(pipe) })

/** A first flush's own pipe: chambers hold pressure, so they are not made of downpipe. */
const chamberPipe = (make: Assembler, { bore }: Pick<DeviceOf<'first-flush'>, 'bore'>): PipeKind => {
  const pipe = make.pipeOf(bore)
  // A chamber stands stiff: no hose.
  return pipe.type === 'hose' ? { type: 'metric', size: sizeByBore('metric', bore) } : pipe
}

/**
 * Ends of a device as the water meets them; a part that sits inside another has none.
 *
 * @param own the pipe that reaches it
 */
function deviceEnds(
  make: Assembler,
  device: Exclude<Device, { kind: 'carrying-pipe' }>,
  own: PipeKind,
): { top?: End; bottom?: End } | undefined {
  switch (device.kind) {
    case 'screen':
    case 'wall-crossing':
      return undefined
    // Open above: the pipe's mouth stands over it.
    case 'rain-head':
      return { bottom: male(own) }
    case 'adapter':
      return { top: female(nearOwn(device.mouth, own)), bottom: male(nearOwn(device.throat, own)) }
    case 'first-flush': {
      const pipe = chamberPipe(make, device)
      return { top: female(pipe), bottom: female(pipe) }
    }
    default:
      return letInto(own)
  }
}

/** The pipe that goes on below a device. */
export function pipeAfter(make: Assembler, device: Device, pipe: PipeKind): PipeKind {
  if (device.kind === 'carrying-pipe') return make.pipeOf(device.bore)
  if (device.kind !== 'adapter' && device.kind !== 'first-flush') return pipe
  const { type, size } = deviceEnds(make, device, pipe)!.bottom!
  return { type, size }
}

const DEVICE_SHOP: Partial<Record<Device['kind'], Part['shop']>> = { 'first-flush': 'pipe', 'carrying-pipe': 'pipe', tee: 'pipe' }

function deviceWords(device: Device): Words {
  const id = `device.${device.kind}`
  switch (device.kind) {
    case 'adapter':
      return { id: 'part.adapter', values: { mouth: length(device.mouth), throat: length(device.throat) } }
    case 'first-flush':
      return { id: 'part.flushTee', values: { bore: length(device.bore) } }
    case 'rain-head':
      return { id: 'part.rainHead', values: { disc: length(device.disc) } }
    default:
      return { id }
  }
}

function flushParts(make: Assembler, device: DeviceOf<'first-flush'>, key: string): void {
  const pipe = chamberPipe(make, device)
  const bore = { bore: length(device.bore) }
  make.pipe(`${key}:chamber`, 'drop', pipe, device.length * device.chambers)
  for (let i = 0; i < device.chambers; i++) {
    // One chamber is called as its pipe is; several are counted.
    const chamber = device.chambers === 1 ? `${key}:chamber` : `${key}:chamber:${i}`
    const upper = make.meet('drop', { part: key, end: female(pipe) }, { part: chamber, end: male(pipe) })
    const lower = make.meet('drop', { part: chamber, end: male(pipe) }, { part: `${key}:cap`, end: female(pipe) })
    make.order({ key: chamber, part: `${key}:chamber`, station: 'drop', pipe, span: device.length }, [upper, lower])
  }
  make.part({
    key: `${key}:cap`,
    station: 'drop',
    item: `cap:${pipe.type}:${pipe.size}`,
    words: { id: 'part.cleanOutCap', values: bore },
    quantity: device.chambers,
    shop: 'pipe',
    price: GUIDE.cap,
  })
  if (device.ball)
    make.part({
      key: `${key}:ball`,
      station: 'drop',
      item: `ball:${device.ballSize.toFixed(3)}`,
      words: { id: 'part.ball', values: { across: length(device.ballSize) } },
      quantity: device.chambers,
      shop: 'rainwater',
      price: GUIDE.ball,
    })
  if (device.drain.kind !== 'hole')
    make.part({
      key: `${key}:drain`,
      station: 'drop',
      item: device.drain.kind === 'drip' ? 'drip' : 'drainValve',
      words: { id: device.drain.kind === 'drip' ? 'part.drip' : 'part.drainValve' },
      quantity: device.chambers,
      shop: device.drain.kind === 'drip' ? 'hose' : 'threads',
      price: device.drain.kind === 'drip' ? GUIDE.drip : GUIDE.valve,
    })
  make.part({
    key: `${key}:brackets`,
    station: 'drop',
    item: `strap:${pipe.type}:${pipe.size}`,
    words: { id: 'part.strap', of: pipe },
    // A bracket for every metre of a full chamber. Common practice.
    quantity: Math.max(2, Math.ceil(device.length - 1e-9) + 1) * device.chambers,
    shop: 'fixings',
    price: GUIDE.strap,
  })
}

function hosePart(make: Assembler, key: string, device: Hosed, from: string): void {
  const { to } = device
  const hose = hoseOf(make.path.layout, device)
  const pipe = pipeByBore(hose.bore, ['hose'])
  make.pipe(key, 'drop', pipe, hose.length)
  const upper = make.meet('drop', { part: from, end: male(pipe) }, { part: key, end: female(pipe) })
  const lower = make.meet('drop', { part: key, end: female(pipe) }, to.kind === 'vessel' ? make.target(to, pipe) : undefined)
  make.order({ key, part: key, station: 'drop', pipe, span: hose.length }, [upper, lower])
}

/** Where the ends of a pipe across stand, m above the paving. */
export interface CarryEnds {
  from: number
  to: number
}

/**
 * Straight ways of a carrying pipe from corner to corner, m, and whether its very ends are bends. A dry one turns at its ends
 * first; one that dips goes down, along and up again. They add up to the pipe's own length along its fall.
 */
export function carryLegs(
  device: Pick<DeviceOf<'carrying-pipe'>, 'length' | 'fall' | 'wet' | 'lowPoint' | 'bends'>,
  pipe: PipeKind,
  ends: CarryEnds | undefined,
): { legs: number[]; bendAt: [boolean, boolean] } {
  const bends = Math.round(device.bends)
  if (device.wet) {
    const down = ends ? ends.from - device.lowPoint : 0
    const up = ends ? ends.to - device.lowPoint : 0
    const along = device.length - down - up
    const least = leastLeg(pipe)
    return bends >= 2 && Math.min(down, up, along) >= least
      ? { legs: [down, ...evenly(along, Math.max(1, bends - 1)), up], bendAt: [false, false] }
      : { legs: [device.length], bendAt: [false, false] }
  }
  const way = device.length * Math.hypot(1, device.fall)
  return { legs: evenly(way, Math.max(1, bends - 1)), bendAt: [bends >= 2, bends >= 1] }
}

/** A pipe across, hung on what stands above it; its bends and straps, and where it is cleaned out. */
export function carryParts(
  make: Assembler,
  device: DeviceOf<'carrying-pipe'>,
  ends: CarryEnds | undefined,
  above: OpenEnd | undefined,
): OpenEnd {
  const pipe = make.pipeOf(device.bore)
  const key = drawnKey({ kind: 'device', id: device.id })
  make.pipe(key, 'drop', pipe, device.length, {
    drawn: { kind: 'device', id: device.id },
    ...(device.called ? { called: device.called } : {}),
  })
  const open = layLegs(make, { key, station: 'drop', pipe, ...carryLegs(device, pipe, ends) }, above)
  make.part({
    key: `${key}:straps`,
    station: 'drop',
    item: `strap:${pipe.type}:${pipe.size}`,
    words: { id: 'part.strap', of: pipe },
    quantity: strapCount(device.length, device.strapEvery),
    shop: 'fixings',
    price: GUIDE.strap,
  })
  if (device.cleanOut)
    make.part({
      key: `${key}:cleanOut`,
      station: 'drop',
      item: `cap:${pipe.type}:${pipe.size}`,
      words: { id: 'part.cleanOutCap', values: { bore: length(device.bore) } },
      shop: 'pipe',
      price: GUIDE.cap,
    })
  return open
}

/** A device with what comes with it, and the ends that it offers; a carrying pipe is laid by `carryParts`. */
export function deviceParts(
  make: Assembler,
  drop: Drop,
  device: Exclude<Device, { kind: 'carrying-pipe' }>,
  own: PipeKind,
): Threaded | undefined {
  const key = drawnKey({ kind: 'device', id: device.id })
  const ends = deviceEnds(make, device, own)
  make.drawn(
    'device',
    device.id,
    {
      station: 'drop',
      item: `device:${device.kind}:${'bore' in device ? device.bore.toFixed(3) : own.size}`,
      words: deviceWords(device),
      shop: DEVICE_SHOP[device.kind] ?? 'rainwater',
      price: GUIDE[device.kind],
      // The swan neck comes with the pipe.
      found: device.kind === 'neck',
    },
    device.called,
  )
  if (device.kind === 'first-flush') flushParts(make, device, key)
  if ('hose' in device) hosePart(make, `${key}:hose`, device, key)
  if (device.kind === 'neck') {
    // Two bends and the piece between them, told by what lies between the corners.
    const diagonal = Math.hypot(device.across, device.height - 2 * BEND_LEG) - 2 * BEND_LEG
    const part = drawnKey({ kind: 'drop', id: drop.id })
    // Both its ends sit in the bends.
    if (diagonal > 0.02)
      make.order({ key: `${key}:piece`, part, station: 'drop', pipe: own, span: diagonal }, [undefined, undefined]).joined = [true, true]
  }
  return ends ? { part: key, ...ends } : undefined
}
