import { problemOf, type Problem } from '#core/problems'
import * as Comlink from 'comlink'
import { ensembleBands, type EnsembleAnswer, type SteadyDraw, type YearsResult } from '#core/balance'
import type { Scheme } from '#core/scheme'
import type { TrainWishes } from '#core/offers'
import type { DropAnswer, Generator, SchemeFigures, SweepAnswer, Weighed, WeighedOffer } from '#core/service'
import type { SurveyedJob } from '#core/survey'
import type { UnitSystem } from '#core/units/quantity'
import { startWorker, LetGo, type Hired } from '~/workers/startWorker'
import type { LivingJob } from '#core/living'
import type { Forecast } from '#core/weather'
import type { BalanceReport, LivingAnswer, RainOrder } from '~/workers/simulation.worker'

export interface SimulationState {
  balance: BalanceReport | undefined
  /** Other sizes, with the years of the store as it was when they were tried; the last answer stands until the next, of the same store. */
  sweep: (SweepAnswer & { years: YearsResult }) | undefined
  /** What can be counted on; the last answer stands until the next. */
  steady: SteadyDraw | undefined
  /** Points done of points wanted while a sweep runs. */
  progress: { done: number; of: number } | undefined
  working: boolean
  failed: Problem | undefined
  /** What the years say of the pipe in hand; the last answer stands until the next. */
  drop: DropAnswer | undefined
  /** Bands of the scheme as it stands; gone with the next edit. */
  bands: EnsembleAnswer | undefined
  bandsProgress: { done: number; of: number } | undefined
  bandsTook: number | undefined
}

/** Records behind the bands. */
export const ENSEMBLE_RECORDS = 1000
/** One worker answers the edits; these reckon bands beside it, one for each core up to four. */
const MOST_WORKERS = 4

/** Time between two reports of progress, ms. */
const TELL_EVERY_MS = 200

/** A worker that is told to stop has so long to say that it heard, ms; then it is ended and another taken on. */
const HEARS_WITHIN_MS = 1000

interface Hand extends Hired {
  rainKey: string
}
const takeOn = (): Hand => Object.assign(startWorker(), { rainKey: '' })

let first: Hand | undefined
const pool: Hand[] = []
let ticket = 0
let bandsTicket = 0

const keyOf = ({ source, record, place }: RainOrder) =>
  JSON.stringify([source, place, record?.id, record?.depths.length, record?.start, record && checksum(record.depths)])

const checksums = new WeakMap<readonly (number | null)[], number>()
/** Tells one set of depths from another of the same length: a gauge reading that was mended. Taken once of each set: they are never changed in place. */
function checksum(depths: readonly (number | null)[]): number {
  const known = checksums.get(depths)
  if (known !== undefined) return known
  const sum = depths.reduce<number>((of, depth, i) => (of * 31 + (depth ?? -1) * 10 + i) % 2147483647, 7)
  checksums.set(depths, sum)
  return sum
}

/** Sends rain to a worker that has another. */
async function bringRain(hand: Hand, key: string, order: RainOrder) {
  if (hand.rainKey === key) return
  await hand.ask((service) => service.setRain(key, order))
  hand.rainKey = key
}

/** What made records of the last rain are drawn from. */
let learnt: { key: string; generator: Generator } | undefined
async function generatorFor(hand: Hand, key: string, order: RainOrder): Promise<Generator | undefined> {
  if (learnt?.key === key) return learnt.generator
  await bringRain(hand, key, order)
  const generator = await hand.ask((service) => service.generator(key))
  if (generator) learnt = { key, generator }
  return generator
}

/**
 * Runs years and sweep of a store in the worker. The newest request wins: an older one's answer is dropped, and its
 * sweep stops at its next breath. Bands are reckoned by a pool beside it, on asking.
 */
