import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import {
  baseOf,
  drop,
  ground,
  gutter,
  into,
  neck,
  outlet,
  overflow,
  overflowPort,
  port,
  roof,
  scheme,
  store,
  vessel,
} from '../arrangements/parts'
import { withyHard } from '../demo'
import { fitRecipe, freshDevice, trainPlace } from '../edits'
import { designCapacity } from '../gutter/capacity'
import { outletShares } from '../gutter/outletShares'
import { laidCarry, lipOf, runKey } from '../layout'
import { buildWaterPath } from '../path/waterPath'
import { basketFlow, discFlow } from '../pipe/screens'
import { FULL_DUTY, verticalPipeFlow, WALL_FILM } from '../pipe/verticalPipe'
import { wetCarryFlow } from '../pipe/wetCarry'
import type { Device, Scheme } from '../scheme'
import { cutInOf } from './families'
import { designFlow, outletDesign } from './designFlow'
import { hoseFlow } from './hoseFlow'
import { intakeLimits, outletLimits } from './intakeLimits'
import { joinedPipes } from './joinedPipes'
import { pipeLoads } from './pipeLoads'
import { lowestOutlet, partLimits, trainLimits } from './trainLimits'
import { surplusWays } from './waysOut'

const run = (at: number, bends: number[]) => {
  const eave = gutter('g', 'G', 12, [outlet('o', at, 2, 'd')])
  const [catching] = outletShares(eave)
  return { eave, passes: outletLimits({ gutter: eave, outlet: catching!, bends }).gutter }
}

describe('what a gutter brings to its outlet', () => {
  it('is the sum of both sides, a corner costing only the side that it is on (EN 12056-3, from memory)', () => {
    for (const at of [6, 5]) {
      const { eave } = run(at, [])
      const [left, right] = [designCapacity(eave, at), designCapacity(eave, 12 - at)]
      expect(run(at, []).passes).toBeCloseTo(left + right, 12)
      expect(run(at, [2]).passes).toBeCloseTo(0.85 * left + right, 12)
      expect(run(at, [9]).passes).toBeCloseTo(left + 0.85 * right, 12)
      expect(run(at, [2, 3, 9]).passes).toBeCloseTo(0.85 * (left + right), 12)
    }
  })
  it('an outlet at an end has one side, and a corner right at the outlet costs nothing', () => {
    const { eave, passes } = run(12, [12])
    expect(passes).toBeCloseTo(designCapacity(eave, 12), 12)
    expect(run(0, [0]).passes).toBeCloseTo(designCapacity(eave, 12), 12)
  })
  it('of two outlets in one place at an end, the first has no gutter of its own that could hold anything back', () => {
    const eave = gutter('g', 'G', 12, [outlet('a', 0, 2, 'd'), outlet('b', 0, 2, 'd')], { fall: 0 })
    const limits = outletShares(eave).map((each) => outletLimits({ gutter: eave, outlet: each, bends: [] }).gutter)
    expect(limits).toEqual([Infinity, expect.closeTo(designCapacity(eave, 12), 12)])
  })
})

const boathouse = () => withyHard().schemes[0]!
const wants = { flow: 0.855e-3, flush: 0.02, run: 1.5, system: 'metric' as const }
const place = trainPlace(boathouse(), 'river-drop', 'butt')
const intakeOf = (of: Scheme) => {
  const path = buildWaterPath(of)
  const intake = [...path.intakes.values()].flat().find((each) => each.drop.id === 'river-drop')!
  return { path, intake }
}

/** The boathouse with its whole pipe led into the butt, through these parts. */
function withTrain(devices: Device[]) {
  const base = fitRecipe(boathouse(), 'river-drop', 'butt', 'full-take', wants)
  return intakeOf({ ...base, drops: base.drops.map((each) => (each.id === 'river-drop' ? { ...each, devices } : each)) })
}

