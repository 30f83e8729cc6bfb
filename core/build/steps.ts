import { gutterParts as partsAlong, longestLeg } from '../gutter'
import { madeBy } from '../parts'
import { cutSheet, pipeEndFor, sectionLines, type CutSheet, type SectionLine } from '../levels'
import type { WaterPath } from '../path'
import type { Device, Drop, Vessel } from '../scheme'
import { count, length, mass, volume, type Quantity } from '../units/quantity'
import { baseBuild, usableVolume } from '../vessel'
import type { Assembly } from './assembly'
import { matings } from './bill'
import type { CutGroup } from './cuts'
import type { Hole } from './holeList'
import { drawnKey, type BuildStation } from './part'
import { piecesOf } from './runs'

/** Where in the work a step belongs, in the usual order. */
export const PHASES = [
  'before',
  'base',
  'vessel',
  'gutter',
  'bench',
  'marks',
  'cuts',
  'dry',
  'fix',
  'waterways',
  'finish',
  'tests',
] as const
export type Phase = (typeof PHASES)[number]

/** A caution that goes with a step; message ids under `caution.`. */
export type StepCaution =
  | 'localRules'
  | 'ladder'
  | 'services'
  | 'weight'
  | 'overheadLines'
  | 'sawKicks'
  | 'shavings'
  | 'contentsUnknown'
  | 'neverInside'
  | 'fumes'
  | 'children'
  | 'notDrinking'
  | 'electric'
  | 'plumber'
  | 'structure'
  | 'asbestos'

/** One thing to do. Message ids under `step.<kind>`: do, and what right looks like. */
export interface Step {
  /** Stable while the scheme's ids are: ticks are kept under it. */
  id: string
  kind: string
  phase: Phase
  station: BuildStation
  /** What it is done to, in the reader's own word. */
  on: string
  values: Record<string, Quantity | string>
  /** Steps that come before it. */
  after: string[]
  /** Those of them that it is never done without: held until they are. */
  never: string[]
  /** Can be done dry, at the bench, on another day. */
  bench: boolean
  hands: 1 | 2
  /** Has to be left alone for so long afterwards, s. */
  wait: number
  /** Hands-on time, minutes, all hands together. Common practice. */
  minutes: number
  parts: string[]
  tools: string[]
  cautions: StepCaution[]
  /** Of the drawing, what to look at. */
  look?: string
  /** Its result is kept: right, or with a fault. */
  test: boolean
}

const MINUTE = 60
const HOUR = 3600
const DAY = 24 * HOUR
/** Cement may be handled, and may have water behind it; concrete may be stood on; paint is dry. Common practice, by the tin. */
export const WAITS = { cementHandled: 30 * MINUTE, cementWet: 12 * HOUR, concrete: 7 * DAY, paint: 4 * HOUR, sealant: DAY } as const

/** Heavier than one pair of arms should lift, kg. Common practice (health and safety guidance, 25 kg). */
const ONE_LIFTS = 25

type Draft = Partial<Step> & Pick<Step, 'id' | 'kind' | 'phase' | 'station' | 'minutes'>

class Order {
  readonly steps: Step[] = []
  readonly ids = new Set<string>()

  add(draft: Draft): string {
    this.ids.add(draft.id)
    this.steps.push({
      on: '',
      values: {},
      after: [],
      never: [],
      bench: false,
      hands: 1,
      wait: 0,
      parts: [],
      tools: [],
      cautions: [],
      test: false,
      ...draft,
    })
    return draft.id
  }

  /** Steps of a phase so far. */
  of(...phases: Phase[]): string[] {
    return this.steps.filter(({ phase }) => phases.includes(phase)).map(({ id }) => id)
  }
}

interface Ground {
  path: WaterPath
  assembly: Assembly
  groups: readonly CutGroup[]
  holes: readonly Hole[]
  lines: readonly SectionLine[]
}

function before(order: Order, { path }: Ground): void {
  const hazard = path.scheme.sections.some(({ hazards }) => hazards.includes('asbestos-cement'))
  order.add({
    id: 'rules',
    kind: 'rules',
    phase: 'before',
    station: 'gutter',
    minutes: 20,
    cautions: ['localRules', ...(hazard ? (['asbestos'] as const) : [])],
  })
  order.add({ id: 'buy', kind: 'buy', phase: 'before', station: 'gutter', minutes: 60, after: ['rules'] })
}

