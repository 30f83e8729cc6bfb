import { liveQuery, type Subscription } from 'dexie'
import type { TrainWishes } from '#core/offers'
import { defineStore } from 'pinia'
import { assess, type Assessment } from '#core/assess'
import { partsInputs, planBuild } from '#core/build'
import type { Finding } from '#core/findings'
import { FINDING_RULES } from '#core/findings'
import { addVessel, freshId } from '#core/edits'
import { siteDays } from '#core/rain'
import {
  migrateJob,
  checkShape,
  FILE_VERSION,
  gaugeId,
  job as jobSchema,
  parseInput,
  rainRecord,
  recordOf,
  type InputProblem,
  type Job,
  type RainRecord,
  type Scheme,
} from '#core/scheme'
import { buildWaterPath, jobReferenceProblems } from '#core/path'
import { copyName, newJobId } from '~/database/jobRepository'
import type { Draft, JobRow } from '~/database/db'
import type { KeptJob, RowFault } from '~/database/keptJob'
import { saveFile } from '~/composables/saveFile'
import { broughtForecast } from '~/composables/weatherSource'
import { draftOf, goesOnFrom } from '~/database/drafts'
import { Autosave, SAVE_EVERY_MS, type Wrote } from './autosave'
import { History } from './history'
import { message, type Message } from './messages'
import { reasonOf, useNotices } from './notices'
import { savesBy } from '~/stores/unsaved'

export type SaveState = 'saved' | 'waiting' | 'failed' | 'conflict' | 'removed' | 'newer'

/** The figures that stay in sight, as bare numbers, so that two moments can be compared. */
export interface TallyFigures {
  kept?: number
  runoff?: number
  met?: number
  lasts?: number
  longest?: number
  surplus?: number
}

/** As many as the document keeps. */
const MOST_SCHEMES = 24
const draftKey = (id: string) => `vernal-cask-draft-${id}`

