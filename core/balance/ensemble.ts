import type { WaterPath } from '../path/waterPath'
import { fitRecord } from '../rain/fitRecord'
import { fillGaps, type Place, type ReadyRain } from '../rain/gaps'
import { makeYears, modelFromMonths, NO_DOUBT, quickNormals, type RainModel } from '../rain/makeRecord'
import { RAIN_DAY } from '../rain/wetDayModel'
import { withSeasons, withSnow } from '../rain/weather'
import type { DailyRain } from '../rain/dailyRain'
import type { Demand, RainRecord, RainSource } from '../scheme'
import { ENOUGH } from './simulateYears'
import { weibullSorted } from './percentile'
import { caughtBy } from './inflow'
import { runTanks, storeSeries, warmStart } from './series'
import type { SpillRule } from './runStore'
import { storeLaws, tankDemand, type StoreLaws, type Tank } from './tanks'

/** Years of one made record: as long as a vessel lasts, and short enough to hold good and bad luck. */
export const ENSEMBLE_YEARS = 20

/** Figures of one store at its own size that carry a band. */
export const BANDED = ['kept', 'met', 'daysMet', 'lasts', 'longest', 'surplus'] as const
export type Banded = (typeof BANDED)[number]

/** Everything that the records of an ensemble share; made once in each worker. */
export interface EnsembleInputs {
  path: WaterPath
  store: string
  laws: StoreLaws
  model: RainModel
  place: Place
  site: ReadyRain['site']
  /** Usable litres tried, the store's own first. */
  volumes: Float64Array
  rule: SpillRule
  seed: number
  /** Month (0–11) in which a full store is asked for most. */
  thirstiest: number
}

/** The generator behind a source: its own, or one fitted to its record. @throws RangeError when the record is not at hand */
export function generatorOf(source: RainSource, record: RainRecord | undefined): { model: RainModel; seed: number } {
  if (source.kind === 'annual') {
    const { totals, wetDays } = quickNormals(source)
    return { model: modelFromMonths(totals, wetDays, source.spread), seed: source.seed }
  }
  if (source.kind === 'normals')
    return { model: modelFromMonths(source.totals, source.wetDays, source.spread, RAIN_DAY), seed: source.seed }
  if (!record || record.id !== source.record) throw new RangeError(`rain record ${source.record} is not at hand`)
  return { model: fitRecord(fillGaps(record, source.gaps).rain), seed: source.kind === 'fitted' ? source.seed : 1 }
}

const CALIBRATION_YEARS = 200

/** The same generator with its depths scaled so that a long run meets the monthly totals; short runs may then miss them by chance. */
export function calibrated(model: RainModel): RainModel {
  const sums = new Float64Array(12)
  const { rain } = makeYears({ ...model, doubt: NO_DOUBT }, CALIBRATION_YEARS, 77, false)
  for (let i = 0; i < rain.depths.length; i++) sums[rain.month[i]!]! += rain.depths[i]!
  return {
    ...model,
    models: model.models.map((month, m) => ({
      ...month,
      beta: sums[m]! > 0 ? month.beta * Math.min(1.25, Math.max(0.8, (model.totals[m]! * CALIBRATION_YEARS) / sums[m]!)) : month.beta,
    })),
  }
}

export function ensembleInputs(
  path: WaterPath,
  store: string,
  generator: { model: RainModel; seed: number },
  place: Place,
  site: ReadyRain['site'],
  volumes: readonly number[],
  thirstiest: number,
): EnsembleInputs {
  return {
    path,
    store,
    laws: storeLaws(path, store),
    model: calibrated(generator.model),
    place,
    site,
    volumes: Float64Array.from(volumes),
    rule: path.scheme.spillRule,
    seed: generator.seed,
    thirstiest,
  }
}

/** One made record's outcome: demand met and short days a year for every volume, and the banded figures of the first. */
export interface EnsembleRow {
  met: Float64Array
  shortDays: Float64Array
  figures: Record<Banded, number>
}

/** How much less or more than reckoned a site may catch: gauge, cover and leaks. Common practice: ×0.85, 1, ×1.05. */
const CATCH = { low: 0.85, middle: 1, high: 1.05 }

