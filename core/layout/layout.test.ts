import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import {
  baseOf,
  blocks,
  drop,
  ground,
  into,
  link,
  oneRoof,
  outlet,
  overflow,
  overflowPort,
  port,
  ringTrough,
  roof,
  gutter,
  scheme,
  store,
  vessel,
} from '../arrangements/parts'
import { assess } from '../assess'
import { assemble, assembled, drawnKey, planBuild, plainPartsInputs } from '../build'
import { demoJobs } from '../demo'
import { addVessel, arrangeStore, chooseVessel, placeVessel, raiseBase, removeVessel, resizeVessel, setStand, spreadLink } from '../edits'
import { headLedger } from '../levels'
import { buildWaterPath } from '../path'
import type { Scheme } from '../scheme'
import { baseBuild, baseMass, bearingArea, buildableNear, CATALOGUE, coursesFor } from '../vessel'
import { planOverlap } from './clearance'
import { roofOver, isUnder } from './house'
import { computeLayout } from './computeLayout'
import { bendLoss, linkLine } from './losses'
import { baseHeight } from './pose'
import { bendsOf, hoseWay, lengthOf, route } from './route'
import { between, dot, minus, size, unit, vec } from './vector'

const everything = [...demoJobs().flatMap(({ schemes }) => schemes), ...ARRANGEMENTS.map((make) => make())]
const butt = (id: string, more: Parameters<typeof vessel>[5] = {}) =>
  vessel(
    id,
    id,
    'butt-210',
    blocks(0.3),
    [port('in', 'inlet', 0.8), port('link', 'link', 0.05, { bore: 0.0409 }), overflowPort(0.75)],
    more,
  )
const pair = (second: Parameters<typeof vessel>[5], kind: 'low' | 'cascade' = 'low') =>
  scheme('pair', 'Pair', {
    ...oneRoof(5, 3, 2.4),
    drops: [drop('drop', 'Pipe', [ringTrough('trough', 1.15, into('one'))], ground('drain'))],
    stores: [
      store('store', 'Store', [butt('one', { place: { x: -1, y: 0.5, turn: 0 } }), butt('two', second)], 'linked-low', [
        link('tie', 'one', 'two', kind),
      ]),
    ],
  })

describe('a way', () => {
  const end = (x: number, y: number, z: number, way: [number, number, number]) => ({ at: vec(x, y, z), way: vec(...way) })
  it('is straight where both ends look at one another', () => {
    expect(route(end(0, 0, 1, [1, 0, 0]), end(2, 0, 1, [-1, 0, 0]), 0.2, vec(1, 0, 0))).toHaveLength(2)
  })
  it('goes down a stack beside it: out, down, in, two square bends (by hand)', () => {
    const way = route(end(0, 0, 2, [1, 0, 0]), end(0, 0, 1, [1, 0, 0]), 0.2, vec(1, 0, 0))
    expect(lengthOf(way)).toBeCloseTo(0.2 + 1 + 0.2, 12)
    expect(bendsOf(way)).toEqual([expect.closeTo(90, 6), expect.closeTo(90, 6)])
  })
  it('round the corner of a house has one bend where its corner is given', () => {
    const way = route(end(0, 0, 1, [1, 0, 0]), end(3, 4, 1, [0, -1, 0]), 0.2, vec(1, 0, 0), [{ x: 3, y: 0 }])
    expect(bendsOf(way)).toEqual([expect.closeTo(90, 6)])
    expect(lengthOf(way)).toBeCloseTo(7, 12)
  })
  it('reaches both its ends, begins and ends as its holes look, and never turns back on itself, whatever they are', () => {
    const number = fc.double({ min: -5, max: 5, noNaN: true })
    const level = fc.double({ min: 0, max: 2 * Math.PI, noNaN: true })
    fc.assert(
      fc.property(number, number, number, number, number, number, level, level, (ax, ay, az, bx, by, bz, p, q) => {
        const from = end(ax, ay, az, [Math.cos(p), Math.sin(p), 0])
        const to = end(bx, by, bz, [Math.cos(q), Math.sin(q), 0])
        fc.pre(size(minus(to.at, from.at)) > 0.01)
        const way = route(from, to, 0.2, vec(1, 0, 0))
        expect([way[0], way.at(-1)]).toEqual([from.at, to.at])
        expect(between(minus(way[1]!, way[0]!), from.way)).toBeLessThan(3)
        expect(between(minus(way.at(-2)!, way.at(-1)!), to.way)).toBeLessThan(3)
        const hose = hoseWay(from, to, 0.05)
        expect([hose[0], hose.at(-1)]).toEqual([from.at, to.at])
      }),
    )
  })
})

