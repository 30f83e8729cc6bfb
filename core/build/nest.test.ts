import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { barsBound, nestCuts } from './nest'

/** Fewest lengths by trying every way of sharing pieces out. */
function exhaustive(lengths: readonly number[], stock: number, kerf: number): number {
  let best = lengths.length
  const place = (n: number, used: number[]): void => {
    if (used.length >= best) return
    if (n === lengths.length) {
      best = used.length
      return
    }
    const size = lengths[n]! + kerf
    used.forEach((filled, at) => {
      if (filled + size <= stock + kerf + 1e-9)
        place(
          n + 1,
          used.map((each, i) => (i === at ? each + size : each)),
        )
    })
    place(n + 1, [...used, size])
  }
  place(0, [])
  return best
}
const pieces = (most: number) => fc.array(fc.double({ min: 0.05, max: 2.9, noNaN: true }), { minLength: 1, maxLength: most })
const kerf = fc.constantFrom(0, 0.0015, 0.003, 0.01)

describe('nestCuts', () => {
  it('needs as few lengths as trying everything does, for up to eight pieces', () => {
    fc.assert(
      fc.property(pieces(8), kerf, (lengths, width) => {
        const plan = nestCuts(lengths, 3, width)
        expect(plan.bars).toHaveLength(exhaustive(lengths, 3, width))
        expect(plan.proven).toBe(true)
      }),
      { numRuns: 150 },
    )
  })

  it('cuts every piece once, overfills no length, and never beats the bound', () => {
    fc.assert(
      fc.property(pieces(60), kerf, (lengths, width) => {
        const { bars, bound, tooLong } = nestCuts(lengths, 3, width)
        expect(bars.flatMap((bar) => bar.pieces).toSorted((a, b) => a - b)).toEqual(lengths.map((_, i) => i))
        expect(tooLong).toEqual([])
        expect(bars.length).toBeGreaterThanOrEqual(bound)
        for (const { pieces: own, rest } of bars) {
          const sawn = own.reduce((sum, i) => sum + lengths[i]!, 0) + (own.length - 1) * width
          expect(sawn).toBeLessThanOrEqual(3 + 1e-9)
          // The last piece needs no cut of its own when it ends where the length does.
          expect(rest).toBeCloseTo(Math.max(0, 3 + width - sawn - width), 6)
        }
      }),
      { numRuns: 60 },
    )
  })

  it('finds the better plan that first fit misses', () => {
    // First fit takes 6 + 3, 4 + 4 + 2 … and needs three lengths of ten; 6 + 4, 4 + 3 + 3 needs two.
    const lengths = [6, 4, 4, 3, 3]
    expect(nestCuts(lengths, 10, 0).bars).toHaveLength(2)
  })

  it('spends a cut between two pieces that would just fit without one', () => {
    expect(nestCuts([1.5, 1.5], 3, 0).bars).toHaveLength(1)
    expect(nestCuts([1.5, 1.5], 3, 0.003).bars).toHaveLength(2)
  })

  it('names pieces that no bought length is long enough for, and nests the rest', () => {
    const plan = nestCuts([3.2, 1, 1], 3, 0.003)
    expect(plan.tooLong).toEqual([0])
    expect(plan.bars).toHaveLength(1)
  })

  it('refuses nonsense by the name of the field', () => {
    expect(() => nestCuts([1], 0, 0)).toThrow(/stock/)
    expect(() => nestCuts([1], 3, -1)).toThrow(/kerf/)
    expect(() => nestCuts([-1], 3, 0)).toThrow(/length/)
  })
})

describe('barsBound', () => {
  it('sees that pieces over half a length cannot share one (Martello & Toth L2, from memory)', () => {
    expect(barsBound([0.6, 0.6, 0.6], 1)).toBe(3)
    expect(barsBound([], 1)).toBe(0)
  })
})
