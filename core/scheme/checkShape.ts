import * as yup from 'yup'
import { PATTERN_PROBLEMS, problem, type PatternProblem, type Problem } from '../problems'
import { itemsOf, variantsOf } from './schema/fields'

/** One thing wrong with a document from outside: where, and what. */
export interface InputProblem extends Problem {
  /** As `job.schemes[0].drops[1].bore`; empty for the document as a whole. */
  readonly path: string
}

/** A problem with its place, as one thing to be told. */
export const problemAt = (of: InputProblem): Problem => (of.path === '' ? of : problem('at', { path: of.path, what: of }))

/** Enough to mend a file by; more would bury the first. */
export const MOST_PROBLEMS = 50
/** No document nests deeper: a job's deepest place is a dozen levels down. */
const MOST_DEPTH = 32
/** Values in one document: fifty records of two centuries are four million. */
const MOST_VALUES = 5_000_000

interface Rules {
  type: string
  nullable: boolean
  optional: boolean
  least: number | undefined
  most: number | undefined
  whole: boolean
  /** An empty text is none. */
  wanted: boolean
  choices: readonly unknown[]
  pattern: RegExp | undefined
  patternProblem: PatternProblem
}

const known = new WeakMap<object, Rules>()
/** What a schema of one field asks, read from it once. */
function rulesOf(schema: yup.AnySchema): Rules {
  const before = known.get(schema)
  if (before) return before
  const { tests, oneOf, type } = schema.describe()
  const bound = (name: string) => {
    const value = tests.find((test) => test.name === name)?.params?.[name]
    return typeof value === 'number' ? value : undefined
  }
  const says = schema.spec.meta?.says
  const matches = tests.find(({ name }) => name === 'matches')?.params
  const rules: Rules = {
    type,
    nullable: schema.spec.nullable,
    optional: schema.spec.optional,
    least: bound('min'),
    most: bound('max'),
    whole: tests.some(({ name }) => name === 'integer'),
    wanted: type === 'string' && tests.some(({ name }) => name === 'required'),
    choices: oneOf,
    pattern: matches?.regex instanceof RegExp ? matches.regex : undefined,
    patternProblem: PATTERN_PROBLEMS.find((each) => each === says) ?? 'notWritten',
  }
  known.set(schema, rules)
  return rules
}

/** A text as it stands in a file, without its quotes, cut where it is long. */
const shortened = (text: string) => JSON.stringify(text.length > 40 ? `${text.slice(0, 40)}…` : text).slice(1, -1)
/** A value as a reader of the file knows it. */
function shown(value: unknown): string | number | Problem {
  if (Array.isArray(value)) return problem('foundList', { size: value.length })
  if (typeof value === 'object' && value !== null) return problem('foundObject')
  return typeof value === 'string' ? problem('foundText', { text: shortened(value) }) : typeof value === 'number' ? value : String(value)
}
const NOT_OF_TYPE: Partial<Record<string, 'notNumber' | 'notText' | 'notTrueOrFalse' | 'notList' | 'notObject'>> = {
  number: 'notNumber',
  string: 'notText',
  boolean: 'notTrueOrFalse',
  array: 'notList',
  object: 'notObject',
}

/** What is told of an amount out of its bounds, by which bounds there are. */
const AMOUNT = { both: 'outside', least: 'below', most: 'above' } as const
const LENGTH = { both: 'lengthOutside', least: 'lengthBelow', most: 'lengthAbove' } as const
const SIZE = { both: 'sizeOutside', least: 'sizeBelow', most: 'sizeAbove' } as const
function outOf({ least, most }: Rules, found: number, words: typeof AMOUNT | typeof LENGTH | typeof SIZE): Problem | undefined {
  if (!(found < (least ?? -Infinity) || found > (most ?? Infinity))) return undefined
  if (least === undefined) return problem(words.most, { most: most!, found })
  return most === undefined ? problem(words.least, { least, found }) : problem(words.both, { least, most, found })
}

/** What is wrong with one bare value, if anything. */
function fault(rules: Rules, value: unknown): Problem | undefined {
  if (value === undefined) return rules.optional ? undefined : problem('missing')
  if (value === null && rules.nullable) return undefined
  if (typeof value !== rules.type || (typeof value === 'number' && !Number.isFinite(value)))
    return problem(NOT_OF_TYPE[rules.type] ?? 'notObject', { found: shown(value) })
  if (rules.choices.length > 0 && !rules.choices.includes(value))
    return problem('notOneOf', { choices: rules.choices.map(String).join(', '), found: shown(value) })
  if (typeof value === 'number')
    return outOf(rules, value, AMOUNT) ?? (rules.whole && !Number.isInteger(value) ? problem('notWhole', { found: value }) : undefined)
  if (typeof value === 'string') {
    if (value === '' && rules.wanted) return problem('empty')
    const length = outOf(rules, value.length, LENGTH)
    if (length) return length
    if (rules.pattern && !rules.pattern.test(value)) return problem(rules.patternProblem, { text: shortened(value) })
  }
  return undefined
}

