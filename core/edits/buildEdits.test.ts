import { describe, expect, it } from 'vitest'
import { withyHard } from '../demo'
import { parseInput, scheme as schemeSchema, type Scheme } from '../scheme'
import {
  addExtra,
  clearFittings,
  clearHole,
  putFittings,
  recordTest,
  removeExtra,
  setEnd,
  setHole,
  setLine,
  setTimer,
  tickStep,
} from './buildEdits'

const scheme = withyHard().schemes[0]!
const KEY = 'outlet:river-outlet|device:river-neck'
/** Every edit gives a scheme that is valid, and leaves the one it was given as it was. */
function after(change: (scheme: Scheme) => Scheme, from = scheme): Scheme['build'] {
  const before = JSON.stringify(from)
  const changed = change(from)
  expect(JSON.stringify(from)).toBe(before)
  expect(parseInput(schemeSchema, JSON.parse(JSON.stringify(changed)))).toBeTruthy()
  return changed.build
}

describe('edits of a build', () => {
  it('keep one entry a joint, and none that says nothing', () => {
    const spigot = { type: 'downpipe-square', size: '65', gender: 'male' } as const
    const both = putFittings(setEnd(scheme, KEY, 'upper', spigot), KEY, ['a', 'b'])
    expect(after(() => both).joints).toEqual([{ key: KEY, upper: spigot, lower: undefined, fittings: ['a', 'b'] }])
    const solved = clearFittings(both, KEY)
    expect(solved.build.joints).toEqual([{ key: KEY, upper: spigot, lower: undefined, fittings: undefined }])
    expect(after((each) => setEnd(each, KEY, 'upper', undefined), solved).joints).toEqual([])
  })

  it('take an empty row of fittings at its word', () => {
    expect(after((each) => putFittings(each, KEY, [])).joints[0]).toMatchObject({ fittings: [] })
  })

  it('set a hole anew, and leave it to its seal again', () => {
    const set = setHole(setHole(scheme, 'port:butt:out', 'bulkhead', 0), 'port:butt:out', 'bulkhead', 0.038)
    expect(after(() => set).holes).toEqual([{ key: 'port:butt:out', seal: 'bulkhead', diameter: 0.038 }])
    expect(after((each) => clearHole(each, 'port:butt:out'), set).holes).toEqual([])
  })

  it('keep one choice a line of the bill', () => {
    const set = setLine(setLine(scheme, 'base:blocks', false, 12), 'base:blocks', true, null)
    expect(after(() => set).lines).toEqual([{ item: 'base:blocks', reuse: true, quantity: null }])
  })

  it('begin the wait that follows from a step when it is done, and keep one that runs already', () => {
    const done = tickStep(scheme, 'cement', 5000, true)
    expect(after(() => done).timers).toEqual([{ step: 'cement', started: 5000 }])
    expect(after((each) => tickStep(each, 'cement', 9000, true), setTimer(scheme, 'cement', 4000)).timers).toEqual([
      { step: 'cement', started: 4000 },
    ])
    expect(after((each) => tickStep(each, 'cement', undefined, true), done)).toMatchObject({ done: [], timers: [] })
  })

  it('add a line of the reader and take it off', () => {
    const extra = { id: 'can', name: 'Can', shop: 'sundries', quantity: 1, price: 7 } as const
    const added = addExtra(scheme, extra)
    expect(after(() => added).extras).toEqual([extra])
    expect(after((each) => removeExtra(each, 'can'), added).extras).toEqual([])
  })

  it('tick a step once, and stop what waits on it when it is unticked', () => {
    const ticked = setTimer(tickStep(tickStep(scheme, 'cement', 5), 'cement', 9), 'cement', 9)
    expect(after(() => ticked).done).toEqual([{ step: 'cement', at: 9 }])
    expect(ticked.build.timers).toEqual([{ step: 'cement', started: 9 }])
    const undone = after((each) => tickStep(each, 'cement', undefined), ticked)
    expect([undone.done, undone.timers]).toEqual([[], []])
  })

  it('begin a wait anew, and call it off', () => {
    const running = setTimer(setTimer(scheme, 'cure', 1), 'cure', 2)
    expect(running.build.timers).toEqual([{ step: 'cure', started: 2 }])
    expect(after((each) => setTimer(each, 'cure', undefined), running).timers).toEqual([])
  })

  it('hold a test as done only when it went right, and its last result alone', () => {
    const wrong = recordTest(scheme, { test: 'hose', result: 'wrong', fault: 'jointDrips', note: '', at: 1 })
    expect([wrong.build.tests.length, wrong.build.done]).toEqual([1, []])
    const right = recordTest(wrong, { test: 'hose', result: 'right', fault: '', note: 'dry', at: 2 })
    expect(after(() => right).tests).toEqual([{ test: 'hose', result: 'right', fault: '', note: 'dry', at: 2 }])
    expect(right.build.done).toEqual([{ step: 'hose', at: 2 }])
    expect(recordTest(right, { test: 'hose', result: 'wrong', fault: 'jointDrips', note: '', at: 3 }).build.done).toEqual([])
  })
})
