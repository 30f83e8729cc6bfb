import ICAL from 'ical.js'
import { isoDate } from '../rain/calendar'
import type { CareTask, Rhythm } from './tasks'

/** One line of a calendar: what, when first, how often. */
export interface CalendarLine {
  /** Stable over the life of the job: a calendar that takes the file again changes it in place. */
  uid: string
  title: string
  text: string
  /** Day number. */
  day: number
  rhythm?: Rhythm
}

/** Reminded on its own day at eight in the morning, as a distance from the day's beginning. */
const REMIND = 'PT8H'

/** Rules by which a rhythm comes round; rain keeps no calendar, and is asked about every week instead. */
function recurrences(rhythm: Rhythm | undefined): Record<string, unknown>[] {
  switch (rhythm?.kind) {
    case 'rain':
      return [{ freq: 'WEEKLY' }]
    case 'days':
      return [{ freq: 'DAILY', interval: rhythm.days }]
    case 'seasonal':
      return [{ freq: 'DAILY', interval: rhythm.otherwise }]
    case 'yearly':
      return [{ freq: 'YEARLY' }]
    default:
      return []
  }
}

/** In its season a task comes round more often, in a line of its own. */
function inSeason(line: CalendarLine): CalendarLine[] {
  const { rhythm } = line
  if (rhythm?.kind !== 'seasonal' || rhythm.days === rhythm.otherwise) return [line]
  const year = Number(isoDate(line.day).slice(0, 4))
  const first = Math.round(Date.UTC(year, rhythm.months[0]! - 1, 1) / 86_400_000)
  return [line, { ...line, uid: line.uid.replace('@', '-season@'), day: first, rhythm }]
}

const isSeason = ({ uid }: CalendarLine) => uid.includes('-season@')

/**
 * A calendar file.
 *
 * @param lines what comes round, and what is due once
 * @param stamp when it was written, ISO 8601 in UTC; and how often it was written before, so that a later one takes the earlier's place
 * @returns iCalendar. Source: RFC 5545.
 */
export function writeCalendar(name: string, lines: readonly CalendarLine[], stamp: Date, sequence: number): string {
  const calendar = new ICAL.Component(['vcalendar', [], []])
  calendar.updatePropertyWithValue('version', '2.0')
  calendar.updatePropertyWithValue('prodid', '-//Vernal Cask//Care//EN')
  calendar.updatePropertyWithValue('calscale', 'GREGORIAN')
  calendar.updatePropertyWithValue('method', 'PUBLISH')
  calendar.updatePropertyWithValue('x-wr-calname', name)
  for (const line of lines.flatMap(inSeason)) {
    const event = new ICAL.Component('vevent')
    event.updatePropertyWithValue('uid', line.uid)
    event.updatePropertyWithValue('dtstamp', ICAL.Time.fromJSDate(stamp, true))
    event.updatePropertyWithValue('last-modified', ICAL.Time.fromJSDate(stamp, true))
    event.updatePropertyWithValue('sequence', sequence)
    event.updatePropertyWithValue('dtstart', ICAL.Time.fromDateString(isoDate(line.day)))
    event.updatePropertyWithValue('transp', 'TRANSPARENT')
    event.updatePropertyWithValue('summary', line.title)
    if (line.text !== '') event.updatePropertyWithValue('description', line.text)
    const rules =
      isSeason(line) && line.rhythm?.kind === 'seasonal'
        ? [{ freq: 'DAILY', interval: line.rhythm.days, bymonth: line.rhythm.months }]
        : recurrences(line.rhythm)
    for (const rule of rules) event.updatePropertyWithValue('rrule', ICAL.Recur.fromData(rule))
    const alarm = new ICAL.Component('valarm')
    alarm.updatePropertyWithValue('action', 'DISPLAY')
    alarm.updatePropertyWithValue('description', line.title)
    alarm.updatePropertyWithValue('trigger', ICAL.Duration.fromString(REMIND))
    event.addSubcomponent(alarm)
    calendar.addSubcomponent(event)
  }
  return `${calendar.toString()}\r\n`
}

/** A task's own id in every calendar. */
export const uidOf = (job: string, { id }: Pick<CareTask, 'id'>): string => `${job}-${id}@vernal-cask`
