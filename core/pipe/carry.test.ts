import { LinkProperty, Project, Workspace } from 'epanet-js'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { LITRE } from '../units/constants'
import { HOSE_BORES, NAMED_BORES } from './bores'
import { DESIGN_FILLING, manningFlow } from './manning'
import { basketFlow, discFlow, screenFlow } from './screens'
import { wetCarryFlow, wetCarryLoss, type WetPipe } from './wetCarry'

const bore = fc.double({ min: 0.03, max: 0.2, noNaN: true })
const litresASecond = fc.double({ min: 0.05, max: 4, noNaN: true })

describe('near-level pipe', () => {
  it('manning-full: 77.9 mm at 20 mm/m and 102.3 mm at 10 mm/m, n 0.010 (Manning)', () => {
    expect(Math.abs((manningFlow(0.0779, 0.02) * 1e3) / 4.879 - 1)).toBeLessThanOrEqual(0.002)
    expect(Math.abs((manningFlow(0.1023, 0.01) * 1e3) / 7.135 - 1)).toBeLessThanOrEqual(0.002)
  })
  it('runs 0.84 of its full flow at seven tenths, and most at 0.94 (the circle’s hydraulic elements, any hydraulics text)', () => {
    const share = (filling: number) => manningFlow(0.1, 0.01, filling) / manningFlow(0.1, 0.01)
    expect(share(DESIGN_FILLING)).toBeCloseTo(0.84, 2)
    expect(share(0.5)).toBeCloseTo(0.5, 9)
    expect(share(0.94)).toBeCloseTo(1.076, 2)
  })
  it('carries nothing level or uphill', () => {
    expect(manningFlow(0.1, 0)).toBe(0)
    expect(manningFlow(0.1, -0.02)).toBe(0)
  })
  it('carries more the wider and the steeper', () => {
    fc.assert(
      fc.property(bore, fc.double({ min: 0.001, max: 0.1, noNaN: true }), (d, fall) => {
        expect(manningFlow(d * 1.1, fall)).toBeGreaterThan(manningFlow(d, fall))
        expect(manningFlow(d, fall * 4)).toBeCloseTo(2 * manningFlow(d, fall), 12)
      }),
    )
  })
  it.each([
    ['bore', () => manningFlow(0, 0.01)],
    ['filling', () => manningFlow(0.1, 0.01, 1.2)],
    ['n', () => manningFlow(0.1, 0.01, 1, 0)],
  ])('refuses a %s out of range by name', (field, call) => {
    expect(call).toThrow(new RegExp(`^${field}`))
  })
})

describe('screens', () => {
  it('a disc of 200 mm half clogged passes 1.48 L/s (orifice equation worked by hand: 0.6 · 0.0314 · 0.25 · 0.3132)', () => {
    expect(discFlow(0.2) / LITRE).toBeCloseTo(1.476, 2)
  })
  it('clean it passes twice as much as half clogged; a basket more than its floor alone', () => {
    expect(screenFlow(0.03, 0.005, 1)).toBeCloseTo(2 * screenFlow(0.03, 0.005), 12)
    expect(basketFlow(0.1, 0.1)).toBeGreaterThan(discFlow(0.1))
    // Floor π/4 · 0.2² and side π · 0.2 · 0.1, under 5 cm: 0.6 · 0.0942 · 0.25 · 0.990.
    expect(basketFlow(0.2, 0.1) / LITRE).toBeCloseTo(14.0, 1)
    // A flat one has no more over it than runs over its edge.
    expect(basketFlow(0.2, 0.004)).toBeCloseTo(screenFlow((Math.PI / 4) * 0.04 + Math.PI * 0.2 * 0.004, 0.005), 15)
    expect(screenFlow(0.03, 0)).toBe(0)
    expect(() => screenFlow(0, 0.1)).toThrow(/^area/)
    expect(() => screenFlow(0.1, -0.1)).toThrow(/^head/)
  })
})

describe('standing-water pipe', () => {
  let workspace: Workspace
  beforeAll(async () => {
    workspace = new Workspace()
    await workspace.loadModule()
  })
  /** Head lost between a reservoir and a drawn-off end, by the network solver. */
  function byNetwork(pipe: WetPipe, litres: number): number {
    const losses = 1.5 + 0.9 * pipe.bends
    workspace.writeFile(
      'carry.inp',
      [
        '[JUNCTIONS]',
        `END 0 ${litres}`,
        '[RESERVOIRS]',
        'GUTTER 10',
        '[PIPES]',
        `CARRY GUTTER END ${pipe.length} ${pipe.bore * 1000} 0.0015 ${losses} OPEN`,
        '[OPTIONS]',
        'Units LPS',
        'Headloss D-W',
        // Relative to 1.1e-5 ft²/s, the solver's water; ours is 1.0e-6 m²/s.
        `Viscosity ${1.0e-6 / (1.1e-5 * 0.3048 ** 2)}`,
        'Accuracy 0.00001',
        '[TIMES]',
        'Duration 0',
        '[END]',
      ].join('\n'),
    )
    const model = new Project(workspace)
    model.open('carry.inp', 'carry.rpt', 'carry.out')
    model.solveH()
    const lost = model.getLinkValue(model.getLinkIndex('CARRY'), LinkProperty.Headloss)
    model.close()
    return lost
  }

  it.each([
    [0.0779, 20, 3, 0.83],
    [0.0779, 8, 2, 2.5],
    [0.1023, 35, 4, 4],
    [0.0525, 6, 2, 0.6],
    [0.1036, 60, 6, 1.2],
  ])('%d m bore, %d m, %d bends at %d L/s: within 2 %% of the network solver (epanet-js)', (d, length, bends, litres) => {
    const pipe = { bore: d, length, bends }
    const ours = wetCarryLoss(pipe, litres * LITRE)
    expect(Math.abs(ours / byNetwork(pipe, litres) - 1)).toBeLessThanOrEqual(0.02)
  })
  it('what a head drives spends that head again', () => {
    fc.assert(
      fc.property(bore, litresASecond, fc.integer({ min: 0, max: 8 }), (d, litres, bends) => {
        const pipe = { bore: d, length: 12, bends }
        const head = wetCarryLoss(pipe, litres * LITRE)
        expect(Math.abs(wetCarryFlow(pipe, head) / (litres * LITRE) - 1)).toBeLessThan(1e-5)
      }),
    )
  })
  it('does not run without head', () => {
    expect(wetCarryFlow({ bore: 0.08, length: 10, bends: 2 }, 0)).toBe(0)
    expect(wetCarryFlow({ bore: 0.08, length: 10, bends: 2 }, -0.1)).toBe(0)
  })
})

it('every named pipe is narrower inside than out, and hoses rise', () => {
  for (const { bore: inner, outside } of NAMED_BORES) expect(inner).toBeLessThan(outside)
  expect([...HOSE_BORES].toSorted((a, b) => a - b)).toEqual(HOSE_BORES)
})