/** The open job: its document, its history, what follows from it, and how it is kept. */
export const useWorkbench = defineStore('workbench', () => {
  const { repository, drafts } = useDatabase()
  const settings = useSettings()
  const notices = useNotices()
  const simulation = useSimulation()

  const job = shallowRef<Job>()
  const record = shallowRef<RainRecord>()
  const saveState = ref<SaveState>('saved')
  const savedAt = ref<Date>()
  const saveProblem = ref('')
  const lastEdit = ref<Message>()
  const baseline = shallowRef<TallyFigures>({})
  const steps = ref(0)
  /** The last edit was one of many in a row, as a drag makes them, and more may follow before the next picture. */
  const inDrag = ref(false)
  const historyTick = ref(0)
  const history = new History<Job, Message>(() => historyTick.value++)
  /** Why the job that was asked for cannot be opened, with the row for its file. */
  const fault = shallowRef<RowFault>()
  let revision = 0
  let dirty = false
  let watching: Subscription | undefined

  const scheme = computed(() => job.value?.schemes.find(({ id }) => id === job.value?.chosen))

  // The air changes only with the place, not with every edit.
  const air = computed(() => (job.value ? siteDays(job.value.site) : undefined))

  // Fittings and prices change with the shelf, not with every edit.
  const shelf = computed(() => job.value?.shelf)
  const ownFittings = computed(() => job.value?.ownFittings)
  const system = computed(() => job.value?.system)
  const parts = computed(() =>
    shelf.value && ownFittings.value && system.value
      ? partsInputs({ shelf: shelf.value, ownFittings: ownFittings.value, system: system.value })
      : undefined,
  )

  // What follows from the document, or why nothing does.
  const outcome = computed<{ assessment?: Assessment; problem?: string }>(() => {
    if (!scheme.value) return {}
    try {
      const balance = simulation.state.balance
      const total = balance?.years.total
      const facts = balance && total && { ...balance.rain.facts, flushedShare: total.flushed / Math.max(1, total.runoff - total.overEdge) }
      return { assessment: assess(scheme.value, facts, air.value, parts.value) }
    } catch (error) {
      if (error instanceof RangeError || error instanceof Error) return { problem: error.message }
      throw error
    }
  })
  const assessment = computed(() => outcome.value.assessment)
  /** How it is put together; only reckoned while something shows it. */
  const build = computed(() => (assessment.value && parts.value ? planBuild(assessment.value.path, parts.value) : undefined))
  const billTotal = (of: Scheme) => (parts.value ? planBuild(buildWaterPath(of), parts.value).bill.total : 0)
  /** What a scheme costs: the reader's own sum, else what its bill comes to. */
  const costOf = (of: Scheme): number => (of.cost > 0 ? of.cost : billTotal(of))
  const cost = computed(() => (scheme.value && scheme.value.cost > 0 ? scheme.value.cost : (build.value?.bill.total ?? 0)))
  /** What one more of the same vessel would add to the bill, its base, link and fittings included; undefined where no more fits. */
  const oneMoreCosts = computed(() => {
    if (!scheme.value || !storeId.value || !build.value) return undefined
    const grown = addVessel(scheme.value, storeId.value)
    return grown === scheme.value ? undefined : billTotal(grown) - build.value.bill.total
  })
  /** Every pipe of the scheme that can be drawn: those that lead to a vessel, then those that might. */
  const pipes = computed(() => (assessment.value ? [...assessment.value.lines, ...assessment.value.bare] : []))
  /** The pipe in hand, by its drop and vessel; the first where it is not there (any more). */
  const inHand = ref<{ drop: string; vessel: string }>()
  const assessed = computed(
    () =>
      pipes.value.find(({ line }) => line.intake.drop.id === inHand.value?.drop && line.intake.vessel.id === inHand.value.vessel) ??
      pipes.value.find(({ line }) => line.intake.drop.id === inHand.value?.drop) ??
      pipes.value[0],
  )
  /** The vessel that is being looked at; the one that the pipe in hand fills where none was chosen, or it is gone. */
  const vesselChosen = ref<string>()
  const vesselInHand = computed(() => assessment.value?.path.vessels.get(vesselChosen.value ?? '') ?? assessed.value?.line.placed)
  /** Link that the last trial named as its bottleneck, so that the drawing can point at it. */
  const trialTight = ref<string>()
  const findings = computed<Finding[]>(() => assessment.value?.findings ?? [])
  const storeId = computed(() => assessed.value?.line.placed.store.id ?? scheme.value?.stores[0]?.id)

  const tally = computed<TallyFigures>(() => {
    const years = simulation.state.balance?.years
    return {
      ...(years
        ? {
            kept: years.keptPerYear,
            runoff: years.runoffPerYear,
            met: years.met,
            longest: years.longestShort,
            surplus:
              years.surplusShare * years.total.captured * (years.keptPerYear / Math.max(1, years.total.captured - years.total.surplus)),
          }
        : {}),
      ...(assessed.value?.lasts ? { lasts: assessed.value.lasts.value } : {}),
    }
  })

  function reckon(withSweep = true) {
    if (!job.value || !scheme.value || !storeId.value) return
    const { rain, site, seasonFactors } = job.value
    const needs = recordOf(rain)
    if (needs !== undefined && record.value?.id !== needs) return
    const order = { source: rain, record: record.value, place: { site, seasonFactors } }
    void simulation.run(scheme.value, storeId.value, order, withSweep)
    const drop = assessed.value?.line.intake.drop.id
    if (withSweep && drop !== undefined) void simulation.runDrop(scheme.value, drop, settings.system, order)
  }

  /** Whole trains that would fit the pipe in hand. */
  async function findTrains(wishes: TrainWishes) {
    if (!job.value || !scheme.value || !assessed.value) return undefined
    const { rain, site, seasonFactors } = job.value
    const { drop, vessel } = assessed.value.line.intake
    return simulation.offers(scheme.value, drop.id, vessel.id, wishes, {
      source: rain,
      record: record.value,
      place: { site, seasonFactors },
    })
  }

  let gaugeOf: unknown
  async function loadRecord() {
    const of = job.value
    const needs = of && recordOf(of.rain)
    if (needs === undefined) record.value = undefined
    // A gauge's record is what the log says, so it is read again whenever that changes.
    else if (needs !== record.value?.id || (needs === gaugeId(of!.id) && of!.log.entries !== gaugeOf)) {
      gaugeOf = of!.log.entries
      const found = await repository.recordFor(of!)
      // Another may have been chosen while it was read.
      if (job.value && recordOf(job.value.rain) === needs) record.value = found
    }
  }

  /** The hand has to rest this long before a thousand records are run for the bands. */
  const BANDS_AFTER_MS = 1500
  let bandsTimer: ReturnType<typeof setTimeout> | undefined
  /** Bands on the figures: thousands of made years in the pool, on asking. */
  function runEnsemble() {
    if (bandsTimer) clearTimeout(bandsTimer)
    if (!job.value || !scheme.value || !storeId.value) return
    const { rain, site, seasonFactors } = job.value
    void simulation.runBands(scheme.value, storeId.value, { source: rain, record: record.value, place: { site, seasonFactors } })
  }

  let simulationTimer: ReturnType<typeof setTimeout> | undefined
  watch(
    // One by one: figures that come back must not set off the next run.
    [
      scheme,
      () => job.value?.rain,
      () => job.value?.site,
      () => job.value?.seasonFactors,
      // As a getter: a shallow ref among the sources would set the watch off whatever changed.
      () => record.value,
      storeId,
      () => assessed.value?.line.intake.drop.id,
    ],
    () => {
      if (simulationTimer) clearTimeout(simulationTimer)
      // Balance at once; the sweep waits until the hand rests, so that a drag stays smooth.
      reckon(false)
      simulationTimer = setTimeout(() => reckon(true), 250)
      if (bandsTimer) clearTimeout(bandsTimer)
      bandsTimer = setTimeout(runEnsemble, BANDS_AFTER_MS)
    },
  )
  /** Shows a document without making a step of it. */
  function put(next: Job) {
    job.value = next
    settings.borrow({ terms: next.terms, system: next.system })
    void loadRecord()
  }

  const autosave = new Autosave(write)
  function touch() {
    dirty = true
    // A conflict, a removal and a newer release wait for the reader; all else is tried again.
    if (saveState.value === 'saved' || saveState.value === 'failed') saveState.value = 'waiting'
    draftSoon()
    autosave.touch()
  }

  let drafted = -Infinity
  let draftTimer: ReturnType<typeof setTimeout> | undefined
  /** A draft at once, or as soon as the last one is a quarter of a second old: it waits for nothing else, as a save has to. */
  function draftSoon() {
    const wait = drafted + SAVE_EVERY_MS - performance.now()
    if (wait <= 0) draftNow()
    else draftTimer ??= setTimeout(draftNow, wait)
  }
  function draftNow() {
    clearTimeout(draftTimer)
    draftTimer = undefined
    drafted = performance.now()
    if (job.value && dirty) drafts.put(draftOf(repository.tab, revision, FILE_VERSION, job.value))
  }

  const faults = new WeakMap<Job, InputProblem[]>()
  /** What of a job no file could hold. */
  function faultsOf(of: Job): InputProblem[] {
    const known = faults.get(of)
    if (known) return known
    const shape = checkShape(jobSchema, of)
    const found = shape.length > 0 ? shape : jobReferenceProblems(of)
    faults.set(of, found)
    return found
  }
  /** An edit that would make what its own file could not take back is refused with a word, and nothing is changed. */
  function refused(before: Job, after: Job): boolean {
    const [first] = faultsOf(after)
    if (!first || faultsOf(before).length > 0) return false
    notices.tell({
      severity: 'wrong',
      told: message('notice.refused', { path: first.path, what: first.message }),
      key: 'refused',
    })
    return true
  }

  /**
   * One edit: a new document from the old one, under a name that the reader can undo it by.
   * Edits with one `merge` key in a row (a drag) fold into a single step.
   */
  function edit(label: Message, change: (job: Job) => Job, merge?: string) {
    if (!job.value) return
    const before = job.value
    const after = change(before)
    if (after === before || refused(before, after)) return
    notices.close('refused')
    const folded = history.note(before, label, merge)
    inDrag.value = merge !== undefined
    if (!folded) baseline.value = tally.value
    lastEdit.value = label
    put(after)
    steps.value++
    touch()
  }

  /** An edit of the chosen scheme; one that leaves it as it was is no step. */
  function editScheme(label: Message, change: (scheme: Scheme) => Scheme, merge?: string) {
    edit(
      label,
      (current) => {
        const schemes = current.schemes.map((each) => (each.id === current.chosen ? change(each) : each))
        return schemes.every((each, i) => each === current.schemes[i]) ? current : { ...current, schemes }
      },
      merge,
    )
  }

  const seal = () => history.seal()

  function step(way: 'undo' | 'redo') {
    if (!job.value) return
    const taken = way === 'undo' ? history.undo(job.value) : history.redo(job.value)
    if (!taken) return
    baseline.value = tally.value
    inDrag.value = false
    lastEdit.value = message(way === 'undo' ? 'edit.undone' : 'edit.redone', { what: '' })
    lastStep.value = { way, label: taken.label }
    put(taken.document)
    steps.value++
    touch()
  }
  const lastStep = ref<{ way: 'undo' | 'redo'; label: Message }>()
  const undoable = computed(() => (historyTick.value >= 0 ? history.undoable : undefined))
  const redoable = computed(() => (historyTick.value >= 0 ? history.redoable : undefined))

  /** Applies a finding's mend, or one of its ways out, as one step. */
  function mend(finding: Finding, option?: string) {
    const rule = FINDING_RULES.find(({ id }) => id === finding.id)
    if (!rule?.mend || !(finding.mends || option !== undefined)) return
    editScheme(message('edit.mended', { what: finding.id }), (current) => rule.mend!(current, finding, option))
  }

  /** Puts a changed copy of the chosen scheme beside it and goes on with that, so that the two can be compared. */
  function tryBeside(name: string, change: (scheme: Scheme) => Scheme = (current) => current) {
    edit(message('edit.schemeAdded', { name }), (current) => {
      const from = current.schemes.find(({ id }) => id === current.chosen)
      if (!from || current.schemes.length >= MOST_SCHEMES) return current
      const id = freshId('scheme', current.schemes)
      return { ...current, schemes: [...current.schemes, { ...change(from), id, name }], chosen: id }
    })
  }

  /** Puts a way out of a finding beside the scheme as it is. */
  function mendBeside(finding: Finding, option: string, name: string) {
    const rule = FINDING_RULES.find(({ id }) => id === finding.id)
    if (rule?.mend) tryBeside(name, (current) => rule.mend!(current, finding, option))
  }

  function chooseScheme(id: string) {
    edit(message('edit.schemeChosen', { name: job.value?.schemes.find((each) => each.id === id)?.name ?? '' }), (current) =>
      current.chosen === id || !current.schemes.some((each) => each.id === id) ? current : { ...current, chosen: id },
    )
  }

  /** Takes a scheme out of the job; the last one stays. */
  function removeScheme(id: string) {
    edit(message('edit.schemeRemoved', { name: job.value?.schemes.find((each) => each.id === id)?.name ?? '' }), (current) => {
      const schemes = current.schemes.filter((each) => each.id !== id)
      if (schemes.length === 0 || schemes.length === current.schemes.length) return current
      return { ...current, schemes, chosen: current.chosen === id ? schemes[0]!.id : current.chosen }
    })
  }

  /** One save of what is there now; see `Autosave`. */
  async function write(): Promise<Wrote> {
    if (!job.value || !dirty || saveState.value === 'conflict' || saveState.value === 'removed' || saveState.value === 'newer')
      return 'held'
    const saving = job.value
    try {
      const result = await repository.save(saving, revision)
      if (!result.saved) {
        saveState.value = result.why === 'changed' ? 'conflict' : result.why
        putDraft()
        return 'held'
      }
      revision = result.revision
      savedAt.value = new Date()
      dirty = job.value !== saving
      saveState.value = dirty ? 'waiting' : 'saved'
      if (!dirty) dropDraft(saving.id)
      return 'done'
    } catch (error) {
      // A full disk or a closed database: say so and offer the file; the job stays open as it is, and is tried again.
      saveState.value = 'failed'
      saveProblem.value = reasonOf(error)
      putDraft()
      return 'held'
    }
  }
  /** Saves what is not saved yet; false where it could not be. */
  async function save(): Promise<boolean> {
    if (dirty) autosave.touch()
    await autosave.flush()
    return !dirty
  }

  /** Where writing is immediate; a second chance for what the database would not take. */
  function putDraft() {
    if (!job.value) return
    const draft = draftOf(repository.tab, revision, FILE_VERSION, job.value)
    drafts.put(draft)
    try {
      localStorage.setItem(draftKey(job.value.id), JSON.stringify(draft))
    } catch {
      // No room for the draft either; the page says that nothing is kept and offers the file.
    }
  }
  /** On the way out there is no time for a transaction: the draft is put where writing is immediate. */
  function leave() {
    if (!job.value || !dirty) return
    putDraft()
    void save()
  }

  /** Drafts of others that this job goes on from; gone with its next save. */
  let taken: string[] = []
  function dropDraft(id: string) {
    unkept.delete(id)
    void drafts.drop(id, taken).catch(() => {})
    taken = []
    try {
      localStorage.removeItem(draftKey(id))
    } catch {
      // Nothing kept, nothing to drop.
    }
  }

  /** What this page still holds though nothing had room for it. */
  const unkept = new Map<string, Draft>()
  function localDraft(id: string): unknown {
    try {
      return JSON.parse(localStorage.getItem(draftKey(id)) ?? 'null')
    } catch {
      return undefined
    }
  }
  /** A draft as a job, where it goes on from what is kept and is whole. */
  function jobOfDraft(draft: unknown, row: JobRow): Job | undefined {
    if (typeof draft !== 'object' || draft === null || !('revision' in draft) || !('job' in draft)) return undefined
    const { revision: from, job: left, tab = '', at = 0, version = 1 } = draft as Partial<Draft>
    if (typeof from !== 'number' || typeof left !== 'object' || left === null || !goesOnFrom({ revision: from, tab, at }, row))
      return undefined
    try {
      const whole = parseInput(jobSchema, migrateJob({ ...left }, version, FILE_VERSION))
      return jobReferenceProblems(whole).length === 0 ? whole : undefined
    } catch {
      return undefined
    }
  }
  /** The newest draft left behind, by a tab that was closed or killed in the middle of an edit. */
  async function leftBehind(id: string, row: JobRow): Promise<Job | undefined> {
    const own = unkept.get(id)
    const left = await drafts.leftBehind(id).catch(() => [])
    taken = left.map(({ key }) => key)
    const local = localDraft(id) as Partial<Draft> | undefined | null
    const all = [own, ...left, local].toSorted((a, b) => (b?.at ?? 0) - (a?.at ?? 0))
    for (const draft of all) {
      const found = jobOfDraft(draft, row)
      if (found) return found
    }
    return undefined
  }

  let opening = 0
  /** Opens a job; false when this browser has none of that id, or none that can be shown: then `fault` says why. */
  async function open(id: string): Promise<boolean> {
    const mine = ++opening
    await close()
    fault.value = undefined
    const kept = await repository.get(id)
    // Another job has been asked for meanwhile.
    if (mine !== opening) return false
    if (!kept?.job) {
      fault.value = kept?.fault
      job.value = undefined
      history.clear()
      return false
    }
    const { row } = kept
    revision = row.revision
    history.clear()
    inHand.value = undefined
    vesselChosen.value = undefined
    lastEdit.value = undefined
    baseline.value = {}
    savedAt.value = new Date(row.updated)
    saveState.value = 'saved'
    const draft = await leftBehind(id, row)
    if (mine !== opening) return false
    put(draft ?? kept.job)
    if (draft) touch()
    watching = liveQuery(() => repository.get(id)).subscribe({
      next: (theirs) => meet(theirs),
      // Reading fails where writing does; that is told by the save.
      error: () => {},
    })
    return true
  }

  /** Another tab has saved this job: take it over when nothing here is unsaved, else ask. One that was removed is told. */
  function meet(theirs: KeptJob | undefined) {
    if (!job.value || saveState.value === 'removed') return
    if (!theirs) {
      autosave.drop()
      saveState.value = 'removed'
      putDraft()
      return
    }
    if (theirs.fault?.kind === 'newer') {
      saveState.value = 'newer'
      putDraft()
      return
    }
    const { row } = theirs
    if (row.revision <= revision || row.savedBy === repository.tab || !theirs.job) return
    if (dirty) {
      saveState.value = 'conflict'
      return
    }
    revision = row.revision
    history.clear()
    lastEdit.value = message('edit.otherTab')
    put(theirs.job)
  }

  /** Ends a conflict: theirs replaces what is here, or what is here is kept as a job of its own, written before it is let go. */
  async function settle(how: 'theirs' | 'copy'): Promise<string | undefined> {
    if (!job.value) return undefined
    const mine = job.value
    let copy: string | undefined
    if (how === 'copy') {
      const made = { ...mine, id: newJobId(), name: copyName(mine.name) }
      const kept = await notices.keep(message('notice.copyNotKept', { name: made.name }), () => repository.save(made, 0), [takeFile()])
      if (!kept.done) return undefined
      copy = made.id
    }
    dirty = false
    dropDraft(mine.id)
    await open(mine.id)
    return copy
  }

  /** A job that was removed in another tab is kept once more, as it is here. */
  async function keepAgain(): Promise<void> {
    const mine = job.value
    if (!mine) return
    const kept = await notices.keep(message('notice.notKept', { name: mine.name }), () => repository.saveAgain(mine), [takeFile()])
    if (!kept.done) return
    if (kept.value.saved) revision = kept.value.revision
    saveState.value = kept.value.saved ? 'saved' : 'conflict'
    dirty = job.value !== mine
    if (dirty) touch()
  }

  /** The open job's file, for where the browser keeps nothing. */
  const takeFile = () => ({
    label: message('jobs.export'),
    act: async () => saveFile(`${job.value?.name ?? 'job'}.cask.json`, await fileText(), 'application/json'),
  })

  /** Ends with this job: what is not saved is saved first. False where it could not be, and it is still open. */
  async function close(): Promise<boolean> {
    if (bandsTimer) clearTimeout(bandsTimer)
    const saved = await save()
    // Neither browser nor draft may have had room: this page still holds it, should the reader come back.
    if (!saved && job.value) unkept.set(job.value.id, draftOf(repository.tab, revision, FILE_VERSION, job.value))
    watching?.unsubscribe()
    watching = undefined
    autosave.drop()
    clearTimeout(draftTimer)
    draftTimer = undefined
    dirty = false
    return saved
  }

  const keepingRecord = (next: RainRecord) =>
    notices.keep(message('notice.recordNotKept', { name: next.name }), () => repository.keepRecord(parseInput(rainRecord, next)))

  /** Stands the job's years on its own gauge alone. */
  function useGauge() {
    edit(message('edit.rainRecord', { name: job.value?.name ?? '' }), (current) => ({
      ...current,
      rain: { kind: 'record', record: gaugeId(current.id), gaps: 'generator' },
    }))
  }

  /** What the log of the job says, as of a day; undefined while its rain is not at hand. */
  async function readLog(today: number) {
    if (!job.value) return undefined
    const { rain, site, seasonFactors, schemes, chosen, log, id } = job.value
    const needs = recordOf(rain)
    if (needs !== undefined && record.value?.id !== needs) return undefined
    const order = { source: rain, record: record.value, place: { site, seasonFactors } }
    return simulation.readLog({ schemes, chosen, log, site }, id, today, order, await broughtForecast(today))
  }

  /** Which of the measures that nobody took matter most; undefined while the job's rain is not at hand. */
  async function weighGuesses() {
    if (!job.value) return undefined
    const { rain, site, seasonFactors, schemes, chosen, guessed } = job.value
    const needs = recordOf(rain)
    if (needs !== undefined && record.value?.id !== needs) return undefined
    const order = { source: rain, record: record.value, place: { site, seasonFactors } }
    return simulation.weighGuesses({ rain, schemes, chosen, guessed }, order)
  }

  /** Takes a rain record into the job: kept for all jobs, chosen in this one. False where it could not be kept. */
  async function useRecord(next: RainRecord, gaps: 'leave-year-out' | 'generator' | 'dry'): Promise<boolean> {
    if (!(await keepingRecord(next)).done) return false
    record.value = next
    edit(message('edit.rainRecord', { name: next.name }), (current) => ({ ...current, rain: { kind: 'record', record: next.id, gaps } }))
    return true
  }

  /** The job's file: the text people take away, with the record it leans on even when that is still being read. */
  async function fileText(): Promise<string> {
    if (!job.value) return ''
    await loadRecord()
    return repository.fileOf(job.value, record.value)
  }

  /** Figures of several of the job's schemes beside one another. */
  async function compareSchemes(ids: readonly string[]) {
    if (!job.value) return undefined
    const { rain, site, seasonFactors, schemes } = job.value
    const chosen = schemes.filter(({ id }) => ids.includes(id))
    const figures = await simulation.compare(chosen, { source: rain, record: record.value, place: { site, seasonFactors } })
    return figures?.map((each) => ({ ...each, cost: costOf(chosen.find(({ id }) => id === each.scheme)!) }))
  }

  savesBy(save)

  return {
    job,
    compareSchemes,
    record,
    scheme,
    assessment,
    build,
    cost,
    oneMoreCosts,
    parts,
    assessed,
    trialTight,
    pipes,
    inHand,
    vesselChosen,
    vesselInHand,
    findTrains,
    problem: computed(() => outcome.value.problem),
    findings,
    simulation: simulation.state,
    stopSimulation: simulation.stop,
    tally,
    baseline,
    inDrag,
    lastEdit,
    lastStep,
    undoable,
    redoable,
    saveState,
    savedAt,
    saveProblem,
    edit,
    editScheme,
    seal,
    undo: () => step('undo'),
    redo: () => step('redo'),
    mend,
    mendBeside,
    tryBeside,
    chooseScheme,
    removeScheme,
    keepAgain,
    fault,
    air,
    runEnsemble,
    save,
    leave,
    open,
    settle,
    close,
    useRecord,
    useGauge,
    readLog,
    weighGuesses,
    fileText,
  }
})
