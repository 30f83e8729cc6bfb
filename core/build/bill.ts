import { madeAt, madeBy, type End, type Made } from '../parts'
import { SHOPS, type Build, type Scheme, type Shop } from '../scheme'
import { FOOT } from '../units/constants'
import type { Quantity, UnitSystem } from '../units/quantity'
import { length } from '../units/quantity'
import type { Assembly } from './assembly'
import type { CutGroup } from './cuts'
import type { PartsInputs } from './partsInputs'
import type { Hole } from './holeList'
import type { Joint } from './joints'
import { BUILD_STATIONS, BRACKET, lineItem, pipeItem, pipeWords, type BuildStation, type Part, type Unit, type Words } from './part'
import { couplingOf, couplingsIn, piecesOf } from './runs'

/** One line of the bill: a thing, how much of it is wanted, there and to be bought, and what that costs. */
export interface BillLine {
  /** What the reader's own choices are kept under. */
  item: string
  kind: 'part' | 'fitting' | 'consumable' | 'extra'
  words: Words
  name?: string
  shop: Shop
  stations: BuildStation[]
  unit: Unit
  /** Reckoned from the drawing, and as the reader would have it. */
  takeoff: number
  wanted: number
  /** On the wall already, or on the shelf. */
  there: boolean
  owned: number
  /** To be bought, allowance in; for pipe in whole lengths the number of them. */
  buy: number
  /** Length in which it is sold, m. */
  sold?: number
  /**
   * How much of what is bought is used up: a share of tins, rolls, or of metres off a reel. Absent where what is bought is used
   * whole. Several jobs bought for together share what is left over.
   */
  uses?: number
  /** Lengths that the cutting plan comes to; what is bought beyond them is for a wrong cut. */
  planned?: number
  /** For one unit, or one length; whether it is our guide rather than the reader's. */
  price: number
  guide: boolean
  total: number
  /** Days until it comes. */
  lead: number
  /** Keys of the parts that it is for. */
  parts: string[]
}

/** Something to bring along; message ids under `tool.`. */
export interface Tool {
  tool: string
  sizes: Quantity[]
}

export interface Bill {
  lines: BillLine[]
  tools: Tool[]
  total: number
  /** Part of the total that rests on guide prices. */
  guessed: number
  /** Longest lead, days. */
  lead: number
}

/** Ordered beyond what is reckoned for what is cut or poured: hose, sheet, gravel. Common practice is 5 to 10 %. */
const ALLOWANCE = 0.1
/** Whole lengths of pipe leave at least this over for a wrong cut. Common practice. */
const PIPE_ALLOWANCE = 0.05
/**
 * Steps in which a shop measures what it does not sell by the piece, m, m², m³: off a reel or a board by the half metre or the foot,
 * sheet by a tenth of a square metre or the square foot, what is poured by ten litres or the cubic foot. Common practice.
 */
const SHOP_STEP = {
  metric: { length: 0.5, area: 0.1, volume: 0.01 },
  imperial: { length: FOOT, area: FOOT ** 2, volume: FOOT ** 3 },
} as const
/** What a shop measures out for so much of a thing that is not sold by the piece. */
export function measuredOut(amount: number, unit: Exclude<Unit, 'each'>, system: UnitSystem): number {
  const steps = Math.ceil(amount / SHOP_STEP[system][unit] - 1e-9)
  // Steps of a tenth and a hundredth are no binary fractions.
  return system === 'metric' ? Math.round(steps * SHOP_STEP.metric[unit] * 100) / 100 : steps * SHOP_STEP.imperial[unit]
}
/** A price as it stands on the shelf: to the cent, by what the thing is measured in there. */
function shelfPrice(price: number, unit: Unit, system: UnitSystem): number {
  const by = system === 'metric' || unit === 'each' ? 1 : SHOP_STEP.imperial[unit]
  return Math.round(price * by * 100) / 100 / by
}

