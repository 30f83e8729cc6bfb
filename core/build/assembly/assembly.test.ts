import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../../arrangements'
import { withyHard } from '../../demo'
import { end, mates } from '../../parts'
import { buildWaterPath } from '../../path'
import type { Device, DeviceOf, Port, Scheme } from '../../scheme'
import { assembled, assemble, partsInputs, plainPartsInputs, type Assembly } from '../index'
import { Assembler, cornerReach, usualSeal, type PipeKind } from './assembler'
import { evenly, layLegs, leastLeg } from './legs'

const boathouse = () => withyHard().schemes[0]!
const takeApart = (scheme: Scheme, system: 'metric' | 'imperial' = 'metric') => assemble(buildWaterPath(scheme), plainPartsInputs(system))
const withDevice = <K extends Device['kind']>(scheme: Scheme, kind: K, more: Partial<DeviceOf<K>>): Scheme => ({
  ...scheme,
  drops: scheme.drops.map((drop) => ({
    ...drop,
    devices: drop.devices.map((device) => (device.kind === kind ? ({ ...device, ...more } as Device) : device)),
  })),
})
const quantityOf = ({ parts }: Assembly, key: string) => parts.find((part) => part.key === key)?.quantity
const flushTank = () => ARRANGEMENTS[15]!()

describe('a first flush taken apart', () => {
  it.each([1, 2, 4])('has a chamber, a cap, a ball and two brackets at the least for each of %i', (chambers) => {
    const assembly = takeApart(withDevice(flushTank(), 'first-flush', { chambers, ball: true }))
    expect(quantityOf(assembly, 'device:flush:cap')).toBe(chambers)
    expect(quantityOf(assembly, 'device:flush:ball')).toBe(chambers)
    expect(quantityOf(assembly, 'device:flush:brackets')).toBeGreaterThanOrEqual(2 * chambers)
    expect(assembly.runs.filter(({ part }) => part === 'device:flush:chamber')).toHaveLength(chambers)
    const caps = assembly.joints.filter(({ lower }) => lower.part === 'device:flush:cap')
    expect(new Set(caps.map(({ key }) => key)).size).toBe(chambers)
  })

  it('has nothing to drain by where it is a hole in its foot, and a part for it where it is not', () => {
    const drained = (drain: DeviceOf<'first-flush'>['drain']) => takeApart(withDevice(flushTank(), 'first-flush', { drain }))
    expect(quantityOf(drained({ kind: 'hole', bore: 0.001 }), 'device:flush:drain')).toBeUndefined()
    expect(quantityOf(drained({ kind: 'hand-valve', emptied: 'each-rain' }), 'device:flush:drain')).toBe(1)
    expect(quantityOf(drained({ kind: 'drip', dropsPerSecond: 1 }), 'device:flush:drain')).toBe(1)
  })

  it('is never made of hose, however narrow it is', () => {
    const { parts } = takeApart(withDevice(flushTank(), 'first-flush', { bore: 0.019 }))
    expect(parts.find(({ key }) => key === 'device:flush:chamber')!.item).not.toContain('hose')
  })
})

describe('what an outlet offers', () => {
  const outletOf = (bore: number, shape: 'round' | 'rectangular' = 'round', outside = 0.068) => {
    const scheme = boathouse()
    const changed: Scheme = {
      ...scheme,
      gutters: scheme.gutters.map((gutter) => ({ ...gutter, outlets: gutter.outlets.map((outlet) => ({ ...outlet, bore })) })),
      drops: scheme.drops.map((drop) => ({ ...drop, shape, outside })),
    }
    return takeApart(changed).joints.find(({ upper }) => upper.part === 'outlet:river-outlet')!.upper.end
  }
  it('is made for the pipe below it where its hole is about as wide', () => {
    expect(outletOf(0.063)).toEqual(end('downpipe-round', '68', 'male'))
    expect(outletOf(0.07, 'rectangular', 0.0762)).toEqual(end('downpipe-rect', '2x3', 'male'))
  })
  it('is another where its hole is much wider, and round over a round pipe', () => {
    expect(outletOf(0.1)).toEqual(end('downpipe-round', '100', 'male'))
  })
})

describe('usualSeal (common practice, no published source)', () => {
  const pipe = { type: 'sch40' as const, size: '2' }
  it.each([
    ['inlet', 'grommet'],
    ['overflow', 'grommet'],
    ['link', 'bulkhead'],
    ['vent', 'washers'],
  ] as [Port['role'], string][])('%s: %s', (role, seal) => expect(usualSeal(role, pipe, 'metric')).toBe(seal))
  it('a tap goes into washers and a nut, or a bulkhead where those are usual', () => {
    expect(usualSeal('outlet', pipe, 'metric')).toBe('washers')
    expect(usualSeal('outlet', pipe, 'imperial')).toBe('bulkhead')
  })
  it('hose goes through a connector, whatever it is for', () => {
    for (const role of ['inlet', 'outlet', 'overflow', 'link'] as const)
      expect(usualSeal(role, { type: 'hose', size: '25' }, 'imperial')).toBe('washers')
  })
})

