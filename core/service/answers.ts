import { plainPartsInputs, planBuild } from '../build'
import { overlaps } from '../layout'
import { assess, flushRoof, rainFacts } from '../assess'
import {
  catchByHose,
  catchVariants,
  drawInputs,
  ensembleInputs,
  ensembleRow,
  calibrated,
  LANES_ABREAST,
  MadeRecords,
  flushYears,
  generatorOf,
  kneeOf,
  simulateYears,
  steadyDraw,
  storeLaws,
  storeSeries,
  sweepInputs,
  sweep,
  sweepPoints,
  sweepVolumes,
  type CatchVariant,
  type EnsembleInputs,
  type EnsembleRow,
  type FlushYears,
  type HoseCatch,
  type SteadyDraw,
  type StoreSeries,
  type SweepInputs,
  type SweepPoint,
  type YearsResult,
} from '../balance'
import { chamberVolume, flushSizes, type FlushSchool } from '../catch'
import { freshDevice, trainPlace } from '../edits'
import { monthlyDemand, monthlyThirst } from '../draw'
import { buildWaterPath, type WaterPath } from '../path/waterPath'
import {
  calendarOf,
  fromIsoDate,
  monthTable,
  rainByYear,
  readyRain,
  scaledTable,
  stormOf,
  type MonthTable,
  type Place,
  type RainModel,
  type ReadyRain,
  type YearOfRain,
} from '../rain'
import { cureStorm, offerTrains, type Cure, type Offer, type TrainWishes } from '../offers'
import {
  batchRow,
  runStorm,
  tableStorms,
  verdictOf,
  type BatchRow,
  type Bottleneck,
  type StormRun,
  type Verdict,
  type WhatIf,
} from '../storm'
import { overallShare, runoffLaw } from '../roof/runoff'
import type { RainFacts } from '../findings'
import { defaultSite, type DeviceOf, type RainRecord, type RainSource, type Scheme } from '../scheme'
import type { UnitSystem } from '../units/quantity'

/** Rain made ready once and used by every request on it. */
export interface RainInputs {
  ready: ReadyRain
  facts: RainFacts
  years: YearOfRain[]
  /** Of the record as it was measured, gaps and all; of the made years where there is no record. */
  table: MonthTable
  /** Reference evapotranspiration of each month, mm a day. */
  thirst: number[]
  place: Place
  source: RainSource
  record: RainRecord | undefined
}

export function rainInputs(
  source: RainSource,
  record: RainRecord | undefined,
  place: Place = { site: defaultSite(), seasonFactors: [1, 1, 1, 1] },
): RainInputs {
  const ready = readyRain(source, record, place)
  const measured = source.kind === 'record' ? record : undefined
  return {
    ready,
    facts: rainFacts(ready, source),
    years: rainByYear(ready.rain),
    table: measured
      ? monthTable(measured.depths, calendarOf(fromIsoDate(measured.start), measured.depths.length))
      : monthTable(ready.rain.depths, ready.rain),
    thirst: monthlyThirst(ready.site),
    place,
    source,
    record,
  }
}

/** The years of one store, with what the charts and the account need. */
export interface BalanceAnswer {
  store: string
  years: YearsResult
  /** Share of its rain that each section keeps, wetting and all. */
  overallShares: Record<string, number>
}

export interface StoreInputs {
  path: WaterPath
  store: string
  series: StoreSeries
}

/** Path and inflow of a scheme's store, shared by balance and sweep. */
export function storeInputs(scheme: Scheme, store: string, { ready }: RainInputs): StoreInputs {
  const path = buildWaterPath(scheme)
  return { path, store, series: storeSeries(storeLaws(path, store), store, ready.rain, ready.site) }
}

export function answerBalance({ path, store, series }: StoreInputs, { ready }: RainInputs): BalanceAnswer {
  return {
    store,
    years: simulateYears(path, store, ready, { series }),
    overallShares: Object.fromEntries(
      path.scheme.sections.map((section) => [section.id, overallShare(runoffLaw(section), ready.rain.depths)]),
    ),
  }
}

export interface SweepAnswer {
  store: string
  points: SweepPoint[]
  /** Index into `points`. */
  knee: number | undefined
}

/** What can be counted on from a store as it is, in the months in which something is drawn from it now. */
export function answerSteady({ path, store }: StoreInputs, sweepOn: SweepInputs, { ready }: RainInputs, volume: number): SteadyDraw {
  const asked = monthlyDemand(path.demands.get(store) ?? [], ready.site)
  return steadyDraw(
    drawInputs(sweepOn, ready, volume),
    asked.map((each) => each > 0),
  )
}

