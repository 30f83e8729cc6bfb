import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { INCH } from '../units/constants'
import {
  BSP_DRILLS,
  cutterSize,
  downpipeEnd,
  end,
  END_SIZES,
  GROMMETS,
  holeFor,
  insertionOf,
  measuresOf,
  NPT_DRILLS,
  pipeByBore,
  SEALS,
  sideOf,
  sizeByBore,
  soldBore,
} from './index'

const inch = (diameter: number | undefined) => (diameter ?? NaN) / INCH

describe('holeFor', () => {
  // ASME B1.20.1, from memory: pitch diameter at the small end and turns to the inch; the thread's root is 0.8 of a pitch further in.
  it.each([
    ['1/2', 0.75843, 14],
    ['3/4', 0.96768, 14],
    ['1', 1.21363, 11.5],
    ['1-1/4', 1.55713, 11.5],
    ['1-1/2', 1.79609, 11.5],
    ['2', 2.26902, 11.5],
  ])('taps %s in NPT at the root of its thread (ASME B1.20.1)', (size, pitch, turns) => {
    expect(inch(NPT_DRILLS[size])).toBeCloseTo(pitch - 0.8 / turns, 1)
    expect(Math.abs(inch(NPT_DRILLS[size]) - (pitch - 0.8 / turns))).toBeLessThan(0.02)
  })

  // ISO 228: minor diameter of the internal thread, from memory.
  it.each([
    ['1/2', 18.631],
    ['3/4', 24.117],
    ['1', 30.291],
    ['1-1/4', 38.952],
    ['1-1/2', 44.845],
    ['2', 56.656],
  ])('taps %s in BSP a little over its minor diameter (ISO 228)', (size, minor) => {
    expect(BSP_DRILLS[size]! * 1000 - minor).toBeGreaterThan(0.2)
    expect(BSP_DRILLS[size]! * 1000 - minor).toBeLessThan(0.6)
  })

  it('drills one 3/4 in outlet to a size of its own for every seal (common practice, no published source)', () => {
    const thread = end('npt', '3/4', 'male')
    expect(inch(holeFor('tapped', thread)?.diameter)).toBeCloseTo(59 / 64, 6)
    expect(inch(holeFor('bulkhead', thread)?.diameter)).toBeCloseTo(1.5, 6)
    expect(inch(holeFor('washers', thread, 'imperial')?.diameter)).toBeCloseTo(1.125, 6)
    expect(holeFor('washers', thread)?.diameter).toBeCloseTo(0.028, 6)
    expect(inch(holeFor('grommet', end('sch40', '3/4', 'male'))?.diameter)).toBeCloseTo(1.25, 6)
    expect(holeFor('grommet', thread)).toBeUndefined()
  })

  it('never drills a grommet smaller than its pipe, nor a smaller pipe larger', () => {
    let last = 0
    for (const size of END_SIZES.sch40.slice(0, 8)) {
      expect(GROMMETS[size]).toBeGreaterThan(measuresOf({ type: 'sch40', size })!.outside)
      expect(GROMMETS[size]).toBeGreaterThan(last)
      last = GROMMETS[size]!
    }
    for (const size of END_SIZES.metric.slice(0, 5))
      expect(holeFor('grommet', { type: 'metric', size })!.diameter).toBeGreaterThan(measuresOf({ type: 'metric', size })!.outside)
  })

  it('asks for a cutter that is sold, the next larger one (common practice)', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 0.15, noNaN: true }), (wanted) => {
        const inches = cutterSize(wanted, 'imperial') / INCH
        expect(inches * INCH).toBeGreaterThanOrEqual(wanted - 1e-6)
        expect(inches * INCH).toBeLessThan(wanted + INCH / 8 + 1e-6)
        expect(Math.abs(inches * 16 - Math.round(inches * 16))).toBeLessThan(1e-6)
        const metric = cutterSize(wanted, 'metric')
        expect(metric).toBeGreaterThanOrEqual(wanted - 1e-6)
        expect(Math.abs(metric * 1000 - Math.round(metric * 1000))).toBeLessThan(1e-6)
        // No hole that is loose round what it was drilled for.
        expect(metric).toBeLessThan(wanted + 0.0121)
      }),
    )
    expect(cutterSize(0.3, 'metric')).toBeCloseTo(0.3, 9)
  })

  it('takes inch cutters by the sixteenth under an inch and by the eighth from there, and one that fits as it is (common practice)', () => {
    for (const [wanted, sold] of [
      [1 / 2, 1 / 2],
      [0.51, 9 / 16],
      [15.5 / 16, 1],
      [1, 1],
      [1.01, 1.125],
      [1.125, 1.125],
      [1.13, 1.25],
    ] as const)
      expect(cutterSize(wanted * INCH, 'imperial') / INCH).toBeCloseTo(sold, 9)
  })
  it('taps by the drill of the thread’s own table, and says that it taps', () => {
    expect(holeFor('tapped', end('npt', '3/4', 'male'))).toMatchObject({ source: 'asme', tap: true, cutter: 'drill' })
    expect(holeFor('tapped', end('bsp', '3/4', 'male'))).toMatchObject({ source: 'commonPractice', tap: true, cutter: 'drill' })
    // Wider than drills are sold, a hole saw.
    expect(holeFor('tapped', end('npt', '2', 'male'))).toMatchObject({ source: 'asme', tap: true, cutter: 'hole-saw' })
    expect(holeFor('bulkhead', end('npt', '3/4', 'male'))).toMatchObject({ source: 'commonPractice', tap: false })
  })
  it('has its gasket on the wet side under a bulkhead’s flange, on both under washers, and none that is cut in', () => {
    expect(SEALS.map((seal) => [seal, sideOf(seal).gasket]).filter(([, gasket]) => gasket !== 'none')).toEqual([
      ['bulkhead', 'wet'],
      ['washers', 'both'],
    ])
  })

  it('gives a hose connector of 25 mm its 25 mm hole (common practice)', () => {
    expect(holeFor('washers', { type: 'hose', size: '25' })).toMatchObject({ diameter: 0.025, cutter: 'spade' })
  })
})

