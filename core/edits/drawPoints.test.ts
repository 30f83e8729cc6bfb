import { describe, expect, it } from 'vitest'
import { plainPartsInputs, planBuild } from '../build'
import { assess } from '../assess'
import { tanksOf } from '../balance'
import { ARRANGEMENTS } from '../arrangements'
import { demoJobs } from '../demo'
import { twoBarrelsTransfer, cropTunnel } from '../arrangements/several'
import { laidPump, pumpLegs } from '../layout'
import { brokenReferences, buildWaterPath } from '../path'
import { pumpedInto, type Scheme } from '../scheme'
import { runStorm } from '../storm'
import {
  addPump,
  addTap,
  addVessel,
  drawFrom,
  drawPoints,
  leadPump,
  mayRemoveDrawPoint,
  movePump,
  moveTap,
  removeDemand,
  removePump,
  removeTap,
  removeVessel,
} from './index'

const whole = (scheme: Scheme) => expect(brokenReferences(scheme)).toEqual([])
const ports = (scheme: Scheme, id: string) => scheme.stores.flatMap(({ vessels }) => vessels).find((vessel) => vessel.id === id)!.ports
/** A barrel of two from which a pump lifts into a header, and a second header to which it does not yet. */
const twoHeaders = (): Scheme => {
  const made = addVessel(twoBarrelsTransfer(), 'header')
  const header = made.stores.find(({ id }) => id === 'header')!
  // Apart: each is filled by itself.
  return { ...made, stores: made.stores.map((store) => (store === header ? { ...header, arrangement: 'single', links: [] } : store)) }
}
const SECOND = twoHeaders().stores.find(({ id }) => id === 'header')!.vessels[1]!.id
const byY = () => leadPump(twoHeaders(), 'pump', { kind: 'vessel', vessel: 'header-tank', also: SECOND })

describe('a tap', () => {
  it('is added through a hole of its own, taken to another vessel, and leaves no hole behind', () => {
    const before = twoBarrelsTransfer()
    const more = addTap(before, 'first', 'Second tap')
    whole(more)
    const added = more.taps.at(-1)!
    expect(added).toMatchObject({ name: 'Second tap', vessel: 'first', can: before.taps[0]!.can })
    // Its first outlet is free there: nothing is drilled for it.
    expect(ports(more, 'first')).toHaveLength(ports(before, 'first').length)
    const third = addTap(more, 'first', 'Third tap')
    expect(ports(third, 'first')).toHaveLength(ports(before, 'first').length + 1)
    const moved = moveTap(third, third.taps.at(-1)!.id, 'header-tank')
    whole(moved)
    expect(ports(moved, 'first')).toHaveLength(ports(before, 'first').length)
    expect(moved.taps.at(-1)!.vessel).toBe('header-tank')
  })
  it('that is taken out hands what it gave to the next one, and the last one stays', () => {
    const [only] = ARRANGEMENTS.map((make) => make()).filter(
      ({ taps, pumps, demands }) => taps.length === 1 && pumps.length === 0 && demands.length > 0,
    )
    expect(mayRemoveDrawPoint(only!)).toBe(false)
    expect(() => removeTap(only!, only!.taps[0]!.id)).toThrow(RangeError)
    const two = addTap(only!, only!.taps[0]!.vessel, 'Other')
    expect(mayRemoveDrawPoint(two)).toBe(true)
    const left = removeTap(two, only!.taps[0]!.id)
    whole(left)
    expect(left.demands.map(({ from }) => from)).toEqual(only!.demands.map(() => ({ kind: 'tap', tap: two.taps.at(-1)!.id })))
  })
})

describe('a pump', () => {
  it('is added for the first thing that is drawn from its vessel, which it gives from then on', () => {
    const before = twoBarrelsTransfer()
    const [demand] = before.demands
    const more = addPump(before, 'header-tank')
    whole(more)
    const added = more.pumps.at(-1)!
    expect(added.to).toEqual({ kind: 'demand', demand: demand!.id })
    expect(more.demands[0]!.from).toEqual({ kind: 'pump', pump: added.id })
    const back = drawFrom(more, demand!.id, { kind: 'tap', tap: 'tap' })
    whole(back)
    // It gives nothing any more: where it leads then is for a licensed trade to say.
    expect(back.pumps.at(-1)!.to).toEqual({ kind: 'house', professional: false })
    expect(drawPoints(more)).toEqual([
      { kind: 'tap', tap: 'tap' },
      { kind: 'pump', pump: 'pump' },
      { kind: 'pump', pump: added.id },
    ])
  })
  it('goes with the one thing that it was for, and leaves no hole', () => {
    const before = cropTunnel()
    const after = removeDemand(before, 'drip')
    whole(after)
    expect(after.pumps).toEqual([])
    const { from } = before.pumps[0]!
    expect(ports(after, from.vessel).some(({ id }) => id === from.port)).toBe(false)
  })
  it('that is taken out closes both of its holes', () => {
    const after = removePump(twoBarrelsTransfer(), 'pump')
    whole(after)
    expect(ports(after, 'header-tank').map(({ role }) => role)).toEqual(['outlet'])
  })
  it('never lifts into the vessel that it stands at, nor twice into one', () => {
    const scheme = twoBarrelsTransfer()
    expect(() => leadPump(scheme, 'pump', { kind: 'vessel', vessel: 'second' })).toThrow(RangeError)
    expect(() => leadPump(scheme, 'pump', { kind: 'vessel', vessel: 'first', also: 'first' })).toThrow(RangeError)
    const moved = movePump(scheme, 'pump', 'header-tank')
    whole(moved)
    expect(pumpedInto(moved.pumps[0]!)).toEqual([])
    for (const spoilt of [
      { ...scheme.pumps[0]!, to: { kind: 'vessel' as const, vessel: 'second', port: 'out', also: undefined } },
      { ...scheme.pumps[0]!, to: { kind: 'vessel' as const, vessel: 'first', port: 'low', also: { vessel: 'first', port: 'low' } } },
    ])
      expect(brokenReferences({ ...scheme, pumps: [spoilt] }).some(({ problem }) => problem === 'linkToItself')).toBe(true)
  })
})

