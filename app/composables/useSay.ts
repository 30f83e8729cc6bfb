import { dateFormat, numberFormat } from '#core/units/intl'
import type { Message } from '~/stores/messages'
import { problemText, type Problem } from '#core/problems'
import { show, showText, type Display } from '#core/units/format'
import type { Quantity } from '#core/units/quantity'
import { numberIn, type Terms } from '#core/units/terms'
import type { ToldValues } from '#core/figures/told'
import type { End } from '#core/scheme'
import type { MessageId } from '~/locales/messageIds'
import { endWords, pipeWords } from '~/components/build/endWords'

/**
 * Messages without values, by language and id, and ids that are known to be there. The library walks its tree of messages
 * anew for every word, and a sheet has hundreds, all of them the same after a nudge.
 */
const plainMessages = new Map<string, string>()
/** Messages with their values put in, by language, id and values: most say the same after an edit as before it. */
const filledMessages = new Map<string, string>()
const MOST_FILLED = 4000
const knownIds = new Set<string>()

/**
 * The number that a message with two forms goes by: its `n`, else the first number among its values. One is "1 day"; all else,
 * nothing and half a day among it, is "days". Messages with one form have it whatever the number.
 */
function pluralOf(values: ToldValues): number {
  const amount = (value: ToldValues[string] | undefined) =>
    typeof value === 'number' ? value : typeof value === 'object' && 'kind' in value ? value.value : undefined
  const counted =
    amount(values.n) ??
    Object.values(values)
      .map(amount)
      .find((each) => each !== undefined)
  return counted === 1 ? 1 : 2
}

/** Words and figures in the reader's own terms and units. */
export function useSay() {
  const { t, te: isThere, tm, locale } = useI18n()
  const te = (id: string, language: Terms): boolean => {
    if (knownIds.has(id)) return true
    const there = isThere(id, language)
    if (there) knownIds.add(id)
    return there
  }
  function plain(id: string): string {
    const key = `${locale.value} ${id}`
    const kept = plainMessages.get(key)
    if (kept !== undefined) return kept
    const said = t(id)
    // An id without a message is said as it stands; it may get one when its language has been fetched.
    if (said !== id) plainMessages.set(key, said)
    return said
  }
  function filled(id: string, values: Record<string, string | number>, plural: number): string {
    const key = `${locale.value} ${id} ${plural} ${JSON.stringify(values)}`
    const kept = filledMessages.get(key)
    if (kept !== undefined) return kept
    const said = t(id, values, plural)
    if (said === id) return said
    if (filledMessages.size >= MOST_FILLED) filledMessages.clear()
    filledMessages.set(key, said)
    return said
  }
  const settings = useSettings()

  const display = computed(() => ({ system: settings.system, terms: settings.terms }))
  const text = (quantity: Quantity) => showText(quantity, display.value)
  const parts = (quantity: Quantity) => show(quantity, display.value)

  /** Message values ready to be put in: quantities in the reader's units, what is to be looked up in the reader's words. */
  function ready(values: ToldValues, own: Display): Record<string, string | number> {
    return Object.fromEntries(
      Object.entries(values).map(([name, value]) => {
        // Somebody's own words are said as they stand, whatever they look like.
        // As text: the library takes a number that is nought for one that is missing, and puts the plural's in.
        if (typeof value !== 'object') return [name, typeof value === 'number' ? numberIn(value, own.terms) : value]
        if ('word' in value) return [name, plain(`word.${value.word}`)]
        if ('end' in value) return [name, endWords(value.end as End, say, own.system)]
        if ('pipe' in value) return [name, pipeWords(value.pipe as End, say, own.system)]
        if ('field' in value) return [name, plain(`field.name.${value.field}`)]
        if ('mismatch' in value) return [name, plain(`build.mismatch.${value.mismatch}`)]
        if ('day' in value) return [name, dayShort(value.day)]
        if ('month' in value) return [name, month(value.month)]
        if ('saying' in value) return [name, say(value.saying as MessageId, value.values, own)]
        if ('problem' in value) return [name, sayProblem(value)]
        return [name, showText(value, own)]
      }),
    )
  }

  /** What is wrong, in the reader's words: those of English are the core's own, every other language has its own. */
  function sayProblem(told: Problem): string {
    const id = `problem.${told.problem}`
    return isThere(id, locale.value) ? filled(id, ready(told.values ?? {}, display.value), 2) : problemText(told, display.value)
  }

  /** A message by its id; `how` among the values picks between versions of one sentence. `own` are other units than the reader's: a job's own. */
  function say(id: MessageId, values: ToldValues = {}, own: Display = display.value): string {
    const variant = typeof values.how === 'string' ? `${id}.${values.how}` : ''
    const key = variant !== '' && te(variant, 'en-GB') ? variant : id
    const said = Object.keys(values).length === 0 ? plain(key) : filled(key, ready(values, own), pluralOf(values))
    // A sentence may begin with the name of a part.
    return id.startsWith('finding.') && id.endsWith('.say') ? said.charAt(0).toUpperCase() + said.slice(1) : said
  }

  /** A bare number with so many digits behind its mark. */
  const number = (value: number, digits: number) =>
    numberFormat(settings.terms, { minimumFractionDigits: digits, maximumFractionDigits: digits }).format(value)
  /** What was kept to be said, in the language and the units of whoever reads it by now; nothing where there is nothing. */
  const sayMessage = (told: Message | Problem | undefined): string =>
    !told ? '' : 'problem' in told ? sayProblem(told) : say(told.id, told.values)
  const month = (index: number) =>
    dateFormat(settings.terms, { month: 'long', timeZone: 'UTC' }).format(new Date(Date.UTC(2024, index, 15)))
  const shortMonth = (index: number) =>
    dateFormat(settings.terms, { month: 'short', timeZone: 'UTC' }).format(new Date(Date.UTC(2024, index, 15)))

  /** A day of the calendar, as "2026-12-04", written out as the reader's language has it; with its weekday where that is asked for. */
  const dayName = (iso: string, weekday?: 'long') =>
    dateFormat(settings.terms, { weekday, day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' }).format(
      new Date(`${iso}T00:00:00Z`),
    )

  /** The same within a sentence, where no language bends it. */
  const dayShort = (iso: string) =>
    dateFormat(settings.terms, { dateStyle: 'medium', timeZone: 'UTC' }).format(new Date(`${iso}T00:00:00Z`))

  return { t, te, tm, say, sayProblem, number, sayMessage, text, parts, month, shortMonth, dayName, display }
}