/** Every place of a joint where two ends come together, and how. */
export function matings({ upper, lower, placed }: Pick<Joint, 'upper' | 'lower' | 'placed'>): { a: End; b: End; made: Made }[] {
  const sides = placed.map(({ fitting, turned }) => ({
    top: { end: fitting.ends[turned ? 1 : 0], made: madeAt(fitting, turned ? 1 : 0) },
    bottom: { end: fitting.ends[turned ? 0 : 1], made: madeAt(fitting, turned ? 0 : 1) },
  }))
  const above = [{ end: upper.end, made: madeBy(upper.end.type) }, ...sides.map(({ bottom }) => bottom)]
  const below = [...sides.map(({ top }) => top), { end: lower.end, made: madeBy(lower.end.type) }]
  // Of two ends the socket says how: a pushed grommet takes a pipe that would be cemented elsewhere.
  return above.map((a, i) => ({ a: a.end, b: below[i]!.end, made: a.end.gender === 'female' ? a.made : below[i]!.made }))
}

interface Counted {
  item: string
  kind: BillLine['kind']
  words: Words
  name?: string
  shop: Shop
  unit: Unit
  price: number
  found: boolean
  sold?: number
  quantity: number
  uses?: number
  stations: Set<BuildStation>
  parts: string[]
}

class Counter {
  readonly lines = new Map<string, Counted>()
  add(line: Omit<Counted, 'stations' | 'parts'>, station: BuildStation | undefined, part?: string): void {
    const key = lineItem(line)
    const known = this.lines.get(key) ?? { ...line, item: key, quantity: 0, stations: new Set(), parts: [] }
    this.lines.set(key, known)
    known.quantity += line.quantity
    if (station) known.stations.add(station)
    if (part !== undefined && !known.parts.includes(part)) known.parts.push(part)
  }
}

/**
 * Joints to a tin of cement, to a roll of tape, to a pot of ring-seal grease, to a sheet of abrasive; holes to a tube of sealant;
 * screws to a bracket. Common practice.
 */
const TO_A_TIN = 30
const TO_A_ROLL = 10
const TO_A_POT = 50
const TO_A_SHEET = 15
const TO_A_TUBE = 6
const SCREWS = 2
/** Sheet-metal screws to a lap of metal downpipe. Common practice. */
const TO_A_LAP = 3

function consumables(count: Counter, { parts, joints, runs }: Assembly, holes: readonly Hole[], taps: number): void {
  const made = new Map<Made, number>()
  for (const joint of joints.filter(({ upper, lower }) => !isOnWall(parts, upper.part) || !isOnWall(parts, lower.part)))
    for (const mating of matings(joint)) made.set(mating.made, (made.get(mating.made) ?? 0) + 1)
  // What sits between two pieces of a run has two joints: a coupling, a valve, a tee for air.
  for (const run of runs)
    if (!isOnWall(parts, run.part)) {
      const within = 2 * (piecesOf(run).length - 1)
      if (within > 0) made.set(madeBy(run.pipe.type), (made.get(madeBy(run.pipe.type)) ?? 0) + within)
    }
  const put = (item: string, quantity: number, price: number, shop: Shop = 'sundries') => {
    if (quantity > 0)
      count.add(
        {
          item: `sundry:${item}`,
          kind: 'consumable',
          words: { id: `sundry.${item}` },
          shop,
          unit: 'each',
          price,
          found: false,
          quantity: Math.ceil(quantity - 1e-9),
          ...(Number.isInteger(quantity) ? {} : { uses: quantity }),
        },
        undefined,
      )
  }
  const of = (kind: Made) => made.get(kind) ?? 0
  put('cement', of('cement') / TO_A_TIN, 6.5)
  put('primer', of('cement') / TO_A_TIN, 5.5)
  put('tape', of('tape') / TO_A_ROLL, 1.2)
  put('clip', of('clip'), 0.8, 'hose')
  put('washer', of('washer'), 0.3, 'threads')
  put('lubricant', of('push') / TO_A_POT, 3)
  put('sealant', holes.filter(({ seal }) => seal === 'sealant').length / TO_A_TUBE, 5)
  const bought = parts.filter(({ there }) => !there)
  const fixed = bought.filter(({ item }) => BRACKET.test(item))
  put(
    'screw',
    fixed.reduce((sum, { quantity }) => sum + quantity * SCREWS, 0) +
      SCREWS * bought.filter(({ item }) => item.startsWith('device:rain-head')).length,
    0.12,
    'fixings',
  )
  // Metal laps are held by screws of their own: nothing else keeps them from sliding.
  put('metalScrew', TO_A_LAP * metalLaps(joints, parts), 0.1, 'fixings')
  const painted = bought.filter(({ item }) => item === 'paint').length
  put('abrasive', of('cement') / TO_A_SHEET + painted, 1.5)
  put('label', taps, 1.5)
}