describe('a pump that lifts into two vessels by a Y', () => {
  it('has a way to each, lifts as high as the higher and rubs along the longer', () => {
    const scheme = byY()
    whole(scheme)
    const { layout } = buildWaterPath(scheme)
    const [pump] = scheme.pumps
    const legs = pumpLegs(layout, pump!)
    expect(legs.map(({ key }) => key)).toEqual(['pump:pump', 'pump:pump:also'])
    for (const [i, { vessel, port }] of pumpedInto(pump!).entries())
      expect(legs[i]!.points.at(-1)).toEqual(layout.ports.get(`${vessel} ${port}`)!.at)
    const laid = laidPump(layout, pump!)
    expect(laid.line.length).toBe(Math.max(...legs.map(({ length }) => length)))
    expect(laid.rise).toBe(Math.max(...legs.flatMap(({ points }) => points.map(({ z }) => z))))
  })
  it('is bought with one Y and a pipe as long as each way, and set by a step of its own', () => {
    const scheme = byY()
    const path = buildWaterPath(scheme)
    const { assembly, steps } = planBuild(path, plainPartsInputs('metric'))
    const of = (key: string) => assembly.parts.filter((part) => part.key === `pump:pump:${key}`)
    expect(of('y')).toHaveLength(1)
    const legs = pumpLegs(path.layout, scheme.pumps[0]!)
    expect([of('line')[0]!.quantity, of('line:also')[0]!.quantity]).toEqual(legs.map(({ length }) => length))
    const ids = steps.map(({ id }) => id)
    expect(ids.indexOf('pumpY:pump')).toBeGreaterThan(ids.indexOf('pump:pump'))
    expect(ids.indexOf('pumpY:pump')).toBeGreaterThan(ids.indexOf(`set:${SECOND}`))
    expect(planBuild(buildWaterPath(twoBarrelsTransfer()), plainPartsInputs('metric')).steps.some(({ kind }) => kind === 'pumpY')).toBe(
      false,
    )
    // Every end of what was bought is joined to something.
    expect(assembly.joints.filter(({ state }) => state !== 'mates' && state !== 'solved')).toEqual([])
  })
  it('gives each half of what it brings, until a float stops both where they are full; no water is made or lost', () => {
    const run = (wants: number) => {
      const scheme = byY()
      const own = { ...scheme, pumps: scheme.pumps.map((pump) => ({ ...pump, wants, floatSwitch: true })) }
      const storm = { step: 60, intensity: Float64Array.from({ length: 30 }, () => 60) }
      return runStorm(buildWaterPath(own), storm, { start: 0.6, opened: [] })!
    }
    const volumes = ({ flows }: ReturnType<typeof run>) => flows.filter(({ kind }) => kind === 'pump').map(({ volume }) => volume)
    const little = run(1e-6)
    const [one, other] = volumes(little)
    expect(one).toBeGreaterThan(0)
    // A header that stands beside the other and is like it.
    expect(other).toBeCloseTo(one!, 12)
    // 1 mL a second for the half hour of rain, and for as long as the run goes on after it.
    expect(one! + other!).toBeGreaterThanOrEqual(1e-6 * 1800 * 0.999)
    const much = run(0.0005)
    for (const id of ['header-tank', SECOND]) {
      const vessel = much.vessels.find((each) => each.id === id)!
      expect(vessel.endVolume - vessel.startVolume).toBeGreaterThan(0)
      expect(vessel.peak).toBeLessThanOrEqual(vessel.full + 1e-4)
    }
    expect(much.error).toBeLessThan(1e-9)
  })
  it('is one account with both, and a vessel that goes leaves it the other', () => {
    const scheme = byY()
    const [tank] = tanksOf(buildWaterPath(scheme), 'store')
    expect(new Set(tank!.vessels)).toEqual(new Set(['first', 'second', 'header-tank', SECOND]))
    const left = removeVessel(scheme, SECOND)
    whole(left)
    expect(pumpedInto(left.pumps[0]!).map(({ vessel }) => vessel)).toEqual(['header-tank'])
    expect(assess(left).path.layout.runs.has('pump:pump:also')).toBe(false)
  })
})

describe('a hole that is added', () => {
  const all = [...demoJobs().flatMap(({ schemes }) => schemes), ...ARRANGEMENTS.map((make) => make())].flatMap((scheme) =>
    scheme.stores.flatMap(({ vessels }) => vessels.map(({ id, name }) => [scheme.name, name, id, scheme] as const)),
  )
  it.each(all)('of a second tap, a third and a pump finds room beside what is there: %s, %s', (_, __, id, scheme) => {
    const holes = (of: Scheme) => assess(of).findings.filter((finding) => finding.id === 'holesTooNear')
    const before = holes(scheme)
    expect(holes(addPump(addTap(addTap(scheme, id, 'One'), id, 'Two'), id))).toEqual(before)
  })
})
