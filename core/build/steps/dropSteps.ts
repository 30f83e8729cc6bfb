import { furtherCuts, inOldPipe, pipeCuts, type CutSheet, type SectionLine } from '../../levels'
import { buriedLength, isSided, laidCarry, runKey } from '../../layout'
import type { WaterPath } from '../../path/waterPath'
import type { Device, DeviceOf, Drop } from '../../scheme'
import { count, length } from '../../units/quantity'
import { TRENCH } from '../assembly'
import { drawnKey } from '../part'
import type { StepInputs, Order } from './order'
import type { Step } from './step'

const BENCH = new Set<Device['kind']>(['first-flush', 'rain-head', 'filter', 'adapter', 'float-shut'])
/** Bodies that the lower pipe is swung aside for. */
const LET_IN = new Set<Device['kind']>(['ring-trough', 'twist', 'flap', 'tee', 'winter-shut-off'])

const deviceKey = (id: string) => drawnKey({ kind: 'device', id })

/** Vessels that must stand where they will before a pipe can be marked to meet them. */
const targets = (drop: Drop): string[] =>
  [...drop.devices.flatMap((device) => ('to' in device ? [device.to] : [])), drop.end].flatMap((to) =>
    to.kind === 'vessel' ? [to.vessel] : [],
  )

function cutSteps(order: Order, drop: Drop, sheet: CutSheet, ready: string[]): string {
  const { device } = sheet
  const own = {
    station: 'drop' as const,
    on: drop.name,
    look: sheet.kind === 'end' ? drawnKey({ kind: 'drop', id: drop.id }) : deviceKey(device),
  }
  const holding: string[] = []
  for (const { step, values } of sheet.steps)
    if (step === 'bracketAbove' || step === 'bracketBelow')
      holding.push(
        order.add({
          ...own,
          id: `${step}:${device}`,
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
    id: `mark:${device}`,
    kind: 'mark',
    phase: 'marks',
    minutes: 10,
    values: { ...at, how },
    after: ready,
    tools: ['tape', 'pencil'],
  })
  const measure = order.add({
    ...own,
    id: `measure:${device}`,
    kind: 'measure',
    phase: 'marks',
    minutes: 5,
    values: at,
    after: [mark],
    never: [mark],
    tools: ['tape'],
  })
  // A body goes in between two parts of one pipe: the lower one is swung aside for it.
  const loosen =
    how === 'two'
      ? [
          order.add({
            ...own,
            id: `loosen:${device}`,
            kind: 'loosen',
            phase: 'cuts',
            minutes: 10,
            after: [measure, ...holding],
            tools: ['screwdriver', 'ladder'],
            cautions: ['ladder'],
          }),
        ]
      : []
  return order.add({
    ...own,
    id: `cut:${device}`,
    kind: sheet.hole !== undefined ? 'drillPipe' : drop.material === 'metal' ? 'cutMetal' : 'cut',
    phase: 'cuts',
    minutes: 15,
    values: { ...at, how },
    after: [measure, ...holding, ...loosen],
    // The pipe above would come down, and what is cut twice is short.
    never: [measure, ...holding],
    tools: [sheet.hole !== undefined ? 'hole-saw' : drop.material === 'metal' ? 'hacksaw' : 'saw', 'file', 'ladder'],
    cautions: ['ladder', ...(sheet.hole !== undefined && sheet.hole > 0.038 ? (['sawKicks'] as const) : [])],
    parts: [drawnKey({ kind: 'drop', id: drop.id })],
  })
}

/** The old pipe sawn off under what hangs high, so that the rest of it begins there. */
function furtherSteps(order: Order, drop: Drop, line: SectionLine | undefined, ready: string[]): string[] {
  return (line ? furtherCuts(line) : []).map(({ device, at }) =>
    order.add({
      id: `under:${device}`,
      kind: 'cutUnder',
      phase: 'cuts',
      station: 'drop',
      on: drop.name,
      minutes: 12,
      values: { at: length(at) },
      after: ready,
      tools: ['tape', drop.material === 'metal' ? 'hacksaw' : 'saw', 'file', 'ladder'],
      cautions: ['ladder'],
      parts: [drawnKey({ kind: 'drop', id: drop.id })],
      look: deviceKey(device),
    }),
  )
}

/** What is put together dry at the bench, on another day. */
function benchSteps(order: Order, { path }: StepInputs): string[] {
  const benched: string[] = []
  for (const drop of path.scheme.drops) {
    const dry = drop.devices.filter((device) => BENCH.has(device.kind) && !isTank(device))
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
          parts: dry.map(({ id }) => deviceKey(id)),
          look: deviceKey(dry[0]!.id),
        }),
      )
    for (const device of dry) {
      if (device.kind !== 'first-flush') continue
      const key = deviceKey(device.id)
      if (device.ball)
        benched.push(
          order.add({
            id: `seat:${device.id}`,
            kind: 'seat',
            phase: 'bench',
            station: 'drop',
            on: drop.name,
            minutes: 20 * device.chambers,
            bench: true,
            values: { across: length(device.seat), ball: length(device.ballSize) },
            after: [`bench:${drop.id}`],
            tools: ['file', 'pencil'],
            parts: [`${key}:seat`, `${key}:ball`],
            look: key,
          }),
        )
      benched.push(
        order.add({
          id: `chamberFoot:${device.id}`,
          kind: 'chamberFoot',
          phase: 'bench',
          station: 'drop',
          on: drop.name,
          minutes: 15 * device.chambers,
          bench: true,
          values: {
            how: device.drain.kind,
            ...(device.drain.kind === 'hole' ? { bore: { kind: 'mesh' as const, value: device.drain.bore } } : {}),
          },
          after: [`bench:${drop.id}`],
          tools: ['drillDriver', 'wrench'],
          parts: [`${key}:cap`, ...(device.drain.kind === 'hole' ? [] : [`${key}:drain`])],
          look: key,
        }),
      )
    }
  }
  return benched
}

