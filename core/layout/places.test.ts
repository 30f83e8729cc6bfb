import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import {
  drop,
  ground,
  into,
  oneRoof,
  overflow,
  overflowPort,
  port,
  pump,
  ringTrough,
  scheme,
  store,
  tap,
  vessel,
} from '../arrangements/parts'
import { planBuild, plainPartsInputs } from '../build'
import { overflowWay } from '../catch/waysOut'
import { addPlace, changePlace, endAway, leadOverflow, placeAtEnd, removePlace } from '../edits'
import { brokenReferences, buildWaterPath } from '../path'
import type { Demand, Scheme } from '../scheme'
import { computeLayout } from './computeLayout'
import { roofOver } from './house'
import { laidPump, overflowEnd } from './losses'
import { lengthOf } from './route'

/** A tote whose surplus is let go 3 m out from the wall, and a bed that a pump waters. */
const yard = (more: Partial<Scheme> = {}): Scheme =>
  scheme('yard', 'Yard', {
    ...oneRoof(6, 3, 2.6),
    drops: [drop('drop', 'Downpipe', [ringTrough('trough', 1.6, into('cask'))], ground('drain'))],
    stores: [
      store('store', 'Tote', [
        vessel('cask', 'Tote', 'tote-275', { ground: 0, parts: [], width: 1.2, depth: 1.2, soil: 'paving', tied: false }, [
          port('in', 'inlet', 0.9),
          port('out', 'outlet', 0.1),
          overflowPort(0.8, 0.0779),
        ]),
      ]),
    ],
    overflows: [overflow('over', 'cask', ground('lawn', 3), { bore: 0.0779 })],
    taps: [tap('tap', 'Tap', 'cask')],
    ...more,
  })
/** A bed of vegetables that a tap waters. */
const bed = (id: string, name: string, tapId: string): Demand => ({
  kind: 'bed',
  id,
  name,
  use: 'edible-beds',
  from: { kind: 'tap', tap: tapId },
  priority: 1,
  skipAfterRain: 0,
  area: 6,
  plants: 'vegetables',
  method: 'can',
  months: [6, 7],
})
const runOf = (of: Scheme, key: string) => computeLayout(of).runs.get(key)!
const endOf = (of: Scheme) => overflowEnd(of, computeLayout(of), of.overflows[0]!)!

