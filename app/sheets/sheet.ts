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
  /** What follows begins on a new page; true scale must not be shared with anything. */
  | { kind: 'page' }

/** A sheet as it is shown, printed and made into a PDF. */
export interface Sheet {
  id: SheetId
  title: string
  subtitle: string
  footer: string
  blocks: Block[]
  /** Language of its words, for readers and readers-aloud. */
  language: string
}

export const SHEET_IDS = ['build', 'cuts', 'shopping', 'customer', 'quote', 'handover'] as const
export type SheetId = (typeof SHEET_IDS)[number]