const isTank = (device: Device): device is DeviceOf<'first-flush'> => device.kind === 'first-flush' && device.form === 'tank'

/** New pipe is measured against the work itself, and twice, before any of it is sawn. */
function layingSteps(order: Order, { groups }: StepInputs, ready: string[]): void {
  const fresh = groups.filter(({ there, cuts }) => !there && cuts.length > 0)
  if (fresh.length === 0) return
  const pieces = fresh.reduce((sum, { cuts }) => sum + cuts.length, 0)
  const lengths = fresh.flatMap(({ cuts }) => cuts.map((cut) => cut.length))
  const lay = order.add({
    id: 'lay',
    kind: 'lay',
    phase: 'marks',
    station: 'drop',
    minutes: 10 + 4 * pieces,
    values: { count: count(pieces) },
    by: lengths,
    after: ready,
    tools: ['tape', 'pencil'],
  })
  const again = order.add({
    id: 'layAgain',
    kind: 'layAgain',
    phase: 'marks',
    station: 'drop',
    minutes: 2 * pieces + 3,
    values: { count: count(pieces) },
    by: lengths,
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
    values: {
      count: count(pieces),
      how: pieces === 1 ? 'one' : 'several',
      first: fresh[0]!.cuts[0]!.label,
      last: fresh.at(-1)!.cuts.at(-1)!.label,
    },
    by: lengths,
    after: [again],
    never: [again],
    tools: [
      ...(fresh.some(({ pipe }) => pipe.type !== 'hose') ? ['saw', 'file'] : []),
      ...(fresh.some(({ pipe }) => pipe.type === 'hose') ? ['knife'] : []),
    ],
    parts: [...new Set(fresh.flatMap(({ cuts }) => cuts.map(({ run }) => run.part)))],
  })
}

const sawnNew = (order: Order) => (order.ids.has('cutNew') ? ['cutNew'] : [])

/** A pipe that does not hang there yet, sawn already, goes up piece by piece. */
function hangPipe(order: Order, { assembly }: StepInputs, drop: Drop, ready: readonly string[]): string {
  const key = drawnKey({ kind: 'drop', id: drop.id })
  const parts = assembly.parts.filter((part) => !part.there && (part.key === key || part.key.startsWith(`pipe:${drop.id}:`)))
  return order.add({
    id: `hang:${drop.id}`,
    kind: 'pipeHung',
    phase: 'dry',
    station: 'drop',
    on: drop.name,
    minutes: 40,
    hands: 2,
    values: { off: length(drop.offWall) },
    after: [...ready, ...sawnNew(order)],
    tools: ['level', 'drillDriver', 'ladder'],
    cautions: ['ladder', 'overheadLines'],
    parts: parts.map((part) => part.key),
    look: key,
  })
}

/** The first flush that is a tank of its own stands before anything is led into it. */
function flushTankSteps(order: Order, { assembly }: StepInputs, drop: Drop): string[] {
  return drop.devices.filter(isTank).map((device) => {
    const key = deviceKey(device.id)
    return order.add({
      id: `flushTank:${device.id}`,
      kind: 'flushTank',
      phase: 'vessel',
      station: 'drop',
      on: drop.name,
      minutes: 90,
      hands: 2,
      values: { across: length(device.bore), high: length(device.length) },
      after: ['buy'],
      tools: ['level', 'drillDriver', 'wrench'],
      cautions: ['weight', 'neverInside'],
      parts: assembly.parts
        .filter((part) => part.key === key || part.key.startsWith(`${key}:base`) || part.key === `${key}:drain`)
        .map((part) => part.key),
      look: key,
    })
  })
}

