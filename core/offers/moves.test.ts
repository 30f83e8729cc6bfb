import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { assess } from '../assess'
import { demoJobs, withyHard } from '../demo'
import { addDevice, addPort, freshDevice, setStand, trainPlace } from '../edits'
import { word } from '../figures/told'
import { FINDING_RULES } from '../findings'
import { baseHeight, footOf } from '../layout'
import type { DeviceOf, PortRole, Scheme, Vessel } from '../scheme'
import { length } from '../units/quantity'
import { movesBetween, movesOf } from './moves'

describe('what a change moves', () => {
  it('a stand raised by 100 mm takes foot and holes with it, and the saw mark where the mend moves it', () => {
    const before = withyHard().schemes[0]!
    const butt = before.stores[0]!.vessels[0]!
    const after = setStand(before, butt.id, baseHeight(butt.base) + 0.1)
    const moves = movesBetween(before, after)
    expect(moves.map(({ what }) => what.word)).toContain('standHeight')
    for (const { from, to } of moves) expect(to.value - from.value).toBeCloseTo(0.1, 9)
  })
  it.each(['twist', 'flap', 'push-in', 'float-shut'] as const)('a %s hung elsewhere is told by its name, from where to where', (kind) => {
    const start = withyHard().schemes[0]!
    const before = addDevice(start, 'river-drop', 'butt', freshDevice(kind, 'new', trainPlace(start, 'river-drop', 'butt')))
    const hung = (scheme: Scheme) => scheme.drops.flatMap(({ devices }) => devices).find((each) => each.kind === kind) as { height: number }
    const at = hung(before).height
    const after = structuredClone(before)
    hung(after).height = at - 0.04
    const { name } = before.drops.find(({ id }) => id === 'river-drop')!
    expect(movesBetween(before, after)).toEqual([{ what: word(kind), name, from: length(at), to: length(at - 0.04) }])
    // Half a millimetre is no move.
    hung(after).height = at - 4e-4
    expect(movesBetween(before, after)).toEqual([])
  })
  it('a hole is told with its vessel, over the paving; a vent has no height that anybody keeps to', () => {
    const before = addPort(withyHard().schemes[0]!, 'butt', 'vent')
    const hole = (role: PortRole, moved: number) => {
      const after = structuredClone(before)
      for (const port of after.stores[0]!.vessels[0]!.ports) if (port.role === role) port.at += moved
      return movesBetween(before, after).map(({ what, name, from, to }) => [what.word, name, (to.value - from.value).toFixed(6)])
    }
    const { name, ports } = before.stores[0]!.vessels[0]!
    expect(hole('outlet', 0.03)).toEqual([['hole-outlet', name, '0.030000']])
    expect(ports.filter(({ role }) => role === 'vent')).toHaveLength(1)
    expect(hole('vent', -0.03)).toEqual([])
    const foot = footOf(before, before.stores[0]!.vessels[0]!)
    const raised = structuredClone(before)
    const outlet = raised.stores[0]!.vessels[0]!.ports.find(({ role }) => role === 'outlet')!
    outlet.at += 0.05
    expect(movesBetween(before, raised)[0]!.to.value).toBeCloseTo(foot + outlet.at, 12)
  })
  it('what was measured, sawn, drilled or built by a height is said beside it, and by the height before', () => {
    const start = withyHard().schemes[0]!
    const trough = start.drops.flatMap(({ devices }) => devices).find(({ kind }) => kind === 'ring-trough') as DeviceOf<'ring-trough'>
    const [vessel] = start.stores[0]!.vessels as [Vessel]
    const moved = (done: string[], measured = false) => {
      const before = structuredClone(start)
      before.build.done = done.map((step) => ({ step, at: 0, by: undefined }))
      for (const drop of before.drops)
        drop.marks = { ...drop.marks, measured: measured && drop.devices.some(({ id }) => id === trough.id) ? [trough.mark] : [] }
      const after = structuredClone(before)
      for (const device of after.drops.flatMap(({ devices }) => devices))
        if (device.id === trough.id) Object.assign(device, { mark: trough.mark + 0.1 })
      after.stores[0]!.vessels[0]!.base.parts[0]!.height += 0.1
      return new Map(movesBetween(before, after).map(({ what, fixed }) => [what.word, fixed]))
    }
    const kinds = ['upperMark', 'standHeight', 'hole-outlet']
    const fixed = (...given: Parameters<typeof moved>) => kinds.map((kind) => moved(...given).get(kind))
    expect(kinds.every((kind) => moved([]).has(kind))).toBe(true)
    expect(fixed([])).toEqual([undefined, undefined, undefined])
    expect(fixed([], true)).toEqual(['measured', undefined, undefined])
    // What was sawn was measured before.
    expect(fixed([`cut:${trough.id}`], true)).toEqual(['sawn', undefined, undefined])
    expect(fixed([`drill:${vessel.id}`])).toEqual([undefined, undefined, 'drilled'])
    expect(fixed([`base:${vessel.id}`])).toEqual([undefined, 'built', undefined])
    expect(fixed([`cast:${vessel.id}`])).toEqual([undefined, 'built', undefined])
    // Steps of another vessel fix nothing here.
    expect(fixed(['base:other', 'drill:other', 'cut:other'])).toEqual([undefined, undefined, undefined])
  })
  it('a finding without a mend, or whose mend is not to be had, moves nothing', () => {
    let without = 0
    for (const scheme of ARRANGEMENTS.map((make) => make()))
      for (const finding of assess(scheme).findings) {
        if (FINDING_RULES.find(({ id }) => id === finding.id)!.mend && finding.mends) continue
        expect(movesOf(scheme, finding)).toEqual([])
        without++
      }
    expect(without).toBeGreaterThan(0)
  })
  it('nothing moves where nothing changes', () => {
    const [scheme] = withyHard().schemes
    expect(movesBetween(scheme!, structuredClone(scheme!))).toEqual([])
  })
  it('every mend that moves a mark says so, in every demo and arrangement', () => {
    let told = 0
    for (const scheme of [...demoJobs().flatMap(({ schemes }) => schemes), ...ARRANGEMENTS.map((make) => make())])
      for (const finding of assess(scheme).findings)
        for (const option of [undefined, ...finding.options.map(({ id }) => id)]) {
          const moves = movesOf(scheme, finding, option)
          for (const { from, to } of moves) expect(Math.abs(from.value - to.value)).toBeGreaterThan(5e-4)
          told += moves.length
        }
    expect(told).toBeGreaterThan(10)
  })
})
