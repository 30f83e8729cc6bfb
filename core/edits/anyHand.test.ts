import fc from 'fast-check'
import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { assess } from '../assess'
import { ARRANGEMENTS, fitStarter, starterFits } from '../arrangements'
import { CUT_SCHOOLS } from '../levels'
import { planBuild, plainPartsInputs } from '../build'
import { demoJobs, withyHard } from '../demo'
import { FINDING_RULES, SEVERITIES } from '../findings'
import { buildWaterPath, jobProblems } from '../path'
import { PLACE_KINDS, readJobFile, writeJobFile, type Device, type Scheme } from '../scheme'
import { CATALOGUE, placesFor, putInto } from '../vessel'
import {
  addBasePart,
  addPort,
  changeLink,
  chooseCut,
  chooseRoof,
  placeVessel,
  raiseStore,
  removeBasePart,
  removePort,
  resizeVessel,
  setOutline,
  setVia,
  unconnectedPorts,
  withGoods,
  addBracket,
  addDevice,
  addOutlet,
  addOverflow,
  addPlace,
  addPump,
  addTap,
  drawFrom,
  drawPoints,
  leadPump,
  movePump,
  moveTap,
  removeDemand,
  removePump,
  removeTap,
  vesselsPumpedTo,
  leadOverflow,
  placeAtEnd,
  removePlace,
  addSection,
  addVessel,
  arrangeStore,
  changePort,
  carryAcross,
  chooseVessel,
  clearTrain,
  collectAt,
  fitRecipe,
  freshDevice,
  levelBases,
  moveDevice,
  moveHighPoint,
  moveOutlet,
  orderTrain,
  removeDevice,
  removeOutlet,
  removeSection,
  stretchGutter,
  removeVessel,
  setHighPoints,
  setLine,
  setLinkBores,
  setMark,
  setOutletHeight,
  setOverflowBore,
  setPort,
  setStand,
  slopeAllTo,
  TRAIN_RECIPES,
  trainPlace,
} from './index'

/** One thing that a hand may do: which, and numbers from 0 to 1 that say to what and by how much. */
interface Move {
  what: keyof typeof HAND
  a: number
  b: number
}
const pick = <T>(from: readonly T[], at: number): T | undefined => from[Math.min(from.length - 1, Math.floor(at * from.length))]
const vessels = (scheme: Scheme) => scheme.stores.flatMap((store) => store.vessels)
const outlets = (scheme: Scheme) => scheme.gutters.flatMap((gutter) => gutter.outlets)
const KINDS: readonly Device['kind'][] = [
  'rain-head',
  'filter',
  'first-flush',
  'ring-trough',
  'push-in',
  'tee',
  'adapter',
  'carrying-pipe',
  'float-shut',
]
const WANTS = { flow: 0.8e-3, flush: 0.02, run: 2.5, system: 'metric' as const }

const SHAPES = ['single-slope', 'lean-to', 'gable', 'hip', 'tunnel', 'flat', 'l-shaped'] as const
const SIDES = { only: 'Only', front: 'Front', back: 'Back', right: 'Right', left: 'Left', first: 'First', second: 'Second' }