/** A draw from the triangle over `CATCH`. Source: closed form, inverse of the triangular distribution. */
export function catchFactor(chance: number): number {
  const { low, middle, high } = CATCH
  const fold = (middle - low) / (high - low)
  return chance < fold
    ? low + Math.sqrt(chance * (high - low) * (middle - low))
    : high - Math.sqrt((1 - chance) * (high - low) * (high - middle))
}

/** Spreads record numbers over the seeds; a record's days do not depend on which worker makes it. */
const seedOf = (seed: number, index: number) => (seed + (index + 1) * 2_654_435_761) % 4_294_967_296
/** Low-discrepancy chance for the n-th record: the golden ratio's multiples. */
const chanceOf = (index: number) => ((index + 0.5) * 0.618_033_988_749_895) % 1

const LANES = 4

/** Four volumes side by side: what each holds at the start, and then what each drew and on how many days it went short. */
interface Lanes {
  volume: Float64Array
  held: Float64Array
  used: Float64Array
  short: Float64Array
}

/**
 * Four volumes through the days, abreast: each waits for its own yesterday, and the machine can do the others meanwhile.
 * Written out lane by lane, since that is what keeps all of it in registers.
 */
function afterSpillage(inflow: Float64Array, demand: Float64Array, { volume, held, used, short }: Lanes, part: number): void {
  const days = inflow.length
  const va = volume[0]!
  const vb = volume[1]!
  const vc = volume[2]!
  const vd = volume[3]!
  let ha = held[0]!
  let hb = held[1]!
  let hc = held[2]!
  let hd = held[3]!
  let ua = 0
  let ub = 0
  let uc = 0
  let ud = 0
  let sa = 0
  let sb = 0
  let sc = 0
  let sd = 0
  for (let day = 0; day < days; day++) {
    const want = demand[day]!
    const water = inflow[day]!
    const enough = part * want
    const da = Math.min(want, ha)
    const db = Math.min(want, hb)
    const dc = Math.min(want, hc)
    const dd = Math.min(want, hd)
    ha = Math.min(ha + water, va) - da
    hb = Math.min(hb + water, vb) - db
    hc = Math.min(hc + water, vc) - dc
    hd = Math.min(hd + water, vd) - dd
    ua += da
    ub += db
    uc += dc
    ud += dd
    sa += da < enough ? 1 : 0
    sb += db < enough ? 1 : 0
    sc += dc < enough ? 1 : 0
    sd += dd < enough ? 1 : 0
  }
  used.set([ua, ub, uc, ud])
  short.set([sa, sb, sc, sd])
}

/** The same where the day's own water may be drawn; asked for seldom, so that it is written for one lane at a time. */
function beforeSpillage(inflow: Float64Array, demand: Float64Array, { volume, held, used, short }: Lanes, part: number): void {
  for (let lane = 0; lane < LANES; lane++) {
    let at = held[lane]!
    let sum = 0
    let days = 0
    const most = volume[lane]!
    for (let day = 0; day < inflow.length; day++) {
      const full = at + inflow[day]!
      const drawn = Math.min(demand[day]!, full)
      at = Math.min(full - drawn, most)
      sum += drawn
      days += drawn < part * demand[day]! ? 1 : 0
    }
    used[lane] = sum
    short[lane] = days
  }
}

/** Yields and short days of several volumes over one record, each started as a single run would be. */
export function runVolumes(
  inflow: Float64Array,
  demand: Float64Array,
  volumes: Float64Array,
  rule: SpillRule,
  firstYearDays: number,
): { used: Float64Array; short: Float64Array } {
  const used = new Float64Array(volumes.length)
  const short = new Float64Array(volumes.length)
  const series = () => new Float64Array(LANES)
  const lanes: Lanes = { volume: series(), held: series(), used: series(), short: series() }
  const run = rule === 'after-spillage' ? afterSpillage : beforeSpillage
  for (let first = 0; first < volumes.length; first += LANES) {
    for (let lane = 0; lane < LANES; lane++) {
      // The last few are run with the last volume in the lanes left over.
      const volume = volumes[Math.min(first + lane, volumes.length - 1)]!
      lanes.volume[lane] = volume
      lanes.held[lane] = warmStart(inflow, demand, firstYearDays, volume, rule)
    }
    run(inflow, demand, lanes, ENOUGH)
    for (let lane = 0; lane < LANES && first + lane < volumes.length; lane++) {
      used[first + lane] = lanes.used[lane]!
      short[first + lane] = lanes.short[lane]!
    }
  }
  return { used, short }
}