/** A pipe in the ground: dug, bedded and levelled before it is joined, covered when it has held water. */
function trenchSteps(order: Order, { layout }: WaterPath, drop: Drop, device: DeviceOf<'carrying-pipe'>): string[] {
  const run = layout.runs.get(runKey('carry', device.id))
  const long = run ? buriedLength(run) : 0
  if (long <= 0) return []
  const own = { station: 'drop' as const, on: drop.name, look: deviceKey(device.id) }
  const key = deviceKey(device.id)
  const trench = order.add({
    ...own,
    id: `trench:${device.id}`,
    kind: 'trench',
    phase: 'base',
    minutes: 60 + long * 25,
    hands: 2,
    values: {
      long: length(long),
      deep: length(TRENCH.bed - device.lowPoint),
      wide: length(TRENCH.width),
      fall: length(Math.abs(device.fall) * long),
    },
    after: ['rules'],
    tools: ['spade-tool', 'level', 'string'],
    cautions: ['services', 'trench'],
  })
  return [
    order.add({
      ...own,
      id: `bed:${device.id}`,
      kind: 'bed',
      phase: 'dry',
      minutes: 20 + long * 4,
      values: { bed: length(TRENCH.bed) },
      after: [trench, 'buy', ...sawnNew(order)],
      tools: ['level'],
      parts: [`${key}:bedding`, ...(device.cleanOut ? [`${key}:cleanOutTee`, `${key}:cleanOut`] : [])],
    }),
  ]
}

/** What belongs to single devices once the train stands dry: heads screwed on, hoses, straps, brackets. */
function deviceSteps(order: Order, { layout }: WaterPath, drop: Drop, fit: string): void {
  const key = drawnKey({ kind: 'drop', id: drop.id })
  const common = { phase: 'dry' as const, station: 'drop' as const, on: drop.name, after: [fit] }
  const old = inOldPipe(drop)
  for (const device of drop.devices) {
    const look = deviceKey(device.id)
    if (device.kind === 'rain-head')
      order.add({
        ...common,
        id: `head:${device.id}`,
        kind: 'head',
        minutes: 15,
        values: { gap: length(device.gap) },
        tools: ['drillDriver', 'ladder'],
        cautions: ['ladder'],
        parts: [look],
        look,
      })
    // Only the old pipe is in clips; what is let into new pipe is joined with it.
    if (LET_IN.has(device.kind) && old.includes(device))
      order.add({
        ...common,
        id: `clips:${device.id}`,
        kind: 'clips',
        minutes: 8,
        tools: ['screwdriver', 'ladder'],
        cautions: ['ladder'],
        parts: [key],
        look,
      })
    if ('hose' in device && device.to.kind === 'vessel')
      order.add({
        ...common,
        id: `hoseOn:${device.id}`,
        kind: 'hoseOn',
        minutes: 10,
        tools: ['screwdriver'],
        parts: [`${look}:hose`],
        look,
      })
    const side = layout.runs.get(runKey('side', device.id))
    if (side && isSided(device))
      order.add({
        ...common,
        id: `side:${device.id}`,
        kind: 'side',
        minutes: 25,
        values: { how: device.kind, run: length(side.length) },
        tools: ['drillDriver', 'level'],
        parts: [`${look}:side`],
        look,
      })
    if (device.kind === 'carrying-pipe')
      order.add({
        ...common,
        id: `straps:${device.id}`,
        kind: 'straps',
        minutes: 20,
        values: {
          how: device.wet ? 'wet' : 'dry',
          every: length(device.strapEvery),
          fall: length(Math.max(0, device.fall * laidCarry(layout, device).length)),
          low: length(device.lowPoint),
        },
        tools: ['drillDriver', 'level'],
        parts: [`${look}:straps`],
        look,
      })
    if (device.kind === 'first-flush' && device.form !== 'tank')
      order.add({
        ...common,
        id: `straps:${device.id}`,
        kind: 'chamberStraps',
        minutes: 20,
        values: { run: length(device.length) },
        tools: ['drillDriver', 'level'],
        parts: [`${look}:brackets`],
        look,
      })
  }
}

