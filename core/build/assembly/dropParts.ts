import { bareLines, cutSheet, furtherCuts, pipeCuts, pipeEndFor, sectionLines, type SectionLine } from '../../levels'
import { endsOnGround } from '../../layout'
import { downpipeEnd, measuresOf, pipeByBore, type End, type EndType } from '../../parts'
import type { Device, Drop } from '../../scheme'
import { angle, length } from '../../units/quantity'
import { drawnKey, pipeItem } from '../part'
import { cornerReach, male, pipeEnds, type Assembler, type OpenEnd, type PipeKind, type Side } from './assembler'
import { carryParts, deviceParts, pipeAfter } from './deviceParts'
import { flushParts } from './flushParts'
import { bendPrice, GUIDE } from './guidePrices'
import type { ToldValues } from '../../figures/told'
import { bendItem, layLegs } from './legs'
import type { Threaded } from './threaded'

/** Pipe shorter than this between two devices is no piece: they meet, m. */
const LEAST_PIECE = 0.02
/** A shoe or gully stands this high, m. Common practice. */
const FOOT_CLEAR = 0.08

/** The outlet's spigot: made for the pipe under it unless its hole says otherwise by more than a sixth. */
function outletEnd(bore: number, pipe: PipeKind): End {
  const own = measuresOf(pipe)!.bore
  if (Math.abs(bore - own) <= own / 6 + 0.005) return male(pipe)
  const types: EndType[] = pipe.type === 'downpipe-rect' ? ['downpipe-round', 'downpipe-rect'] : ['downpipe-round']
  return male(pipeByBore(bore, types))
}

/** Devices whose body is sawn into the pipe, and that lead the water aside: the old pipe goes on below them. */
const isLetIn = ({ kind }: Device) => kind === 'ring-trough' || kind === 'twist' || kind === 'flap' || kind === 'push-in'

/** The pipe's mouth stands over these and goes into nothing. */
const isOpenAbove = (device: Device) => device.kind === 'rain-head' || (device.kind === 'first-flush' && device.form === 'tank')

