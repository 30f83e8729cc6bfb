import { describe, expect, it } from 'vitest'
import { isOver, isUnder } from './tolerance'

describe('a line', () => {
  it('is held by what stands on it, whatever lengths it was added up of', () => {
    for (const line of [0.3, 3, 5]) {
      const byTenths = Array.from({ length: Math.round(line * 10) }, () => 0.1).reduce((sum, step) => sum + step, 0)
      const ofTwo = Array.from({ length: Math.round(line * 100) }, (_, k) => k / 100).map((first) => first + (line - first))
      // That it takes a tolerance at all.
      expect([byTenths, ...ofTwo].some((has) => has !== line)).toBe(true)
      for (const has of [byTenths, ...ofTwo]) expect([isUnder(has, line), isOver(has, line)], `${has} of ${line}`).toEqual([false, false])
    }
  })

  it('is crossed by a micron', () => {
    expect([isUnder(3 - 1e-6, 3), isOver(3 - 1e-6, 3)]).toEqual([true, false])
    expect([isUnder(3 + 1e-6, 3), isOver(3 + 1e-6, 3)]).toEqual([false, true])
  })
})
