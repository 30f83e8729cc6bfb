import type { UnitSystem } from '../units/quantity'
import { TERM_FACTS, type Terms } from '../units/terms'
import type { AnnualRain } from './schema/rain'
import type { Device, DeviceOf, Drop } from './schema/drop'
import type { Gutter } from './schema/gutter'
import type { OverflowRoute, Pump } from './schema/overflow'
import type { Build, Letter, ShelfItem } from './schema/build'
import type { Desk, Firm } from './schema/desk'
import type { Trial } from './schema/trial'
import type { Job, Scheme } from './schema/job'
import type { Log } from './schema/log'
import type { Money, Site } from './schema/site'

/** Mean lows and highs of a mild northern place, °C: invented, to be replaced by the reader's own. */
const MILD_NORTH = {
  low: [1.5, 1.5, 3, 4.5, 7.5, 10.5, 12.5, 12.5, 10, 7.5, 4.5, 2],
  high: [7, 7.5, 10, 13, 16.5, 19.5, 22, 21.5, 18.5, 14.5, 10, 7.5],
}
const halfAYearOn = <T>(months: readonly T[]): T[] => months.map((_, month) => months[(month + 6) % 12]!)

/** A place to begin with: the middle latitudes of a hemisphere. */
export function defaultSite(hemisphere: AnnualRain['hemisphere'] = 'north'): Site {
  return hemisphere === 'north'
    ? { latitude: 51, low: [...MILD_NORTH.low], high: [...MILD_NORTH.high] }
    : { latitude: -37, low: halfAYearOn(MILD_NORTH.low), high: halfAYearOn(MILD_NORTH.high) }
}

/** Prices to begin with: none, so that no saving is claimed before the reader has put in a bill. */
export const defaultMoney = (terms: Terms): Money => ({
  currency: TERM_FACTS[terms].currency,
  tiers: [{ from: 0, price: 0 }],
  sewer: 0,
  sewerShare: 0.95,
  houseUse: 100,
})

/** Nobody named; a quotation commonly holds for a month. */
export const letterDefaults = (): Letter => ({ from: '', to: '', number: '', validDays: 30, warranty: '' })

/** Somebody has asked; nothing is noted yet. */
export const deskDefaults = (): Desk => ({ stage: 'asked', waitsFor: '', phone: '', notes: '', archived: false })

/** Nobody's: what a job begins with by itself. */
export const firmDefaults = (): Firm => {
  const { rate, margin, tax } = buildDefaults().quote
  return { head: '', warranty: '', validDays: letterDefaults().validDays, rate, margin, tax, prices: [] }
}

/** Nothing written down yet. */
export const logDefaults = (): Log => ({ entries: [], ticked: [] })

/** What a job says besides its scene, its rain and its schemes. */
export const jobDefaults = (
  terms: Terms,
  hemisphere?: AnnualRain['hemisphere'],
): Pick<Job, 'seasonFactors' | 'site' | 'money' | 'ownParts' | 'ownFittings' | 'shelf' | 'letter' | 'desk' | 'guessed' | 'log'> => ({
  seasonFactors: [1, 1, 1, 1],
  ownParts: [],
  ownFittings: [],
  shelf: [],
  letter: letterDefaults(),
  desk: deskDefaults(),
  guessed: [],
  log: logDefaults(),
  site: defaultSite(hemisphere),
  money: defaultMoney(terms),
})

/** An hour's storm whose peak is the design intensity (mm/h), over half-full stores. */
export const trialDefaults = (designIntensity = 75): Trial => ({
  storm: { kind: 'triangle', depth: designIntensity / 2, minutes: 60, peak: 'centred' },
  start: 0.5,
  opened: [],
  table: undefined,
})

/** What a fine saw takes, m. Common practice. */
const KERF = 0.0015

