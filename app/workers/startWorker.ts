import { problem, ProblemError } from '#core/problems'
import * as Comlink from 'comlink'
import type { SimulationService } from './simulation.worker'

/** A worker that was let go before it had answered. */
export class LetGo extends ProblemError {
  constructor() {
    super(problem('stopped'))
    this.name = 'LetGo'
  }
}

/** A worker that reckons. */
export interface Hired {
  /** Asks something of it. Rejects with `LetGo` when it is ended meanwhile, and with a word when its script cannot be had. */
  ask<T>(what: (service: Comlink.Remote<SimulationService>) => Promise<T>): Promise<T>
  /** Ends it in the middle of whatever it does. */
  end(): void
}

/**
 * Takes on a worker. One that does not come back can be ended, and another taken on: a reckoning that never ends must never
 * cost more than itself.
 */
export function startWorker(): Hired {
  const worker = new Worker(new URL('./simulation.worker.ts', import.meta.url), { type: 'module' })
  const service = Comlink.wrap<SimulationService>(worker)
  let give: (reason: Error) => void
  const over = new Promise<never>((_, reject) => (give = reject))
  // Nobody need be waiting when it ends.
  over.catch(() => {})
  worker.addEventListener('error', (event) => give(event.message ? new Error(event.message) : new ProblemError(problem('notLoaded'))))
  return {
    ask: (what) => Promise.race([what(service), over]),
    end: () => {
      worker.terminate()
      give(new LetGo())
    },
  }
}