describe('a place on the plan', () => {
  it('put where an overflow ends moves nothing: the same way, as far from the wall, on the same ground', () => {
    const before = yard()
    const after = placeAtEnd(before, 'over', 'Lawn')
    expect(runOf(after, 'overflow:over').points).toEqual(
      runOf(before, 'overflow:over').points.map(({ x, y, z }) => ({
        x: expect.closeTo(x, 9),
        y: expect.closeTo(y, 9),
        z: expect.closeTo(z, 9),
      })),
    )
    expect(endOf(after)).toMatchObject({ where: 'lawn', wallDistance: expect.closeTo(3, 9), name: 'Lawn' })
    expect(brokenReferences(after)).toEqual([])
  })
  it('takes the pipe along when it is moved: out from the wall and along it, by the sum of both (by hand)', () => {
    const placed = placeAtEnd(yard(), 'over', 'Lawn')
    const onPlan = (of: Scheme) => lengthOf(runOf(of, 'overflow:over').points.map((point) => ({ ...point, z: 0 })))
    const out = changePlace(placed, 'lawn', (place) => (place.y += 2))
    expect(onPlan(out) - onPlan(placed)).toBeCloseTo(2, 6)
    expect(endOf(out).wallDistance).toBeCloseTo(5, 9)
    const along = changePlace(placed, 'lawn', (place) => (place.x += 4))
    expect(onPlan(along) - onPlan(placed)).toBeCloseTo(4, 6)
    expect(runOf(along, 'overflow:over').points.at(-1)).toMatchObject({ x: along.places[0]!.x, y: along.places[0]!.y })
  })
  it('lower than the paving lets the open end down with it', () => {
    const placed = placeAtEnd(yard(), 'over', 'Lawn')
    const low = changePlace(placed, 'lawn', (place) => (place.level = -0.4))
    const height = (of: Scheme) => overflowWay(buildWaterPath(of), of.overflows[0]!).route.end
    expect(height(placed) - height(low)).toBeCloseTo(0.4, 9)
    expect(runOf(placed, 'overflow:over').points.at(-1)!.z - runOf(low, 'overflow:over').points.at(-1)!.z).toBeCloseTo(0.4, 9)
  })
  it('goes as far off the wall as a mend asks, and only in that way', () => {
    const placed = changePlace(placeAtEnd(yard(), 'over', 'Lawn'), 'lawn', (place) => (place.x += 1.5))
    const away = endAway(placed, 'over', 5)
    expect(endOf(away).wallDistance).toBeCloseTo(5, 9)
    expect(away.places[0]!.x).toBeCloseTo(placed.places[0]!.x, 9)
    expect(endOf(endAway(yard(), 'over', 4.5)).wallDistance).toBe(4.5)
  })
  it('beside the house is as far off as its nearest eave or verge, and under its roof not at all (by hand)', () => {
    const placed = placeAtEnd(yard(), 'over', 'Lawn')
    const [roof] = roofOver(placed)
    const xs = roof!.corners.map(({ x }) => x)
    const ys = roof!.corners.map(({ y }) => y)
    const put = (x: number, y: number) => changePlace(placed, 'lawn', (place) => Object.assign(place, { x, y }))
    const middle = (Math.min(...ys) + Math.max(...ys)) / 2
    expect(Math.min(...ys)).toBeLessThan(0)
    const behind = Math.min(...ys) - 1
    const beside = put(Math.max(...xs) + 4, Math.min(middle, -0.5))
    expect(endOf(beside).wallDistance).toBeCloseTo(4, 9)
    // Off the corner: the long side of 3, 4, 5.
    expect(endOf(put(Math.min(...xs) - 3, Math.min(...ys) - 4)).wallDistance).toBeCloseTo(5, 9)
    expect(endOf(put(0, behind)).wallDistance).toBeCloseTo(1, 9)
    expect(endOf(put(0, Math.min(middle, -0.5))).wallDistance).toBe(0)
    // Straight away from the house, on its own side of it.
    const away = endAway(beside, 'over', 7)
    expect(endOf(away).wallDistance).toBeCloseTo(7, 9)
    expect(away.places[0]!.y).toBeCloseTo(beside.places[0]!.y, 9)
    expect(endOf(endAway(put(0, Math.min(middle, -0.5)), 'over', 3)).wallDistance).toBeCloseTo(3, 9)
  })
  it('taken off leaves what led there on the same ground, as far off; what was drawn there is drawn on', () => {
    const placed = produce(placeAtEnd(yard({ demands: [bed('bed', 'Beans', 'tap')] }), 'over', 'Lawn'), (draft) => {
      draft.demands[0]!.place = 'lawn'
      draft.drops[0]!.end = { kind: 'place', place: 'lawn' }
    })
    const gone = removePlace(placed, 'lawn')
    expect(gone.places).toEqual([])
    expect(gone.overflows[0]!.to).toMatchObject({ kind: 'ground', where: 'lawn', wallDistance: expect.closeTo(3, 3) })
    expect(gone.drops[0]!.end).toMatchObject({ kind: 'ground', where: 'lawn' })
    expect(gone.demands[0]!.place).toBeUndefined()
    expect(brokenReferences(gone)).toEqual([])
    // Led to it while it is not there any more is a tie that is told.
    expect(brokenReferences({ ...placed, places: [] }).map(({ path }) => path)).toEqual([
      'drops[0].end.place',
      'overflows[0].to.place',
      'demands[0].place',
    ])
  })
  it('that is not there is refused', () => {
    expect(() => leadOverflow(yard(), 'over', { kind: 'place', place: 'gone' })).toThrow(RangeError)
    expect(() => changePlace(yard(), 'gone', () => {})).toThrow(RangeError)
  })
})

