import { problem } from '#core/problems'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { demoRecords, withyHard } from '#core/demo'

/** A worker that answers when it is told to, so that answers can be made to come late or out of order. */
const fake = vi.hoisted(() => {
  type Resolve = (value: unknown) => void
  const waiting: {
    call: string
    ticket: number
    answer: Resolve
    fail: (reason: Error) => void
    progress?: (done: number, of: number) => void
  }[] = []
  const calls: string[] = []
  const held = (call: string, ticket: number, progress?: (done: number, of: number) => void) =>
    new Promise((answer, fail) => waiting.push({ call, ticket, answer, fail, ...(progress ? { progress } : {}) }))
  return {
    waiting,
    calls,
    service: {
      supersede: (ticket: number) => void calls.push(`supersede ${ticket}`),
      setRain: (key: string) => void calls.push(`rain ${key.length > 0}`),
      balance: (request: { ticket: number }) => held('balance', request.ticket),
      sweep: (request: { ticket: number }, _: number, progress: (done: number, of: number) => void) =>
        held('sweep', request.ticket, progress),
    },
  }
})
vi.mock('comlink', () => ({ wrap: () => fake.service, proxy: (value: unknown) => value }))
const ended = vi.fn()
vi.stubGlobal('Worker', function FakeWorker() {
  return { addEventListener: () => {}, terminate: ended }
})

const { schemes, rain, site, seasonFactors } = withyHard()
const order = { source: rain, record: demoRecords()[0], place: { site, seasonFactors } }
const tick = () => new Promise((resolve) => setTimeout(resolve, 0))
const next = async (call: string) => {
  await vi.waitFor(() => expect(fake.waiting.some((each) => each.call === call)).toBe(true))
  return fake.waiting.splice(
    fake.waiting.findIndex((each) => each.call === call),
    1,
  )[0]!
}
const balance = (volume: number) => ({ years: { volume } })

beforeEach(() => {
  fake.waiting.length = 0
  fake.calls.length = 0
})

describe('a worker that does not hear', () => {
  it('is ended a second after it was told to stop, and another is taken on', async () => {
    const { state, run, stop } = useSimulation()
    void run(schemes[0]!, 'butt-store', order, true)
    await next('balance')
    const deaf = vi.spyOn(fake.service, 'supersede').mockReturnValue(new Promise(() => {}) as never)
    vi.useFakeTimers()
    stop()
    await vi.advanceTimersByTimeAsync(1001)
    vi.useRealTimers()
    deaf.mockRestore()
    expect(ended).toHaveBeenCalledOnce()
    const again = run(schemes[0]!, 'butt-store', order, false)
    ;(await next('balance')).answer(balance(192))
    await again
    expect([state.balance?.years.volume, state.failed]).toEqual([192, undefined])
    // The new one has to be told the rain again.
    expect(fake.calls.filter((call) => call.startsWith('rain')).length).toBeGreaterThan(0)
  })
})