/** Mean days that a store, full on the first of a month, lasts with the rain that falls meanwhile; a year at most. */
function lastsFrom(inflow: Float64Array, demand: Float64Array, month: Uint8Array, start: number, volume: number): number {
  let sum = 0
  let times = 0
  for (let day = 1; day < month.length; day++) {
    if (month[day] !== start || month[day - 1] === start) continue
    let held = volume
    let lasted = 0
    for (let d = day; d < month.length && lasted < 365; d++) {
      const drawn = Math.min(demand[d]!, held)
      if (drawn < ENOUGH * demand[d]!) break
      held = Math.min(held + inflow[d]!, volume) - drawn
      lasted++
    }
    sum += lasted
    times++
  }
  return times > 0 ? sum / times : 0
}

interface OneTank {
  inflow: Float64Array
  demand: Float64Array
}

/** Demands that ask for the same on every first of May, whatever the weather. */
const isSteady = ({ kind, skipAfterRain }: Demand) => kind !== 'bed' && skipAfterRain === 0

/** The demand of a store that is steady, the same for every record of an ensemble since all share one calendar. */
const steady = new WeakMap<StoreLaws, Float64Array>()

function demandOf(laws: StoreLaws, tank: Tank, rain: DailyRain, site: ReadyRain['site']): Float64Array {
  const known = steady.get(laws)
  if (known?.length === rain.depths.length) return known
  const { all } = tankDemand(tank, rain, site)
  if (tank.demands.every(isSteady)) steady.set(laws, all)
  return all
}

/** What the air takes of open vessels, off what comes in: what a dry day takes is owed by the next wet one. */
function takeOff(inflow: Float64Array, dries: Float64Array): void {
  let owed = 0
  for (let i = 0; i < inflow.length; i++) {
    owed += dries[i]!
    const paid = Math.min(owed, inflow[i]!)
    inflow[i]! -= paid
    // A store that is dry owes nothing more.
    owed = Math.min(owed - paid, OWED_DAYS * dries[i]!)
  }
}
/** A dry spell longer than this finds nothing left to dry, days. */
const OWED_DAYS = 60

/** The store of one record as a single tank; of a cascade, all that reaches it and all that is asked of it. */
function asOneTank({ laws, store, rule, site }: EnsembleInputs, rain: DailyRain, firstYearDays: number): OneTank {
  const [only] = laws.tanks
  if (only && laws.tanks.length === 1 && laws.laws.size === 1 && only.open === 0)
    return { inflow: caughtBy(laws.laws.get(store)!, rain), demand: demandOf(laws, only, rain, site) }
  const series = storeSeries(laws, store, rain, site)
  const runs = runTanks(series, rule, firstYearDays)
  const days = rain.depths.length
  const inflow = Float64Array.from(series.inflow.captured)
  const demand = new Float64Array(days)
  for (const { series: each, run } of runs) {
    const target = each.tank.spillsTo === undefined ? undefined : series.tanks[each.tank.spillsTo]
    if (each.tank.store !== store && target?.tank.store === store) for (let i = 0; i < days; i++) inflow[i]! += run.spill[i]!
    if (each.tank.store === store) for (let i = 0; i < days; i++) demand[i]! += each.demand.all[i]!
    const { dries } = each.demand
    if (each.tank.store === store && dries) takeOff(inflow, dries)
  }
  return { inflow, demand }
}

/**
 * One record of an ensemble: twenty years of the generator, caught by this scheme with a drawn catch factor, through every
 * volume.
 *
 * @param index number of the record; the same index gives the same outcome anywhere
 */