function bases(order: Order, { path }: Ground): void {
  for (const { vessel, store } of path.vessels.values()) {
    const layers = baseBuild(vessel.base)
    if (layers.length === 0 || vessel.on !== undefined) continue
    const { base } = vessel
    const own = { phase: 'base' as const, station: 'cask' as const, on: vessel.name, look: drawnKey({ kind: 'base', id: vessel.id }) }
    const has = (item: string) => layers.find((layer) => layer.item === item)
    const parts = layers.map(({ item }) => `${drawnKey({ kind: 'base', id: vessel.id })}:${item}`)
    let last = 'rules'
    const sod = has('sod')
    if (sod)
      last = order.add({
        ...own,
        id: `dig:${vessel.id}`,
        kind: 'dig',
        minutes: 40 + sod.quantity * 30,
        values: { depth: length(sod.height), width: length(base.width + 0.2), long: length(base.depth + 0.2) },
        after: ['rules'],
        tools: ['spade-tool'],
        cautions: ['services'],
        parts: parts.filter((key) => key.endsWith(':sod')),
      })
    const gravel = has('gravel')
    if (gravel)
      last = order.add({
        ...own,
        id: `gravel:${vessel.id}`,
        kind: 'gravel',
        minutes: 30 + gravel.quantity * 120,
        values: { depth: length(gravel.height), volume: volume(gravel.quantity) },
        after: [last, 'buy'],
        tools: ['tamper', 'level'],
        parts: parts.filter((key) => /:(fabric|gravel|sand|kerb|pins)$/.test(key)),
      })
    const cast = layers.some(({ item, unit }) => item === 'slab' && unit === 'volume')
    if (cast)
      last = order.add({
        ...own,
        id: `cast:${vessel.id}`,
        kind: 'cast',
        minutes: 150,
        hands: 2,
        wait: WAITS.concrete,
        values: { height: length(base.height) },
        after: [last, 'buy'],
        tools: ['level'],
        cautions: ['weight'],
        parts: parts.filter((key) => key.endsWith(':slab')),
      })
    order.add({
      ...own,
      id: `base:${vessel.id}`,
      kind: base.kind === 'stand' ? 'standLevel' : 'baseLevel',
      minutes: base.kind === 'stand' ? 15 : base.kind === 'timber' || base.kind === 'frame' ? 180 : 60,
      hands: base.mass > 4 * ONE_LIFTS || base.kind === 'timber' || base.kind === 'frame' ? 2 : 1,
      values: {
        height: length(base.height),
        width: length(base.width),
        long: length(base.depth),
        how: store.vessels.length > 1 ? 'several' : 'one',
      },
      after: [last, 'buy'],
      tools: ['level'],
      cautions: ['weight', ...(base.height > 1 || base.kind === 'frame' ? (['structure'] as const) : [])],
      parts: parts.filter((key) => !/:(sod|fabric|gravel|sand|kerb|pins)$/.test(key) && !(cast && key.endsWith(':slab'))),
    })
  }
}

