import { joinedAt } from '../../layout'
import { downpipeEnd, end, measuresOf, pipeByBore, sizeByBore, type End, type EndType } from '../../parts'
import type { WaterPath } from '../../path'
import type { Build, Port, Seal, Target } from '../../scheme'
import { handReaches, ownOpening } from '../../vessel'
import type { PartsInputs } from '../partsInputs'
import type { Meeting } from '../joints'
import { drawnKey, lineItem, pipeItem, pipeWords, type BuildStation, type DrawnKind, type Part } from '../part'
import type { RunOrder } from '../runs'
import { pipePrice, teePrice } from './guidePrices'

export type PipeKind = Pick<End, 'type' | 'size'>
/** One side of a joint: a part and the end that it offers. */
export type Side = Meeting['upper']

export const male = (pipe: PipeKind): End => end(pipe.type, pipe.size, 'male')
export const female = (pipe: PipeKind): End => end(pipe.type, pipe.size, 'female')
export const isDownpipe = ({ type }: PipeKind): boolean => type.startsWith('downpipe')
/** A pipe's ends in the water's direction: a downpipe takes the spigot above it into its mouth, all else goes into sockets. */
export const pipeEnds = (pipe: PipeKind): { top: End; bottom: End } =>
  isDownpipe(pipe)
    ? { top: female(pipe), bottom: male(pipe) }
    : pipe.type === 'hose'
      ? { top: female(pipe), bottom: female(pipe) }
      : { top: male(pipe), bottom: male(pipe) }

const ANY_PIPE: readonly EndType[] = ['downpipe-round', 'metric', 'sch40', 'hose']
const isNearly = (bore: number, pipe: PipeKind) => Math.abs(bore - measuresOf(pipe)!.bore) < 0.004
/** A drop's own pipe where a bore is nearly its own, else the pipe that the bore is, downpipes among them. */
export const nearOwn = (bore: number, own: PipeKind): PipeKind => (isNearly(bore, own) ? own : pipeByBore(bore, ANY_PIPE))

/** From a bend's or a tee's corner to the face of its socket, m. Common practice: half the pipe and a little. */
export const cornerReach = (pipe: PipeKind): number => 0.012 + 0.5 * (measuresOf(pipe)?.outside ?? 0.03)

export const portKey = (vesselId: string, portId: string): string => `port:${vesselId}:${portId}`

/** Widest bore whose thread is cut into the wall of a vessel, m. Common practice. */
const MOST_TAPPED = 0.027

/**
 * The seal that is usual for what goes through a wall. Common practice.
 *
 * @param reached whether a hand inside gets to the hole; where it does not, only what is fitted from outside can be
 */
export function usualSeal(role: Port['role'], { type, size }: PipeKind, system: PartsInputs['system'], reached = true): Seal {
  // A thin wall holds a thread of an inch and no more.
  const thin = (measuresOf({ type, size })?.bore ?? 0) <= MOST_TAPPED
  if (!reached) return (type === 'hose' || role === 'outlet') && thin ? 'tapped' : 'grommet'
  if (type === 'hose') return 'washers'
  if (role === 'outlet') return system === 'metric' ? 'washers' : 'bulkhead'
  return role === 'overflow' || role === 'inlet' ? 'grommet' : role === 'vent' ? 'washers' : 'bulkhead'
}

/** What joins two sides, known by its meeting: its key is made once every side is settled. */
export interface Tie {
  station: BuildStation
  upper: Side
  lower: Side
}

/** A run that waits for its joints: what comes between it and its neighbours takes some of its way. */
export interface Order extends RunOrder {
  between: [Tie | undefined, Tie | undefined]
  joined: [boolean, boolean]
}

/** Where a way is open below, and the run whose end that is. */
export interface OpenEnd {
  side: Side
  order?: Order
}

/** A part as its station tells it; whether it is to be bought follows from the reader's choices. */
export type PartDraft = Omit<Partial<Part>, 'there'> & Pick<Part, 'key' | 'station' | 'item' | 'words' | 'shop' | 'price'>

interface Claim {
  side: Side
  through: PipeKind
}

