import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { assess } from '../assess'
import { designFlow, dropArea, dropCapacityArea } from '../catch/designFlow'
import { chamberVolume, washDepth } from '../catch/firstFlush'
import { trainLimits } from '../catch/trainLimits'
import { pearLane, tanneryRow, withyHard } from '../demo'
import { setOutletHeight, setStand } from '../edits'
import { emptyingHours } from '../findings'
import { footOf } from '../layout'
import { parseInput, scheme as schemeSchema, type Scheme } from '../scheme'
import { length } from '../units/quantity'
import { offerTrains, type Offer, type TrainWishes } from './offers'

const wishes: TrainWishes = { run: 1.5, automatic: false, flush: true, system: 'metric' }
const scenes: { scheme: Scheme; drop: string; vessel: string; outlet: string }[] = [
  { scheme: withyHard().schemes[0]!, drop: 'river-drop', vessel: 'butt', outlet: 'river-outlet' },
  { scheme: tanneryRow().schemes[0]!, drop: 'yard-drop', vessel: 'tote', outlet: 'yard-outlet' },
  { scheme: pearLane().schemes[0]!, drop: 'drop', vessel: 'butt', outlet: 'outlet' },
]
/** Tries everything an offer says of itself anew, from the scheme that it would make. */
function provesItself({ scheme, checks, left, fits }: Offer, drop: string, wanted: TrainWishes) {
  const { lines, path, findings } = assess(parseInput(schemeSchema, JSON.parse(JSON.stringify(scheme))))
  const assessed = lines.find(({ line }) => line.intake.drop.id === drop)!
  const { flush, heights, intake } = assessed.line
  const holds = (id: string) => checks.find((check) => check.id === id)?.holds
  expect(assessed.line.fed).toBe(true)
  expect(assessed.left.value).toBeCloseTo(left, 12)
  if (!fits) return
  expect(left).toBeGreaterThanOrEqual(-1e-9)
  const arriving = designFlow(scheme.designIntensity, dropCapacityArea(path, drop))
  for (const { place, passes } of trainLimits(path, intake))
    if (place !== 'pipe' && place !== 'offset') expect(passes).toBeGreaterThanOrEqual(arriving - 1e-12)
  if (flush) {
    const asked = checks.find(({ id }) => id === 'wash')!.values.wanted as { value: number }
    expect(washDepth(chamberVolume(flush.bore, flush.length, flush.chambers), dropArea(path, drop))).toBeGreaterThanOrEqual(
      asked.value - 1e-6,
    )
    expect(emptyingHours(flush)).toBeLessThanOrEqual(24)
    expect(heights.flush!.bottom).toBeGreaterThanOrEqual(0.15 - 1e-9)
  }
  if (wanted.automatic) expect(intake.device?.kind === 'twist' || intake.device?.kind === 'flap').toBe(false)
  const faults = findings.filter(
    ({ id, severity, station, ids }) =>
      id !== 'nothingHoldsPipe' &&
      (severity === 'stops' || severity === 'goes-wrong') &&
      (station === 'drop' || station === 'spill') &&
      (ids.drop === drop || ids.vessel === intake.vessel.id),
  )
  expect([holds('sound'), faults.map(({ id }) => id)]).toEqual([true, []])
}

