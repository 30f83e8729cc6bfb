import type { Saying } from '#core/figures/told'
import {
  builtScheme,
  checkEntry,
  freshEntryId,
  importEntries,
  momentNow,
  momentOf,
  withEntry,
  withoutEntry,
  type EntryProblem,
  type Imported,
} from '#core/log'
import { MOST_ENTRIES, type Entry, type Log } from '#core/scheme'
import { buildWaterPath } from '#core/path'
import { count } from '#core/units/quantity'
import { word } from '#core/figures/told'
import { message, type Message } from '~/stores/messages'
import { useNotices } from '~/stores/notices'

const WHO = 'vernal-cask-who'
/** Who writes, for as long as the browser knows. */
const who = ref(typeof localStorage === 'undefined' ? '' : (localStorage.getItem(WHO) ?? ''))

/** The open job's log: read, written, checked; every change one step that can be undone. */
export function useLog() {
  const bench = useWorkbench()
  const notices = useNotices()
  const log = computed<Log>(() => bench.job?.log ?? { entries: [], ticked: [] })
  const entries = computed(() => log.value.entries)
  const scheme = computed(() => (bench.job ? builtScheme(bench.job) : undefined))
  const path = computed(() => {
    try {
      return scheme.value && buildWaterPath(scheme.value)
    } catch {
      // A scheme in the middle of an edit; what its parts are called waits for the next.
      return undefined
    }
  })
  const vessels = computed(() => scheme.value?.stores.flatMap((store) => store.vessels) ?? [])

  function edit(label: Message, change: (log: Log) => Log) {
    unlessFull(() =>
      bench.edit(label, (job) => {
        const next = change(job.log)
        return next === job.log ? job : { ...job, log: next }
      }),
    )
  }
  function unlessFull<T>(act: () => T): T | undefined {
    try {
      return act()
    } catch (error) {
      // As many as a log holds: told, and nothing is lost.
      if (!(error instanceof RangeError)) throw error
      notices.tell({ severity: 'wrong', told: message('log.full', { n: count(MOST_ENTRIES) }), key: 'log-full' })
      return undefined
    }
  }

  /** An entry as it would be written now. */
  function draft(template: Record<string, unknown>, at = momentNow(new Date())): Entry {
    return { id: freshEntryId(entries.value), at, ...(who.value ? { who: who.value } : {}), ...template } as Entry
  }
  const problemsOf = (entry: Entry): EntryProblem[] =>
    path.value ? checkEntry(path.value, entries.value, entry, momentOf(momentNow(new Date())).instant) : []

  const label = (id: 'added' | 'changed' | 'removed', kind: Entry['kind']) => message(`log.edit.${id}`, { kind: word(`entry-${kind}`) })
  function add(entry: Entry) {
    // The first entry of all says that it stands.
    const begins = log.value.since === undefined
    edit(label('added', entry.kind), (before) => ({
      ...withEntry(before, entry),
      ...(begins ? { since: entry.at.slice(0, 10), scheme: scheme.value?.id } : {}),
    }))
  }
  const change = (entry: Entry) => edit(label('changed', entry.kind), (before) => withEntry(before, entry))
  const remove = (entry: Entry) => edit(label('removed', entry.kind), (before) => withoutEntry(before, entry.id))
  /**
   * Takes a table in, in one step, and of what the log has already nothing.
   *
   * @returns what became of it; undefined where the log would hold too much, which is told
   */
  function importAll(more: readonly Entry[], name: string | Saying, sums: boolean): Imported | undefined {
    return unlessFull(() => {
      const done = importEntries(log.value, more, sums)
      if (done.log !== log.value)
        bench.edit(message('log.edit.imported', { n: count(done.added), name }), (job) => ({ ...job, log: done.log }))
      return done
    })
  }
  const begin = (since: string) =>
    edit(message('log.edit.begun'), (before) => ({ ...before, since, scheme: before.scheme ?? scheme.value?.id }))
  function tick(list: 'shut-down' | 'start-up', year: number, step: string) {
    edit(message('log.edit.ticked'), (before) => {
      const there = before.ticked.some((each) => each.list === list && each.year === year && each.step === step)
      const ticked = there
        ? before.ticked.filter((each) => !(each.list === list && each.year === year && each.step === step))
        : [...before.ticked, { list, year, step }]
      return { ...before, ticked }
    })
  }
  function setWho(name: string) {
    who.value = name
    try {
      localStorage.setItem(WHO, name)
    } catch {
      // It is asked again next time.
    }
  }
  return { log, entries, scheme, path, vessels, who, setWho, draft, problemsOf, add, change, remove, importAll, begin, tick }
}