describe('what a bend spends', () => {
  it('is that of the two that are sold, and between them in proportion: 0.9 square, 0.4 at 45 degrees, nothing straight on', () => {
    expect([0, 45, 90].map(bendLoss)).toEqual([0, 0.4, 0.9])
    expect(bendLoss(67.5)).toBeCloseTo(0.65, 12)
  })
})

describe('where things stand', () => {
  it('a butt hangs on its hose by Pythagoras: from the pipe’s side to the butt’s', () => {
    // The pipe's axis is 64 mm off the wall; the trough's spigot 1.115 over the paving, the hole 1.1.
    const { runs } = computeLayout(pair({ place: { x: -3, y: 0.5, turn: 0 } }))
    const level = Math.hypot(1, 0.5 - 0.064) - 0.034 - 0.29
    expect(runs.get('hose:trough')!.length).toBeCloseTo(Math.hypot(level, 1.15 - 0.015 - 0.02 - 1.1), 9)
  })
  it('a butt that was given no place stands beside its pipe with room for a hand, or under its end (common practice)', () => {
    const one = (end: Parameters<typeof drop>[3], devices: Parameters<typeof drop>[2], inlet: 'inlet' | 'lid') =>
      computeLayout(
        scheme('one', 'One', {
          ...oneRoof(5, 3, 2.4),
          drops: [drop('drop', 'Pipe', devices, end)],
          stores: [store('store', 'Store', [vessel('one', 'One', 'butt-210', blocks(0.3), [port('in', inlet, 0.8), overflowPort(0.75)])])],
        }),
      )
    const along = ({ pipes, vessels }: ReturnType<typeof computeLayout>) => vessels.get('one')!.foot.x - pipes.get('drop')!.axis.x
    const beside = one(ground('drain'), [ringTrough('trough', 1.15, into('one'))], 'inlet')
    // The pipe's outside is 68 mm; from its side to the butt's are 150 mm.
    expect(along(beside)).toBeCloseTo(0.034 + 0.15 + beside.vessels.get('one')!.half.width, 9)
    expect(along(one(into('one'), [], 'lid'))).toBeCloseTo(0, 9)
  })
  it('a hooped overflow rises to its crest, over a crown with room for two bends and the tee that airs it (common practice)', () => {
    for (const [bore, crown] of [
      [0.0525, 0.09 + 2.4 * 0.0525],
      [0.025, 0.2],
    ] as const) {
      const { runs } = computeLayout({
        ...pair({ place: { x: -2.5, y: 1.3, turn: 0 } }),
        overflows: [overflow('over', 'one', ground('ditch', 4), { mouth: 'hooped', bore, vented: true, crest: 1.3 })],
      })
      const { points } = runs.get('overflow:over')!
      const top = 1.3 + bore / 2
      expect(Math.max(...points.map(({ z }) => z))).toBeCloseTo(top, 9)
      const [up, over] = points.filter(({ z }) => Math.abs(z - top) < 1e-9)
      expect(size(minus(over!, up!))).toBeCloseTo(crown, 9)
      // From there it comes down to the ground, and falls to its end.
      const after = points.slice(points.indexOf(over!))
      after.slice(1).forEach((each, i) => expect(each.z).toBeLessThanOrEqual(after[i]!.z + 1e-9))
      expect(after.at(-1)!.z).toBeLessThan(0.2)
    }
  })
  it('two round butts are linked along the line of their middles: what lies between their sides (geometry)', () => {
    const { runs, ports } = computeLayout(pair({ place: { x: -2.5, y: 1.3, turn: 0 } }))
    expect(runs.get('link:tie')!.length).toBeCloseTo(Math.hypot(1.5, 0.8) - 2 * 0.29, 9)
    // Each hole looks at the other's middle.
    const [a, b] = [ports.get('one link')!, ports.get('two link')!]
    expect(a.way.x * b.way.x + a.way.y * b.way.y).toBeCloseTo(-1, 9)
  })
  it('two boxes are linked straight across, in the middle of what they have in common, however they are shifted', () => {
    const tote = (id: string, x: number, y: number) =>
      vessel(id, id, 'tote-275', blocks(0.4, 1.25), [port('link', 'link', 0.19, { bore: 0.0525 }), port('out', 'outlet', 0.2)], {
        place: { x, y, turn: 0 },
      })
    fc.assert(
      fc.property(fc.double({ min: -0.7, max: 0.7, noNaN: true }), fc.double({ min: 0.1, max: 5, noNaN: true }), (shift, gap) => {
        const two = scheme('t', 'T', {
          ...oneRoof(5, 3, 2.4),
          drops: [drop('drop', 'Pipe', [], ground('drain'))],
          stores: [store('s', 'S', [tote('a', 0, 1), tote('b', 1.219 + gap, 1 + shift)], 'linked-low', [link('tie', 'a', 'b')])],
        })
        const run = computeLayout(two).runs.get('link:tie')!
        expect(run.legs).toHaveLength(1)
        expect(run.length).toBeCloseTo(gap, 9)
        expect(run.points[0]!.y).toBeCloseTo(1 + shift / 2, 9)
      }),
    )
  })
  it('a round one is linked straight to the face of a box, wherever along the face its middle is (geometry)', () => {
    const linked = (id: string, kind: Parameters<typeof vessel>[2], x: number, y: number) =>
      vessel(id, id, kind, blocks(0.4, 1.25), [port('link', 'link', 0.19, { bore: 0.0525 }), port('out', 'outlet', 0.2)], {
        place: { x, y, turn: 0 },
      })
    const half = 1.219 / 2
    fc.assert(
      fc.property(fc.double({ min: -0.4, max: 0.4, noNaN: true }), fc.double({ min: 0.1, max: 5, noNaN: true }), (shift, gap) => {
        const round = linked('a', 'tank-1000', 0, 1)
        const { width } = round.body
        const two = scheme('t', 'T', {
          ...oneRoof(5, 3, 2.4),
          drops: [drop('drop', 'Pipe', [], ground('drain'))],
          stores: [
            store('s', 'S', [round, linked('b', 'tote-275', width / 2 + gap + half, 1 + shift)], 'linked-low', [link('tie', 'a', 'b')]),
          ],
        })
        const run = computeLayout(two).runs.get('link:tie')!
        expect(run.legs).toHaveLength(1)
        expect(run.length).toBeCloseTo(gap, 9)
        expect(run.points.map(({ y }) => y)).toEqual([expect.closeTo(1, 9), expect.closeTo(1, 9)])
      }),
    )
  })
  it('an hour that was given is kept, and the pipe goes round to it', () => {
    const away = pair({ place: { x: -3, y: 0.5, turn: 0 } })
    const turned = structuredClone(away)
    turned.stores[0]!.vessels[0]!.ports.find(({ id }) => id === 'link')!.clock = 6
    expect(computeLayout(away).ports.get('one link')!.hour).toBeCloseTo(9, 9)
    expect(computeLayout(turned).ports.get('one link')!).toMatchObject({
      hour: 6,
      way: { x: expect.closeTo(0, 9), y: expect.closeTo(1, 9) },
    })
    expect(computeLayout(turned).runs.get('link:tie')!.length).toBeGreaterThan(computeLayout(away).runs.get('link:tie')!.length)
  })
  it('an overflow goes 0.2 m out, down, and as far over the ground as its end is from the wall (by hand)', () => {
    const own = pair({ place: { x: -3, y: 0.5, turn: 0 } })
    own.overflows = [overflow('over', 'one', ground('bed', 3), { bore: 0.0525, fall: 0.02, end: 0 })]
    const run = computeLayout(own).runs.get('overflow:over')!
    // Its middle stands at 0.3 + 0.75 + 0.02625; it comes down to 0.02625 + 0.02 · 2.5, and runs 2.5 m out from y = 0.5.
    expect(run.legs[0]).toBeCloseTo(0.2, 12)
    expect(run.legs[1]).toBeCloseTo(1.07625 - 0.07625, 12)
    expect(run.legs[2]).toBeCloseTo(Math.hypot(2.5, 0.05), 12)
    expect(run.points.at(-1)!.y).toBeCloseTo(3, 12)
  })
  it('the far side of a gable is as far off as the roof is deep: a pipe across the gable is as long (geometry)', () => {
    const sides = {
      sections: [roof('front', 'Front', 6, 2.5, 'g-front'), roof('back', 'Back', 6, 2.5, 'g-back')],
      gutters: [
        gutter('g-front', 'Front', 6, [outlet('o-front', 6, 2.4, 'front')]),
        gutter('g-back', 'Back', 6, [outlet('o-back', 0, 2.4, 'back')]),
      ],
    }
    const two = scheme('g', 'G', {
      ...sides,
      drops: [drop('front', 'Front', [], ground('drain')), drop('back', 'Back', [], ground('drain'))],
      stores: [store('s', 'S', [butt('one')])],
    })
    const { pipes } = computeLayout(two)
    const [a, b] = [pipes.get('front')!, pipes.get('back')!]
    expect(b.axis.x - a.axis.x).toBeCloseTo(0, 9)
    expect(a.axis.y - b.axis.y).toBeCloseTo(5, 9)
    expect(b.out).toMatchObject({ x: expect.closeTo(0, 9), y: expect.closeTo(-1, 9) })
    // What lies between the two eaves is the house.
    const house = roofOver(two)
    expect(house.some((each) => isUnder(each, vec(-3, -2.5 + 0.064, 0), 0.3))).toBe(true)
    expect(house.some((each) => isUnder(each, vec(-3, 0.4, 0)))).toBe(false)
  })
  it('a pipe that is led round a corner is as long as its way round', () => {
    const round = pair({ place: { x: -3, y: 0.5, turn: 0 } })
    round.stores[0]!.links[0]!.via = [
      { x: -1.6, y: 2 },
      { x: -2.4, y: 2 },
    ]
    const run = computeLayout(round).runs.get('link:tie')!
    expect(run.length).toBeGreaterThan(2 * 1.4)
    for (const { x, y } of round.stores[0]!.links[0]!.via)
      expect(run.points.some((point) => Math.abs(point.x - x) < 1e-9 && Math.abs(point.y - y) < 1e-9)).toBe(true)
  })
})