const HAND = {
  addVessel: (scheme: Scheme, a: number) => addVessel(scheme, pick(scheme.stores, a)!.id),
  removeVessel: (scheme: Scheme, a: number) => removeVessel(scheme, pick(vessels(scheme), a)!.id),
  arrange: (scheme: Scheme, a: number, b: number) =>
    arrangeStore(scheme, pick(scheme.stores, a)!.id, pick(['linked-low', 'cascade', 'manifold', 'stacked'] as const, b)!),
  chooseVessel: (scheme: Scheme, a: number, b: number) => {
    const { key: _, ...chosen } = pick(CATALOGUE, b)!
    return chooseVessel(scheme, pick(vessels(scheme), a)!.id, chosen)
  },
  stand: (scheme: Scheme, a: number, b: number) => setStand(scheme, pick(vessels(scheme), a)!.id, b),
  level: (scheme: Scheme, a: number, b: number) => levelBases(scheme, pick(scheme.stores, a)!.id, b),
  linkBores: (scheme: Scheme, a: number, b: number) => setLinkBores(scheme, pick(scheme.stores, a)!.id, 0.02 + b * 0.08),
  overflow: (scheme: Scheme, a: number) => addOverflow(scheme, pick(vessels(scheme), a)!.id),
  overflowBore: (scheme: Scheme, a: number, b: number) => {
    const route = pick(scheme.overflows, a)
    return route ? setOverflowBore(scheme, route.id, 0.025 + b * 0.1) : scheme
  },
  fit: (scheme: Scheme, a: number, b: number) =>
    fitRecipe(scheme, pick(scheme.drops, a)!.id, pick(vessels(scheme), b)!.id, pick(TRAIN_RECIPES, (a * 7 + b * 3) % 1)!, {
      ...WANTS,
      run: 0.05 + 6 * a,
    }),
  addDevice: (scheme: Scheme, a: number, b: number) => {
    const [drop, vessel, kind] = [pick(scheme.drops, a)!, pick(vessels(scheme), b)!, pick(KINDS, (a * 5 + b * 11) % 1)!]
    return addDevice(scheme, drop.id, vessel.id, freshDevice(kind, kind, trainPlace(scheme, drop.id, vessel.id)))
  },
  removeDevice: (scheme: Scheme, a: number, b: number) => {
    const drop = pick(scheme.drops, a)!
    const device = pick(drop.devices, b)
    return device ? removeDevice(scheme, drop.id, device.id) : scheme
  },
  moveDevice: (scheme: Scheme, a: number, b: number) => {
    const drop = pick(scheme.drops, a)!
    const device = pick(drop.devices, b)
    return device ? moveDevice(scheme, drop.id, device.id, Math.floor(b * 13) % drop.devices.length) : scheme
  },
  orderTrain: (scheme: Scheme, a: number) => orderTrain(scheme, pick(scheme.drops, a)!.id),
  clearTrain: (scheme: Scheme, a: number) => clearTrain(scheme, pick(scheme.drops, a)!.id),
  mark: (scheme: Scheme, a: number, b: number) => setMark(scheme, pick(scheme.drops, a)!.id, 0.3 + 2 * b),
  bracket: (scheme: Scheme, a: number, b: number) => addBracket(scheme, pick(scheme.drops, a)!.id, 2 * b),
  moveOutlet: (scheme: Scheme, a: number, b: number) => moveOutlet(scheme, pick(outlets(scheme), a)!.id, b * 20),
  addOutlet: (scheme: Scheme, a: number, b: number) => {
    const gutter = pick(scheme.gutters, a)!
    return addOutlet(scheme, gutter.id, b * gutter.length, 'One more')
  },
  removeOutlet: (scheme: Scheme, a: number) => removeOutlet(scheme, pick(outlets(scheme), a)!.id),
  highPoints: (scheme: Scheme, a: number, b: number) => {
    const gutter = pick(scheme.gutters, a)!
    return setHighPoints(scheme, gutter.id, [b * gutter.length])
  },
  moveHighPoint: (scheme: Scheme, a: number, b: number) => {
    const gutter = pick(scheme.gutters, a)!
    return gutter.highPoints.length > 0 ? moveHighPoint(scheme, gutter.id, 0, b * gutter.length) : scheme
  },
  collectAt: (scheme: Scheme, a: number, b: number) => collectAt(scheme, pick(outlets(scheme), a)!.id, pick(scheme.drops, b)!.id, 'Store'),
  addSection: (scheme: Scheme, a: number) => addSection(scheme, pick(scheme.gutters, a)!.id, 'Lean-to'),
  removeSection: (scheme: Scheme, a: number) => removeSection(scheme, pick(scheme.sections, a)!.id),
  buy: (scheme: Scheme, a: number) => {
    const line = pick(planBuild(buildWaterPath(scheme), plainPartsInputs('metric')).bill.lines, a)!
    return setLine(scheme, line.item, !line.there, null)
  },
  mend: (scheme: Scheme, a: number) => {
    const mends = assess(scheme).findings.filter((finding) => finding.mends)
    const finding = pick(mends, a)
    return finding ? FINDING_RULES.find(({ id }) => id === finding.id)!.mend!(scheme, finding) : scheme
  },
  wayOut: (scheme: Scheme, a: number, b: number) => {
    const open = assess(scheme).findings.filter(({ options }) => options && options.length > 0)
    const finding = pick(open, a)
    const option = finding && pick(finding.options!, b)
    return option ? FINDING_RULES.find(({ id }) => id === finding.id)!.mend!(scheme, finding, option.id) : scheme
  },
  slopeAll: (scheme: Scheme, a: number) => {
    const outlet = pick(outlets(scheme), a)!
    return slopeAllTo(scheme, scheme.gutters.find((gutter) => gutter.outlets.includes(outlet))!.id, outlet.id, 0.003)
  },
  carryAcross: (scheme: Scheme, a: number, b: number) => {
    const [from, to] = [pick(outlets(scheme), a)!, pick(outlets(scheme), b)!]
    return from.drop === to.drop ? scheme : carryAcross(scheme, from.id, to.id, 0.01)
  },
  port: (scheme: Scheme, a: number, b: number) => {
    const vessel = pick(vessels(scheme), a)!
    return setPort(scheme, vessel.id, pick(vessel.ports, b)!.id, b * vessel.body.rim)
  },
  addPlace: (scheme: Scheme, a: number, b: number) => addPlace(scheme, pick(PLACE_KINDS, a)!, 'Place', { x: 20 * a - 10, y: 9 * b }),
  removePlace: (scheme: Scheme, a: number) => {
    const place = pick(scheme.places, a)
    return place ? removePlace(scheme, place.id) : scheme
  },
  placeAtEnd: (scheme: Scheme, a: number) => {
    const route = pick(scheme.overflows, a)
    return route ? placeAtEnd(scheme, route.id, 'End') : scheme
  },
  leadToPlace: (scheme: Scheme, a: number, b: number) => {
    const [route, place] = [pick(scheme.overflows, a), pick(scheme.places, b)]
    return route && place ? leadOverflow(scheme, route.id, { kind: 'place', place: place.id }) : scheme
  },
  drawnAt: (scheme: Scheme, a: number, b: number) => {
    const [demand, place] = [pick(scheme.demands, a), pick(scheme.places, b)]
    return demand && place
      ? { ...scheme, demands: scheme.demands.map((each) => (each === demand ? { ...each, place: place.id } : each)) }
      : scheme
  },
  sitIn: (scheme: Scheme, a: number, b: number) => {
    const vessel = pick(vessels(scheme), a)!
    const port = pick(vessel.ports, b)!
    const place = pick(placesFor(vessel, port), a)
    return place ? changePort(scheme, vessel.id, port.id, putInto(place, port)) : scheme
  },
  gutterLength: (scheme: Scheme, a: number, b: number) => produce(scheme, (draft) => stretchGutter(pick(draft.gutters, a)!, 0.5 + 20 * b)),
  turnHole: (scheme: Scheme, a: number, b: number) => {
    const vessel = pick(vessels(scheme), a)!
    return changePort(scheme, vessel.id, pick(vessel.ports, b)!.id, { clock: Math.round(12 * b * a) })
  },
  starter: (scheme: Scheme, a: number) => {
    const arrangement = pick(ARRANGEMENTS, a)!()
    return starterFits(scheme, arrangement) ? fitStarter(scheme, arrangement) : scheme
  },
  onward: (scheme: Scheme, a: number) => ({
    ...scheme,
    overflows: scheme.overflows.map((route) => ({ ...route, onward: a > 0.5 ? ('corrugated' as const) : undefined })),
  }),
  addTap: (scheme: Scheme, a: number) => (scheme.taps.length < 20 ? addTap(scheme, pick(vessels(scheme), a)!.id, 'One more') : scheme),
  removeTap: (scheme: Scheme, a: number) => {
    const tap = pick(scheme.taps, a)
    return tap ? removeTap(scheme, tap.id) : scheme
  },
  moveTap: (scheme: Scheme, a: number, b: number) => {
    const tap = pick(scheme.taps, a)
    return tap ? moveTap(scheme, tap.id, pick(vessels(scheme), b)!.id) : scheme
  },
  addPump: (scheme: Scheme, a: number) => (scheme.pumps.length < 10 ? addPump(scheme, pick(vessels(scheme), a)!.id) : scheme),
  removePump: (scheme: Scheme, a: number) => {
    const pump = pick(scheme.pumps, a)
    return pump ? removePump(scheme, pump.id) : scheme
  },
  movePump: (scheme: Scheme, a: number, b: number) => {
    const pump = pick(scheme.pumps, a)
    return pump ? movePump(scheme, pump.id, pick(vessels(scheme), b)!.id) : scheme
  },
  leadPump: (scheme: Scheme, a: number, b: number) => {
    const pump = pick(scheme.pumps, a)
    if (!pump) return scheme
    const others = vesselsPumpedTo(scheme, pump.id)
    const vessel = pick(others, b)
    return vessel === undefined
      ? leadPump(scheme, pump.id, { kind: 'house', professional: b > 0.5 })
      : leadPump(scheme, pump.id, { kind: 'vessel', vessel, also: pick(others, (a * 7) % 1) })
  },
  drawFrom: (scheme: Scheme, a: number, b: number) => {
    const [demand, point] = [pick(scheme.demands, a), pick(drawPoints(scheme), b)]
    return demand && point ? drawFrom(scheme, demand.id, point) : scheme
  },
  removeDemand: (scheme: Scheme, a: number) => {
    const demand = pick(scheme.demands, a)
    return demand ? removeDemand(scheme, demand.id) : scheme
  },
  roof: (scheme: Scheme, a: number, b: number) =>
    chooseRoof(scheme, { shape: pick(SHAPES, a)!, length: 1 + 20 * b, width: 1 + 9 * a, leg: 0.5 + 8 * b }, SIDES),
  outline: (scheme: Scheme, a: number, b: number) =>
    setOutline(scheme, pick(scheme.sections, a)!.id, { kind: 'rectangle', along: 0.5 + 15 * b, across: 0.5 + 6 * a }),
  addHole: (scheme: Scheme, a: number, b: number) =>
    addPort(scheme, pick(vessels(scheme), a)!.id, pick(['inlet', 'outlet', 'overflow', 'vent', 'link'] as const, b)!),
  removeHole: (scheme: Scheme, a: number, b: number) => {
    const vessel = pick(vessels(scheme), a)!
    const loose = pick([...unconnectedPorts(scheme, vessel.id)], b)
    return loose === undefined ? scheme : removePort(scheme, vessel.id, loose)
  },
  resize: (scheme: Scheme, a: number, b: number) =>
    resizeVessel(scheme, pick(vessels(scheme), a)!.id, pick(['width', 'depth', 'height'] as const, (a * 5 + b) % 1)!, 0.3 + 2 * b),
  place: (scheme: Scheme, a: number, b: number) => {
    const place = b > 0.8 ? undefined : { x: 8 * a - 4, y: 5 * b, turn: Math.round(360 * a) }
    return placeVessel(scheme, pick(vessels(scheme), a)!.id, place)
  },
  raiseStore: (scheme: Scheme, a: number, b: number) => raiseStore(scheme, pick(scheme.stores, a)!.id, b / 2),
  addLayer: (scheme: Scheme, a: number, b: number) =>
    addBasePart(scheme, pick(vessels(scheme), a)!.id, pick(['blocks', 'slab', 'gravel-pad'] as const, b)!),
  removeLayer: (scheme: Scheme, a: number, b: number) => {
    const { id, base } = pick(vessels(scheme), a)!
    return base.parts.length > 0 ? removeBasePart(scheme, id, Math.floor(b * base.parts.length)) : scheme
  },
  cut: (scheme: Scheme, a: number, b: number) =>
    chooseCut(scheme, pick(scheme.drops, a)!.id, pick(vessels(scheme), b)!.id, pick(CUT_SCHOOLS, (a + b) % 1)!),
  goods: (scheme: Scheme, a: number) => withGoods(scheme, a > 0.5 ? 'imperial' : 'metric'),
  bends: (scheme: Scheme, a: number, b: number) => {
    const route = pick(scheme.overflows, a)
    return route ? setVia(scheme, 'overflow', route.id, b > 0.5 ? [{ x: 6 * a - 3, y: 4 * b }] : []) : scheme
  },
  shut: (scheme: Scheme, a: number, b: number) => {
    const link = pick(
      scheme.stores.flatMap(({ links }) => links),
      a,
    )
    return link ? changeLink(scheme, link.id, (each) => (each.valve = b > 0.5 ? 'shut' : 'open')) : scheme
  },
  outletHeight: (scheme: Scheme, a: number, b: number) => setOutletHeight(scheme, pick(outlets(scheme), a)!.id, 1 + 3 * b),
} satisfies Record<string, (scheme: Scheme, a: number, b: number) => Scheme>

