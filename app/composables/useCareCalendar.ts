import { careDue, careTasks, uidOf, writeCalendar, type CalendarLine } from '#core/care'
import { builtScheme, rainOf, spanOfEntries } from '#core/log'
import { dateOf, fromIsoDate, frostSeason } from '#core/rain'
import type { Job } from '#core/scheme'
import { nextOn } from '#core/weather'

/** The frost list is wanted a fortnight before the first night that may freeze. */
const AHEAD = 15
const YEAR = 365

/** Care of jobs as lines of a calendar: each task when it is due next, and the frost. */
export function useCareCalendar() {
  const { say } = useSay()
  const { rhythm } = useLogWords()

  function linesOf(job: Job, today: number): CalendarLine[] {
    const scheme = builtScheme(job)
    const { entries, since } = job.log
    const first = spanOfEntries(entries)?.first ?? today
    const { start, rain } = rainOf(entries, first, today - 1)
    const began = since === undefined ? today : fromIsoDate(since)
    const lines: CalendarLine[] = careDue(careTasks(scheme, job.site), entries, began, { start, depths: rain.depths }, today).map(
      ({ task, due }) => ({
        uid: uidOf(job.id, task),
        title: say(`care.kind.${task.kind}`, task.values),
        text: say('care.calendarText', { job: job.name, rhythm: rhythm(task) }),
        day: Math.max(today, due ?? today),
        rhythm: task.rhythm,
      }),
    )
    const frost = frostSeason(job.site)
    if (frost)
      lines.push({
        uid: `${job.id}-frost@vernal-cask`,
        title: say('care.frostTitle', { job: job.name }),
        text: say('care.frostText'),
        day: nextOn(((frost.first - AHEAD + YEAR - 1) % YEAR) + 1, today, dateOf(today).year),
        rhythm: { kind: 'yearly', month: 1 },
      })
    return lines
  }
  /** A calendar file of some jobs; one that is written anew takes the earlier's place, by how much their logs have grown. */
  const calendarOf = (name: string, jobs: readonly Job[], today: number): string =>
    writeCalendar(
      name,
      jobs.flatMap((job) => linesOf(job, today)),
      new Date(),
      jobs.reduce((sum, { log }) => sum + log.entries.length, 0),
    )
  return { calendarOf }
}
