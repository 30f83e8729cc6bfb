import { cutSheet, pipeEndFor, type CutSheet } from '../../levels'
import type { Device, Drop } from '../../scheme'
import { count, length } from '../../units/quantity'
import { drawnKey } from '../part'
import type { Ground, Order } from './order'
import type { Step } from './step'

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

/** What is put together dry at the bench, on another day. */
function benchSteps(order: Order, { path }: Ground): string[] {
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
  return benched
}

/** New pipe is measured against the work itself, and twice, before any of it is sawn. */
function layingSteps(order: Order, { groups }: Ground, ready: string[]): void {
  const fresh = groups.filter(({ there, cuts }) => !there && cuts.length > 0)
  if (fresh.length === 0) return
  const pieces = fresh.reduce((sum, { cuts }) => sum + cuts.length, 0)
  const lay = order.add({
    id: 'lay',
    kind: 'lay',
    phase: 'marks',
    station: 'drop',
    minutes: 10 + 4 * pieces,
    values: { count: count(pieces) },
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
    after: [again],
    never: [again],
    tools: ['saw', 'knife', 'file'],
    parts: [...new Set(fresh.flatMap(({ cuts }) => cuts.map(({ run }) => run.part)))],
  })
}

/** A pipe that does not hang there yet, sawn already, goes up piece by piece. */
function hangPipe(order: Order, { assembly }: Ground, drop: Drop, ready: readonly string[]): string {
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
    after: [...ready, ...(order.ids.has('cutNew') ? ['cutNew'] : [])],
    tools: ['level', 'drillDriver', 'ladder'],
    cautions: ['ladder', 'overheadLines'],
    parts: parts.map((part) => part.key),
    look: key,
  })
}

/** Marks, cuts and the dry fit of every pipe, and what straps its parts up. */
function fittingSteps(order: Order, ground: Ground): void {
  const { path, assembly, lines } = ground
  for (const drop of path.scheme.drops) {
    const line = lines.find(({ intake }) => intake.drop.id === drop.id)
    const outlet = path.scheme.gutters.find(({ outlets }) => outlets.some((each) => each.drop === drop.id))
    const ready = [...(outlet ? [`gutter:${outlet.id}`] : []), ...targets(drop).map((id) => `set:${id}`)]
    const cuts: string[] = []
    const key = drawnKey({ kind: 'drop', id: drop.id })
    const bought = assembly.parts.some((part) => part.key === key && !part.there)
    if (bought) ready.push(hangPipe(order, ground, drop, ready))
    for (const device of drop.devices) {
      const sheet = cutSheet(drop, device, pipeEndFor(device, line))
      // A pipe that is bought is sawn at the bench; only holes are made where it hangs.
      if (sheet && (!bought || sheet.hole !== undefined)) cuts.push(cutSteps(order, drop, device, sheet, [...ready]))
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
      look: key,
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
            ? {
                how: device.wet ? 'wet' : 'dry',
                every: length(device.strapEvery),
                fall: length(Math.max(0, device.fall * device.length)),
                low: length(device.lowPoint),
              }
            : { run: length(device.length) },
        after: [fit],
        tools: ['drillDriver', 'level'],
        parts: [`${drawnKey({ kind: 'device', id: device.id })}:${device.kind === 'carrying-pipe' ? 'straps' : 'brackets'}`],
        look: drawnKey({ kind: 'device', id: device.id }),
      })
    }
  }
}

/** Pipes between vessels, fitted dry. */
function linkSteps(order: Order, { path }: Ground, standing: string[]): void {
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
}

/** From the outlet down: bench work, marks, cuts and the dry fit, of the pipes and of the links. */
export function dropSteps(order: Order, ground: Ground): void {
  const standing = [...ground.path.vessels.keys()].map((id) => `set:${id}`)
  const benched = benchSteps(order, ground)
  layingSteps(order, ground, [...standing, ...benched])
  fittingSteps(order, ground)
  linkSteps(order, ground, standing)
}
