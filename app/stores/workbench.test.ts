import { problem } from '#core/problems'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick, shallowReactive } from 'vue'
import { demoJobs, demoRecords } from '#core/demo'
import { baseHeight } from '#core/layout'
import { putFittings, setMark, setStand, setTimer, tickStep } from '#core/edits'
import { jobProblems } from '#core/path'
import { FILE_VERSION, readJobFile, type Scheme } from '#core/scheme'
import { draftOf } from '~/database/drafts'
import { message } from './messages'
import { useNotices } from './notices'
import { useWorkbench } from './workbench'

/** The worker is not there in Node; what it would say is not what is tried here, but how often it is asked is. */
const { answers, asked } = vi.hoisted(() => ({
  answers: { state: {} as Record<string, unknown> },
  asked: { runs: 0, drops: [] as string[] },
}))
vi.mock('~/composables/useSimulation', () => ({
  useSimulation: () => ({
    state: (answers.state = shallowReactive<Record<string, unknown>>({ working: false })),
    run: () => Promise.resolve(void asked.runs++),
    runBands: () => Promise.resolve(),
    runDrop: (_: unknown, drop: string) => Promise.resolve(void asked.drops.push(drop)),
    offers: () => Promise.resolve([]),
    compare: () => Promise.resolve(undefined),
    stop: () => {},
  }),
}))

const kept = new Map<string, string>()
const storage = {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => kept.set(key, value),
  removeItem: (key: string) => kept.delete(key),
}
vi.stubGlobal('localStorage', storage)

const ID = 'demo-withy-hard'
const { repository, database } = useDatabase()
const standOf = (bench: ReturnType<typeof useWorkbench>) => baseHeight(bench.scheme!.stores[0]!.vessels[0]!.base)
const stand = (height: number) => (scheme: Parameters<typeof setStand>[0]) => setStand(scheme, 'butt', height)
const keptStand = async () => baseHeight((await repository.get(ID))!.job!.schemes[0]!.stores[0]!.vessels[0]!.base)

/** The first save to come waits until it is told to fail: the page is gone in the middle of it. */
function holdSaves() {
  let fail = () => {}
  vi.spyOn(repository, 'save').mockImplementationOnce(
    () => new Promise((_, reject) => (fail = () => reject(new Error('the page is gone')))),
  )
  return { fail: () => fail() }
}

let bench: ReturnType<typeof useWorkbench>
beforeEach(async () => {
  kept.clear()
  await database.jobs.clear()
  await database.records.clear()
  await database.drafts.clear()
  await repository.seed(demoJobs(), demoRecords())
  setActivePinia(createPinia())
  bench = useWorkbench()
  expect(await bench.open(ID)).toBe(true)
})

