import { describe, expect, it } from 'vitest'
import { baseOf, port, vessel } from '../arrangements/parts'
import type { Store, Vessel } from '../scheme'
import { bearingArea, coursesFor } from './baseBuild'
import type { BasePart } from './basePart'
import { CATALOGUE, inCatalogue } from './catalogue'
import { levelAt, volumeAt } from './levelVolume'
import { madePlaces } from './openings'
import { handReaches, widestOpening } from './reach'
import { platform, towerFrame } from './timber'

const { body } = vessel('v', 'V', 'butt-210', baseOf('slab', 0.1, 1), [])
const part = (parts: readonly BasePart[], item: BasePart['item']) => parts.find((each) => each.item === item)

describe('what presses on the ground', () => {
  const area = (kind: Parameters<typeof baseOf>[0], width: number, depth = width) =>
    bearingArea({ base: { ...baseOf(kind, 0.3, width), depth }, body })
  it('of a slab, gravel and a deck is all of it', () => {
    for (const kind of ['slab', 'gravel-pad', 'deck'] as const) expect(area(kind, 0.9, 0.7)).toBeCloseTo(0.63, 12)
  })
  it('of blocks is the foot of each column: two under a small base, six under a wide one, never more than there is (by hand)', () => {
    expect(area('blocks', 0.6)).toBeCloseTo(2 * 0.44 * 0.215, 12)
    expect(area('blocks', 1)).toBeCloseTo(6 * 0.44 * 0.215, 12)
    expect(area('blocks', 0.4)).toBeCloseTo(0.16, 12)
  })
  it('of timber is the paver under each post, no post farther from the next than a metre (by hand)', () => {
    expect(area('timber', 1)).toBeCloseTo(4 * 0.09, 12)
    expect(area('timber', 2.2, 1)).toBeCloseTo(8 * 0.09, 12)
    expect(area('frame', 1)).toBeCloseTo(4 * 0.09, 12)
    expect(area('timber', 0.5)).toBeCloseTo(0.25, 12)
  })
  it('of a moulded stand is its rim', () => expect(area('stand', 0.6)).toBeCloseTo(0.36 * 0.35, 12))
})

describe('a timber platform', () => {
  it('a metre square and 0.6 high is seven boards on four joists and two bearers, on braced posts (by hand)', () => {
    const parts = platform({ width: 1, depth: 1 }, 0.6, 4, 'metric')
    // Boards of 145 with 6 mm between them: 1,006 / 151 is 6.7.
    expect(part(parts, 'boards')).toMatchObject({ quantity: 7, size: [0.145, 0.028, 1] })
    // A joist every 0.4 m at the most, between the two bearers.
    expect(part(parts, 'joists')).toMatchObject({ quantity: 4, size: [0.1, 0.047, expect.closeTo(0.906, 9)] })
    expect(part(parts, 'bearers')).toMatchObject({ quantity: 2 })
    expect(part(parts, 'posts')!.size![2]).toBeCloseTo(0.6 - 0.028 - 0.1, 9)
    expect(part(parts, 'braces')).toMatchObject({ quantity: 4 })
    expect(part(parts, 'braces')!.size![2]).toBeCloseTo(Math.SQRT2 * 0.472, 9)
    expect(part(parts, 'bolts')!.quantity).toBe(8)
    expect(part(parts, 'timberScrews')!.quantity).toBe(7 * 6 * 2 + 4 * 2 * 3 + 4 * 4)
    expect(parts.reduce((sum, { height }) => sum + height, 0)).toBeCloseTo(0.6, 9)
  })
  it('a narrow one is braced across its width, a low one not at all', () => {
    expect(part(platform({ width: 0.4, depth: 1 }, 0.9, 4, 'metric'), 'braces')!.size![2]).toBeCloseTo(Math.SQRT2 * 0.4, 9)
    const low = platform({ width: 1, depth: 1 }, 0.4, 4, 'metric')
    expect(part(low, 'braces')).toBeUndefined()
    expect(part(low, 'timberScrews')!.quantity).toBe(7 * 6 * 2 + 4 * 2 * 3)
  })
  it('of every height adds up to it', () => {
    for (const height of [0.02, 0.1, 0.128, 0.2, 0.7])
      for (const goods of ['metric', 'imperial'] as const)
        expect(platform({ width: 1.2, depth: 0.8 }, height, 4, goods).reduce((sum, each) => sum + each.height, 0)).toBeCloseTo(height, 9)
  })
})

