import * as yup from 'yup'

/** Ids tie the parts of a job together. Short, readable in a file, safe in a URL. */
export const id = () =>
  yup
    .string()
    .required()
    .matches(/^[a-z0-9][a-z0-9-]{0,63}$/i, '${path} must be 1 to 64 letters, digits or hyphens')

export const text = (most = 200) => yup.string().defined().max(most)
/** A name people read; never empty. */
export const name = () => yup.string().required().max(120)
export const choice = <const T extends string>(...values: T[]) => yup.string<T>().required().oneOf(values)
export const amount = (low: number, high: number) => yup.number().required().min(low).max(high)
export const flag = () => yup.boolean().required()
export const list = <T>(of: yup.ISchema<T, yup.AnyObject>, least = 0, most = 200) =>
  yup.array<yup.AnyObject, T>(of).required().min(least).max(most)

/** Height above the paving (the job's datum), m. Below ground is negative. */
export const height = () => amount(-10, 60)
/** Inner diameter, m. */
export const bore = () => amount(0.002, 3)
/** One value a month, January first. */
export const byMonth = (high: number) => list(amount(0, high), 12, 12)

export const record = <S extends yup.ObjectShape>(shape: S) =>
  yup.object(shape).required().noUnknown('${path} has parts this version does not know: ${unknown}')

/**
 * A union told apart by its `kind`. Yup has no such thing of its own; the variants stay reachable so that
 * the JSON Schema can be written from the same source.
 */
export function oneOfKind<M extends Record<string, yup.AnyObjectSchema>>(variants: M) {
  const known = Object.keys(variants).join(', ')
  const unknownKind = yup
    .mixed<never>()
    .required()
    .test('kind', `\${path}.kind must be one of: ${known}`, () => false)
  const lazy = yup.lazy((value: unknown) => {
    const kind = typeof value === 'object' && value !== null && 'kind' in value ? String(value.kind) : ''
    return Object.hasOwn(variants, kind) ? variants[kind]! : unknownKind
  })
  return Object.assign(lazy as unknown as yup.Lazy<yup.InferType<M[keyof M]>>, { variants })
}
