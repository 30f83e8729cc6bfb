import { describe, expect, it } from 'vitest'
import { isOver, isUnder } from './lines'

describe('a line', () => {
  it('is held by what stands on it, whatever lengths it was added up of', () => {
    const sums = Array.from({ length: 400 }, (_, k) => (k + 1) / 100)
    for (const line of [0.3, 3, 5])
      for (const first of sums.filter((each) => each < line)) {
        const onIt = first + (line - first)
        const byStep = Array.from({ length: Math.round(line * 10) }, () => 0.1).reduce((sum, step) => sum + step, 0)
        for (const has of [onIt, byStep]) expect([isUnder(has, line), isOver(has, line)], `${has} of ${line}`).toEqual([false, false])
      }
  })

  it('is crossed by a micron', () => {
    expect([isUnder(3 - 1e-6, 3), isOver(3 - 1e-6, 3)]).toEqual([true, false])
    expect([isUnder(3 + 1e-6, 3), isOver(3 + 1e-6, 3)]).toEqual([false, true])
  })
})