describe('what stands behind the store', () => {
  it('a pump sucks from its port and lifts into the next vessel’s, each through one hole', () => {
    const { joints, through } = takeApart(ARRANGEMENTS[8]!())
    expect(joints.some(({ upper, lower }) => upper.part === 'port:second:out' && lower.part === 'pump:pump:suction')).toBe(true)
    expect(joints.some(({ upper, lower }) => upper.part === 'pump:pump:line' && lower.part === 'port:header-tank:in')).toBe(true)
    expect(through.has('port:header-tank:in')).toBe(true)
  })

  it('a hose on a tap takes the thread of the country', () => {
    const far = ARRANGEMENTS[11]!()
    const spout = (system: 'metric' | 'imperial') =>
      takeApart(far, system).joints.find(({ upper }) => upper.part === 'tap:tap-a:spout')!.upper.end.type
    expect(spout('metric')).toBe('bsp')
    expect(spout('imperial')).toBe('hose-thread')
  })

  it('what the reader says of a seal is what the port offers', () => {
    const scheme = boathouse()
    const sealed = (seal: 'tapped' | 'bulkhead' | 'washers') =>
      takeApart({ ...scheme, build: { ...scheme.build, holes: [{ key: 'port:butt:out', seal, diameter: 0 }] } }).joints.find(
        ({ upper }) => upper.part === 'port:butt:out',
      )!
    expect(sealed('tapped').upper.end).toEqual(end('bsp', '3/4', 'female'))
    expect(sealed('tapped').state).toBe('mates')
    expect(sealed('bulkhead').placed[0]!.fitting.form).toBe('bulkhead')
    expect(sealed('washers').placed[0]!.fitting.form).toBe('backnut')
  })
})

describe('layLegs', () => {
  const pipes: PipeKind[] = [
    { type: 'sch40', size: '2' },
    { type: 'sch40', size: '4' },
    { type: 'metric', size: '110' },
  ]
  const maker = () => new Assembler(buildWaterPath(boathouse()), plainPartsInputs('metric'), boathouse().build)

  it('puts a bend at every corner and where its ends are turned, and joints that mate at every face', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...pipes),
        fc.array(fc.double({ min: 0.25, max: 8, noNaN: true }), { minLength: 1, maxLength: 6 }),
        fc.tuple(fc.boolean(), fc.boolean()),
        (pipe, legs, bendAt) => {
          const make = maker()
          const open = layLegs(make, { key: 'way', station: 'spill', pipe, legs, bendAt }, undefined)
          const bends = legs.length - 1 + Number(bendAt[0]) + Number(bendAt[1])
          expect(make.parts.find(({ key }) => key === 'way:bends')?.quantity ?? 0).toBe(bends)
          expect(make.orders.map(({ span }) => span)).toEqual(legs)
          // One joint fewer than there are legs and bends in a row that hangs on nothing.
          expect(make.ties).toHaveLength(legs.length + bends - 1)
          for (const { upper, lower } of make.ties) expect(mates(upper.end, lower.end)).toBe(true)
          expect(open.side.end.gender).toBe(bendAt[1] ? 'female' : 'male')
        },
      ),
    )
  })

  it('takes from every leg what its bends have of it', () => {
    const pipe = pipes[0]!
    const make = maker()
    layLegs(make, { key: 'way', station: 'spill', pipe, legs: [0.5, 1, 0.5], bendAt: [false, false] }, undefined)
    const taken = make.orders.map(({ above = [], below = [] }) => [...above, ...below].reduce((sum, { length }) => sum + length, 0))
    const one = cornerReach(pipe)
    expect(taken.map((each) => Math.round(each / one))).toEqual([1, 2, 1])
  })

  it('asks for legs that two bends find room in', () => {
    for (const pipe of pipes) expect(leastLeg(pipe)).toBeGreaterThan(2 * cornerReach(pipe))
  })

  it('parts a way evenly', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 50, noNaN: true }), fc.integer({ min: 1, max: 12 }), (length, count) => {
        const legs = evenly(length, count)
        expect(legs).toHaveLength(count)
        expect(legs.reduce((sum, each) => sum + each, 0)).toBeCloseTo(length, 9)
        expect(new Set(legs).size).toBe(1)
      }),
    )
  })
})

describe('runs of the whole', () => {
  it('put together again are as long as their way, with whatever lengths the shop sells', () => {
    const item = (system: 'metric' | 'imperial') => (system === 'metric' ? 'pipe:metric:110' : 'pipe:sch40:4')
    fc.assert(
      fc.property(
        fc.constantFrom(...ARRANGEMENTS.map((_, i) => i)),
        fc.constantFrom('metric' as const, 'imperial' as const),
        fc.double({ min: 0.6, max: 6, noNaN: true }),
        (which, system, sold) => {
          const shelf = [{ item: item(system), owned: 0, price: null, lead: 0, sold }]
          const inputs = partsInputs({ system, ownFittings: [], shelf })
          const { runs } = assemble(buildWaterPath(ARRANGEMENTS[which]!()), inputs)
          for (const run of runs) {
            if (run.flexible) continue
            expect(Math.abs(assembled(run) - run.span - run.short)).toBeLessThan(1e-4)
            for (const piece of run.items)
              if (piece.kind === 'piece') expect(piece.length).toBeLessThanOrEqual(Math.max(inputs.sold(run.pipe), 0) + 1e-9)
          }
        },
      ),
      { numRuns: 40 },
    )
  })
})
