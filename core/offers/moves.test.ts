import { baseHeight } from '../layout'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { assess } from '../assess'
import { demoJobs, withyHard } from '../demo'
import { setStand } from '../edits'
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
