import * as Comlink from 'comlink'
import type { RainRecord, RainSource, Scheme } from '#core/scheme'
import type { SweepAnswer } from '#core/service'
import type { BalanceReport, SimulationService } from '~/workers/simulation.worker'

export interface SimulationState {
  balance: BalanceReport | undefined
  sweep: SweepAnswer | undefined
  /** Points done of points wanted while a sweep runs. */
  progress: { done: number; of: number } | undefined
  working: boolean
  failed: string | undefined
}

let service: Comlink.Remote<SimulationService> | undefined

function worker(): Comlink.Remote<SimulationService> {
  service ??= Comlink.wrap<SimulationService>(new Worker(new URL('../workers/simulation.worker.ts', import.meta.url), { type: 'module' }))
  return service
}

let ticket = 0
let rainKey = ''

/**
 * Runs years and sweep of a store in the worker. The newest request wins: an older one's answer is dropped, and its
 * sweep stops at its next breath.
 */
export function useSimulation() {
  const state = shallowReactive<SimulationState>({
    balance: undefined,
    sweep: undefined,
    progress: undefined,
    working: false,
    failed: undefined,
  })

  async function run(scheme: Scheme, store: string, source: RainSource, record: RainRecord | undefined, withSweep: boolean): Promise<void> {
    const mine = ++ticket
    state.working = true
    state.failed = undefined
    try {
      const key = JSON.stringify([source, record?.id, record?.depths.length, record?.start])
      await worker().supersede(mine)
      if (key !== rainKey) {
        await worker().setRain(key, source, record)
        rainKey = key
      }
      const request = { ticket: mine, scheme, store, rainKey: key }
      const balance = await worker().balance(request)
      if (mine !== ticket || !balance) return
      state.balance = balance
      if (!withSweep) {
        state.sweep = undefined
        return
      }
      const sweep = await worker().sweep(
        request,
        balance.years.volume,
        Comlink.proxy((done: number, of: number) => {
          // The last report may come after the answer it belongs to.
          if (mine === ticket && state.working && done < of) state.progress = { done, of }
        }),
      )
      if (mine === ticket && sweep) state.sweep = sweep
    } catch (error) {
      if (mine === ticket) state.failed = error instanceof Error ? error.message : String(error)
    } finally {
      if (mine === ticket) {
        state.working = false
        state.progress = undefined
      }
    }
  }

  /** Calls off whatever is running. What has been reckoned stays. */
  function stop(): void {
    ticket++
    void worker().supersede(ticket)
    state.working = false
    state.progress = undefined
  }

  return { state, run, stop }
}
