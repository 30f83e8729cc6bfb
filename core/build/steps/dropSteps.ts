import { furtherCuts, inOldPipe, pipeCuts, type CutSheet, type SectionLine } from '../../levels'
import { buriedLength, isSided, laidCarry, runKey } from '../../layout'
import type { WaterPath } from '../../path/waterPath'
import type { Device, DeviceOf, Drop } from '../../scheme'
import { count, length } from '../../units/quantity'
import { TRENCH } from '../assembly'
import { drawnKey } from '../part'
import type { Order, StepInputs, Things } from './order'
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

/** What a step along a drop is about: the drop, a device of it, and the gutter and vessels that its pipe has to meet. */
interface Along {
  of: Things
  with: Things
}
type AlongDevice = (device?: string) => Along

function cutSteps(order: Order, drop: Drop, sheet: CutSheet, along: AlongDevice): void {
  const { device } = sheet
  const own = {
    ...along(device),
    on: drop.name,
    look: sheet.kind === 'end' ? drawnKey({ kind: 'drop', id: drop.id }) : deviceKey(device),
  }
  for (const { step, values } of sheet.steps)
    if (step === 'bracketAbove' || step === 'bracketBelow')
      order.add({ ...own, id: `${step}:${device}`, kind: step, minutes: 12, values, parts: [`pipe:${drop.id}:newBrackets`] })
  const at: Step['values'] = {
    at: length(sheet.upper),
    ...(sheet.hole === undefined ? {} : { hole: length(sheet.hole) }),
    ...(sheet.lower === undefined ? {} : { lower: length(sheet.lower) }),
  }
  const how = sheet.hole !== undefined ? 'hole' : sheet.lower === undefined ? 'end' : 'two'
  order.add({ ...own, id: `mark:${device}`, kind: 'mark', minutes: 10, values: { ...at, how } })
  order.add({ ...own, id: `measure:${device}`, kind: 'measure', minutes: 5, values: at })
  if (how === 'two') order.add({ ...own, id: `loosen:${device}`, kind: 'loosen', minutes: 10 })
  order.add({
    ...own,
    id: `cut:${device}`,
    kind: sheet.hole !== undefined ? 'drillPipe' : drop.material === 'metal' ? 'cutMetal' : 'cut',
    minutes: 15,
    values: { ...at, how },
    cautions: sheet.hole !== undefined && sheet.hole > 0.038 ? ['sawKicks'] : [],
    parts: [drawnKey({ kind: 'drop', id: drop.id })],
  })
}

/** The old pipe sawn off under what hangs high, so that the rest of it begins there. */
function furtherSteps(order: Order, drop: Drop, line: SectionLine | undefined, along: AlongDevice): void {
  for (const { device, at } of line ? furtherCuts(line) : [])
    order.add({
      ...along(device),
      id: `under:${device}`,
      kind: 'cutUnder',
      on: drop.name,
      minutes: 12,
      values: { at: length(at) },
      tools: ['tape', drop.material === 'metal' ? 'hacksaw' : 'saw', 'file', 'ladder'],
      parts: [drawnKey({ kind: 'drop', id: drop.id })],
      look: deviceKey(device),
    })
}

/** What is put together dry at the bench, on another day. */
function benchSteps(order: Order, { path }: StepInputs): void {
  for (const drop of path.scheme.drops) {
    const own = { of: { drop: [drop.id] }, on: drop.name }
    const dry = drop.devices.filter((device) => BENCH.has(device.kind) && !isTank(device))
    if (dry.length > 0)
      order.add({
        ...own,
        id: `bench:${drop.id}`,
        kind: 'bench',
        minutes: 15 * dry.length,
        values: { count: count(dry.length) },
        parts: dry.map(({ id }) => deviceKey(id)),
        look: deviceKey(dry[0]!.id),
      })
    for (const device of dry) {
      if (device.kind !== 'first-flush') continue
      const key = deviceKey(device.id)
      if (device.ball)
        order.add({
          ...own,
          id: `seat:${device.id}`,
          kind: 'seat',
          minutes: 20 * device.chambers,
          values: { across: length(device.seat), ball: length(device.ballSize) },
          parts: [`${key}:seat`, `${key}:ball`],
          look: key,
        })
      order.add({
        ...own,
        id: `chamberFoot:${device.id}`,
        kind: 'chamberFoot',
        minutes: 15 * device.chambers,
        values: {
          how: device.drain.kind,
          ...(device.drain.kind === 'hole' ? { bore: { kind: 'mesh' as const, value: device.drain.bore } } : {}),
        },
        parts: [`${key}:cap`, ...(device.drain.kind === 'hole' ? [] : [`${key}:drain`])],
        look: key,
      })
    }
  }
}