// Without a bias to the ends: the third of four vessels is picked as often as the first.
const share = fc.noBias(fc.integer({ min: 0, max: 999 })).map((n) => n / 1000)
const move: fc.Arbitrary<Move> = fc.record({ what: fc.constantFrom(...(Object.keys(HAND) as Move['what'][])), a: share, b: share })
/**
 * How many hands are drawn: the same ones each time, so that a run here is a run there. `SOAK=12 SEED=5 npx vitest run anyHand` draws
 * twelve times as many, others for each seed; what they find is mended, and held by a test of its own.
 */
const drawn = (runs: number) => ({ numRuns: runs * Number(process.env.SOAK ?? 1), seed: Number(process.env.SEED ?? 4711) })

const starts = [...demoJobs().flatMap((job) => job.schemes), ...ARRANGEMENTS.map((make) => make())]
const job = withyHard()

/** An edit may refuse, in words; anything else that is thrown is a fault. */
function done(scheme: Scheme, { what, a, b }: Move): Scheme {
  try {
    return HAND[what](scheme, a, b)
  } catch (error) {
    if (error instanceof RangeError && error.message !== '') return scheme
    throw error
  }
}

describe('whatever a hand does to a scheme', () => {
  it('it stays a file that comes in again, with every tie whole, and can be assessed and built', () => {
    fc.assert(
      fc.property(fc.constantFrom(...starts.keys()), fc.array(move, { minLength: 1, maxLength: 8 }), (start, moves) => {
        let scheme = starts[start]!
        for (const each of moves) {
          const before = JSON.stringify(scheme)
          const next = done(scheme, each)
          expect(JSON.stringify(scheme)).toBe(before)
          const kept = { ...job, rain: withyHard().rain, schemes: [next], chosen: next.id }
          expect(jobProblems(kept)).toEqual([])
          const rain = {
            ...kept,
            rain: {
              kind: 'annual' as const,
              total: 700,
              pattern: 'even' as const,
              hemisphere: 'north' as const,
              wetDays: 140,
              spread: 0.16,
              years: 30,
              seed: 4711,
            },
          }
          expect(readJobFile(writeJobFile(rain, []), jobProblems).job.schemes[0]).toEqual(next)
          const { path } = assess(next)
          expect(planBuild(path, plainPartsInputs('metric')).steps.length).toBeGreaterThan(0)
          scheme = next
        }
      }),
      drawn(150),
    )
  })

  it('a snag that offers a mend is gone when it is taken, or at least a lesser one, and nothing comes loose by it', () => {
    fc.assert(
      fc.property(fc.constantFrom(...starts.keys()), fc.array(move, { maxLength: 4 }), (start, moves) => {
        const scheme = moves.reduce(done, starts[start]!)
        for (const finding of assess(scheme).findings.filter(({ mends }) => mends)) {
          const mended = FINDING_RULES.find(({ id }) => id === finding.id)!.mend!(scheme, finding)
          expect(jobProblems({ ...withyHard(), schemes: [mended] })).toEqual([])
          const still = assess(mended).findings.filter(
            ({ id, ids, severity }) =>
              id === finding.id &&
              JSON.stringify(ids) === JSON.stringify(finding.ids) &&
              // The widest hole that there is room for may leave less under the rim than is good: no longer wrong, only close.
              SEVERITIES.indexOf(severity) <= SEVERITIES.indexOf(finding.severity),
          )
          expect([finding.id, still]).toEqual([finding.id, []])
        }
      }),
      drawn(200),
    )
  })
})
