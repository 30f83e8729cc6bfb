import type { InputProblem, Job, RainRecord } from '../scheme'
import { fromIsoDate } from '../rain/calendar'
import { measureReferenceProblems, recordReferenceProblems } from './measureReferenceProblems'
import { brokenReferences } from './waterPath'

const WORDS = {
  missing: (id: string) => `there is no part ${id}`,
  twice: (id: string) => `two parts have the id ${id}`,
  self: (id: string) => `a link leads from ${id} back to itself; lead it to another vessel`,
  ring: (id: string) => `the water of ${id} would run in a ring`,
}

const dated = new WeakSet<object>()
const checkedLogs = new WeakMap<object, InputProblem[]>()
/** Ids of a log that two entries have, and days that no calendar has. What an entry is of may be gone since: a log outlives the parts of its scheme. */
function logTies({ log: { entries } }: Job): InputProblem[] {
  const before = checkedLogs.get(entries)
  if (before) return before
  const seen = new Set<string>()
  const wrong: InputProblem[] = []
  entries.forEach((entry, i) => {
    const { id, at } = entry
    // Entries are never changed in place: one whose day was there once is looked at no more.
    if (!dated.has(entry)) {
      if (Number.isNaN(fromIsoDate(at.slice(0, 10))))
        wrong.push({ path: `job.log.entries[${i}].at`, message: `should be a day of the calendar, but is ${at.slice(0, 10)}` })
      else dated.add(entry)
    }
    if (seen.has(id)) wrong.push({ path: `job.log.entries[${i}]`, message: `two entries have the id ${id}` })
    seen.add(id)
  })
  checkedLogs.set(entries, wrong)
  return wrong
}

/**
 * Every reference in a job's schemes that leads nowhere, every pair of measures that contradict one another, in the words of
 * validation. What has none can be assessed, drawn, built and tried.
 */
export function jobReferenceProblems(job: Job, records: readonly RainRecord[] = []): InputProblem[] {
  return [
    ...job.schemes.flatMap((scheme, i) =>
      brokenReferences(scheme).map(({ path, problem, id }) => ({ path: `job.schemes[${i}].${path}`, message: WORDS[problem](id) })),
    ),
    ...logTies(job),
    ...measureReferenceProblems(job),
    ...records.flatMap((record, i) => recordReferenceProblems(record, `records[${i}]`)),
  ]
}