function vesselSteps(order: Order, { path, holes }: Ground): void {
  for (const { vessel } of path.vessels.values()) {
    const own = { phase: 'vessel' as const, station: 'cask' as const, on: vessel.name, look: drawnKey({ kind: 'vessel', id: vessel.id }) }
    const key = drawnKey({ kind: 'vessel', id: vessel.id })
    let last = 'buy'
    if (vessel.held !== 'new')
      last = order.add({
        ...own,
        id: `clean:${vessel.id}`,
        kind: 'clean',
        minutes: 40,
        bench: true,
        values: { held: vessel.held },
        after: ['buy'],
        cautions: [vessel.held === 'food' ? 'neverInside' : 'contentsUnknown'],
        parts: [key],
      })
    const drilled = holes.filter(({ of }) => of.kind === 'vessel' && of.id === vessel.id)
    if (drilled.length > 0) {
      last = order.add({
        ...own,
        id: `drill:${vessel.id}`,
        kind: 'drill',
        minutes: 10 + 8 * drilled.length,
        bench: true,
        values: { count: count(drilled.length), widest: length(Math.max(...drilled.map(({ diameter }) => diameter))) },
        after: [last],
        tools: ['drillDriver', ...new Set(drilled.map(({ cutter }) => cutter))],
        cautions: [...(drilled.some(({ cautions }) => cautions.includes('sawKicks')) ? (['sawKicks'] as const) : []), 'shavings'],
        parts: [key],
      })
      last = order.add({
        ...own,
        id: `ports:${vessel.id}`,
        kind: 'ports',
        minutes: 8 * drilled.length,
        bench: true,
        wait: drilled.some(({ seal }) => seal === 'sealant') ? WAITS.sealant : 0,
        values: { count: count(drilled.length) },
        after: [last],
        never: [last],
        tools: ['wrench'],
        parts: drilled.map((hole) => hole.key),
      })
    }
    order.add({
      ...own,
      id: `set:${vessel.id}`,
      kind: vessel.base.tied ? 'setTied' : 'set',
      minutes: 20,
      hands: vessel.tare > ONE_LIFTS || vessel.on !== undefined ? 2 : 1,
      values: { tare: mass(vessel.tare), height: length(vessel.base.height) },
      after: [
        last,
        ...(order.ids.has(`base:${vessel.id}`) ? [`base:${vessel.id}`] : []),
        ...(vessel.on === undefined ? [] : [`set:${vessel.on}`]),
      ],
      tools: ['level'],
      cautions: ['weight', ...(vessel.on === undefined ? [] : (['structure'] as const))],
      parts: [key, ...(vessel.base.tied ? [`${drawnKey({ kind: 'base', id: vessel.id })}:tie`] : [])],
    })
  }
}

function gutterSteps(order: Order, { path, assembly }: Ground): void {
  for (const gutter of path.scheme.gutters) {
    const key = drawnKey({ kind: 'gutter', id: gutter.id })
    const bought = assembly.parts.filter((part) => !part.there && (part.key === key || part.key.startsWith(`${key}:`)))
    const counted = partsAlong(gutter, 0)
    const common: Omit<Draft, 'kind' | 'minutes'> = {
      id: key,
      phase: 'gutter',
      station: 'gutter',
      on: gutter.name,
      cautions: ['ladder', 'overheadLines'],
      look: key,
    }
    const run = length(gutter.fall * longestLeg(gutter))
    if (bought.some((part) => part.key === key))
      order.add({
        ...common,
        kind: 'gutterHung',
        // Two people for a piece that is longer than one can hold level.
        hands: gutter.length > 2 ? 2 : 1,
        minutes: 40 + gutter.length * 15,
        values: { how: counted.joints === 0 ? 'one' : gutter.material, run, n: count(counted.brackets), gap: length(counted.gap) },
        after: ['buy'],
        tools: ['string', 'level', 'ladder', 'drillDriver', 'saw'],
        parts: bought.map((part) => part.key),
      })
    else
      order.add({
        ...common,
        kind: 'gutterFall',
        minutes: 20 + gutter.length * 3,
        values: { run },
        after: ['rules'],
        tools: ['ladder', 'level'],
        parts: [key],
      })
  }
}

const BENCH = new Set<Device['kind']>(['first-flush', 'rain-head', 'filter', 'adapter', 'float-shut'])

/** Vessels that must stand where they will before a pipe can be marked to meet them. */
const targets = (drop: Drop): string[] =>
  [...drop.devices.flatMap((device) => ('to' in device ? [device.to] : [])), drop.end].flatMap((to) =>
    to.kind === 'vessel' ? [to.vessel] : [],
  )