describe('offered trains', () => {
  it.each(scenes)('every one offered on $scheme.name passes what it claims', ({ scheme, drop, vessel }) => {
    for (const automatic of [true, false])
      for (const flush of [true, false])
        for (const offer of offerTrains(scheme, drop, vessel, { ...wishes, automatic, flush }))
          provesItself(offer, drop, { ...wishes, automatic, flush })
  })
  it('and on any wall: outlets and stands of all heights', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...scenes),
        fc.double({ min: 1.2, max: 5, noNaN: true }),
        fc.double({ min: 0, max: 0.9, noNaN: true }),
        fc.boolean(),
        fc.boolean(),
        fc.double({ min: 0.3, max: 8, noNaN: true }),
        ({ scheme, drop, vessel, outlet }, height, stand, automatic, flush, run) => {
          const wall = setOutletHeight(setStand(scheme, vessel, stand), outlet, height)
          const asked = { ...wishes, automatic, flush, run }
          for (const offer of offerTrains(wall, drop, vessel, asked)) provesItself(offer, drop, asked)
        },
      ),
      { numRuns: 60 },
    )
  })

  let offers: Offer[] = []
  beforeAll(() => {
    offers = offerTrains(withyHard().schemes[0]!, 'river-drop', 'butt', { ...wishes, automatic: true, flush: false })
  })
  it('those that hold everything come first, then those of which least is missing', () => {
    const missing = offers.map(({ checks }) => checks.filter(({ holds }) => !holds).length)
    expect(missing).toEqual(missing.toSorted((a, b) => a - b))
    expect(offers).toHaveLength(9)
  })
  it('one that nobody has to turn is offered before one that somebody has to, when that is wished', () => {
    const at = (recipe: string) => offers.findIndex((offer) => offer.recipe === recipe)
    expect(offers[at('twist')]!.checks.find(({ id }) => id === 'automatic')!.holds).toBe(false)
    expect(offers[at('twist')]!.fits).toBe(false)
  })
  it('asks for as many visits as its parts do: a basket every other week, a hopper too, what is turned by hand each week', () => {
    // Common practice: basket 26 a year, lid 12, chamber that empties itself 6, trough 4, float 3, pipe across 2, by hand 50.
    const wanted = {
      'ring-trough': 4,
      'push-in': 4,
      'full-take': 12,
      'wet-carry': 26 + 2,
      'float-shut': 26 + 3,
      'flush-ball': 26 + 12 + 6 + 2,
      'flush-in-line': 26 + 12 + 6 + 2,
      twist: 50,
      flap: 50,
    }
    expect(Object.fromEntries(offers.map(({ recipe, visits }) => [recipe, visits]))).toEqual(wanted)
    // Of those that miss as much, what is seen to seldom comes first.
    const missing = ({ checks }: Offer) => checks.filter(({ holds }) => !holds).length
    for (const [i, offer] of offers.entries())
      if (i > 0 && missing(offer) === missing(offers[i - 1]!)) expect(offer.visits).toBeGreaterThanOrEqual(offers[i - 1]!.visits)
  })
  it('what it spends and what is left are together the way from the outlet down to the inlet', () => {
    for (const offer of offers) {
      const { line } = assess(offer.scheme).lines.find(({ line: each }) => each.intake.drop.id === 'river-drop')!
      const inlet = footOf(offer.scheme, line.intake.vessel) + line.intake.port.at
      expect([offer.recipe, (offer.spends + offer.left).toFixed(9)]).toEqual([offer.recipe, (line.heights.outlet - inlet).toFixed(9)])
      expect(offer.checks.find(({ id }) => id === 'head')!.values.left).toEqual(length(Math.abs(offer.left)))
    }
  })
  it('throws away what its chambers hold over the roof: a cylinder’s volume over an area', () => {
    let told = 0
    // 11.4 m of eave, 3.6 m to the ridge.
    const roof = 11.4 * 3.6
    for (const { scheme, wash } of offers) {
      const chambers = scheme.drops.flatMap(({ devices }) => devices).filter((each) => each.kind === 'first-flush')
      const held = chambers.reduce((sum, { bore, length: long, chambers: n }) => sum + (Math.PI / 4) * bore ** 2 * long * n, 0)
      expect(wash).toBeCloseTo((held / roof) * 1000, 9)
      told += chambers.length
    }
    expect(told).toBe(2)
  })
  it('leaves roof, gutter, stand and taps as they are', () => {
    const { sections, gutters, taps } = withyHard().schemes[0]!
    for (const { scheme } of offers) {
      expect(scheme.sections).toEqual(sections)
      expect(scheme.gutters).toEqual(gutters)
      expect(scheme.taps).toEqual(taps)
      expect(scheme.stores[0]!.vessels[0]!.base).toEqual(withyHard().schemes[0]!.stores[0]!.vessels[0]!.base)
    }
  })
  it('does what can be done on a low wall, and says of the rest what is missing', () => {
    const low = setOutletHeight(withyHard().schemes[0]!, 'river-outlet', 1.7)
    const tried = offerTrains(low, 'river-drop', 'butt', wishes)
    const short = tried.find(({ recipe }) => recipe === 'flush-ball')!
    expect(short.fits).toBe(false)
    expect(short.checks.find(({ id }) => id === 'head')).toMatchObject({ holds: false, values: { how: 'short' } })
  })
})
