import { problemOf, type Problem } from '#core/problems'
import * as Comlink from 'comlink'
import type { Cure } from '#core/offers'
import type { Scheme } from '#core/scheme'
import type { StormAnswer } from '#core/service'
import type { BatchRow, Bottleneck, WhatIf } from '#core/storm'
import type { UnitSystem } from '#core/units/quantity'
import { startWorker, LetGo, type Hired } from '~/workers/startWorker'

export interface TrialState {
  answer: StormAnswer | undefined
  cures: Cure[] | undefined
  /** Scheme that the cures were tried on: another one's must not be applied. */
  curesOf: Scheme | undefined
  batch: BatchRow[] | undefined
  batchProgress: { done: number; of: number } | undefined
  working: boolean
  failed: Problem | undefined
  /** ms that the storm took in the worker. */
  took: number | undefined
}

let hand: Hired | undefined
/** A worker of its own, so that storms and edits do not wait for one another. */
const worker = () => (hand ??= startWorker())
/** Ends the worker in the middle of what it does; the next storm takes on another. */
function endWorker() {
  hand?.end()
  hand = undefined
}
/** A storm that has run for so long is not waited for by the next one, ms. */
const WAITED_FOR_MS = 1500

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

  function fail(error: unknown) {
    if (error instanceof LetGo) return
    state.failed = problemOf(error)
  }
  /** When what is being run was begun, ms; undefined while nothing is. */
  let since: number | undefined

  /** The storm, and then what would cure its first bottleneck. */
  async function run(scheme: Scheme, whatIfs: readonly WhatIf[], system: UnitSystem): Promise<void> {
    const mine = ++ticket
    if (since !== undefined && performance.now() - since > WAITED_FOR_MS) endWorker()
    // A table of the very same scheme stands, and one that is being run goes on.
    if (batchOf !== scheme) {
      stopBatch()
      state.batch = undefined
    }
    state.working = true
    state.failed = undefined
    const began = performance.now()
    since = began
    try {
      const answer = await worker().ask((service) => service.storm(scheme, whatIfs))
      if (mine !== ticket) return
      state.took = performance.now() - began
      state.answer = answer
      // Those of the storm before stand until the new ones are there, and cannot be taken: what is below them keeps its place.
      state.curesOf = undefined
      const first = answer?.verdict.first
      if (!first) {
        state.cures = undefined
        return
      }
      const cures = await worker().ask((service) => service.cures(scheme, first, system, whatIfs))
      if (mine !== ticket) return
      state.cures = cures
      state.curesOf = scheme
    } catch (error) {
      if (mine === ticket) fail(error)
    } finally {
      if (mine === ticket) {
        state.working = false
        since = undefined
      }
    }
  }

  /** Ends the storm that is being run, however deep in it the worker is. What was answered before stays. */
  function stop(): void {
    ticket++
    since = undefined
    state.working = false
    endWorker()
  }

  /** What the smallest changes make of another of its bottlenecks. */
  async function cure(scheme: Scheme, bottleneck: Bottleneck, whatIfs: readonly WhatIf[], system: UnitSystem): Promise<void> {
    const mine = ticket
    try {
      const cures = await worker().ask((service) => service.cures(scheme, bottleneck, system, whatIfs))
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
      const progress = Comlink.proxy((done: number, of: number) => {
        if (mine === batchTicket && state.batchProgress && done < of) state.batchProgress = { done, of }
      })
      const rows = await worker().ask((service) => service.batch(mine, scheme, progress))
      if (mine === batchTicket) state.batch = rows
    } catch (error) {
      if (mine === batchTicket) fail(error)
    } finally {
      if (mine === batchTicket) state.batchProgress = undefined
    }
  }

  function stopBatch(): void {
    batchTicket++
    if (hand && state.batchProgress) hand.ask((service) => service.supersede(batchTicket)).catch(() => {})
    state.batchProgress = undefined
  }

  return { state, run, stop, cure, runBatch, stopBatch }
}