function cutSteps(order: Order, drop: Drop, device: Device, sheet: CutSheet, ready: string[]): string {
  const own = { station: 'drop' as const, on: drop.name, look: drawnKey({ kind: 'device', id: device.id }) }
  const holding: string[] = []
  for (const { step, values } of sheet.steps)
    if (step === 'bracketAbove' || step === 'bracketBelow')
      holding.push(
        order.add({
          ...own,
          id: `${step}:${device.id}`,
          kind: step,
          phase: 'marks',
          minutes: 12,
          values,
          after: ready,
          tools: ['drillDriver', 'ladder'],
          cautions: ['ladder'],
          parts: [`pipe:${drop.id}:newBrackets`],
        }),
      )
  const at: Step['values'] = {
    at: length(sheet.upper),
    ...(sheet.hole === undefined ? {} : { hole: length(sheet.hole) }),
    ...(sheet.lower === undefined ? {} : { lower: length(sheet.lower) }),
  }
  const how = sheet.hole !== undefined ? 'hole' : sheet.lower === undefined ? 'end' : 'two'
  const mark = order.add({
    ...own,
    id: `mark:${device.id}`,
    kind: 'mark',
    phase: 'marks',
    minutes: 10,
    values: { ...at, how },
    after: ready,
    tools: ['tape', 'pencil'],
  })
  const measure = order.add({
    ...own,
    id: `measure:${device.id}`,
    kind: 'measure',
    phase: 'marks',
    minutes: 5,
    values: at,
    after: [mark],
    never: [mark],
    tools: ['tape'],
  })
  return order.add({
    ...own,
    id: `cut:${device.id}`,
    kind: sheet.hole !== undefined ? 'drillPipe' : 'cut',
    phase: 'cuts',
    minutes: 15,
    values: { ...at, how },
    after: [measure, ...holding],
    // The pipe above would come down, and what is cut twice is short.
    never: [measure, ...holding],
    tools: [sheet.hole !== undefined ? 'hole-saw' : 'saw', 'file', 'ladder'],
    cautions: ['ladder', ...(sheet.hole !== undefined && sheet.hole > 0.038 ? (['sawKicks'] as const) : [])],
    parts: [drawnKey({ kind: 'drop', id: drop.id })],
  })
}

function dropSteps(order: Order, ground: Ground): void {
  const { path, assembly, groups, lines } = ground
  const fresh = groups.filter(({ there, cuts }) => !there && cuts.length > 0)
  const standing = [...path.vessels.keys()].map((id) => `set:${id}`)
  const benched: string[] = []
  for (const drop of path.scheme.drops) {
    const dry = drop.devices.filter(({ kind }) => BENCH.has(kind))
    if (dry.length > 0)
      benched.push(
        order.add({
          id: `bench:${drop.id}`,
          kind: 'bench',
          phase: 'bench',
          station: 'drop',
          on: drop.name,
          minutes: 15 * dry.length,
          bench: true,
          values: { count: count(dry.length) },
          after: ['buy'],
          parts: dry.map(({ id }) => drawnKey({ kind: 'device', id })),
          look: drawnKey({ kind: 'device', id: dry[0]!.id }),
        }),
      )
  }
  // New pipe is measured against the work itself, and twice, before any of it is sawn.
  if (fresh.length > 0) {
    const pieces = fresh.reduce((sum, { cuts }) => sum + cuts.length, 0)
    const lay = order.add({
      id: 'lay',
      kind: 'lay',
      phase: 'marks',
      station: 'drop',
      minutes: 10 + 4 * pieces,
      values: { count: count(pieces) },
      after: [...standing, ...benched],
      tools: ['tape', 'pencil'],
    })
    const again = order.add({
      id: 'layAgain',
      kind: 'layAgain',
      phase: 'marks',
      station: 'drop',
      minutes: 2 * pieces + 3,
      values: { count: count(pieces) },
      after: [lay],
      never: [lay],
      tools: ['tape'],
    })
    order.add({
      id: 'cutNew',
      kind: 'cutNew',
      phase: 'cuts',
      station: 'drop',
      bench: true,
      minutes: 5 + 4 * pieces,
      values: { count: count(pieces), first: fresh[0]!.cuts[0]!.label, last: fresh.at(-1)!.cuts.at(-1)!.label },
      after: [again],
      never: [again],
      tools: ['saw', 'knife', 'file'],
      parts: [...new Set(fresh.flatMap(({ cuts }) => cuts.map(({ run }) => run.part)))],
    })
  }
  for (const drop of path.scheme.drops) {
    const line = lines.find(({ intake }) => intake.drop.id === drop.id)
    const outlet = path.scheme.gutters.find(({ outlets }) => outlets.some((each) => each.drop === drop.id))
    const ready = [...(outlet ? [`gutter:${outlet.id}`] : []), ...targets(drop).map((id) => `set:${id}`)]
    const cuts: string[] = []
    for (const device of drop.devices) {
      const sheet = cutSheet(drop, device, pipeEndFor(device, line))
      if (sheet) cuts.push(cutSteps(order, drop, device, sheet, ready))
    }
    if (drop.devices.every(({ kind }) => kind === 'neck')) continue
    const fit = order.add({
      id: `dryFit:${drop.id}`,
      kind: 'dryFit',
      phase: 'dry',
      station: 'drop',
      on: drop.name,
      minutes: 15 + 5 * drop.devices.length,
      hands: drop.devices.some((device) => device.kind === 'carrying-pipe' && device.length > 2) ? 2 : 1,
      after: [
        ...cuts,
        ...(order.ids.has('cutNew') ? ['cutNew'] : []),
        ...(order.ids.has(`bench:${drop.id}`) ? [`bench:${drop.id}`] : []),
        ...ready,
      ],
      tools: ['level', 'ladder'],
      cautions: ['ladder'],
      parts: drop.devices.map(({ id }) => drawnKey({ kind: 'device', id })),
      look: drawnKey({ kind: 'drop', id: drop.id }),
    })
    for (const device of drop.devices) {
      if (device.kind !== 'carrying-pipe' && device.kind !== 'first-flush') continue
      order.add({
        id: `straps:${device.id}`,
        kind: device.kind === 'carrying-pipe' ? 'straps' : 'chamberStraps',
        phase: 'dry',
        station: 'drop',
        on: drop.name,
        minutes: 20,
        values:
          device.kind === 'carrying-pipe'
            ? { every: length(device.strapEvery), fall: length(Math.max(0, device.fall * device.length)) }
            : { run: length(device.length) },
        after: [fit],
        tools: ['drillDriver', 'level'],
        parts: [`${drawnKey({ kind: 'device', id: device.id })}:${device.kind === 'carrying-pipe' ? 'straps' : 'brackets'}`],
        look: drawnKey({ kind: 'device', id: device.id }),
      })
    }
  }
  for (const { id, name, links } of path.scheme.stores)
    if (links.length > 0)
      order.add({
        id: `dryLinks:${id}`,
        kind: 'dryLinks',
        phase: 'dry',
        station: 'cask',
        on: name,
        minutes: 12 * links.length,
        hands: 2,
        values: { count: count(links.length) },
        after: [...standing, ...(order.ids.has('cutNew') ? ['cutNew'] : [])],
        tools: ['level'],
        parts: links.map((link) => drawnKey({ kind: 'link', id: link.id })),
        look: drawnKey({ kind: 'link', id: links[0]!.id }),
      })
  fixSteps(order, assembly)
}

