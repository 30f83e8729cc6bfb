import { NodeProperty, Project, Workspace } from 'epanet-js'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { GRAVITY } from '../units/constants'
import { stubFlow } from '../overflow/stub'
import { linkLaw, mouthLaw, pipeLaw, rimLaw, SMALL_HEAD } from './laws'
import { Network, OUTSIDE, type Flow, type Reservoir } from './network'

const tank = (area: number, level: number, floor = 0): Reservoir => ({
  curve: { volumes: Float64Array.of(0, 10 * area), levels: Float64Array.of(floor, floor + 10) },
  volume: area * (level - floor),
})
const area = (bore: number) => (Math.PI / 4) * bore ** 2
const hole =
  (bore: number, coefficient: number) =>
  (from: number, to: number): number => {
    const gap = Math.abs(from - to)
    const q = coefficient * area(bore) * Math.sqrt(2 * GRAVITY * Math.max(gap, SMALL_HEAD)) * Math.min(1, gap / SMALL_HEAD)
    return Math.sign(from - to) * q
  }

describe('two vessels', () => {
  it('equalise-orifice: 1.2 m² each, 0.8 m apart, 52.5 mm hole, Cd 0.6 (closed form 2 A1A2/(A1+A2) sqrt(dh)/(Cd a sqrt(2g)))', () => {
    const network = new Network([tank(1.2, 1), tank(1.2, 0.2)], [{ from: 0, to: 1, law: hole(0.0525, 0.6) }])
    let at = 0
    // The closed form ends at nought; the last millimetre is run in proportion and left out here.
    while (network.levels[0]! - network.levels[1]! > SMALL_HEAD && at < 1000) {
      network.step(0.5)
      at += 0.5
    }
    const lastBit = Math.sqrt(SMALL_HEAD / 0.8) * 186.59120327866438
    expect(Math.abs((at + lastBit) / 186.59120327866438 - 1)).toBeLessThanOrEqual(0.01)
    expect(network.levels[0]).toBeCloseTo(0.6, 3)
  })
  it('follow the closed form all the way: √Δh falls in a straight line', () => {
    const network = new Network([tank(1.2, 1), tank(0.6, 0.2)], [{ from: 0, to: 1, law: hole(0.0525, 0.6) }])
    const both = (1.2 * 0.6) / 1.8
    for (let second = 1; second <= 100; second++) {
      network.step(1)
      const root = Math.sqrt(0.8) - (0.6 * area(0.0525) * Math.sqrt(2 * GRAVITY) * second) / (2 * both)
      expect(Math.abs(network.levels[0]! - network.levels[1]! - root ** 2)).toBeLessThan(2e-4)
    }
  })
  it('a vessel under even rain comes to the level at which its hole passes it all (steady state, closed form)', () => {
    const inflow = 0.8e-3
    const network = new Network(
      [tank(0.5, 0.3)],
      [
        { from: OUTSIDE, to: 0, law: () => inflow },
        { from: 0, to: OUTSIDE, law: (level) => 0.6 * area(0.025) * Math.sqrt(2 * GRAVITY * Math.max(0, level)) },
      ],
    )
    for (let i = 0; i < 4000; i++) network.step(5)
    expect(network.levels[0]).toBeCloseTo((inflow / (0.6 * area(0.025))) ** 2 / (2 * GRAVITY), 6)
  })
  it('a wide link at a millimetre of head is stable with long steps and loses nothing', () => {
    const line = { bore: 0.1, length: 0.3, losses: 1.7 }
    const network = new Network(
      [tank(0.3, 0.801), tank(0.3, 0.8), tank(0.3, 0.8)],
      [0, 1].map((i) => ({ from: i, to: i + 1, law: linkLaw(line, { invert: 0.05 }, { invert: 0.05 }) })),
    )
    const before = network.held
    let most = 0
    for (let i = 0; i < 200; i++) {
      network.step(12)
      most = Math.max(most, Math.abs(network.levels[0]! - network.levels[2]!))
      expect(network.levels[0]).toBeGreaterThanOrEqual(network.levels[2]! - 1e-5)
    }
    expect(most).toBeLessThan(1e-3)
    expect(network.levels[0]).toBeCloseTo(0.8 + 0.001 / 3, 5)
    expect(Math.abs(network.held - before)).toBeLessThan(1e-12)
  })
})

