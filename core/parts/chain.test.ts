import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  checkChain,
  compareChains,
  end,
  endKey,
  END_SIZES,
  END_TYPES,
  FittingIndex,
  FITTINGS,
  lowerEnd,
  mates,
  mismatch,
  nearestWay,
  solveChain,
  upperEnd,
  weighChain,
  type Chain,
  type End,
  type Fitting,
  type Placed,
} from './index'

const index = new FittingIndex(FITTINGS)
const ids = (chain: Chain | undefined) => chain?.placed.map(({ fitting }) => fitting.id)

/** Every row of up to three fittings, tried one by one: the slow road to the same answer. */
function bruteForce(upper: End, lower: End, fittings: readonly Fitting[], stock = {}): Chain | undefined {
  const ways: Placed[] = fittings.flatMap((fitting) => [
    { fitting, turned: false },
    { fitting, turned: true },
  ])
  let rows: Placed[][] = [[]]
  for (let length = 0; length <= 3; length++) {
    const whole = rows.filter((row) => {
      const ends = [upper, ...row.flatMap((placed) => [upperEnd(placed), lowerEnd(placed)]), lower]
      return ends.every((each, i) => i % 2 === 1 || mates(each, ends[i + 1]!))
    })
    if (whole.length > 0) return whole.map((row) => weighChain(row, stock)).toSorted(compareChains)[0]
    rows = rows.flatMap((row) => ways.map((way) => [...row, way]))
  }
  return undefined
}

const someEnd = (types: readonly (typeof END_TYPES)[number][]) =>
  fc.constantFrom(...types).chain((type) =>
    fc.record({
      type: fc.constant(type),
      size: fc.constantFrom(...END_SIZES[type].slice(0, 2)),
      gender: fc.constantFrom('male' as const, 'female' as const),
    }),
  )
const few = someEnd(['npt', 'bsp', 'hose-thread', 'downpipe-round'])
const smallCatalogue = fc
  .array(fc.record({ a: few, b: few, price: fc.integer({ min: 1, max: 4 }) }), { minLength: 1, maxLength: 7 })
  .map((rows) => rows.map(({ a, b, price }, i): Fitting => ({ id: `f${i}`, form: 'own', ends: [a, b], price, reach: 0, shop: 'threads' })))

describe('mates', () => {
  it.each([
    ['a garden hose thread never goes on a pipe thread', end('hose-thread', '3/4', 'male'), end('npt', '3/4', 'female'), 'hoseOnPipe'],
    ['not on the other pipe thread either', end('bsp', '3/4', 'male'), end('hose-thread', '3/4', 'female'), 'hoseOnPipe'],
    ['3/4 looks alike in both pipe threads and does not seal', end('bsp', '3/4', 'male'), end('npt', '3/4', 'female'), 'looksAlike'],
    ['a 2x3 downpipe is not a 3x4', end('downpipe-rect', '2x3', 'male'), end('downpipe-rect', '3x4', 'female'), 'size'],
    ['two spigots', end('sch40', '2', 'male'), end('sch40', '2', 'male'), 'bothMale'],
    ['two sockets', end('metric', '50', 'female'), end('metric', '50', 'female'), 'bothFemale'],
    [
      'a downpipe lapped the wrong way up lets the water out',
      end('downpipe-round', '68', 'female'),
      end('downpipe-round', '68', 'male'),
      'lap',
    ],
    ['a tote on a thread', end('tote', 'S60x6', 'male'), end('npt', '2', 'female'), 'kind'],
  ] as const)('%s (common practice)', (_, upper, lower, why) => expect(mismatch(upper, lower)).toBe(why))

  it('is blind to direction but for open laps', () => {
    fc.assert(
      fc.property(someEnd(END_TYPES), someEnd(END_TYPES), (a, b) => {
        if (a.type.startsWith('downpipe')) return
        expect(mates(a, b)).toBe(mates(b, a))
      }),
    )
  })
})