const isTank = (device: Device): device is DeviceOf<'first-flush'> => device.kind === 'first-flush' && device.form === 'tank'

/** New pipe, of which there may be none. */
function layingSteps(order: Order, { groups }: StepInputs): void {
  const fresh = groups.filter(({ there, cuts }) => !there && cuts.length > 0)
  if (fresh.length === 0) return
  const pieces = fresh.reduce((sum, { cuts }) => sum + cuts.length, 0)
  const by = fresh.flatMap(({ cuts }) => cuts.map((cut) => cut.length))
  const values = { count: count(pieces) }
  order.add({ id: 'lay', kind: 'lay', minutes: 10 + 4 * pieces, values, by })
  order.add({ id: 'layAgain', kind: 'layAgain', minutes: 2 * pieces + 3, values, by })
  order.add({
    id: 'cutNew',
    kind: 'cutNew',
    minutes: 5 + 4 * pieces,
    values: {
      ...values,
      how: pieces === 1 ? 'one' : 'several',
      first: fresh[0]!.cuts[0]!.label,
      last: fresh.at(-1)!.cuts.at(-1)!.label,
    },
    by,
    tools: [
      ...(fresh.some(({ pipe }) => pipe.type !== 'hose') ? ['saw', 'file'] : []),
      ...(fresh.some(({ pipe }) => pipe.type === 'hose') ? ['knife'] : []),
    ],
    parts: [...new Set(fresh.flatMap(({ cuts }) => cuts.map(({ run }) => run.part)))],
  })
}

/** A pipe that does not hang there yet, sawn already, goes up piece by piece. */
function hangPipe(order: Order, { assembly }: StepInputs, drop: Drop, along: AlongDevice): void {
  const key = drawnKey({ kind: 'drop', id: drop.id })
  const parts = assembly.parts.filter((part) => !part.there && (part.key === key || part.key.startsWith(`pipe:${drop.id}:`)))
  order.add({
    ...along(),
    id: `hang:${drop.id}`,
    kind: 'pipeHung',
    on: drop.name,
    minutes: 40,
    values: { off: length(drop.offWall) },
    parts: parts.map((part) => part.key),
    look: key,
  })
}

/** The first flush that is a tank of its own stands before anything is led into it. */
function flushTankSteps(order: Order, { assembly }: StepInputs, drop: Drop): void {
  for (const device of drop.devices.filter(isTank)) {
    const key = deviceKey(device.id)
    order.add({
      id: `flushTank:${device.id}`,
      kind: 'flushTank',
      of: { drop: [drop.id] },
      on: drop.name,
      minutes: 90,
      values: { across: length(device.bore), high: length(device.length) },
      parts: assembly.parts
        .filter((part) => part.key === key || part.key.startsWith(`${key}:base`) || part.key === `${key}:drain`)
        .map((part) => part.key),
      look: key,
    })
  }
}

/** A pipe in the ground: dug, bedded and levelled before it is joined, covered when it has held water. */
function trenchSteps(order: Order, { layout }: WaterPath, drop: Drop, device: DeviceOf<'carrying-pipe'>): void {
  const run = layout.runs.get(runKey('carry', device.id))
  const long = run ? buriedLength(run) : 0
  if (long <= 0) return
  const key = deviceKey(device.id)
  const own = { of: { drop: [drop.id], device: [device.id] }, on: drop.name, look: key }
  order.add({
    ...own,
    id: `trench:${device.id}`,
    kind: 'trench',
    minutes: 60 + long * 25,
    values: {
      long: length(long),
      deep: length(TRENCH.bed - device.lowPoint),
      wide: length(TRENCH.width),
      fall: length(Math.abs(device.fall) * long),
    },
  })
  order.add({
    ...own,
    id: `bed:${device.id}`,
    kind: 'bed',
    minutes: 20 + long * 4,
    values: { bed: length(TRENCH.bed) },
    parts: [`${key}:bedding`, ...(device.cleanOut ? [`${key}:cleanOutTee`, `${key}:cleanOut`] : [])],
  })
}

