import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { carryingPipe, drop, ground, into, oneRoof, overflow, overflowPort, port, scheme, store, vessel } from '../arrangements/parts'
import { placeVessel, setVia } from '../edits'
import type { DeviceOf, Scheme } from '../scheme'
import { SCREEN_GAP } from './carry'
import { computeLayout } from './computeLayout'
import { buriedLength, laidCarry } from './losses'

type Carry = DeviceOf<'carrying-pipe'>
/** One tote that a pipe across fills, over its lid or by a hole in its side. */
const across = (more: Partial<Carry>, at: 'lid' | 'inlet' = 'lid', place?: { x: number; y: number; turn: number }): Scheme =>
  scheme('across', 'Across', {
    ...oneRoof(9, 4, 3),
    drops: [drop('drop', 'Downpipe', [carryingPipe('carry', more)], into('cask'))],
    stores: [
      store('store', 'Tote', [
        vessel(
          'cask',
          'Tote',
          'tote-275',
          { ground: 0, parts: [], width: 1.2, depth: 1.2, soil: 'paving', tied: false },
          [port('in', at, at === 'lid' ? 1.105 : 0.9, { bore: at === 'lid' ? 0.15 : 0.0779 }), overflowPort(0.8, 0.0779)],
          place ? { place } : {},
        ),
      ]),
    ],
    overflows: [overflow('over', 'cask', ground('ditch', 6), { bore: 0.0779 })],
  })
const laid = (of: Scheme) => {
  const layout = computeLayout(of)
  const run = layout.runs.get('carry:carry')!
  return { layout, run, carry: laidCarry(layout, of.drops[0]!.devices[0] as Carry) }
}

