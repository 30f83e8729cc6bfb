import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { end } from '../parts'
import type { Job } from '../scheme'
import { jointWays, partsInputs, resolveJoints, type Meeting } from './index'

// No catalogue fitting goes from a tote to a square downpipe in one: only what the reader has made.
const TOTE = end('tote', 'S60x6', 'male')
const SQUARE = end('downpipe-square', '65', 'female')
const PIPE = end('metric', '110', 'male')
type Own = { id: string; price: number; owned: number; to?: 'pipe' }
const inputs = (own: readonly Own[]) =>
  partsInputs({
    system: 'metric',
    ownFittings: own.map(({ id, price, to }): Job['ownFittings'][number] => ({
      id,
      name: id,
      price,
      ends: [end('tote', 'S60x6', 'female'), to ? { ...PIPE, gender: 'female' } : { ...SQUARE, gender: 'male' }],
    })),
    shelf: own.map(({ id, owned }) => ({ item: `own-${id}`, owned, price: null, lead: 0, sold: 0 })),
  })
const meeting = (key: string, lower = SQUARE): Meeting => ({
  key,
  station: 'cask',
  upper: { part: `${key}:a`, end: TOTE },
  lower: { part: `${key}:b`, end: lower },
})
const used = (joints: ReturnType<typeof resolveJoints>) => joints.map(({ placed }) => placed.map(({ fitting }) => fitting.id).join())
const some = (n: number) => Array.from({ length: n }, (_, i) => meeting(`j${i}`))

describe('joints that share a shelf', () => {
  it('one fitting on it goes into one joint, the next joint takes what is cheaper to buy', () => {
    const made = inputs([
      { id: 'good', price: 10, owned: 1 },
      { id: 'plain', price: 4, owned: 0 },
    ])
    expect(used(resolveJoints(some(3), new Map(), made))).toEqual(['own-good', 'own-plain', 'own-plain'])
  })

  it('goes to the joint that it saves the most for, wherever that stands', () => {
    // The second joint has nothing else; the first has something that costs next to nothing.
    const made = inputs([
      { id: 'cheap', price: 1, owned: 0 },
      { id: 'only', price: 9, owned: 1, to: 'pipe' },
      { id: 'other', price: 3, owned: 1 },
    ])
    expect(used(resolveJoints([meeting('a'), meeting('b', PIPE), meeting('c')], new Map(), made))).toEqual([
      'own-other',
      'own-only',
      'own-cheap',
    ])
  })

  it("the reader's own rows have theirs first, and the ways shown for a joint know what the others take", () => {
    const made = inputs([
      { id: 'good', price: 10, owned: 1 },
      { id: 'plain', price: 4, owned: 0 },
    ])
    const meetings = some(2)
    const chosen = new Map([['j1', { key: 'j1', upper: undefined, lower: undefined, fittings: ['own-good'] }]])
    const joints = resolveJoints(meetings, chosen, made)
    expect(used(joints)).toEqual(['own-plain', 'own-good'])
    const ids = (key: number) => jointWays(joints[key]!, made, joints).chains.map(({ placed, price }) => [placed[0]!.fitting.id, price])
    expect(ids(0).slice(0, 2)).toEqual([
      ['own-plain', 4],
      ['own-good', 10],
    ])
    expect(ids(1).slice(0, 2)).toEqual([
      ['own-good', 0],
      ['own-plain', 4],
    ])
  })

  it('cost no more than the best of all ways to hand the shelf out (tried one by one)', () => {
    const shelves = fc.array(fc.record({ price: fc.integer({ min: 1, max: 9 }), owned: fc.integer({ min: 0, max: 2 }) }), {
      minLength: 1,
      maxLength: 3,
    })
    fc.assert(
      fc.property(shelves, fc.integer({ min: 1, max: 4 }), (rows, n) => {
        const own = rows.map((row, i) => ({ id: `f${i}`, ...row }))
        const price = (picked: readonly number[]) =>
          own.reduce((sum, each, i) => sum + Math.max(0, picked.filter((one) => one === i).length - each.owned) * each.price, 0)
        let picks: number[][] = [[]]
        for (let i = 0; i < n; i++) picks = picks.flatMap((row) => own.map((_, each) => [...row, each]))
        const joints = resolveJoints(some(n), new Map(), inputs(own))
        const mine = used(joints).map((id) => own.findIndex((each) => `own-${each.id}` === id))
        expect(price(mine)).toBe(Math.min(...picks.map(price)))
      }),
      { numRuns: 60 },
    )
  })
})
