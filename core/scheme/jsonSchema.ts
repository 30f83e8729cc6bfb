import * as yup from 'yup'
import { itemsOf, variantsOf } from './schema/fields'

/** The part of JSON Schema (draft 2020-12) that the document needs. */
export interface JsonSchema {
  $schema?: string
  $id?: string
  title?: string
  type?: string | string[]
  properties?: Record<string, JsonSchema>
  required?: string[]
  additionalProperties?: boolean
  items?: JsonSchema
  anyOf?: JsonSchema[]
  enum?: unknown[]
  pattern?: string
  minimum?: number
  maximum?: number
  minItems?: number
  maxItems?: number
  minLength?: number
  maxLength?: number
}

const BOUNDS = {
  number: { min: 'minimum', max: 'maximum' },
  array: { min: 'minItems', max: 'maxItems' },
  string: { min: 'minLength', max: 'maxLength' },
} as const

function bounds(description: yup.SchemaDescription): JsonSchema {
  const kind = description.type
  const out: JsonSchema = {}
  for (const test of description.tests) {
    if ((kind === 'number' || kind === 'array' || kind === 'string') && (test.name === 'min' || test.name === 'max')) {
      out[BOUNDS[kind][test.name]] = Number(test.params?.[test.name])
    }
    if (test.name === 'matches') {
      const source = test.params?.regex
      if (source instanceof RegExp) out.pattern = source.ignoreCase ? source.source.replaceAll('a-z', 'a-zA-Z') : source.source
    }
  }
  return out
}

/**
 * The JSON Schema of a Yup schema of plain objects, arrays, numbers, strings, booleans and `oneOfKind` unions.
 *
 * Written from the very schema that validates, so that the two cannot part ways.
 *
 * @throws TypeError on a kind of node that the document does not use
 */
export function toJsonSchema(node: unknown): JsonSchema {
  const variants = variantsOf(node)
  if (variants) return { anyOf: Object.values(variants).map(toJsonSchema) }
  if (!yup.isSchema(node) || !(node instanceof yup.Schema)) throw new TypeError('not a schema of the document')
  const description = node.describe()
  if (node instanceof yup.ObjectSchema) {
    const fields = Object.entries(node.fields as Record<string, unknown>)
    return {
      type: 'object',
      properties: Object.fromEntries(fields.map(([key, field]) => [key, toJsonSchema(field)])),
      required: fields
        .filter(([, field]) => variantsOf(field) !== undefined || !(field instanceof yup.Schema && field.spec.optional))
        .map(([key]) => key),
      additionalProperties: false,
    }
  }
  if (node instanceof yup.ArraySchema) return { type: 'array', items: toJsonSchema(itemsOf(node)), ...bounds(description) }
  const kind = description.tests.some(({ name }) => name === 'integer') ? 'integer' : node.type
  const type = node.spec.nullable ? [kind, 'null'] : kind
  const values = description.oneOf.length > 0 ? { enum: description.oneOf } : {}
  return { type, ...values, ...bounds(description) }
}
