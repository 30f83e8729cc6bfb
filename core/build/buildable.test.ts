import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { cropTunnel } from '../arrangements/several'
import { assess } from '../assess'
import { demoJobs } from '../demo'
import { addVessel, arrangeStore, fitRecipe, setLine, TRAIN_RECIPES, withGoods } from '../edits'
import { soldCutter } from '../parts'
import { buildWaterPath } from '../path'
import type { Device, Scheme } from '../scheme'
import { INCH } from '../units/constants'
import { isMoulded } from '../vessel'
import { piecesOf, plainPartsInputs, planBuild, type BuildPlan, type Joint } from './index'
import { lineItem } from './part'

const SYSTEMS = ['metric', 'imperial'] as const
type System = (typeof SYSTEMS)[number]
interface Built {
  name: string
  scheme: Scheme
  system: System
  plan: BuildPlan
}
const built = (scheme: Scheme, system: System): Built => ({
  name: `${scheme.name}, ${system}`,
  scheme,
  system,
  plan: planBuild(buildWaterPath(scheme), plainPartsInputs(system)),
})
/** Every arrangement in the goods of both countries. */
const starters = ARRANGEMENTS.flatMap((make) => SYSTEMS.map((system) => built(withGoods(make(), system), system)))
/** The same, demo jobs in their own, and every train on the boathouse's pipe. */
const boathouse = demoJobs()[0]!.schemes[0]!
const all = [
  ...starters,
  ...demoJobs().flatMap((job) => job.schemes.map((scheme) => built(scheme, job.system))),
  ...TRAIN_RECIPES.map((recipe) =>
    built(fitRecipe(boathouse, 'river-drop', 'butt', recipe, { flow: 0.8e-3, flush: 0.02, run: 2.5, system: 'metric' }), 'metric'),
  ),
]
const each = all.map((one) => [one.name, one] as const)

/** Joints that a part has, by the part's key. */
function degrees({ assembly }: BuildPlan): Map<string, number> {
  const found = new Map<string, number>()
  for (const { upper, lower } of assembly.joints) for (const { part } of [upper, lower]) found.set(part, (found.get(part) ?? 0) + 1)
  return found
}

/** How many openings of a device are joined: its body's two ends, and its branch or hose. Open to the air: a rain head's top. */
const DEVICE_JOINTS: Partial<Record<Device['kind'], readonly number[]>> = {
  // Right over a rain head it lets fall.
  neck: [1, 2],
  adapter: [2],
  'rain-head': [1],
  'first-flush': [3],
  twist: [3],
  flap: [3],
  // A funnel sits in a hole, a tee right over a rain head lets fall.
  'push-in': [1],
  'ring-trough': [3],
  // Above, below, and what is let out of their side.
  'float-shut': [2, 3],
  tee: [2, 3],
  'winter-shut-off': [2, 3],
  filter: [2],
}
/** Ends that are open because water runs out of them, or because they end where a hose of the reader's goes on. */
const MEANT_TO_BE_OPEN = [
  // An overflow's mouth, a drain's hose, a hose into a lid, a hose in the hand.
  /^overflow:/,
  /^device:.*:drain(:\d+)?:hose$/,
  /^device:.*:hose$/,
  // What runs round a shut inlet, or off for the winter, on to the ground.
  /^device:.*:side(:leg:\d+)?$/,
  /^tap:.*:hose$/,
  /^pump:.*:line$/,
  // A pipe over a body let in, over a lid, over a rain head, over a gully; the top of a pipe in a lid's opening.
  /^pipe:/,
  /:calmed$/,
]

