import { computeLayout, overlaps } from '../layout'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { addVessel, arrangeStore, levelBases } from '../edits'
import { tanneryRow } from '../demo'
import { buildWaterPath } from '../path/waterPath'
import type { Scheme } from '../scheme'
import { baseBuild, clothedArea, frostHeadspace } from './baseBuild'
import { CATALOGUE } from './catalogue'
import {
  dipMarks,
  dipTable,
  equaliseTime,
  groupVolume,
  isolations,
  levelTolerances,
  limitingVessel,
  linkCoefficient,
  meanArea,
} from './groups'
import { volumeAt } from './levelVolume'
import { ventBore, ventFlow } from './vents'

const four = () =>
  levelBases(
    [1, 2, 3].reduce((scheme) => addVessel(scheme, 'totes'), tanneryRow().schemes[0]!),
    'totes',
    0.4,
  )
const area = 1.0409882 / 0.955

describe('a group', () => {
  it('equalise-orifice: the closed form itself (2 A1A2/(A1+A2) sqrt(dh)/(Cd a sqrt(2g)))', () => {
    expect(Math.abs(equaliseTime([1.2, 1.2], 0.8, 0.0525, 0.6) / 186.59120327866438 - 1)).toBeLessThanOrEqual(0.01)
  })
  it('a link’s coefficient is that of its losses, not of a thin hole', () => {
    expect(linkCoefficient({ bore: 0.05, length: 1e-9, losses: 1.5 })).toBeCloseTo(1 / Math.sqrt(1.5), 6)
    expect(linkCoefficient({ bore: 0.02, length: 5, losses: 3.5 })).toBeLessThan(0.4)
  })
  it('a long link’s friction is Colebrook and White’s, solved here for itself, at half a metre a second', () => {
    for (const bore of [0.02, 0.05, 0.1]) {
      const reynolds = (0.5 * bore) / 1.004e-6
      let f = 0.02
      for (let i = 0; i < 50; i++) f = (-2 * Math.log10(1.5e-6 / bore / 3.7 + 2.51 / (reynolds * Math.sqrt(f)))) ** -2
      expect(linkCoefficient({ bore, length: 8, losses: 1.5 }) / (1 / Math.sqrt(1.5 + (f * 8) / bore))).toBeCloseTo(1, 2)
    }
  })
  it('names what is no measure', () => {
    expect(() => equaliseTime([0, 1], 1, 0.05, 0.6)).toThrow(/area/)
    expect(() => equaliseTime([1, 0], 1, 0.05, 0.6)).toThrow(/area/)
    expect(() => equaliseTime([1, 1], 1, 0, 0.6)).toThrow(/bore/)
    expect(() => equaliseTime([1, 1], 1, 0.05, 0)).toThrow(/coefficient/)
    expect(() => dipTable(CATALOGUE[0]!.body, 0)).toThrow(/step/)
  })
  it('one of a row of four set high holds back its own water and that which runs through it; set low everybody’s at the top (geometry)', () => {
    const path = buildWaterPath(four())
    const [first, second, , last] = levelTolerances(path, 'totes')
    // The overflow is on the first: set low, all four are full lower; set high it loses its own at the bottom, and the others gain nothing.
    expect(last!.high).toBeCloseTo(area, 3)
    expect(second!.high).toBeCloseTo(3 * area, 3)
    expect(first!.low).toBeGreaterThan(2.9 * area)
    expect(limitingVessel(path, 'totes')).toBe('tote')
  })
  it('the vessel that stands lower than its neighbours decides where all are full, wherever it is in the row', () => {
    for (const at of [1, 2, 3]) {
      const scheme = structuredClone(four())
      const { id, base } = scheme.stores[0]!.vessels[at]!
      base.parts[0]!.height -= 0.3
      // Its rim is now under the first one's overflow.
      expect(limitingVessel(buildWaterPath(scheme), 'totes')).toBe(id)
    }
  })
  it('speaks of its own store alone where a job has two', () => {
    const path = buildWaterPath(ARRANGEMENTS[11]!())
    const [one, other] = path.scheme.stores
    expect(other).toBeDefined()
    for (const store of [one!, other!]) {
      const ids = store.vessels.map(({ id }) => id)
      expect(levelTolerances(path, store.id).map(({ vessel }) => vessel)).toEqual(ids)
      expect(ids).toContain(limitingVessel(path, store.id))
    }
  })
  it('shutting one in the middle of a row cuts off those behind it; at the end nobody', () => {
    const [store] = four().stores
    const [first, second, , last] = isolations(store!, ['tote'], ['tote'])
    expect(first!.shut).toHaveLength(1)
    expect(first!.cutOff).toEqual([])
    expect(second!.shut).toHaveLength(2)
    expect(second!.cutOff).toHaveLength(2)
    expect(last!.cutOff).toEqual([])
    // The first has the only tap and the only way in.
    expect([first, second, last].map((each) => [each!.taps, each!.inlets])).toEqual([
      [true, true],
      [false, false],
      [false, false],
    ])
    expect(
      isolations({ ...store!, links: store!.links.map((link) => ({ ...link, valve: 'none' as const })) }, [], [])[1]!.bare,
    ).toHaveLength(2)
  })
  it('what stands on a branch of the one taken out is cut off with it, however the links are listed; another store’s taps are not its own', () => {
    const store = four().stores[0]!
    const [a, b, c, d] = store.vessels.map(({ id }) => id)
    const link = (id: string, from: string, to: string) => ({
      ...store.links[0]!,
      id,
      from: { vessel: from, port: 'p' },
      to: { vessel: to, port: 'p' },
    })
    // a – b – c – d, told from the far end: each pass over the list finds one more.
    const row = { ...store, links: [link('cd', c!, d!), link('bc', b!, c!), link('ab', a!, b!)] }
    expect(isolations(row, [], []).map(({ shut, cutOff }) => [shut, cutOff])).toEqual([
      [['ab'], []],
      [
        ['bc', 'ab'],
        [c, d],
      ],
      [['cd', 'bc'], [d]],
      [['cd'], []],
    ])
    // A star: all hang on the first.
    const star = { ...store, links: [link('ab', a!, b!), link('ac', a!, c!), link('ad', a!, d!)] }
    expect(isolations(star, [], [])[0]!.cutOff).toEqual([c, d])
    expect(isolations(star, [], [])[2]!.cutOff).toEqual([])
    // One tap here and one in another store: the one here is all that these have.
    expect(isolations(star, [b!, 'elsewhere'], [b!, c!]).map(({ taps, inlets }) => [taps, inlets])).toEqual([
      [false, false],
      [true, false],
      [false, false],
      [false, false],
    ])
    expect(isolations(star, ['elsewhere'], [])[1]!.taps).toBe(false)
  })
  it('stands in a row where it was not placed, and tells who stands in whom', () => {
    const { layout } = buildWaterPath(four())
    const along = [...layout.vessels.values()].map(({ foot }) => foot.x)
    expect(along.slice(1).map((at, i) => at - along[i]!)).toEqual([1.5192, 1.5192, 1.5192].map((gap) => expect.closeTo(gap, 9)))
    const inOneAnother = (scheme: Scheme) => overlaps(computeLayout(scheme).vessels.values())
    expect(inOneAnother(four())).toEqual([])
    const placed = structuredClone(four())
    placed.stores[0]!.vessels[1]!.place = { x: along[0]! + 1, y: 0.7, turn: 0 }
    expect(inOneAnother(placed)).toMatchObject([{ a: 'tote' }])
    expect(inOneAnother(arrangeStore(four(), 'totes', 'stacked'))).toEqual([])
  })
})

