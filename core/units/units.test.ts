import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { showSum, showText, stepOf } from './format'
import { bareUnit, parseArea, parseLength, parseNumber, parseQuantity, parseRainDepth, parseVolume } from './parse'
import { length, quantity, typed, type QuantityKind } from './quantity'
import { TERMS } from './terms'
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
    ['mesh', 0.0009, '0.9 mm', '0.035 in'],
    ['mesh', 0.001, '1.0 mm', '0.039 in'],
    ['fine', 0.028, '28 mm', '1⅛ in'],
    ['fine', 0.0556, '55.6 mm', '2 3/16 in'],
    ['area', 0.2591, '0.259 m²', '2.79 ft²'],
    ['area', 41.04, '41.0 m²', '442 ft²'],
    ['factor', 2.05, '2.05', '2.05'],
    ['temperature', -3.4, '-3.4 °C', '26 °F'],
    ['rainDepth', 0.2, '0.2 mm', '0.008 in'],
    ['rainDepth', 0.04, '0 mm', '0.002 in'],
    ['rainDepth', 0.01, '0 mm', '0 in'],
    ['latitude', -37, '-37°', '-37°'],
    ['latitude', 51.48, '51.48°', '51.48°'],
    ['latitude', 51.48123, '51.48123°', '51.48123°'],
    ['longitude', -0.5, '-0.5°', '-0.5°'],
    ['fall', 0.005, '5 mm/m', '0.60 in per 10 ft'],
    ['fall', 0.0025, '2.5 mm/m', '0.30 in per 10 ft'],
  ] as const)('%s of %d is %s, or %s', (kind, value, inMetric, inFeet) => {
    expect(showText(quantity(kind, value), metric).replace(/\u00A0/g, ' ')).toBe(inMetric)
    expect(showText(quantity(kind, value), feet).replace(/\u00A0/g, ' ')).toBe(inFeet)
  })
})

