import { overflowLength } from '../layout'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { drop, ground, handFlush, outlet } from '../arrangements/parts'
import { rowOfTotes } from '../arrangements/rowOfTotes'
import { tapFlow } from '../draw/tapFlow'
import { siphonFlow } from '../overflow/siphon'
import { stubHead } from '../overflow/stub'
import { buildWaterPath } from '../path/waterPath'
import { blockStorm, stormOf, triangleStorm, typeTwoStorm } from '../rain'
import type { Scheme, TrialStorm } from '../scheme'
import { ventPressure } from '../vessel/vents'
import { runStorm, type StormOptions } from './runStorm'
import { levelCurve } from './schemeFlows'
import type { StormRun } from './stormRun'
import type { WhatIf } from './whatIf'

const trial = (start = 0) => ({ start, opened: [] })
function run(of: Scheme, storm = blockStorm(30, 3600), start = 0, options: StormOptions = {}): StormRun {
  return runStorm(buildWaterPath(of), storm, { ...trial(start), ...options }, options)!
}

const flowOf = (of: StormRun, kind: string, id?: string) =>
  of.flows.find((each) => each.kind === kind && (id === undefined || each.id === id))!

describe('a storm of even rain', () => {
  it('comes to the steady state of its closed form: what falls runs off, and the stub stands at the head that passes it', () => {
    const one = rowOfTotes([])
    const result = run(one, blockStorm(50 * 4, 4 * 3600), 1)
    // 18 x 4.9 m of metal at 50 mm/h: wetting is long past.
    // 18 x 4.9 m at 50 mm/h, kept as the section's law says: all but the wetting of what fell.
    const kept = result.account.runoff / (18 * 4.9 * 0.2)
    expect(kept).toBeGreaterThan(0.8)
    const wanted = (50 / 3.6e6) * 18 * 4.9 * kept
    const late = Math.floor((3.9 * 3600) / result.step)
    expect(flowOf(result, 'overflow').rate[late]! / wanted).toBeCloseTo(1, 2)
    const head = result.vessels[0]!.level[late]! - (0.4 + 1.0)
    expect(head).toBeCloseTo(stubHead(0.0779, flowOf(result, 'overflow').rate[late]!), 3)
  })
  it('fills at what the roof brings: level rises in a straight line once the roof runs full', () => {
    const result = run(rowOfTotes([]), blockStorm(10, 3600))
    const [a, b] = [1200, 2400].map((at) => result.vessels[0]!.level[at / result.step]!)
    const inflow = flowOf(result, 'intake').rate[1800 / result.step]!
    expect((b! - a!) * (1.0409882 / 0.955)).toBeCloseTo(inflow * 1200, 3)
  })
})

describe('linked vessels', () => {
  it('a thin link lets the first spill while the others have room; a wide one holds it all', () => {
    const [thin, wide] = [
      run(rowOfTotes([0.0158, 0.0158, 0.0158]), triangleStorm(30, 2700, 0.5), 0.2),
      run(rowOfTotes([0.0779, 0.0779, 0.0779]), triangleStorm(30, 2700, 0.5), 0.2),
    ]
    expect(thin.spills.some(({ kind }) => kind === 'overflow')).toBe(true)
    const first = thin.spills.find(({ kind }) => kind === 'overflow')!.from / thin.step
    expect(thin.vessels[3]!.level[first]).toBeLessThan(thin.vessels[0]!.level[first]! - 0.3)
    expect(wide.spills).toEqual([])
  })
  it('one set low is no fuller in volume, but its water stands at the others’ level', () => {
    const result = run(rowOfTotes([0.0525, 0.0525], { heights: [0.4, 0.4, 0.37] }), blockStorm(20, 3600))
    const [, b, c] = result.vessels
    expect(c!.end).toBeCloseTo(b!.end, 3)
  })
  it('a shut valve keeps its vessel out', () => {
    const shut: WhatIf = { kind: 'link-shut', link: 'l1' }
    const result = run(rowOfTotes([0.0525, 0.0525]), blockStorm(20, 3600), 0, { whatIfs: [shut] })
    expect(result.vessels[1]!.endVolume).toBeCloseTo(result.vessels[1]!.startVolume, 9)
    expect(result.vessels[0]!.endVolume).toBeGreaterThan(result.vessels[0]!.startVolume + 0.3)
  })
})

