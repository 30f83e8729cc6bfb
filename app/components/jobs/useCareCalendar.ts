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

  /** The next thing to be done at a job that is under way. */
  function visitOf({ id, name, desk, letter }: Job): CalendarLine[] {
    if (desk.due === undefined) return []
    return [
      {
        uid: `${id}-visit@vernal-cask`,
        title: say('care.visit', { job: name, stage: say(`word.stage-${desk.stage}`) }),
        text: [desk.waitsFor, letter.to, desk.phone].filter((part) => part !== '').join('\n'),
        day: fromIsoDate(desk.due),
      },
    ]
  }
  function linesOf(job: Job, today: number): CalendarLine[] {
    if (job.log.since === undefined) return visitOf(job)
    const scheme = builtScheme(job)
    const { entries, since } = job.log
    const first = spanOfEntries(entries)?.first ?? today
    const { start, rain } = rainOf(entries, first, today - 1)
    const began = since === undefined ? today : fromIsoDate(since)
    const lines: CalendarLine[] = [
      ...visitOf(job),
      ...careDue(careTasks(scheme, job.site), entries, began, { start, depths: rain.depths }, today).map(({ task, due }) => ({
        uid: uidOf(job.id, task),
        title: say(`care.kind.${task.kind}`, task.values),
        text: say('care.calendarText', { job: job.name, rhythm: rhythm(task) }),
        day: Math.max(today, due ?? today),
        rhythm: task.rhythm,
      })),
    ]
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
  /** A calendar file of some jobs; one that is written later takes the earlier's place. */
  const calendarOf = (name: string, jobs: readonly Job[], today: number): string => {
    const now = new Date()
    return writeCalendar(
      name,
      jobs.flatMap((job) => linesOf(job, today)),
      now,
      Math.floor(now.getTime() / 60_000),
    )
  }
  return { calendarOf }
}