describe('the way of a pipe across', () => {
  it.each([0.9, 1.5, 2, 4, 12])('of %f m ends where its vessel stands, over a lid and at a side', (measured) => {
    for (const at of ['lid', 'inlet'] as const) expect(laid(across({ measured }, at)).carry.length).toBeCloseTo(measured, 4)
  })
  it('is as long on the plan as the vessel is away along the wall and out from it (by hand)', () => {
    const { layout, carry } = laid(across({}, 'lid', { x: 5, y: 3, turn: 0 }))
    const { at } = layout.ports.get('cask in')!
    const { axis } = layout.pipes.get('drop')!
    expect(carry.length).toBeCloseTo(Math.abs(at.x - axis.x) + Math.abs(at.y - axis.y), 9)
    // One on the wall's corner, one down to its mouth.
    expect(carry.bends).toBe(2)
  })
  it('falls evenly: its ends differ by fall times its length on the plan, its legs by Pythagoras', () => {
    const { run, carry } = laid(across({ fall: 0.05 }, 'lid', { x: 5, y: 3, turn: 0 }))
    expect(run.points[0]!.z - run.points.at(-1)!.z).toBeCloseTo(0.05 * carry.length + carry.down, 9)
    expect(run.length).toBeCloseTo(carry.length * Math.hypot(1, 0.05) + carry.down, 9)
  })
  it('over a lid it is turned down by a bend to a mouth right over its hole; into a side by none', () => {
    const { layout, run, carry } = laid(across({ bore: 0.1023 }, 'lid', { x: 5, y: 3, turn: 0 }))
    const { at } = layout.ports.get('cask in')!
    const [before, mouth] = run.points.slice(-2)
    expect(mouth).toMatchObject({ x: at.x, y: at.y })
    expect(mouth!.z - at.z).toBeCloseTo(SCREEN_GAP, 9)
    // A bend of half the bore and a socket, by hand.
    expect(before!.z - mouth!.z).toBeCloseTo(0.05 + 0.4 * 0.1023, 9)
    expect(carry.down).toBeCloseTo(before!.z - mouth!.z, 9)
    expect(laid(across({}, 'inlet', { x: 5, y: 3, turn: 0 })).carry.down).toBe(0)
  })
  it('one that stands full rises beside the vessel, and goes over its lid from there', () => {
    const { layout, run } = laid(across({ wet: true, lowPoint: -0.3 }, 'lid', { x: 5, y: 3, turn: 0 }))
    const { half, foot } = layout.vessels.get('cask')!
    const low = run.points.filter(({ z }) => z < 0)
    for (const { x, y } of low) expect(Math.max(Math.abs(x - foot.x) - half.width, Math.abs(y - foot.y) - half.depth)).toBeGreaterThan(0.05)
    const [over, mouth] = run.points.slice(-2)
    expect(over!.z).toBeGreaterThan(mouth!.z)
    expect(mouth!.z).toBeCloseTo(layout.ports.get('cask in')!.at.z + SCREEN_GAP, 9)
  })
  it('goes into a side square to it, and where its corners say', () => {
    const { layout, run } = laid(across({}, 'inlet', { x: 5, y: 3, turn: 0 }))
    const { way } = layout.ports.get('cask in')!
    const [before, last] = run.points.slice(-2)
    const into = { x: last!.x - before!.x, y: last!.y - before!.y }
    expect((into.x * way.x + into.y * way.y) / Math.hypot(into.x, into.y)).toBeCloseTo(-1, 6)
    const led = laid(setVia(across({}, 'lid', { x: 5, y: 3, turn: 0 }), 'carry', 'carry', [{ x: 0, y: 4 }]))
    expect(led.run.points.map(({ x, y }) => [x, y])).toContainEqual([0, 4])
    expect(led.carry.length).toBeGreaterThan(laid(across({}, 'lid', { x: 5, y: 3, turn: 0 })).carry.length + 1)
  })
  it('that stands full goes down to its low point, along, and up in front of the side: three straights and a stub', () => {
    const { run, layout } = laid(across({ wet: true, lowPoint: -0.4 }, 'inlet', { x: 6, y: 0.7, turn: 0 }))
    const { at, way } = layout.ports.get('cask in')!
    expect(Math.min(...run.points.map(({ z }) => z))).toBe(-0.4)
    expect(run.points[0]!.z).toBeCloseTo(at.z, 9)
    const riser = run.points.at(-2)!
    expect((riser.x - at.x) * way.x + (riser.y - at.y) * way.y).toBeGreaterThan(0.17)
    // Only what lies along is in the ground: the ends stand out of it.
    const along = run.points.slice(1).reduce((sum, { x, y }, i) => sum + Math.hypot(x - run.points[i]!.x, y - run.points[i]!.y), 0)
    expect(buriedLength(run)).toBeCloseTo(along - Math.hypot(riser.x - at.x, riser.y - at.y), 9)
    expect(buriedLength(laid(across({ wet: true, lowPoint: 0.1 }, 'inlet')).run)).toBe(0)
  })
  it('to another pipe ends at the branch left for it', () => {
    const two = produce(across({}), (draft) => {
      draft.drops.push(
        drop('other', 'Other', [{ kind: 'tee', id: 'join', height: 1.7, bore: 0.1, spare: false }], {
          kind: 'ground',
          where: 'drain',
          wallDistance: 0.3,
        }),
      )
      draft.gutters[0]!.outlets.push({ ...draft.gutters[0]!.outlets[0]!, id: 'second', at: 3, drop: 'other' })
      draft.drops[0]!.end = { kind: 'drop', drop: 'other' }
    })
    const { run, layout } = laid(two)
    expect(run.points.at(-1)).toMatchObject({ z: 1.7, x: layout.pipes.get('other')!.axis.x })
  })
  it('follows a vessel that is moved: what it was said to be long to begin with goes', () => {
    const before = across({ measured: 2 })
    const moved = placeVessel(before, 'cask', { x: 7, y: 2, turn: 0 })
    expect((moved.drops[0]!.devices[0] as Carry).measured).toBeUndefined()
    expect(laid(moved).carry.length).toBeGreaterThan(laid(before).carry.length + 3)
    // What was measured to a vessel that has its place stays: a tape is not overruled.
    const taped = produce(moved, (draft) => void ((draft.drops[0]!.devices[0] as Carry).measured = 6.2))
    expect((placeVessel(taped, 'cask', { x: 8, y: 2, turn: 0 }).drops[0]!.devices[0] as Carry).measured).toBe(6.2)
  })
})
