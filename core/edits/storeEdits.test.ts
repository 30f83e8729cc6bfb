import { baseHeight } from '../layout'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { assess } from '../assess'
import { tanneryRow, withyHard } from '../demo'
import { brokenReferences } from '../path/waterPath'
import { parseInput, scheme as schemeSchema, type Base, type Scheme } from '../scheme'
import { baseRange, setStand } from './baseEdits'
import { addVessel, arrangeStore, levelBases, MOST_VESSELS, raiseStore, removeVessel, setLinkBores, setOverflowBore } from './storeEdits'

const studio = () => tanneryRow().schemes[0]!
const four = () => [1, 2, 3].reduce((scheme) => addVessel(scheme, 'totes'), studio())
const valid = (scheme: Scheme) => {
  expect(brokenReferences(scheme)).toEqual([])
  expect(parseInput(schemeSchema, JSON.parse(JSON.stringify(scheme)))).toBeTruthy()
  expect(assess(scheme).lines.length).toBeGreaterThan(0)
}

describe('a store', () => {
  it('grows from one tote to four, linked low, each holding as much as the first', () => {
    const one = assess(studio()).lines[0]!.usable
    const scheme = four()
    valid(scheme)
    expect(scheme.stores[0]).toMatchObject({ arrangement: 'linked-low', links: [{ kind: 'low' }, { kind: 'low' }, { kind: 'low' }] })
    expect(scheme.stores[0]!.vessels.map(({ name }) => name)).toEqual(['Tote 1', 'Tote 2', 'Tote 3', 'Tote 4'])
    // The links sit at the valve's height, so that nothing is lost at the bottom.
    expect(assess(scheme).lines[0]!.usable.volume / one.volume).toBeCloseTo(4, 9)
  })
  it.each(['linked-low', 'cascade', 'stacked', 'manifold'] as const)(
    'put together as %s holds together and can be reckoned',
    (arrangement) => {
      for (const start of [four(), addVessel(withyHard().schemes[0]!, 'butt-store')]) {
        const scheme = arrangeStore(start, start.stores[0]!.id, arrangement)
        valid(scheme)
        expect(scheme.stores[0]!.arrangement).toBe(arrangement)
        // And back again.
        valid(arrangeStore(scheme, scheme.stores[0]!.id, 'linked-low'))
      }
    },
  )
  it('a cascade runs down from vessel to vessel and out of the last', () => {
    const scheme = arrangeStore(four(), 'totes', 'cascade')
    const [store] = scheme.stores
    const overs = store!.vessels.map((vessel) => baseHeight(vessel.base) + vessel.ports.find(({ role }) => role === 'overflow')!.at)
    expect(overs).toEqual([...overs].sort((a, b) => b - a))
    expect(scheme.overflows.map(({ from }) => from.vessel)).toEqual([store!.vessels.at(-1)!.id])
  })
  it('a stack is fed at its top', () => {
    const scheme = arrangeStore(addVessel(studio(), 'totes'), 'totes', 'stacked')
    const top = scheme.stores[0]!.vessels.at(-1)!
    expect(top.on).toBe('tote')
    expect(scheme.drops[0]!.end).toMatchObject({ kind: 'vessel', vessel: top.id })
  })
  it('shrinks again by any of its vessels; pipe, tap and overflow go to one that stays', () => {
    const ids = four().stores[0]!.vessels.map(({ id }) => id)
    for (const id of ids) {
      const scheme = removeVessel(four(), id)
      valid(scheme)
      expect(scheme.stores[0]!.vessels).toHaveLength(3)
      expect(scheme.overflows).toHaveLength(1)
    }
    const back = ids.slice(1).reduce((scheme, id) => removeVessel(scheme, id), four())
    expect(back.stores[0]).toMatchObject({ arrangement: 'single', links: [] })
    expect(() => removeVessel(back, 'tote')).toThrow(/at least one/)
  })
  it('stops at twelve', () => {
    let scheme = studio()
    for (let n = 1; n < MOST_VESSELS; n++) scheme = addVessel(scheme, 'totes')
    valid(scheme)
    expect(() => addVessel(scheme, 'totes')).toThrow(/12/)
  })
  it('every vessel of every arrangement can be taken out, and one added, and it still holds together', () => {
    fc.assert(
      fc.property(fc.constantFrom(...ARRANGEMENTS), fc.nat(20), fc.boolean(), (make, pick, add) => {
        const scheme = make()
        const store = scheme.stores[pick % scheme.stores.length]!
        if (add) valid(addVessel(scheme, store.id))
        else if (store.vessels.length > 1) valid(removeVessel(scheme, store.vessels[pick % store.vessels.length]!.id))
      }),
    )
  })
  it('one bore for all links and the ports they sit in, one for an overflow and its hole, one height for all bases', () => {
    const scheme = levelBases(setOverflowBore(setLinkBores(four(), 'totes', 0.0266), 'over', 0.0779), 'totes', 0.3)
    expect(scheme.stores[0]!.links.map(({ bore }) => bore)).toEqual([0.0266, 0.0266, 0.0266])
    expect(
      scheme.stores[0]!.vessels.flatMap(({ ports }) => ports)
        .filter(({ role }) => role === 'link')
        .map(({ bore }) => bore),
    ).toEqual(Array.from({ length: 6 }, () => 0.0266))
    expect(scheme.stores[0]!.vessels[0]!.ports.find(({ role }) => role === 'overflow')!.bore).toBe(0.0779)
    expect(scheme.stores[0]!.vessels.map(({ base }) => baseHeight(base))).toEqual([0.3, 0.3, 0.3, 0.3])
    expect(() => setOverflowBore(scheme, 'gone', 0.1)).toThrow(/gone/)
  })

  it('raised as a whole keeps every height within it: troughs, hoops and inlets go up together', () => {
    const butt = withyHard().schemes[0]!
    const up = raiseStore(butt, 'butt-store', 0.1)
    const heights = (scheme: Scheme) => assess(scheme).lines[0]!.line.heights
    expect(heights(up).rim - heights(butt).rim).toBeCloseTo(0.1, 9)
    expect(heights(up).cut!.mark - heights(butt).cut!.mark).toBeCloseTo(0.1, 9)
    expect(heights(up).inlet - heights(butt).inlet).toBeCloseTo(0.1, 9)
    expect(baseHeight(raiseStore(up, 'butt-store', -0.1).stores[0]!.vessels[0]!.base)).toBeCloseTo(
      baseHeight(butt.stores[0]!.vessels[0]!.base),
      9,
    )
    for (const { base } of raiseStore(four(), 'totes', 0.2).stores[0]!.vessels)
      expect(baseHeight(base)).toBeCloseTo(baseHeight(studio().stores[0]!.vessels[0]!.base) + 0.2, 9)
    expect(() => raiseStore(butt, 'pond', 0.1)).toThrow(/pond/)
  })
})

