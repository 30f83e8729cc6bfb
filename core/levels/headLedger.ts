import { BRACKET_ROOM, type SectionLine } from './heights'

/** What a stretch of height is spent on; `left` is what nothing has claimed. */
export type LedgerItem =
  | 'neck'
  | 'left'
  | 'short'
  | 'bracket'
  | 'markOverLip'
  | 'lipOverFull'
  | 'screenGap'
  | 'inletOverFull'
  | 'rimOverFull'
  | 'usable'
  | 'sediment'
  | 'floor'
  | 'stand'

export interface LedgerRow {
  item: LedgerItem
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
 * When the parts ask for more than there is, the free row turns into one named `short` that runs upward.
 */
export function headLedger({ heights }: SectionLine): LedgerRow[] {
  const { outlet, neckFoot, cut, pipeEnd, inlet, full, draw, floor, foot } = heights
  const rows: LedgerRow[] = []
  let at = outlet
  const spend = (item: LedgerItem, to: number) => {
    if (Math.abs(at - to) >= HAIR || item === 'usable') rows.push({ item, from: at, to })
    else if (rows.length > 0) rows[rows.length - 1]!.to = to
    at = to
  }
  const free = (to: number) => spend(at - to < -HAIR ? 'short' : 'left', to)
  spend('neck', neckFoot)
  if (cut) {
    free(cut.mark + BRACKET_ROOM)
    spend('bracket', cut.mark)
    spend('markOverLip', cut.lip)
    spend('lipOverFull', full)
  } else if (pipeEnd !== undefined) {
    free(pipeEnd)
    spend('screenGap', inlet)
    spend('rimOverFull', full)
  } else {
    free(inlet)
    spend('inletOverFull', full)
  }
  spend('usable', draw)
  spend('sediment', floor)
  spend('floor', foot)
  spend('stand', 0)
  return rows
}

/** Height that nothing has claimed yet, m; negative when the parts ask for more than there is. */
export function headLeft(rows: readonly LedgerRow[]): number {
  const row = rows.find(({ item }) => item === 'left' || item === 'short')
  return row ? row.from - row.to : 0
}