describe('what an intake takes in', () => {
  it('a trough and a push-in gather their share of the film on the wall, as EN 12056-3 has it at a filling of 0.2', () => {
    for (const recipe of ['ring-trough', 'push-in'] as const) {
      const { path, intake } = intakeOf(fitRecipe(boathouse(), 'river-drop', 'butt', recipe, wants))
      const { film, gathered } = intakeLimits(path, intake, 0.5)
      expect(film).toBeCloseTo(verticalPipeFlow(intake.drop.bore, WALL_FILM), 15)
      expect(gathered).toBe((intake.device as Extract<Device, { film: number }>).film)
    }
  })
  it('a hose runs under the height from the lip down to its end, or to the water where that covers it', () => {
    const { path, intake } = intakeOf(boathouse())
    const device = intake.device as Extract<Device, { kind: 'ring-trough' }>
    const { length } = path.layout.runs.get(runKey('hose', device.id))!
    const inlet = path.vessels.get(intake.vessel.id)!.foot + intake.port.at
    const hose = (level: number) => intakeLimits(path, intake, level).hose
    const by = (fall: number) => hoseFlow({ bore: device.hose.bore, length }, fall)
    expect(hose(0)).toBeCloseTo(by(lipOf(device) - inlet), 12)
    expect(hose(inlet - 0.2)).toBe(hose(0))
    expect(hose(inlet + 0.01)).toBeCloseTo(by(lipOf(device) - inlet - 0.01), 12)
    expect(hose(lipOf(device))).toBe(0)
  })
  it('a filter before the first flush takes its share of what the flush sees, one behind it does not', () => {
    const filter = { ...freshDevice('filter', 'f', place), passes: 0.9 } as Device
    const flush = freshDevice('first-flush', 'c', place)
    const of = (devices: Device[]) => {
      const { path, intake } = withTrain(devices)
      return intakeLimits(path, intake, 0.5)
    }
    expect(of([filter, flush])).toMatchObject({ gathered: 0.9, beforeFlush: 0.9 })
    expect(of([flush, filter])).toMatchObject({ gathered: 0.9, beforeFlush: 1 })
    expect(of([filter])).toMatchObject({ gathered: 0.9, beforeFlush: 1, film: Infinity, hose: Infinity })
  })
})

