import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../../arrangements'
import { demoJobs } from '../../demo'
import { bendsAlong, bracketPlaces, eavesAlong, jointPlaces, eaveSections } from '../../gutter'
import { buildWaterPath } from '../../path'
import type { Gutter, Scheme } from '../../scheme'
import { numberParts, plainPartsInputs, planBuild } from '../index'

const plan = (scheme: Scheme) => planBuild(buildWaterPath(scheme), plainPartsInputs('metric'))
/** The same scheme with every gutter still to be bought. */
const buying = (scheme: Scheme): Scheme => ({
  ...scheme,
  build: {
    ...scheme.build,
    lines: plan(scheme)
      .assembly.parts.filter(({ drawn }) => drawn?.kind === 'gutter')
      .map(({ item }) => ({ item: `${item}:there`, reuse: false, quantity: null })),
  },
})
const withGutters = (scheme: Scheme, change: Partial<Gutter>): Scheme => ({
  ...scheme,
  gutters: scheme.gutters.map((gutter) => ({ ...gutter, ...change })),
})
const schemes = [...demoJobs().flatMap((job) => job.schemes), ...ARRANGEMENTS.map((make) => make())]
const boathouse = schemes[0]!
const bought = (scheme: Scheme, name: string) =>
  plan(scheme)
    .bill.lines.filter(({ item, there }) => item.startsWith(`${name}:`) && !there)
    .reduce((sum, { buy }) => sum + buy, 0)

describe('a gutter on the bill', () => {
  it.each(schemes.map((scheme) => [scheme.name, scheme] as const))(
    'of %s has the brackets, joints, corners and ends that it hangs by at its own station',
    (_, scheme) => {
      const own = buying(scheme)
      const total = (count: (gutter: Gutter) => number) => scheme.gutters.reduce((sum, gutter) => sum + count(gutter), 0)
      expect(bought(own, 'gutterBracket')).toBe(total((gutter) => bracketPlaces(gutter).length))
      expect(bought(own, 'stopEnd')).toBe(2 * scheme.gutters.length)
      const bends = (gutter: Gutter) => bendsAlong(eavesAlong(gutter, eaveSections(scheme, gutter.id))).length
      expect(bought(own, 'gutterBend')).toBe(total(bends))
      // A corner is joined on both its sides.
      expect(bought(own, 'gutterJoint')).toBe(total((gutter) => jointPlaces(gutter).length + 2 * bends(gutter)))
    },
  )

  it('that hangs there asks for nothing', () => {
    const { bill, steps } = plan(boathouse)
    expect(bill.lines.filter(({ stations, buy }) => stations.includes('gutter') && buy > 0)).toEqual([])
    expect(steps.map(({ kind }) => kind)).not.toContain('gutterHung')
  })

  it('two of 11.4 m in pieces of 4 m, a bracket a metre: six pieces, four joints, four ends, 30 brackets', () => {
    // By hand: 0.15, 1 … 3.85 | 4.15 … 7.85 | 8.15 … 11.25, each stretch between in metres at the most: 1 + 4 + 1 + 4 + 1 + 4 = 15.
    const own = buying(withGutters(boathouse, { length: 11.4, piece: 4, bracketEvery: 1, highPoints: [] }))
    expect(own.gutters).toHaveLength(2)
    expect(bought(own, 'gutter')).toBe(6)
    expect(bought(own, 'gutterJoint')).toBe(4)
    expect(bought(own, 'stopEnd')).toBe(4)
    expect(bought(own, 'gutterBracket')).toBe(30)
  })

  it('is hung by a string instead of being looked at, has a number in the drawing, and its screws are bought', () => {
    const own = plan(buying(boathouse))
    for (const { id } of boathouse.gutters) {
      expect(own.steps.filter((step) => step.id === `gutter:${id}`).map(({ kind }) => kind)).toEqual(['gutterHung'])
      expect(numberParts(own.assembly).has(`gutter:${id}`)).toBe(true)
      expect(numberParts(plan(boathouse).assembly).has(`gutter:${id}`)).toBe(false)
    }
    const screws = (of: ReturnType<typeof plan>) => of.bill.lines.find(({ item }) => item === 'sundry:screw')?.takeoff ?? 0
    expect(screws(own) - screws(plan(boathouse))).toBe(2 * bought(buying(boathouse), 'gutterBracket'))
    expect(own.bill.tools.map(({ tool }) => tool)).toContain('string')
  })

  it('of plastic has room to grow in at its joints, of metal is sealed', () => {
    const hung = (change: Partial<Gutter>) =>
      plan(buying(withGutters(boathouse, { length: 11.4, piece: 4, ...change }))).steps.find(({ kind }) => kind === 'gutterHung')!.values
    // 0.07 mm a metre and degree, 4 m, 50 degrees.
    expect(hung({ material: 'plastic' })).toMatchObject({ how: 'plastic', gap: { value: expect.closeTo(0.014, 9) as number } })
    expect(hung({ material: 'metal' })).toMatchObject({ how: 'metal' })
    expect(hung({ piece: 12 })).toMatchObject({ how: 'one' })
    expect(bought(buying(withGutters(boathouse, { material: 'metal' })), 'gutterSealant')).toBe(1)
    expect(bought(buying(withGutters(boathouse, { material: 'plastic' })), 'gutterSealant')).toBe(0)
  })
})

describe('an outlet that is moved', () => {
  const moved = (was: number | undefined, bought = false): Scheme => {
    const scheme = ARRANGEMENTS[19]!()
    const lines = bought ? [{ item: 'gutter:k-style:0.127:there', reuse: false, quantity: null }] : []
    return {
      ...scheme,
      gutters: scheme.gutters.map((gutter) => ({
        ...gutter,
        outlets: gutter.outlets.map((outlet) => (outlet.id === 'out-right' ? { ...outlet, was } : outlet)),
      })),
      build: { ...scheme.build, lines },
    }
  }
  const patches = (scheme: Scheme) => {
    const { bill, steps } = planBuild(buildWaterPath(scheme), plainPartsInputs('metric'))
    return {
      bought: bill.lines.filter(({ item }) => item.startsWith('outletPatch:')).reduce((sum, { buy }) => sum + buy, 0),
      sealant: bill.lines.some(({ item }) => item.startsWith('gutterSealant:')),
      step: steps.find(({ kind }) => kind === 'outletMove'),
    }
  }
  it('leaves a hole to be patched and sealed, and goes into a new one', () => {
    const { bought, sealant, step } = patches(moved(12.5))
    expect([bought, sealant]).toEqual([1, true])
    expect(step!.values).toMatchObject({ was: { value: 12.5 }, at: { value: 18 } })
    expect(step!.by).toEqual([12_500, 18_000, 63])
  })
  it('stays where it is by a finger, and in a gutter that is bought there is no old hole', () => {
    for (const scheme of [moved(undefined), moved(17.96), moved(12.5, true)])
      expect(patches(scheme)).toMatchObject({ bought: 0, step: undefined })
  })
})