describe('every opening of every part', () => {
  it.each(each)('is joined, capped or meant to be open: %s', (_, { plan, scheme }) => {
    const { assembly } = plan
    const joints = degrees(plan)
    const kinds = new Map(scheme.drops.flatMap(({ devices }) => devices.map((device) => [device.id, device] as const)))
    const odd: string[] = []
    for (const [part, n] of joints) {
      const [kind, id, ...rest] = part.split(':')
      const device = kind === 'device' && rest.length === 0 ? kinds.get(id!) : undefined
      if (device && device.kind !== 'carrying-pipe' && !DEVICE_JOINTS[device.kind]?.includes(n)) odd.push(`${part} (${device.kind}): ${n}`)
      // Further tees of a first flush, tees before a port, threaded tees.
      if ((part.includes(':tee:') || rest[0] === 'branch' || part.endsWith(':tee')) && n !== 3) odd.push(`${part}: ${n}`)
      if (kind === 'port' && rest.length === 1 && n !== 1) odd.push(`${part}: ${n}`)
    }
    expect(odd).toEqual([])
    const open = assembly.runs.flatMap((run) => piecesOf(run).flatMap(({ depths }) => (depths.includes(0) ? [run.key] : [])))
    expect(open.filter((key) => !MEANT_TO_BE_OPEN.some((may) => may.test(key)))).toEqual([])
    // A chamber ends in its cap, and every chamber has one.
    for (const device of kinds.values())
      if (device.kind === 'first-flush' && device.form !== 'tank') {
        const caps = assembly.parts.find(({ key }) => key === `device:${device.id}:cap`)
        expect(caps?.quantity).toBe(device.chambers)
        expect(assembly.joints.filter(({ lower }) => lower.part === `device:${device.id}:cap`)).toHaveLength(device.chambers)
      }
  })
  it('nothing is drilled where a vessel has its own opening, and every hole that something is tied to is in the list once', () => {
    for (const { plan, scheme, name } of all) {
      const keys = plan.holes.map(({ key, role }) => `${key} ${role}`)
      expect(new Set(keys).size, name).toBe(keys.length)
      for (const vessel of scheme.stores.flatMap(({ vessels }) => vessels))
        for (const port of vessel.ports)
          if (isMoulded(vessel, port)) expect(plan.holes.some(({ key }) => key === `port:${vessel.id}:${port.id}`)).toBe(false)
    }
  })
})

/** Fittings of a joint that lead from one pipe to another: neither what sits in a wall nor what only joins two of a kind. */
const adaptersIn = ({ placed }: Joint): number =>
  placed.filter(
    ({ fitting: { ends } }) =>
      (ends[0].type !== ends[1].type || ends[0].size !== ends[1].size) && ends.every(({ type }) => type !== 'wall'),
  ).length

describe('goods that are sold', () => {
  it('no chain crosses from one kind of pipe to another by more than two adapters', () => {
    for (const { plan, name } of all)
      for (const joint of plan.assembly.joints) expect(adaptersIn(joint), `${name}: ${joint.key}`).toBeLessThanOrEqual(2)
  })
  it('every hole is made with a cutter that the country sells (common practice)', () => {
    const off = (value: number, step: number) => Math.abs(value / step - Math.round(value / step))
    for (const { plan, system, name } of all)
      for (const { diameter, cutter, source, key } of plan.holes) {
        if (source === 'own' || cutter === 'jigsaw') continue
        if (cutter === 'hole-saw' || cutter === 'spade') expect(soldCutter(diameter, system), `${name}: ${key}`).toBeCloseTo(diameter, 9)
        // Drills come by the tenth of a millimetre, or by the sixty-fourth of an inch.
        else expect(off(diameter, system === 'metric' ? 0.0001 : INCH / 64), `${name}: ${key}`).toBeLessThan(1e-3)
      }
  })
  it('of a pipe longer than one length all pieces but the last of a stretch are whole', () => {
    for (const { plan, system, name } of all)
      for (const run of plan.assembly.runs) {
        const sold = plainPartsInputs(system).sold(run.pipe)
        const pieces = piecesOf(run)
        // A valve in the middle parts a run into two stretches.
        if (run.flexible || pieces.length < 3 || run.items.some((item) => item.kind === 'body' && item.of.endsWith(':valve'))) continue
        for (const piece of pieces.slice(0, -2)) expect(piece.length, `${name}: ${run.key}`).toBeCloseTo(sold, 6)
      }
  })
  it('a joiner is cut from its pipe, as long as both sockets are deep less the relief, and never bought (joiner)', () => {
    let seen = 0
    for (const { plan } of all) {
      expect(plan.bill.lines.filter(({ item }) => item.startsWith('piece-'))).toEqual([])
      for (const run of plan.assembly.runs.filter(({ key }) => key.includes(':joiner:'))) {
        const [piece] = piecesOf(run)
        seen++
        expect(piece!.length).toBeCloseTo(piece!.depths[0] + piece!.depths[1] - piece!.relief, 9)
      }
    }
    expect(seen).toBeGreaterThan(10)
  })
})

