import { dateFormat } from '#core/units/intl'
import type { MessageId } from '~/locales/messageIds'
import type { BillLine } from '#core/build'
import type { Plate } from '~/sheets/plate'
import type { Block } from '~/sheets/sheet'

/** Inside of the margins of the smaller of the two papers, mm: what is drawn at true scale fits both. */
export const INNER = { width: 178, height: 222 }

/** What every sheet is said with: headings, paragraphs, pairs, amounts and days. */
export function useWords() {
  const settings = useSettings()
  const { say } = useSay()
  const { amountOf } = useAmounts()

  const heading = (id: MessageId, values = {}, small = false): Block => ({
    kind: 'heading',
    text: say(id, values),
    ...(small ? { small } : {}),
  })
  const plain = (id: MessageId, values = {}): Block => ({ kind: 'text', text: say(id, values) })

  /** How much of a line is to be bought. */
  const amount = (line: BillLine): string => amountOf(line, line.buy)
  const twoColumns = (rows: string[][], strong?: number[]): Block => ({
    kind: 'table',
    columns: [
      { title: '', share: 5 },
      { title: '', share: 3, right: true },
    ],
    rows,
    ...(strong ? { strong } : {}),
  })
  /** A day, as it is written. */
  const day = (at: Date) => dateFormat(settings.terms, { dateStyle: 'long' }).format(at)
  const drawn = (plates: readonly Plate[]): Block[] => plates.map((plate) => ({ kind: 'plate', plate }))
  return { heading, plain, twoColumns, amount, day, drawn }
}