describe('a pump’s pipe', () => {
  const pumped = (measured?: number): Scheme => {
    const to = { kind: 'demand' as const, demand: 'bed' }
    const made = yard({
      pumps: [pump('pump', 'cask', to, { line: { bore: 0.0209, measured } })],
      demands: [{ ...bed('bed', 'Beans', 'tap'), from: { kind: 'pump', pump: 'pump' } }],
    })
    return produce(addPlace(made, 'bed', 'Beans', { x: 3, y: 8 }), (draft) => void (draft.demands[0]!.place = 'bed'))
  }
  it('is as long as the way to the bed that it waters: down, and straight over the ground (Pythagoras)', () => {
    const of = pumped()
    const layout = computeLayout(of)
    const { at, way } = layout.ports.get('cask out')!
    const off = { x: at.x + 0.2 * way.x, y: at.y + 0.2 * way.y }
    expect(laidPump(layout, of.pumps[0]!).line.length).toBeCloseTo(0.2 + at.z + Math.hypot(3 - off.x, 8 - off.y), 6)
  })
  it('is bought as long, and follows the bed', () => {
    const bought = (of: Scheme) =>
      planBuild(buildWaterPath(of), plainPartsInputs('imperial')).assembly.parts.find(({ key }) => key === 'pump:pump:line')!.quantity
    const of = pumped()
    expect(bought(of)).toBeCloseTo(laidPump(computeLayout(of), of.pumps[0]!).line.length, 6)
    expect(bought(changePlace(of, 'bed', (place) => (place.y += 10)))).toBeGreaterThan(bought(of) + 9)
  })
  it('to a place that is not on the plan is as long as it was measured', () => {
    const of = produce(pumped(33), (draft) => void (draft.demands[0]!.place = undefined))
    expect(laidPump(computeLayout(of), of.pumps[0]!).line.length).toBe(33)
  })
})

describe('what a device lets out of its pipe’s side', () => {
  const shutOff = (to: Scheme['drops'][number]['end']): Scheme =>
    produce(yard(), (draft) => {
      draft.drops[0]!.devices.unshift({ kind: 'winter-shut-off', id: 'winter', height: 2.2, to })
    })
  it('goes along the wall until it is clear of the vessel, down, and out to its ground (by hand)', () => {
    const of = shutOff(ground('lawn', 4))
    const layout = computeLayout(of)
    const run = layout.runs.get('side:winter')!
    const { foot, half } = layout.vessels.get('cask')!
    const [start, over, down, end] = run.points
    expect(start!.z).toBe(2.2)
    expect(over!.z).toBe(2.2)
    expect(Math.abs(over!.x - foot.x)).toBeGreaterThanOrEqual(half.width + 0.14)
    expect(down).toMatchObject({ x: over!.x, z: 0.05 })
    expect(end!.y - layout.walls.get('store')!.at.y).toBeCloseTo(4, 9)
    expect(run.bends.map(Math.round)).toEqual([90, 90])
  })
  it('is bought to the end and laid in a step of its own; round a shut inlet it leaves above the float', () => {
    const of = shutOff(ground('lawn', 4))
    const plan = planBuild(buildWaterPath(of), plainPartsInputs('metric'))
    const part = plan.assembly.parts.find(({ key }) => key === 'device:winter:side')!
    expect(part.quantity).toBeCloseTo(runOf(of, 'side:winter').length, 9)
    expect(plan.steps.map(({ id }) => id)).toContain('side:winter')
    const shut = produce(yard(), (draft) => {
      draft.drops[0]!.devices = [{ kind: 'float-shut', id: 'float', height: 1, bore: 0.0779, byPass: ground('ditch', 5) }]
      draft.drops[0]!.end = into('cask', 'in')
    })
    expect(runOf(shut, 'side:float').points[0]!.z).toBeCloseTo(1.3, 9)
  })
  it('to a place on the plan ends there; to another pipe it comes to that one', () => {
    const placed = addPlace(shutOff({ kind: 'place', place: 'lawn' }), 'lawn', 'Lawn', { x: 5, y: 6 })
    expect(runOf(placed, 'side:winter').points.at(-1)).toMatchObject({ x: 5, y: 6 })
    const led = produce(shutOff({ kind: 'drop', drop: 'second' }), (draft) => {
      draft.drops.push({ ...draft.drops[0]!, id: 'second', name: 'Second', devices: [], end: ground('drain') })
    })
    const layout = computeLayout(led)
    const { axis } = layout.pipes.get('second')!
    expect(layout.runs.get('side:winter')!.points.at(-1)).toMatchObject({ x: expect.closeTo(axis.x, 9), y: expect.closeTo(axis.y, 9) })
  })
})