describe('two vessels', () => {
  const at = (id: string, key: string, x: number, y: number, turn = 0) => {
    const one = scheme('one', 'One', {
      ...oneRoof(5, 3, 2.4),
      drops: [drop('drop', 'Pipe', [], ground('drain'))],
      stores: [store('s', 'S', [vessel(id, id, key, blocks(0), [overflowPort(0.7)], { place: { x, y, turn } })])],
    })
    return computeLayout(one).vessels.get(id)!
  }
  it('overlap on the plan as circles and boxes do (closed forms)', () => {
    expect(planOverlap(at('a', 'butt-210', 0, 1), at('b', 'butt-210', 0.5, 1))).toBeCloseTo(0.58 - 0.5, 12)
    expect(planOverlap(at('a', 'tote-275', 0, 1), at('b', 'tote-275', 1.2, 1))).toBeCloseTo(0.019, 12)
    // A butt at a tote's corner: the corner is 0.6095 and 0.508 m from the middle.
    const corner = Math.hypot(0.8 - 0.6095, 0.7 - 0.508)
    expect(planOverlap(at('a', 'butt-210', 0.8, 1.7), at('b', 'tote-275', 0, 1))).toBeCloseTo(0.29 - corner, 12)
    // Turned by 45 degrees a box reaches its half diagonal.
    const turned = planOverlap(at('a', 'tote-275', 0, 1, 45), at('b', 'tote-275', 1.4, 1))
    expect(turned).toBeCloseTo((0.6095 + 0.508) * Math.SQRT1_2 + 0.6095 - 1.4, 9)
  })
})

