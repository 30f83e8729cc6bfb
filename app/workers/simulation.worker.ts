import * as Comlink from 'comlink'
import { sweepGround, sweepVolumes } from '#core/balance'
import type { RainRecord, RainSource, Scheme } from '#core/scheme'
import { answerBalance, rainGround, storeGround, sweepInSlices, type BalanceAnswer, type RainGround, type SweepAnswer } from '#core/service'

export interface RunRequest {
  ticket: number
  scheme: Scheme
  store: string
  /** Changes when source or record change; the rain is only sent and made ready again then. */
  rainKey: string
}

export interface BalanceReport extends BalanceAnswer {
  rain: Pick<RainGround, 'facts' | 'years'>
  /** Calendar of the store series, so that the page need not hold the record. */
  calendar: { month: Uint8Array; year: Uint16Array; depths: Float32Array }
  took: number
}

const SWEEP_VOLUMES = 200

let rain: { key: string; ground: RainGround } | undefined
let newest = 0

const pause = () => new Promise<void>((resolve) => setTimeout(resolve, 0))

const service = {
  /** Makes rain ready; kept until another key comes. */
  setRain(key: string, source: RainSource, record: RainRecord | undefined): void {
    rain = { key, ground: rainGround(source, record) }
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
    const answer = answerBalance(storeGround(scheme, store, rain.ground), rain.ground)
    const { month, year, depths } = rain.ground.ready.rain
    const { facts, years } = rain.ground
    return {
      ...answer,
      rain: { facts, years },
      calendar: { month, year, depths: Float32Array.from(depths) },
      took: performance.now() - began,
    }
  },

  /** The sweep of a store, with progress; undefined when it was called off. */
  async sweep(
    { ticket, scheme, store, rainKey }: RunRequest,
    present: number,
    progress: (done: number, of: number) => void,
  ): Promise<(SweepAnswer & { took: number }) | undefined> {
    if (ticket < newest || rain?.key !== rainKey) return undefined
    const began = performance.now()
    const ground = storeGround(scheme, store, rain.ground)
    const answer = await sweepInSlices(
      sweepGround(ground.path, store, rain.ground.ready, ground.inflow),
      store,
      sweepVolumes(present, SWEEP_VOLUMES),
      async (done, of) => {
        progress(done, of)
        await pause()
        return ticket >= newest
      },
    )
    return answer && { ...answer, took: performance.now() - began }
  },
}

export type SimulationService = typeof service
Comlink.expose(service)
