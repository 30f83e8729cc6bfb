import { TERMS, termPattern, termsIn, type Term } from '~/components/help/terms'

/** One pattern for each language, made when it is first asked for. */
const patterns = new Map<string, ReturnType<typeof termPattern>>()

/** Words of the trade, in the reader's own language. */
export function useTerms() {
  const { say, te } = useSay()
  const { locale } = useI18n()
  const nameOf = (term: Term) => say(`help.term.${term}.name`)
  const alsoOf = (term: Term) => (te(`help.term.${term}.also`, 'en-GB') ? say(`help.term.${term}.also`).split(', ') : [])
  function pattern() {
    const known = patterns.get(locale.value)
    if (known) return known
    const made = termPattern(TERMS.map((term) => ({ term, words: [nameOf(term), ...alsoOf(term)] })))
    // Words that are not there yet are looked for again.
    if (!made.byWord.has('help.term.head.name')) patterns.set(locale.value, made)
    return made
  }
  const found = (text: string): Term[] => termsIn(text, pattern())
  return { nameOf, alsoOf, lineOf: (term: Term) => say(`help.term.${term}.say`), found }
}