describe('a hoop without air', () => {
  const hoop = { mouth: 'hooped', vented: false, crest: 1.45, end: 0.1 } as const
  const bore = 0.0351
  it('siphons its vessel down to the intake’s soffit, the litres that geometry says, and stops when it is vented', () => {
    const result = run(rowOfTotes([], { overflowBore: bore, route: hoop }), blockStorm(30, 3600), 0.9)
    expect(result.siphons).toHaveLength(1)
    const lowest = Math.min(...result.vessels[0]!.level.slice(result.siphons[0]!.from / result.step))
    // Air comes in at the soffit, 35.1 mm over the invert at 1.40.
    expect(lowest).toBeGreaterThan(1.4 + 0.0351 - 0.002)
    expect(run(rowOfTotes([], { overflowBore: bore, route: { ...hoop, vented: true } }), blockStorm(30, 3600), 0.9).siphons).toEqual([])
    const missing = run(rowOfTotes([], { overflowBore: bore, route: { ...hoop, vented: true } }), blockStorm(30, 3600), 0.9, {
      whatIfs: [{ kind: 'siphon-break-missing' }],
    })
    expect(missing.siphons).toHaveLength(1)
  })
  it('draws from a low intake far below its crest, and lights no more until the vessel is full again', () => {
    const low = rowOfTotes([], { overflowBore: bore, route: { ...hoop, crest: 1.35 } })
    low.stores[0]!.vessels[0]!.ports.find(({ role }) => role === 'overflow')!.at = 0.3
    const result = run(low, blockStorm(14, 1800), 1)
    const [siphon] = result.siphons
    expect(siphon).toBeDefined()
    const lowest = Math.min(...result.vessels[0]!.level.slice(siphon!.from / result.step))
    expect(lowest).toBeLessThan(0.8)
    expect(lowest).toBeGreaterThan(0.7 + 0.0351 - 0.002)
    // At its fastest it runs as the line does under that head.
    const first = siphon!.from / result.step + 5
    const head = result.vessels[0]!.level[first]! - 0.1
    expect(
      flowOf(result, 'overflow').rate[first]! /
        siphonFlow({ bore, length: overflowLength(buildWaterPath(low).layout, low.overflows[0]!), mouth: 'hooped' }, head),
    ).toBeCloseTo(1, 1)
  })
})