/** One thing that moves, turns, raises, resizes or exchanges a vessel. */
const hand = fc.record({
  what: fc.constantFrom('move', 'raise', 'resize', 'choose', 'add', 'remove', 'arrange'),
  a: fc.double({ min: 0, max: 0.999, noNaN: true }),
  b: fc.double({ min: 0, max: 0.999, noNaN: true }),
  c: fc.double({ min: 0, max: 0.999, noNaN: true }),
})
const pick = <T>(from: readonly T[], at: number): T => from[Math.floor(at * from.length)]!
function done(before: Scheme, { what, a, b, c }: { what: string; a: number; b: number; c: number }): Scheme {
  const all = before.stores.flatMap(({ vessels }) => vessels)
  const { id } = pick(all, a)
  const store = before.stores.find(({ vessels }) => vessels.some((each) => each.id === id))!
  try {
    switch (what) {
      case 'move':
        return placeVessel(before, id, { x: b * 12 - 6, y: c * 5 + 0.3, turn: Math.round(c * 8) * 45 })
      case 'raise':
        return setStand(before, id, b * 1.2)
      case 'resize':
        return resizeVessel(before, id, pick(['width', 'depth', 'height'] as const, b), 0.4 + c * 2)
      case 'choose': {
        const { key: _, ...chosen } = pick(CATALOGUE, b)
        return chooseVessel(before, id, chosen)
      }
      case 'add':
        return addVessel(before, store.id)
      case 'remove':
        return removeVessel(before, id)
      default:
        return arrangeStore(before, store.id, pick(['linked-low', 'cascade', 'stacked', 'manifold'] as const, b))
    }
  } catch (error) {
    // What cannot be done changes nothing.
    if (error instanceof RangeError) return before
    throw error
  }
}