function fixSteps(order: Order, { joints, runs }: Assembly): void {
  const made = joints.flatMap((joint) => matings(joint))
  const within = runs.filter(({ pipe }) => madeBy(pipe.type) === 'cement').reduce((sum, run) => sum + 2 * (piecesOf(run).length - 1), 0)
  const cemented = made.filter((each) => each.made === 'cement').length + within
  const dry = order.of('dry')
  if (cemented > 0) {
    const apart = order.add({
      id: 'apart',
      kind: 'apart',
      phase: 'fix',
      station: 'drop',
      minutes: 10 + 2 * cemented,
      values: { count: count(cemented) },
      after: dry,
      never: dry,
      tools: ['pencil'],
    })
    const cement = order.add({
      id: 'cement',
      kind: 'cement',
      phase: 'fix',
      station: 'drop',
      minutes: 10 + 4 * cemented,
      wait: WAITS.cementHandled,
      values: { count: count(cemented) },
      after: [apart],
      // Never glue before the dry fit.
      never: [apart, ...dry],
      cautions: ['fumes'],
    })
    order.add({
      id: 'cure',
      kind: 'cure',
      phase: 'fix',
      station: 'drop',
      minutes: 0,
      wait: WAITS.cementWet,
      after: [cement],
      never: [cement],
    })
  } else if (dry.length > 0)
    order.add({
      id: 'fix',
      kind: 'fix',
      phase: 'fix',
      station: 'drop',
      minutes: 10 + 2 * made.length,
      after: dry,
      never: dry,
      tools: ['screwdriver', 'wrench'],
    })
}

