import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { demoJobs, demoRecords } from '#core/demo'
import { setMark, setStand } from '#core/edits'
import { jobTies } from '#core/path'
import { readJobFile } from '#core/scheme'
import { message } from './messages'
import { useWorkbench } from './workbench'

/** The worker is not there in Node; what it would say is not what is tried here. */
vi.mock('~/composables/useSimulation', () => ({
  useSimulation: () => ({
    state: { balance: undefined, sweep: undefined, progress: undefined, working: false, failed: undefined },
    run: () => Promise.resolve(),
    runBands: () => Promise.resolve(),
    compare: () => Promise.resolve(undefined),
    stop: () => {},
  }),
}))

const kept = new Map<string, string>()
vi.stubGlobal('localStorage', {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => kept.set(key, value),
  removeItem: (key: string) => kept.delete(key),
})

const ID = 'demo-withy-hard'
const { repository, database } = useDatabase()
const standOf = (bench: ReturnType<typeof useWorkbench>) => bench.scheme!.stores[0]!.vessels[0]!.base.height
const stand = (height: number) => (scheme: Parameters<typeof setStand>[0]) => setStand(scheme, 'butt', height)
const keptStand = async () => (await repository.get(ID))!.job.schemes[0]!.stores[0]!.vessels[0]!.base.height

let bench: ReturnType<typeof useWorkbench>
beforeEach(async () => {
  kept.clear()
  await database.jobs.clear()
  await database.records.clear()
  await repository.seed(demoJobs(), demoRecords())
  setActivePinia(createPinia())
  bench = useWorkbench()
  expect(await bench.open(ID)).toBe(true)
})

// An autosave still under way would write into the next test's database.
afterEach(async () => {
  await bench.save()
  bench.close()
})

describe('the open job', () => {
  it('is told apart from one that is not here', async () => {
    expect(await bench.open('nowhere')).toBe(false)
  })
  it('is assessed as soon as it is there', () => {
    expect(bench.assessed?.left.value).toBeCloseTo(0.52, 9)
    expect(bench.findings.map(({ id }) => id)).toContain('nothingHoldsPipe')
  })
  it('follows every edit, back and forth', () => {
    bench.editScheme(message('edit.stand'), stand(0.4))
    bench.editScheme(message('edit.stand'), stand(0.3))
    expect(standOf(bench)).toBe(0.3)
    bench.undo()
    expect(standOf(bench)).toBe(0.4)
    bench.undo()
    expect(standOf(bench)).toBe(0.48)
    bench.redo()
    expect(standOf(bench)).toBe(0.4)
  })
  it('takes a drag for one step', () => {
    for (const height of [1.36, 1.37, 1.38])
      bench.editScheme(message('edit.mark'), (scheme) => setMark(scheme, 'river-drop', height), 'mark')
    bench.seal()
    bench.undo()
    expect(bench.assessed?.line.heights.cut?.mark).toBe(1.355)
  })
  it('makes no step of an edit that changes nothing', () => {
    bench.editScheme(message('edit.stand'), stand(0.48))
    expect(bench.undoable).toBeUndefined()
  })
  it('mends a finding in one step that can be undone', () => {
    const finding = bench.findings.find(({ id }) => id === 'nothingHoldsPipe')!
    bench.mend(finding)
    expect(bench.findings.map(({ id }) => id)).not.toContain('nothingHoldsPipe')
    bench.undo()
    expect(bench.findings.map(({ id }) => id)).toContain('nothingHoldsPipe')
  })
  it('that does not fit together says so, and undo brings it back', () => {
    bench.editScheme(message('edit.stand'), (scheme) => ({ ...scheme, drops: [] }))
    expect(bench.problem).toContain('missing')
    expect(bench.assessed).toBeUndefined()
    bench.undo()
    expect(bench.assessed).toBeDefined()
  })
  it('goes out as a file that comes in again, however soon it is asked for', async () => {
    bench.editScheme(message('edit.stand'), stand(0.41))
    expect(readJobFile(await bench.fileText(), jobTies).job).toEqual(bench.job)
  })
})

