import { bareLines, cutSheet, pipeEndFor, sectionLines, type SectionLine } from '../../levels'
import { downpipeEnd, measuresOf, pipeByBore, type End, type EndType } from '../../parts'
import type { Device, Drop } from '../../scheme'
import { drawnKey, pipeItem } from '../part'
import { male, pipeEnds, type Assembler, type OpenEnd, type PipeKind } from './assembler'
import { carryParts, deviceParts, pipeAfter, type Threaded } from './deviceParts'
import { GUIDE } from './guidePrices'

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
    this.hangs = make.isThere({ item: pipeItem(this.own), found: true })
    const outlet = make.path.scheme.gutters.flatMap(({ outlets }) => outlets).find((each) => each.drop === drop.id)
    this.above = outlet && { side: { part: drawnKey({ kind: 'outlet', id: outlet.id }), end: outletEnd(outlet.bore, this.own) } }
  }

  private join({ part, top, bottom }: Threaded): void {
    this.make.lead('drop', this.above, top && { part, end: top })
    this.above = bottom && { side: { part, end: bottom } }
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

  walk(): void {
    const { make, drop, line } = this
    const gaps = freeBefore(line)
    let sawnAbove = false
    for (const device of drop.devices) {
      const letIn = isLetIn(device)
      const sheet = cutSheet(drop, device, pipeEndFor(device, line))
      const sawn = sheet !== undefined && sheet.hole === undefined
      this.plain(gaps.before.get(device.id) ?? 0, { sawn: sawn || sawnAbove, open: letIn })
      if (device.kind === 'carrying-pipe') this.above = carryParts(make, device, line?.heights.carry, this.above)
      else {
        const next = deviceParts(make, drop, device, this.pipe)
        if (next && device.kind !== 'push-in') this.join(next)
      }
      sawnAbove = sawn && letIn
      this.pipe = pipeAfter(make, device, this.pipe)
    }
    this.end(gaps.last, sawnAbove)
    this.wall()
  }

  private end(last: number, sawn: boolean): void {
    const { make, drop, line } = this
    const { end: to } = drop
    if (to.kind === 'ground') {
      const ledAside = drop.devices.some(isLetIn)
      const reaches = line?.fed && last > 0 && !ledAside
      this.plain(reaches ? last : lowerEndOf(line, drop) - FOOT_CLEAR, { sawn, open: true, begins: ledAside })
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
      this.plain(last, { sawn, open: port?.role === 'lid' })
    }
    if (this.above) make.lead('drop', this.above, make.target(to, this.above.side.end))
  }

  /** The pipe on the wall and what holds it, and the brackets that the cuts ask for. */
  private wall(): void {
    const { make, drop, own, line } = this
    const wanted = drop.devices.flatMap((device) => cutSheet(drop, device, pipeEndFor(device, line))?.steps ?? [])
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
      found: true,
    })
    make.part({ key: `${this.pipeKey}:brackets`, ...bracket, quantity: drop.brackets.length, found: this.hangs })
  }
}

/** Downpipes with everything fitted into them. */
export function dropParts(make: Assembler): void {
  const lines = new Map([...sectionLines(make.path), ...bareLines(make.path)].map((line) => [line.intake.drop.id, line]))
  for (const drop of make.path.scheme.drops) new DropWalk(make, drop, lines.get(drop.id)).walk()
}