/** Laps of metal downpipe that something new is part of. */
const metalLaps = (joints: readonly Joint[], parts: readonly Part[]): number =>
  joints
    .filter(({ upper, lower }) => !isOnWall(parts, upper.part) || !isOnWall(parts, lower.part))
    .flatMap((joint) => matings(joint))
    .filter(({ a, b, made }) => made === 'lap' && (a.type === 'downpipe-rect' || b.type === 'downpipe-rect')).length

/** Whether what a joint's side belongs to hangs or stands there already: a piece is its pipe's, a port its vessel's. */
function isOnWall(parts: readonly Part[], key: string): boolean {
  const [kind, id] = key.split(':')
  const owner = kind === 'pipe' ? `drop:${id}` : kind === 'port' ? `vessel:${id}` : key
  return parts.some((part) => part.key === owner && part.there)
}

function toolsFor({ parts, joints, runs }: Assembly, holes: readonly Hole[]): Tool[] {
  const made = new Set(joints.flatMap((joint) => matings(joint).map((each) => each.made)))
  const sizesOf = (cutter: Hole['cutter']) =>
    [
      ...new Set(
        holes.filter((hole) => hole.cutter === cutter && hole.diameter > 0).map(({ diameter }) => Math.round(diameter * 1e5) / 1e5),
      ),
    ]
      .toSorted((a, b) => a - b)
      .map(length)
  const sized = (['drill', 'spade', 'hole-saw', 'jigsaw'] as const).flatMap((cutter) => {
    const sizes = sizesOf(cutter)
    return sizes.length > 0 ? [{ tool: cutter, sizes }] : []
  })
  const tool = (name: string, wanted = true): Tool[] => (wanted ? [{ tool: name, sizes: [] }] : [])
  return [
    ...tool('tape'),
    ...tool('level'),
    ...tool('pencil'),
    ...tool(
      'string',
      parts.some(({ item, there }) => !there && item.startsWith('gutterBracket:')),
    ),
    ...tool(
      'saw',
      runs.some(({ flexible }) => !flexible),
    ),
    ...tool(
      'knife',
      runs.some(({ flexible }) => flexible),
    ),
    ...tool('file', runs.length > 0),
    ...tool('crimper', metalLaps(joints, parts) > 0),
    ...tool('drillDriver', holes.length > 0 || parts.some(({ item, there }) => !there && BRACKET.test(item))),
    ...sized,
    ...tool(
      'threadTap',
      holes.some((hole) => hole.tap),
    ),
    ...tool('wrench', made.has('tape') || made.has('gasket')),
    ...tool('screwdriver', made.has('clip') || made.has('clamp')),
    ...tool(
      'spade-tool',
      parts.some(({ item }) => item === 'base:sod'),
    ),
    ...tool(
      'tamper',
      parts.some(({ item }) => item === 'base:gravel'),
    ),
    ...tool(
      'ladder',
      parts.some(({ station }) => station === 'gutter' || station === 'drop'),
    ),
    ...tool('safety'),
  ]
}

