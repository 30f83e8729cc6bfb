import { problem, ProblemError } from '../problems'
import type { WaterPath } from '../path/waterPath'
import { fitRecord } from '../rain/fitRecord'
import { fillGaps, type ReadyRain } from '../rain/gaps'
import { makeYears, modelFromMonths, NO_DOUBT, quickNormals, type RainModel } from '../rain/makeRecord'
import { RAIN_DAY } from '../rain/wetDayModel'
import type { DailyRain } from '../rain/dailyRain'
import type { Demand, RainRecord, RainSource } from '../scheme'
import { weibullSorted } from './percentile'
import { caughtBy } from './inflow'
import { lastsFrom } from './lastsFrom'
import { ENSEMBLE_YEARS, type MadeRecords } from './madeRecords'
import { runTanks, storeSeries, warmStart } from './series'
import { runAbreast } from './abreast/runAbreast'
import { ENOUGH, runStore, type SpillRule } from './runStore'
import { storeLaws, tankDemand, type StoreLaws, type Tank } from './tanks'

/** Figures of one store at its own size that carry a band. */
export const BANDED = ['kept', 'met', 'daysMet', 'lasts', 'longest', 'surplus'] as const
export type Banded = (typeof BANDED)[number]

/** Everything that the records of an ensemble share. */
export interface EnsembleInputs {
  path: WaterPath
  store: string
  laws: StoreLaws
  rain: MadeRecords
  /** Usable litres tried, the store's own first. */
  volumes: Float64Array
  rule: SpillRule
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
  if (!record || record.id !== source.record) throw new ProblemError(problem('recordNotAtHand', { id: source.record }))
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
  rain: MadeRecords,
  volumes: readonly number[],
  thirstiest: number,
): EnsembleInputs {
  return {
    path,
    store,
    laws: storeLaws(path, store),
    rain,
    volumes: Float64Array.from(volumes),
    rule: path.scheme.spillRule,
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

/** Low-discrepancy chance for the n-th record: the golden ratio's multiples. */
const chanceOf = (index: number) => ((index + 0.5) * 0.618_033_988_749_895) % 1

/** The most days on end that less was drawn than wanted. */
function longestShort(drawn: Float64Array, demand: Float64Array): number {
  // Looked up once: the loop turns millions of times.
  const part = ENOUGH
  let spell = 0
  let longest = 0
  for (let day = 0; day < drawn.length; day++) {
    spell = drawn[day]! < part * demand[day]! ? spell + 1 : 0
    longest = Math.max(longest, spell)
  }
  return longest
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
function asOneTank({ laws, store, rule, rain: { site } }: EnsembleInputs, rain: DailyRain, firstYearDays: number): OneTank {
  const [only] = laws.tanks
  if (only && laws.tanks.length === 1 && laws.laws.size === 1 && only.open === 0)
    return { inflow: caughtBy(laws.laws.get(store)!, rain), demand: demandOf(laws, only, rain, site) }
  const series = storeSeries(laws, store, rain, site)
  const runs = runTanks(series, rule, firstYearDays)
  const days = rain.depths.length
  const inflow = series.inflow.captured.slice()
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
  const { volumes, rule, thirstiest } = inputs
  const rain = inputs.rain.rain(index)
  const firstYearDays = 365
  const { inflow, demand } = asOneTank(inputs, rain, firstYearDays)
  const factor = catchFactor(chanceOf(index))
  const caught = new Float64Array(inflow.length)
  let captured = 0
  let wanted = 0
  let asked = 0
  for (let day = 0; day < caught.length; day++) {
    const water = inflow[day]! * factor
    caught[day] = water
    captured += water
    wanted += demand[day]!
    asked += demand[day]! > 0 ? 1 : 0
  }
  const { used, short } = runAbreast({ inflow: caught, demand, rule, firstYearDays }, volumes, [caught.length])
  const present = volumes[0]!
  const start = warmStart(caught, demand, firstYearDays, present, rule)
  const run = runStore(caught, demand, present, start, rule)
  // What was caught is drawn, held or surplus.
  const surplus = captured - used[0]! - (run.store.at(-1)! - start)
  return {
    met: used.map((litres) => (wanted > 0 ? litres / wanted : 0)),
    shortDays: short.map((days) => days / ENSEMBLE_YEARS),
    figures: {
      kept: (captured - surplus) / ENSEMBLE_YEARS,
      met: wanted > 0 ? used[0]! / wanted : 0,
      daysMet: asked > 0 ? 1 - short[0]! / asked : 0,
      lasts: lastsFrom(caught, demand, rain.month, thirstiest, present, rule),
      longest: longestShort(run.yield, demand),
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
