import fc from 'fast-check'
import { expect, test } from 'vitest'
import { firstThat } from './firstThat'

test('finds what a search from the front finds, and asks of few', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.integer({ min: 0, max: 1000 }), { maxLength: 64 }),
      fc.integer({ min: -1, max: 1001 }),
      (numbers, least) => {
        const row = numbers.toSorted((a, b) => a - b)
        let asked = 0
        const found = firstThat(row, (each) => {
          asked++
          return each >= least
        })
        expect(found).toBe(row.find((each) => each >= least))
        expect(asked).toBeLessThanOrEqual(Math.ceil(Math.log2(row.length + 1)))
      },
    ),
  )
})