describe('dips', () => {
  it('go from floor to rim, rise all the way, and add up over a group', () => {
    fc.assert(
      fc.property(fc.constantFrom(...CATALOGUE), fc.double({ min: 0.005, max: 0.2, noNaN: true }), ({ body, nominal }, step) => {
        const table = dipTable(body, step)
        expect(table[0]).toEqual({ depth: 0, volume: 0 })
        expect(table.at(-1)!.volume).toBeCloseTo(nominal, 6)
        expect(table.map(({ volume }) => volume)).toEqual(table.map(({ volume }) => volume).toSorted((a, b) => a - b))
      }),
    )
    // A box of 1 × 1 m from 5 cm to 1.05 m above its foot: a step that divides its depth ends at the rim once, another adds the rim.
    const box = { ...CATALOGUE.find(({ key }) => key === 'tote-275')!.body, floor: 0.05, rim: 1.05 }
    const unit = volumeAt(box, 1.05)
    const steps = (step: number) =>
      dipTable(box, step).map(({ depth, volume }) => [Number(depth.toFixed(9)), Number((volume / unit).toFixed(9))])
    expect(steps(0.25)).toEqual([0, 0.25, 0.5, 0.75, 1].map((at) => [at, at]))
    expect(steps(0.1)).toHaveLength(11)
    expect(steps(0.4)).toEqual([0, 0.4, 0.8, 1].map((at) => [at, at]))
    const path = buildWaterPath(four())
    expect(groupVolume(path, 'totes', 0.4 + 0.15 + 0.5)).toBeCloseTo(4 * area * 0.5, 5)
  })
  it('a dip stick’s marks hold what they say', () => {
    const { body } = CATALOGUE.find(({ key }) => key === 'butt-210')!
    const marks = dipMarks(body, 0.025)
    expect(marks).toHaveLength(8)
    for (const { at, volume } of marks) expect(volumeAt(body, at)).toBeCloseTo(volume, 9)
    // A mark at the very rim where what it holds divides.
    expect(dipMarks(body, volumeAt(body, body.rim) / 3)).toHaveLength(3)
    expect(() => dipMarks(body, 0)).toThrow(/every/)
  })
  it('mean area is what the level rises by', () => {
    expect(meanArea(CATALOGUE.find(({ key }) => key === 'tote-275')!.body)).toBeCloseTo(area, 6)
  })
})

