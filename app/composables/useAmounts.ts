import { numberFormat } from '#core/units/intl'
import type { BillLine } from '#core/build'
import { area, count, span } from '#core/units/quantity'

/** How much of a thing is bought or taken along, as it is asked for at the counter: for bill, sheets, orders and van alike. */
export function useAmounts() {
  const settings = useSettings()
  const { say, text } = useSay()

  /** Gravel is not sold by the gallon. */
  const bulk = (cubicMetres: number) =>
    settings.system === 'metric'
      ? `${numberFormat(settings.terms, { maximumFractionDigits: 2 }).format(cubicMetres)}\u00A0m³`
      : say('base.cubicFeet', { n: Math.round(cubicMetres * 35.3147 * 10) / 10 })
  /** So much of it: pieces, whole lengths where it is sold in such, or metres, m², m³. */
  function amountOf({ unit, sold }: Pick<BillLine, 'unit' | 'sold'>, quantity: number): string {
    if (sold) return say('build.lengths', { n: quantity, length: span(sold) })
    if (unit === 'length') return text(span(quantity))
    if (unit === 'area') return text(area(quantity))
    return unit === 'volume' ? bulk(quantity) : text(count(quantity))
  }
  return { amountOf }
}
