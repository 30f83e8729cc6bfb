import { downpipeEnd, end, insertionOf, measuresOf, pipeByBore, sizeByBore, type End, type EndType } from '../parts'
import { bareLines, cutSheet, pipeEndFor, sectionLines, strapCount, type SectionLine } from '../levels'
import type { WaterPath } from '../path'
import type { Build, Device, Drop, Hose, Port, Seal, Target, Vessel } from '../scheme'
import { length, volume as volumeOf } from '../units/quantity'
import { LITRE } from '../units/constants'
import { baseBuild, clothedArea } from '../vessel'
import type { PartsGround } from './ground'
import { resolveJoint, type Joint, type Meeting } from './joints'
import { drawnKey, type BuildStation, type DrawnKind, type Part, type Words } from './part'
import { layRun, type Body, type Run, type RunOrder } from './runs'

/** A scheme taken apart: every part once, every joint, every length of pipe. */
export interface Assembly {
  parts: Part[]
  joints: Joint[]
  runs: Run[]
  /** What goes through each hole in a wall, by the hole's key. */
  through: Map<string, Pick<End, 'type' | 'size'>>
}

type PipeKind = Pick<End, 'type' | 'size'>
const DOWNPIPES: readonly EndType[] = ['downpipe-round', 'downpipe-rect']
const ANY_PIPE: readonly EndType[] = ['downpipe-round', 'metric', 'sch40', 'hose']
const male = (pipe: PipeKind): End => end(pipe.type, pipe.size, 'male')
const female = (pipe: PipeKind): End => end(pipe.type, pipe.size, 'female')
const isDownpipe = ({ type }: PipeKind) => type.startsWith('downpipe')
/** A pipe's ends in the water's direction: a downpipe takes the spigot above it into its mouth, all else goes into sockets. */
const pipeEnds = (pipe: PipeKind): { top: End; bottom: End } =>
  isDownpipe(pipe)
    ? { top: female(pipe), bottom: male(pipe) }
    : pipe.type === 'hose'
      ? { top: female(pipe), bottom: female(pipe) }
      : { top: male(pipe), bottom: male(pipe) }

/** Invented guide prices for what has no thread: each, or by the metre, square metre or cubic metre. */
const GUIDE = {
  gutter: 6.5,
  gutterBracket: 1.2,
  outlet: 5,
  downpipe: 5,
  bracket: 1.6,
  shoe: 3.5,
  neck: 9,
  adapter: 4,
  screen: 6,
  'rain-head': 26,
  filter: 65,
  'first-flush': 12,
  'ring-trough': 19,
  'push-in': 15,
  twist: 21,
  flap: 24,
  'float-shut': 20,
  tee: 5,
  'wall-crossing': 4,
  'winter-shut-off': 9,
  cap: 4,
  ball: 2.5,
  drip: 3,
  valve: 7,
  bend: 3,
  strap: 0.9,
  mesh: 9,
  ventCap: 3.5,
  calmedFoot: 4,
  cladding: 12,
  tie: 8,
  endScreen: 2.5,
  pump: 95,
  pumpFilter: 22,
  floatSwitch: 14,
  checkValve: 9,
  soakGravel: 45,
  soakCrate: 120,
  leafGuard: 4,
} as const
const BASE_GUIDE: Record<string, [price: number, shop: Part['shop']]> = {
  sod: [0, 'aggregate'],
  fabric: [1.5, 'aggregate'],
  gravel: [45, 'aggregate'],
  sand: [50, 'aggregate'],
  slab: [5, 'aggregate'],
  blocks: [2.2, 'aggregate'],
  kerb: [3, 'timber'],
  pins: [0.8, 'fixings'],
  posts: [9, 'timber'],
  beams: [4, 'timber'],
  boards: [6, 'timber'],
  stand: [26, 'tanks'],
  level: [1, 'sundries'],
}
/** Vessels by family: so much to begin with and so much a litre. Invented. */
const VESSEL_GUIDE: Record<Vessel['family'], [number, number]> = {
  butt: [24, 0.16],
  'slim-butt': [38, 0.2],
  bin: [18, 0.12],
  drum: [16, 0.1],
  barrel: [22, 0.16],
  tote: [70, 0.08],
  tank: [90, 0.22],
}
const pipePrice = (pipe: PipeKind) => Math.round((0.8 + (measuresOf(pipe)?.outside ?? 0.03) * 45) * 20) / 20