describe('what is typed', () => {
  const read = (kind: QuantityKind, text: string, display: typeof metric | typeof feet = metric) => parseQuantity(kind, text, display)
  const IN = 0.0254
  const FT = 0.3048
  const GAL = 231 * IN ** 3
  it.each([
    // Thousands by blank, no-break and thin space.
    ['volume', '2 500 L', 2.5],
    ['length', '1 000 mm', 1],
    ['length', '1\u00A0340 mm', 1.34],
    ['length', '1\u2009340 mm', 1.34],
    ['area', '1 200 m2', 1200],
    ['area', '1\u202F200 m²', 1200],
    ['fall', '2 %', 0.02],
    ['fall', '1:60', 1 / 60],
    ['latitude', 'S 37', -37],
    ['latitude', '37 S', -37],
    ['latitude', "37° 30' S", -37.5],
    ['latitude', '-37', -37],
    ['latitude', 'N 51.5', 51.5],
    ['longitude', '0.12 W', -0.12],
    ['longitude', "W 3° 30'", -3.5],
    ['longitude', '9.5 east', 9.5],
    ['longitude', '-71.06', -71.06],
    ['plain', '0,750', 0.75],
    ['length', `6'2"`, 74 * IN],
    ['length', `6'3"`, 75 * IN],
    ['length', '5ft2', 62 * IN],
    ['length', '5ft3in', 63 * IN],
    ['length', '.5 m', 0.5],
    ['length', ',5 m', 0.5],
    ['length', '1⁄2 in', 0.5 * IN],
    ['length', '3 1⁄2 in', 3.5 * IN],
    ['plain', '1.340,5', 1340.5],
    ['plain', '1,340.5', 1340.5],
    ['length', '1e3 mm', 1],
    ['volume', '275 gal US', 275 * GAL],
    ['volume', '275 US gal', 275 * GAL],
    ['rainRate', '75 mm/hr', 75],
    ['rainRate', '3 in/hr', 76.2],
    ['rainRate', '3 inches per hour', 76.2],
    ['volume', '3 cu ft', 3 * FT ** 3],
    ['area', '3 x 4 in', 12 * IN ** 2],
    ['area', '3 m x 4 m', 12],
    ['area', '20 ft by 15 ft', 300 * FT ** 2],
    ['span', '1,340.0 m', 1340],
    ['hours', '4.0 h', 4],
    ['days', '30 days', 30],
    ['angle', '6:12', 26.56505117707799],
    ['angle', '6/12', 26.56505117707799],
  ] as [QuantityKind, string, number][])('%s %j is %d', (kind, text, value) => {
    const parsed = read(kind, text)
    expect(parsed).toMatchObject({ ok: true })
    if (parsed.ok) expect(parsed.value).toBeCloseTo(value, 9)
  })
  it('a fall in mm/m is one in an imperial job too', () => {
    expect(read('fall', '5 mm/m', feet)).toEqual({ ok: true, value: 0.005 })
    expect(read('fall', '1/2 in per 10 ft', metric)).toMatchObject({ ok: true, value: expect.closeTo(0.5 / 120, 12) as number })
  })
  it('cups and fluid ounces are those of the terms', () => {
    expect(parseVolume('2 cups', 'imperial', 'en-US')).toMatchObject({ value: expect.closeTo(GAL / 8, 12) as number })
    expect(parseVolume('8 fl oz', 'imperial', 'en-US')).toMatchObject({ value: expect.closeTo(GAL / 16, 12) as number })
    expect(parseVolume('20 fl oz', 'imperial', 'en-GB')).toMatchObject({ value: expect.closeTo(4.54609e-3 / 8, 12) as number })
  })
  it.each([
    ['length', '2.3', 'twoWays'],
    ['length', '1,340 m', 'twoWays'],
    ['span', '6,700', 'twoWays'],
    ['plain', '2-3', 'twoNumbers'],
    ['length', '2-3 m', 'twoNumbers'],
    ['length', '5 6 in', 'twoNumbers'],
    ['length', '1 m 20', 'unitNeeded'],
    ['length', '3 in 2 ft', 'twoNumbers'],
    ['plain', '1,34.5', 'notANumber'],
    ['volume', '5 feet', 'unknownUnit'],
    ['length', '1/0 in', 'zeroDenominator'],
  ] as const)('%s %j is asked, never guessed: %s', (kind, text, problem) => {
    expect(read(kind, text)).toMatchObject({ ok: false, problem })
  })
  it('what may be meant is offered so that either can be typed', () => {
    for (const [kind, text] of [
      ['length', '2.3'],
      ['length', '1,340 m'],
    ] as const) {
      const parsed = read(kind, text)
      const values = !parsed.ok && parsed.ways ? parsed.ways.map((way) => read(kind, way)) : []
      expect(values).toHaveLength(2)
      expect(values.every((value) => value.ok)).toBe(true)
      expect(new Set(values.map((value) => value.ok && value.value)).size).toBe(2)
    }
  })

  const KINDS: Record<QuantityKind, [least: number, most: number, grain: (value: number, imperial: boolean) => number]> = {
    length: [0, 60, (_, imperial) => (imperial ? IN / 16 : 0.5e-3)],
    span: [0, 1500, (_, imperial) => (imperial ? IN / 16 : 0.005)],
    mesh: [0, 0.5, (_, imperial) => (imperial ? 0.005 * IN : 0.05e-3)],
    area: [0, 90_000, (_, imperial) => (imperial ? 0.5 * FT ** 2 : 0.05)],
    volume: [0, 400, (value) => Math.max(0.5 * GAL, 0.006 * value)],
    flow: [0, 0.1, (value, imperial) => (imperial ? Math.max(0.05, 0.6 * Number(value > 1e-3)) * (GAL / 50) : 0.005e-3)],
    rainDepth: [0, 5000, (value, imperial) => (imperial ? (value < 254 ? 0.13 : 1.3) : 0.5)],
    rainRate: [5, 1000, (_, imperial) => (imperial ? 1.3 : 0.5)],
    mass: [0, 50_000, (value) => Math.max(0.5, 0.006 * value)],
    pressure: [0, 1e6, (value, imperial) => (imperial ? Math.max(24, 0.006 * value) : 50)],
    angle: [0, 75, () => 0.5],
    latitude: [-90, 90, () => 0.000005],
    longitude: [-180, 180, () => 0.000005],
    share: [0, 1, () => 0.005],
    fall: [-0.2, 0.5, (_, imperial) => (imperial ? 0.005 / 120 : 0.05e-3)],
    hours: [0, 1000, () => 0.5],
    days: [0, 400, () => 0.5],
    count: [0, 99_999, () => 0.5],
    plain: [-9999, 99_999, () => 0.005],
    factor: [0, 99, () => 0.005],
    temperature: [-30, 45, (_, imperial) => (imperial ? 0.5 / 1.8 : 0.05)],
    fine: [0, 3, (_, imperial) => (imperial ? 0.0254 / 32 : 0.05e-3)],
  }
  it.each([
    ['rainRate', 62.5, metric, '62.5 mm/h', '63 mm/h'],
    ['rainRate', 31.75, feet, '1.25 in/h', '1.3 in/h'],
    ['volume', 1.234, metric, '1,234 L', '1,230 L'],
    ['share', 0.125, metric, '12.5 %', '13 %'],
    ['rainDepth', 20.5, metric, '20.5 mm', '21 mm'],
    ['span', 3.456, metric, '3.456 m', '3.46 m'],
    ['angle', 33.3, metric, '33.3°', '33°'],
    ['count', 2.5, metric, '2.5', '3'],
  ] as const)('a %s of %d is shown as it was typed where its kind alone would round it', (kind, value, display, asTyped, alone) => {
    expect(showText(typed(kind, value), display).replace(/\u00A0/g, ' ')).toBe(asTyped)
    expect(showText(quantity(kind, value), display).replace(/\u00A0/g, ' ')).toBe(alone)
  })
  it('what has no end keeps its kind’s own places, typed or not: thirds, lengths under a millimetre, eighths of an inch', () => {
    for (const [kind, value, display] of [
      ['share', 1 / 3, metric],
      ['rainRate', 100 / 7, metric],
      ['length', 1.34217, metric],
      ['length', 1.3425, metric],
      ['span', 0.7935, metric],
      ['span', 1.005, feet],
      ['volume', Math.PI / 10, metric],
      ['volume', Infinity, metric],
    ] as const)
      expect(showText(typed(kind, value), display)).toBe(showText(quantity(kind, value), display))
  })
  it('however it was typed, a measure of up to two places more is read back as just that', () => {
    const kinds = (Object.keys(KINDS) as QuantityKind[]).filter((kind) => kind !== 'length' && kind !== 'fine' && kind !== 'span')
    fc.assert(
      fc.property(
        fc.constantFrom(...kinds),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.constantFrom(1, 10, 100),
        fc.constantFrom(...TERMS),
        (kind, at, finer, terms) => {
          const [least, most] = KINDS[kind]
          const display = { system: 'metric', terms } as const
          const near = least + (most - least) * at ** 4
          const step = stepOf(quantity(kind, near), display) / finer
          const value = Math.round(near / step) * step
          // Where rounding makes one figure more or less of it, its own step is another.
          fc.pre(Math.abs(stepOf(quantity(kind, value), display) / step - finer) < 1e-9)
          const shown = showText(typed(kind, value), display)
          const parsed = parseQuantity(kind, shown, display)
          expect([kind, shown, parsed.ok]).toEqual([kind, shown, true])
          if (parsed.ok) expect([kind, shown, parsed.value]).toEqual([kind, shown, expect.closeTo(value, 9)])
        },
      ),
      { numRuns: 3000 },
    )
  })
  it('what is shown can be typed back: every kind, both systems, both terms', () => {
    const kinds = Object.keys(KINDS) as QuantityKind[]
    fc.assert(
      fc.property(
        fc.constantFrom(...kinds),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.constantFrom('metric' as const, 'imperial' as const),
        fc.constantFrom(...TERMS),
        (kind, at, system, terms) => {
          const [least, most, grain] = KINDS[kind]
          // Small ones as often as large ones.
          const value = least + (most - least) * at ** 4
          const shown = showText(quantity(kind, value), { system, terms })
          for (const text of [shown, shown.replace(/\u00A0/g, ' ')]) {
            const parsed = parseQuantity(kind, text, { system, terms })
            expect([kind, system, shown, parsed.ok]).toEqual([kind, system, shown, true])
            if (parsed.ok) expect(Math.abs(parsed.value - value)).toBeLessThanOrEqual(grain(value, system === 'imperial') * 1.3 + 1e-9)
          }
        },
      ),
      { numRuns: 4000 },
    )
  })
  it('never throws, whatever is typed, and is soon done with it', () => {
    const kinds = Object.keys(KINDS) as QuantityKind[]
    fc.assert(
      fc.property(fc.constantFrom(...kinds), fc.oneof(fc.string(), fc.stringMatching(/^[0-9 .,'"/x:mftinlgas-]{0,24}$/)), (kind, text) => {
        expect(typeof parseQuantity(kind, text, feet).ok).toBe('boolean')
      }),
      { numRuns: 2000 },
    )
    expect(parseQuantity('length', `${' '.repeat(40_000)}1`, metric)).toMatchObject({ ok: false })
  })
})

describe('what adds up on paper', () => {
  const displays = (['metric', 'imperial'] as const).flatMap((system) => TERMS.map((terms) => ({ system, terms })))
  const KINDS = ['length', 'span', 'volume', 'area', 'rainDepth', 'flow'] as const
  const read = (kind: QuantityKind, text: string, display: (typeof displays)[number]): number => {
    const parsed = parseQuantity(kind, text, display)
    if (!parsed.ok) throw new Error(`${text} cannot be read`)
    return parsed.value
  }
  it('the parts of a sum as they are shown make up the sum as it is shown', () => {
    const part = fc.record({ sign: fc.constantFrom('+' as const, '−' as const), size: fc.double({ min: 0, max: 1, noNaN: true }) })
    fc.assert(
      fc.property(
        fc.constantFrom(...KINDS),
        fc.array(part, { minLength: 2, maxLength: 7 }),
        fc.constantFrom(...displays),
        (kind, drawn, display) => {
          const scale = { length: 3, span: 40, volume: 2, area: 90, rainDepth: 300, flow: 0.004 }[kind]
          const parts = drawn.map(({ sign, size }) => ({ sign, value: quantity(kind, scale * size) }))
          const total = quantity(
            kind,
            parts.reduce((sum, { sign, value }) => sum + (sign === '−' ? -1 : 1) * value.value, 0),
          )
          const texts = showSum(parts, total, display)
          const step = stepOf(total, display)
          const added = texts.reduce(
            (sum, text, i) => sum + (parts[i]!.sign === '−' ? -1 : 1) * read(kind, text.replace('−', '-'), display),
            0,
          )
          const whole = read(kind, showText(total, display).replace('−', '-'), display)
          expect([texts, Math.abs(added - whole) < 0.2 * step]).toEqual([texts, true])
          // And none is further from what it is than a step.
          texts.forEach((text, i) => {
            expect(Math.abs(read(kind, text.replace('−', '-'), display) - parts[i]!.value.value)).toBeLessThanOrEqual(step * 1.01)
          })
        },
      ),
      { numRuns: 1500 },
    )
  })
  it('parts that are no sum of it are shown as they stand', () => {
    expect(showSum([{ sign: '', value: quantity('length', 1) }], quantity('length', 2), metric)).toEqual(['1,000\u00A0mm'])
  })
})

describe('numbers with a decimal comma', () => {
  const german = { system: 'metric', terms: 'de-DE' } as const
  it.each([
    ['length', '1.340', 1.34],
    ['length', '67 cm', 0.67],
    ['span', '6,7', 6.7],
    ['span', '6,75 m', 6.75],
    // A point with fewer than three figures behind it can only be a decimal one, whoever types it.
    ['span', '6.7', 6.7],
    ['span', '0.750', 0.75],
    ['volume', '1.000,5 L', 1.0005],
    ['rainDepth', '1.234,5 mm', 1234.5],
    ['share', '12,5 Prozent', 0.125],
    ['days', '2 Wochen', 14],
    ['hours', '1,5 Std.', 1.5],
    ['latitude', '51,5', 51.5],
  ] as const)('%s “%s” is %d', (kind, text, value) => {
    const read = parseQuantity(kind, text, german)
    expect(read.ok && read.value).toBeCloseTo(value, 9)
  })
  it('a point before three figures may be either in metres, and is asked in words that a German reads in one way', () => {
    expect(parseQuantity('span', '1.340', german)).toEqual({ ok: false, problem: 'twoWays', ways: ['1,340 m', '1340 m'] })
    expect(parseQuantity('span', '1,340', metric)).toEqual({ ok: false, problem: 'twoWays', ways: ['1.340 m', '1340 m'] })
    for (const way of ['1,340 m', '1340 m']) expect(parseQuantity('span', way, german).ok).toBe(true)
  })
  it('what is told of a bare decimal is told with a comma', () => {
    expect(parseQuantity('length', '1,5', german)).toEqual({ ok: false, problem: 'twoWays', ways: ['1,5 mm', '1,5 m'] })
  })
})

describe('the unit beside a field', () => {
  it.each(['length', 'rainDepth', 'volume', 'share'] as const)('is that of a bare number: %s', (kind) => {
    for (const system of ['metric', 'imperial'] as const)
      for (const terms of TERMS) {
        const [bare, said] = ['7', `7 ${bareUnit(kind, system)}`].map((text) => parseQuantity(kind, text, { system, terms }))
        expect(bare).toEqual(said)
        expect(said!.ok).toBe(true)
      }
  })
})