/** A scheme that somebody might come to: a starter or a demo with a train, more vessels, put together this way or that, in either country's goods. */
const anyBuilt = fc
  .record({
    base: fc.integer({ min: 0, max: ARRANGEMENTS.length - 1 }),
    recipe: fc.option(fc.constantFrom(...TRAIN_RECIPES)),
    more: fc.integer({ min: 0, max: 3 }),
    arrangement: fc.constantFrom('linked-low' as const, 'cascade' as const, 'manifold' as const),
    system: fc.constantFrom(...SYSTEMS),
  })
  .map(({ base, recipe, more, arrangement, system }) => {
    let scheme = ARRANGEMENTS[base]!()
    const [store] = scheme.stores
    const drop = scheme.drops.find(({ end }) => end.kind === 'vessel' && store!.vessels.some(({ id }) => end.vessel === id))
    if (recipe && drop && drop.end.kind === 'vessel')
      scheme = fitRecipe(scheme, drop.id, drop.end.vessel, recipe, { flow: 0.8e-3, flush: 0.02, run: 2.5, system })
    for (let i = 0; i < more; i++) scheme = addVessel(scheme, store!.id)
    if (more > 0) scheme = arrangeStore(scheme, store!.id, arrangement)
    return built(withGoods(scheme, system), system)
  })

describe('whatever somebody comes to', () => {
  it('is joined without a chain of more than two adapters that is not told, and with nothing of the other country’s goods', () => {
    const abroad = { metric: /sch40|npt|downpipe-rect|hose-thread/, imperial: /metric|bsp|downpipe-round|downpipe-square/ }
    fc.assert(
      fc.property(anyBuilt, ({ plan, scheme, system }) => {
        // A thin hose that shares a hole with a wide pipe takes three; whoever builds it is told.
        const told = assess(scheme, undefined, undefined, plainPartsInputs(system)).findings.filter(({ id }) => id === 'adaptersInARow')
        expect(told.map(({ ids }) => ids.joint)).toEqual(
          plan.assembly.joints.filter((joint) => adaptersIn(joint) > 2).map(({ key }) => key),
        )
        expect(plan.bill.lines.filter(({ item }) => abroad[system].test(item)).map(({ item, parts }) => [item, parts])).toEqual([])
      }),
      { numRuns: 60 },
    )
  })
  it('has each part of the drawing bought once, and each hole made once', () => {
    fc.assert(
      fc.property(anyBuilt, ({ plan }) => {
        const keys = plan.assembly.parts.map(({ key }) => key)
        expect(new Set(keys).size).toBe(keys.length)
        const drawn = plan.assembly.parts.flatMap((part) => (part.drawn ? [`${part.drawn.kind} ${part.drawn.id}`] : []))
        expect(new Set(drawn).size).toBe(drawn.length)
        const billed = plan.bill.lines.filter(({ kind }) => kind === 'part').flatMap(({ parts }) => parts)
        for (const part of plan.assembly.parts) expect(billed.filter((key) => key === part.key).length, part.key).toBe(1)
        const holes = plan.holes.map(({ key, role }) => `${key} ${role}`)
        expect(new Set(holes).size).toBe(holes.length)
      }),
      { numRuns: 60 },
    )
  })
  it('rests on or hangs from something: vessels on a base, the ground or one another, pipes in straps, brackets or holes', () => {
    fc.assert(
      fc.property(anyBuilt, ({ plan, scheme }) => {
        const path = buildWaterPath(scheme)
        for (const { vessel, foot, store } of path.vessels.values()) {
          const below = vessel.on === undefined ? undefined : path.vessels.get(vessel.on)!
          const base = vessel.base.parts.reduce((sum, { height }) => sum + height, 0)
          const stands = below ? below.foot + below.vessel.body.height : vessel.base.ground
          expect(foot).toBeCloseTo(stands + base, 9)
          // A base that is not bare ground is made of something: its own, or the slab of a neighbour's that it shares.
          if (base > 0.001 && vessel.base.parts.every(({ kind }) => kind !== 'deck'))
            expect(plan.assembly.parts.some(({ key }) => store.vessels.some(({ id }) => key.startsWith(`base:${id}:`)))).toBe(true)
        }
        for (const device of scheme.drops.flatMap(({ devices }) => devices)) {
          const has = (part: string) => plan.assembly.parts.find(({ key }) => key === `device:${device.id}:${part}`)
          if (device.kind === 'carrying-pipe') expect(has('straps')!.quantity).toBeGreaterThanOrEqual(2)
          if (device.kind === 'first-flush' && device.form !== 'tank')
            expect(has('brackets')!.quantity).toBeGreaterThanOrEqual(2 * device.chambers)
        }
      }),
      { numRuns: 60 },
    )
  })
})

