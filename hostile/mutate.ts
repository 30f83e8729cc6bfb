import type { JsonSchema } from '../core/scheme/jsonSchema'
import { pick } from './random'

type Json = unknown
interface Spot {
  holder: Record<string, Json> | Json[]
  key: string | number
  schema: JsonSchema | undefined
}

const isObject = (value: Json): value is Record<string, Json> => typeof value === 'object' && value !== null && !Array.isArray(value)

/** The variant of a union that a value claims to be. */
function variantOf(schema: JsonSchema | undefined, value: Json): JsonSchema | undefined {
  if (!schema?.anyOf) return schema
  return schema.anyOf.find((each) => isObject(value) && each.properties?.kind?.enum?.includes(value.kind))
}

/** Every place in a document, each with what its schema says of it. Runs of more than a few bare values count as one place. */
function spots(document: Json, schema: JsonSchema): Spot[] {
  const found: Spot[] = []
  const walk = (value: Json, of: JsonSchema | undefined) => {
    const form = variantOf(of, value)
    if (Array.isArray(value)) {
      value.slice(0, 40).forEach((part: Json, key) => {
        found.push({ holder: value, key, schema: form?.items })
        walk(part, form?.items)
      })
    } else if (isObject(value))
      for (const [key, part] of Object.entries(value)) {
        found.push({ holder: value, key, schema: form?.properties?.[key] })
        walk(part, form?.properties?.[key])
      }
  }
  walk(document, schema)
  return found
}

const NASTY_TEXTS = [
  '',
  ' ',
  'end:terrace',
  'word.butt',
  'mismatch.size',
  '__proto__',
  'constructor',
  '<script>alert(1)</script>',
  '=1+1',
  '\u0000',
  '\u202e',
  'ʷ'.repeat(130),
  'a'.repeat(10_000),
  '{name}',
  "@:{'t.butt'}",
  '💧',
  '../../etc',
]
const NASTY_VALUES: Json[] = [null, true, -1, 0, 1e308, -1e-308, 1e-9, '', [], {}, [[]], { kind: {} }, { kind: ['cans'] }, 'NaN']

/** A number that its schema would let in: an end of its range, near one, or anywhere between by size. */
function allowed({ minimum = -1e6, maximum = 1e6 }: JsonSchema, old: Json, random: () => number): number {
  const way = random()
  if (way < 0.12) return minimum
  if (way < 0.24) return maximum
  if (way < 0.34) return minimum + (maximum - minimum) * 1e-6 * random()
  if (way < 0.6 && typeof old === 'number' && old !== 0) return Math.min(maximum, Math.max(minimum, old * Math.exp(4 * (random() - 0.5))))
  if (way < 0.7) return Math.min(maximum, Math.max(minimum, Math.round(minimum + (maximum - minimum) * random())))
  const [low, high] = [Math.max(minimum, 1e-4), Math.max(maximum, 1e-3)]
  return Math.min(maximum, Math.max(minimum, low * (high / low) ** random()))
}

/** Changes one place so that it still looks right by itself. */
function bend({ holder, key, schema }: Spot, all: readonly Spot[], random: () => number) {
  const at = holder as Record<string | number, Json>
  const old = at[key]
  if (typeof old === 'number') at[key] = schema?.enum ? pick(schema.enum, random) : allowed(schema ?? {}, old, random)
  else if (typeof old === 'boolean') at[key] = !old
  else if (typeof old === 'string') {
    const like = all.filter((spot) => spot.schema && spot.schema.pattern === schema?.pattern && !spot.schema.enum)
    if (schema?.enum) at[key] = pick(schema.enum, random)
    else if (random() < 0.5 && like.length > 0) {
      const other = pick(like, random)
      at[key] = (other.holder as Record<string | number, Json>)[other.key]
    } else at[key] = pick(NASTY_TEXTS, random)
  } else if (Array.isArray(old)) {
    const way = random()
    if (old.length > 0 && way < 0.35) old.splice(Math.floor(random() * old.length), 1)
    else if (old.length > 0 && way < 0.7) old.push(structuredClone(pick(old, random)))
    else if (old.length > 1) old.reverse()
    else if (old.length > 0) while (old.length < Math.min(schema?.maxItems ?? 20, 60)) old.push(structuredClone(old[0]))
  } else if (isObject(old)) {
    // Another of the same union from elsewhere in the document.
    const like = all.filter((spot) => spot.schema?.anyOf && spot.schema === schema && spot.holder !== holder)
    if (like.length > 0) {
      const other = pick(like, random)
      at[key] = structuredClone((other.holder as Record<string | number, Json>)[other.key])
    }
  }
}

/** Changes one place with no regard for what it should be. */
function breakAt({ holder, key }: Spot, random: () => number) {
  const at = holder as Record<string | number, Json>
  const way = random()
  if (way < 0.25) Reflect.deleteProperty(holder, key)
  else if (way < 0.7) at[key] = pick(NASTY_VALUES, random)
  else if (way < 0.8) at[key] = Array.from({ length: 2000 }, () => ({}))
  else if (way < 0.9) {
    let deep: Json = 1
    for (let i = 0; i < 3000; i++) deep = i % 2 ? [deep] : { kind: deep }
    at[key] = deep
  } else if (isObject(at[key])) at[key].extra = 1
  else at[key] = 'x'
}

/** Bends some places of a document, few or many. */
function bendSome(document: Json, schema: JsonSchema, random: () => number) {
  const all = spots(document, schema)
  // Half of the bends keep to a few measures: what stays close to right goes deepest.
  const times = random() < 0.5 ? 1 + Math.floor(random() * 4) : 5 + Math.floor(random() * 40)
  const numbers = all.filter(({ holder, key }) => typeof (holder as Record<string | number, Json>)[key] === 'number')
  for (let i = 0; i < times; i++) bend(pick(random() < 0.7 ? numbers : all, random), all, random)
}

/** A file bent within what its fields allow: most likely to be let in. */
export function bendFile(text: string, schema: JsonSchema, random: () => number): string {
  const document = JSON.parse(text) as Json
  bendSome(document, schema, random)
  return JSON.stringify(document)
}

/** A file made worse: mostly bent within what its fields allow, now and then broken, now and then cut as text. */
export function mutateFile(text: string, schema: JsonSchema, random: () => number): string {
  const document = JSON.parse(text) as Json
  const way = random()
  if (way < 0.8) bendSome(document, schema, random)
  else {
    const all = spots(document, schema)
    const times = 1 + Math.floor(random() * 3)
    for (let i = 0; i < times; i++) breakAt(pick(all, random), random)
  }
  const told = JSON.stringify(document)
  if (way < 0.97) return told
  const cut = Math.floor(random() * told.length)
  return random() < 0.5
    ? told.slice(0, cut)
    : `${told.slice(0, cut)}${String.fromCharCode(Math.floor(random() * 65536))}${told.slice(cut + 1)}`
}
