import type { Crop, Plate } from './plate'

/** One block of a sheet; words are said already. */
export type Block =
  | { kind: 'heading'; text: string; small?: boolean }
  | { kind: 'text'; text: string; strong?: boolean; quiet?: boolean }
  | { kind: 'caution'; text: string }
  | { kind: 'list'; items: string[]; boxes?: boolean }
  | {
      kind: 'table'
      columns: { title: string; share: number; right?: boolean }[]
      rows: string[][]
      strong?: number[]
      boxes?: boolean
      /** What to look at, beside its row; none where a row has nothing that is drawn. */
      pictures?: (Crop | undefined)[]
    }
  | { kind: 'plate'; plate: Plate }
  /** Lines to be signed on, each with what goes there. */
  | { kind: 'signature'; lines: string[] }
  /** Pictures as the page holds them, with what is said under each. */
  | { kind: 'photos'; photos: SheetPhoto[] }
  /** What follows begins on a new page; true scale must not be shared with anything. */
  | { kind: 'page' }

/** A photo: JPEG as a data URL, its measures in px, and its caption. */
export interface SheetPhoto {
  url: string
  width: number
  height: number
  caption: string
}

/** Who makes it, for whom: lines at the head of every sheet. */
export interface SheetHead {
  from: string[]
  to: string[]
}

/** A sheet as it is shown, printed and made into a PDF. */
export interface Sheet {
  id: SheetId
  title: string
  subtitle: string
  footer: string
  head?: SheetHead
  blocks: Block[]
  /** Language of its words, for readers and readers-aloud. */
  language: string
}

export const SHEET_IDS = ['survey', 'build', 'cuts', 'shopping', 'customer', 'quote', 'handover'] as const
export type SheetId = (typeof SHEET_IDS)[number]