class Assembler {
  readonly parts: Part[] = []
  readonly meetings: Meeting[] = []
  readonly orders: (RunOrder & { between?: readonly [string | undefined, string | undefined] })[] = []
  private readonly seals = new Map<string, Seal>()

  constructor(
    readonly path: WaterPath,
    readonly ground: PartsGround,
    build: Build,
  ) {
    for (const { key, seal } of build.holes) this.seals.set(key, seal)
  }

  part(part: Partial<Part> & Pick<Part, 'key' | 'station' | 'item' | 'words' | 'shop' | 'price'>): void {
    if (part.quantity !== undefined && part.quantity <= 0) return
    this.parts.push({ quantity: 1, unit: 'each', there: false, ...part })
  }

  /** A part that is drawn, under the key of what it is in the document. */
  drawn(
    kind: DrawnKind,
    id: string,
    part: Partial<Part> & Pick<Part, 'station' | 'item' | 'words' | 'shop' | 'price'>,
    called?: string,
  ): string {
    const key = drawnKey({ kind, id })
    this.part({ key, drawn: { kind, id }, ...part, ...(called === undefined ? {} : { called }) })
    return key
  }

  meet(station: BuildStation, upper: Meeting['upper'] | undefined, lower: Meeting['lower'] | undefined): string | undefined {
    if (!upper || !lower) return undefined
    const key = `${upper.part}|${lower.part}`
    this.meetings.push({ key, station, upper, lower })
    return key
  }

  pipe(key: string, station: BuildStation, pipe: PipeKind, metres: number, more: Partial<Part> = {}): void {
    this.part({
      key,
      station,
      item: `pipe:${pipe.type}:${pipe.size}`,
      words: { id: pipe.type === 'hose' ? 'part.hose' : isDownpipe(pipe) ? 'part.downpipe' : 'part.pipe', of: pipe },
      quantity: metres,
      unit: 'length',
      shop: pipe.type === 'hose' ? 'hose' : isDownpipe(pipe) ? 'rainwater' : 'pipe',
      price: pipePrice(pipe),
      ...more,
    })
  }

  /** Thread of taps and pumps in this country, for a bore. */
  thread(bore: number): PipeKind {
    const type = this.ground.system === 'imperial' ? 'npt' : 'bsp'
    return { type, size: sizeByBore(type, bore) }
  }

  seal(key: string, role: Port['role'], through: PipeKind): Seal {
    return this.seals.get(key) ?? usualSeal(role, through, this.ground.system)
  }

  /**
   * What a port offers to whatever is tied to it: a tote's own outlet, a bung, or a hole in the wall by its seal. None where
   * the water falls in through the lid.
   */
  port(vesselId: string, portId: string, through: PipeKind): Meeting['lower'] | undefined {
    const { vessel } = this.path.vessels.get(vesselId)!
    const port = vessel.ports.find(({ id }) => id === portId)!
    if (port.role === 'lid') return undefined
    const part = portKey(vesselId, portId)
    if (port.role === 'outlet' && vessel.family === 'tote') return { part, end: end('tote', 'S60x6', 'male') }
    if (port.role === 'outlet' && vessel.stands === 'upside-down') return { part, end: end('bung-fine', '2', 'female') }
    const seal = this.seal(part, port.role, through)
    if (seal === 'tapped') {
      const thread = through.type === 'npt' || through.type === 'bsp' ? through : this.thread(port.bore)
      return { part, end: female(thread) }
    }
    return { part, end: end('wall', seal === 'sealant' ? 'washers' : seal, 'female') }
  }
}