describe('running the years', () => {
  it('gives the balance first, then the sweep, and is busy meanwhile', async () => {
    const { state, run } = useSimulation()
    const done = run(schemes[0]!, 'butt-store', order, true)
    expect(state.working).toBe(true)
    ;(await next('balance')).answer(balance(192))
    const sweep = await next('sweep')
    expect(state.balance?.years.volume).toBe(192)
    expect(state.sweep).toBeUndefined()
    sweep.answer({ points: [], knee: undefined })
    await done
    expect(state.sweep).toEqual({ points: [], knee: undefined, years: { volume: 192 } })
    expect(state.working).toBe(false)
  })
  it('the newest request wins: an older answer that comes late is dropped', async () => {
    const { state, run } = useSimulation()
    const older = run(schemes[0]!, 'butt-store', order, false)
    const first = await next('balance')
    const newer = run(schemes[0]!, 'butt-store', order, false)
    const second = await next('balance')
    expect(second.ticket).toBeGreaterThan(first.ticket)
    second.answer(balance(2))
    await newer
    first.answer(balance(1))
    await older
    expect(state.balance?.years.volume).toBe(2)
    expect(state.working).toBe(false)
  })
  it('tells the worker of the newer request before anything else', async () => {
    const { run } = useSimulation()
    void run(schemes[0]!, 'butt-store', order, false)
    const { ticket } = await next('balance')
    expect(fake.calls[0]).toBe(`supersede ${ticket}`)
  })
  it('sends the rain once, and again only when it changes', async () => {
    const { run } = useSimulation()
    const sent = () => fake.calls.filter((call) => call.startsWith('rain')).length
    const other = {
      kind: 'annual',
      total: 500,
      pattern: 'even',
      hemisphere: 'north',
      wetDays: 100,
      spread: 0.1,
      years: 5,
      seed: 1,
    } as const
    void run(schemes[0]!, 'butt-store', { ...order, source: other }, false)
    await next('balance')
    expect(sent()).toBe(1)
    void run(schemes[0]!, 'butt-store', { ...order, source: other }, false)
    await next('balance')
    expect(sent()).toBe(1)
    void run(schemes[0]!, 'butt-store', { ...order, source: { ...other, seed: 2 } }, false)
    await next('balance')
    expect(sent()).toBe(2)
  })
  it('tells how far the sweep is, and forgets it when it is done', async () => {
    const { state, run } = useSimulation()
    const done = run(schemes[0]!, 'butt-store', order, true)
    ;(await next('balance')).answer(balance(1))
    const sweep = await next('sweep')
    sweep.progress!(20, 200)
    expect(state.progress).toEqual({ done: 20, of: 200 })
    sweep.answer({ points: [], knee: undefined })
    await done
    sweep.progress!(200, 200)
    expect(state.progress).toBeUndefined()
  })
  it('a sweep asks for no second balance of what was just balanced; another scheme is balanced anew', async () => {
    const { state, run } = useSimulation()
    const quick = run(schemes[0]!, 'butt-store', order, false)
    ;(await next('balance')).answer(balance(5))
    await quick
    const stood = state.balance
    const whole = run(schemes[0]!, 'butt-store', order, true)
    ;(await next('sweep')).answer({ points: [], knee: undefined })
    await whole
    expect(state.balance).toBe(stood)
    void run({ ...schemes[0]! }, 'butt-store', order, false)
    ;(await next('balance')).answer(balance(6))
    await vi.waitFor(() => expect(state.balance?.years.volume).toBe(6))
  })
  it('sizes stand through an edit until the next are here, with the years that they were tried on', async () => {
    const { state, run } = useSimulation()
    const first = run(schemes[0]!, 'butt-store', order, true)
    ;(await next('balance')).answer(balance(1))
    ;(await next('sweep')).answer({ points: [{ volume: 1 }], knee: 0 })
    await first
    const edited = { ...schemes[0]! }
    const quick = run(edited, 'butt-store', order, false)
    ;(await next('balance')).answer(balance(2))
    await quick
    expect([state.balance?.years.volume, state.sweep?.years.volume]).toEqual([2, 1])
    const whole = run(edited, 'butt-store', order, true)
    ;(await next('sweep')).answer({ points: [{ volume: 2 }], knee: 0 })
    await whole
    expect(state.sweep?.years.volume).toBe(2)
  })
  it.each(['stopped', 'failed', 'another store'])('sizes of what stood before go when the next are %s', async (how) => {
    const { state, run, stop } = useSimulation()
    const first = run(schemes[0]!, 'butt-store', order, true)
    ;(await next('balance')).answer(balance(1))
    ;(await next('sweep')).answer({ points: [{ volume: 1 }], knee: 0 })
    await first
    expect(state.sweep).toBeDefined()
    const whole = run({ ...schemes[0]! }, how === 'another store' ? 'other-store' : 'butt-store', order, true)
    ;(await next('balance')).answer(balance(2))
    const sweep = await next('sweep')
    if (how === 'stopped') stop()
    if (how === 'failed') {
      sweep.fail(new Error('out of memory'))
      await whole
    }
    expect(state.sweep).toBeUndefined()
  })
  it('stops when it is told to, and what has been reckoned stays', async () => {
    const { state, run, stop } = useSimulation()
    const done = run(schemes[0]!, 'butt-store', order, true)
    ;(await next('balance')).answer(balance(7))
    const sweep = await next('sweep')
    stop()
    expect(state.working).toBe(false)
    sweep.answer({ points: [{ volume: 1 }], knee: 0 })
    await done
    await tick()
    expect(state.sweep).toBeUndefined()
    expect(state.balance?.years.volume).toBe(7)
  })
  it('says what went wrong, and is ready for the next', async () => {
    const { state, run } = useSimulation()
    const done = run(schemes[0]!, 'butt-store', order, false)
    ;(await next('balance')).fail(new Error('rain must have at least one day'))
    await done
    expect(state.failed).toEqual(problem('other', { why: 'rain must have at least one day' }))
    expect(state.working).toBe(false)
    void run(schemes[0]!, 'butt-store', order, false)
    expect(state.failed).toBeUndefined()
  })
})