/** Points done between two looks at whether anybody still wants them: a whole number of those that run abreast. */
const SLICE = 3 * LANES_ABREAST

/**
 * A sweep that gives way: it stops for breath every few points, reports how far it is, and ends when it is told to.
 *
 * @param breathe returns false when the sweep is no longer wanted
 * @returns undefined when it was called off
 */
export async function sweepInSlices(
  inputs: SweepInputs,
  store: string,
  volumes: readonly number[],
  breathe: (done: number, of: number) => Promise<boolean>,
): Promise<SweepAnswer | undefined> {
  const points: SweepPoint[] = []
  while (points.length < volumes.length) {
    points.push(...sweepPoints(inputs, volumes.slice(points.length, points.length + SLICE)))
    if (!(await breathe(points.length, volumes.length))) return undefined
  }
  return { store, points, knee: kneeOf(points) }
}

/** A whole sweep at once, for the server. */
export function answerSweep(inputs: StoreInputs, rain: RainInputs, count: number, most?: number): SweepAnswer {
  const sweepOn = sweepInputs(inputs.series, rain.ready, inputs.path.scheme.spillRule)
  const present = simulateYears(inputs.path, inputs.store, rain.ready, { series: inputs.series }).volume
  return { store: inputs.store, ...sweep(sweepOn, sweepVolumes(present, count, most)) }
}

/** An assessment as plain data: all but the path, which holds maps. */
export function answerAssess(scheme: Scheme, rain?: RainFacts) {
  const { sections, lines, findings } = assess(scheme, rain)
  return {
    sections: sections.map(({ section, law, area }) => ({ section: section.id, area, law })),
    lines: lines.map(({ line, ledger, left, usable, standing, limits, train, roofArea, arriving, cuts, tap }) => ({
      drop: line.intake.drop.id,
      vessel: line.intake.vessel.id,
      store: line.placed.store.id,
      heights: line.heights,
      ledger,
      left: left.value,
      usable,
      standing,
      // JSON knows no infinity: a limit that is not there is left out.
      limits: Object.fromEntries(Object.entries(limits).filter(([, value]) => Number.isFinite(value))),
      train,
      roofArea: roofArea.value,
      arriving: arriving.value,
      ...(cuts ? { cuts } : {}),
      ...(tap ? { tap: { spare: tap.spare.value, flow: tap.flow.value } } : {}),
    })),
    findings,
  }
}

type EnsembleRain = Pick<RainInputs, 'ready' | 'source' | 'record' | 'place'>
/** A generator with its seed, ready to make an ensemble's records. */
export interface Generator {
  model: RainModel
  seed: number
}
/** What an ensemble draws from: some half a second of work, for one worker to do for all. */
export function ensembleGenerator({ source, record }: Pick<EnsembleRain, 'source' | 'record'>): Generator {
  const { model, seed } = generatorOf(source, record)
  return { model: calibrated(model), seed }
}
const madeRecords = new WeakMap<EnsembleRain, MadeRecords>()
/** The made records of some rain; kept as long as that is. */
function madeRecordsOf(rain: EnsembleRain, generator?: Generator): MadeRecords {
  const known = madeRecords.get(rain)
  if (known) return known
  const { model, seed } = generator ?? ensembleGenerator(rain)
  const made = new MadeRecords(model, seed, rain.place, rain.ready.site)
  madeRecords.set(rain, made)
  return made
}

/** Volumes that bands are drawn at besides the store's own. */
const BANDED_VOLUMES = 23

/**
 * What an ensemble is run on: one of these is made in every worker, and each row asked of it by number.
 *
 * @param given volumes: litres to try besides the store's own, spread evenly where none are given; generator: that of this rain, where
 *   it is known
 * @throws RangeError when the path has no such store or the record is not at hand
 */
export function inputsOfEnsemble(
  scheme: Scheme,
  store: string,
  rain: EnsembleRain,
  { volumes, generator }: { volumes?: readonly number[]; generator?: Generator } = {},
): EnsembleInputs {
  const path = buildWaterPath(scheme)
  const { tanks } = storeLaws(path, store)
  const own = tanks.filter((tank) => tank.store === store)
  const present = own.reduce((sum, { volume }) => sum + volume, 0)
  const asked = monthlyDemand(path.demands.get(store) ?? [], rain.ready.site)
  return ensembleInputs(
    path,
    store,
    madeRecordsOf(rain, generator),
    [present, ...(volumes ?? sweepVolumes(present, BANDED_VOLUMES))],
    asked.indexOf(Math.max(...asked)),
  )
}