describe('the order of work', () => {
  const has = (plan: BuildPlan, kind: string) => plan.steps.some((step) => step.kind === kind)
  it.each(each)('speaks of what is there and of nothing else: %s', (_, { plan, scheme }) => {
    const vessels = scheme.stores.flatMap((store) => store.vessels)
    const devices = scheme.drops.flatMap((drop) => drop.devices)
    expect(has(plan, 'meshes')).toBe(plan.assembly.parts.some(({ item }) => item === 'mesh'))
    expect(has(plan, 'meshes')).toBe(
      vessels.some(
        ({ lid, family, ports }) =>
          lid === 'screened' || (family !== 'tank' && ports.some(({ role, screened }) => role === 'lid' && screened)),
      ),
    )
    expect(has(plan, 'vents')).toBe(vessels.some(({ ports }) => ports.some(({ role }) => role === 'vent')))
    expect(has(plan, 'inside')).toBe(vessels.some(({ ports }) => ports.some(({ calmed }) => calmed)))
    expect(has(plan, 'head')).toBe(devices.some(({ kind }) => kind === 'rain-head'))
    expect(has(plan, 'seat')).toBe(devices.some((device) => device.kind === 'first-flush' && device.ball && device.form !== 'tank'))
    expect(has(plan, 'trench')).toBe(devices.some((device) => device.kind === 'carrying-pipe' && device.wet && device.lowPoint < 0))
    expect(has(plan, 'trench')).toBe(has(plan, 'backfill'))
    expect(has(plan, 'cement')).toBe(has(plan, 'cure'))
    const hose = plan.steps.find(({ id }) => id === 'hose')!
    expect(hose.values.how === 'flush').toBe(devices.some(({ kind }) => kind === 'first-flush'))
    // Sod is not stripped from paving, nor a slab built twice.
    for (const step of plan.steps.filter(({ kind }) => kind === 'dig'))
      expect(vessels.find(({ id }) => step.id === `dig:${id}`)!.base.soil).not.toBe('paving')
  })
  it('what two people do not lift is set before it is drilled, and is not drilled at a bench', () => {
    let heavy = 0
    for (const { plan, scheme } of all)
      for (const { id, tare } of scheme.stores.flatMap(({ vessels }) => vessels)) {
        const [drill, set] = ['drill', 'set'].map((kind) => plan.steps.findIndex((step) => step.id === `${kind}:${id}`))
        if (drill! < 0) continue
        if (tare > 75) heavy++
        expect(plan.steps[drill!]!.bench).toBe(tare <= 75)
        expect(set! < drill!).toBe(tare > 75)
      }
    expect(heavy).toBeGreaterThan(5)
  })
  it('every step that is given parts of its own is given parts that the bill has', () => {
    for (const { plan, name } of all) {
      const known = new Set([...plan.assembly.parts.map(({ key }) => key), ...plan.holes.map(({ key }) => key)])
      for (const { id, parts } of plan.steps) for (const key of parts) expect(known.has(key), `${name}: ${id} ${key}`).toBe(true)
    }
  })
  it('the ground is open until the pipe in it has held water', () => {
    const wet = starters.find(({ scheme }) => scheme.id === 'wet-carry')!
    const at = (id: string) => wet.plan.steps.findIndex((step) => step.id === id)
    const order = [at('trench:bury'), at('bed:bury'), at('hose'), at('backfill:bury')]
    expect(order.every((place) => place >= 0)).toBe(true)
    expect(order).toEqual(order.toSorted((a, b) => a - b))
    expect(wet.plan.steps[at('trench:bury')]!.cautions).toContain('services')
  })
})