/** Nothing chosen, nothing done, and no prices of an installer's own. */
export const buildDefaults = (): Build => ({
  joints: [],
  holes: [],
  lines: [],
  extras: [],
  done: [],
  timers: [],
  tests: [],
  kerf: KERF,
  quote: { hours: 0, rate: 0, margin: 0, tax: 0 },
})

/** Nothing known yet of something that a shop sells. */
export const shelfDefaults = (item: string): ShelfItem => ({ item, owned: 0, price: null, lead: 0, sold: 0 })

/** A surplus that runs out at the paving, into nothing measured. */
export const overflowDefaults = (): Pick<OverflowRoute, 'end' | 'soak'> => ({ end: 0, soak: undefined })

/** A small pump beside the vessel: 10 L a minute to a metre up through 20 m of 25 mm pipe. Common practice. */
export const pumpDefaults = (): Omit<Pump, 'id' | 'from' | 'duty' | 'floatSwitch' | 'checkValve' | 'filterMesh' | 'power' | 'to'> => ({
  wants: 10 / 60_000,
  rise: 1,
  pressure: 0,
  line: { bore: 0.02, measured: undefined },
  suction: { bore: 0.025, length: 2 },
  at: 0.2,
  efficiency: 0.3,
  sunHours: 2.5,
  autonomy: 3,
})

export const schemeDefaults = (): Pick<
  Scheme,
  'designIntensity' | 'wetHours' | 'spillRule' | 'outletSchool' | 'windOnPitch' | 'cost' | 'space' | 'trial' | 'build'
> => ({
  build: buildDefaults(),
  trial: trialDefaults(),
  designIntensity: 75,
  wetHours: 4,
  spillRule: 'after-spillage',
  outletSchool: 'hydraulic',
  windOnPitch: false,
  cost: 0,
  space: { width: 0, depth: 0, height: 0 },
})

/** Pieces of 4 m or 10 ft, brackets at most a metre apart, board not measured. */
export const gutterDefaults = (
  system: UnitSystem = 'metric',
): Pick<Gutter, 'material' | 'board' | 'clearance' | 'piece' | 'bracketEvery' | 'bucket'> => ({
  material: 'plastic',
  board: 0,
  clearance: 0.025,
  piece: system === 'metric' ? 4 : 3.048,
  bracketEvery: system === 'metric' ? 1 : 0.9144,
  bucket: { result: 'not-tried', at: 0 },
})

/** A pipe 30 mm off the wall that ends in a shoe, nothing measured on it yet. */
export const dropDefaults = (): Pick<Drop, 'offWall' | 'foot' | 'marks'> => ({
  offWall: 0.03,
  foot: 'shoe',
  marks: { reference: 'paving', measured: [] },
})

/** How far a downpipe laps into a device at each end, m: an inch. Common practice. */
const LAP = 0.0254
const letInDefaults = { lapTop: LAP, lapBottom: LAP, adapters: 0 }

/** What a wye, a straight tee and a branch to a tank spend above their branch's invert, m. Common practice. */
export const BRANCH_HEIGHT: Record<DeviceOf<'first-flush'>['form'], number> = { vertical: 0.1, 'in-line': 0.04, tank: 0.1 }

type Defaults = { [K in Device['kind']]: Partial<DeviceOf<K>> }

/** Measures that a device may be given later; taken until then, and where an older file does not say them. */
export const DEVICE_DEFAULTS: Defaults = {
  neck: {},
  adapter: { height: 0.05 },
  screen: {},
  'rain-head': { disc: 0.2 },
  filter: { height: 0.1 },
  'first-flush': { branch: BRANCH_HEIGHT.vertical, ballSize: 0, seat: 0 },
  'ring-trough': { adapterAbove: 0, adapterBelow: 0, film: 0.9 },
  'push-in': { film: 0.6 },
  twist: letInDefaults,
  flap: letInDefaults,
  'float-shut': {},
  tee: {},
  'carrying-pipe': { strapEvery: 1.2 },
  'wall-crossing': {},
  'winter-shut-off': {},
}