/** Rows of an ensemble from one number up to another. */
export const ensembleRows = (inputs: EnsembleInputs, from: number, to: number): EnsembleRow[] =>
  Array.from({ length: to - from }, (_, i) => ensembleRow(inputs, from + i))

/** What a scheme comes to, in the figures that schemes are compared by. */
export interface SchemeFigures {
  scheme: string
  /** m². */
  roof: number
  /** Usable litres of all stores together. */
  usable: number
  /** Litres a year. */
  kept: number
  used: number
  surplus: number
  /** Shares 0–1 over all stores with any demand. */
  met: number
  daysMet: number
  metLow: number | undefined
  longest: number
  /** Least head left over the intakes, m; undefined with no intake. */
  left: number | undefined
  stops: number
  goesWrong: number
  cost: number
}

/** One scheme beside others on the same rain. @throws BrokenPathError when a reference leads nowhere */
export function answerFigures(scheme: Scheme, rain: RainInputs): SchemeFigures {
  const assessment = assess(scheme, rain.facts, rain.ready.site)
  const runs = scheme.stores.map(({ id }) => simulateYears(assessment.path, id, rain.ready))
  const sum = (of: (run: YearsResult) => number) => runs.reduce((total, run) => total + of(run), 0)
  const wanted = sum(({ total }) => total.demand)
  const days = sum(({ total }) => total.daysWanted)
  const main = runs.toSorted((a, b) => b.total.demand - a.total.demand)[0]
  const lefts = assessment.lines.map(({ left }) => left.value)
  const count = (severity: string) => assessment.findings.filter((finding) => finding.severity === severity).length
  return {
    scheme: scheme.id,
    roof: [...new Set(assessment.lines.map(({ line }) => line.intake.drop.id))].reduce(
      (total, drop) => total + assessment.lines.find(({ line }) => line.intake.drop.id === drop)!.roofArea.value,
      0,
    ),
    usable: sum(({ volume }) => volume),
    kept: sum(({ keptPerYear }) => keptPerYear),
    used: sum(({ usedPerYear }) => usedPerYear),
    surplus: sum(({ total }) => total.surplus) / (rain.ready.rain.depths.length / 365.25),
    met: wanted > 0 ? sum(({ total }) => total.used) / wanted : 1,
    daysMet: days > 0 ? sum(({ total }) => total.daysMet) / days : 1,
    metLow: main?.metRange.low,
    longest: Math.max(0, ...runs.map(({ longestShort }) => longestShort)),
    left: lefts.length > 0 ? Math.min(...lefts) : undefined,
    stops: count('stops'),
    goesWrong: count('goes-wrong'),
    cost: scheme.cost,
  }
}

/** What the years say of one pipe's train. */
export interface DropAnswer {
  /** By hose, where the train leads aside by one. */
  hoses: HoseCatch[]
  variants: CatchVariant[]
  /** Each school's first flush, the job's own last where there is one. */
  flushes: (FlushYears & { school: FlushSchool | 'own' })[]
}

/** Hose and first flush of one line over the record; what is fitted now and what every school would fit. */
export function answerDrop(scheme: Scheme, dropId: string, system: UnitSystem, rain: RainInputs): DropAnswer {
  const { path, lines } = assess(scheme, rain.facts, rain.ready.site)
  const assessed = lines.find(({ line }) => line.intake.drop.id === dropId)
  if (!assessed) return { hoses: [], variants: [], flushes: [] }
  const { intake, flush } = assessed.line
  const area = assessed.roofArea.value
  const hasHose = intake.device !== undefined && 'hose' in intake.device
  const model = flush ?? (freshDevice('first-flush', 'model', trainPlace(scheme, dropId, intake.vessel.id)) as DeviceOf<'first-flush'>)
  const sizes = area > 0 ? flushSizes(flushRoof(assessed, scheme, path, system)) : []
  const own = flush ? [{ school: 'own' as const, volume: chamberVolume(flush.bore, flush.length, flush.chambers) }] : []
  const wanted = [...sizes.map(({ school, volume }) => ({ school, volume })), ...own]
  // A first flush that is there must not be counted twice.
  const bare = { ...intake, drop: { ...intake.drop, devices: intake.drop.devices.filter(({ kind }) => kind !== 'first-flush') } }
  const years =
    area > 0
      ? flushYears(
          path,
          bare,
          rain.ready.rain,
          model,
          wanted.map(({ volume }) => volume),
          area,
        )
      : []
  return {
    hoses: hasHose ? catchByHose(path, intake, rain.ready.rain) : [],
    variants: hasHose ? catchVariants(path, intake, rain.ready.rain) : [],
    flushes: years.map((each, i) => ({ ...each, school: wanted[i]!.school })),
  }
}