describe('against the pipe-network solver', () => {
  const workspace = new Workspace()
  beforeAll(() => workspace.loadModule())
  /** Levels by the second of tanks in a row, 0.6 m² and 20 mm links, by an independent solver in short steps. */
  function byEpanet(levels: readonly number[], across: number, bore: number, minor: number, seconds: number): number[][] {
    const lines = [
      '[JUNCTIONS]',
      '[TANKS]',
      ...levels.map((level, i) => `T${i} 0 ${level} 0 3 ${across} 0`),
      '[PIPES]',
      ...levels.slice(1).map((_, i) => `P${i} T${i} T${i + 1} 0.6 ${bore * 1000} 0.0015 ${minor} Open`),
      '[TIMES]',
      ' Duration 0:30',
      ' Hydraulic Timestep 0:00:01',
      ' Report Timestep 0:00:01',
      '[OPTIONS]',
      ' Units LPS',
      ' Headloss D-W',
      ` Viscosity ${1.0e-6 / (1.1e-5 * 0.3048 ** 2)}`,
      ' Accuracy 0.00001',
      '[END]',
    ]
    workspace.writeFile('net.inp', lines.join('\n'))
    const project = new Project(workspace)
    project.open('net.inp', 'net.rpt', 'net.bin')
    project.openH()
    project.initH(0)
    const rows: number[][] = []
    const nodes = levels.map((_, i) => project.getNodeIndex(`T${i}`))
    for (;;) {
      const at = project.runH()
      if (at > seconds) break
      rows[at] = nodes.map((node) => project.getNodeValue(node, NodeProperty.Head))
      if (project.nextH() <= 0) break
    }
    project.closeH()
    project.close()
    return rows
  }
  it.each([
    ['two', [1, 0.2]],
    ['four', [1, 0.2, 0.3, 0.1]],
  ])('%s linked vessels stay within 5 mm of it throughout', (_, levels) => {
    const across = 0.874
    const inside = (Math.PI / 4) * across ** 2
    const seconds = 600
    const rows = byEpanet(levels, across, 0.0266, 1.7, seconds)
    const law = linkLaw({ bore: 0.0266, length: 0.6, losses: 1.7, roughness: 1.5e-6 }, { invert: 0 }, { invert: 0 })
    const network = new Network(
      levels.map((level) => tank(inside, level)),
      levels.slice(1).map((_, i) => ({ from: i, to: i + 1, law })),
    )
    let compared = 0
    for (let second = 1; second <= seconds; second++) {
      network.step(1)
      rows[second]?.forEach((level, i) => {
        compared++
        expect(Math.abs(level - network.levels[i]!)).toBeLessThan(0.005)
      })
    }
    expect(compared).toBeGreaterThan(500 * levels.length)
    // Something has run: the first has given to the others.
    expect(network.levels[0]).toBeLessThan(levels[0]! - 0.2)
  })
})

describe('laws', () => {
  it('a pipe law is the line’s own flow to a thousandth', () => {
    const line = { bore: 0.019, length: 15, losses: 1.5 }
    // hose-flow of the check values: 0.2636 L/s at one metre.
    expect(Math.abs((pipeLaw(line)(1) * 1e3) / 0.2636 - 1)).toBeLessThan(0.005)
  })
  it('a mouth law goes through the stub of the check values and has no jump where part full turns full', () => {
    const law = mouthLaw(0.0779)
    expect(law(0.0779) * 1e3).toBeCloseTo(2.414, 1)
    for (let head = 0.06; head < 0.1; head += 0.0005) expect(law(head + 0.0005) - law(head)).toBeLessThan(0.04e-3)
  })
  it('a link under a free fall is one pipe, entry loss and all, not a pipe behind a hole', () => {
    const law = linkLaw({ bore: 0.05, length: 0, losses: 1.5 }, { invert: 0 }, { invert: 0 })
    expect(law(0.8, 0) / (area(0.05) * Math.sqrt((2 * GRAVITY * (0.8 - 0.025)) / 1.5))).toBeCloseTo(1, 3)
    for (let level = 0.001; level < 0.3; level += 0.001) expect(law(level + 0.001, 0)).toBeGreaterThan(law(level, 0))
  })
  it('a link lets nothing by below the higher invert, and no more than its mouth above', () => {
    const law = linkLaw({ bore: 0.04, length: 0.5, losses: 1.5 }, { invert: 0.2 }, { invert: 0.3 })
    expect(law(0.29, 0)).toBe(0)
    expect(law(0.31, 0)).toBeGreaterThan(0)
    expect(law(0.31, 0)).toBeLessThanOrEqual(1.001 * stubFlow(0.04, 0.01))
    expect(law(0, 0.5)).toBeLessThan(0)
  })
})

describe('whatever is joined', () => {
  it('conserves mass to 1e-9 of what moved, keeps levels above the floor and under rim and head', () => {
    const vessel = fc.record({ area: fc.double({ min: 0.05, max: 4, noNaN: true }), level: fc.double({ min: 0, max: 1, noNaN: true }) })
    fc.assert(
      fc.property(
        fc.array(vessel, { minLength: 1, maxLength: 12 }),
        fc.double({ min: 0.005, max: 0.11, noNaN: true }),
        fc.double({ min: 0, max: 5e-3, noNaN: true }),
        fc.integer({ min: 1, max: 12 }),
        (vessels, bore, inflow, dt) => {
          const rim = 1
          const flows: Flow[] = [
            { from: OUTSIDE, to: 0, law: () => inflow },
            ...vessels.map((_, i) => ({ from: i, to: OUTSIDE, law: (level: number) => rimLaw(2)(level - rim) })),
            ...vessels
              .slice(1)
              .map((_, i) => ({ from: i, to: i + 1, law: linkLaw({ bore, length: 0.5, losses: 1.7 }, { invert: 0.1 }, { invert: 0.1 }) })),
          ]
          const network = new Network(
            vessels.map((each) => tank(each.area, each.level)),
            flows,
          )
          const start = network.held
          let came = 0
          let left = 0
          let moved = 0
          for (let i = 0; i < 60; i++) {
            network.step(dt)
            came += network.moved[0]!
            for (let each = 1; each <= vessels.length; each++) left += network.moved[each]!
            moved += network.moved.reduce((sum, each) => sum + Math.abs(each), 0)
            for (const level of network.levels) {
              expect(level).toBeGreaterThanOrEqual(-1e-12)
              expect(level).toBeLessThan(rim + (inflow / 3.4) ** (2 / 3) + 0.002)
            }
          }
          expect(Math.abs(network.held - start - came + left)).toBeLessThanOrEqual(1e-9 * Math.max(moved, 1e-3))
        },
      ),
      { numRuns: 60 },
    )
  })
  it('refuses a vessel linked to itself, and one that is not there', () => {
    expect(() => new Network([tank(1, 1)], [{ from: 0, to: 0, law: () => 0 }])).toThrow(/itself/)
    expect(() => new Network([tank(1, 1)], [{ from: 0, to: 3, law: () => 0 }])).toThrow(/not there/)
  })
})
