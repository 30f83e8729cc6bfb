import { asShown, type Display } from '../units/format'
import { length, type Quantity } from '../units/quantity'
import type { SectionLine } from './heights'
import type { TrainItem } from './train'

/** What a stretch of height is spent on; `left` is what nothing has claimed. */
export type LedgerItem =
  | Exclude<TrainItem, 'free'>
  | 'left'
  | 'short'
  | 'lipOverFull'
  | 'inletOverFull'
  | 'rimOverFull'
  | 'usable'
  | 'sediment'
  | 'floor'
  | 'below'
  | 'stand'

export interface LedgerRow {
  item: LedgerItem
  /** The device that spends it. */
  device?: string
  /** Heights above the paving between which it is spent, m; `from` is the balance in hand. */
  from: number
  to: number
}

/** Less than this is no row of its own, m. */
const HAIR = 0.0005

/**
 * The account of heights from the gutter's outlet to the paving: each row begins where the last one ended,
 * so that the balance in hand *is* the height above ground and the rows sum to the outlet's height exactly.
 *
 * Where the parts ask for more than there is, a free row turns into one named `short` that runs upward.
 */
export function headLedger({ heights, stretches, trough, intake }: SectionLine): LedgerRow[] {
  const { outlet, full, draw, floor, foot, base } = heights
  const rows: LedgerRow[] = []
  let at = outlet
  const spend = (item: LedgerItem, to: number, device?: string) => {
    if (Math.abs(at - to) >= HAIR || item === 'usable') rows.push({ item, ...(device ? { device } : {}), from: at, to })
    else if (rows.length > 0) rows[rows.length - 1]!.to = to
    at = to
  }
  for (const { item, device, to } of stretches) spend(item === 'free' ? (at - to < -HAIR ? 'short' : 'left') : item, to, device)
  spend(trough ? 'lipOverFull' : intake.port.role === 'lid' ? 'rimOverFull' : 'inletOverFull', full)
  spend('usable', draw)
  spend('sediment', floor)
  spend('floor', foot)
  spend('below', base)
  spend('stand', 0)
  return rows
}

/** The free row that is worst off: the first that is short by most, if any is. */
export const shortRow = (rows: readonly LedgerRow[]): LedgerRow | undefined =>
  rows.filter(({ item }) => item === 'short').toSorted((a, b) => a.from - a.to - (b.from - b.to))[0]

/** Height that nothing has claimed yet, m; where the parts ask for more than there is, by how much, below nothing. */
export function headLeft(rows: readonly LedgerRow[]): number {
  const short = shortRow(rows)
  if (short) return short.from - short.to
  return rows.reduce((sum, { item, from, to }) => (item === 'left' ? sum + from - to : sum), 0)
}

/**
 * What a row takes as it is read: the difference of the two heights that stand beside it, so that the account adds up on paper.
 */
export const spent = ({ from, to }: Pick<LedgerRow, 'from' | 'to'>, display: Display): Quantity =>
  length(asShown(length(from), display) - asShown(length(to), display))
