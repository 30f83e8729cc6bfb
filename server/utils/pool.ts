import { availableParallelism } from 'node:os'
import { fileURLToPath } from 'node:url'
import { Tinypool } from 'tinypool'
import type { TaskName } from '../compute/names'
import type { Order, Reply } from '../compute/worker'
import { refuse } from '../compute/problem'

/** A request has so long from its arrival, waiting in the row included, s; then it is told so and its worker ended. */
export const TIME_BUDGET_S = 5
/** More than these in the row would only wait to be told that there was no time. */
const MOST_WAITING = 64
/** What one reckoning may hold, MiB: a hundred times what the largest honest one does. */
const MEMORY_MIB = 512

let pool: Tinypool | undefined
function workers(): Tinypool {
  pool ??= new Tinypool({
    filename: fileURLToPath(new URL('./compute/worker.mjs', import.meta.url)),
    runtime: 'worker_threads',
    minThreads: 1,
    // Two at the least, so that one long reckoning does not hold up all others.
    maxThreads: Math.max(2, availableParallelism() - 1),
    idleTimeout: 30_000,
    maxQueue: MOST_WAITING,
    resourceLimits: { maxOldGenerationSizeMb: MEMORY_MIB },
  })
  return pool
}

const busy = (detail: string) => refuse(503, 'No time for this now', detail, undefined, { 'retry-after': '5' })

/**
 * Has a request reckoned in a worker.
 *
 * @param since when it arrived, ms of `performance.now()`
 * @throws ProblemError 503 when it takes longer than the budget, too many wait, or it needs too much memory
 */
export async function computeInPool(task: TaskName, body: Uint8Array<ArrayBuffer>, since: number): Promise<Reply> {
  if (import.meta.dev) {
    const { default: work } = await import('../compute/worker')
    return work({ task, body })
  }
  const left = since + TIME_BUDGET_S * 1000 - performance.now()
  if (left <= 0) throw busy(`It could not be begun within ${TIME_BUDGET_S} seconds. Ask again later.`)
  const ending = new AbortController()
  const timer = setTimeout(() => ending.abort(), left)
  try {
    const order: Order = { task, body }
    return (await workers().run(order, { signal: ending.signal, transferList: [body.buffer] })) as Reply
  } catch (error) {
    if (ending.signal.aborted)
      throw busy(`It was not done within ${TIME_BUDGET_S} seconds and was stopped. Ask for fewer years or volumes, or a shorter storm.`)
    if (error instanceof Error && /queue|limit/i.test(error.message)) throw busy('Too many wait before it. Ask again later.')
    if (error instanceof Error && 'code' in error && error.code === 'ERR_WORKER_OUT_OF_MEMORY')
      throw busy(`It needs more than ${MEMORY_MIB} MiB and was stopped.`)
    throw error
  } finally {
    clearTimeout(timer)
  }
}

/** Lets what is being reckoned end, then the workers go. */
export async function closePool(): Promise<void> {
  await pool?.destroy()
  pool = undefined
}
