import { describe, expect, it } from 'vitest'
import { END_SIZES, insertionOf, measuresOf, MEASURES, pipeByBore, sizeByBore, type EndType } from './index'

const inMm = (value: number | undefined) => (value ?? NaN) * 1000

describe('true sizes', () => {
  // ASTM D1785, Schedule 40: bore and outside, mm.
  it.each([
    ['1/2', 15.8, 21.3],
    ['3/4', 20.9, 26.7],
    ['1', 26.6, 33.4],
    ['1-1/4', 35.1, 42.2],
    ['1-1/2', 40.9, 48.3],
    ['2', 52.5, 60.3],
    ['3', 77.9, 88.9],
    ['4', 102.3, 114.3],
  ])('Schedule 40 of %s in has its bore and outside (ASTM D1785)', (size, bore, outside) => {
    const measures = measuresOf({ type: 'sch40', size })
    expect(inMm(measures?.bore)).toBeCloseTo(bore, 6)
    expect(inMm(measures?.outside)).toBeCloseTo(outside, 6)
  })

  // ASTM D1785 outsides are those of iron pipe: inches to the thousandth.
  it.each([
    ['1/2', 0.84],
    ['3/4', 1.05],
    ['1', 1.315],
    ['1-1/4', 1.66],
    ['1-1/2', 1.9],
    ['2', 2.375],
    ['3', 3.5],
    ['4', 4.5],
    ['6', 6.625],
  ])('Schedule 40 of %s in is %f in across (ASTM D1785)', (size, inches) =>
    expect(inMm(measuresOf({ type: 'sch40', size })?.outside)).toBeCloseTo(inches * 25.4, 0),
  )

  // ASTM D2466, depth of pressure sockets, mm.
  it.each([
    ['1/2', 17.5],
    ['3/4', 18.3],
    ['1', 22.2],
    ['1-1/4', 23.8],
    ['1-1/2', 27.8],
    ['2', 29.4],
    ['3', 47.6],
    ['4', 50.8],
  ])('a Schedule 40 socket of %s in is %f mm deep (ASTM D2466)', (size, depth) =>
    expect(inMm(insertionOf({ type: 'sch40', size }))).toBeCloseTo(depth, 6),
  )

  it.each([
    ['metric', '32', 28.4],
    ['metric', '40', 36.4],
    ['metric', '50', 46.4],
    ['metric', '82', 76],
    ['metric', '110', 103.6],
    ['downpipe-round', '68', 64],
  ] as [EndType, string, number][])('%s %s has its bore (common practice, no published source)', (type, size, bore) =>
    expect(inMm(measuresOf({ type, size })?.bore)).toBeCloseTo(bore, 6),
  )

  it('knows every size that an end is sold in, and a bore within the outside', () => {
    for (const [type, sizes] of Object.entries(MEASURES) as [EndType, Record<string, { bore: number; outside: number }>][])
      for (const size of END_SIZES[type]) {
        expect(sizes[size], `${type} ${size}`).toBeDefined()
        // A square or an oblong pipe is told by the round bore of equal area.
        if (type !== 'downpipe-square') expect(sizes[size]!.bore).toBeLessThan(sizes[size]!.outside)
      }
  })

  it('goes to the shops of the country where its own pipe is as good as the same (common practice)', () => {
    expect(pipeByBore(0.1023, undefined, 'metric')).toEqual({ type: 'metric', size: '110' })
    expect(pipeByBore(0.1036, undefined, 'imperial')).toEqual({ type: 'sch40', size: '4' })
    // An inch and a half is no forty or fifty: what was asked for stays.
    expect(pipeByBore(0.0409, undefined, 'metric')).toEqual({ type: 'sch40', size: '1-1/2' })
    expect(pipeByBore(0.025, undefined, 'metric')).toEqual({ type: 'hose', size: '25' })
  })

  it('finds every pipe again by its own bore', () => {
    for (const type of ['sch40', 'metric', 'hose'] as const)
      for (const size of END_SIZES[type]) {
        const { bore } = measuresOf({ type, size })!
        expect(sizeByBore(type, bore)).toBe(size)
        expect(measuresOf(pipeByBore(bore))!.bore).toBeCloseTo(bore, 9)
      }
  })
})
