import { dateFormat } from '#core/units/intl'
import { levelAs, heightTold } from '#core/log'
import { dateOf } from '#core/rain'
import type { Entry } from '#core/scheme'
import { word } from '#core/figures/told'
import type { CareTask } from '#core/care'
import type { TodayLine } from '#core/living'
import { days, length, rainDepth, share, volume } from '#core/units/quantity'

/** Days and entries of a log in the reader's words. */
export function useLogWords() {
  const { say, text } = useSay()
  const settings = useSettings()
  const { path, scheme } = useLog()

  const asDate = (day: number) => {
    const { year, month, day: date } = dateOf(day)
    return new Date(Date.UTC(year, month - 1, date))
  }
  /** A day as people say it: the weekday where it is near. */
  function day(number: number, today?: number): string {
    const near = today !== undefined && Math.abs(number - today) < 7
    if (today !== undefined && number === today) return say('log.today')
    if (today !== undefined && number === today + 1) return say('log.tomorrow')
    if (today !== undefined && number === today - 1) return say('log.yesterday')
    return dateFormat(settings.terms, {
      timeZone: 'UTC',
      ...(near ? { weekday: 'long' } : { day: 'numeric', month: 'short', year: 'numeric' }),
    }).format(asDate(number))
  }
  const shortDay = (number: number) =>
    dateFormat(settings.terms, { timeZone: 'UTC', day: 'numeric', month: 'short' }).format(asDate(number))
  const weekday = (number: number) => dateFormat(settings.terms, { timeZone: 'UTC', weekday: 'short' }).format(asDate(number))
  /** An hour of any day, as clocks are read there: 14:00, 2:00 PM. */
  const hourOf = (hour: number) =>
    dateFormat(settings.terms, { timeZone: 'UTC', hour: 'numeric', minute: '2-digit' }).format(new Date(Date.UTC(2024, 0, 1, hour)))
  /** A moment as it stood on its own clock. */
  const moment = (at: string) =>
    dateFormat(settings.terms, {
      timeZone: 'UTC',
      day: 'numeric',
      month: 'short',
      year: 'numeric',
      hour: 'numeric',
      minute: '2-digit',
    }).format(new Date(`${at.slice(0, 16)}:00Z`))

  const vesselName = (id: string) => path.value?.vessels.get(id)?.vessel.name ?? say('log.gone')
  function partName(id: string): string {
    const drops = scheme.value?.drops ?? []
    for (const { name, devices } of drops) {
      const found = devices.find((each) => each.id === id)
      if (found) return found.called ?? say('log.partOf', { part: word(found.kind), pipe: name })
    }
    const named = [...(scheme.value?.taps ?? []), ...(scheme.value?.gutters ?? [])].find((each) => each.id === id)
    if (named) return named.name
    const link = scheme.value?.stores.flatMap(({ links }) => links).find((each) => each.id === id)
    return link
      ? say('log.linkOf', { from: vesselName(link.from.vessel), to: vesselName(link.to.vessel) })
      : (path.value?.vessels.get(id)?.vessel.name ?? say('log.gone'))
  }
  /** A level as it was read, and what it comes to. */
  function level({ vessel, by, value }: Pick<Extract<Entry, { kind: 'level' }>, 'vessel' | 'by' | 'value'>): string {
    const read = by === 'share' ? share(value) : by === 'volume' ? volume(value) : length(value)
    const said = say(`log.levelBy.${by}`, { value: read })
    const body = path.value?.vessels.get(vessel)?.vessel.body
    if (!body || by === 'volume') return said
    return say('log.levelIs', { said, holds: volume(levelAs(body, heightTold(body, { by, value }), 'volume')) })
  }
  /** What an entry says, without its kind. */
  function entryText(entry: Entry): string {
    switch (entry.kind) {
      case 'rain':
        return text(rainDepth(entry.depth))
      case 'level':
        return `${vesselName(entry.vessel)}: ${level(entry)}`
      case 'drawn':
      case 'topped-up':
      case 'let-go':
      case 'dosed':
        return `${vesselName(entry.vessel)}: ${text(volume(entry.volume))}`
      case 'flush-emptied':
        return partName(entry.part)
      case 'turned':
        return `${partName(entry.part)}: ${say(`log.way.${entry.to}`)}`
      case 'valve':
        return `${partName(entry.part)}: ${say(`log.valve.${entry.to}`)}`
      case 'cleaned':
        return say(`log.clean.${entry.what}`)
      case 'mended':
        return say(`log.mend.${entry.what}`)
      case 'season':
        return say(`log.season.${entry.to}`)
      case 'test':
        return say(entry.passed ? 'log.testPassed' : 'log.testFailed', { test: testName(entry.test) })
      default:
        return ''
    }
  }
  /** A test's own words; of care that is ticked as one its name. */
  const testName = (test: string) => {
    const [kind] = test.split('-')
    const id = `care.kind.${kind}` as const
    const said = say(id)
    return said === id ? test : said
  }
  /** A line of today said in words: days by their names, a rain that comes as a depth. */
  function todayText({ id, values }: TodayLine, today: number): string {
    const { rain, nights, ...others } = values
    return say(`today.${id}`, {
      ...others,
      ...(typeof rain === 'number' ? { rain: rainDepth(rain) } : {}),
      ...(typeof nights === 'number' ? { when: day(today + nights, today) } : {}),
    })
  }
  /** How often care comes round. */
  function rhythm({ rhythm: of }: Pick<CareTask, 'rhythm'>): string {
    switch (of.kind) {
      case 'rain':
        return say('care.rhythm.rain')
      case 'days':
        return say('care.rhythm.days', { n: days(of.days) })
      case 'seasonal':
        return say('care.rhythm.seasonal', { n: days(of.days), otherwise: days(of.otherwise) })
      case 'yearly':
        return say('care.rhythm.yearly')
    }
  }
  return { rhythm, todayText, day, hourOf, shortDay, weekday, moment, vesselName, partName, level, entryText }
}