/** Holds of every layout. */
function heldTo(of: Scheme) {
  const path = buildWaterPath(of)
  const { layout } = path
  for (const run of layout.runs.values()) {
    expect(run.points.length).toBe(run.legs.length + 1)
    expect(run.bends.length).toBe(Math.max(0, run.legs.length - 1))
    expect(Number.isFinite(run.length)).toBe(true)
    expect(run.legs.reduce((sum, leg) => sum + leg, 0)).toBeCloseTo(run.length, 9)
  }
  const reaches = (id: string, end: { vessel: string; port: string }, at: 'first' | 'last') => {
    const { points } = layout.runs.get(id)!
    const point = at === 'first' ? points[0]! : points.at(-1)!
    const { at: hole } = layout.ports.get(`${end.vessel} ${end.port}`)!
    expect([id, Math.hypot(point.x - hole.x, point.y - hole.y, point.z - hole.z)]).toEqual([id, expect.closeTo(0, 4)])
  }
  for (const { links } of of.stores) {
    const reached = new Set<string>()
    for (const { id, kind, from, to } of links) {
      const own = layout.runs.get(`link:${id}`)!
      // The second pipe of a manifold begins at the first one's tee.
      if (kind !== 'manifold' || !reached.has(`${from.vessel} ${from.port}`)) {
        reaches(`link:${id}`, from, 'first')
        const { way } = layout.ports.get(`${from.vessel} ${from.port}`)!
        expect(dot(unit(minus(own.points[1]!, own.points[0]!)), way)).toBeGreaterThan(Math.cos((3.01 * Math.PI) / 180))
      }
      reaches(`link:${id}`, to, 'last')
      reached.add(`${from.vessel} ${from.port}`).add(`${to.vessel} ${to.port}`)
    }
  }
  for (const { id, from } of of.overflows) reaches(`overflow:${id}`, from, 'first')
  // What is cut and put together again is what the layout leaves for it.
  const assembly = assemble(path, plainPartsInputs('metric'))
  for (const [kind, id] of [
    ...of.stores.flatMap(({ links }) => links.map((each) => ['link', each.id] as const)),
    ...of.overflows.map((each) => ['overflow', each.id] as const),
  ]) {
    const own = assembly.runs.filter(({ part }) => part === drawnKey({ kind, id }))
    const laid = layout.runs.get(`${kind}:${id}`)!.length
    if (own.some(({ flexible, short }) => flexible || short > 1e-9)) continue
    expect([kind, own.reduce((sum, run) => sum + assembled(run), 0)]).toEqual([kind, expect.closeTo(laid, 4)])
  }
  for (const { vessel: each, foot } of path.vessels.values()) {
    const below = each.on === undefined ? 0 : path.vessels.get(each.on)!.foot + path.vessels.get(each.on)!.vessel.body.height
    expect(foot).toBeCloseTo(below + baseHeight(each.base), 9)
    const built = baseBuild(each.base).filter(({ below: dug }) => !dug)
    const deck = each.base.parts.reduce((sum, { kind, height }) => (kind === 'deck' ? sum + height : sum), 0)
    // Half a millimetre is not made up.
    expect(Math.abs(each.base.ground + deck + built.reduce((sum, { height }) => sum + height, 0) - baseHeight(each.base))).toBeLessThan(
      6e-4,
    )
  }
}

