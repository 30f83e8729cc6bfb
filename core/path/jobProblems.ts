import { problem } from '../problems'
import type { InputProblem, Job, RainRecord } from '../scheme'
import { fromIsoDate } from '../rain/calendar'
import { measureProblems, recordProblems } from './measureProblems'
import { brokenReferences } from './waterPath'

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
        wrong.push({ path: `job.log.entries[${i}].at`, ...problem('noSuchDay', { found: at.slice(0, 10) }) })
      else dated.add(entry)
    }
    if (seen.has(id)) wrong.push({ path: `job.log.entries[${i}]`, ...problem('entryTwice', { id }) })
    seen.add(id)
  })
  checkedLogs.set(entries, wrong)
  return wrong
}

/**
 * Every reference in a job's schemes that leads nowhere, every pair of measures that contradict one another, in the words of
 * validation. What has none can be assessed, drawn, built and tried.
 */
export function jobProblems(job: Job, records: readonly RainRecord[] = []): InputProblem[] {
  return [
    ...job.schemes.flatMap((scheme, i) => brokenReferences(scheme).map((each) => ({ ...each, path: `job.schemes[${i}].${each.path}` }))),
    ...logTies(job),
    ...measureProblems(job),
    ...records.flatMap((record, i) => recordProblems(record, `records[${i}]`)),
  ]
}
