import { produce } from 'immer'
import type { Firm, Job } from '../scheme'

/** What a firm says once for all of its jobs. */
export const FIRM_FIELDS = ['head', 'warranty', 'validDays', 'rate', 'margin', 'tax'] as const
export type FirmField = (typeof FIRM_FIELDS)[number]

const QUOTED = ['rate', 'margin', 'tax'] as const
const isQuoted = (field: FirmField): field is (typeof QUOTED)[number] => (QUOTED as readonly string[]).includes(field)

/** What a job says in the firm's place. Of the schemes the chosen one speaks. */
export function saysOf(job: Pick<Job, 'letter' | 'schemes' | 'chosen'>, field: FirmField): string | number {
  if (isQuoted(field)) return job.schemes.find(({ id }) => id === job.chosen)!.build.quote[field]
  return field === 'head' ? job.letter.from : job.letter[field]
}

/** A thing for which a job pays something else than the firm. */
export interface PriceDeparture {
  item: string
  job: number
  firm: number
}
export interface Departures {
  fields: FirmField[]
  prices: PriceDeparture[]
}

/** Where a job departs from its firm; a price of which either says nothing does not. */
export function departures(job: Pick<Job, 'letter' | 'schemes' | 'chosen' | 'shelf'>, firm: Firm): Departures {
  const paid = new Map(job.shelf.map(({ item, price }) => [item, price]))
  return {
    fields: FIRM_FIELDS.filter((field) => saysOf(job, field) !== firm[field]),
    prices: firm.prices.flatMap(({ item, price }) => {
      const own = paid.get(item)
      return price === null || own === undefined || own === null || own === price ? [] : [{ item, job: own, firm: price }]
    }),
  }
}

/** A job that does as its firm in some matters: every scheme asks the same, and every thing of the price book costs what it says. */
export function follow<J extends Pick<Job, 'letter' | 'schemes' | 'shelf'>>(
  job: J,
  firm: Firm,
  fields: readonly FirmField[],
  prices: boolean,
): J {
  return produce(job, (draft) => {
    for (const field of fields) {
      if (isQuoted(field)) for (const scheme of draft.schemes) scheme.build.quote[field] = firm[field]
      else if (field === 'head') draft.letter.from = firm.head
      else if (field === 'validDays') draft.letter.validDays = firm.validDays
      else draft.letter.warranty = firm.warranty
    }
    if (!prices) return
    for (const each of firm.prices) {
      const known = draft.shelf.find(({ item }) => item === each.item)
      // What lies on a job's own shelf stays; the price, the lead and the length sold are the firm's.
      if (known) Object.assign(known, { price: each.price, lead: each.lead, sold: each.sold })
      else draft.shelf.push({ ...each, owned: 0 })
    }
  })
}
/** A new job of a firm. */
export const asFirm = <J extends Pick<Job, 'letter' | 'schemes' | 'shelf'>>(job: J, firm: Firm): J => follow(job, firm, FIRM_FIELDS, true)

/** The firm with a price that a job found out; undefined prices are taken out of the book. */
export function learnPrice(firm: Firm, line: Firm['prices'][number]): Firm {
  const others = firm.prices.filter(({ item }) => item !== line.item)
  return { ...firm, prices: line.price === null ? others : [...others, { ...line, owned: 0 }] }
}