export const portKey = (vesselId: string, portId: string): string => `port:${vesselId}:${portId}`

/** The seal that is usual for what goes through a wall. Common practice. */
export function usualSeal(role: Port['role'], { type }: PipeKind, system: PartsGround['system']): Seal {
  if (type === 'hose') return 'washers'
  if (role === 'outlet') return system === 'metric' ? 'washers' : 'bulkhead'
  return role === 'overflow' || role === 'inlet' ? 'grommet' : role === 'vent' ? 'washers' : 'bulkhead'
}

function gutterParts(make: Assembler): void {
  for (const gutter of make.path.scheme.gutters) {
    const width = { width: length(gutter.width) }
    make.drawn(
      'gutter',
      gutter.id,
      {
        station: 'gutter',
        item: `gutter:${gutter.profile}:${gutter.width.toFixed(3)}`,
        words: { id: 'part.gutter', values: { profile: gutter.profile, ...width } },
        quantity: gutter.length,
        unit: 'length',
        shop: 'rainwater',
        price: GUIDE.gutter,
        there: true,
      },
      gutter.name,
    )
    make.part({
      key: `gutter:${gutter.id}:brackets`,
      station: 'gutter',
      item: `gutterBracket:${gutter.width.toFixed(3)}`,
      words: { id: 'part.gutterBracket', values: width },
      quantity: Math.ceil(gutter.length / gutter.bracketEvery - 1e-9) + 1,
      shop: 'rainwater',
      price: GUIDE.gutterBracket,
      there: true,
    })
    if (gutter.guard)
      make.part({
        key: `gutter:${gutter.id}:guard`,
        station: 'gutter',
        item: 'leafGuard',
        words: { id: 'part.leafGuard' },
        quantity: gutter.length,
        unit: 'length',
        shop: 'rainwater',
        price: GUIDE.leafGuard,
        there: true,
      })
    for (const outlet of gutter.outlets)
      make.drawn('outlet', outlet.id, {
        station: 'gutter',
        item: `outlet:${gutter.profile}:${outlet.bore.toFixed(3)}`,
        words: { id: 'part.outlet', values: { bore: length(outlet.bore) } },
        shop: 'rainwater',
        price: GUIDE.outlet,
        there: true,
      })
  }
}

/** The outlet's spigot: made for the pipe under it unless its hole says otherwise by more than a sixth. */
function outletEnd(bore: number, pipe: PipeKind): End {
  const own = measuresOf(pipe)!.bore
  if (Math.abs(bore - own) <= own / 6 + 0.005) return male(pipe)
  return male(pipeByBore(bore, DOWNPIPES))
}

interface Threaded {
  part: string
  top?: End
  bottom?: End
}

/** Bends between a gutter and a wall have legs of this length, m. Common practice. */
const BEND_LEG = 0.045

/** Ends of a body that is let into a pipe: a downpipe's lap shed the water, all else has sockets. */
const letInto = (pipe: PipeKind) => (isDownpipe(pipe) ? pipeEnds(pipe) : { top: female(pipe), bottom: female(pipe) })

/**
 * Ends of a device as the water meets them; a part that sits inside another has none.
 *
 * @param own the pipe that reaches it
 */
function deviceEnds(device: Device, own: PipeKind): { top?: End; bottom?: End } | undefined {
  const through = letInto(own)
  switch (device.kind) {
    case 'screen':
    case 'wall-crossing':
      return undefined
    // Open above: the pipe's mouth stands over it.
    case 'rain-head':
      return { bottom: male(own) }
    case 'adapter': {
      const mouth = nearOwn(device.mouth, own)
      return { top: female(mouth), bottom: male(nearOwn(device.throat, own)) }
    }
    case 'first-flush': {
      const pipe = pipeByBore(device.bore, ANY_PIPE)
      const socket = isDownpipe(pipe) ? { type: 'metric' as const, size: sizeByBore('metric', device.bore) } : pipe
      return { top: female(socket), bottom: female(socket) }
    }
    case 'carrying-pipe': {
      const pipe = pipeByBore(device.bore)
      return { top: pipeEnds(pipe).top, bottom: pipeEnds(pipe).bottom }
    }
    default:
      return { top: through.top, bottom: through.bottom }
  }
}

