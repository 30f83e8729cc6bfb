import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { withyHard } from '../demo'
import { fitRecipe, freshDevice, trainPlace, TRAIN_RECIPES } from '../edits'
import { buildWaterPath } from '../path/waterPath'
import type { Device, Scheme } from '../scheme'
import { GRAVITY, LITRE, SQUARE_FOOT, US_GALLON } from '../units/constants'
import { familyOf } from './families'
import { chamberVolume, drainTime, flushDay } from './firstFlush'
import { ballFault, chamberFor, flushSizes, worstFouling } from './flushSizing'
import { intakeLimits } from './intakeLimits'
import { firstLimit, trainLimits } from './trainLimits'
import { orderFaults, usualOrder } from './trainOrder'

const boathouse = () => withyHard().schemes[0]!
const place = trainPlace(boathouse(), 'river-drop', 'butt')
const part = <K extends Device['kind']>(kind: K, more: object = {}): Device =>
  ({ ...freshDevice(kind, `a-${kind}`, place), ...more }) as Device
const wants = { flow: 0.855e-3, flush: 0.02, run: 1.5, system: 'metric' as const }
const limitsOf = (scheme: Scheme) => {
  const path = buildWaterPath(scheme)
  const intake = [...path.intakes.values()].flat()[0]!
  return { path, intake, limits: trainLimits(path, intake) }
}
const withDevices = (devices: Device[], base = fitRecipe(boathouse(), 'river-drop', 'butt', 'full-take', wants)): Scheme => ({
  ...base,
  drops: base.drops.map((drop) => (drop.id === 'river-drop' ? { ...drop, devices } : drop)),
})

describe('the order of a train', () => {
  it('holds for every arrangement and every recipe', () => {
    for (const make of ARRANGEMENTS)
      for (const drop of make().drops) expect([drop.name, orderFaults(drop.devices)]).toEqual([drop.name, []])
    for (const recipe of TRAIN_RECIPES)
      expect(orderFaults(fitRecipe(boathouse(), 'river-drop', 'butt', recipe, wants).drops[0]!.devices)).toEqual([])
  })
  it.each([
    ['neckFirst', [part('carrying-pipe'), part('neck')]],
    ['leavesInChamber', [part('first-flush'), part('screen')]],
    ['afterWaterLeft', [part('ring-trough'), part('first-flush')]],
    ['openBelowStanding', [part('carrying-pipe', { wet: true }), part('rain-head')]],
    ['flushBehindStanding', [part('carrying-pipe', { wet: true }), part('first-flush')]],
    ['behindFloat', [part('float-shut'), part('adapter')]],
    ['climbs', [part('tee', { height: 1.2 }), part('wall-crossing', { height: 1.8 })]],
  ] as const)('%s is said, with the part and what it stands against', (reason, devices) => {
    const faults = orderFaults(devices)
    expect(faults.map((fault) => fault.reason)).toEqual([reason])
    expect(faults[0]).toMatchObject({ device: devices[1].id, against: devices[0].id })
    expect(orderFaults(usualOrder(devices))).toEqual([])
  })
  it('the usual order mends any muddle, keeps every part, and leaves a good order be', () => {
    const kinds: Device['kind'][] = ['neck', 'screen', 'rain-head', 'filter', 'first-flush', 'ring-trough', 'adapter']
    fc.assert(
      fc.property(fc.shuffledSubarray(kinds), (muddle) => {
        const devices = muddle.map((kind) => part(kind))
        const ordered = usualOrder(devices)
        expect(orderFaults(ordered)).toEqual([])
        expect(ordered.map(({ id }) => id).toSorted()).toEqual(devices.map(({ id }) => id).toSorted())
        expect(usualOrder(ordered)).toEqual(ordered)
      }),
    )
  })
})

describe('limits along a train', () => {
  it('the first limit is the one the daily account uses, for every arrangement', () => {
    for (const make of ARRANGEMENTS) {
      const path = buildWaterPath(make())
      for (const intake of [...path.intakes.values()].flat())
        expect(intakeLimits(path, intake, 0.5).pipe).toBe(firstLimit(trainLimits(path, intake)).passes)
    }
  })
  it('an adapter 80 wide at its mouth and 50 in its throat is a 50 (table 8 of EN 12056-3:2000 gives 1.7 L/s)', () => {
    const { limits } = limitsOf(withDevices([part('adapter', { mouth: 0.08, throat: 0.05 })]))
    const adapter = limits.find((limit) => limit.place === 'adapter')!
    expect(adapter.passes / LITRE).toBeCloseTo(1.7, 1)
  })
  it('an offset flatter than ten degrees is a pipe laid nearly level, a steeper one no limit of its own', () => {
    const flat = limitsOf(withDevices([part('neck', { across: 1, height: 0.1 })])).limits
    const steep = limitsOf(withDevices([part('neck', { across: 0.23, height: 0.285 })])).limits
    expect(flat.map(({ place: at }) => at)).toContain('offset')
    expect(steep.map(({ place: at }) => at)).not.toContain('offset')
  })
  it('a pipe across that climbs passes nothing', () => {
    const { limits } = limitsOf(withDevices([part('carrying-pipe', { fall: -0.01 })]))
    expect(firstLimit(limits)).toMatchObject({ place: 'carrying-pipe', passes: 0 })
  })
  it('the screen on a lid counts, and the wider it is the more it passes', () => {
    const passes = (bore: number) => {
      const scheme = withDevices([])
      const wide = structuredClone(scheme)
      for (const port of wide.stores[0]!.vessels[0]!.ports) if (port.role === 'lid') port.bore = bore
      return limitsOf(wide).limits.find((limit) => limit.place === 'lid-screen')!.passes
    }
    expect(passes(0.4) / passes(0.2)).toBeCloseTo(4, 9)
  })
  it.each([
    ['left', 1],
    ['both', 0.5],
    ['right', 0],
  ] as const)('a flap set %s leads %d of it aside', (set, share) => {
    const scheme = fitRecipe(boathouse(), 'river-drop', 'butt', 'flap', wants)
    const turned = structuredClone(scheme)
    for (const device of turned.drops[0]!.devices) if (device.kind === 'flap') device.set = set
    const { path, intake } = limitsOf(turned)
    expect(intakeLimits(path, intake, 0.9).gathered).toBe(share)
  })
  it('a float shuts the pipe: the vessel is full where it seals, and needs no overflow', () => {
    const { intake } = limitsOf(fitRecipe(boathouse(), 'river-drop', 'butt', 'float-shut', wants))
    expect(intake.device?.kind).toBe('float-shut')
    expect(familyOf(intake.device!).returnsSurplus).toBe(true)
  })
})