// An autosave still under way would write into the next test's database.
afterEach(async () => {
  await bench.close()
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
    expect(bench.inDrag).toBe(true)
    bench.seal()
    bench.undo()
    expect(bench.inDrag).toBe(false)
    expect(bench.assessed?.line.heights.cut?.mark).toBe(1.355)
    bench.editScheme(message('edit.stand'), stand(0.4))
    expect(bench.inDrag).toBe(false)
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
  it.each([
    ['leads nowhere', (scheme: Scheme) => ({ ...scheme, drops: scheme.drops.slice(1) }), 'drop'],
    ['has a name longer than a name may be', (scheme: Scheme) => ({ ...scheme, name: 'x'.repeat(121) }), 'name'],
    ['has a measure that no file takes', (scheme: Scheme) => ({ ...scheme, designIntensity: NaN }), 'designIntensity'],
    [
      'has an outline beyond a kilometre',
      (scheme: Scheme) => ({
        ...scheme,
        sections: scheme.sections.map((section) => ({
          ...section,
          outline: {
            kind: 'polygon' as const,
            corners: [
              { x: 0, y: 0 },
              { x: 1500, y: 0 },
              { x: 0, y: 9 },
            ],
          },
        })),
      }),
      'corners[1].x',
    ],
  ])('an edit that %s is refused with a word, and nothing is changed', (_, change, place) => {
    const before = bench.job
    bench.editScheme(message('edit.stand'), change)
    expect(bench.job).toBe(before)
    expect(bench.undoable).toBeUndefined()
    const [notice] = useNotices().list
    expect(notice).toMatchObject({ severity: 'wrong', told: { id: 'notice.refused' } })
    expect(String(notice!.told.values.path)).toContain(place)
    // By the name that its reader knows it by, whatever place of the file it came to.
    expect(notice!.told.values.edit).toEqual({ saying: 'edit.stand', values: {} })
    // The next one that is right is taken, and the word goes.
    bench.editScheme(message('edit.stand'), stand(0.4))
    expect(useNotices().list).toEqual([])
    expect(standOf(bench)).toBe(0.4)
  })
  it('that was not right before may be mended step by step', async () => {
    const { row } = (await repository.get(ID))!
    await database.jobs.put({ ...row, job: { ...row.job, scene: 'x'.repeat(600) } })
    await bench.open(ID)
    bench.editScheme(message('edit.stand'), stand(0.4))
    expect(standOf(bench)).toBe(0.4)
  })
  it('has nothing to undo that another job did', async () => {
    bench.editScheme(message('edit.stand'), stand(0.4))
    expect(bench.undoable).toBeDefined()
    await bench.open('demo-pear-lane')
    expect([bench.undoable, bench.redoable]).toEqual([undefined, undefined])
    bench.undo()
    expect(bench.job?.id).toBe('demo-pear-lane')
  })
  it('goes out as a file that comes in again, however soon it is asked for', async () => {
    bench.editScheme(message('edit.stand'), stand(0.41))
    expect(readJobFile(await bench.fileText(), jobProblems).job).toEqual(bench.job)
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
    const { row } = (await repository.get(ID))!
    await database.jobs.put({ ...row, job: { ...row.job, name: 'Theirs' }, revision: row.revision + 1, savedBy: 'another tab' })
    bench.editScheme(message('edit.stand'), stand(0.4))
    await bench.save()
    expect(bench.saveState).toBe('conflict')
    expect((await repository.get(ID))!.job!.name).toBe('Theirs')
  })
  it('a conflict ends with theirs, or with mine as a copy', async () => {
    const { row } = (await repository.get(ID))!
    await database.jobs.put({ ...row, job: { ...row.job, name: 'Theirs' }, revision: row.revision + 1, savedBy: 'another tab' })
    bench.editScheme(message('edit.stand'), stand(0.4))
    await bench.save()
    const copy = await bench.settle('copy')
    expect(bench.job?.name).toBe('Theirs')
    const mine = (await repository.get(copy!))!
    expect(baseHeight(mine.job!.schemes[0]!.stores[0]!.vessels[0]!.base)).toBe(0.4)
  })
  it('what another tab saves is taken over when nothing here is unsaved', async () => {
    const { row } = (await repository.get(ID))!
    await database.jobs.put({ ...row, job: { ...row.job, name: 'Theirs' }, revision: row.revision + 1, savedBy: 'another tab' })
    await vi.waitFor(() => expect(bench.job?.name).toBe('Theirs'))
    expect(bench.saveState).toBe('saved')
  })
  it('a failed write says so and loses nothing', async () => {
    const failing = vi.spyOn(repository, 'save').mockRejectedValueOnce(new Error('QuotaExceededError'))
    bench.editScheme(message('edit.stand'), stand(0.4))
    await bench.save()
    expect(bench.saveState).toBe('failed')
    expect(bench.saveProblem).toEqual(problem('other', { why: 'QuotaExceededError' }))
    expect(standOf(bench)).toBe(0.4)
    failing.mockRestore()
    expect(await bench.save()).toBe(true)
    expect(bench.saveState).toBe('saved')
  })
  it('saves that overlap are no conflict with one tab open', async () => {
    const real = repository.save.bind(repository)
    const slow = vi.spyOn(repository, 'save').mockImplementation(async (job, revision) => {
      await new Promise((resolve) => setTimeout(resolve, 40))
      return real(job, revision)
    })
    for (let i = 0; i < 12; i++) {
      bench.editScheme(message('edit.stand'), stand(0.3 + i / 100))
      void bench.save()
      await new Promise((resolve) => setTimeout(resolve, 15))
      expect(bench.saveState).not.toBe('conflict')
    }
    await bench.save()
    slow.mockRestore()
    expect(bench.saveState).toBe('saved')
    expect(await keptStand()).toBeCloseTo(0.41, 9)
  })
  it('a job removed in another tab says so, and can be kept again as it is here', async () => {
    bench.editScheme(message('edit.stand'), stand(0.33))
    await bench.save()
    await repository.remove(ID)
    await vi.waitFor(() => expect(bench.saveState).toBe('removed'))
    bench.editScheme(message('edit.stand'), stand(0.34))
    expect(bench.saveState).toBe('removed')
    await bench.keepAgain()
    expect(bench.saveState).toBe('saved')
    expect(await keptStand()).toBe(0.34)
    bench.editScheme(message('edit.stand'), stand(0.35))
    await bench.save()
    expect(await keptStand()).toBe(0.35)
  })
  it('mine as a copy is written before it is let go: where that fails it is still here, and still a conflict', async () => {
    const { row } = (await repository.get(ID))!
    await database.jobs.put({ ...row, job: { ...row.job, name: 'Theirs' }, revision: row.revision + 1, savedBy: 'another tab' })
    bench.editScheme(message('edit.stand'), stand(0.36))
    await bench.save()
    const full = vi.spyOn(repository, 'save').mockRejectedValue(new Error('QuotaExceededError'))
    expect(await bench.settle('copy')).toBeUndefined()
    full.mockRestore()
    expect(standOf(bench)).toBe(0.36)
    expect(bench.saveState).toBe('conflict')
    expect(useNotices().list.map(({ told, why }) => [told.id, why])).toEqual([
      ['notice.copyNotKept', problem('other', { why: 'QuotaExceededError' })],
    ])
    const copy = await bench.settle('copy')
    expect(baseHeight((await repository.get(copy!))!.job!.schemes[0]!.stores[0]!.vessels[0]!.base)).toBe(0.36)
  })
  it('what could not be kept on leaving is there again on coming back, while the page is open', async () => {
    const full = vi.spyOn(repository, 'save').mockRejectedValue(new Error('QuotaExceededError'))
    vi.stubGlobal('localStorage', {
      getItem: () => null,
      setItem: () => {
        throw new Error('QuotaExceededError')
      },
      removeItem: () => {},
    })
    bench.editScheme(message('edit.stand'), stand(0.32))
    expect(await bench.close()).toBe(false)
    full.mockRestore()
    await bench.open(ID)
    expect(standOf(bench)).toBe(0.32)
    await bench.save()
    expect(await keptStand()).toBe(0.32)
    vi.stubGlobal('localStorage', storage)
  })
  it('a record that cannot be kept is told, and the job stays on the one it had', async () => {
    const full = vi.spyOn(repository, 'keepRecord').mockRejectedValue(new Error('QuotaExceededError'))
    expect(await bench.useRecord({ ...demoRecords()[0]!, id: 'mine', name: 'Mine' }, 'dry')).toBe(false)
    full.mockRestore()
    expect(bench.job?.rain).toMatchObject({ record: 'demo-withy-rain' })
    expect(useNotices().list.map(({ told }) => told.id)).toEqual(['notice.recordNotKept'])
  })
  it('a draft left by a closed tab is taken up on the next visit', async () => {
    const held = holdSaves()
    bench.editScheme(message('edit.stand'), stand(0.37))
    bench.leave()
    setActivePinia(createPinia())
    const next = useWorkbench()
    await next.open(ID)
    expect(standOf(next)).toBe(0.37)
    held.fail()
    await next.close()
  })
  it('an edit is out of the page at once: one that dies before its save is answered has lost nothing', async () => {
    const held = holdSaves()
    bench.editScheme(message('edit.stand'), stand(0.38))
    kept.clear()
    setActivePinia(createPinia())
    const next = useWorkbench()
    await next.open(ID)
    expect(standOf(next)).toBe(0.38)
    await next.save()
    expect(await keptStand()).toBe(0.38)
    await vi.waitFor(async () => expect(await database.drafts.count()).toBe(0))
    held.fail()
    await next.close()
  })
  it('a draft goes on from a save of its own tab that the page was never told of', async () => {
    const { row } = (await repository.get(ID))!
    const job = { ...row.job, name: 'Later still' }
    const draft = { ...draftOf('gone', row.revision, FILE_VERSION, job), at: Date.now() - 5000 }
    await database.drafts.put(draft)
    await database.jobs.put({ ...row, revision: row.revision + 1, savedBy: 'gone', updated: draft.at - 5 })
    await bench.open(ID)
    expect(bench.job?.name).toBe('Later still')
    // One that another tab has saved over since is left alone.
    await database.drafts.put({ ...draft, job: { ...job, name: 'Too late' } })
    await database.jobs.put({ ...row, revision: row.revision + 2, savedBy: 'another tab', updated: draft.at + 5 })
    await bench.open(ID)
    expect(bench.job?.name).toBe(row.job.name)
  })
  it('a draft older than what is kept is left alone', async () => {
    const { row } = (await repository.get(ID))!
    const held = holdSaves()
    bench.editScheme(message('edit.stand'), stand(0.37))
    bench.leave()
    await database.jobs.put({ ...row, revision: row.revision + 3, savedBy: 'another tab' })
    setActivePinia(createPinia())
    const next = useWorkbench()
    await next.open(ID)
    expect(standOf(next)).toBe(0.48)
    held.fail()
    await next.close()
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

describe('the pipe in hand', () => {
  const balance = (flushed: number) => ({
    years: { total: { flushed, runoff: 100, overEdge: 0, captured: 1, surplus: 0 }, keptPerYear: 1, surplusShare: 0 },
    rain: {
      facts: {
        days: 10957,
        countedYears: 30,
        filledDays: 0,
        gaps: 'generator',
        leftOutYears: 0,
        made: false,
        wettestDay: 60,
        medianWetDay: 3,
      },
      years: [],
    },
  })
  it('is the first until another is taken up; one that leads nowhere can be', () => {
    expect(bench.pipes.map(({ line }) => [line.intake.drop.id, line.fed])).toEqual([
      ['river-drop', true],
      ['lane-drop', false],
    ])
    bench.inHand = { drop: 'lane-drop', vessel: 'butt' }
    expect(bench.assessed?.line.intake.drop.id).toBe('lane-drop')
    bench.inHand = { drop: 'gone', vessel: 'gone' }
    expect(bench.assessed?.line.intake.drop.id).toBe('river-drop')
  })
  it('figures that come back do not set off another run, however they change the findings', async () => {
    // Once the record is there and the first runs of the opening are over.
    await vi.waitFor(() => expect(bench.record).toBeDefined())
    await new Promise((resolve) => setTimeout(resolve, 400))
    const before = asked.runs
    for (const flushed of [0, 20, 40]) {
      answers.state.balance = balance(flushed)
      await nextTick()
      expect(bench.assessment).toBeDefined()
      await nextTick()
    }
    expect(asked.runs).toBe(before)
    bench.editScheme(message('edit.stand'), stand(0.4))
    await nextTick()
    expect(asked.runs).toBe(before + 1)
  })
  it('its train is weighed against the years once the hand rests', async () => {
    asked.drops.length = 0
    bench.editScheme(message('edit.stand'), stand(0.41))
    await vi.waitFor(() => expect(asked.drops).toContain('river-drop'), { timeout: 2000 })
  })
  it('finds trains for itself', async () => {
    expect(await bench.findTrains({ run: 1, automatic: true, flush: false, system: 'metric' })).toEqual([])
  })
})

describe('schemes', () => {
  it('a copy stands beside and is gone on with; the first is left as it was', () => {
    const first = bench.scheme
    bench.tryBeside('Lower stand', stand(0.3))
    expect(bench.job?.schemes.map(({ name }) => name)).toEqual(['One butt, river side', 'A larger butt', 'Lower stand'])
    expect(standOf(bench)).toBe(0.3)
    expect(bench.job?.schemes[0]).toBe(first)
    bench.undo()
    expect(bench.scheme).toBe(first)
  })
  it('another is put on the bench, and its figures with it', () => {
    const usable = bench.assessed!.usable.volume
    bench.chooseScheme('larger-butt')
    expect(bench.scheme?.name).toBe('A larger butt')
    expect(bench.assessed!.usable.volume).toBeGreaterThan(usable)
    bench.chooseScheme('not there')
    expect(bench.scheme?.name).toBe('A larger butt')
  })
  it('one is taken away, but never the last', () => {
    bench.removeScheme('river-side')
    expect(bench.scheme?.id).toBe('larger-butt')
    bench.removeScheme('larger-butt')
    expect(bench.job?.schemes).toHaveLength(1)
    bench.undo()
    expect(bench.job?.schemes).toHaveLength(2)
  })
  it('a way out of a snag is tried beside, and applied', async () => {
    await bench.open('demo-tannery-row')
    bench.chooseScheme('as-found')
    const frown = bench.findings.find(({ id }) => id === 'frown')!
    bench.mendBeside(frown, 'slopeAll', 'All one way')
    expect(bench.job?.schemes).toHaveLength(4)
    expect(bench.findings.map(({ id }) => id)).not.toContain('frown')
    bench.chooseScheme('as-found')
    bench.mend(
      bench.findings.find(({ id }) => id === 'frown')!,
      'carryAcross',
    )
    expect(bench.findings.map(({ id }) => id)).not.toContain('frown')
    expect(bench.job?.schemes).toHaveLength(4)
  })
  it('no more are kept than the document holds', () => {
    for (let i = 0; i < 40; i++) bench.tryBeside(`Try ${i}`, stand(0.2 + i / 100))
    expect(bench.job?.schemes).toHaveLength(24)
  })
})

describe('rain', () => {
  it('made after a record keeps leaning on it, in the file too', async () => {
    bench.edit(message('edit.rainRecord'), (job) => ({
      ...job,
      rain: { kind: 'fitted', record: 'demo-withy-rain', gaps: 'generator', years: 60, seed: 3 },
    }))
    const file = readJobFile(await bench.fileText(), jobProblems)
    expect(file.records.map(({ id }) => id)).toEqual(['demo-withy-rain'])
    expect(file.job.rain).toMatchObject({ kind: 'fitted', years: 60 })
  })
  it('from means needs no record', async () => {
    const months = Array.from({ length: 12 }, () => 60)
    bench.edit(message('edit.rainRecord'), (job) => ({
      ...job,
      rain: { kind: 'normals', totals: months, wetDays: months.map(() => 12), spread: 0.15, years: 30, seed: 1 },
    }))
    await vi.waitFor(() => expect(bench.record).toBeUndefined())
    expect(readJobFile(await bench.fileText(), jobProblems).records).toEqual([])
  })
  it('its own gauge follows the log: a reading more is a reading more in the years', async () => {
    const rain = (id: string, at: string, depth: number) => ({ kind: 'rain' as const, id, at, depth })
    bench.edit(message('edit.rainRecord'), (job) => ({ ...job, log: { ...job.log, entries: [rain('a', '2026-06-02T07:00Z', 4)] } }))
    bench.useGauge()
    await vi.waitFor(() => expect(bench.record).toMatchObject({ start: '2026-06-01', depths: [4] }))
    bench.edit(message('edit.rainRecord'), (job) => ({
      ...job,
      log: { ...job.log, entries: [...job.log.entries, rain('b', '2026-06-04T07:00Z', 9)] },
    }))
    await vi.waitFor(() => expect(bench.record?.depths).toEqual([4, 0, 9]))
    const file = readJobFile(await bench.fileText(), jobProblems)
    expect(file.records.map(({ depths }) => depths)).toEqual([[4, 0, 9]])
    // The demo's own record is as it was.
    expect((await repository.record('demo-withy-rain'))!.depths).toHaveLength(demoRecords()[0]!.depths.length)
  })
  it('of another place makes another air', () => {
    const summer = bench.air!.thirst[190]!
    bench.edit(message('edit.placeChanged'), (job) => ({ ...job, site: { ...job.site, latitude: -37 } }))
    expect(bench.air!.thirst[190]).toBeLessThan(summer / 2)
  })
})

describe('a draft of version 1', () => {
  it('left behind by an older copy of the page is brought up and taken on', async () => {
    const { row } = (await repository.get(ID))!
    const older = structuredClone(row.job) as unknown as Record<string, unknown>
    for (const key of ['site', 'money', 'seasonFactors']) Reflect.deleteProperty(older, key)
    for (const scheme of older.schemes as Record<string, unknown>[]) {
      Reflect.deleteProperty(scheme, 'places')
      for (const demand of scheme.demands as Record<string, unknown>[]) Reflect.deleteProperty(demand, 'place')
    }
    older.name = 'Left behind'
    kept.set(`vernal-cask-draft-${ID}`, JSON.stringify({ revision: row.revision, job: older }))
    await bench.open(ID)
    expect(bench.job?.name).toBe('Left behind')
    expect(bench.job?.site.latitude).toBe(51)
  })
})

describe('build', () => {
  const own = (cost: number) => bench.editScheme(message('edit.field'), (scheme) => ({ ...scheme, cost }))
  it("costs what the bill comes to until the reader's own sum is put in", () => {
    own(0)
    expect(bench.cost).toBe(bench.build!.bill.total)
    expect(bench.cost).toBeGreaterThan(50)
    own(99)
    expect(bench.cost).toBe(99)
  })
  it('says what one more of the same vessel adds to the bill: itself, its base and its link', () => {
    const butt = bench.build!.bill.lines.find(({ item }) => item === 'vessel:butt:210')!
    expect(bench.oneMoreCosts).toBeGreaterThan(butt.price)
    expect(bench.oneMoreCosts).toBeLessThan(3 * butt.price)
  })
  it('goes by a price as soon as it is told, and by none that is taken back', () => {
    const before = bench.build!.bill.total
    const shelve = (price: number | null) =>
      bench.edit(message('edit.field'), (job) => ({ ...job, shelf: [{ item: 'vessel:butt:210', owned: 0, price, lead: 0, sold: 0 }] }))
    shelve(1000)
    expect(bench.build!.bill.total).toBeCloseTo(before + 1000 - 58, 2)
    shelve(null)
    expect(bench.build!.bill.total).toBe(before)
    bench.undo()
    expect(bench.build!.bill.total).toBeCloseTo(before + 1000 - 58, 2)
  })
  it('finds a wrong adapter, and its mend takes the best chain', () => {
    const key = 'outlet:river-outlet|device:river-neck'
    bench.editScheme(message('edit.fittingsPut'), (scheme) =>
      putFittings(scheme, key, ['downpipeAdapter-downpipe-square-65-f-downpipe-round-68-m']),
    )
    const finding = bench.findings.find(({ id }) => id === 'endsDoNotMate')!
    expect(finding).toMatchObject({ station: 'drop', mends: true })
    bench.mend(finding)
    expect(bench.findings.some(({ id }) => id === 'endsDoNotMate')).toBe(false)
    expect(bench.build!.assembly.joints.find((joint) => joint.key === key)!.state).toBe('mates')
  })
  it('keeps ticks and waits with the job, in the browser and in the file', async () => {
    bench.editScheme(message('edit.stepDone'), (scheme) => setTimer(tickStep(scheme, 'rules', 1000), 'cure', 2000))
    await bench.save()
    const kept = (await repository.get(ID))!.job!.schemes[0]!.build
    expect([kept.done, kept.timers]).toEqual([[{ step: 'rules', at: 1000 }], [{ step: 'cure', started: 2000 }]])
    const file = readJobFile(await bench.fileText(), jobProblems)
    expect(file.job.schemes[0]!.build.done).toEqual(kept.done)
  })
})