describe('taps, trains and what goes wrong', () => {
  it('a tap opened by plan pours as the tap does under that head', () => {
    const path = buildWaterPath(rowOfTotes([]))
    const result = runStorm(path, blockStorm(1, 600), { start: 1, opened: [{ tap: 'tap', from: 100, lasts: 200 }] })!
    const poured = flowOf(result, 'tap')
    expect(poured.rate[50 / result.step]).toBe(0)
    const level = result.vessels[0]!.level[200 / result.step]!
    expect(poured.rate[200 / result.step]! / tapFlow({ bore: 0.019, hose: undefined }, level, 0.4 + 0.19 - 0.045)).toBeCloseTo(1, 2)
    expect(poured.rate[400 / result.step]).toBe(0)
  })
  it('the first flush fills before anything comes by, leaks on, and is full from the start when its drain has stuck', () => {
    const tote = ARRANGEMENTS[9]!()
    const plain = run(tote, blockStorm(12, 3600))
    const [flush] = plain.flushes
    const before = Math.floor(flush!.fullAt! / plain.step) - 2
    expect(
      flowOf(plain, 'intake')
        .rate.slice(0, before)
        .every((rate) => rate === 0),
    ).toBe(true)
    const stuck = run(tote, blockStorm(12, 3600), 0, { whatIfs: [{ kind: 'drain-stuck' }] })
    expect(stuck.flushes[0]!.fullAt).toBe(0)
    expect(stuck.account.flushed).toBe(0)
    expect(stuck.vessels[0]!.endVolume).toBeGreaterThan(plain.vessels[0]!.endVolume)
  })
  it('what a small hole half-way along a fall cannot take runs on to the low one, and over no edge', () => {
    const partWay = (bore: number): Scheme => {
      const of = structuredClone(ARRANGEMENTS[2]!())
      of.gutters[0]!.outlets.unshift(outlet('half', of.gutters[0]!.length / 2, 2.25, 'half-drop', { bore }))
      of.drops.push(drop('half-drop', 'Half-way', [], ground('drain')))
      return of
    }
    const [wide, small] = [0.063, 0.008].map((bore) => run(partWay(bore), blockStorm(30, 3600)))
    for (const each of [wide!, small!]) {
      expect(each.error).toBeLessThan(1e-6)
      expect(each.account.overEdge).toBeLessThan(1e-9)
    }
    // Half of the roof's water comes down the low pipe by the one; by the other nearly all of it.
    const half = flowOf(wide!, 'intake').volume
    expect(half / (flowOf(small!, 'intake').volume + small!.account.elsewhere)).toBeCloseTo(0.5, 2)
    expect(flowOf(small!, 'intake').volume).toBeGreaterThan(1.5 * half)
  })
  it('a pipe that joins fills its own first flush, and throws off at its own filter', () => {
    const joined = structuredClone(ARRANGEMENTS[7]!())
    joined.drops[0]!.devices.unshift(handFlush('flush', 0.5, 0.0779))
    joined.drops[0]!.devices.unshift({ kind: 'filter', id: 'filter', mesh: 0.001, passes: 0.8, height: 0.1 })
    const result = run(joined, blockStorm(30, 3600))
    const most = (Math.PI / 4) * 0.0779 ** 2 * 0.5
    expect(result.flushes).toMatchObject([{ device: 'flush', drop: 'cross' }])
    expect(result.account.flushed).toBeCloseTo(most, 6)
    // Half of the water comes that way, and a fifth of it is thrown off.
    expect(result.account.shed / result.account.runoff).toBeCloseTo(0.1, 2)
    expect(result.error).toBeLessThan(1e-6)
  })
  it('a blocked screen throws the water over the gutter’s edge', () => {
    const sealed = ARRANGEMENTS[15]!()
    expect(run(sealed).spills.filter(({ kind }) => kind === 'back')).toEqual([])
    const blocked = run(sealed, blockStorm(30, 3600), 0, { whatIfs: [{ kind: 'screen-blocked' }] })
    expect(blocked.spills[0]).toMatchObject({ kind: 'back', limit: 'rain-head' })
  })
  it('a blocked overflow sends it over the rim, no higher than a weir all round needs', () => {
    const result = run(rowOfTotes([]), blockStorm(60, 3600), 1, { whatIfs: [{ kind: 'overflow-blocked' }] })
    const rim = result.spills.find(({ kind }) => kind === 'rim')!
    expect(rim.volume).toBeGreaterThan(1)
    expect(result.vessels[0]!.peak).toBeLessThan(result.vessels[0]!.rim + 0.02)
  })
  it('a self-levelling butt never rises over its lip; what it leaves goes back down its pipe', () => {
    const result = run(ARRANGEMENTS[5]!(), blockStorm(60, 3600), 0.8)
    expect(result.vessels[0]!.peak).toBeLessThan(result.vessels[0]!.full + 0.001)
    expect(result.account.returned).toBeGreaterThan(0.1)
    expect(result.account.overflow + result.account.rim).toBe(0)
  })
  it('air: 1 L/s through a 25 mm screened vent needs ½ρ(Q/CdA)²; with its vent shut a sealed vessel has none', () => {
    const area = (Math.PI / 4) * 0.025 ** 2 * 0.25
    expect(ventPressure(1e-3, area)).toBeCloseTo(0.6 * (1e-3 / (0.6 * area)) ** 2, 9)
    expect(ventPressure(1e-3, 0)).toBe(Infinity)
    expect(ventPressure(1e-3, Infinity)).toBe(0)
  })
})

