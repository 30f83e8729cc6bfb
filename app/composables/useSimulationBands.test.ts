import { problem } from '#core/problems'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { demoRecords, withyHard } from '#core/demo'
import { packRows } from '#core/balance'
import { ensembleRows, inputsOfEnsemble, rainInputs } from '#core/service'

/** Two workers that each answer when told to, and remember what was asked of them. */
const pool = vi.hoisted(() => {
  interface Asked {
    worker: number
    ticket: number
    share: { worker: number; of: number; records: number; generator: unknown }
    progress: (done: number) => void
    answer: (value: unknown) => void
    fail: (reason: Error) => void
  }
  const asked: Asked[] = []
  const superseded: number[] = []
  let workers = 0
  return {
    asked,
    superseded,
    /** What the rain teaches whoever is asked; asked once for each. */
    learn: vi.fn((key: string) => ({ model: key, seed: 1 })),
    startWorker: () => {
      const worker = workers++
      return {
        supersede: (ticket: number) => void superseded.push(ticket),
        setRain: () => {},
        balance: () => new Promise(() => {}),
        generator: (key: string) => pool.learn(key),
        ensemble: (request: { ticket: number }, share: Asked['share'], progress: Asked['progress']) =>
          new Promise((answer, fail) => asked.push({ worker, ticket: request.ticket, share, progress, answer, fail })),
        figures: (schemes: { id: string }[]) => schemes.map(({ id }) => ({ scheme: id })),
      }
    },
  }
})
vi.mock('comlink', () => ({ wrap: () => pool.startWorker(), proxy: (value: unknown) => value }))
const ended = vi.fn()
vi.stubGlobal('Worker', function FakeWorker() {
  return { addEventListener: () => {}, terminate: ended }
})
vi.stubGlobal('navigator', { hardwareConcurrency: 2 })

const { schemes, rain, site, seasonFactors } = withyHard()
const order = { source: rain, record: demoRecords()[0], place: { site, seasonFactors } }
const inputs = inputsOfEnsemble(schemes[0]!, 'butt-store', rainInputs(rain, order.record, order.place))
const rows = ensembleRows(inputs, 0, 4)
const share = (from: number, to: number) => ({
  store: 'butt-store',
  volumes: inputs.volumes,
  packed: packRows(rows.slice(from, to), inputs.volumes.length),
})
const both = async () => {
  await vi.waitFor(() => expect(pool.asked).toHaveLength(2))
  return pool.asked.splice(0, 2) as [(typeof pool.asked)[number], (typeof pool.asked)[number]]
}

beforeEach(() => {
  pool.asked.length = 0
  pool.superseded.length = 0
})

describe('bands', () => {
  it('are shared out over one worker for each core, and put together from all of them', async () => {
    const { state, runBands } = useSimulation()
    const done = runBands(schemes[0]!, 'butt-store', order)
    const [first, second] = await both()
    // What the rain teaches is learnt by one of them, for both.
    expect(pool.learn).toHaveBeenCalledOnce()
    const generator = pool.learn.mock.results[0]!.value as unknown
    expect([first.share, second.share]).toEqual([
      { worker: 0, of: 2, records: 1000, generator },
      { worker: 1, of: 2, records: 1000, generator },
    ])
    first.answer(share(0, 2))
    second.answer(share(2, 4))
    await done
    expect(state.bands).toMatchObject({ records: 4, years: 20, store: 'butt-store' })
    expect(state.bands!.met).toHaveLength(24)
    expect(state.bandsProgress).toBeUndefined()
  })
  it('tell how far they are, and forget it when a late report comes after the answer', async () => {
    const { state, runBands } = useSimulation()
    const done = runBands(schemes[0]!, 'butt-store', order)
    const [first, second] = await both()
    expect(state.bandsProgress).toEqual({ done: 0, of: 1000 })
    await new Promise((resolve) => setTimeout(resolve, 220))
    first.progress(8)
    expect(state.bandsProgress).toEqual({ done: 8, of: 1000 })
    first.answer(share(0, 2))
    second.answer(share(2, 4))
    await done
    await new Promise((resolve) => setTimeout(resolve, 220))
    second.progress(8)
    expect(state.bandsProgress).toBeUndefined()
  })
  it('an edit takes them away and calls the workers off; a late answer is dropped', async () => {
    const { state, run, runBands } = useSimulation()
    const done = runBands(schemes[0]!, 'butt-store', order)
    const [first, second] = await both()
    void run(schemes[0]!, 'butt-store', order, false)
    expect(Math.max(...pool.superseded)).toBeGreaterThan(first.ticket)
    first.answer(share(0, 2))
    second.answer(share(2, 4))
    await done
    expect(state.bands).toBeUndefined()
  })
  it('a sweep that follows an edit leaves them running', async () => {
    const { state, run, runBands } = useSimulation()
    const done = runBands(schemes[0]!, 'butt-store', order)
    const [first, second] = await both()
    void run(schemes[0]!, 'butt-store', order, true)
    first.answer(share(0, 2))
    second.answer(share(2, 4))
    await done
    expect(state.bands?.records).toBe(4)
  })
  it('that are stopped leave what there was', async () => {
    const { state, runBands, stop, stopBands } = useSimulation()
    const done = runBands(schemes[0]!, 'butt-store', order)
    const [first, second] = await both()
    // The sizes are another matter.
    stop()
    expect(state.bandsProgress).toBeDefined()
    stopBands()
    expect(state.bandsProgress).toBeUndefined()
    first.answer(undefined)
    second.answer(undefined)
    await done
    expect(state.bands).toBeUndefined()
    expect(state.failed).toBeUndefined()
  })
  it('that fail say so', async () => {
    const { state, runBands } = useSimulation()
    const done = runBands(schemes[0]!, 'butt-store', order)
    const [first] = await both()
    first.fail(new Error('out of memory'))
    await done
    expect(state.failed).toEqual(problem('other', { why: 'out of memory' }))
    expect(state.bandsProgress).toBeUndefined()
  })
})

describe('schemes beside one another', () => {
  it('are asked of the first worker, all at once', async () => {
    const { compare } = useSimulation()
    expect(await compare(schemes, order)).toEqual(schemes.map(({ id }) => ({ scheme: id })))
  })
})
