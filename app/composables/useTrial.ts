import * as Comlink from 'comlink'
import type { Cure } from '#core/offers'
import type { Scheme } from '#core/scheme'
import type { StormAnswer } from '#core/service'
import type { BatchRow, Bottleneck, WhatIf } from '#core/storm'
import type { UnitSystem } from '#core/units/quantity'
import type { SimulationService } from '~/workers/simulation.worker'

export interface TrialState {
  answer: StormAnswer | undefined
  cures: Cure[] | undefined
  /** Scheme that the cures were tried on: another one's must not be applied. */
  curesOf: Scheme | undefined
  batch: BatchRow[] | undefined
  batchProgress: { done: number; of: number } | undefined
  working: boolean
  failed: string | undefined
  /** ms that the storm took in the worker. */
  took: number | undefined
}

let hand: Comlink.Remote<SimulationService> | undefined
/** A worker of its own, so that storms and edits do not wait for one another. */
const worker = () =>
  (hand ??= Comlink.wrap<SimulationService>(new Worker(new URL('../workers/simulation.worker.ts', import.meta.url), { type: 'module' })))

/**
 * Storms over a scheme, in a worker. The newest request wins: an older answer is dropped.
 */
export function useTrial() {
  const state = shallowReactive<TrialState>({
    answer: undefined,
    cures: undefined,
    curesOf: undefined,
    batch: undefined,
    batchProgress: undefined,
    working: false,
    failed: undefined,
    took: undefined,
  })
  let ticket = 0
  let batchTicket = 0
  /** What the table of storms was run over. */
  let batchOf: Scheme | undefined

  const fail = (error: unknown) => (state.failed = error instanceof Error ? error.message : String(error))

  /** The storm, and then what would cure its first bottleneck. */
  async function run(scheme: Scheme, whatIfs: readonly WhatIf[], system: UnitSystem): Promise<void> {
    const mine = ++ticket
    // A table of the very same scheme stands, and one that is being run goes on.
    if (batchOf !== scheme) {
      stopBatch()
      state.batch = undefined
    }
    state.working = true
    state.failed = undefined
    const began = performance.now()
    try {
      const answer = await worker().storm(scheme, whatIfs)
      if (mine !== ticket) return
      state.took = performance.now() - began
      state.answer = answer
      state.cures = undefined
      const first = answer?.verdict.first
      if (!first) return
      const cures = await worker().cures(scheme, first, system, whatIfs)
      if (mine !== ticket) return
      state.cures = cures
      state.curesOf = scheme
    } catch (error) {
      if (mine === ticket) fail(error)
    } finally {
      if (mine === ticket) state.working = false
    }
  }

  /** What the smallest changes make of another of its bottlenecks. */
  async function cure(scheme: Scheme, bottleneck: Bottleneck, whatIfs: readonly WhatIf[], system: UnitSystem): Promise<void> {
    const mine = ticket
    try {
      const cures = await worker().cures(scheme, bottleneck, system, whatIfs)
      if (mine !== ticket) return
      state.cures = cures
      state.curesOf = scheme
    } catch (error) {
      if (mine === ticket) fail(error)
    }
  }

  async function runBatch(scheme: Scheme): Promise<void> {
    const mine = ++batchTicket
    batchOf = scheme
    state.batchProgress = { done: 0, of: 1 }
    try {
      const rows = await worker().batch(
        mine,
        scheme,
        Comlink.proxy((done: number, of: number) => {
          if (mine === batchTicket && state.batchProgress && done < of) state.batchProgress = { done, of }
        }),
      )
      if (mine === batchTicket) state.batch = rows
    } catch (error) {
      if (mine === batchTicket) fail(error)
    } finally {
      if (mine === batchTicket) state.batchProgress = undefined
    }
  }

  function stopBatch(): void {
    batchTicket++
    if (hand && state.batchProgress) void hand.supersede(batchTicket)
    state.batchProgress = undefined
  }

  return { state, run, cure, runBatch, stopBatch }
}
