import { problemOf, type Problem } from '#core/problems'
import { liveQuery, type Subscription } from 'dexie'
import { jobProblems } from '#core/path'
import { FILE_VERSION, job as jobSchema, migrateJob, parseInput, type Job } from '#core/scheme'
import { saveFile } from '~/composables/saveFile'
import { useDatabase } from '~/composables/useDatabase'
import type { Draft, JobRow } from '~/database/db'
import { draftOf, goesOnFrom } from '~/database/drafts'
import { copyName, newJobId } from '~/database/jobRepository'
import type { KeptJob, RowFault } from '~/database/keptJob'
import { Autosave, SAVE_EVERY_MS, type Wrote } from '../autosave'
import { message } from '../messages'
import { useNotices } from '../notices'

export type SaveState = 'saved' | 'waiting' | 'failed' | 'conflict' | 'removed' | 'newer'

const draftKey = (id: string) => `vernal-cask-draft-${id}`

/** What becomes of the document as it is read and let go. */
export interface PersistenceHooks {
  /** Another job is taken up; nothing of the last one is left. */
  opened(): void
  show(job: Job): void
  /** There is none to be shown. */
  gone(): void
  /** Another tab has saved it. */
  takenOver(job: Job): void
  closing(): void
  /** The job's file, for where the browser keeps nothing. */
  fileText(): Promise<string>
}

/** How the open job is kept: saved soon after every edit, drafted at once, met again when another tab has changed it. */
export function usePersistence(job: Readonly<Ref<Job | undefined>>, hooks: PersistenceHooks) {
  const { repository, drafts } = useDatabase()
  const notices = useNotices()
  const saveState = ref<SaveState>('saved')
  const savedAt = ref<Date>()
  const saveProblem = shallowRef<Problem>()
  /** Why the job that was asked for cannot be opened, with the row for its file. */
  const fault = shallowRef<RowFault>()
  let revision = 0
  let dirty = false
  let watching: Subscription | undefined

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
      saveProblem.value = problemOf(error)
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
      return jobProblems(whole).length === 0 ? whole : undefined
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
      hooks.gone()
      return false
    }
    const { row } = kept
    revision = row.revision
    hooks.opened()
    savedAt.value = new Date(row.updated)
    saveState.value = 'saved'
    const draft = await leftBehind(id, row)
    if (mine !== opening) return false
    hooks.show(draft ?? kept.job)
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
    hooks.takenOver(theirs.job)
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
    act: async () => saveFile(`${job.value?.name ?? 'job'}.cask.json`, await hooks.fileText(), 'application/json'),
  })

  /** Ends with this job: what is not saved is saved first. False where it could not be, and it is still open. */
  async function close(): Promise<boolean> {
    hooks.closing()
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

  return { saveState, savedAt, saveProblem, fault, touch, save, leave, open, settle, keepAgain, close }
}
