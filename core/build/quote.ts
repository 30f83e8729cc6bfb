import { nonNegative } from '../numeric/guards'
import type { Build } from '../scheme'
import type { Bill } from './bill'
import { workHours, type Step } from './steps'

export interface QuoteOrder {
  /** What the parts cost the installer. */
  materials: number
  hours: number
  rate: number
  /** On materials, as a share of their cost. */
  margin: number
  /** On everything, as a share. */
  tax: number
}

export interface Quote extends QuoteOrder {
  labour: number
  marked: number
  net: number
  taxed: number
  gross: number
}

const cents = (amount: number) => Math.round(amount * 100) / 100

/**
 * A quotation: parts with the installer's margin on them, labour by the hour, tax on both. Every line is rounded to the
 * hundredth, and the sums are sums of what is printed.
 *
 * @throws RangeError naming the field that is below 0
 */
export function quote(order: QuoteOrder): Quote {
  for (const [field, value] of Object.entries(order)) nonNegative(field, value as number)
  const labour = cents(order.hours * order.rate)
  const marked = cents(order.materials * (1 + order.margin))
  const net = cents(labour + marked)
  const taxed = cents(net * order.tax)
  return { ...order, labour, marked, net, taxed, gross: cents(net + taxed) }
}

/** What is asked for a scheme as it is planned; hours of its order of work, to the half, where nobody gave any. */
export const quoteOf = ({ bill, steps }: { bill: Pick<Bill, 'total'>; steps: readonly Step[] }, order: Build['quote']): Quote =>
  quote({
    materials: bill.total,
    hours: order.hours > 0 ? order.hours : Math.round(workHours(steps) * 2) / 2,
    rate: order.rate,
    margin: order.margin,
    tax: order.tax,
  })