interface Place {
  schema: unknown
  value: unknown
  path: string
  depth: number
}

const soundItems = new WeakMap<object, WeakSet<object>>()
/** Entries of a long list that have been found sound before. */
function soundOf(schema: object): WeakSet<object> {
  let own = soundItems.get(schema)
  if (!own) soundItems.set(schema, (own = new WeakSet()))
  return own
}

/**
 * Holds a document to the form of its schema before anything walks it: types, bounds, lengths of lists, unknown and missing
 * parts. Goes no deeper and no farther than a document may, and stops at fifty problems, so that no file however made takes
 * longer to refuse than to read.
 *
 * What single fields cannot say is left to the schema's own tests and to the references.
 *
 * @returns every problem with its path, the first of the document first; empty where the form is right
 */
export function checkShape(schema: unknown, document: unknown): InputProblem[] {
  const problems: InputProblem[] = []
  const tell = (path: string, what: Problem) => problems.push({ path, ...what })
  const stack: Place[] = [{ schema, value: document, path: '', depth: 0 }]
  let values = 0
  while (stack.length > 0 && problems.length < MOST_PROBLEMS) {
    const { schema: of, value, path, depth } = stack.pop()!
    if (++values > MOST_VALUES) return [{ path: '', ...problem('tooManyValues', { most: MOST_VALUES }) }]
    if (depth > MOST_DEPTH) {
      tell(path, problem('tooDeep', { most: MOST_DEPTH }))
      continue
    }
    const variants = variantsOf(of)
    if (variants) {
      if (typeof value !== 'object' || value === null || Array.isArray(value)) {
        tell(path, value === undefined ? problem('missing') : problem('notObject', { found: shown(value) }))
        continue
      }
      const kind = 'kind' in value ? value.kind : undefined
      const variant = typeof kind === 'string' && Object.hasOwn(variants, kind) ? variants[kind] : undefined
      if (variant) stack.push({ schema: variant, value, path, depth })
      else
        tell(
          path,
          problem('notKind', {
            choices: Object.keys(variants).join(', '),
            found: kind === undefined ? problem('foundNothing') : shown(kind),
          }),
        )
      continue
    }
    if (!yup.isSchema(of) || !(of instanceof yup.Schema)) throw new TypeError('not a schema of the document')
    const rules = rulesOf(of as yup.AnySchema)
    if (of instanceof yup.ObjectSchema) {
      if (value === undefined && rules.optional) continue
      if (typeof value !== 'object' || value === null || Array.isArray(value)) {
        tell(path, value === undefined ? problem('missing') : problem('notObject', { found: shown(value) }))
        continue
      }
      const fields = of.fields as Record<string, unknown>
      const unknown: string[] = []
      for (const key in value) {
        if (Object.hasOwn(fields, key)) continue
        if (unknown.push(`"${shortened(key)}"`) === 5) break
      }
      if (unknown.length > 0) tell(path, problem('unknownParts', { parts: unknown.join(', ') }))
      const at = path === '' ? '' : `${path}.`
      for (const [key, field] of Object.entries(fields).reverse())
        stack.push({ schema: field, value: (value as Record<string, unknown>)[key], path: `${at}${key}`, depth: depth + 1 })
      continue
    }
    if (of instanceof yup.ArraySchema) {
      if (value === undefined && rules.optional) continue
      if (!Array.isArray(value)) {
        tell(path, value === undefined ? problem('missing') : problem('notList', { found: shown(value) }))
        continue
      }
      const size = outOf(rules, value.length, SIZE)
      if (size) {
        tell(path, size)
        continue
      }
      const inner: unknown = itemsOf(of)
      if (yup.isSchema(inner) && !variantsOf(inner) && !(inner instanceof yup.ObjectSchema) && !(inner instanceof yup.ArraySchema)) {
        // A century of rain is walked where it lies.
        const each = rulesOf(inner as yup.AnySchema)
        values += value.length
        for (let i = 0; i < value.length && problems.length < MOST_PROBLEMS; i++) {
          const wrong = fault(each, value[i])
          if (wrong) tell(`${path}[${i}]`, wrong)
        }
        continue
      }
      if (of.spec.meta?.items !== undefined) {
        // Documents are never changed in place: an entry that was sound once is so in every later one.
        const known = soundOf(of)
        for (let i = 0; i < value.length && problems.length < MOST_PROBLEMS; i++) {
          const item = value[i] as unknown
          if (typeof item === 'object' && item !== null && known.has(item)) continue
          values += 8
          const wrong = checkShape(inner, item)
          for (const { path: at, ...what } of wrong) tell(`${path}[${i}]${at === '' ? '' : `.${at}`}`, what)
          if (wrong.length === 0 && typeof item === 'object' && item !== null) known.add(item)
        }
        continue
      }
      for (let i = value.length - 1; i >= 0; i--)
        stack.push({ schema: inner, value: value[i] as unknown, path: `${path}[${i}]`, depth: depth + 1 })
      continue
    }
    const wrong = fault(rules, value)
    if (wrong) tell(path, wrong)
  }
  return problems
}
