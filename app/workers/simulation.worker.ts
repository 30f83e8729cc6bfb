import * as Comlink from 'comlink'
import { passOnProblems } from './passOnProblems'
import { packRows, sweepInputs, sweepVolumes, type EnsembleRow, type SteadyDraw } from '#core/balance'
import type { Place } from '#core/rain'
import type { Cure, TrainWishes } from '#core/offers'
import type { BatchRow, Bottleneck, WhatIf } from '#core/storm'
import type { RainRecord, RainSource, Scheme } from '#core/scheme'
import {
  answerBalance,
  answerBatch,
  answerCures,
  answerDrop,
  answerFigures,
  answerOffers,
  answerSteady,
  answerStorm,
  ensembleGenerator,
  ensembleRows,
  inputsOfEnsemble,
  rainInputs,
  storeInputs,
  sweepInSlices,
  weighGuesses,
  type BalanceAnswer,
  type DropAnswer,
  type Generator,
  type RainInputs,
  type SchemeFigures,
  type StormAnswer,
  type SweepAnswer,
  type Weighed,
  type WeighedOffer,
} from '#core/service'
import type { SurveyedJob } from '#core/survey'
import { living, type Living, type LivingJob } from '#core/living'
import { climateOf, seedOf, simulatedForecast } from '#core/standIns'
import type { UnitSystem } from '#core/units/quantity'
import type { Forecast } from '#core/weather'

/** Rain as a job tells it: where it comes from, the record it leans on, and the place it falls on. */
export interface RainOrder {
  source: RainSource
  record: RainRecord | undefined
  place: Place
}

export interface RunRequest {
  ticket: number
  scheme: Scheme
  store: string
  /** Changes when source, record or place change; the rain is only sent and made ready again then. */
  rainKey: string
}

export interface BalanceReport extends BalanceAnswer {
  rain: Pick<RainInputs, 'facts' | 'years' | 'table' | 'thirst'> & { fit: RainInputs['ready']['fit'] }
  /** Calendar of the store series, so that the page need not hold the record. */
  calendar: { month: Uint8Array; year: Uint16Array; depths: Float32Array }
  took: number
}

const SWEEP_VOLUMES = 200
/** Records run between two looks at whether they are still wanted; a few milliseconds each. */
const ENSEMBLE_SLICE = 8

let rain: { key: string; inputs: RainInputs } | undefined
let newest = 0

const pause = () => new Promise<void>((resolve) => setTimeout(resolve, 0))

