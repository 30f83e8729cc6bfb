import { TERMS, type Terms } from '#core/units/terms'

/**
 * Empty words of every language, for others to be put into. Words are only ever put in, never changed: the library would have each of
 * thousands watched, a good part of what a page did before it could be used. The mark is that of Vue's `markRaw`, as a
 * property of its own, so that it lives through the copy that is made of this.
 */
export const plainWords = (): Record<Terms, object> =>
  Object.fromEntries(TERMS.map((terms) => [terms, { __v_skip: true }])) as Record<Terms, object>