describe('a tower’s frame', () => {
  const frame = { tiers: 3, clearHeight: 1.2, width: 1, depth: 1.3, anchored: true } as NonNullable<Store['frame']>
  it('of three tiers has four posts over all of them, two decks more, and braces on four sides of each (by hand)', () => {
    const parts = towerFrame(frame, 0.3, 'metric')
    expect(part(parts, 'posts')).toMatchObject({ quantity: 4, size: [0.1, 0.1, expect.closeTo(0.3 + 3.6, 9)] })
    expect(part(parts, 'boards')!.quantity).toBe(2 * Math.ceil(1.306 / 0.151))
    expect(part(parts, 'bearers')!.quantity).toBe(4)
    expect(part(parts, 'braces')).toMatchObject({ quantity: 12, size: [0.1, 0.047, expect.closeTo(Math.hypot(1, 1.2), 9)] })
    expect(part(parts, 'bolts')!.quantity).toBe(24)
    expect(part(parts, 'postFeet')!.quantity).toBe(4)
    expect(part(parts, 'anchors')!.quantity).toBe(4)
  })
  it('that is not anchored has no anchors, of one tier no deck of its own', () => {
    const parts = towerFrame({ ...frame, anchored: false, tiers: 1 }, 0.3, 'metric')
    expect(part(parts, 'anchors')).toBeUndefined()
    expect(part(parts, 'boards')).toBeUndefined()
  })
})

describe('courses', () => {
  it('of less than anything that is sold are none', () => {
    expect(coursesFor(0.005, 'metric')).toEqual({ full: 0, half: 0, cap: false, rest: 0.005 })
  })
  it('of a block, a half and a slab are those (by hand)', () => {
    expect(coursesFor(0.215, 'metric')).toMatchObject({ full: 1, half: 0, cap: false })
    expect(coursesFor(0.215 + 0.1 + 0.05, 'metric')).toMatchObject({ full: 1, half: 1, cap: true })
  })
})

describe('a hand inside', () => {
  const of = (family: Vessel['family'], more: Partial<Pick<Vessel, 'lid' | 'stands' | 'ports'>> = {}) => ({
    family,
    body: { ...body, width: 0.5, depth: 0.6, height: 1 },
    lid: 'sealed' as const,
    stands: 'upright' as const,
    ports: [],
    ...more,
  })
  it('gets in where the lid comes off, through a tote’s cap, and through what is cut in a top', () => {
    for (const family of ['butt', 'slim-butt', 'bin'] as const) expect(widestOpening(of(family))).toBe(0.5)
    expect(widestOpening(of('tote'))).toBe(0.15)
    expect(widestOpening(of('drum'))).toBe(0)
    expect(widestOpening(of('drum', { lid: 'open' }))).toBe(0.5)
    expect(widestOpening(of('drum', { ports: [port('l', 'lid', 1, { bore: 0.2 }), port('o', 'outlet', 0.1, { bore: 0.3 })] }))).toBe(0.2)
    expect(widestOpening(of('tote', { stands: 'upside-down' }))).toBe(0)
  })
  it('reaches an arm deep through a hand’s width, and leaning in a metre deep (common practice)', () => {
    const reaches = (bore: number, down: number) =>
      handReaches(of('drum', { ports: [port('l', 'lid', 1, { bore })] }), port('o', 'outlet', 1 - down))
    expect([reaches(0.109, 0.1), reaches(0.11, 0.6), reaches(0.11, 0.61), reaches(0.349, 0.61)]).toEqual([false, true, false, false])
    expect([reaches(0.35, 0.61), reaches(0.35, 1), reaches(0.35, 1.01)]).toEqual([true, true, false])
  })
})

describe('what a vessel is made with', () => {
  it('a tote’s cap and a drum’s bungs take a lid’s inlet or a vent', () => {
    const places = (family: Vessel['family'], lid: Vessel['lid'] = 'sealed') =>
      madePlaces({ family, stands: 'upright', lid, body }).filter(({ kind }) => kind === 'cap' || kind === 'bung')
    expect(places('tote').map(({ roles }) => roles)).toEqual([['lid', 'vent']])
    expect(places('drum').map(({ roles }) => roles)).toEqual([
      ['lid', 'vent'],
      ['lid', 'vent'],
    ])
    expect(places('drum', 'open')).toEqual([])
  })
  it('is known again in the catalogue by its body, and not by its name alone', () => {
    for (const each of CATALOGUE) {
      expect(inCatalogue(each)).toBeDefined()
      expect(inCatalogue({ ...each, body: { ...each.body, height: each.body.height + 0.01 } })).not.toBe(each)
    }
  })
})

describe('a lying cylinder off its foot', () => {
  // Diameter 0.8 over a floor of 0.1; a segment's area by its angle.
  const lying = { kind: 'lying', length: 1.5, floor: 0.1, rim: 0.9, width: 1.5, depth: 0.8, height: 0.95 } as const
  it('holds the segment of a circle (closed form), nothing at its floor', () => {
    for (const share of [0.1, 0.25, 0.5, 0.8]) {
      const half = Math.acos(1 - 2 * share)
      expect(volumeAt(lying, 0.1 + 0.8 * share)).toBeCloseTo(1.5 * 0.16 * (half - Math.sin(half) * Math.cos(half)), 12)
    }
    expect([volumeAt(lying, 0), volumeAt(lying, 0.1)]).toEqual([0, 0])
    expect(volumeAt(lying, 2)).toBeCloseTo(1.5 * Math.PI * 0.16, 12)
    expect(levelAt(lying, 0.75 * Math.PI * 0.16)).toBeCloseTo(0.5, 9)
  })
})