export function useSimulation() {
  const state = shallowReactive<SimulationState>({
    balance: undefined,
    sweep: undefined,
    steady: undefined,
    progress: undefined,
    working: false,
    failed: undefined,
    drop: undefined,
    bands: undefined,
    bandsProgress: undefined,
    bandsTook: undefined,
  })

  const worker = () => (first ??= takeOn())
  /** Bands under way are out of date. */
  function nextBands(): number {
    bandsTicket++
    for (const { ask } of pool) ask((service) => service.supersede(bandsTicket)).catch(() => {})
    state.bandsProgress = undefined
    return bandsTicket
  }

  /** What the balance that stands was asked of: the sweep that follows it need not ask again. */
  let balanced: { scheme: Scheme; store: string; key: string } | undefined
  /** The balance whose sizes stand. */
  let swept: typeof balanced
  /** Sizes that were tried of what stands no longer go, once nothing better is on its way. */
  function dropOldSizes() {
    if (swept !== balanced) state.sweep = undefined
  }

  async function run(scheme: Scheme, store: string, order: RainOrder, withSweep: boolean): Promise<void> {
    const mine = ++ticket
    if (swept?.store !== store || swept.scheme.id !== scheme.id) state.sweep = undefined
    state.working = true
    state.failed = undefined
    if (!withSweep) {
      nextBands()
      state.bands = undefined
    }
    try {
      const key = keyOf(order)
      const { ask } = worker()
      await ask((service) => service.supersede(mine))
      await bringRain(worker(), key, order)
      const request = { ticket: mine, scheme, store, rainKey: key }
      const known = balanced?.scheme === scheme && balanced.store === store && balanced.key === key
      const balance = known ? state.balance : await ask((service) => service.balance(request))
      if (mine !== ticket || !balance) return
      if (!known) {
        state.balance = balance
        balanced = { scheme, store, key }
      }
      if (!withSweep) return
      const progress = Comlink.proxy((done: number, of: number) => {
        // The last report may come after the answer it belongs to.
        if (mine === ticket && state.working && done < of) state.progress = { done, of }
      })
      const sweep = await ask((service) => service.sweep(request, balance.years.volume, progress))
      if (mine !== ticket || !sweep) return
      state.sweep = { ...sweep, years: balance.years }
      swept = balanced
      state.steady = sweep.steady
    } catch (error) {
      if (mine === ticket && !(error instanceof LetGo)) state.failed = problemOf(error)
      if (mine === ticket) dropOldSizes()
    } finally {
      if (mine === ticket) {
        state.working = false
        state.progress = undefined
      }
    }
  }

  /** A thousand made records through every volume, shared out over the pool. */
  async function runBands(scheme: Scheme, store: string, order: RainOrder): Promise<void> {
    const mine = nextBands()
    const began = performance.now()
    const hands = Math.max(1, Math.min(MOST_WORKERS, navigator.hardwareConcurrency || 2))
    let done = 0
    let over = false
    let told = began
    state.bandsProgress = { done, of: ENSEMBLE_RECORDS }
    try {
      while (pool.length < hands) pool.push(takeOn())
      const key = keyOf(order)
      const generator = await generatorFor(pool[0]!, key, order)
      if (mine !== bandsTicket || !generator) return
      const shares = await Promise.all(
        pool.map(async (hand, index) => {
          await hand.ask((service) => service.supersede(mine))
          await bringRain(hand, key, order)
          const progress = Comlink.proxy((more: number) => {
            done += more
            // A report may come after the answer it belongs to; and the eye needs no more than a few a second.
            if (mine !== bandsTicket || over || performance.now() - told < TELL_EVERY_MS) return
            told = performance.now()
            state.bandsProgress = { done, of: ENSEMBLE_RECORDS }
          })
          const part = { worker: index, of: pool.length, records: ENSEMBLE_RECORDS, generator }
          return hand.ask((service) => service.ensemble({ ticket: mine, scheme, store, rainKey: key }, part, progress))
        }),
      )
      if (mine !== bandsTicket || shares.some((share) => share === undefined)) return
      state.bands = ensembleBands(
        { store, volumes: shares[0]!.volumes },
        shares.map((share) => share!.packed),
      )
      state.bandsTook = performance.now() - began
    } catch (error) {
      if (mine === bandsTicket) state.failed = problemOf(error)
    } finally {
      over = true
      if (mine === bandsTicket) state.bandsProgress = undefined
    }
  }

  /** Schemes beside one another; undefined when their rain has changed meanwhile. */
  async function compare(schemes: readonly Scheme[], order: RainOrder): Promise<SchemeFigures[] | undefined> {
    const key = keyOf(order)
    await bringRain(worker(), key, order)
    return worker().ask((service) => service.figures(schemes, key))
  }

  /** Which guesses matter most; undefined when their rain has changed meanwhile. */
  async function weighGuesses(job: SurveyedJob, order: RainOrder): Promise<Weighed[] | undefined> {
    const key = keyOf(order)
    await bringRain(worker(), key, order)
    return worker().ask((service) => service.weighGuesses(job, key))
  }

  let dropTicket = 0
  /** Hose and first flush of one pipe over the years. */
  async function runDrop(scheme: Scheme, drop: string, system: UnitSystem, order: RainOrder): Promise<void> {
    const mine = ++dropTicket
    try {
      const key = keyOf(order)
      await bringRain(worker(), key, order)
      const answer = await worker().ask((service) => service.drop(scheme, drop, system, key))
      if (mine === dropTicket && answer) state.drop = answer
    } catch (error) {
      if (mine === dropTicket && !(error instanceof LetGo)) state.failed = problemOf(error)
    }
  }

  /** What a job's log says; undefined when its rain has changed meanwhile. */
  async function readLog(
    job: LivingJob,
    place: string,
    today: number,
    order: RainOrder,
    brought?: Forecast,
  ): Promise<LivingAnswer | undefined> {
    const key = keyOf(order)
    await bringRain(worker(), key, order)
    return worker().ask((service) => service.living(job, place, today, key, brought))
  }

  /** Whole trains for one pipe; undefined when their rain has changed meanwhile. */
  async function offers(
    scheme: Scheme,
    drop: string,
    vessel: string,
    wishes: TrainWishes,
    order: RainOrder,
  ): Promise<WeighedOffer[] | undefined> {
    const key = keyOf(order)
    await bringRain(worker(), key, order)
    return worker().ask((service) => service.offers(scheme, drop, vessel, wishes, key))
  }

  /** Calls off the years and sizes that are running; bands go on. What has been reckoned stays. */
  function stop(): void {
    ticket++
    const told = first
    if (told) {
      const ending = setTimeout(() => {
        told.end()
        if (first === told) first = undefined
      }, HEARS_WITHIN_MS)
      told
        .ask((service) => service.supersede(ticket))
        .catch(() => {})
        .finally(() => clearTimeout(ending))
    }
    state.working = false
    state.progress = undefined
    dropOldSizes()
  }

  /** Calls off the bands alone. */
  const stopBands = (): void => void nextBands()

  return { state, run, runBands, runDrop, readLog, compare, weighGuesses, offers, stop, stopBands }
}