/** Gathers what a scheme is made of while its stations are walked. */
export class Assembler {
  readonly parts: Part[] = []
  readonly ties: Tie[] = []
  readonly orders: Order[] = []
  private readonly seals = new Map<string, Seal>()
  /** How each hole that something is tied to is sealed. */
  readonly sealed = new Map<string, Seal>()
  private readonly reused: ReadonlyMap<string, boolean>
  /** Everything that wants to be tied to one port. */
  private readonly claims = new Map<string, Claim[]>()

  constructor(
    readonly path: WaterPath,
    readonly inputs: PartsInputs,
    build: Build,
  ) {
    for (const { key, seal } of build.holes) this.seals.set(key, seal)
    this.reused = new Map(build.lines.map(({ item, reuse }) => [item, reuse]))
  }

  /** A part of the job, there already or not as the reader has it. */
  part(part: PartDraft): void {
    if (part.quantity !== undefined && part.quantity <= 0) return
    const { found = false } = part
    this.parts.push({ quantity: 1, unit: 'each', ...part, found, there: this.isThere({ item: part.item, found }) })
  }

  /** Whether what was found there, or not, is to be bought. */
  isThere(line: Pick<Part, 'item' | 'found'>): boolean {
    return this.reused.get(lineItem(line)) ?? line.found
  }

  /** A part that is drawn, under the key of what it is in the document. */
  drawn(kind: DrawnKind, id: string, part: Omit<PartDraft, 'key'>, called?: string): string {
    const key = drawnKey({ kind, id })
    this.part({ key, drawn: { kind, id }, ...part, ...(called === undefined ? {} : { called }) })
    return key
  }

  meet(station: BuildStation, upper: Side | undefined, lower: Side | undefined): Tie | undefined {
    if (!upper || !lower) return undefined
    const tie = { station, upper, lower }
    this.ties.push(tie)
    return tie
  }

  /** A run, with the joints at its ends as far as they are known. */
  order(run: Omit<RunOrder, 'joined'>, between: [Tie | undefined, Tie | undefined]): Order {
    // Gutter water runs through; what stands in a store presses.
    const service = run.station === 'drop' || run.station === 'spill' ? ('drain' as const) : ('pressure' as const)
    const order = { service, ...run, between, joined: [between[0] !== undefined, between[1] !== undefined] as [boolean, boolean] }
    this.orders.push(order)
    return order
  }

  /** Leads an open end to what comes below it. */
  lead(station: BuildStation, open: OpenEnd | undefined, lower: Side | undefined): Tie | undefined {
    const tie = this.meet(station, open?.side, lower)
    if (tie && open?.order) {
      open.order.between[1] = tie
      open.order.joined[1] = true
    }
    return tie
  }

  pipe(key: string, station: BuildStation, pipe: PipeKind, metres: number, more: Partial<PartDraft> = {}): void {
    this.part({
      key,
      station,
      item: pipeItem(pipe),
      words: pipeWords(pipe),
      quantity: metres,
      unit: 'length',
      shop: pipe.type === 'hose' ? 'hose' : isDownpipe(pipe) ? 'rainwater' : 'pipe',
      price: pipePrice(pipe),
      ...more,
    })
  }

  /** The pipe or hose of this country's shops that a bore is. */
  pipeOf(bore: number): PipeKind {
    return pipeByBore(bore, undefined, this.inputs.system)
  }

  /** Thread of taps and pumps in this country, for a bore. */
  thread(bore: number): PipeKind {
    const type = this.inputs.system === 'imperial' ? 'npt' : 'bsp'
    return { type, size: sizeByBore(type, bore) }
  }

  /**
   * What a port offers to whatever is tied to it: a tote's own outlet, a bung, or a hole in the wall by its seal. None where
   * the water falls in through the lid. Where several things claim one port they are parted by tees: see `settle`.
   */
  port(vesselId: string, portId: string, through: PipeKind): Side | undefined {
    const { vessel } = this.path.vessels.get(vesselId)!
    const port = vessel.ports.find(({ id }) => id === portId)!
    if (port.role === 'lid') return undefined
    const part = portKey(vesselId, portId)
    const side = { part, end: this.portEnd(vesselId, port, through) }
    this.claims.set(part, [...(this.claims.get(part) ?? []), { side, through }])
    return side
  }