/** Marks, cuts and the dry fit of every pipe, and what holds its parts. */
function fittingSteps(order: Order, inputs: StepInputs): void {
  const { path, assembly, lines } = inputs
  for (const drop of path.scheme.drops) {
    const line = lines.find(({ intake }) => intake.drop.id === drop.id)
    const outlet = path.scheme.gutters.find(({ outlets }) => outlets.some((each) => each.drop === drop.id))
    const tanks = flushTankSteps(order, inputs, drop)
    const ready = [...(outlet ? [`gutter:${outlet.id}`] : []), ...targets(drop).map((id) => `set:${id}`), ...tanks]
    const cuts: string[] = []
    const key = drawnKey({ kind: 'drop', id: drop.id })
    const bought = assembly.parts.some((part) => part.key === key && !part.there)
    if (bought) ready.push(hangPipe(order, inputs, drop, ready))
    const sheets = pipeCuts(drop, line, path.scheme.build.kerf)
    // A pipe that is bought is sawn at the bench; only holes are made where it hangs.
    for (const sheet of sheets) if (!bought || sheet.hole !== undefined) cuts.push(cutSteps(order, drop, sheet, [...ready]))
    if (!bought) cuts.push(...furtherSteps(order, drop, line, cuts.length > 0 ? [...cuts] : ready))
    const beds = drop.devices.flatMap((device) => (device.kind === 'carrying-pipe' ? trenchSteps(order, path, drop, device) : []))
    const over = line?.fed ? line.over : undefined
    if (drop.devices.every(({ kind }) => kind === 'neck') && !over) continue
    const fit = order.add({
      id: `dryFit:${drop.id}`,
      kind: 'dryFit',
      phase: 'dry',
      station: 'drop',
      on: drop.name,
      minutes: 15 + 5 * drop.devices.length,
      hands: drop.devices.some((device) => device.kind === 'carrying-pipe' && laidCarry(path.layout, device).length > 2) ? 2 : 1,
      values: { how: drop.devices.every(({ kind }) => kind === 'neck') ? 'pipe' : 'train' },
      after: [...cuts, ...beds, ...sawnNew(order), ...(order.ids.has(`bench:${drop.id}`) ? [`bench:${drop.id}`] : []), ...ready],
      tools: ['level', 'ladder'],
      cautions: ['ladder'],
      parts: [...drop.devices.map(({ id }) => deviceKey(id)), ...(over && over.kind !== 'straight' ? [`pipe:${drop.id}:over`] : [])],
      look: key,
    })
    if (over && line?.heights.pipeEnd !== undefined)
      order.add({
        id: `over:${drop.id}`,
        kind: 'overLid',
        phase: 'dry',
        station: 'drop',
        on: drop.name,
        minutes: 15,
        values: { how: over.kind, across: length(over.across), gap: length(line.heights.pipeEnd - line.heights.inlet) },
        after: [fit],
        tools: ['level', 'ladder'],
        cautions: ['ladder'],
        parts: over.kind === 'straight' ? [] : [`pipe:${drop.id}:over`, ...(over.kind === 'bends' ? [`pipe:${drop.id}:over:piece`] : [])],
        look: key,
      })
    deviceSteps(order, path, drop, fit)
  }
}

/** Pipes between vessels, fitted dry. */
function linkSteps(order: Order, { path }: StepInputs, standing: string[]): void {
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
        values: {
          count: count(links.length),
          how: links.some(({ kind, valve }) => valve !== 'none' && kind !== 'cascade') ? 'valved' : 'plain',
        },
        after: [...standing, ...sawnNew(order)],
        tools: ['level'],
        parts: links.map((link) => drawnKey({ kind: 'link', id: link.id })),
        look: drawnKey({ kind: 'link', id: links[0]!.id }),
      })
}

/** Metal laps: crimped so that the upper goes into the lower, and held by screws. */
function metalSteps(order: Order, { path }: StepInputs): void {
  for (const drop of path.scheme.drops) {
    if (drop.material !== 'metal' || !order.ids.has(`dryFit:${drop.id}`)) continue
    order.add({
      id: `crimp:${drop.id}`,
      kind: 'crimp',
      phase: 'dry',
      station: 'drop',
      on: drop.name,
      minutes: 20,
      after: [`dryFit:${drop.id}`],
      tools: ['crimper', 'drillDriver', 'ladder'],
      cautions: ['ladder'],
      parts: [drawnKey({ kind: 'drop', id: drop.id })],
      look: drawnKey({ kind: 'drop', id: drop.id }),
    })
  }
}

/** From the outlet down: bench work, marks, cuts and the dry fit, of the pipes and of the links. */
export function dropSteps(order: Order, inputs: StepInputs): void {
  const standing = [...inputs.path.vessels.keys()].map((id) => `set:${id}`)
  const benched = benchSteps(order, inputs)
  layingSteps(order, inputs, [...standing, ...benched])
  fittingSteps(order, inputs)
  metalSteps(order, inputs)
  linkSteps(order, inputs, standing)
}