describe('a cascade whose next vessel stands over the first one’s overflow', () => {
  it('keeps every hole over its floor, so that the file comes in again', () => {
    for (const make of ARRANGEMENTS) {
      const scheme = make()
      const cascades = scheme.stores.filter(({ arrangement }) => arrangement === 'cascade')
      for (const { id, vessels } of cascades)
        for (const vessel of vessels)
          for (const high of [0, 0.6, 1.2]) {
            const again = addVessel(setStand(scheme, vessel.id, high), id)
            for (const { body, ports } of again.stores.find((store) => store.id === id)!.vessels)
              for (const { at } of ports) expect(at).toBeGreaterThanOrEqual(body.floor)
            expect(parseInput(schemeSchema, JSON.parse(JSON.stringify(again)))).toBeTruthy()
          }
    }
  })
})

describe('how low and how high a base can be set', () => {
  const held = (height: number, parts: Base['parts']) => {
    const scheme = structuredClone(withyHard().schemes[0]!)
    Object.assign(scheme.stores[0]!.vessels[0]!.base, { ground: 0, parts })
    const set = setStand(scheme, 'butt', height)
    return { set, base: set.stores[0]!.vessels[0]!.base }
  }
  it.each([
    ['bare ground', [], -5, 12],
    ['blocks', [{ kind: 'blocks', height: 0.48 }], -5, 12],
    [
      'a slab on a tower',
      [
        { kind: 'frame', height: 6 },
        { kind: 'slab', height: 0.05 },
      ],
      -5,
      18,
    ],
  ] as const)('%s', (_name, parts, least, most) => {
    const { base } = held(0.4, [])
    expect(baseRange({ ...base, ground: 0, parts: [...parts] })).toEqual([least, most])
    for (const end of [least, most]) {
      const { set, base: at } = held(end, [...parts])
      expect(baseHeight(at)).toBeCloseTo(end, 9)
      expect(() => parseInput(schemeSchema, JSON.parse(JSON.stringify(set)))).not.toThrow()
    }
    for (const beyond of [least - 0.01, most + 0.01])
      expect(() => parseInput(schemeSchema, JSON.parse(JSON.stringify(held(beyond, [...parts]).set)))).toThrow()
  })
})