/** The pipe that goes on below a device. */
function pipeAfter(device: Device, pipe: PipeKind): PipeKind {
  if (device.kind !== 'adapter' && device.kind !== 'first-flush' && device.kind !== 'carrying-pipe') return pipe
  const { type, size } = deviceEnds(device, pipe)!.bottom!
  return { type, size }
}

/** The drop's own pipe where a bore is nearly its own, else the pipe that the bore is. */
function nearOwn(bore: number, own: PipeKind): PipeKind {
  return Math.abs(bore - measuresOf(own)!.bore) < 0.004 ? own : pipeByBore(bore, ANY_PIPE)
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

function flushParts(make: Assembler, device: Extract<Device, { kind: 'first-flush' }>, key: string): void {
  const pipe = deviceEnds(device, { type: 'metric', size: '110' })!.bottom!
  const bore = { bore: length(device.bore) }
  make.pipe(`${key}:chamber`, 'drop', pipe, device.length * device.chambers, { quantity: device.length * device.chambers })
  for (let i = 0; i < device.chambers; i++)
    make.orders.push({
      key: `${key}:chamber:${i}`,
      part: `${key}:chamber`,
      station: 'drop',
      pipe,
      span: device.length,
    })
  make.meet('drop', { part: key, end: female(pipe) }, { part: `${key}:chamber`, end: male(pipe) })
  make.meet('drop', { part: `${key}:chamber`, end: male(pipe) }, { part: `${key}:cap`, end: female(pipe) })
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

function hosePart(make: Assembler, key: string, station: BuildStation, hose: Hose, from: string, to: Target): void {
  const pipe = pipeByBore(hose.bore, ['hose'])
  make.pipe(key, station, pipe, hose.length)
  const upper = make.meet(station, { part: from, end: male(pipe) }, { part: key, end: female(pipe) })
  const lower = to.kind === 'vessel' ? make.meet(station, { part: key, end: female(pipe) }, make.port(to.vessel, to.port, pipe)) : undefined
  make.orders.push({ key, part: key, station, pipe, span: hose.length, between: [upper, lower] })
}

function devicePart(make: Assembler, drop: Drop, device: Device, own: PipeKind): Threaded | undefined {
  const key = drawnKey({ kind: 'device', id: device.id })
  const ends = deviceEnds(device, own)
  if (device.kind === 'carrying-pipe') {
    const pipe = pipeByBore(device.bore)
    make.pipe(key, 'drop', pipe, device.length, {
      drawn: { kind: 'device', id: device.id },
      ...(device.called ? { called: device.called } : {}),
    })
    make.part({
      key: `${key}:bends`,
      station: 'drop',
      item: `bend:${pipe.type}:${pipe.size}`,
      words: { id: 'part.bend', of: pipe },
      quantity: device.bends,
      shop: 'pipe',
      price: GUIDE.bend,
    })
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
  } else
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
        there: device.kind === 'neck',
      },
      device.called,
    )
  if (device.kind === 'first-flush') flushParts(make, device, key)
  if ('hose' in device) hosePart(make, `${key}:hose`, 'drop', device.hose, key, device.to)
  if (device.kind === 'neck') {
    // Two bends and the piece between them, told by what lies between the corners.
    const diagonal = Math.hypot(device.across, device.height - 2 * BEND_LEG) - 2 * BEND_LEG
    if (diagonal > 0.02)
      make.orders.push({ key: `${key}:piece`, part: drawnKey({ kind: 'drop', id: drop.id }), station: 'drop', pipe: own, span: diagonal })
  }
  return ends ? { part: key, ...ends } : undefined
}

