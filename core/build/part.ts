import type { End } from '../parts'
import type { Shop } from '../scheme'
import type { ToldValues } from '../figures/told'

/** Where in the water's way a part belongs. */
export const BUILD_STATIONS = ['gutter', 'drop', 'cask', 'spill', 'draw'] as const
export type BuildStation = (typeof BUILD_STATIONS)[number]

/** What a part is called: a message with its values; `of` is a kind and size of end whose own words go in as `{end}`. */
export interface Words {
  id: string
  values?: ToldValues
  of?: Pick<End, 'type' | 'size'>
  /** A fitting is told by both its ends. */
  ends?: readonly [End, End]
}

export type DrawnKind = 'gutter' | 'outlet' | 'drop' | 'device' | 'vessel' | 'base' | 'link' | 'overflow' | 'tap' | 'pump'
export type Unit = 'each' | 'length' | 'area' | 'volume'

/** One part of the job: what it is, how much of it, where it stands in the shop. */
export interface Part {
  /** Unique in the assembly, and stable while the scheme's ids are. */
  key: string
  station: BuildStation
  /** What it is bought as: parts of one item make one line of the bill. */
  item: string
  words: Words
  /** The reader's own word for it. */
  called?: string
  /** What of the drawing it is; one main part for everything drawn. */
  drawn?: { kind: DrawnKind; id: string }
  /** Pieces, m, m² or m³. */
  quantity: number
  unit: Unit
  /** Length of a piece, m, where it comes in pieces and is no pipe. */
  sold?: number
  shop: Shop
  /** Guide price for one unit: invented. */
  price: number
  /** Hung or stood there when the survey was made. */
  found: boolean
  /** Not to be bought: found there, or to be had from elsewhere, as the reader has it. */
  there: boolean
}

export const drawnKey = ({ kind, id }: { kind: DrawnKind; id: string }): string => `${kind}:${id}`

/** What the reader's choice for a line of the bill is kept under: what was found there is another line than what was not. */
export const lineItem = ({ item, found }: Pick<Part, 'item' | 'found'>): string => `${item}${found ? ':there' : ''}`

/** What is screwed to a wall or a board. */
export const BRACKET = /^(strap|bracket|gutterBracket):/
/** What is only counted: it has no number of its own in the drawings. */
export const COUNTED = /^(strap|bracket|gutterBracket|gutterJoint|gutterBend|stopEnd|gutterSealant|leafGuard)(:|$)/

/** What a kind of pipe is called where it is bought. */
export const pipeWords = (of: Pick<End, 'type' | 'size'>): Words => ({
  id: of.type === 'hose' ? 'part.hose' : of.type.startsWith('downpipe') ? 'part.downpipe' : 'part.pipe',
  of,
})

/** What a kind of pipe is bought as. */
export const pipeItem = ({ type, size }: Pick<End, 'type' | 'size'>): string => `pipe:${type}:${size}`
