import { problem } from '#core/problems'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { tanneryRow } from '#core/demo'
import { answerCures, answerStorm } from '#core/service'

/** A worker that answers when it is told to, so that answers can be made to come late or out of order. */
const fake = vi.hoisted(() => {
  const waiting: {
    call: string
    answer: (value: unknown) => void
    fail: (reason: Error) => void
    progress?: (done: number, of: number) => void
  }[] = []
  const superseded: number[] = []
  const held = (call: string, progress?: (done: number, of: number) => void) =>
    new Promise((answer, fail) => waiting.push({ call, answer, fail, ...(progress ? { progress } : {}) }))
  return {
    waiting,
    superseded,
    service: {
      supersede: (ticket: number) => void superseded.push(ticket),
      storm: () => held('storm'),
      cures: () => held('cures'),
      batch: (_: number, __: unknown, progress: (done: number, of: number) => void) => held('batch', progress),
    },
  }
})
vi.mock('comlink', () => ({ wrap: () => fake.service, proxy: (value: unknown) => value }))
const ended = vi.fn()
vi.stubGlobal('Worker', function FakeWorker() {
  return { addEventListener: () => {}, terminate: ended }
})

const scheme = tanneryRow().schemes[2]!
const storm = answerStorm(scheme)!
const next = async (call: string) => {
  await vi.waitFor(() => expect(fake.waiting.some((each) => each.call === call)).toBe(true))
  return fake.waiting.splice(
    fake.waiting.findIndex((each) => each.call === call),
    1,
  )[0]!
}
beforeEach(() => {
  fake.waiting.length = 0
  fake.superseded.length = 0
})

describe('a trial', () => {
  it('gives the storm first and then what would cure it, for the scheme that was tried', async () => {
    const { state, run } = useTrial()
    const done = run(scheme, [], 'imperial')
    expect(state.working).toBe(true)
    ;(await next('storm')).answer(storm)
    const cures = await next('cures')
    expect(state.answer).toBe(storm)
    expect(state.cures).toBeUndefined()
    const found = answerCures(scheme, storm.verdict.first!, 'imperial')
    cures.answer(found)
    await done
    expect(state.cures).toBe(found)
    expect(state.curesOf).toBe(scheme)
    expect(state.working).toBe(false)
  })
  it('the newest wins: what an older one answers is dropped, its cures too', async () => {
    const { state, run } = useTrial()
    const older = run(scheme, [], 'metric')
    const first = await next('storm')
    const newer = run({ ...scheme, name: 'Newer' }, [], 'metric')
    const second = await next('storm')
    const calm = { ...storm, verdict: { ...storm.verdict, first: undefined } }
    second.answer(calm)
    await newer
    first.answer(storm)
    await older
    expect(state.answer).toBe(calm)
    expect(fake.waiting).toEqual([])
  })
  it('what fails is told, and the last answer stays', async () => {
    const { state, run } = useTrial()
    const good = run(scheme, [], 'metric')
    const calm = { ...storm, verdict: { ...storm.verdict, first: undefined } }
    ;(await next('storm')).answer(calm)
    await good
    const bad = run(scheme, [], 'metric')
    ;(await next('storm')).fail(new RangeError('the longer rain must be the weaker one'))
    await bad
    expect(state.failed).toEqual(problem('other', { why: 'the longer rain must be the weaker one' }))
    expect(state.answer).toBe(calm)
    expect(state.working).toBe(false)
  })
  it('one that does not come back is ended on asking, and the next storm is run all the same', async () => {
    const { state, run, stop } = useTrial()
    const stuck = run(scheme, [], 'metric')
    await next('storm')
    stop()
    await stuck
    expect(ended).toHaveBeenCalledOnce()
    expect([state.working, state.failed]).toEqual([false, undefined])
    const calm = { ...storm, verdict: { ...storm.verdict, first: undefined } }
    const again = run(scheme, [], 'metric')
    ;(await next('storm')).answer(calm)
    await again
    expect(state.answer).toBe(calm)
  })
  it('a storm that runs on and on is not waited for by the next', async () => {
    ended.mockClear()
    const clock = vi.spyOn(performance, 'now')
    clock.mockReturnValue(0)
    const { state, run } = useTrial()
    const stuck = run(scheme, [], 'metric')
    await next('storm')
    clock.mockReturnValue(1600)
    const newer = run({ ...scheme, name: 'Newer' }, [], 'metric')
    expect(ended).toHaveBeenCalledOnce()
    const calm = { ...storm, verdict: { ...storm.verdict, first: undefined } }
    ;(await next('storm')).answer(calm)
    await Promise.all([stuck, newer])
    expect([state.answer, state.failed]).toEqual([calm, undefined])
    clock.mockRestore()
  })
  it('a batch tells how far it is, and stops when it is told to', async () => {
    const { state, runBatch, stopBatch } = useTrial()
    const going = runBatch(scheme)
    const batch = await next('batch')
    batch.progress!(7, 40)
    expect(state.batchProgress).toEqual({ done: 7, of: 40 })
    stopBatch()
    expect(fake.superseded).toHaveLength(1)
    expect(state.batchProgress).toBeUndefined()
    batch.answer([{ years: 10 }])
    await going
    expect(state.batch).toBeUndefined()
  })
  it('a table asked for before the first storm has run is not called off by it; one of another scheme is', async () => {
    const { state, run, runBatch } = useTrial()
    const going = runBatch(scheme)
    const batch = await next('batch')
    const calm = { ...storm, verdict: { ...storm.verdict, first: undefined } }
    const first = run(scheme, [], 'metric')
    ;(await next('storm')).answer(calm)
    await first
    expect(fake.superseded).toEqual([])
    batch.answer([{ years: 10 }])
    await going
    expect(state.batch).toEqual([{ years: 10 }])
    const other = run({ ...scheme, name: 'Other' }, [], 'metric')
    ;(await next('storm')).answer(calm)
    await other
    expect(state.batch).toBeUndefined()
  })
})