function dropParts(make: Assembler): void {
  const { path } = make
  const lines = new Map([...sectionLines(path), ...bareLines(path)].map((line) => [line.intake.drop.id, line]))
  for (const drop of path.scheme.drops) {
    const own = downpipeEnd(drop, 'male')
    const pipeKey = `pipe:${drop.id}`
    const outlet = path.scheme.gutters.flatMap(({ outlets }) => outlets).find((each) => each.drop === drop.id)
    let above: Threaded | undefined = outlet && { part: drawnKey({ kind: 'outlet', id: outlet.id }), bottom: outletEnd(outlet.bore, own) }
    let metres = 0
    let pieces = 0
    const join = (next: Threaded) => {
      if (above) make.meet('drop', above.bottom && { part: above.part, end: above.bottom }, next.top && { part: next.part, end: next.top })
      above = next
    }
    let pipe: PipeKind = own
    const plain = (gap: number, joined: readonly [boolean, boolean]) => {
      if (gap < LEAST_PIECE) return
      const key = `${pipeKey}:${pieces++}`
      const stays = pipe === own
      if (stays) metres += gap
      else make.pipe(key, 'drop', pipe, gap)
      make.orders.push({ key, part: stays ? drawnKey({ kind: 'drop', id: drop.id }) : key, station: 'drop', pipe, span: gap, joined })
      join({ part: key, ...pipeEnds(pipe) })
    }
    const gaps = freeBefore(lines.get(drop.id))
    const leads = new Set<string>()
    for (const [i, device] of drop.devices.entries()) {
      const sawn = device.kind === 'ring-trough' || device.kind === 'twist' || device.kind === 'flap' || device.kind === 'push-in'
      plain(gaps.before.get(device.id) ?? 0, [i > 0 || outlet !== undefined, !sawn])
      const next = devicePart(make, drop, device, pipe)
      if (sawn) leads.add(device.id)
      if (next && device.kind !== 'push-in') join(next)
      pipe = pipeAfter(device, pipe)
    }
    const { end: to } = drop
    if (to.kind === 'vessel') {
      const over = path.vessels.get(to.vessel)!.vessel.ports.find(({ id }) => id === to.port)?.role === 'lid'
      plain(gaps.last, [true, !over])
      const last: End | undefined = above?.bottom
      if (above && last) make.meet('drop', { part: above.part, end: last }, make.port(to.vessel, to.port, last))
    } else {
      const foot = lowerEndOf(lines.get(drop.id), drop) - FOOT_CLEAR
      plain(gaps.last > 0 && leads.size === 0 ? gaps.last : foot, [leads.size === 0, false])
      if (to.kind === 'ground' && drop.foot === 'shoe')
        make.part({
          key: `${pipeKey}:shoe`,
          station: 'drop',
          item: `shoe:${own.type}:${own.size}`,
          words: { id: 'part.shoe', of: own },
          shop: 'rainwater',
          price: GUIDE.shoe,
          there: true,
        })
    }
    const wanted = drop.devices.flatMap((device) => cutSheet(drop, device, pipeEndFor(device, lines.get(drop.id)))?.steps ?? [])
    make.part({
      key: `${pipeKey}:newBrackets`,
      station: 'drop',
      item: `bracket:${own.type}:${own.size}`,
      words: { id: 'part.bracket', of: own },
      quantity: wanted.filter(({ step }) => step === 'bracketAbove' || step === 'bracketBelow').length,
      shop: 'rainwater',
      price: GUIDE.bracket,
    })
    make.pipe(drawnKey({ kind: 'drop', id: drop.id }), 'drop', own, Math.max(metres, 0.01), {
      drawn: { kind: 'drop', id: drop.id },
      called: drop.name,
      there: true,
    })
    make.part({
      key: `${pipeKey}:brackets`,
      station: 'drop',
      item: `bracket:${own.type}:${own.size}`,
      words: { id: 'part.bracket', of: own },
      quantity: drop.brackets.length,
      shop: 'rainwater',
      price: GUIDE.bracket,
      there: true,
    })
  }
}