describe('solveChain', () => {
  it('finds what trying every row finds: as short, as cheap, as much from stock', () => {
    fc.assert(
      fc.property(few, few, smallCatalogue, fc.integer({ min: 0, max: 6 }), (upper, lower, fittings, own) => {
        const stock = { owned: new Map([[`f${own}`, 1]]) }
        const slow = bruteForce(upper, lower, fittings, stock)
        const fast = solveChain(upper, lower, new FittingIndex(fittings), stock)[0]
        if (slow) expect([fast?.joints, fast?.price, fast?.owned]).toEqual([slow.joints, slow.price, slow.owned])
        else expect(fast === undefined || fast.placed.length > 3).toBe(true)
      }),
      { numRuns: 400 },
    )
  })

  it('never mates what cannot mate, in any chain between any two ends of the trade', () => {
    fc.assert(
      fc.property(someEnd(END_TYPES), someEnd(END_TYPES), (upper, lower) => {
        for (const { placed, joints } of solveChain(upper, lower, index)) {
          const ends = [upper, ...placed.flatMap((each) => [upperEnd(each), lowerEnd(each)]), lower]
          expect(ends).toHaveLength(2 * joints)
          for (let i = 0; i < ends.length; i += 2) {
            expect(mismatch(ends[i]!, ends[i + 1]!)).toBeUndefined()
            if (ends[i]!.type === 'hose-thread') expect(ends[i + 1]!.type).toBe('hose-thread')
          }
        }
      }),
      { numRuns: 300 },
    )
  })

  it.each([
    ['tote valve to garden hose', end('tote', 'S60x6', 'male'), end('hose-thread', '3/4', 'female'), 2],
    ['garden hose thread to the other pipe thread', end('hose-thread', '3/4', 'male'), end('bsp', '3/4', 'female'), 2],
    ['2x3 downpipe into 4 in pipe', end('downpipe-rect', '2x3', 'male'), end('sch40', '4', 'female'), 2],
    ['coarse drum bung to a 25 mm hose', end('bung-coarse', '2', 'female'), end('hose', '25', 'female'), 3],
  ] as const)('knows the usual way from %s', (_, upper, lower, joints) => {
    expect(solveChain(upper, lower, index)[0]!.joints).toBe(joints)
  })

  it('asks for no fitting where the ends mate', () => {
    expect(solveChain(end('npt', '1', 'male'), end('npt', '1', 'female'), index)).toEqual([{ placed: [], joints: 1, price: 0, owned: 0 }])
  })

  it('ranks shorter before cheaper, cheaper before stock, and offers others behind the best', () => {
    const chains = solveChain(end('tote', 'S60x6', 'male'), end('hose-thread', '3/4', 'female'), index)
    expect(chains.length).toBeGreaterThan(1)
    expect(chains.toSorted(compareChains)).toEqual(chains)
    const dear = new Map([[ids(chains[0])![0]!, 100]])
    // A dear single fitting still goes before two cheap ones.
    expect(solveChain(end('tote', 'S60x6', 'male'), end('hose-thread', '3/4', 'female'), index, { prices: dear })[0]!.joints).toBe(2)
  })

  it('takes what is in stock where two chains are as short', () => {
    const [upper, lower] = [end('wall', 'washers', 'female'), end('npt', '1/2', 'male')]
    const best = solveChain(upper, end('hose', '19', 'female'), index)
    expect(best[0]!.owned).toBe(0)
    const second = solveChain(upper, end('hose', '19', 'female'), index).find((each) => each.joints === 3)!
    const stock = { owned: new Map(second.placed.map(({ fitting }) => [fitting.id, 1])) }
    const twoJointed = solveChain(upper, end('hose', '19', 'female'), index, stock)
    expect(twoJointed[0]!.joints).toBe(2)
    expect(twoJointed.find((each) => each.joints === 3)!.owned).toBe(2)
    expect(solveChain(upper, lower, index, {}).length).toBeGreaterThan(0)
  })

  it('says nothing exists by giving nothing, and then where the two come nearest', () => {
    const [upper, lower] = [end('wall', 'sealant', 'female'), end('npt', '3/4', 'male')]
    expect(solveChain(upper, lower, index)).toEqual([])
    const near = nearestWay(upper, lower, index)
    expect(near.why).toBe(mismatch(near.upper, near.lower))
    expect(near.lower.type).toBe('wall')
  })
  it('comes nearest with two fittings from either side at the most, each of which fits', () => {
    fc.assert(
      fc.property(someEnd(END_TYPES), someEnd(END_TYPES), (upper, lower) => {
        const near = nearestWay(upper, lower, index)
        expect(Math.max(near.above.length, near.below.length)).toBeLessThanOrEqual(2)
        near.above.forEach((each, i) => expect(mates(i === 0 ? upper : lowerEnd(near.above[i - 1]!), upperEnd(each))).toBe(true))
        near.below.forEach((each, i) =>
          expect(mates(lowerEnd(each), i === near.below.length - 1 ? lower : upperEnd(near.below[i + 1]!))).toBe(true),
        )
        expect(near.upper).toEqual(near.above.length > 0 ? lowerEnd(near.above.at(-1)!) : upper)
        expect(near.lower).toEqual(near.below.length > 0 ? upperEnd(near.below[0]!) : lower)
      }),
      { numRuns: 40 },
    )
  })

  it('keeps to a catalogue of one id each, and about 400 fittings', () => {
    expect(new Set(FITTINGS.map(({ id }) => id)).size).toBe(FITTINGS.length)
    expect(FITTINGS.length).toBeGreaterThanOrEqual(400)
    for (const { ends, form, price, reach } of FITTINGS) {
      for (const each of ends) expect(END_SIZES[each.type]).toContain(each.size)
      expect(price).toBeGreaterThan(0)
      // A joiner leaves the faces that it joins together.
      expect(reach > 0).toBe(form !== 'piece')
    }
  })
})

describe('checkChain', () => {
  const by = (id: string) => FITTINGS.find((each) => each.id === id)!

  it('turns every fitting the way in which it mates', () => {
    const barb = by('hosetail-npt-3_4-m-hose-19-m')
    const { placed, bad } = checkChain(end('hose', '19', 'female'), end('npt', '3/4', 'female'), [barb])
    expect(bad).toEqual([])
    expect(placed[0]!.turned).toBe(true)
  })

  it('names every place that does not mate, and why', () => {
    const wrong = by('downpipeAdapter-downpipe-square-65-f-downpipe-round-68-m')
    const { bad } = checkChain(end('downpipe-round', '68', 'male'), end('downpipe-round', '68', 'female'), [wrong])
    expect(bad).toHaveLength(1)
    expect(bad[0]).toMatchObject({ after: 0, why: 'kind' })
    expect(endKey(bad[0]!.lower)).toBe('downpipe-square 65 female')
  })

  it('agrees with the solver on every chain that it finds', () => {
    fc.assert(
      fc.property(someEnd(END_TYPES), someEnd(END_TYPES), (upper, lower) => {
        for (const { placed } of solveChain(upper, lower, index, {}, 2)) {
          if (placed.length === 0) continue
          expect(
            checkChain(
              upper,
              lower,
              placed.map(({ fitting }) => fitting),
            ).bad.length,
          ).toBe(0)
        }
      }),
      { numRuns: 100 },
    )
  })
})