describe('the limits of a train, each by its own law', () => {
  const of = (devices: Device[]) => {
    const { path, intake } = withTrain(devices)
    return trainLimits(path, intake)
  }
  const pipe = { place: 'pipe', law: 'en12056', passes: verticalPipeFlow(0.064, FULL_DUTY) }
  it('a rain head is a disc and, where its outlet is narrower than the pipe, that outlet', () => {
    const head = (bore: number) => ({ ...freshDevice('rain-head', 'h', place), disc: 0.2, bore }) as Device
    expect(of([head(0.05)]).slice(0, 3)).toEqual([
      pipe,
      { place: 'rain-head', device: 'h', law: 'orifice', passes: discFlow(0.2) },
      { place: 'hopper', device: 'h', law: 'en12056', passes: verticalPipeFlow(0.05, FULL_DUTY) },
    ])
    expect(of([head(0.064)]).map((limit) => limit.place)).not.toContain('hopper')
  })
  it('a basket is its floor and its side under half of its depth (common practice)', () => {
    const basket = { ...freshDevice('screen', 's', place), bore: 0.1, height: 0.08 } as Device
    expect(of([basket])[1]).toEqual({ place: 'screen', device: 's', law: 'orifice', passes: basketFlow(0.1, 0.08) })
    // Floor 0.00785 and side 0.02513 m², 4 cm of water: 0.6 · 0.033 · 0.25 · √(2g · 0.04).
    expect(basketFlow(0.1, 0.08) * 1e3).toBeCloseTo(0.6 * 0.25 * (Math.PI / 4) * 0.042 * Math.sqrt(2 * 9.80665 * 0.04) * 1e3, 9)
  })
  it('the screen on a lid is one of its own, told last, and only where water comes in by a screened lid', () => {
    const last = of([]).at(-1)!
    expect(last).toMatchObject({ place: 'lid-screen', law: 'orifice' })
    const { path, intake } = intakeOf(boathouse())
    expect(trainLimits(path, intake).map((limit) => limit.place)).not.toContain('lid-screen')
  })
  it('a pipe that dips runs under the height that is left above its end: what stands before it in the train has had its own', () => {
    const wet = { ...freshDevice('carrying-pipe', 'c', place), wet: true } as Device
    const basket = { ...freshDevice('screen', 's', place), height: 0.12 } as Device
    const under = (devices: Device[], spent: number) => {
      const { path, intake } = withTrain(devices)
      const head = lowestOutlet(path, 'river-drop') - spent - (path.vessels.get(intake.vessel.id)!.foot + intake.port.at)
      const limit = trainLimits(path, intake).find((each) => each.place === 'wet-carry')!
      expect(limit.passes).toBeCloseTo(wetCarryFlow(laidCarry(path.layout, wet as Extract<Device, { kind: 'carrying-pipe' }>), head), 12)
      return limit.passes
    }
    expect(under([basket, wet], 0.12)).toBeLessThan(under([wet], 0))
  })
  it('a level offset over no way across is no offset', () => {
    expect(of([{ ...freshDevice('neck', 'n', place), across: 0, height: 0 } as Device]).map((limit) => limit.place)).toEqual([
      'pipe',
      'lid-screen',
    ])
  })
  it('asks of a pipe that it be one of the path', () => {
    const { path, intake } = intakeOf(boathouse())
    expect(() => partLimits(path, { ...intake.drop, id: 'none' }, [], 0)).toThrow(/none/)
  })
  it('a pipe that no gutter leads to floods at its highest part', () => {
    const bare = produce(boathouse(), (draft) => {
      const river = draft.drops.find(({ id }) => id === 'river-drop')!
      draft.drops.push({ ...river, id: 'bare', devices: [], brackets: [0.4, 1.7], end: { kind: 'ground', where: 'bed', wallDistance: 1 } })
    })
    const path = buildWaterPath(bare)
    expect(lowestOutlet(path, 'bare')).toBe(1.7)
    expect(lowestOutlet(path, 'river-drop')).toBe(
      Math.min(...path.feeds.get('river-drop')!.map(({ outlet: { outlet: each } }) => each.height)),
    )
  })
})

describe('what is sawn out', () => {
  it('for a body let in round its spigot: half of it above, less what the pipe laps into it, more what adapters add', () => {
    const twist = { ...freshDevice('twist', 't', place), height: 1, body: 0.2, lapTop: 0.03, lapBottom: 0.05, adapters: 0.04 } as Device
    expect(cutInOf(twist)).toEqual({
      upper: expect.closeTo(1.08, 12),
      lower: expect.closeTo(0.92, 12),
      body: 0.2,
      laps: expect.closeTo(0.08, 12),
      adapters: 0.04,
    })
  })
  it('for a branch of 140 mm with 40 mm of lap at each end: 60 mm (common practice)', () => {
    const tee = { ...freshDevice('tee', 't', place), height: 1 } as Device
    expect(cutInOf(tee)).toEqual({ upper: 1.03, lower: 0.97, body: 0.14, laps: 0.08, adapters: 0 })
  })
})