describe('for any scheme and storm', () => {
  const storms: fc.Arbitrary<TrialStorm> = fc.oneof(
    fc.record({
      kind: fc.constant('block' as const),
      depth: fc.double({ min: 1, max: 150, noNaN: true }),
      minutes: fc.integer({ min: 2, max: 300 }),
    }),
    fc.record({
      kind: fc.constant('triangle' as const),
      depth: fc.double({ min: 1, max: 150, noNaN: true }),
      minutes: fc.integer({ min: 5, max: 300 }),
      peak: fc.constantFrom('early' as const, 'centred' as const, 'late' as const),
    }),
    fc.record({
      kind: fc.constant('gauge' as const),
      name: fc.constant('g'),
      step: fc.constantFrom(60, 300),
      depths: fc.array(fc.double({ min: 0, max: 9, noNaN: true }), { minLength: 1, maxLength: 24 }),
    }),
  )
  it('every litre ends in one place, and no level leaves its vessel', () => {
    fc.assert(
      fc.property(fc.constantFrom(...ARRANGEMENTS), storms, fc.double({ min: 0, max: 1, noNaN: true }), (make, storm, start) => {
        const result = runStorm(buildWaterPath(make()), stormOf(storm), trial(start), { brief: true })!
        expect(result.error).toBeLessThan(1e-9)
        for (const each of result.vessels) {
          expect(each.endVolume).toBeGreaterThanOrEqual(-1e-12)
          expect(each.peak).toBeLessThan(each.rim + 0.05)
        }
      }),
      { numRuns: 60 },
    )
  })
  it('a wider overflow never raises the peak', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.02, max: 0.09, noNaN: true }),
        fc.double({ min: 1.05, max: 1.6, noNaN: true }),
        fc.integer({ min: 20, max: 120 }),
        (bore, wider, depth) => {
          const peak = (of: number) =>
            run(rowOfTotes([], { overflowBore: of }), triangleStorm(depth, 3600, 0.5), 0.8, { brief: true }).vessels[0]!.peak
          expect(peak(bore * wider)).toBeLessThanOrEqual(peak(bore) + 1e-4)
        },
      ),
      { numRuns: 25 },
    )
  })
  it('is called off where nobody wants it any more', () => {
    expect(runStorm(buildWaterPath(rowOfTotes([])), typeTwoStorm(80), trial(), { onward: () => false })).toBeUndefined()
  })
})

describe('a level curve', () => {
  it('of a lying cylinder is half full at half height', () => {
    const { volumes, levels } = levelCurve({ kind: 'lying', length: 2, floor: 0, rim: 1, width: 2, depth: 1, height: 1 }, 0.3)
    const half = volumes.findIndex((volume) => volume >= Math.PI / 4 - 1e-9)
    expect(levels[half]).toBeCloseTo(0.8, 3)
  })
})

describe('a pump that lifts into another vessel', () => {
  // Two barrels below, a header tank above that a pump fills.
  const scheme = ARRANGEMENTS[8]!()
  const run = (change: (draft: Scheme) => Scheme = (same) => same) => {
    const own = change(scheme)
    return runStorm(buildWaterPath(own), { step: 60, intensity: Float64Array.from({ length: 30 }, () => 60) }, { start: 0.6, opened: [] })!
  }
  const header = scheme.stores[1]!.vessels[0]!.id
  const withPump = (change: Partial<Scheme['pumps'][number]>) => (own: Scheme) => ({
    ...own,
    pumps: own.pumps.map((pump) => ({ ...pump, ...change })),
  })
  it('fills it to where its float switch stops it, and not beyond; no water is made or lost', () => {
    const { vessels, flows, error, spills } = run(withPump({ floatSwitch: true, wants: 0.0005 }))
    const upper = vessels.find(({ id }) => id === header)!
    const pump = flows.find(({ kind }) => kind === 'pump')!
    expect(pump.volume).toBeCloseTo(upper.endVolume - upper.startVolume, 6)
    expect(pump.volume).toBeGreaterThan(0)
    expect(upper.peak).toBeLessThanOrEqual(upper.full + 1e-4)
    expect(spills.some(({ id }) => id === header)).toBe(false)
    expect(error).toBeLessThan(1e-9)
  })
  it('without one runs on, and what has no room runs over above', () => {
    const upper = (of: ReturnType<typeof run>) => of.vessels.find(({ id }) => id === header)!
    const kept = run(withPump({ floatSwitch: true, wants: 0.002 }))
    const over = run(withPump({ floatSwitch: false, wants: 0.002 }))
    const pumped = ({ flows }: ReturnType<typeof run>) => flows.find(({ kind }) => kind === 'pump')!.volume
    expect(pumped(over)).toBeGreaterThan(pumped(kept))
    expect(upper(over).peak).toBeGreaterThan(upper(kept).peak)
    expect(over.error).toBeLessThan(1e-9)
  })
  it('stops when its suction is bare', () => {
    const { vessels } = run(withPump({ floatSwitch: false, wants: 0.02 }))
    const [{ vessel, port }] = scheme.pumps.map(({ from }) => from) as [{ vessel: string; port: string }]
    const placed = buildWaterPath(scheme).vessels.get(vessel)!
    const at = placed.foot + placed.vessel.ports.find(({ id }) => id === port)!.at
    expect(vessels.find(({ id }) => id === vessel)!.end).toBeGreaterThan(at - 0.02)
  })
})