  /** Bore of whatever leads into a port, m; the port's own where nothing does. */
  widthInto(vesselId: string, portId: string): number {
    const { vessel } = this.path.vessels.get(vesselId)!
    const own = vessel.ports.find(({ id }) => id === portId)!.bore
    const drop = this.path.scheme.drops.find(({ end: to }) => to.kind === 'vessel' && to.vessel === vesselId && to.port === portId)
    const last = drop?.devices.findLast(({ kind }) => kind === 'carrying-pipe' || kind === 'first-flush')
    return last && 'bore' in last && !(last.kind === 'first-flush' && last.form === 'tank') ? last.bore : (drop?.bore ?? own)
  }

  /** The branch of another pipe that something joins; undefined where none has been left there. */
  branch(dropId: string): Side | undefined {
    const drop = this.path.scheme.drops.find(({ id }) => id === dropId)
    const tee = drop && joinedAt(drop)
    if (!drop || !tee) return undefined
    const own = downpipeEnd(drop, 'male')
    return { part: drawnKey({ kind: 'device', id: tee.id }), end: female(isNearly(tee.bore, own) ? own : this.pipeOf(tee.bore)) }
  }

  /** What a pipe leads to: a port, another pipe's branch, or nothing that it could be joined to. */
  target(to: Target, through: PipeKind): Side | undefined {
    if (to.kind === 'vessel') return this.port(to.vessel, to.port, through)
    return to.kind === 'drop' ? (this.branch(to.drop) ?? this.mouth(to.drop)) : undefined
  }

  /** The mouth of a downpipe that nothing from a gutter leads into: what comes goes in at its top. */
  private mouth(dropId: string): Side | undefined {
    const { scheme } = this.path
    const drop = scheme.drops.find(({ id }) => id === dropId)
    const fed = scheme.gutters.some(({ outlets }) => outlets.some((outlet) => outlet.drop === dropId))
    return !drop || fed || drop.devices.length > 0 ? undefined : { part: `pipe:${drop.id}:0`, end: downpipeEnd(drop, 'female') }
  }

  private portEnd(vesselId: string, port: Port, through: PipeKind): End {
    const { vessel } = this.path.vessels.get(vesselId)!
    const own = ownOpening(vessel, port)
    if (own === 'valve') return end('tote', 'S60x6', 'male')
    if (own === 'bung') return end('bung-fine', '2', 'female')
    const seal = this.seals.get(portKey(vesselId, port.id)) ?? usualSeal(port.role, through, this.inputs.system, handReaches(vessel, port))
    this.sealed.set(portKey(vesselId, port.id), seal)
    if (seal === 'tapped')
      return female(through.type === 'npt' || through.type === 'bsp' ? through : this.thread(measuresOf(through)?.bore ?? port.bore))
    return end('wall', seal === 'sealant' ? 'washers' : seal, 'female')
  }

  /** One hole takes one fitting: where more than one pipe is tied to a port, a row of tees stands before it. */
  settle(): void {
    for (const [key, claims] of this.claims) {
      if (claims.length < 2) continue
      const [, vesselId, portId] = key.split(':') as [string, string, string]
      const port = this.path.vessels.get(vesselId)!.vessel.ports.find(({ id }) => id === portId)!
      const width = (pipe: PipeKind) => measuresOf(pipe)?.outside ?? 0
      // A tee is of thread where anything that it parts is: hose is led to it by tails.
      const isThread = ({ type }: PipeKind) => type === 'npt' || type === 'bsp'
      const threaded = claims.filter((each) => isThread(each.through))
      const { through } = (threaded.length > 0 ? threaded : claims).reduce((widest, each) =>
        width(each.through) > width(widest.through) ? each : widest,
      )
      const tees = Array.from({ length: claims.length - 1 }, (_, i) => `${key}:tee:${i}`)
      for (const tee of tees)
        this.part({
          key: tee,
          station: 'cask',
          item: `tee:${through.type}:${through.size}`,
          words: { id: 'part.tee', of: through },
          shop: through.type === 'npt' || through.type === 'bsp' ? 'threads' : 'pipe',
          price: teePrice(through),
        })
      this.meet('cask', { part: key, end: this.portEnd(vesselId, port, through) }, { part: tees[0]!, end: female(through) })
      tees.slice(1).forEach((tee, i) => this.meet('cask', { part: tees[i]!, end: female(through) }, { part: tee, end: female(through) }))
      claims.forEach(({ side }, i) => Object.assign(side, { part: tees[Math.min(i, tees.length - 1)]!, end: female(through) }))
    }
  }
}
