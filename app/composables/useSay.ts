import type { Message } from '~/stores/messages'
import { show, showText, type Display } from '#core/units/format'
import type { Quantity } from '#core/units/quantity'
import type { ToldValues } from '#core/figures/told'
import type { End } from '#core/scheme'
import { endWords, pipeWords } from '~/build/endWords'

/**
 * Messages without values, by language and id, and ids that are known to be there. The library walks its tree of messages
 * anew for every word, and a sheet has hundreds, all of them the same after a nudge.
 */
const plainMessages = new Map<string, string>()
const knownIds = new Set<string>()

/** Words and figures in the reader's own terms and units. */
export function useSay() {
  const { t, te: isThere, tm, locale } = useI18n()
  const te = (id: string, language: 'en-GB' | 'en-US'): boolean => {
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
  const settings = useSettings()

  const display = computed(() => ({ system: settings.system, terms: settings.terms }))
  const text = (quantity: Quantity) => showText(quantity, display.value)
  const parts = (quantity: Quantity) => show(quantity, display.value)

  /** Message values ready to be put in: quantities in the reader's units, what is to be looked up in the reader's words. */
  function ready(values: ToldValues, own: Display): Record<string, string | number> {
    return Object.fromEntries(
      Object.entries(values).map(([name, value]) => {
        // Somebody's own words are said as they stand, whatever they look like.
        if (typeof value !== 'object') return [name, value]
        if ('word' in value) return [name, plain(`word.${value.word}`)]
        if ('end' in value) return [name, endWords(value.end as End, say, own.system)]
        if ('pipe' in value) return [name, pipeWords(value.pipe as End, say, own.system)]
        if ('mismatch' in value) return [name, plain(`build.mismatch.${value.mismatch}`)]
        return [name, showText(value, own)]
      }),
    )
  }

  /** A message by its id; `how` among the values picks between versions of one sentence. `own` are other units than the reader's: a job's own. */
  function say(id: string, values: ToldValues = {}, own: Display = display.value): string {
    const variant = typeof values.how === 'string' ? `${id}.${values.how}` : ''
    const key = variant !== '' && te(variant, 'en-GB') ? variant : id
    const said = Object.keys(values).length === 0 ? plain(key) : t(key, ready(values, own))
    // A sentence may begin with the name of a part.
    return id.startsWith('finding.') && id.endsWith('.say') ? said.charAt(0).toUpperCase() + said.slice(1) : said
  }

  const sayMessage = (message: Message) => say(message.id, message.values)
  const month = (index: number) =>
    new Intl.DateTimeFormat(settings.terms, { month: 'long', timeZone: 'UTC' }).format(new Date(Date.UTC(2024, index, 15)))
  const shortMonth = (index: number) =>
    new Intl.DateTimeFormat(settings.terms, { month: 'short', timeZone: 'UTC' }).format(new Date(Date.UTC(2024, index, 15)))

  return { t, te, tm, say, sayMessage, text, parts, month, shortMonth, display }
}