export function ensembleRow(inputs: EnsembleInputs, index: number): EnsembleRow {
  const { model, place, site, volumes, rule, thirstiest } = inputs
  const made = makeYears(model, ENSEMBLE_YEARS, seedOf(inputs.seed, index), false).rain
  const rain = withSnow(withSeasons(made, place.seasonFactors), site)
  const firstYearDays = 365
  const { inflow, demand } = asOneTank(inputs, rain, firstYearDays)
  const factor = catchFactor(chanceOf(index))
  const caught = new Float64Array(inflow.length)
  let wanted = 0
  let asked = 0
  for (let day = 0; day < caught.length; day++) {
    caught[day] = inflow[day]! * factor
    wanted += demand[day]!
    if (demand[day]! > 0) asked++
  }
  const { used, short } = runVolumes(caught, demand, volumes, rule, firstYearDays)
  const present = volumes[0]!
  let held = warmStart(caught, demand, firstYearDays, present, rule)
  const start = held
  let spell = 0
  let longest = 0
  let captured = 0
  for (let day = 0; day < demand.length; day++) {
    const drawn = Math.min(demand[day]!, rule === 'before-spillage' ? held + caught[day]! : held)
    held = Math.min(held + caught[day]! - drawn, rule === 'before-spillage' ? present : Math.max(0, present - drawn))
    spell = drawn < ENOUGH * demand[day]! ? spell + 1 : 0
    longest = Math.max(longest, spell)
    captured += caught[day]!
  }
  // What was caught is drawn, held or surplus.
  const surplus = captured - used[0]! - (held - start)
  return {
    met: used.map((litres) => (wanted > 0 ? litres / wanted : 0)),
    shortDays: short.map((days) => days / ENSEMBLE_YEARS),
    figures: {
      kept: (captured - surplus) / ENSEMBLE_YEARS,
      met: wanted > 0 ? used[0]! / wanted : 0,
      daysMet: asked > 0 ? 1 - short[0]! / asked : 0,
      lasts: lastsFrom(caught, demand, rain.month, thirstiest, present),
      longest,
      surplus: surplus / ENSEMBLE_YEARS,
    },
  }
}

/** Where eight records in ten lie, and the middle one. */
export interface Band {
  low: number
  middle: number
  high: number
}

export function bandOf(values: ArrayLike<number>): Band {
  const sorted = Float64Array.from(values).sort()
  return { low: weibullSorted(sorted, 0.1), middle: weibullSorted(sorted, 0.5), high: weibullSorted(sorted, 0.9) }
}

export interface EnsembleAnswer {
  store: string
  records: number
  years: number
  volumes: number[]
  met: Band[]
  shortDays: Band[]
  figures: Record<Banded, Band>
}

/** Numbers of one packed row: demand met and short days for every volume, then the banded figures. */
const rowLength = (volumes: number) => 2 * volumes + BANDED.length

/** Rows laid end to end in one block of numbers, which a worker hands over without copying. */
export function packRows(rows: readonly EnsembleRow[], volumes: number): Float64Array {
  const length = rowLength(volumes)
  const packed = new Float64Array(rows.length * length)
  rows.forEach(({ met, shortDays, figures }, i) => {
    packed.set(met, i * length)
    packed.set(shortDays, i * length + volumes)
    BANDED.forEach((figure, f) => (packed[i * length + 2 * volumes + f] = figures[figure]))
  })
  return packed
}

/**
 * Bands from the outcomes of all records, as they come packed from the workers.
 *
 * @throws RangeError when there are none
 */
export function ensembleBands(inputs: Pick<EnsembleInputs, 'store' | 'volumes'>, packed: readonly Float64Array[]): EnsembleAnswer {
  const volumes = inputs.volumes.length
  const length = rowLength(volumes)
  const records = packed.reduce((sum, block) => sum + block.length / length, 0)
  if (records === 0) throw new RangeError('packed must hold at least one row')
  const column = (at: number): Band => {
    const values = new Float64Array(records)
    let row = 0
    for (const block of packed) for (let i = at; i < block.length; i += length) values[row++] = block[i]!
    return bandOf(values)
  }
  return {
    store: inputs.store,
    records,
    years: ENSEMBLE_YEARS,
    volumes: [...inputs.volumes],
    met: Array.from({ length: volumes }, (_, v) => column(v)),
    shortDays: Array.from({ length: volumes }, (_, v) => column(volumes + v)),
    figures: Object.fromEntries(BANDED.map((figure, f) => [figure, column(2 * volumes + f)])) as Record<Banded, Band>,
  }
}
