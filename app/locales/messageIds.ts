import type { ToldValues } from '#core/figures/told'
import type { british } from './allWords'

/** Ids of words, as `drop.title`; and of sentences that have several versions, of which `how` among the values picks one. */
type IdsOf<Words, Before extends string = ''> = {
  [Key in keyof Words & string]: Words[Key] extends string
    ? `${Before}${Key}`
    : IdsOf<Words[Key], `${Before}${Key}.`> | (Words[Key] extends Record<string, string> ? `${Before}${Key}` : never)
}[keyof Words & string]

/**
 * Families whose ids end in a code of the data: a finding's, a step's, a field's. Which codes there are is not known to the types;
 * that each has words is held by the tests beside the words.
 */
type Family =
  | 'answer.col'
  | 'bore'
  | 'build'
  | 'care.kind'
  | 'caution'
  | 'choice'
  | 'compare.row'
  | 'field'
  | 'finding'
  | 'flushSchool'
  | 'group.frame'
  | 'help.station'
  | 'help.term'
  | 'layout.about'
  | 'limit'
  | 'log.clean'
  | 'log.mend'
  | 'offer.check'
  | 'part'
  | 'places'
  | 'rule'
  | 'search.also'
  | 'snag.fixed'
  | 'source'
  | 'spillway.soil'
  | 'starter'
  | 'today'
  | 'trial.account'
  | 'trial.bottleneck'
  | 'trial.field'
  | 'word'
  | 'working'

/** What can be said: an id that no language has words for is told by the types. */
export type MessageId = IdsOf<typeof british> | `${Family}.${string}`
/** Says a message in the reader's words. */
export type Say = (id: MessageId, values?: ToldValues) => string
