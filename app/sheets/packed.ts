import { deflateSync, Inflate, strFromU8, strToU8 } from 'fflate'
import { array, boolean, lazy, mixed, number, object, string, type Schema } from 'yup'
import type { Block, Sheet } from './sheet'

/** What a link to look at begins with: the way it is packed. */
const VERSION = '1.'
/** Longest link that is opened, letters, and what it may unpack to, bytes: more is nobody's plan. */
const MOST_LETTERS = 200_000
const MOST_BYTES = 4_000_000
/** Links longer than this are cut off by some mail programs and messengers. Common practice. */
export const SAFE_LETTERS = 8000

/** To a tenth of a millimetre on paper. */
const rounded = (_: string, value: unknown) => (typeof value === 'number' ? Math.round(value * 10) / 10 : value)
/** Photos are far too large for a link. */
const packable = ({ kind }: Block) => kind !== 'photos'

/** Sheets as text that fits into the address of a page: nothing but what is on them, and nothing on any server. */
export function packSheets(sheets: readonly Sheet[]): string {
  const text = JSON.stringify(
    sheets.map((sheet) => ({ ...sheet, blocks: sheet.blocks.filter(packable).map(bare) })),
    rounded,
  )
  const bytes = deflateSync(strToU8(text), { level: 9 })
  return VERSION + btoa(strFromU8(bytes, true)).replace(/\+/g, '-').replace(/\//g, '_').replace(/=+$/, '')
}
/** Pictures beside rows show what the drawings show already; places only serve to make those. */
function bare(block: Block): Block {
  if (block.kind === 'table') {
    const { pictures: _, ...rest } = block
    return rest
  }
  if (block.kind !== 'plate') return block
  const { places: _, ...plate } = block.plate
  return { kind: 'plate', plate }
}

const point = object({ x: number().required(), y: number().required() })
const WEIGHT = string()
  .matches(/^[a-z]+$/)
  .required()
const FILL = string().oneOf(['none', 'sheet', 'wash', 'ink'])
const MARKS = {
  line: object({ kind: string(), points: array(point).required(), weight: WEIGHT, closed: boolean(), fill: FILL }),
  strokes: object({ kind: string(), lines: array(array(point).required()).required(), weight: WEIGHT }),
  circle: object({ kind: string(), centre: point.required(), radius: number().min(0).required(), weight: WEIGHT, fill: FILL }),
  text: object({
    kind: string(),
    at: point.required(),
    text: string().defined(),
    size: number().min(0).required(),
    anchor: string().oneOf(['start', 'middle', 'end']).required(),
    strong: boolean(),
    on: string().oneOf(['ink']),
  }),
}
const words = array(string().defined()).required()
const BLOCKS = {
  heading: object({ kind: string(), text: string().defined(), small: boolean() }),
  text: object({ kind: string(), text: string().defined(), strong: boolean(), quiet: boolean() }),
  caution: object({ kind: string(), text: string().defined() }),
  list: object({ kind: string(), items: words, boxes: boolean() }),
  table: object({
    kind: string(),
    columns: array(object({ title: string().defined(), share: number().positive().required(), right: boolean() })).required(),
    rows: array(words).required(),
    strong: array(number().required()),
    boxes: boolean(),
  }),
  plate: object({
    kind: string(),
    plate: object({
      id: string().required(),
      title: string().defined(),
      width: number().positive().required(),
      height: number().positive().required(),
      trueScale: boolean(),
      marks: array(lazy((mark) => of(MARKS, mark))).required(),
    }).required(),
  }),
  signature: object({ kind: string(), lines: words }),
  page: object({ kind: string() }),
}
/** The shape that goes by a thing's kind; none that is unknown passes. */
const of = (shapes: object, value: unknown): Schema => {
  const kind = typeof value === 'object' && value !== null && 'kind' in value ? String(value.kind) : ''
  return Object.hasOwn(shapes, kind)
    ? (shapes as Record<string, ReturnType<typeof object>>)[kind]!.noUnknown().strict().required()
    : mixed().test('kind', 'unknown kind', () => false)
}
const SHEETS = array(
  object({
    id: string().required(),
    title: string().defined(),
    subtitle: string().defined(),
    footer: string().defined(),
    head: object({ from: words, to: words }).default(undefined).notRequired(),
    language: string().required(),
    blocks: array(lazy((block) => of(BLOCKS, block))).required(),
  })
    .noUnknown()
    .strict()
    .required(),
)
  .min(1)
  .required()

/** A link whose sheets cannot be had, and why. */
export class LinkError extends RangeError {
  constructor(readonly reason: 'none' | 'newer' | 'cutOff' | 'tooLarge') {
    super(`no sheets in the link: ${reason}`)
    this.name = 'LinkError'
  }
}

/** Unpacks as it comes, so that a small text that unpacks to a huge one is stopped on the way. */
function inflated(bytes: Uint8Array): string {
  const chunks: Uint8Array[] = []
  let size = 0
  let whole = false
  const inflate = new Inflate((chunk, final) => {
    size += chunk.length
    if (size > MOST_BYTES) throw new LinkError('tooLarge')
    chunks.push(chunk)
    whole ||= final
  })
  inflate.push(bytes, true)
  if (!whole) throw new LinkError('cutOff')
  const all = new Uint8Array(size)
  let at = 0
  for (const chunk of chunks) {
    all.set(chunk, at)
    at += chunk.length
  }
  return strFromU8(all)
}

/**
 * The sheets of a link.
 *
 * @throws LinkError when the text is of a newer kind or not whole; ValidationError when it is no sheet
 */
export async function unpackSheets(packed: string): Promise<Sheet[]> {
  if (!packed.startsWith(VERSION)) throw new LinkError(/^\d+\./.test(packed) ? 'newer' : 'none')
  if (packed.length > MOST_LETTERS) throw new LinkError('tooLarge')
  const letters = packed.slice(VERSION.length).replace(/-/g, '+').replace(/_/g, '/')
  const text = inflated(strToU8(atob(letters), true))
  return (await SHEETS.validate(JSON.parse(text), { strict: true })) as Sheet[]
}