function waterways(order: Order, { path }: Ground): void {
  // What carries no water yet is laid while the cement cures.
  const fixed = order.of('fix').filter((id) => id !== 'cure')
  for (const route of path.scheme.overflows)
    order.add({
      id: `overflow:${route.id}`,
      kind: 'overflow',
      phase: 'waterways',
      station: 'spill',
      on: path.vessels.get(route.from.vessel)!.vessel.name,
      minutes: 25 + (route.soak ? 180 : 0),
      hands: route.soak ? 2 : 1,
      values: {
        run: length(route.length),
        ...(route.to.kind === 'ground' ? { far: length(route.to.wallDistance), how: 'ground' } : { how: 'on' }),
      },
      after: [`set:${route.from.vessel}`, ...fixed],
      cautions: route.soak ? ['services', 'localRules'] : ['localRules'],
      parts: [drawnKey({ kind: 'overflow', id: route.id })],
      look: drawnKey({ kind: 'overflow', id: route.id }),
    })
  for (const tap of path.scheme.taps)
    order.add({
      id: `tap:${tap.id}`,
      kind: 'tap',
      phase: 'waterways',
      station: 'draw',
      on: tap.name,
      minutes: 12,
      values: { can: length(tap.can.height) },
      after: [`set:${tap.vessel}`],
      tools: ['wrench'],
      parts: [drawnKey({ kind: 'tap', id: tap.id })],
      look: drawnKey({ kind: 'tap', id: tap.id }),
    })
  for (const pump of path.scheme.pumps)
    order.add({
      id: `pump:${pump.id}`,
      kind: pump.power === 'mains' ? 'pumpMains' : 'pump',
      phase: 'waterways',
      station: 'draw',
      minutes: 60,
      after: [`set:${pump.from.vessel}`, ...fixed],
      cautions: [...(pump.power === 'hand' ? [] : (['electric'] as const)), ...(pump.to.kind === 'house' ? (['plumber'] as const) : [])],
      parts: [drawnKey({ kind: 'pump', id: pump.id })],
    })
}

const seeThrough = ({ light }: Vessel) => light === 'translucent' || light === 'clear' || light === 'clad'

function finish(order: Order, { path }: Ground): void {
  const standing = order.of('vessel', 'waterways')
  order.add({
    id: 'screens',
    kind: 'screens',
    phase: 'finish',
    station: 'cask',
    minutes: 10 * path.vessels.size,
    after: standing.filter((id) => id.startsWith('set:')),
    cautions: ['children'],
    parts: [...path.vessels.keys()].map((id) => drawnKey({ kind: 'vessel', id })),
  })
  for (const { vessel } of path.vessels.values())
    if (seeThrough(vessel))
      order.add({
        id: `cover:${vessel.id}`,
        kind: vessel.light === 'clad' ? 'clad' : 'cover',
        phase: 'finish',
        station: 'cask',
        on: vessel.name,
        minutes: 60,
        wait: vessel.light === 'clad' ? 0 : WAITS.paint,
        after: [`set:${vessel.id}`],
        look: drawnKey({ kind: 'vessel', id: vessel.id }),
        parts: vessel.light === 'clad' ? [`${drawnKey({ kind: 'vessel', id: vessel.id })}:cladding`] : [],
      })
  order.add({
    id: 'label',
    kind: 'label',
    phase: 'finish',
    station: 'draw',
    minutes: 5,
    values: { count: count(Math.max(1, path.scheme.taps.length)) },
    after: order.of('waterways'),
    cautions: ['notDrinking'],
  })
}

/** Part of its usable water that a store is filled to before every joint is looked at. Common practice. */
export const FILL_SHARE = 0.3

