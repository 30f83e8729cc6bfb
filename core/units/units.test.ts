import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { showText } from './format'
import { parseArea, parseLength, parseNumber, parseRainDepth, parseVolume } from './parse'
import { length, quantity, type QuantityKind } from './quantity'

const MM = 1e-3
const metric = { system: 'metric', terms: 'en-GB' } as const
const feet = { system: 'imperial', terms: 'en-US' } as const

describe('a length as typed', () => {
  it.each([
    ['22 ft', 22 * 0.3048],
    [`3' 6 1/2"`, 42.5 * 0.0254],
    ['3 1/2in', 3.5 * 0.0254],
    ['6.7 m', 6.7],
    ['67 cm', 0.67],
    ['1,340', 1.34],
    ['1340', 1.34],
    ['3/4 in', 0.75 * 0.0254],
    ['¾ in', 0.75 * 0.0254],
    ['2 ft 10¾ in', 34.75 * 0.0254],
    ['3 ft 6', 42 * 0.0254],
    ['6,7 m', 6.7],
    ['3′ 6″', 42 * 0.0254],
    ['1 m 20 cm', 1.2],
    ['-50', -0.05],
    ['3-1/2 in', 3.5 * 0.0254],
    ['2 feet 3 inches', 27 * 0.0254],
  ])('%s', (text, metres) => {
    const parsed = parseLength(text, MM)
    expect(parsed).toMatchObject({ ok: true })
    if (parsed.ok) expect(parsed.value).toBeCloseTo(metres, 9)
  })

  it.each([
    ['', 'empty'],
    ['tall', 'notANumber'],
    ['3 furlongs', 'unknownUnit'],
    ['1 m 20', 'unitNeeded'],
    ['1/0 in', 'zeroDenominator'],
  ])('%j is refused: %s', (text, problem) => {
    expect(parseLength(text, MM)).toEqual({ ok: false, problem })
  })

  it('reads back what the display shows, to the eighth of an inch or the millimetre', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 20_000 }), (mm) => {
        for (const [display, grain] of [
          [metric, 0.5e-3],
          [feet, 0.0254 / 16],
        ] as const) {
          const parsed = parseLength(showText(length(mm / 1000), display), display === metric ? MM : 0.0254)
          expect(parsed.ok && Math.abs(parsed.value - mm / 1000) <= grain + 1e-9).toBe(true)
        }
      }),
    )
  })

  it('never throws', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        expect(typeof parseLength(text, MM).ok).toBe('boolean')
      }),
    )
  })
})

describe('other measures', () => {
  it('tells US and imperial gallons by the terms', () => {
    expect(parseVolume('55 gal', 'imperial', 'en-US')).toMatchObject({ ok: true, value: 55 * 231 * 0.0254 ** 3 })
    expect(parseVolume('10 gal', 'imperial', 'en-GB')).toMatchObject({ ok: true, value: 10 * 4.54609e-3 })
    expect(parseVolume('210', 'metric', 'en-GB')).toMatchObject({ ok: true, value: 0.21 })
  })
  it('reads areas, rain and numbers', () => {
    expect(parseArea('41 m2', 'metric')).toEqual({ ok: true, value: 41 })
    expect(parseRainDepth('25 in', 'metric')).toEqual({ ok: true, value: 635 })
    expect(parseNumber('35°')).toEqual({ ok: true, value: 35 })
  })
})

describe('display', () => {
  it.each([
    ['length', 1.34, metric, '1,340\u00A0mm'],
    ['length', 1.34, feet, '4 ft 4¾ in'],
    ['length', 0.0127, feet, '½ in'],
    ['volume', 0.192, metric, '192\u00A0L'],
    ['flow', 0.00081, metric, '0.81\u00A0L/s'],
    ['share', 0.714, metric, '71\u00A0%'],
    ['rainDepth', 640, feet, '25.2\u00A0in'],
    ['mass', 207.78, feet, '458\u00A0lb'],
    ['angle', 14, metric, '14°'],
    ['days', 1, metric, '1\u00A0day'],
    ['pressure', 33677, metric, '33.7\u00A0kPa'],
  ] as [QuantityKind, number, typeof metric | typeof feet, string][])('%s %d', (kind, value, display, text) => {
    expect(showText(quantity(kind, value), display)).toBe(text)
  })
})

describe('small and far measures', () => {
  it.each([
    ['mesh', 0.0009, '0.9 mm', '0.04 in'],
    ['mesh', 0.001, '1.0 mm', '0.04 in'],
    ['latitude', -37, '-37°', '-37°'],
    ['latitude', 51.48, '51.48°', '51.48°'],
    ['fall', 0.005, '5 mm/m', '0.60 in per 10 ft'],
    ['fall', 0.0025, '2.5 mm/m', '0.30 in per 10 ft'],
  ] as const)('%s of %d is %s, or %s', (kind, value, inMetric, inFeet) => {
    expect(showText(quantity(kind, value), metric).replace(/\u00A0/g, ' ')).toBe(inMetric)
    expect(showText(quantity(kind, value), feet).replace(/\u00A0/g, ' ')).toBe(inFeet)
  })
})