describe('every layout', () => {
  it.each(everything.map((each) => [each.name, each] as const))(
    '%s: runs reach, legs add up, pieces put together again are as long, bases carry',
    (_, each) => heldTo(each),
  )
  it('holds after whatever a hand does to the vessels', () => {
    fc.assert(
      fc.property(fc.constantFrom(...everything), fc.array(hand, { minLength: 1, maxLength: 4 }), (start, moves) =>
        heldTo(moves.reduce(done, start)),
      ),
      { numRuns: 250, seed: 4711 },
    )
  })
  it('ledger, foot and layers say one height of the stand', () => {
    for (const scheme of everything)
      for (const { line } of assess(scheme).lines) {
        const { foot, vessel: own } = line.placed
        if (foot === 0) continue
        const rows = headLedger(line)
        expect([scheme.name, rows.at(-1)!.from]).toEqual([scheme.name, expect.closeTo(line.heights.base, 9)])
        // Nothing runs upwards: each row begins where the last ended, and lower, but where the parts ask for more than there is.
        for (const row of rows)
          if (row.item !== 'short') expect([scheme.name, row.item, row.from >= row.to - 1e-9]).toEqual([scheme.name, row.item, true])
        if (own.on === undefined) expect(baseHeight(own.base)).toBeCloseTo(foot, 9)
      }
  })
})

describe('what follows a vessel that is moved', () => {
  const four = demoJobs()[1]!.schemes[2]!
  const last = four.stores[0]!.vessels.at(-1)!.id
  const foot = computeLayout(four).vessels.get(last)!.foot
  const moved = placeVessel(four, last, { x: foot.x + 1, y: foot.y, turn: 0 })
  const [before, after] = [four, moved].map((each) => ({
    path: buildWaterPath(each),
    plan: planBuild(buildWaterPath(each), plainPartsInputs('metric')),
  }))
  const tie = four.stores[0]!.links.at(-1)!.id
  const sawn = (of: typeof before) => of!.plan.groups.flatMap(({ cuts }) => cuts).reduce((sum, { length }) => sum + length, 0)
  it('is its link, what is sawn of it, what the pipe costs and what the water spends in it: a metre more', () => {
    const length = (of: typeof before) => of!.path.layout.runs.get(`link:${tie}`)!.length
    expect(length(after) - length(before)).toBeCloseTo(1, 9)
    expect(sawn(after) - sawn(before)).toBeCloseTo(1, 6)
    expect(after!.plan.bill.total).toBeGreaterThan(before!.plan.bill.total)
    const line = (of: typeof before) => linkLine(of!.path.layout, of!.path.scheme.stores[0]!.links.at(-1)!)
    expect(line(after).length - line(before).length).toBeCloseTo(1, 9)
  })
  it('and comes back with it', () => {
    expect(computeLayout(placeVessel(moved, last, undefined)).runs.get(`link:${tie}`)!.length).toBeCloseTo(
      computeLayout(four).runs.get(`link:${tie}`)!.length,
      12,
    )
  })
  it('a link is made longer by moving what stands beyond it, and nothing on this side', () => {
    const wider = computeLayout(spreadLink(four, four.stores[0]!.links[1]!.id, 0.5))
    const was = computeLayout(four)
    expect(four.stores[0]!.links.map(({ id }) => wider.runs.get(`link:${id}`)!.length - was.runs.get(`link:${id}`)!.length)).toEqual([
      expect.closeTo(0, 9),
      expect.closeTo(0.5, 9),
      expect.closeTo(0, 9),
    ])
  })
  it('a vessel made lower takes its holes with it: as far under the rim as before, and the tap as high over the floor', () => {
    const tall = ARRANGEMENTS[15]!()
    const low = resizeVessel(tall, 'cask', 'height', 1.8)
    const rimOf = (of: Scheme) => of.stores[0]!.vessels[0]!.body.rim
    const at = (of: Scheme, id: string) => of.stores[0]!.vessels[0]!.ports.find((each) => each.id === id)!.at
    expect(rimOf(low) - at(low, 'over')).toBeCloseTo(rimOf(tall) - at(tall, 'over'), 9)
    expect(at(low, 'out')).toBe(at(tall, 'out'))
    expect(assess(low).findings.map(({ id }) => id)).not.toContain('holesTooNear')
  })
})

