import type { Say } from '~/locales/messageIds'
import type { FieldOption, FieldRow } from '~/components/fields/fieldRow'

const alike = (a: readonly FieldOption[], b: readonly FieldOption[]) =>
  a.length === b.length && a.every(({ value, label, also }, i) => value === b[i]!.value && label === b[i]!.label && also === b[i]!.also)

type Choice = Extract<FieldRow, { is: 'choice' | 'search' }>
type Flag = Extract<FieldRow, { is: 'flag' }>

/** Yes or no, as a choice of two. */
const asChoice = ({ value, set, ...flag }: Flag, say: Say): Choice => ({
  ...flag,
  is: 'choice',
  value: value ? 'yes' : 'no',
  options: ['yes', 'no'].map((each) => ({ value: each, label: say(`word.${each}`) })),
  set: (to) => set(to === 'yes'),
})

/**
 * Rows to be drawn, made from rows that are made anew at every edit: what they do and what is to be picked from are the same things
 * as before, where they are alike, so that a field of which nothing is new is not drawn anew. What a field does is what its newest
 * row says.
 *
 * @param rows each with a key of its own
 */
export function useSteadyRows(rows: () => readonly FieldRow[], say: Say) {
  /** Rows that have gone stay here: what is typed last into a field that goes still finds its way. */
  const newest = new Map<string, FieldRow>()
  const hands = new Map<string, { set: (value: unknown) => void; clear: () => void }>()
  const handsOf = (key: string) => {
    const known = hands.get(key)
    if (known) return known
    const made = {
      set: (value: unknown) => (newest.get(key) as { set: (value: unknown) => void }).set(value),
      clear: () => (newest.get(key) as { clear?: () => void }).clear?.(),
    }
    hands.set(key, made)
    return made
  }
  return computed(() =>
    rows().map((given): Exclude<FieldRow, Flag> => {
      const row = given.is === 'flag' ? asChoice(given, say) : given
      const stood = newest.get(row.key)
      const { set, clear } = handsOf(row.key)
      const options =
        'options' in row && stood && 'options' in stood && alike(row.options, stood.options) ? { options: stood.options } : undefined
      newest.set(row.key, { ...row, ...options } as FieldRow)
      return { ...row, ...options, set, ...('clear' in row && row.clear && { clear }) } as Exclude<FieldRow, Flag>
    }),
  )
}