const service = {
  /** Makes rain ready; kept until another key comes. */
  setRain(key: string, { source, record, place }: RainOrder): void {
    rain = { key, inputs: rainInputs(source, record, place) }
  },

  /** Anything older than this ticket stops at its next breath. */
  supersede(ticket: number): void {
    newest = Math.max(newest, ticket)
  },

  /** The years of a store. Undefined when a newer request has come meanwhile. */
  balance({ ticket, scheme, store, rainKey }: RunRequest): BalanceReport | undefined {
    newest = Math.max(newest, ticket)
    if (ticket < newest || rain?.key !== rainKey) return undefined
    const began = performance.now()
    const answer = answerBalance(storeInputs(scheme, store, rain.inputs), rain.inputs)
    const { month, year, depths } = rain.inputs.ready.rain
    const { facts, years, table, thirst, ready } = rain.inputs
    return {
      ...answer,
      rain: { facts, years, table, thirst, fit: ready.fit },
      calendar: { month, year, depths: new Float32Array(depths) },
      took: performance.now() - began,
    }
  },

  /** The sweep of a store, with progress; undefined when it was called off. */
  async sweep(
    { ticket, scheme, store, rainKey }: RunRequest,
    present: number,
    progress: (done: number, of: number) => void,
  ): Promise<(SweepAnswer & { steady: SteadyDraw; took: number }) | undefined> {
    if (ticket < newest || rain?.key !== rainKey) return undefined
    const began = performance.now()
    const inputs = storeInputs(scheme, store, rain.inputs)
    const sweepOn = sweepInputs(inputs.series, rain.inputs.ready, scheme.spillRule)
    const answer = await sweepInSlices(sweepOn, store, sweepVolumes(present, SWEEP_VOLUMES), async (done, of) => {
      progress(done, of)
      await pause()
      return ticket >= newest
    })
    return answer && rain && { ...answer, steady: answerSteady(inputs, sweepOn, rain.inputs, present), took: performance.now() - began }
  },

  /** Schemes beside one another on one rain. */
  figures(schemes: readonly Scheme[], rainKey: string): SchemeFigures[] | undefined {
    return rain?.key === rainKey ? schemes.map((scheme) => answerFigures(scheme, rain!.inputs)) : undefined
  },

  /** Which of the measures that were guessed matter most. */
  weighGuesses(job: SurveyedJob, rainKey: string): Weighed[] | undefined {
    return rain?.key === rainKey ? weighGuesses(job, rain.inputs) : undefined
  },

  /** What the years say of one pipe's train. */
  drop(scheme: Scheme, drop: string, system: UnitSystem, rainKey: string): DropAnswer | undefined {
    return rain?.key === rainKey ? answerDrop(scheme, drop, system, rain.inputs) : undefined
  },

  /** Whole trains for one pipe and vessel, each run through the years. */
  offers(scheme: Scheme, drop: string, vessel: string, wishes: TrainWishes, rainKey: string): WeighedOffer[] | undefined {
    return rain?.key === rainKey ? answerOffers(scheme, drop, vessel, wishes, rain.inputs) : undefined
  },

  /**
   * What a job's log says, with the forecast that it was read by: the one that is brought, else the stand-in's of the place.
   * Undefined when their rain has changed meanwhile.
   */
  living(job: LivingJob, place: string, today: number, rainKey: string, brought?: Forecast): LivingAnswer | undefined {
    if (rain?.key !== rainKey) return undefined
    const wetHours = job.schemes.find(({ id }) => id === job.chosen)?.wetHours
    const forecast = brought ?? simulatedForecast(climateOf(rain.inputs.ready, job.site, seedOf(place)), today, wetHours)
    return { ...living(job, rain.inputs.ready, forecast, today), forecast }
  },

  /** A scheme's storm over it. */
  storm(scheme: Scheme, whatIfs: readonly WhatIf[]): StormAnswer | undefined {
    return answerStorm(scheme, whatIfs)
  },

  /** What the smallest changes would make of it. */
  cures(scheme: Scheme, bottleneck: Bottleneck, system: UnitSystem, whatIfs: readonly WhatIf[]): Cure[] {
    return answerCures(scheme, bottleneck, system, whatIfs)
  },

  /** All design storms of the scheme's table; undefined when it was called off. */
  async batch(ticket: number, scheme: Scheme, progress: (done: number, of: number) => void): Promise<BatchRow[] | undefined> {
    newest = Math.max(newest, ticket)
    return answerBatch(scheme, async (done, of) => {
      progress(done, of)
      await pause()
      return ticket >= newest
    })
  },

  /** What the records of an ensemble are made by; learnt from the rain once. Undefined when the rain has changed meanwhile. */
  generator(rainKey: string): Generator | undefined {
    return rain?.key === rainKey ? ensembleGenerator(rain.inputs) : undefined
  },

  /**
   * This worker's share of an ensemble, packed for the way back. Undefined when it was called off.
   */
  async ensemble(
    { ticket, scheme, store, rainKey }: RunRequest,
    share: { worker: number; of: number; records: number; generator: Generator },
    progress: (done: number) => void,
  ): Promise<EnsembleShare | undefined> {
    newest = Math.max(newest, ticket)
    if (ticket < newest || rain?.key !== rainKey) return undefined
    const inputs = inputsOfEnsemble(scheme, store, rain.inputs, share)
    const rows: EnsembleRow[] = []
    for (let first = share.worker * ENSEMBLE_SLICE; first < share.records; first += share.of * ENSEMBLE_SLICE) {
      const last = Math.min(share.records, first + ENSEMBLE_SLICE)
      rows.push(...ensembleRows(inputs, first, last))
      progress(last - first)
      await pause()
      if (ticket < newest) return undefined
    }
    const packed = packRows(rows, inputs.volumes.length)
    return Comlink.transfer({ store, volumes: inputs.volumes, packed }, [packed.buffer])
  },
}

export type LivingAnswer = Living & { forecast: Forecast }

export interface EnsembleShare {
  store: string
  volumes: Float64Array
  /** Laid end to end; see `packRows`. */
  packed: Float64Array
}

export type SimulationService = typeof service
passOnProblems()
Comlink.expose(service)
