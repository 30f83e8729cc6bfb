import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { laidPump } from '../layout'
import { pump } from '../arrangements/parts'
import { headSpent, lineFlow } from '../pipe/friction'
import { US_GALLON } from '../units/constants'
import { bleachFor, bleachKept, bleachStrength } from './bleach'
import { onGravity, reachOf, standingPressure } from './gravity'
import { MOST_SUCTION, pumpDuty, pumpEnergy } from './pump'
import { tapFlow } from './tapFlow'

describe('bleach', () => {
  const label = { share: 0.0825, density: 1.1, days: 0 }
  it('bleach: 3/4 US cup of 8.25 % (1.1 kg/L) in 275 US gal (arithmetic, NaOCl 74.44, Cl2 70.91; limit 4 mg/L as Cl2, US EPA MRDL)', () => {
    const made = bleachStrength({ ...label, volume: 177.44e-6 }, 275 * US_GALLON)
    expect(Math.abs(made.hypochlorite / 15.47 - 1)).toBeLessThanOrEqual(0.002)
    expect(Math.abs(made.chlorine / 14.73 - 1)).toBeLessThanOrEqual(0.002)
  })
  it('a dose found for a strength makes it, and half of it is gone in a year', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 20, noNaN: true }),
        fc.double({ min: 0.05, max: 10, noNaN: true }),
        fc.nat(700),
        (chlorine, water, days) => {
          const volume = bleachFor(chlorine, { ...label, days }, water)
          expect(bleachStrength({ ...label, days, volume }, water).chlorine).toBeCloseTo(chlorine, 9)
        },
      ),
    )
    expect(bleachKept(365)).toBe(0.5)
  })
  it.each([
    ['share', () => bleachStrength({ ...label, share: 0.5, volume: 1e-4 }, 1)],
    ['water', () => bleachStrength({ ...label, volume: 1e-4 }, 0)],
    ['density', () => bleachStrength({ ...label, density: 0, volume: 1e-4 }, 1)],
  ])('refuses a %s out of range by name', (field, call) => expect(call).toThrow(new RegExp(`^${field}`)))
})

describe('by gravity', () => {
  it('a metre is 9.79 kPa, which runs tape and cans but no soaker, drip line or sprinkler (ρgh)', () => {
    expect(standingPressure(1)).toBeCloseTo(9787, 0)
    expect(
      onGravity(1)
        .filter(({ runs }) => runs)
        .map(({ key }) => key),
    ).toEqual(['can', 'drip-tape'])
    expect(onGravity(6).find(({ key }) => key === 'drip-line')).toMatchObject({ runs: true })
    expect(onGravity(0).some(({ runs }) => runs)).toBe(false)
  })
  it('hose-flow: 15 m of 19 mm under 1 m passes 0.2636 L/s bare; behind a tap less, and less the longer', () => {
    const bare = lineFlow({ bore: 0.019, length: 15, losses: 1.5, viscosity: 1.004e-6 }, 1)
    expect(Math.abs((bare * 1e3) / 0.2636 - 1)).toBeLessThanOrEqual(0.005)
    const reach = reachOf({ bore: 0.019, hose: undefined }, 1, 0, 'metric')
    expect(reach.map(({ flow }) => flow)).toEqual(reach.map(({ flow }) => flow).toSorted((a, b) => b - a))
    expect(reach.find(({ length }) => length === 15)!.flow).toBeLessThan(bare)
    // 25 m with a metre of head is slow but works.
    expect(reach.find(({ length }) => length === 25)!.flow * 60_000).toBeGreaterThan(5)
  })
  it('a 1-1/4 in tap pours more than twice what a 3/4 in one does', () => {
    const at = (bore: number) => tapFlow({ bore, hose: undefined }, 0.5, 0)
    expect(at(0.0351) / at(0.0209)).toBeGreaterThan(2)
  })
})

describe('a pump', () => {
  const small = laidPump(
    { runs: new Map() },
    pump('p', 'v', { kind: 'house', professional: true }, { wants: 0.5e-3, rise: 4, at: 0.5, pressure: 0, efficiency: 0.4 }),
  )
  it('takes ρgQH/η, and lifts what its pipes and its rise ask for (closed form)', () => {
    const duty = pumpDuty(small, 0.2)
    expect(duty.lift).toBeCloseTo(3.8, 9)
    expect(duty.head).toBeCloseTo(duty.lift + duty.friction, 9)
    expect(duty.power).toBeCloseTo((998 * 9.80665 * 0.5e-3 * duty.head) / 0.4, 9)
    // Half a litre a second through 20 mm runs at 1.6 m/s: 20 m of it cost more than the lift.
    expect(duty.friction).toBeGreaterThan(2.5)
    expect(duty.curve.map(({ head }) => head)).toEqual(duty.curve.map(({ head }) => head).toSorted((a, b) => a - b))
    expect(duty.curve[5]!.head).toBeCloseTo(duty.head, 9)
  })
  it('200 kPa more is 20.4 m more; a pump seven metres over the water is past what air can push', () => {
    expect(pumpDuty({ ...small, pressure: 200_000 }, 0.2).head - pumpDuty(small, 0.2).head).toBeCloseTo(20.435, 2)
    const high = pumpDuty({ ...small, at: 7.5 }, 0.2)
    expect(high.suction).toBeGreaterThan(MOST_SUCTION)
    expect(pumpDuty(small, 0.2, 2000).suctionSpare).toBeCloseTo(pumpDuty(small, 0.2).suctionSpare - 2.4, 9)
  })
  it('on its suction side it lifts from the lowest water up to itself and pays for that pipe; the rest is what air pushes, less vapour', () => {
    const paid = headSpent({ ...small.suction, losses: 0.5 + 2.5 + 0.9 }, small.wants)
    for (const lowest of [-1, 0, 0.2, 2]) {
      const { suction, suctionSpare } = pumpDuty(small, lowest)
      expect(suction).toBeCloseTo(0.5 - lowest + paid, 12)
      // 10.3 m of air at sea level, 0.24 m of vapour at 20 °C (any pump text).
      expect(suctionSpare).toBeCloseTo(10.3 - 0.24 - suction, 12)
    }
  })
  it('a cubic metre a day up ten metres at 40 % is 68 Wh; the panel makes it in the darkest month’s sun (ρgVH/η)', () => {
    const energy = pumpEnergy({ ...small, sunHours: 2, autonomy: 3 }, { head: 10 }, 1, 100)
    expect(energy.aDay * 1000).toBeCloseTo(67.97, 1)
    expect(energy.aYear).toBeCloseTo(100 * energy.aDay, 9)
    expect(energy.panel).toBeCloseTo((energy.aDay * 1000) / 2 / 0.7, 9)
    expect(energy.battery).toBeCloseTo(energy.aDay * 1000 * 6, 9)
  })
  it('is refused without a flow', () => expect(() => pumpDuty({ ...small, wants: 0 }, 0)).toThrow(/^flow/))
})