describe('how much to throw away', () => {
  const roof = { area: 40, fouling: 'ordinary' as const, use: 0, room: { bore: 0.1036, length: 1.2 } }
  it('has every school say its depth on one roof', () => {
    const sizes = Object.fromEntries(flushSizes(roof).map((size) => [size.school, size]))
    expect(sizes.fouling).toMatchObject({ depth: 0.5, most: 1, volume: expect.closeTo(0.02, 12) })
    // 10 and 20 US gal per 1,000 ft² (Texas Manual on Rainwater Harvesting, 2005), converted.
    expect(sizes['ten-gallons']!.volume).toBeCloseTo((10 * US_GALLON * 40) / (1000 * SQUARE_FOOT), 12)
    expect(sizes['twenty-gallons']!.depth).toBeCloseTo(0.815, 3)
    expect(sizes['two-gallons']!.depth).toBeCloseTo((2 * US_GALLON * 1000) / 40, 9)
    // HB 230: about 0.2 mm at the least.
    expect(sizes['published-least']!.depth).toBe(0.2)
    expect(sizes['what-fits']!.volume).toBeCloseTo(chamberVolume(0.1036, 1.2), 12)
  })
  it('the dirtiest of several roofs decides', () => {
    expect(worstFouling([{ fouling: 'clean' }, { fouling: 'heavy' }, { fouling: 'ordinary' }])).toBe('heavy')
  })
  it('chambers hold what was asked, fit the wall, and are as few as may be', () => {
    const bore = fc.double({ min: 0.05, max: 0.2, noNaN: true })
    fc.assert(
      fc.property(
        fc.double({ min: 0.0005, max: 0.08, noNaN: true }),
        bore,
        fc.double({ min: 0.2, max: 3, noNaN: true }),
        (volume, d, room) => {
          const chamber = chamberFor(volume, d, room)
          const full = volume / chamberVolume(d, room)
          expect(chamber === undefined).toBe(full > 6 + 1e-9)
          if (!chamber) return
          expect(chamberVolume(d, chamber.length, chamber.chambers)).toBeCloseTo(volume, 12)
          expect(chamber.length).toBeLessThanOrEqual(room * (1 + 1e-6))
          expect(full).toBeGreaterThan(chamber.chambers - 1 - 1e-6)
        },
      ),
    )
  })
  it.each([
    [{ ballSize: 0.08, seat: 0.064, bore: 0.1036 }, undefined],
    [{ ballSize: 0.11, seat: 0.064, bore: 0.1036 }, 'overBore'],
    [{ ballSize: 0.065, seat: 0.064, bore: 0.1036 }, 'underSeat'],
    [{ ballSize: 0.08, seat: 0.104, bore: 0.1036 }, 'seatOverBore'],
  ] as const)('%j: %s', (ball, fault) => {
    expect(ballFault(ball)).toBe(fault)
  })
})

describe('emptying', () => {
  it('Torricelli’s closed form agrees with a fine fourth-order integration to a ten-thousandth', () => {
    const [bore, hole, depth] = [0.1036, 0.002, 1]
    // u = √level falls linearly; the level itself is stepped here, by Runge and Kutta, to a hundredth of the height.
    const rate = (level: number) => -0.6 * (hole / bore) ** 2 * Math.sqrt(2 * GRAVITY * Math.max(0, level))
    let level: number = depth
    let seconds = 0
    const step = 0.5
    while (level > 0.01) {
      const k1 = rate(level)
      const k2 = rate(level + (step / 2) * k1)
      const k3 = rate(level + (step / 2) * k2)
      const k4 = rate(level + step * k3)
      level += (step / 6) * (k1 + 2 * k2 + 2 * k3 + k4)
      seconds += step
    }
    const closed = drainTime(bore, depth, hole) - drainTime(bore, level, hole)
    expect(Math.abs(seconds / closed - 1)).toBeLessThan(1e-4)
  })
  it('a valve opened once a week keeps what it holds until then; one forgotten takes its volume once', () => {
    const flush = (emptied: 'weekly' | 'never') => ({
      bore: 0.1036,
      length: 1,
      chambers: 1,
      drain: { kind: 'hand-valve' as const, emptied },
    })
    const volume = chamberVolume(0.1036, 1) / LITRE
    const run = (emptied: 'weekly' | 'never') => {
      let held = 0
      let flushed = 0
      for (let day = 1; day <= 28; day++) {
        const after = flushDay(flush(emptied), held, 50, 4, day)
        held = after.held
        flushed += after.flushed
      }
      return flushed / volume
    }
    expect(run('never')).toBeCloseTo(1, 9)
    expect(run('weekly')).toBeCloseTo(4, 9)
  })
})