/** What goes on the trolley: every part, fitting and sundry once, with what is there or owned taken off. */
export function billOf(
  scheme: Pick<Scheme, 'taps' | 'build'>,
  assembly: Assembly,
  groups: readonly CutGroup[],
  holes: readonly Hole[],
  inputs: PartsInputs,
): Bill {
  const count = new Counter()
  // Whatever a piece of pipe is called in the drawing, it is bought as its pipe.
  for (const { key, station, there: _, ...part } of assembly.parts)
    count.add(
      { ...part, ...(part.words.of && part.item === pipeItem(part.words.of) ? { words: pipeWords(part.words.of) } : {}), kind: 'part' },
      station,
      key,
    )
  const fitting = (id: string, station: BuildStation, joint: string) => {
    const found = inputs.byId.get(id)
    if (!found) return
    count.add(
      {
        item: id,
        kind: 'fitting',
        words: { id: `fitting.${found.form}`, ends: found.ends },
        ...(found.name === undefined ? {} : { name: found.name }),
        shop: found.shop,
        unit: 'each',
        price: found.price,
        found: false,
        quantity: 1,
      },
      station,
      joint,
    )
  }
  // A joiner is cut from pipe, and stands on the list as such.
  for (const { placed, station, key } of assembly.joints)
    for (const { fitting: each } of placed) if (each.form !== 'piece') fitting(each.id, station, key)
  for (const run of assembly.runs)
    if (!isOnWall(assembly.parts, run.part)) for (let i = couplingsIn(run); i > 0; i--) fitting(couplingOf(run.pipe), run.station, run.key)
  consumables(count, assembly, holes, scheme.taps.length)
  const choices = new Map(scheme.build.lines.map((choice) => [choice.item, choice]))
  const lines = [...count.lines.values()].map((line) => priced(line, choices.get(line.item), groups, inputs))
  lines.push(...scheme.build.extras.map(extraLine))
  const sorted = lines.toSorted(
    (a, b) =>
      SHOPS.indexOf(a.shop) - SHOPS.indexOf(b.shop) ||
      Number(a.there) - Number(b.there) ||
      (a.item < b.item ? -1 : a.item > b.item ? 1 : 0),
  )
  return {
    lines: sorted,
    tools: toolsFor(assembly, holes),
    total: sum(sorted, ({ total }) => total),
    guessed: sum(sorted, ({ guide, total }) => (guide ? total : 0)),
    lead: Math.max(0, ...sorted.filter(({ buy }) => buy > 0).map(({ lead }) => lead)),
  }
}

const sum = <T>(list: readonly T[], of: (one: T) => number) => Math.round(list.reduce((total, each) => total + of(each), 0) * 100) / 100

function priced(
  { quantity, stations, found, uses, ...line }: Counted,
  choice: Build['lines'][number] | undefined,
  groups: readonly CutGroup[],
  inputs: PartsInputs,
): BillLine {
  const there = choice?.reuse ?? found
  const wanted = choice?.quantity ?? quantity
  const own = inputs.stock.prices.get(line.item)
  const owned = there ? 0 : (inputs.stock.owned.get(line.item) ?? 0)
  const group = line.item.startsWith('pipe:') ? groups.find(({ pipe, there: on }) => !on && pipeItem(pipe) === line.item) : undefined
  const sold = group && group.stock > 0 ? group.stock : line.sold
  const told = choice?.quantity != null
  // What comes off the saw says how much pipe is used; the reader's own quantity goes before it, and wants nothing over.
  const used = group && !told ? group.cuts.reduce((total, { length }) => total + length, 0) : wanted
  const missing = Math.max(0, used - owned)
  const over = (share: number) => missing * (told ? 1 : 1 + share)
  /** Whole pieces that cover an amount. */
  const whole = (pieces: number) => Math.max(0, Math.ceil(pieces - 1e-9))
  const plan = group?.plan && !told && owned === 0 ? group.plan.bars.length + group.plan.tooLong.length : 0
  const buy = there
    ? 0
    : sold
      ? Math.max(plan, whole(over(PIPE_ALLOWANCE) / sold))
      : line.unit === 'each'
        ? whole(missing)
        : measuredOut(over(ALLOWANCE), line.unit, inputs.system)
  const price = own ?? (sold ? Math.round(line.price * sold * 100) / 100 : shelfPrice(line.price, line.unit, inputs.system))
  const poured = !sold && line.unit !== 'each'
  const usedUp = there || told ? undefined : poured ? over(ALLOWANCE) : uses === undefined ? undefined : Math.max(0, uses - owned)
  return {
    ...line,
    ...(usedUp === undefined ? {} : { uses: usedUp }),
    stations: BUILD_STATIONS.filter((station) => stations.has(station)),
    takeoff: quantity,
    wanted,
    there,
    owned,
    buy,
    ...(sold ? { sold } : {}),
    ...(plan > 0 ? { planned: plan } : {}),
    price,
    guide: own === undefined,
    total: Math.round(buy * price * 100) / 100,
    lead: inputs.lead.get(line.item) ?? 0,
  }
}

const extraLine = ({ id, name, shop, quantity, price }: Build['extras'][number]): BillLine => ({
  item: `extra:${id}`,
  kind: 'extra',
  words: { id: 'part.extra' },
  name,
  shop,
  stations: [],
  unit: 'each',
  takeoff: quantity,
  wanted: quantity,
  there: false,
  owned: 0,
  buy: quantity,
  price,
  guide: false,
  total: Math.round(quantity * price * 100) / 100,
  lead: 0,
  parts: [],
})