/** Pipe shorter than this between two devices is no piece: they meet, m. */
const LEAST_PIECE = 0.02
/** A shoe or gully stands this high, m. Common practice. */
const FOOT_CLEAR = 0.08

/** Height at which the pipe goes on below whatever leads aside, m above the paving. */
function lowerEndOf(line: SectionLine | undefined, drop: Drop): number {
  if (!line) return Math.max(0, ...drop.brackets)
  const { heights, intake, stretches } = line
  return (
    heights.cut?.lower ?? heights.letIn?.lower ?? (intake.device?.kind === 'push-in' ? intake.device.height : (stretches.at(-1)?.to ?? 0))
  )
}

/** Plain pipe in front of every device on the way, and after the last, m. */
function freeBefore(line: SectionLine | undefined): { before: Map<string, number>; last: number } {
  const before = new Map<string, number>()
  let gap = 0
  for (const { item, device, from, to } of line?.stretches ?? []) {
    if (item === 'free' || item === 'bracket') gap += Math.max(0, from - to)
    else if (device !== undefined && !before.has(device)) {
      before.set(device, gap)
      gap = 0
    }
  }
  return { before, last: gap }
}

function vesselParts(make: Assembler): void {
  for (const { vessel } of make.path.vessels.values()) {
    const [least, perLitre] = VESSEL_GUIDE[vessel.family]
    const key = make.drawn(
      'vessel',
      vessel.id,
      {
        station: 'cask',
        item: `vessel:${vessel.family}:${Math.round(vessel.nominal / LITRE)}`,
        words: { id: 'part.vessel', values: { family: vessel.family, holds: volumeOf(vessel.nominal) } },
        shop: 'tanks',
        price: Math.round(least + (vessel.nominal / LITRE) * perLitre),
      },
      vessel.name,
    )
    if (vessel.lid === 'screened')
      make.part({
        key: `${key}:mesh`,
        station: 'cask',
        item: 'mesh',
        words: { id: 'part.mesh' },
        quantity: 0.5,
        unit: 'area',
        shop: 'sundries',
        price: GUIDE.mesh,
      })
    if (vessel.light === 'clad')
      make.part({
        key: `${key}:cladding`,
        station: 'cask',
        item: 'cladding',
        words: { id: 'part.cladding' },
        quantity: clothedArea(vessel),
        unit: 'area',
        shop: 'timber',
        price: GUIDE.cladding,
      })
    for (const port of vessel.ports) {
      const own = { key: `${portKey(vessel.id, port.id)}`, station: 'cask' as const }
      if (port.role === 'vent')
        make.part({
          ...own,
          item: 'ventCap',
          words: { id: 'part.ventCap', values: { bore: length(port.bore) } },
          shop: 'tanks',
          price: GUIDE.ventCap,
        })
      if (port.calmed)
        make.part({
          ...own,
          key: `${own.key}:calmed`,
          item: 'calmedFoot',
          words: { id: 'part.calmedFoot' },
          shop: 'pipe',
          price: GUIDE.calmedFoot,
        })
    }
    baseParts(make, vessel)
  }
}

function baseParts(make: Assembler, vessel: Vessel): void {
  const key = drawnKey({ kind: 'base', id: vessel.id })
  for (const { item, quantity, unit } of baseBuild(vessel.base)) {
    const [price, shop] = BASE_GUIDE[item]!
    // A slab cast in place is told by its volume, laid ones by their number.
    const cast = item === 'slab' && unit === 'volume'
    make.part({
      key: `${key}:${item}`,
      station: 'cask',
      item: `base:${item}${cast ? ':cast' : ''}`,
      words: { id: `base.${item}` },
      quantity,
      unit: unit === 'count' ? 'each' : unit,
      shop,
      price: cast ? 130 : price,
      there: item === 'sod',
    })
  }
  if (vessel.base.tied)
    make.part({ key: `${key}:tie`, station: 'cask', item: 'tie', words: { id: 'part.tie' }, shop: 'fixings', price: GUIDE.tie })
}