describe('air, base, light and frost', () => {
  it('a litre a second asks for a 42 mm screened hole at 200 Pa, and that hole lets a litre by (closed form for air)', () => {
    const bore = ventBore(1e-3)
    expect(bore).toBeCloseTo(Math.sqrt((4 * (1e-3 / (0.6 * Math.sqrt(400 / 1.2)) / 0.25)) / Math.PI), 9)
    const port = { id: 'v', role: 'vent' as const, at: 1, bore, clock: undefined, screened: true, calmed: false }
    expect(ventFlow({ lid: 'sealed', ports: [port] })).toBeCloseTo(1e-3, 9)
    expect(ventFlow({ lid: 'screened', ports: [] })).toBe(Infinity)
    expect(ventFlow({ lid: 'sealed', ports: [] })).toBe(0)
  })
  it('a gravel pad of 1.2 x 1.2 m takes 0.196 m³ of gravel and 1.96 m² of fabric (by hand)', () => {
    const base = {
      ...ARRANGEMENTS[9]!().stores[0]!.vessels[0]!.base,
      parts: [{ kind: 'gravel-pad' as const, height: 0 }],
      width: 1.2,
      depth: 1.2,
    }
    const parts = baseBuild(base)
    const of = (item: string) => parts.find((part) => part.item === item)!.quantity
    expect(of('gravel')).toBeCloseTo(0.196, 9)
    expect(of('fabric')).toBeCloseTo(1.96, 9)
    expect(of('kerb')).toBeCloseTo(5.6, 9)
  })
  it.each(['slab', 'blocks', 'timber', 'frame', 'stand'] as const)('a base of %s is built up as high as it says', (kind) => {
    const base = { ...ARRANGEMENTS[5]!().stores[0]!.vessels[0]!.base, parts: [{ kind, height: 0.45 }] }
    const over = baseBuild(base).filter(({ below }) => !below)
    expect(over.reduce((sum, { height }) => sum + height, 0)).toBeCloseTo(0.45, 9)
    expect(baseBuild(base).every(({ quantity }) => quantity > 0)).toBe(true)
  })
  it('a tote has 6.5 m² to be clad, and wants 8.3 % of its water out before frost', () => {
    const tote = CATALOGUE.find(({ key }) => key === 'tote-275')!
    expect(clothedArea(tote)).toBeCloseTo(2 * (1.219 + 1.016) * 1.168 + 1.219 * 1.016, 9)
    expect(frostHeadspace(1) * 1.09).toBeCloseTo(0.09, 9)
  })
})
