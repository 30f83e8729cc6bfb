import { buriedLength, hoseOf, isSided, sideTarget, laidCarry, runKey, turnsAtEnd, type Hosed, type Run } from '../../layout'
import { measuresOf, pipeByBore, type End } from '../../parts'
import type { Device, DeviceOf, Drop } from '../../scheme'
import { length } from '../../units/quantity'
import { BEND_LEG, strapCount } from '../../levels'
import { drawnKey, type Part, type Words } from '../part'
import { female, isDownpipe, male, nearOwn, pipeEnds, type Assembler, type OpenEnd, type PipeKind } from './assembler'
import { chamberPipe } from './flushParts'
import { GUIDE, teePrice } from './guidePrices'
import { layLegs, leastLeg } from './legs'
import type { Threaded } from './threaded'

/** Ends of a body that is let into a pipe: a downpipe's laps shed the water, all else has sockets. */
const letInto = (pipe: PipeKind) => (isDownpipe(pipe) ? pipeEnds(pipe) : { top: female(pipe), bottom: female(pipe) })

/**
 * Ends of a device as the water meets them; a part that sits inside another has none.
 *
 * @param own the pipe that reaches it
 * @param next the pipe that goes on below it
 */
function deviceEnds(device: Fitted, own: PipeKind, next: PipeKind): { top?: End; bottom?: End } | undefined {
  switch (device.kind) {
    case 'screen':
    case 'wall-crossing':
      return undefined
    // Open above: the pipe's mouth stands over it. It is sold with a spigot for what goes on below.
    case 'rain-head':
      return { bottom: male(next) }
    case 'adapter':
      return { top: female(nearOwn(device.mouth, own)), bottom: male(nearOwn(device.throat, own)) }
    default:
      return letInto(own)
  }
}

/** What is fitted as it is bought: carrying pipes and first flushes are put together from others. */
type Fitted = Exclude<Device, { kind: 'carrying-pipe' | 'first-flush' }>

/** Two on the way down and two on the way up. Common practice. */
const BURIED_STRAPS = 4

/** What a pipe across is made of: the downpipe itself where it is as wide, else the pipe that its bore is. */
const carryPipe = (make: Assembler, { bore }: DeviceOf<'carrying-pipe'>, own: PipeKind): PipeKind =>
  isDownpipe(own) && Math.abs(bore - measuresOf(own)!.bore) < 1e-3 ? own : make.pipeOf(bore)

/** The pipe that goes on below a device. */
export function pipeAfter(make: Assembler, device: Device, pipe: PipeKind): PipeKind {
  if (device.kind === 'carrying-pipe') return carryPipe(make, device, pipe)
  if (device.kind === 'first-flush') return device.form === 'tank' ? pipe : chamberPipe(make, device)
  return device.kind === 'adapter' ? nearOwn(device.throat, pipe) : pipe
}

const DEVICE_SHOP: Partial<Record<Device['kind'], Part['shop']>> = { tee: 'pipe' }