describe('keeping it', () => {
  it('saves what was edited, and says when', async () => {
    bench.editScheme(message('edit.stand'), stand(0.4))
    expect(bench.saveState).toBe('waiting')
    await bench.save()
    expect(bench.saveState).toBe('saved')
    expect(await keptStand()).toBe(0.4)
  })
  it('saves by itself within half a second', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
    bench.editScheme(message('edit.stand'), stand(0.39))
    vi.advanceTimersByTime(500)
    vi.useRealTimers()
    await vi.waitFor(async () => expect(await keptStand()).toBe(0.39), { timeout: 10_000 })
  })
  it('undoing is saved too', async () => {
    bench.editScheme(message('edit.stand'), stand(0.4))
    await bench.save()
    bench.undo()
    await bench.save()
    expect(await keptStand()).toBe(0.48)
  })
  it('what another tab saved meanwhile is not written over', async () => {
    const row = (await repository.get(ID))!
    await database.jobs.put({ ...row, job: { ...row.job, name: 'Theirs' }, revision: row.revision + 1, savedBy: 'another tab' })
    bench.editScheme(message('edit.stand'), stand(0.4))
    await bench.save()
    expect(bench.saveState).toBe('conflict')
    expect((await repository.get(ID))!.job.name).toBe('Theirs')
  })
  it('a conflict ends with theirs, or with mine as a copy', async () => {
    const row = (await repository.get(ID))!
    await database.jobs.put({ ...row, job: { ...row.job, name: 'Theirs' }, revision: row.revision + 1, savedBy: 'another tab' })
    bench.editScheme(message('edit.stand'), stand(0.4))
    await bench.save()
    const copy = await bench.settle('copy')
    expect(bench.job?.name).toBe('Theirs')
    const mine = (await repository.get(copy!))!
    expect(mine.job.schemes[0]!.stores[0]!.vessels[0]!.base.height).toBe(0.4)
  })
  it('what another tab saves is taken over when nothing here is unsaved', async () => {
    const row = (await repository.get(ID))!
    await database.jobs.put({ ...row, job: { ...row.job, name: 'Theirs' }, revision: row.revision + 1, savedBy: 'another tab' })
    await vi.waitFor(() => expect(bench.job?.name).toBe('Theirs'))
    expect(bench.saveState).toBe('saved')
  })
  it('a failed write says so and loses nothing', async () => {
    const failing = vi.spyOn(repository, 'save').mockRejectedValueOnce(new Error('QuotaExceededError'))
    bench.editScheme(message('edit.stand'), stand(0.4))
    await bench.save()
    expect(bench.saveState).toBe('failed')
    expect(bench.saveProblem).toContain('Quota')
    expect(standOf(bench)).toBe(0.4)
    failing.mockRestore()
    await bench.save()
    expect(bench.saveState).toBe('saved')
  })
  it('a draft left by a closed tab is taken up on the next visit', async () => {
    const failing = vi.spyOn(repository, 'save').mockImplementation(() => new Promise(() => {}))
    bench.editScheme(message('edit.stand'), stand(0.37))
    bench.leave()
    failing.mockRestore()
    setActivePinia(createPinia())
    const next = useWorkbench()
    await next.open(ID)
    expect(standOf(next)).toBe(0.37)
  })
  it('a draft older than what is kept is left alone', async () => {
    const row = (await repository.get(ID))!
    bench.editScheme(message('edit.stand'), stand(0.37))
    const failing = vi.spyOn(repository, 'save').mockImplementation(() => new Promise(() => {}))
    bench.leave()
    failing.mockRestore()
    await database.jobs.put({ ...row, revision: row.revision + 3 })
    setActivePinia(createPinia())
    const next = useWorkbench()
    await next.open(ID)
    expect(standOf(next)).toBe(0.48)
  })
  it('a record brought in is kept for every job and chosen in this one', async () => {
    const record = { ...demoRecords()[0]!, id: 'mine', name: 'Mine' }
    await bench.useRecord(record, 'dry')
    expect(bench.job?.rain).toEqual({ kind: 'record', record: 'mine', gaps: 'dry' })
    expect((await repository.records()).map(({ id }) => id)).toContain('mine')
    bench.undo()
    expect(bench.job?.rain).toMatchObject({ record: 'demo-withy-rain' })
  })
})
