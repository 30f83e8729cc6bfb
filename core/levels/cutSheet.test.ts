import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { withyHard } from '../demo'
import { freshDevice, trainPlace } from '../edits'
import type { DeviceOf } from '../scheme'
import { cutSheet, fromReference, joinerLength, judgeMarks, strapCount } from './cutSheet'

const scheme = withyHard().schemes[0]!
const drop = scheme.drops[0]!
const trough = drop.devices.find((device) => device.kind === 'ring-trough')!
const place = trainPlace(scheme, 'river-drop', 'butt')

describe('lengths', () => {
  it('joiner: 40 and 50 mm sockets less 10 mm relief make 80, not 90 (rule of thumb; common practice, no published source)', () => {
    expect(joinerLength([0.04, 0.05], 0, 0.01)).toBeCloseTo(0.08, 12)
    expect(joinerLength([0.04, 0.05], 0.3, 0.01)).toBeCloseTo(0.38, 12)
  })
  it('straps stand no farther apart than asked, one at each end', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 30, noNaN: true }), fc.double({ min: 0.3, max: 2, noNaN: true }), (run, every) => {
        const straps = strapCount(run, every)
        expect(run / (straps - 1)).toBeLessThanOrEqual(every + 1e-6)
        expect(straps).toBeGreaterThanOrEqual(2)
      }),
    )
  })
})

const KERF = 0.0015

describe('cut sheet', () => {
  it('of the boathouse: 1,355 and 1,325, the blade on the waste side of both', () => {
    const sheet = cutSheet(drop, trough, KERF)!
    expect(sheet.upper).toBeCloseTo(1.355, 9)
    expect(sheet.lower).toBeCloseTo(1.325, 9)
    expect(sheet.saw.upper).toBeLessThan(sheet.upper)
    expect(sheet.saw.lower!).toBeGreaterThan(sheet.lower!)
    // What is left between the two kerfs and the kerfs together are the piece.
    expect(sheet.saw.upper - sheet.saw.lower! + KERF).toBeCloseTo(0.03, 12)
  })
  it('325 mm of body, an inch of lap at either end and two adapters of 25 mm: what is taken out adds up', () => {
    const twist = {
      ...(freshDevice('twist', 't', place) as DeviceOf<'twist'>),
      body: 0.325,
      lapTop: 0.0254,
      lapBottom: 0.0254,
      adapters: 0.05,
    }
    const { piece, upper, lower } = cutSheet(drop, twist, KERF)!
    expect(piece).toMatchObject({ body: 0.325, adapters: 0.05, laps: expect.closeTo(0.0508, 12) })
    expect(upper - lower!).toBeCloseTo(0.325 - 0.0508 + 0.05, 12)
    expect((upper + lower!) / 2).toBeCloseTo(twist.height, 12)
  })
  it('adapters on a trough widen the gap and leave its lip where the mark less the upper adapter puts it', () => {
    const plain = cutSheet(drop, trough, KERF)!
    const wide = cutSheet(drop, { ...trough, adapterAbove: 0.03, adapterBelow: 0.02 }, KERF)!
    expect(plain.lower! - wide.lower!).toBeCloseTo(0.05, 12)
  })
  it('what holds the pipe comes first, no cut before the second measurement, the lower cut before the upper', () => {
    const steps = cutSheet({ ...drop, brackets: [] }, trough, KERF)!.steps.map(({ step }) => step)
    expect(steps).toEqual(['bracketAbove', 'bracketBelow', 'mark', 'measureAgain', 'cutLower', 'cutUpper', 'deburr', 'dryFit'])
  })
  it('finds the brackets that hold, and asks for those that do not', () => {
    const sheet = cutSheet({ ...drop, brackets: [1.5, 1.2, 0.4] }, trough, KERF)!
    expect(sheet.brackets).toEqual({ above: 1.5, below: 1.2 })
    expect(sheet.steps[0]!.step).toBe('mark')
    // Of several the nearest, however they are listed.
    expect(cutSheet({ ...drop, brackets: [1.4, 1.6, 1.5, 1.1, 1.3, 1.2] }, trough, KERF)!.brackets).toEqual({ above: 1.4, below: 1.3 })
    expect(cutSheet({ ...drop, brackets: [1.6, 1.5, 1.4, 1.2, 1.1, 1.3] }, trough, KERF)!.brackets).toEqual({ above: 1.4, below: 1.3 })
    expect(cutSheet({ ...drop, brackets: [1.96, 0.64] }, trough, KERF)!.brackets).toEqual({ above: undefined, below: undefined })
  })
  it('says where brackets go that are not there: a hand’s width from either cut', () => {
    const [above, below] = cutSheet({ ...drop, brackets: [] }, trough, KERF)!.steps
    expect(above!.values.at).toMatchObject({ value: expect.closeTo(1.355 + 0.1, 9) })
    expect(below!.values.at).toMatchObject({ value: expect.closeTo(1.325 - 0.1, 9) })
    const end = cutSheet({ ...drop, brackets: [] }, freshDevice('rain-head', 'h', place), KERF, 1.8)!.steps.map(({ step }) => step)
    // Below a pipe's end there is no pipe to hold.
    expect(end).toContain('bracketAbove')
    expect(end).not.toContain('bracketBelow')
  })
  it('tells each cut its height', () => {
    const { steps } = cutSheet(drop, trough, KERF)!
    const at = (name: string) => steps.find(({ step }) => step === name)!.values.at
    expect(at('cutUpper')).toMatchObject({ value: expect.closeTo(1.355, 9) })
    expect(at('cutLower')).toMatchObject({ value: expect.closeTo(1.325, 9) })
  })
  it('a funnel is drilled, a pipe’s end is cut once, a screen needs neither', () => {
    const funnel = cutSheet(drop, freshDevice('push-in', 'p', place), KERF)!
    expect(funnel.hole).toBe(0.054)
    expect(funnel.steps.map(({ step }) => step)).toContain('drill')
    const head = cutSheet(drop, freshDevice('rain-head', 'h', place), KERF, 1.8)!
    expect(head.lower).toBeUndefined()
    expect(head.steps.map(({ step }) => step)).toContain('cutEnd')
    expect(cutSheet(drop, freshDevice('screen', 's', place), KERF)).toBeUndefined()
  })
})

