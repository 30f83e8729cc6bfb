import type { Say } from '~/locales/messageIds'
import type { BillLine } from '#core/build'
import type { UnitSystem } from '#core/units/quantity'
import { pricedBy } from './pricedBy'

/** A cell of a table that is taken elsewhere: words, a number, or nothing. */
export type Cell = string | number | null

/** Columns of the bill; message ids under `build.csv`. Numbers and their units stand apart, so that a spreadsheet can reckon. */
export const BILL_COLUMNS = [
  'shop',
  'item',
  'station',
  'wanted',
  'unit',
  'there',
  'owned',
  'buy',
  'buyUnit',
  'soldIn',
  'each',
  'per',
  'total',
  'days',
] as const

const rounded = (value: number) => Math.round(value * 1e4) / 1e4

/** The bill as rows of cells, in the reader's units. */
export function billRows(lines: readonly BillLine[], system: UnitSystem, say: Say, nameOf: (line: BillLine) => string): Cell[][] {
  return lines.map((line) => {
    // As it is measured, whatever it is sold in.
    const measure = pricedBy({ unit: line.unit }, system)
    const price = pricedBy(line, system)
    const unit = say(`build.perOne.${measure.by}`)
    const long = pricedBy({ unit: 'length' }, system)
    return [
      say(`build.shop.${line.shop}`),
      nameOf(line),
      line.stations.map((station) => say(`station.${station}`)).join(', '),
      rounded(line.wanted / measure.factor),
      unit,
      say(line.there ? 'word.yes' : 'word.no'),
      rounded(line.owned / measure.factor),
      rounded(line.sold === undefined ? line.buy / measure.factor : line.buy),
      line.sold === undefined ? unit : say('build.perOne.sold'),
      line.sold === undefined ? null : rounded(line.sold / long.factor),
      rounded(line.price * price.factor),
      say(`build.perOne.${price.by}`),
      line.total,
      line.lead,
    ]
  })
}
