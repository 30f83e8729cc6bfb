import { assess, rainFacts } from '../assess'
import {
  dailyInflow,
  kneeOf,
  simulateYears,
  sweepGround,
  sweepPoint,
  sweepVolumes,
  type SweepGround,
  type SweepPoint,
  type YearsResult,
  type DailyInflow,
} from '../balance'
import { buildWaterPath, type WaterPath } from '../path/waterPath'
import { rainByYear, readyRain, type ReadyRain, type YearOfRain } from '../rain'
import { overallShare, runoffLaw } from '../roof/runoff'
import type { RainFacts } from '../findings'
import type { RainRecord, RainSource, Scheme } from '../scheme'

/** Rain made ready once and used by every request on it. */
export interface RainGround {
  ready: ReadyRain
  facts: RainFacts
  years: YearOfRain[]
}

export function rainGround(source: RainSource, record: RainRecord | undefined): RainGround {
  const ready = readyRain(source, record)
  return { ready, facts: rainFacts(ready, source), years: rainByYear(ready.rain) }
}

/** The years of one store, with what the charts and the account need. */
export interface BalanceAnswer {
  store: string
  years: YearsResult
  /** Share of its rain that each section keeps, wetting and all. */
  overallShares: Record<string, number>
}

export interface StoreGround {
  path: WaterPath
  store: string
  inflow: DailyInflow
}

/** Path and inflow of a scheme's store, shared by balance and sweep. */
export function storeGround(scheme: Scheme, store: string, { ready }: RainGround): StoreGround {
  const path = buildWaterPath(scheme)
  return { path, store, inflow: dailyInflow(path, store, ready.rain) }
}

export function answerBalance({ path, store, inflow }: StoreGround, { ready }: RainGround): BalanceAnswer {
  return {
    store,
    years: simulateYears(path, store, ready, { inflow }),
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

/** Points done between two looks at whether anybody still wants them. */
const SLICE = 20

/**
 * A sweep that gives way: it stops for breath every few points, reports how far it is, and ends when it is told to.
 *
 * @param breathe returns false when the sweep is no longer wanted
 * @returns undefined when it was called off
 */
export async function sweepInSlices(
  ground: SweepGround,
  store: string,
  volumes: readonly number[],
  breathe: (done: number, of: number) => Promise<boolean>,
): Promise<SweepAnswer | undefined> {
  const points: SweepPoint[] = []
  for (const volume of volumes) {
    points.push(sweepPoint(ground, volume))
    if (points.length % SLICE === 0 && !(await breathe(points.length, volumes.length))) return undefined
  }
  return { store, points, knee: kneeOf(points) }
}

/** A whole sweep at once, for the server. */
export function answerSweep(ground: StoreGround, rain: RainGround, count: number, most?: number): SweepAnswer {
  const sweepOn = sweepGround(ground.path, ground.store, rain.ready, ground.inflow)
  const present = simulateYears(ground.path, ground.store, rain.ready, { inflow: ground.inflow }).volume
  const points = sweepVolumes(present, count, most).map((volume) => sweepPoint(sweepOn, volume))
  return { store: ground.store, points, knee: kneeOf(points) }
}

/** An assessment as plain data: all but the path, which holds maps. */
export function answerAssess(scheme: Scheme, rain?: RainFacts) {
  const { sections, lines, findings } = assess(scheme, rain)
  return {
    sections: sections.map(({ section, law, area }) => ({ section: section.id, area, law })),
    lines: lines.map(({ line, ledger, left, usable, standing, limits, roofArea, arriving, cuts, tap }) => ({
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
      roofArea: roofArea.value,
      arriving: arriving.value,
      ...(cuts ? { cuts } : {}),
      ...(tap ? { tap: { spare: tap.spare.value, flow: tap.flow.value } } : {}),
    })),
    findings,
  }
}