function tests(order: Order, { path }: Ground): void {
  // Paint dries on the outside: water may stand in a vessel meanwhile.
  const built = order.of('fix', 'waterways', 'finish').filter((id) => !id.startsWith('cover:'))
  const fixed = order.of('fix')
  const own = { phase: 'tests' as const, test: true }
  for (const gutter of path.scheme.gutters)
    order.add({
      ...own,
      id: `bucket:${gutter.id}`,
      kind: 'bucket',
      station: 'gutter',
      on: gutter.name,
      minutes: 10,
      after: [`gutter:${gutter.id}`, ...fixed],
      never: fixed,
      cautions: ['ladder'],
      tools: ['ladder'],
      look: drawnKey({ kind: 'gutter', id: gutter.id }),
    })
  const fills = path.scheme.stores.map(({ id, name }) =>
    order.add({
      ...own,
      id: `fill:${id}`,
      kind: 'fill',
      station: 'cask',
      on: name,
      minutes: 20,
      values: { volume: volume(usableVolume(path, id).volume * FILL_SHARE) },
      after: built,
      // Water on green cement finds the joint.
      never: fixed,
      cautions: ['weight'],
    }),
  )
  const hose = order.add({
    ...own,
    id: 'hose',
    kind: 'hose',
    station: 'drop',
    minutes: 20,
    after: [...fills, ...order.of('tests').filter((id) => id.startsWith('bucket:'))],
    never: fixed,
    cautions: ['ladder'],
  })
  for (const tap of path.scheme.taps)
    order.add({
      ...own,
      id: `draw:${tap.id}`,
      kind: 'draw',
      station: 'draw',
      on: tap.name,
      minutes: 5,
      values: { volume: volume(tap.can.volume) },
      after: [...fills, `tap:${tap.id}`],
      look: drawnKey({ kind: 'tap', id: tap.id }),
    })
  const over = order.add({
    ...own,
    id: 'overflowing',
    kind: path.scheme.overflows.length > 0 ? 'overflowing' : 'returning',
    station: 'spill',
    minutes: 20,
    after: [hose],
  })
  order.add({
    ...own,
    id: 'storm',
    kind: 'storm',
    station: 'drop',
    minutes: 20,
    after: [over, ...order.of('tests').filter((id) => id.startsWith('draw:'))],
  })
}

/** Puts steps in an order in which nothing comes before what it waits for; of those that could come next the earliest phase first. */
export function inOrder(steps: readonly Step[]): Step[] {
  const left = steps.map((step, given) => ({ step, given }))
  const known = new Set(steps.map(({ id }) => id))
  const done = new Set<string>()
  const ordered: Step[] = []
  while (left.length > 0) {
    const free = left.filter(({ step }) => [...step.after, ...step.never].every((id) => done.has(id) || !known.has(id)))
    if (free.length === 0) throw new RangeError(`steps wait for one another: ${left.map(({ step }) => step.id).join(', ')}`)
    const next = free.toSorted((a, b) => PHASES.indexOf(a.step.phase) - PHASES.indexOf(b.step.phase) || a.given - b.given)[0]!
    left.splice(left.indexOf(next), 1)
    done.add(next.step.id)
    ordered.push(next.step)
  }
  return ordered
}

/**
 * The order of work for this scheme: what waits for what follows from its parts, never from a fixed list.
 *
 * No cut before its second measurement and before what holds the pipe; no cement before everything is fitted dry; no water
 * before the cement has cured.
 *
 * Source: common practice, no published source.
 */
export function orderOfWork(path: WaterPath, assembly: Assembly, groups: readonly CutGroup[], holes: readonly Hole[]): Step[] {
  const ground: Ground = { path, assembly, groups, holes, lines: sectionLines(path) }
  const order = new Order()
  for (const part of [before, bases, vesselSteps, gutterSteps, dropSteps, waterways, finish, tests]) part(order, ground)
  const waits = new Set(order.steps.flatMap(({ id, wait }) => (wait > 0 ? [id] : [])))
  return inOrder(
    order.steps.map((step) => {
      const after = step.after.filter((id) => order.ids.has(id))
      // What has to be left alone holds up whatever comes after it.
      const never = new Set([...step.never.filter((id) => order.ids.has(id)), ...after.filter((id) => waits.has(id))])
      return { ...step, after, never: [...never] }
    }),
  )
}

/** Hands-on hours of a list of steps; waiting is nobody's time. */
export const workHours = (steps: readonly Pick<Step, 'minutes' | 'hands'>[]): number =>
  steps.reduce((total, { minutes, hands }) => total + minutes * hands, 0) / 60

/** Why a step may not be ticked yet: the first of those it is never done without that is not done. */
export const heldBy = (step: Pick<Step, 'never'>, done: ReadonlySet<string>): string | undefined => step.never.find((id) => !done.has(id))
