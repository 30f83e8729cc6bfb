import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { demoJobs, tanneryRow, withyHard } from '../demo'
import { addVessel } from '../edits'
import type { Store, Vessel } from '../scheme'
import { baseBuild, ROUND } from './baseBuild'
import { poses } from '../layout/pose'
import { padsOf, padUnder } from './pads'

const one = withyHard().schemes[0]!.stores[0]!.vessels[0]!
/** A store of like vessels, a metre square, where they are said to stand. */
const store = (places: readonly [along: number, out: number][], bases: Partial<Vessel['base']>[] = []): Store => ({
  id: 's',
  name: 'S',
  arrangement: 'linked-low',
  vessels: places.map(([along, out], i) => ({
    ...one,
    id: `v${i}`,
    place: { x: along, y: out, turn: 0 },
    base: { ...one.base, parts: [{ kind: 'blocks' as const, height: 0.3 }], soil: 'clay' as const, width: 1, depth: 1, ...bases[i] },
  })),
  links: [],
})
const posed = (each: Store) => poses({ stores: [each], drops: [] }, new Map())
const area = ({ width, depth }: { width: number; depth: number }) => (width + 2 * ROUND) * (depth + 2 * ROUND)

describe('pads', () => {
  it('of one height of ground and of slabs of one height are one; a step between them parts them', () => {
    const beside = (...bases: Partial<Vessel['base']>[]) => {
      const two = store(
        [
          [0, 1],
          [1.3, 1],
        ],
        bases,
      )
      return padsOf(two, posed(two)).length
    }
    const slab = (height: number) => ({ parts: [{ kind: 'slab' as const, height }] })
    expect(beside({}, {})).toBe(1)
    expect(beside({ ground: 0 }, { ground: 0.2 })).toBe(2)
    expect([beside(slab(0.1), slab(0.1)), beside(slab(0.1), slab(0.15)), beside(slab(0.1), {})]).toEqual([1, 2, 2])
    // Blocks are built up to their own height on one pad.
    expect(beside({}, { parts: [{ kind: 'blocks' as const, height: 0.5 }] })).toBe(1)
  })
  it('four a metre square in a row, 0.3 m apart, stand on one of 4.9 by 1 m: 6.12 m² dug instead of four times 1.44 (by hand)', () => {
    const row = store([
      [0, 1],
      [1.3, 1],
      [2.6, 1],
      [3.9, 1],
    ])
    const pads = padsOf(row, posed(row))
    expect(pads).toHaveLength(1)
    expect(pads[0]!.width).toBeCloseTo(4.9, 9)
    expect(pads[0]!.depth).toBeCloseTo(1, 9)
    expect(area(pads[0]!)).toBeCloseTo(5.1 * 1.2, 9)
    const sod = (vessel: Vessel) => baseBuild(vessel.base, padUnder(pads, vessel.id)).find(({ item }) => item === 'sod')?.quantity ?? 0
    expect(row.vessels.map(sod)).toEqual([expect.closeTo(6.12, 9), 0, 0, 0])
    // What stands on it is every vessel's own.
    for (const vessel of row.vessels)
      expect(baseBuild(vessel.base, padUnder(pads, vessel.id)).map(({ item }) => item)).toEqual(
        expect.arrayContaining(['blocks', 'packing']),
      )
  })

  it('two on timber of one height stand on one platform: a bearer as long as both, four posts a side to 2.3 m, bought once (by hand)', () => {
    const parts = [{ kind: 'timber' as const, height: 0.45 }]
    const pair = store(
      [
        [0, 1],
        [1.3, 1],
      ],
      [{ parts }, { parts }],
    )
    const pads = padsOf(pair, posed(pair))
    const [first, second] = pair.vessels.map(({ base, id }) => baseBuild(base, padUnder(pads, id)))
    expect(first!.find(({ item }) => item === 'bearers')).toMatchObject({ quantity: 2, size: [expect.anything(), expect.anything(), 2.3] })
    // None farther from the next than a metre.
    expect(first!.find(({ item }) => item === 'posts')?.quantity).toBe(8)
    expect(second!.filter(({ item }) => ['bearers', 'posts', 'joists', 'boards'].includes(item))).toEqual([])
    // Of two heights they are two, and what stands on another vessel has its own.
    const step = store(
      [
        [0, 1],
        [1.3, 1],
      ],
      [{ parts }, { parts: [{ kind: 'timber', height: 0.6 }] }],
    )
    expect(padsOf(step, posed(step))).toHaveLength(2)
    expect(baseBuild(pair.vessels[0]!.base, null, 'metric', true).some(({ item }) => item === 'boards')).toBe(true)
  })

  it.each([
    [
      'far from one another',
      [
        [0, 1],
        [1.7, 1],
      ],
      [],
      2,
    ],
    [
      'half a metre from one another, so that a spade joins them',
      [
        [0, 1],
        [1.5, 1],
      ],
      [],
      1,
    ],
    [
      'round a corner, where one pad would be half empty',
      [
        [0, 1],
        [1.3, 1],
        [1.3, 2.3],
        [1.3, 3.6],
      ],
      [],
      2,
    ],
    [
      'in a square',
      [
        [0, 1],
        [1.3, 1],
        [0, 2.3],
        [1.3, 2.3],
      ],
      [],
      1,
    ],
    [
      'on bases of two kinds',
      [
        [0, 1],
        [1.3, 1],
      ],
      [{}, { parts: [{ kind: 'gravel-pad', height: 0.1 }] }],
      2,
    ],
    [
      'on slabs cast to two heights',
      [
        [0, 1],
        [1.3, 1],
      ],
      [{ parts: [{ kind: 'slab', height: 0.1 }] }, { parts: [{ kind: 'slab', height: 0.2 }] }],
      2,
    ],
    [
      'on a stand and on the ground',
      [
        [0, 1],
        [1.3, 1],
      ],
      [{ parts: [{ kind: 'stand', height: 0.3 }] }, { parts: [] }],
      0,
    ],
  ] as [string, [number, number][], Partial<Vessel['base']>[], number][])('%s', (_, places, bases, count) => {
    expect(padsOf(store(places, bases), posed(store(places, bases)))).toHaveLength(count)
  })

  it('carry every vessel once and whole, and are never much larger than pads of their own', () => {
    const stores = [
      ...demoJobs().flatMap(({ schemes }) => schemes.flatMap((scheme) => scheme.stores)),
      ...ARRANGEMENTS.flatMap((make) => make().stores),
      addVessel(tanneryRow().schemes[0]!, tanneryRow().schemes[0]!.stores[0]!.id).stores[0]!,
    ]
    const scattered = fc.array(fc.tuple(fc.double({ min: 0, max: 8, noNaN: true }), fc.double({ min: 0, max: 4, noNaN: true })), {
      minLength: 1,
      maxLength: 7,
    })
    const check = (each: Store) => {
      const pads = padsOf(each, posed(each))
      const carried = pads.flatMap(({ vessels }) => vessels.map(({ id }) => id))
      expect(new Set(carried).size).toBe(carried.length)
      for (const { vessels, width, depth } of pads) {
        const places = vessels.map(({ id, base }) => {
          const { x, y } = posed(each).get(id)!.foot
          return { along: x, out: y, width: base.width, depth: base.depth }
        })
        const span = (from: number[], to: number[]) => Math.max(...to) - Math.min(...from)
        expect(width).toBeCloseTo(
          span(
            places.map((p) => p.along - p.width / 2),
            places.map((p) => p.along + p.width / 2),
          ),
          9,
        )
        expect(depth).toBeCloseTo(
          span(
            places.map((p) => p.out - p.depth / 2),
            places.map((p) => p.out + p.depth / 2),
          ),
          9,
        )
        // A third more at every joining, at the most.
        expect(area({ width, depth })).toBeLessThanOrEqual(
          vessels.reduce((sum, { base }) => sum + area(base), 0) * 1.3 ** (vessels.length - 1) + 1e-9,
        )
      }
    }
    for (const each of stores) check(each)
    fc.assert(
      fc.property(scattered, (places) => check(store(places))),
      { numRuns: 200 },
    )
  })
})