describe('the second measurement', () => {
  it('reads from three places', () => {
    const references = { rim: 1.365, outlet: 2.31 }
    expect(fromReference(1.355, 'paving', references)).toBe(1.355)
    expect(fromReference(1.355, 'rim', references)).toBeCloseTo(0.01, 12)
    expect(fromReference(1.355, 'outlet', references)).toBeCloseTo(0.955, 12)
  })
  it.each([
    [[], 'measureOnce', false],
    [[1.355], 'measureAgain', false],
    [[1.355, 1.356], 'agreed', true],
    [[1.357, 1.357], 'agreed', true],
    [[1.353, 1.355], 'agreed', true],
    [[1.358, 1.358], 'notThere', false],
    [[1.355, 1.3575], 'measureThird', false],
    [[1.355, 1.362], 'measureThird', false],
    [[1.355, 1.362, 1.354], 'thirdDecides', true],
    [[1.355, 1.362, 1.37], 'noneAgree', false],
    [[1.367, 1.368], 'notThere', false],
    [[1.355, 1.362, 1.363], 'notThere', false],
  ] as const)('%j is %s', (readings, state, mayCut) => {
    expect(judgeMarks(readings, 1.355)).toMatchObject({ state, mayCut })
  })
  it('says by how much', () => {
    expect(judgeMarks([1.355, 1.362], 1.355).off).toBeCloseTo(0.007, 12)
    expect(judgeMarks([1.367, 1.368], 1.355).off).toBeCloseTo(0.0125, 12)
  })
  it('never lets the saw near a mark that is not the plan’s, whatever is read', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 1.3, max: 1.4, noNaN: true }), { maxLength: 3 }), (readings) => {
        const { mayCut, reading } = judgeMarks(readings, 1.355)
        if (mayCut) expect(Math.abs(reading! - 1.355)).toBeLessThanOrEqual(0.002 + 1e-9)
        if (readings.length < 2) expect(mayCut).toBe(false)
      }),
    )
  })
})