function linkParts(make: Assembler): void {
  for (const link of make.path.scheme.stores.flatMap(({ links }) => links)) {
    const pipe = pipeByBore(link.bore)
    const key = drawnKey({ kind: 'link', id: link.id })
    make.pipe(key, 'cask', pipe, link.length, { drawn: { kind: 'link', id: link.id } })
    const ends = pipeEnds(pipe)
    const flip = ({ part, end: at }: Meeting['lower']): Meeting['upper'] => ({ part, end: at })
    const from = make.port(link.from.vessel, link.from.port, pipe)
    const to = make.port(link.to.vessel, link.to.port, pipe)
    const upper = make.meet('cask', from && flip(from), { part: key, end: ends.top })
    const lower = make.meet('cask', { part: key, end: ends.bottom }, to)
    const valved = link.valve !== 'none'
    const body = 0.06 + (measuresOf(pipe)?.outside ?? 0)
    if (valved)
      make.part({
        key: `${key}:valve`,
        station: 'cask',
        item: `valve:${pipe.type}:${pipe.size}`,
        words: { id: 'part.linkValve', of: pipe },
        shop: pipe.type === 'hose' ? 'hose' : 'pipe',
        price: GUIDE.valve + (measuresOf(pipe)?.outside ?? 0) * 80,
      })
    make.orders.push({
      key,
      part: key,
      station: 'cask',
      pipe,
      span: link.length,
      between: [upper, lower],
      joined: [from !== undefined, to !== undefined],
      ...(valved ? { middle: { of: `${key}:valve`, length: body } } : {}),
    })
  }
}