/** Height at which the pipe goes on below whatever leads aside or comes last, m above the paving. */
function lowerEndOf(line: SectionLine | undefined, drop: Drop): number {
  if (!line) return Math.max(0, ...drop.brackets)
  const { heights, intake, stretches, fed } = line
  if (!fed) return stretches.findLast(({ device }) => device !== undefined)?.to ?? heights.outlet
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

/** Walks one downpipe from its outlet, threading what is fitted into it and the pipe between on one way. */
class DropWalk {
  private readonly pipeKey: string
  private readonly own: PipeKind
  /** The pipe is on the wall; where it is bought, so are its brackets and its shoe. */
  private readonly hangs: boolean
  /** It hung there when the survey was made: one that only an overflow leads into is new. */
  private readonly found: boolean
  private pipe: PipeKind
  private above: OpenEnd | undefined
  /** Plain pipe of the drop's own kind, m, and pieces of any kind so far. */
  private metres = 0
  private pieces = 0

  constructor(
    private readonly make: Assembler,
    private readonly drop: Drop,
    private readonly line: SectionLine | undefined,
  ) {
    this.pipeKey = `pipe:${drop.id}`
    this.own = downpipeEnd(drop, 'male')
    this.pipe = this.own
    const led = make.path.scheme.gutters.some(({ outlets }) => outlets.some((each) => each.drop === drop.id))
    this.found = led || make.path.scheme.drops.some(({ end: to }) => to.kind === 'drop' && to.drop === drop.id)
    this.hangs = make.isThere({ item: pipeItem(this.own), found: this.found })
    const outlet = make.path.scheme.gutters.flatMap(({ outlets }) => outlets).find((each) => each.drop === drop.id)
    this.above = outlet && { side: { part: drawnKey({ kind: 'outlet', id: outlet.id }), end: outletEnd(outlet.bore, this.own) } }
  }

  private join({ part, last = part, top, bottom }: Threaded): void {
    this.make.lead('drop', this.above, top && { part, end: top })
    this.above = bottom && { side: { part: last, end: bottom } }
  }

  /** A stretch of plain pipe; `sawn` where one of its ends is a saw line, `open` where its lower end goes into nothing. */
  private plain(span: number, { sawn, open = false, begins = false }: { sawn: boolean; open?: boolean; begins?: boolean }): void {
    if (span < LEAST_PIECE) return
    const { make, pipe } = this
    const key = `${this.pipeKey}:${this.pieces++}`
    // Below a pair of adapters the old pipe goes on.
    const stays = pipe.type === this.own.type && pipe.size === this.own.size
    if (stays) this.metres += span
    else make.pipe(key, 'drop', pipe, span)
    const part = stays ? drawnKey({ kind: 'drop', id: this.drop.id }) : key
    const { top, bottom } = pipeEnds(pipe)
    const tie = make.lead('drop', this.above, { part: key, end: top })
    const order = make.order({ key, part, station: 'drop', pipe, span, sawn }, [stays ? undefined : tie, undefined])
    order.joined = [!begins && tie !== undefined, !open]
    // What hangs on the wall is cut where the marks say, whatever comes below it.
    this.above = { side: { part: key, end: bottom }, ...(stays ? {} : { order }) }
  }

  /** The pipe that goes on right below a device: the old one where some of it is left there, else what is fitted next. */
  private below(device: Device, pipe: PipeKind): PipeKind {
    const { drop, line, make } = this
    const at = drop.devices.indexOf(device)
    const next = drop.devices[at + 1]
    const free = next ? (freeBefore(line).before.get(next.id) ?? 0) : freeBefore(line).last
    return free < LEAST_PIECE && next && (next.kind === 'first-flush' || next.kind === 'carrying-pipe') && next.kind !== device.kind
      ? next.kind === 'first-flush' && next.form === 'tank'
        ? pipe
        : pipeAfter(make, next, pipe)
      : pipe
  }

  /**
   * Takes the pipe over to the opening that it ends above: two bends and a piece, a moulded offset or a flexible extender; behind a first flush
   * a way across and a bend down.
   */
  private over(to: { vessel: string; port: string }, sawn: boolean, last: number): void {
    const { make, line, pipeKey } = this
    const own = this.pipe.type === this.own.type && this.pipe.size === this.own.size
    const lead = line?.over
    if (!line || !own || !lead || lead.kind === 'straight') {
      const flush = line?.flush
      if (flush && !line.carry && !own) this.across(to, last)
      else this.plain(last, { sawn: sawn || (own && lead !== undefined), open: true })
      return
    }
    // The old pipe ends at its saw line; the bends take the rest of its way.
    const rest = lead.at - line.heights.pipeEnd!
    this.plain(Math.max(0, last - rest), { sawn: true })
    const { top, bottom } = pipeEnds(this.own)
    const key = `${pipeKey}:over`
    if (lead.kind === 'offset' || lead.kind === 'flexible') {
      const values: ToldValues = lead.kind === 'offset' ? { across: length(lead.across) } : { long: length(lead.gap) }
      make.part({
        key,
        station: 'drop',
        item: `${lead.kind}:${this.own.type}:${this.own.size}`,
        words: { id: `part.${lead.kind}`, of: this.own, values },
        shop: 'rainwater',
        price: 2 * bendPrice(this.own),
      })
      make.lead('drop', this.above, { part: key, end: top })
      this.above = { side: { part: key, end: bottom } }
      return
    }
    make.part({
      key,
      station: 'drop',
      item: bendItem(this.own, lead.turn),
      words: { id: 'part.bend', of: this.own, values: { turn: angle(lead.turn) } },
      quantity: 2,
      shop: 'rainwater',
      price: bendPrice(this.own),
    })
    const bend = (n: number): Side => ({ part: `${key}:bend:${n}`, end: top })
    make.lead('drop', this.above, bend(0))
    const piece = `${key}:piece`
    make.pipe(piece, 'drop', this.own, lead.gap, { words: { id: 'part.overPiece', of: this.own }, found: this.hangs })
    const upper = make.meet('drop', { ...bend(0), end: bottom }, { part: piece, end: top })
    const lower = make.meet('drop', { part: piece, end: bottom }, bend(1))
    // Out of what was sawn off below, where the pipe hung there already.
    make.order({ key: piece, part: piece, station: 'drop', pipe: this.own, span: lead.gap, sawn: this.hangs }, [upper, lower])
    this.above = { side: { part: `${key}:bend:1`, end: bottom } }
  }

  /** Height at which the old pipe goes on; a new one begins where the overflow leads into it. */
  private goesOnAt(): number {
    const { make, drop, line } = this
    return this.found ? lowerEndOf(line, drop) : (make.path.layout.pipes.get(drop.id)?.axis.z ?? 0)
  }

  /** From a first flush's branch across to the opening and down into it. */
  private across(to: { vessel: string; port: string }, last: number): void {
    const { make, drop, pipeKey, pipe } = this
    const { layout } = make.path
    const [axis, opening] = [layout.pipes.get(drop.id)?.axis, layout.ports.get(`${to.vessel} ${to.port}`)?.at]
    const far = axis && opening ? Math.hypot(opening.x - axis.x, opening.y - axis.y) : 0
    const key = `${pipeKey}:across`
    const least = 2 * cornerReach(pipe)
    if (far <= least) return this.plain(last, { sawn: false, open: true })
    make.pipe(key, 'drop', pipe, far + last, { words: { id: 'part.acrossPipe', of: pipe } })
    // What is left of the height below the branch goes down into the opening.
    const legs = last > cornerReach(pipe) + LEAST_PIECE ? [far, last] : [far]
    this.above = layLegs(make, { key, station: 'drop', pipe, legs, bendAt: [false, legs.length === 1] }, this.above)
  }

  walk(): void {
    const { make, drop, line } = this
    const gaps = freeBefore(line)
    const further = new Set(line ? furtherCuts(line).map(({ device }) => device) : [])
    let sawnAbove = false
    for (const device of drop.devices) {
      const letIn = isLetIn(device)
      const sheet = cutSheet(drop, device, make.path.scheme.build.kerf, pipeEndFor(device, line))
      const sawn = sheet !== undefined && sheet.hole === undefined
      this.plain(gaps.before.get(device.id) ?? 0, { sawn: sawn || sawnAbove, open: letIn || isOpenAbove(device) })
      const next = pipeAfter(make, device, this.pipe)
      if (device.kind === 'carrying-pipe') this.above = carryParts(make, drop, device, this.pipe, line?.heights.carry, this.above)
      else if (device.kind === 'first-flush') this.join(flushParts(make, device, line?.heights.flush?.bottom ?? 0))
      else {
        const fitted = deviceParts(make, drop, device, this.pipe, this.below(device, next))
        if (fitted && device.kind !== 'push-in') this.join(fitted)
      }
      // Above and below what is let in, and below what hangs under the gutter, the old pipe has a saw line.
      sawnAbove = sawn || further.has(device.id)
      this.pipe = next
    }
    this.end(gaps.last, sawnAbove)
    this.wall()
  }

  private end(last: number, sawn: boolean): void {
    const { make, drop, line } = this
    const { end: to } = drop
    if (endsOnGround(to)) {
      const ledAside = drop.devices.some(isLetIn)
      const reaches = line?.fed && last > 0 && !ledAside
      this.plain(reaches ? last : this.goesOnAt() - FOOT_CLEAR, { sawn, open: true, begins: ledAside || !this.found })
      if (drop.foot === 'shoe')
        make.part({
          key: `${this.pipeKey}:shoe`,
          station: 'drop',
          item: `shoe:${this.own.type}:${this.own.size}`,
          words: { id: 'part.shoe', of: this.own },
          shop: 'rainwater',
          price: GUIDE.shoe,
          found: this.hangs,
        })
      return
    }
    if (to.kind === 'vessel') {
      const port = make.path.vessels.get(to.vessel)!.vessel.ports.find(({ id }) => id === to.port)
      if (port?.role === 'lid') return this.over(to, sawn, last)
      this.plain(last, { sawn })
    }
    if (this.above) make.lead('drop', this.above, make.target(to, this.above.side.end))
  }

  /** The pipe on the wall and what holds it, and the brackets that the cuts ask for. */
  private wall(): void {
    const { make, drop, own, line } = this
    const wanted = pipeCuts(drop, line, make.path.scheme.build.kerf).flatMap(({ steps }) => steps)
    const bracket = {
      station: 'drop' as const,
      item: `bracket:${own.type}:${own.size}`,
      words: { id: 'part.bracket', of: own },
      shop: 'rainwater' as const,
      price: GUIDE.bracket,
    }
    make.part({
      key: `${this.pipeKey}:newBrackets`,
      ...bracket,
      quantity: wanted.filter(({ step }) => step === 'bracketAbove' || step === 'bracketBelow').length,
    })
    make.pipe(drawnKey({ kind: 'drop', id: drop.id }), 'drop', own, Math.max(this.metres, 0.01), {
      drawn: { kind: 'drop', id: drop.id },
      called: drop.name,
      found: this.found,
    })
    make.part({ key: `${this.pipeKey}:brackets`, ...bracket, quantity: drop.brackets.length, found: this.hangs })
  }
}

/** Downpipes with everything fitted into them. */
export function dropParts(make: Assembler): void {
  const lines = new Map([...sectionLines(make.path), ...bareLines(make.path)].map((line) => [line.intake.drop.id, line]))
  for (const drop of make.path.scheme.drops) new DropWalk(make, drop, lines.get(drop.id)).walk()
}