describe('sizes', () => {
  it('knows true bores by name (ASTM D1785; metric common practice)', () => {
    expect(sizeByBore('sch40', 0.0525)).toBe('2')
    expect(pipeByBore(0.0364)).toEqual({ type: 'metric', size: '40' })
    expect(pipeByBore(0.0779)).toEqual({ type: 'sch40', size: '3' })
    expect(pipeByBore(0.025)).toEqual({ type: 'hose', size: '25' })
    expect(() => sizeByBore('tote', 0.05)).toThrow(/type/)
  })

  it('knows downpipes by shape and outside', () => {
    expect(downpipeEnd({ shape: 'round', outside: 0.068 }, 'male')).toEqual(end('downpipe-round', '68', 'male'))
    expect(downpipeEnd({ shape: 'rectangular', outside: 4 * INCH }, 'female')).toEqual(end('downpipe-rect', '3x4', 'female'))
    expect(downpipeEnd({ shape: 'rectangular', outside: 3 * INCH }, 'female').size).toBe('2x3')
    expect(downpipeEnd({ shape: 'square', outside: 0.065 }, 'male')).toEqual(end('downpipe-square', '65', 'male'))
  })

  it('names the bores sold on either side of one that is not, with none between', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.005, max: 0.15, noNaN: true }),
        fc.constantFrom('metric' as const, 'imperial' as const),
        (bore, system) => {
          const { below, above, sold } = soldBore(bore, system)
          if (below) expect(below.bore).toBeLessThan(bore)
          if (above) expect(above.bore).toBeGreaterThan(bore)
          // Asked for just beyond its neighbours it names itself the neighbour: nothing lies between.
          if (below && above) {
            expect(soldBore(below.bore + 1e-9, system).above!.bore).toBe(soldBore(bore, system).above!.bore)
            expect(soldBore(above.bore - 1e-9, system).below!.bore).toBe(below.bore)
          }
          if (below) expect(soldBore(below.bore, system).sold).toBe(true)
          if (!sold && below && above) expect(above.bore - bore).toBeGreaterThan(0.02 * bore)
        },
      ),
    )
  })
  it('puts a pipe as deep into its socket as the table says (ASTM D2466)', () => {
    expect(insertionOf(end('sch40', '3', 'female')) * 1000).toBeCloseTo(47.6, 6)
    expect(insertionOf(end('wall', 'washers', 'female'))).toBe(0)
  })
})
