import type { MessageId, Say } from '~/locales/messageIds'
import { word, type Told } from '#core/figures/told'
import { typed } from '#core/units/quantity'
import type { FieldKind, FieldOption, FieldRow, WhyEnds } from '~/components/fields/fieldRow'

/**
 * Changes one field of a thing: how it is called in the history (an id under `field.name`), what stood there and stands there now, and
 * what is to be done to the thing wherever it is by then.
 */
export type ChangeField<T> = (field: string, from: Told, to: Told, recipe: (thing: T) => unknown) => void

type Keys<T, V> = { [K in keyof T & string]-?: NonNullable<T[K]> extends V ? K : never }[keyof T & string]
/** Ways to the values of one kind within a thing: its own, and those of its parts. */
type PathTo<T, V> =
  | Keys<T, V>
  | { [K in keyof T & string]-?: T[K] extends readonly unknown[] ? never : T[K] extends object ? `${K}.${Keys<T[K], V>}` : never }[keyof T &
      string]
type ValueAt<T, P> = P extends keyof T
  ? T[P]
  : P extends `${infer A}.${infer B}`
    ? A extends keyof T
      ? B extends keyof T[A]
        ? T[A][B]
        : never
      : never
    : never
/** Where it does not simply stand: how it is called in the history, how it is read, and what an edit of it does. */
export interface Lens<T, V> {
  name: string
  get: (thing: T) => V
  put: (thing: T, value: NonNullable<V>) => unknown
}

/** What may be said of a field beside what it is. */
interface Beside {
  /** How it is called in the history, where that is not the name of what it changes. */
  name?: string | undefined
  /** How it is called on the sheet, where that is not as in the history. */
  label?: string | undefined
  /** Where several fields are called alike in the history. */
  key?: string | undefined
  note?: string | undefined
  measure?: string | undefined
}
interface BesideMeasure<T> extends Beside {
  why?: WhyEnds | undefined
  /** Makes it say nothing, where nothing may be said. */
  unsay?: (thing: T) => unknown
}
interface BesideChoice<V> extends Beside {
  /** What the words of the trade for it begin with. */
  prefix?: string
  /** Where its words are, if not among those of the trade. */
  ids?: string
  /** Other words that one of many is found by, apart by commas. */
  also?: (value: V) => string
}
interface BesideText extends Beside {
  most?: number
  lines?: number
  empty?: boolean
}

/** A value by its path as something that is read and written. */
function lensOf<T extends object, V>(at: string | Lens<T, V>): Lens<T, V> {
  if (typeof at !== 'string') return at
  const steps = at.split('.')
  const last = steps.pop()!
  const holder = (thing: T) => steps.reduce((of, step) => of[step] as Record<string, unknown>, thing as Record<string, unknown>)
  return { name: last, get: (thing) => holder(thing)[last] as V, put: (thing, value) => (holder(thing)[last] = value) }
}

/**
 * Makes rows of fields of one thing of the document. A field says once what it is: the same value is read for the sheet and for the
 * history, is told in the words that were chosen from, and is written where it was read.
 */
export function fieldTable<T extends object>(thing: T, change: ChangeField<T>, say: Say) {
  function named(own: string, { name = own, key = name, label, note, measure }: Beside) {
    return { name, row: { key, label: label ?? say(`field.name.${name}`), note, measure } }
  }

  /** A measure in SI, within its ends. */
  function measure(
    at: PathTo<T, number> | Lens<T, number> | Lens<T, number | undefined>,
    kind: FieldKind,
    [least, most]: readonly [least: number, most: number],
    beside: BesideMeasure<T> = {},
  ): Extract<FieldRow, { is: 'measure' }> {
    const lens = lensOf<T, number | undefined>(at as string | Lens<T, number | undefined>)
    const { name, row } = named(lens.name, beside)
    const value = lens.get(thing)
    const stood = value === undefined ? '' : typed(kind, value)
    const { unsay, why } = beside
    const set = (to: number) => change(name, stood, typed(kind, to), (draft) => lens.put(draft, to))
    return { ...row, is: 'measure', kind, value, least, most, why, set, clear: unsay && (() => change(name, stood, '', unsay)) }
  }

  /** One of a few words of the trade, or of options that are called otherwise. */
  function choice<P extends PathTo<T, string>, V extends string = NonNullable<ValueAt<T, P>> & string>(
    at: P | Lens<T, V>,
    options: readonly NoInfer<V>[] | readonly FieldOption<NoInfer<V>>[],
    { prefix = '', ids, also, ...beside }: BesideChoice<NoInfer<V>> = {},
  ): FieldRow {
    const lens = lensOf<T, V>(at)
    const { name, row } = named(lens.name, beside)
    const idOf = (each: V) => (ids === undefined ? (`word.${prefix}${each}` as const) : (`${ids}.${each}` as MessageId))
    const said = options.map((each): FieldOption<V> =>
      typeof each === 'string' ? { value: each, label: say(idOf(each)), ...(also && { also: also(each) }) } : each,
    )
    /** A word of the trade is told so that it can be said in any language later; what is called otherwise, as it is called now. */
    const told = (each: V): Told =>
      ids === undefined && options.some((option) => option === each)
        ? word(`${prefix}${each}`)
        : (said.find(({ value }) => value === each)?.label ?? each)
    const value = lens.get(thing)
    const set = (to: string) => change(name, told(value), told(to as V), (draft) => lens.put(draft, to as NonNullable<V>))
    return { ...row, is: also ? 'search' : 'choice', value, options: said, set }
  }

  function flag(at: PathTo<T, boolean> | Lens<T, boolean>, beside: Beside = {}): FieldRow {
    const lens = lensOf<T, boolean>(at)
    const { name, row } = named(lens.name, beside)
    const value = lens.get(thing)
    const told = (is: boolean) => word(is ? 'yes' : 'no')
    return { ...row, is: 'flag', value, set: (to) => change(name, told(value), told(to), (draft) => lens.put(draft, to)) }
  }

  /** Somebody's own words. */
  function text(at: PathTo<T, string> | Lens<T, string>, { most = 120, lines, empty, ...beside }: BesideText = {}): FieldRow {
    const lens = lensOf<T, string>(at)
    const { name, row } = named(lens.name, beside)
    const value = lens.get(thing)
    return { ...row, is: 'text', value, most, lines, empty, set: (to) => change(name, value, to, (draft) => lens.put(draft, to)) }
  }

  return { measure, choice, flag, text }
}