function deviceWords(device: Fitted, own: PipeKind): Words {
  const id = `device.${device.kind}`
  switch (device.kind) {
    case 'adapter':
      return { id: 'part.adapter', ends: [female(nearOwn(device.mouth, own)), male(nearOwn(device.throat, own))] }
    case 'rain-head':
      return { id: 'part.rainHead', values: { disc: length(device.disc) } }
    // Sold for the pipe that it is let into.
    case 'ring-trough':
    case 'twist':
    case 'flap':
    case 'tee':
    case 'winter-shut-off':
      return { id, of: own }
    default:
      return { id }
  }
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
 * Straight ways of a carrying pipe from corner to corner, m, how far it turns between them, and whether its very ends are bends.
 * A dry one turns out of the upright first; one that dips goes down from where its water stands above what it rises to.
 */
export function carryLegs(
  { wet }: Pick<DeviceOf<'carrying-pipe'>, 'wet'>,
  { legs: laid, bends }: Pick<Run, 'legs' | 'bends'>,
  pipe: PipeKind,
  ends: CarryEnds | undefined,
  turnsLast: boolean,
  down = 0,
): { legs: number[]; turns: number[]; bendAt: [boolean, boolean] } {
  // The bend that turns it down is its end: nothing is sawn for that.
  if (down > 0) return carryLegs({ wet }, { legs: laid.slice(0, -1), bends: bends.slice(0, -1) }, pipe, ends, true)
  if (!wet) return { legs: [...laid], turns: [...bends], bendAt: [true, turnsLast] }
  const stands = ends ? Math.max(0, ends.from - ends.to) : 0
  const legs = laid.map((leg, i) => (i === 0 ? leg + stands : leg))
  // Corners nearer than two bends are as one: what is short goes into the piece before.
  return Math.min(...legs) >= leastLeg(pipe)
    ? { legs, turns: [...bends], bendAt: [false, turnsLast] }
    : { legs: [legs.reduce((sum, leg) => sum + leg, 0)], turns: [], bendAt: [false, false] }
}

/** A trench so wide, its pipe bedded in so much sand below and above, m. Common practice. */
export const TRENCH = { width: 0.3, bed: 0.1, over: 0.1 } as const

/** What a pipe in the ground lies in, and what warns whoever digs there next. */
function trenchParts(make: Assembler, key: string, long: number): void {
  make.part({
    key: `${key}:bedding`,
    station: 'drop',
    item: 'base:sand',
    words: { id: 'part.bedding' },
    quantity: long * TRENCH.width * (TRENCH.bed + TRENCH.over),
    unit: 'volume',
    shop: 'aggregate',
    price: GUIDE.trenchSand,
  })
  make.part({
    key: `${key}:warningTape`,
    station: 'drop',
    item: 'warningTape',
    words: { id: 'part.warningTape' },
    quantity: long,
    unit: 'length',
    shop: 'sundries',
    price: GUIDE.warningTape,
  })
}

/** A pipe across, hung on what stands above it; its bends and straps, and where it is cleaned out. */
export function carryParts(
  make: Assembler,
  drop: Drop,
  device: DeviceOf<'carrying-pipe'>,
  own: PipeKind,
  ends: CarryEnds | undefined,
  above: OpenEnd | undefined,
): OpenEnd {
  const pipe = carryPipe(make, device, own)
  const { scheme, layout } = make.path
  const run = layout.runs.get(runKey('carry', device.id))
  const { length: long, down } = laidCarry(layout, device)
  const laid = run ?? { legs: [long], bends: [] }
  const inGround = run ? buriedLength(run) : 0
  const key = drawnKey({ kind: 'device', id: device.id })
  const way = carryLegs(device, laid, pipe, ends, run === undefined || turnsAtEnd(scheme, layout, run, drop.end), down)
  make.pipe(
    key,
    'drop',
    pipe,
    way.legs.reduce((sum, leg) => sum + leg, 0),
    {
      drawn: { kind: 'device', id: device.id },
      ...(device.called ? { called: device.called } : {}),
    },
  )
  const open = layLegs(make, { key, station: 'drop', pipe, ...way }, above)
  make.part({
    key: `${key}:straps`,
    station: 'drop',
    item: `strap:${pipe.type}:${pipe.size}`,
    words: { id: 'part.strap', of: pipe },
    // What lies in the ground is held by it: only where it comes down and goes up.
    quantity: inGround > 0 ? BURIED_STRAPS : strapCount(long, device.strapEvery),
    shop: 'fixings',
    price: GUIDE.strap,
  })
  if (inGround > 0) trenchParts(make, key, inGround)
  if (device.cleanOut)
    make.part({
      key: `${key}:cleanOutTee`,
      station: 'drop',
      item: `tee:${pipe.type}:${pipe.size}`,
      words: { id: 'part.cleanOutTee', of: pipe },
      shop: 'pipe',
      price: teePrice(pipe),
    })
  if (device.cleanOut)
    make.part({
      key: `${key}:cleanOut`,
      station: 'drop',
      item: `cap:${pipe.type}:${pipe.size}`,
      words: { id: 'part.cleanOutCap', of: pipe },
      shop: 'pipe',
      price: GUIDE.cap,
    })
  return open
}

/** The pipe that leads on what a device lets out of its side, of the pipe that it sits in. */
function sideParts(make: Assembler, device: Device, key: string, own: PipeKind): void {
  const run = make.path.layout.runs.get(runKey('side', device.id))
  if (!run || !isSided(device)) return
  const side = `${key}:side`
  make.pipe(side, 'drop', own, run.length, { words: { id: 'part.sidePipe', of: own } })
  // A shoe or an open end at the ground; into another pipe by its branch.
  const open = layLegs(
    make,
    { key: side, station: 'drop', pipe: own, legs: run.legs, turns: run.bends },
    { side: { part: key, end: isDownpipe(own) ? male(own) : female(own) } },
  )
  make.lead('drop', open, make.target(sideTarget(device), own))
}

/**
 * A device with what comes with it, and the ends that it offers; a carrying pipe is laid by `carryParts`, a first flush by
 * `flushParts`.
 *
 * @param own the pipe that reaches it
 * @param next the pipe that goes on below it
 */
export function deviceParts(make: Assembler, drop: Drop, device: Fitted, own: PipeKind, next: PipeKind): Threaded | undefined {
  const key = drawnKey({ kind: 'device', id: device.id })
  const ends = deviceEnds(device, own, next)
  make.drawn(
    'device',
    device.id,
    {
      station: 'drop',
      item: `device:${device.kind}:${'bore' in device ? device.bore.toFixed(3) : own.size}`,
      words: deviceWords(device, own),
      shop: DEVICE_SHOP[device.kind] ?? 'rainwater',
      price: GUIDE[device.kind],
      // The swan neck comes with the pipe.
      found: device.kind === 'neck',
    },
    device.called,
  )
  if ('hose' in device) hosePart(make, `${key}:hose`, device, key)
  if (isSided(device)) sideParts(make, device, key, own)
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