function overflowParts(make: Assembler): void {
  for (const route of make.path.scheme.overflows) {
    const pipe = pipeByBore(route.bore)
    const key = drawnKey({ kind: 'overflow', id: route.id })
    make.pipe(key, 'spill', pipe, Math.max(route.length, 0.15), { drawn: { kind: 'overflow', id: route.id } })
    const port = make.port(route.from.vessel, route.from.port, pipe)
    const upper = make.meet('spill', port, { part: key, end: pipeEnds(pipe).top })
    const lower =
      route.to.kind === 'vessel'
        ? make.meet('spill', { part: key, end: pipeEnds(pipe).bottom }, make.port(route.to.vessel, route.to.port, pipe))
        : undefined
    make.orders.push({
      key,
      part: key,
      station: 'spill',
      pipe,
      span: Math.max(route.length, 0.15),
      between: [upper, lower],
      joined: [port !== undefined, lower !== undefined],
    })
    if (route.mouth === 'hooped')
      make.part({
        key: `${key}:bends`,
        station: 'spill',
        item: `bend:${pipe.type}:${pipe.size}`,
        words: { id: 'part.bend', of: pipe },
        quantity: route.vented ? 3 : 2,
        shop: 'pipe',
        price: GUIDE.bend,
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

function drawParts(make: Assembler): void {
  for (const tap of make.path.scheme.taps) {
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
    if (tap.hose) {
      const pipe = pipeByBore(tap.hose.bore, ['hose'])
      const spout = make.ground.system === 'imperial' ? end('hose-thread', '3/4', 'male') : end('bsp', '3/4', 'male')
      make.pipe(`${key}:hose`, 'draw', pipe, tap.hose.length)
      const upper = make.meet('draw', { part: `${key}:spout`, end: spout }, { part: `${key}:hose`, end: female(pipe) })
      make.orders.push({
        key: `${key}:hose`,
        part: `${key}:hose`,
        station: 'draw',
        pipe,
        span: tap.hose.length,
        between: [upper, undefined],
        joined: [true, false],
      })
    }
  }
  for (const pump of make.path.scheme.pumps) {
    const key = make.drawn('pump', pump.id, {
      station: 'draw',
      item: `pump:${pump.duty}:${pump.power}`,
      words: { id: 'part.pump', values: { power: pump.power } },
      shop: 'electrical',
      price: GUIDE.pump,
    })
    for (const [side, { bore, length: long }] of [
      ['suction', pump.suction],
      ['line', pump.line],
    ] as const) {
      if (long <= 0) continue
      const pipe = pipeByBore(bore)
      const thread = make.thread(bore)
      const part = `${key}:${side}`
      make.pipe(part, 'draw', pipe, long)
      const ends = pipeEnds(pipe)
      const mouth = { part: `${key}:${side === 'suction' ? 'in' : 'out'}`, end: female(thread) }
      const upper =
        side === 'suction'
          ? make.meet('draw', make.port(pump.from.vessel, pump.from.port, pipe), { part, end: ends.top })
          : make.meet('draw', mouth, { part, end: ends.top })
      const lower = side === 'suction' ? make.meet('draw', { part, end: ends.bottom }, mouth) : undefined
      make.orders.push({
        key: part,
        part,
        station: 'draw',
        pipe,
        span: long,
        between: [upper, lower],
        joined: [upper !== undefined, lower !== undefined],
      })
    }
    if (pump.filterMesh > 0)
      make.part({
        key: `${key}:filter`,
        station: 'draw',
        item: 'pumpFilter',
        words: { id: 'part.pumpFilter' },
        shop: 'hose',
        price: GUIDE.pumpFilter,
      })
    if (pump.floatSwitch)
      make.part({
        key: `${key}:float`,
        station: 'draw',
        item: 'floatSwitch',
        words: { id: 'part.floatSwitch' },
        shop: 'electrical',
        price: GUIDE.floatSwitch,
      })
    if (pump.checkValve)
      make.part({
        key: `${key}:check`,
        station: 'draw',
        item: 'checkValve',
        words: { id: 'part.checkValve' },
        shop: 'hose',
        price: GUIDE.checkValve,
      })
  }
}

/** Fittings of a joint as bodies along the run that it ends. */
const bodies = (joint: Joint | undefined): Omit<Body, 'kind'>[] =>
  joint?.placed.map(({ fitting }) => ({ of: fitting.id, length: fitting.reach })) ?? []

/**
 * Takes a scheme apart: what parts it is made of, where two of them meet and what goes between, how long every pipe is.
 *
 * Walks the water's path station by station. Nothing is stored of it: what the reader chose comes from the scheme's `build`.
 *
 * @param ground fittings to join with, their prices, and the threads of the country
 */
export function assemble(path: WaterPath, ground: PartsGround): Assembly {
  const { build } = path.scheme
  const make = new Assembler(path, ground, build)
  gutterParts(make)
  dropParts(make)
  vesselParts(make)
  linkParts(make)
  overflowParts(make)
  drawParts(make)
  const choices = new Map(build.joints.map((choice) => [choice.key, choice]))
  const joints = make.meetings.map((meeting) => resolveJoint(meeting, choices.get(meeting.key), ground))
  const byKey = new Map(joints.map((joint) => [joint.key, joint]))
  const runs = make.orders.map(({ between, ...order }) =>
    layRun(
      {
        ...order,
        above: between?.[0] === undefined ? [] : bodies(byKey.get(between[0])),
        below: between?.[1] === undefined ? [] : bodies(byKey.get(between[1])),
      },
      ground.system,
    ),
  )
  return { parts: make.parts, joints, runs, through: throughWalls(joints) }
}

/** What passes each hole: the far side of the fitting that sits in it, or the thread that is screwed into it. */
function throughWalls(joints: readonly Joint[]): Map<string, PipeKind> {
  const through = new Map<string, PipeKind>()
  for (const { upper, lower, placed } of joints) {
    const first = placed[0]
    const last = placed.at(-1)
    if (upper.part.startsWith('port:') && !through.has(upper.part))
      through.set(upper.part, first ? first.fitting.ends[first.turned ? 0 : 1] : lower.end)
    if (lower.part.startsWith('port:') && !through.has(lower.part))
      through.set(lower.part, last ? last.fitting.ends[last.turned ? 1 : 0] : upper.end)
  }
  return through
}
