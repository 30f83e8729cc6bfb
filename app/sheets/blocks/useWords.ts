import type { BillLine } from '#core/build'
import { area, count, span } from '#core/units/quantity'
import type { Plate } from '~/sheets/plate'
import type { Block } from '~/sheets/sheet'

/** Inside of the margins of the smaller of the two papers, mm: what is drawn at true scale fits both. */
export const INNER = { width: 178, height: 222 }

/** What every sheet is said with: headings, paragraphs, pairs, amounts and days. */
export function useWords() {
  const settings = useSettings()
  const { say, text } = useSay()

  const heading = (id: string, values = {}, small = false): Block => ({
    kind: 'heading',
    text: say(id, values),
    ...(small ? { small } : {}),
  })
  const plain = (id: string, values = {}): Block => ({ kind: 'text', text: say(id, values) })

  /** How much of a line is to be bought, as it is asked for at the counter. */
  function amount({ buy, unit, sold }: BillLine): string {
    if (sold) return say('build.lengths', { n: buy, length: span(sold) })
    if (unit === 'length') return text(span(buy))
    if (unit === 'area') return text(area(buy))
    if (unit === 'volume') return bulk(buy)
    return text(count(buy))
  }
  /** Gravel is not sold by the gallon. */
  const bulk = (cubicMetres: number) =>
    settings.system === 'metric'
      ? `${new Intl.NumberFormat(settings.terms, { maximumFractionDigits: 2 }).format(cubicMetres)}\u00A0m³`
      : say('base.cubicFeet', { n: Math.round(cubicMetres * 35.3147 * 10) / 10 })
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
  const day = (at: Date) => at.toLocaleDateString(settings.terms, { dateStyle: 'long' })
  const drawn = (plates: readonly Plate[]): Block[] => plates.map((plate) => ({ kind: 'plate', plate }))
  return { heading, plain, twoColumns, amount, day, drawn }
}