/** Lines of a bill as another would take them off the drawing: item, how many, and what was reckoned by hand. */
describe('bills taken off by hand', () => {
  const bill = (id: string, system: System) => {
    const { plan } = starters.find((one) => one.scheme.id === id && one.system === system)!
    return new Map(plan.bill.lines.filter(({ there }) => !there).map(({ item, buy }) => [item, buy]))
  }
  it.each<[string, System, Record<string, number>]>([
    [
      // Trough, 226 mm of hose and 50 mm on its two tails with a little over: half a metre off the reel.
      // 400 mm of base: a block of 215, a half of 100, a slab of 50, 35 left; two columns. Thread for the tap is in the wall.
      'closed-drum',
      'metric',
      {
        'device:ring-trough:68': 1,
        'pipe:hose:25': 0.5,
        'base:blocks:440:215:215': 2,
        'base:halfBlocks:440:215:100': 2,
        'base:cap:600:600:50': 1,
        'tap:bsp:3/4': 1,
        'sundry:clip': 2,
        'hosetail-bsp-1-m-hose-25-m': 1,
      },
    ],
    [
      // Overflow: 0.2 m out, 1.3 m down, 2.6 m over the ground: 13 ft 7 in over two lengths, two elbows, one grommet.
      // Bung, street elbow, tee and its plug, with a nipple where a tee meets the elbow.
      'upside-down',
      'imperial',
      {
        'pipe:sch40:2': 2,
        'bend:sch40:2:90': 2,
        'grommet-wall-grommet-m-sch40-2-f': 1,
        'streetElbow:npt:3/4': 1,
        'threadedTee:npt:3/4': 1,
        'plug:npt:3/4': 1,
        'tap:npt:3/4': 1,
        // Led over the cut-out bottom by two elbows, their piece out of what was sawn off.
        'bend:downpipe-rect:2x3:75': 2,
        'bracket:downpipe-rect:2x3': 1,
      },
    ],
    [
      'butt-on-stand',
      'metric',
      { 'device:ring-trough:68': 1, 'pipe:hose:25': 0.5, 'base:stand': 1, 'tap:bsp:3/4': 1, 'backnut-wall-washers-m-bsp-3_4-f': 1 },
    ],
    [
      // Two tees, two chambers of 750 mm, two caps, two valves; two brackets each. One adapter from the old pipe.
      'tote-pad',
      'imperial',
      {
        'tee:sch40:3': 2,
        'cap:sch40:3': 2,
        'drainValve:npt:3/4': 2,
        'downpipeAdapter-downpipe-rect-2x3-f-sch40-3-m': 1,
        'backnut-wall-washers-m-npt-3_4-f': 2,
        'device:rain-head:0.078': 1,
        'vessel:tote:1041': 1,
        // Three of the carrying pipe (out of the tee, out from the wall, over the lid), two of the overflow.
        'bend:sch40:3:90': 5,
      },
    ],
    [
      // Chamber 2.2 m, carry 4 m, inlet inside 2.1 m, overflow 7.2 m with their sockets: six lengths of 3 m.
      'big-tank',
      'metric',
      {
        'tee:metric:110': 1,
        'cap:metric:110': 1,
        'seat:metric:110': 1,
        'ball:0.080': 1,
        'pipe:metric:110': 6,
        // Three of the carry (out of the pipe, out from the wall, over the lid), two of the overflow, two turned up inside.
        'bend:metric:110:90': 7,
        'base:slab:cast': 0.44,
      },
    ],
  ])('%s, %s', (id, system, wanted) => {
    const lines = bill(id, system)
    for (const [item, count] of Object.entries(wanted)) expect([item, lines.get(item)]).toEqual([item, expect.closeTo(count, 2)])
  })
})