/** What belongs to single devices once the train stands dry: heads screwed on, hoses, straps, brackets. */
function deviceSteps(order: Order, { layout }: WaterPath, drop: Drop): void {
  const key = drawnKey({ kind: 'drop', id: drop.id })
  const common = { of: { drop: [drop.id] }, on: drop.name }
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
        parts: [key],
        look,
      })
    if ('hose' in device && device.to.kind === 'vessel')
      order.add({
        ...common,
        id: `hoseOn:${device.id}`,
        kind: 'hoseOn',
        minutes: 10,
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
    const along: AlongDevice = (device) => ({
      of: { drop: [drop.id], device: device === undefined ? [] : [device] },
      with: { gutter: outlet ? [outlet.id] : [], vessel: targets(drop) },
    })
    flushTankSteps(order, inputs, drop)
    const key = drawnKey({ kind: 'drop', id: drop.id })
    const bought = assembly.parts.some((part) => part.key === key && !part.there)
    if (bought) hangPipe(order, inputs, drop, along)
    // A pipe that is bought is sawn at the bench; only holes are made where it hangs.
    for (const sheet of pipeCuts(drop, line, path.scheme.build.kerf))
      if (!bought || sheet.hole !== undefined) cutSteps(order, drop, sheet, along)
    if (!bought) furtherSteps(order, drop, line, along)
    for (const device of drop.devices) if (device.kind === 'carrying-pipe') trenchSteps(order, path, drop, device)
    const over = line?.fed ? line.over : undefined
    if (drop.devices.every(({ kind }) => kind === 'neck') && !over) continue
    order.add({
      ...along(),
      id: `dryFit:${drop.id}`,
      kind: 'dryFit',
      on: drop.name,
      minutes: 15 + 5 * drop.devices.length,
      hands: drop.devices.some((device) => device.kind === 'carrying-pipe' && laidCarry(path.layout, device).length > 2) ? 2 : 1,
      values: { how: drop.devices.every(({ kind }) => kind === 'neck') ? 'pipe' : 'train' },
      parts: [...drop.devices.map(({ id }) => deviceKey(id)), ...(over && over.kind !== 'straight' ? [`pipe:${drop.id}:over`] : [])],
      look: key,
    })
    if (over && line?.heights.pipeEnd !== undefined)
      order.add({
        ...along(),
        id: `over:${drop.id}`,
        kind: 'overLid',
        on: drop.name,
        minutes: 15,
        values: { how: over.kind, across: length(over.across), gap: length(line.heights.pipeEnd - line.heights.inlet) },
        parts: over.kind === 'straight' ? [] : [`pipe:${drop.id}:over`, ...(over.kind === 'bends' ? [`pipe:${drop.id}:over:piece`] : [])],
        look: key,
      })
    deviceSteps(order, path, drop)
  }
}

/** Pipes between vessels, fitted dry. */
function linkSteps(order: Order, { path }: StepInputs): void {
  for (const { id, name, links } of path.scheme.stores)
    if (links.length > 0)
      order.add({
        id: `dryLinks:${id}`,
        kind: 'dryLinks',
        on: name,
        minutes: 12 * links.length,
        values: {
          count: count(links.length),
          how: links.some(({ kind, valve }) => valve !== 'none' && kind !== 'cascade') ? 'valved' : 'plain',
        },
        parts: links.map((link) => drawnKey({ kind: 'link', id: link.id })),
        look: drawnKey({ kind: 'link', id: links[0]!.id }),
      })
}

/** Metal laps: crimped so that the upper goes into the lower, and held by screws. */
function metalSteps(order: Order, { path }: StepInputs): void {
  for (const { id, name, material } of path.scheme.drops) {
    if (material !== 'metal' || !order.has({ id: `dryFit:${id}` })) continue
    const key = drawnKey({ kind: 'drop', id })
    order.add({ id: `crimp:${id}`, kind: 'crimp', of: { drop: [id] }, on: name, minutes: 20, parts: [key], look: key })
  }
}

/** From the outlet down: bench work, marks, cuts and the dry fit, of the pipes and of the links. */
export function dropSteps(order: Order, inputs: StepInputs): void {
  benchSteps(order, inputs)
  layingSteps(order, inputs)
  fittingSteps(order, inputs)
  metalSteps(order, inputs)
  linkSteps(order, inputs)
}
