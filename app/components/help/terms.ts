/** Words of the trade that are explained where they stand; each has its name, other words for it and its line under `help.term`. */
export const TERMS = [
  'head',
  'outlet',
  'downpipe',
  'neck',
  'diverter',
  'lip',
  'mark',
  'kerf',
  'lap',
  'firstFlush',
  'rainHead',
  'screen',
  'wet',
  'carry',
  'butt',
  'tote',
  'drum',
  'usable',
  'full',
  'sediment',
  'overflow',
  'invert',
  'crown',
  'siphon',
  'link',
  'manifold',
  'cascade',
  'stack',
  'stand',
  'bearing',
  'ballast',
  'tap',
  'demand',
  'short',
  'spillage',
  'knee',
  'band',
  'design',
  'fall',
  'eave',
  'ridge',
  'pitch',
  'plan',
  'cover',
  'wetting',
  'bracket',
  'socket',
  'union',
  'bulkhead',
  'grommet',
  'vent',
  'check',
  'soakaway',
  'snag',
  'working',
  'scheme',
  'train',
] as const
export type Term = (typeof TERMS)[number]

/** A word as it is looked for in a text: its key, and every way of writing it. */
export interface TermWords {
  term: Term
  words: readonly string[]
}

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')

/** All words in one pattern, the longest first, so that "rain head" is not taken for "head". */
export function termPattern(terms: readonly TermWords[]): { pattern: RegExp; byWord: Map<string, Term> } {
  const byWord = new Map<string, Term>()
  for (const { term, words } of terms) for (const word of words) if (!byWord.has(word.toLowerCase())) byWord.set(word.toLowerCase(), term)
  const words = [...byWord.keys()].toSorted((a, b) => b.length - a.length).map(escaped)
  return { pattern: new RegExp(`(?<![\\p{L}-])(?:${words.join('|')})(?:s|es)?(?![\\p{L}-])`, 'giu'), byWord }
}

/** The terms that a text uses, each once, in the order in which they come. */
export function termsIn(text: string, { pattern, byWord }: ReturnType<typeof termPattern>): Term[] {
  const found: Term[] = []
  for (const [match] of text.matchAll(pattern)) {
    const word = match.toLowerCase()
    const term = byWord.get(word) ?? byWord.get(word.replace(/s$/, '')) ?? byWord.get(word.replace(/es$/, ''))
    if (term && !found.includes(term)) found.push(term)
  }
  return found
}