describe('a base', () => {
  it('of blocks is laid to what blocks and slab make, and says what they do not', () => {
    // Two courses of 215 and a slab of 50 are 480; 100 laid flat and a slab are 150.
    expect(coursesFor(0.48, 'metric')).toMatchObject({ full: 2, half: 0, cap: true, rest: expect.closeTo(0, 9) })
    expect(coursesFor(0.15, 'metric')).toMatchObject({ full: 0, half: 1, cap: true, rest: expect.closeTo(0, 9) })
    expect(coursesFor(0.5, 'metric').rest).toBeCloseTo(0.02, 9)
    // 16 in: two courses of 7 5/8 and none over, 11 mm short; with a 2 in slab one course and one of 3 5/8 is nearer.
    expect(coursesFor(0.4064, 'imperial').rest).toBeLessThan(0.02)
  })
  it('tells the heights on either side of one that cannot be laid', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 1.2, noNaN: true }),
        fc.constantFrom('metric' as const, 'imperial' as const),
        (height, goods) => {
          const { below, above } = buildableNear('blocks', height, goods)
          expect(below).toBeLessThanOrEqual(height + 1e-9)
          expect(above).toBeGreaterThanOrEqual(height - 1e-9)
          expect(coursesFor(below, goods).rest).toBeLessThan(1e-3)
          expect(coursesFor(above, goods).rest).toBeLessThan(1e-3)
        },
      ),
    )
  })
  it('of another kind or width weighs and presses otherwise: a slab of 1.2 by 1.2 m, 0.1 thick, is 331 kg on 1.44 m² (by hand)', () => {
    const slab = baseOf('slab', 0.1, 1.2)
    expect(baseMass(slab)).toBeCloseTo(1.44 * 0.1 * 2300, 9)
    const body = vessel('v', 'v', 'tank-1000', slab, []).body
    expect(bearingArea({ base: slab, body })).toBeCloseTo(1.44, 9)
    expect(bearingArea({ base: baseOf('blocks', 0.3, 0.6), body })).toBeLessThan(0.4)
    expect(baseMass(baseOf('timber', 0.4, 1))).toBeLessThan(baseMass(baseOf('blocks', 0.4, 1)))
    // On nothing at all it presses with its own round foot.
    expect(bearingArea({ base: baseOf('slab', 0, 1.2), body })).toBeCloseTo((Math.PI / 4) * 1.1 * 1.1, 9)
  })
  it('raised by its upper part, lowered through its parts, sunk when they are used up', () => {
    const stand = {
      ...baseOf('slab', 0.05, 0.6),
      parts: [
        { kind: 'slab' as const, height: 0.05 },
        { kind: 'stand' as const, height: 0.3 },
      ],
    }
    const to = (height: number) => {
      const base = structuredClone(stand)
      raiseBase(base, height)
      return base
    }
    expect(to(0.5).parts.map(({ height }) => height)).toEqual([0.05, expect.closeTo(0.45, 12)])
    expect(to(0.03).parts.map(({ height }) => height)).toEqual([expect.closeTo(0.03, 12), 0])
    expect(to(-0.25)).toMatchObject({ ground: expect.closeTo(-0.25, 12) })
    for (const height of [0.5, 0.35, 0.03, 0, -0.25]) expect(baseHeight(to(height))).toBeCloseTo(height, 12)
  })
})
