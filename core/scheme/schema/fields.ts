import * as yup from 'yup'
import type { PatternProblem } from '../../problems'

/** Ids tie the parts of a job together. Short, readable in a file, safe in a URL. */
export const id = () =>
  yup
    .string()
    .required()
    .matches(/^[a-z0-9][a-z0-9-]{0,63}$/i)
    .meta({ says: 'notAnId' satisfies PatternProblem })

/** Nothing that no eye can see and no sheet can print: neither control characters nor marks that turn the text round. */
const UNSEEN = '\\u0000-\\u0008\\u000b-\\u001f\\u007f-\\u009f\\u2028-\\u202e\\u2066-\\u2069\\ufeff'
const PRINTABLE = new RegExp(`^[^\\t\\n${UNSEEN}]*$`)
const PRINTABLE_LINES = new RegExp(`^[^${UNSEEN}]*$`)
const SAYS = { says: 'notPrintable' satisfies PatternProblem }

/** Whether something typed can be kept: seen whole on the screen and on paper. A name is one line, other text may be several. */
export const isPrintable = (typed: string, lines = false): boolean => (lines ? PRINTABLE_LINES : PRINTABLE).test(typed)

/** What a reader wrote, in lines. */
export const text = (most = 200) => yup.string().defined().max(most).matches(PRINTABLE_LINES).meta(SAYS)
/** A name people read; never empty. */
export const name = () => yup.string().required().max(120).matches(PRINTABLE).meta(SAYS)
export const choice = <const T extends string>(...values: T[]) => yup.string<T>().required().oneOf(values)
export const amount = (low: number, high: number) => yup.number().required().min(low).max(high)
/** A number of things. */
export const whole = (low: number, high: number) => amount(low, high).integer()
export const flag = () => yup.boolean().required()
export const list = <T>(of: yup.ISchema<T, yup.AnyObject>, least = 0, most = 200) =>
  yup.array<yup.AnyObject, T>(of).required().min(least).max(most)

/**
 * A long run of bare values. Held to their schema by `checkShape` alone, where they lie: two centuries of days one by one
 * through the schema's own machinery would take half a minute.
 */
export const series = <T>(items: yup.ISchema<T, yup.AnyObject>, least: number, most: number) =>
  (yup.array() as yup.ArraySchema<T[] | undefined, yup.AnyObject>).required().min(least).max(most).meta({ items })

/** The same where it may be left out. */
export const optionalSeries = <T>(items: yup.ISchema<T, yup.AnyObject>, least: number, most: number) =>
  (yup.array() as yup.ArraySchema<T[] | undefined, yup.AnyObject>).min(least).max(most).meta({ items }).optional().default(undefined)

/** Schema of a list's entries. */
export const itemsOf = (list: yup.ArraySchema<unknown[] | undefined | null, yup.AnyObject>): unknown =>
  list.spec.meta?.items ?? list.innerType

/** A day of the calendar as a file has it, ISO 8601. */
export const isoDay = () =>
  yup
    .string()
    .required()
    .matches(/^(1[6-9]|2[0-3])\d{2}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/)
    .meta({ says: 'notADate' satisfies PatternProblem })

/** Height above the paving (the job's datum), m. Below ground is negative. */
export const height = () => amount(-10, 60)
/** Inner diameter, m. */
export const bore = () => amount(0.002, 3)
/** One value a month, January first. */
export const byMonth = (high: number) => list(amount(0, high), 12, 12)

/** Corners that a pipe is led round, on the plan in the job's frame, m. */
export const via = () =>
  yup
    .array()
    .of(record({ x: amount(-1000, 1000), y: amount(-1000, 1000) }))
    .max(12)
    .optional()
    .default(undefined)

export const record = <S extends yup.ObjectShape>(shape: S) => yup.object(shape).required().noUnknown()

/**
 * A union told apart by its `kind`. Yup has no such thing of its own; the variants stay reachable so that
 * the JSON Schema can be written from the same source.
 */
export function oneOfKind<M extends Record<string, yup.AnyObjectSchema>>(variants: M) {
  const unknownKind = yup
    .mixed<never>()
    .required()
    .test('kind', () => false)
  const lazy = yup.lazy((value: unknown) => {
    const kind = typeof value === 'object' && value !== null && 'kind' in value && typeof value.kind === 'string' ? value.kind : ''
    return Object.hasOwn(variants, kind) ? variants[kind]! : unknownKind
  })
  return Object.assign(lazy as unknown as yup.Lazy<yup.InferType<M[keyof M]>>, { variants })
}

/** Variants of a `oneOfKind`, by kind; undefined for any other schema. */
export const variantsOf = (schema: unknown): Record<string, yup.AnyObjectSchema> | undefined =>
  (typeof schema === 'object' || typeof schema === 'function') && schema !== null && 'variants' in schema
    ? (schema.variants as Record<string, yup.AnyObjectSchema>)
    : undefined