describe('a gutter that is bought', () => {
  /** With the gutter itself, and all that it is put together from, to be bought. */
  const bought = (scheme: Scheme): BuildPlan => {
    const there = planBuild(buildWaterPath(scheme), plainPartsInputs('metric')).assembly.parts.find(
      ({ key }) => key === `gutter:${scheme.gutters[0]!.id}`,
    )!
    return planBuild(buildWaterPath(setLine(scheme, lineItem(there), false, null)), plainPartsInputs('metric'))
  }
  const keys = ({ assembly }: BuildPlan, name: string) => assembly.parts.filter(({ key }) => key.endsWith(`:${name}`))
  const kinds = ({ steps }: BuildPlan) => steps.map(({ kind }) => kind)

  it('on a house is hung on what its screws were found to hold in, and needs no film', () => {
    const house = ARRANGEMENTS[5]!()
    const plan = bought(house)
    expect(kinds(plan).indexOf('gutterHold')).toBeGreaterThanOrEqual(0)
    expect(kinds(plan).indexOf('gutterHold')).toBeLessThan(kinds(plan).indexOf('gutterHung'))
    expect(plan.steps.find(({ kind }) => kind === 'gutterHold')!.values.how).toBe(house.gutters[0]!.board > 0 ? 'board' : 'unknown')
    expect(kinds(plan)).not.toContain('filmFlap')
    for (const name of ['board', 'clamps', 'flap', 'tape', 'weights']) expect(keys(plan, name)).toEqual([])
    // One that hangs already is looked over and nothing more.
    expect(kinds(planBuild(buildWaterPath(house), plainPartsInputs('metric')))).not.toContain('gutterHold')
  })
  it('at a tunnel hangs on a board clamped to the hoops, and a weighted strip of film leads into it (by hand: 24 m, hoops each 2)', () => {
    const plan = bought(cropTunnel())
    const amount = (name: string) => keys(plan, name).map(({ quantity, there }) => [quantity, there])
    expect(amount('board')).toEqual([[24, false]])
    expect(amount('clamps')).toEqual([[13, false]])
    expect(amount('flap')).toEqual([[24, false]])
    expect(amount('tape')).toEqual([[24, false]])
    expect(amount('weights')).toEqual([[25, false]])
    const order = kinds(plan)
    expect(order.indexOf('gutterHold')).toBeLessThan(order.indexOf('gutterHung'))
    expect(order.indexOf('gutterHung')).toBeLessThan(order.indexOf('filmFlap'))
    // Each part belongs to one step.
    const told = plan.steps.flatMap(({ parts }) => parts ?? []).filter((key) => key.startsWith('gutter:gutter'))
    expect(new Set(told).size).toBe(told.length)
  })
})