/** An offered train with what it would catch and meet. */
export interface WeighedOffer extends Offer {
  /** Litres kept a year. */
  kept: number
  met: number
}

/** Trains that fit one pipe and vessel, each run through the years; see `offerTrains` for their order. */
export function answerOffers(scheme: Scheme, dropId: string, vesselId: string, wishes: TrainWishes, rain: RainInputs): WeighedOffer[] {
  return offerTrains(scheme, dropId, vesselId, wishes, rain.facts, rain.ready.site).map((offer) => {
    const { kept, met } = answerFigures(offer.scheme, rain)
    return { ...offer, kept, met }
  })
}

/** A storm over a scheme and what it showed. */
export interface StormAnswer {
  run: StormRun
  verdict: Verdict
}

/**
 * The scheme's own storm over it.
 *
 * @param onward told how far it is; false calls it off
 * @returns undefined when it was called off
 * @throws BrokenPathError when a reference leads nowhere; RangeError where the storm makes no sense
 */
export function answerStorm(scheme: Scheme, whatIfs: readonly WhatIf[] = [], onward?: (share: number) => boolean): StormAnswer | undefined {
  const path = buildWaterPath(scheme)
  const run = runStorm(path, stormOf(scheme.trial.storm), scheme.trial, { whatIfs, ...(onward ? { onward } : {}) })
  return run && { run, verdict: verdictOf(path, run) }
}

/** The scheme's storm as JSON can say it: sums, peaks and places, without the moments between. */
export function answerStormPlain(scheme: Scheme) {
  const { run, verdict } = answerStorm(scheme)!
  return {
    depth: run.depth,
    rainEnds: run.rainEnds,
    account: run.account,
    error: run.error,
    spills: run.spills,
    siphons: run.siphons,
    vents: run.vents.filter(({ pressure }) => Number.isFinite(pressure)),
    airless: run.vents.filter(({ pressure }) => !Number.isFinite(pressure)).map(({ vessel }) => vessel),
    vessels: run.vessels.map(({ level: _, ...vessel }) => vessel),
    flows: run.flows.map(({ rate: _, ...flow }) => flow),
    verdict,
  }
}

/** What the smallest changes would make of the scheme's storm. */
export const answerCures = (scheme: Scheme, bottleneck: Bottleneck, system: UnitSystem, whatIfs: readonly WhatIf[] = []): Cure[] =>
  cureStorm(scheme, stormOf(scheme.trial.storm), bottleneck, system, whatIfs)

/**
 * Every design storm of the scheme's table, one after another.
 *
 * @param breathe told how many are done; false calls it off
 */
export async function answerBatch(
  scheme: Scheme,
  breathe: (done: number, of: number) => Promise<boolean>,
): Promise<BatchRow[] | undefined> {
  const path = buildWaterPath(scheme)
  const storms = tableStorms(scheme.trial.table ?? scaledTable(scheme.designIntensity))
  const rows: BatchRow[] = []
  for (const storm of storms) {
    rows.push(batchRow(path, scheme.trial, storm))
    if (!(await breathe(rows.length, storms.length))) return undefined
  }
  return rows
}

/**
 * Where everything of a scheme is: uprights, vessels, openings and runs in the job's frame, m.
 *
 * @throws BrokenPathError naming every reference that leads nowhere
 */
export function answerLayout(scheme: Scheme) {
  const { layout } = buildWaterPath(scheme)
  return {
    pipes: [...layout.pipes.values()],
    vessels: [...layout.vessels.values()],
    ports: [...layout.ports.values()],
    runs: [...layout.runs.values()],
    overlaps: overlaps(layout.vessels.values()),
  }
}

/**
 * How a scheme is put together: its parts, joints, cuts, holes, bill and steps, with the goods of one country.
 *
 * @throws BrokenPathError naming every reference that leads nowhere
 */
export function answerBuild(scheme: Scheme, system: UnitSystem) {
  const { assembly, groups, holes, bill, steps } = planBuild(buildWaterPath(scheme), plainPartsInputs(system))
  return {
    parts: assembly.parts,
    joints: assembly.joints.map(({ key, upper, lower, placed }) => ({
      key,
      upper,
      lower,
      fittings: placed.map(({ fitting }) => fitting.id),
    })),
    runs: assembly.runs,
    cuts: groups.map(({ pipe, cuts, plan }) => ({ pipe, cuts, plan })),
    holes,
    bill,
    steps,
  }
}