describe('pipes that others join', () => {
  /** Three eaves of 10 × 4 m, each with a pipe: the first into the second, the second into the third, that into a butt. */
  const chain = (): Scheme =>
    scheme('chain', 'Three pipes, one after another', {
      sections: ['a', 'b', 'c'].map((id) => roof(id, id, 10, 4, id)),
      gutters: ['a', 'b', 'c'].map((id) => gutter(id, id, 10, [outlet(`out-${id}`, 10, 2.4, `pipe-${id}`)])),
      drops: [
        drop('pipe-a', 'A', [neck('neck-a')], { kind: 'drop', drop: 'pipe-b' }),
        drop('pipe-b', 'B', [], { kind: 'drop', drop: 'pipe-c' }),
        drop('pipe-c', 'C', [], into('butt')),
      ],
      stores: [
        store('store', 'Store', [
          vessel('butt', 'Butt', 'butt-160', baseOf('blocks', 0.3), [port('in', 'lid', 0.825, { bore: 0.15 }), overflowPort(0.74)], {
            lid: 'screened',
          }),
        ]),
      ],
      overflows: [overflow('over', 'butt', ground('bed', 3))],
    })
  const one = designFlow(75, 40)
  const of = (from: Scheme) => pipeLoads(buildWaterPath({ ...from, designIntensity: 75 }))
  it('each carries its own roof and all that joined above it, however many follow one another', () => {
    const loads = of(chain())
    expect(loads.map(({ drop: { id }, comes }) => [id, comes.map(({ outlet: from }) => from)])).toEqual([
      ['pipe-a', ['out-a']],
      ['pipe-b', ['out-a', 'out-b']],
      ['pipe-c', ['out-a', 'out-b', 'out-c']],
    ])
    expect(loads.map(({ arriving }) => arriving / one)).toEqual([1, 2, 3].map((n) => expect.closeTo(n, 9)))
    expect(loads[2]!.passes).toBe(verticalPipeFlow(0.064, FULL_DUTY))
  })
  it('the way in holds every pipe that ends in it, with its own limits', () => {
    const path = buildWaterPath(chain())
    const [b, ...more] = joinedPipes(path, 'pipe-c', 1)
    expect([b!.drop.id, more, b!.joined.map((each) => each.drop.id), b!.joined[0]!.joined]).toEqual(['pipe-b', [], ['pipe-a'], []])
    expect(b!.feeds.map(({ section }) => section.id)).toEqual(['b'])
    expect(joinedPipes(path, 'pipe-a', 1)).toEqual([])
  })
  it('an overflow led into a pipe comes on top, as much as its way takes', () => {
    const led = produce(chain(), (draft) => {
      draft.gutters.push(gutter('d', 'd', 10, [outlet('out-d', 10, 2.4, 'pipe-d')]))
      draft.sections.push(roof('d', 'd', 10, 4, 'd'))
      draft.drops.push(drop('pipe-d', 'D', [], { kind: 'ground', where: 'drain', wallDistance: 0.5 }))
      draft.overflows[0]!.to = { kind: 'drop', drop: 'pipe-d' }
    })
    const path = buildWaterPath({ ...led, designIntensity: 75 })
    const [surplus] = surplusWays(path, 'store')
    const load = pipeLoads(path).find(({ drop: { id } }) => id === 'pipe-d')!
    expect(load.comes).toEqual([
      { outlet: 'out-d', flow: expect.closeTo(one, 12) },
      { overflow: 'over', flow: Math.min(surplus!.ways[0]!.passes, surplus!.arriving) },
    ])
    expect(load.arriving).toBeGreaterThan(one)
  })
  it('a pipe without a roof has nothing to carry', () => {
    const bare = produce(chain(), (draft) => void (draft.sections = draft.sections.filter(({ id }) => id === 'c')))
    expect(of(bare).map(({ comes }) => comes.length)).toEqual([0, 0, 1])
  })
  it('in every arrangement each outlet comes down once by the pipes that end in no other, and nothing else does but overflows', () => {
    for (const make of ARRANGEMENTS) {
      const path = buildWaterPath(make())
      const last = pipeLoads(path).filter(({ drop: { end } }) => end.kind !== 'drop')
      const down = last.flatMap(({ comes }) => comes.flatMap(({ outlet: id, flow }) => (id === undefined ? [] : [[id, flow] as const])))
      const designs = outletDesign(path).filter((each) => each.down > 0)
      expect(new Map(down)).toEqual(new Map(designs.map((each) => [each.outlet.id, each.down])))
      expect(down).toHaveLength(designs.length)
    }
  })
})
