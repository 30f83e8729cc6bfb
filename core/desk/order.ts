import { measuredOut, nestCuts, partsInputs, pipeItem, planBuild, type BillLine, type CuttingPlan } from '../build'
import { buildWaterPath } from '../path'
import { SHOPS, type Job } from '../scheme'
import type { UnitSystem } from '../units/quantity'

/** How much of a line one job gets: pieces, or metres where it is cut from whole lengths. */
export interface OrderShare {
  job: string
  buy: number
}
/** One line of an order for several jobs. */
export interface OrderLine extends Pick<
  BillLine,
  'item' | 'words' | 'name' | 'shop' | 'unit' | 'buy' | 'sold' | 'price' | 'guide' | 'total' | 'lead'
> {
  shares: OrderShare[]
  /** One tin, roll or tube does for several of them: none has an amount of its own. */
  common: boolean
  /** What each job would have bought by itself, together. */
  apart: number
}
/** A piece to saw out of a common length: whose it is and what it is called on that job's sheet. */
export interface OrderPiece {
  job: string
  label: string
  length: number
}
export interface OrderCuts {
  item: string
  words: BillLine['words']
  stock: number
  pieces: OrderPiece[]
  plan: CuttingPlan
}
/** What is bought together: jobs of one money and one system of goods. */
export interface JobOrder {
  currency: string
  system: UnitSystem
  jobs: string[]
  lines: OrderLine[]
  cuts: OrderCuts[]
  total: number
  /** What it would have come to if each job had bought for itself. */
  apart: number
}

const cents = (amount: number) => Math.round(amount * 100) / 100
/** Whole lengths of pipe leave at least this over for a wrong cut, as on each job's own bill. Common practice. */
const PIPE_ALLOWANCE = 0.05

/**
 * One order over several jobs, by shop: like things are counted together, and what is cut from whole lengths is nested over
 * all jobs, so that one job's rest is another's piece. Jobs of different money or goods are ordered apart.
 */
export function orderFor(jobs: readonly Job[]): JobOrder[] {
  const groups = new Map<string, Job[]>()
  for (const job of jobs) {
    const key = `${job.money.currency} ${job.system}`
    groups.set(key, [...(groups.get(key) ?? []), job])
  }
  return [...groups.values()].map(orderOf)
}

function orderOf(jobs: readonly Job[]): JobOrder {
  const plans = jobs.map((job) => {
    const scheme = job.schemes.find(({ id }) => id === job.chosen)!
    return { job, kerf: scheme.build.kerf, plan: planBuild(buildWaterPath(scheme), partsInputs(job)) }
  })
  const kerf = Math.max(0, ...plans.map((each) => each.kerf))
  const lines = new Map<string, { first: BillLine; each: { job: string; line: BillLine }[] }>()
  for (const { job, plan } of plans)
    for (const line of plan.bill.lines)
      if (line.buy > 0) {
        // A thing that one shop sells in other lengths is another thing to ask for.
        const key = `${line.item} ${line.unit} ${line.sold ?? ''} ${line.name ?? ''}`
        const known = lines.get(key) ?? { first: line, each: [] }
        known.each.push({ job: job.id, line })
        lines.set(key, known)
      }
  const cuts: OrderCuts[] = []
  const order = [...lines.values()].map(({ first, each }): OrderLine => {
    const { item, words, name, shop, unit, sold } = first
    // A price that somebody paid goes before our guide; of several the newest job's.
    const known = each.find(({ line }) => !line.guide)?.line ?? first
    const apart = each.reduce((sum, { line }) => sum + line.buy, 0)
    const pieces = sold === undefined ? [] : plans.flatMap(({ job, plan }) => piecesOf(job.id, plan.groups, item, sold))
    // A tin, a roll, what a reel gives: what one job leaves of it the next one uses.
    const uses = each.every(({ line }) => line.uses !== undefined) ? each.reduce((sum, { line }) => sum + line.uses!, 0) : undefined
    let buy =
      uses === undefined ? apart : Math.min(apart, unit === 'each' ? Math.ceil(uses - 1e-9) : measuredOut(uses, unit, jobs[0]!.system))
    if (sold !== undefined && pieces.length > 0) {
      const plan = nestCuts(
        pieces.map(({ length }) => length),
        sold,
        kerf,
      )
      cuts.push({ item, words, stock: sold, pieces, plan })
      const wanted = pieces.reduce((sum, { length }) => sum + length, 0)
      // Never more than the jobs would have bought apart.
      buy = Math.min(apart, Math.max(plan.bars.length + plan.tooLong.length, Math.ceil((wanted * (1 + PIPE_ALLOWANCE)) / sold - 1e-9)))
    }
    const cutsOf = (job: string) => pieces.filter((piece) => piece.job === job)
    return {
      item,
      words,
      ...(name === undefined ? {} : { name }),
      shop,
      unit,
      buy,
      ...(sold === undefined ? {} : { sold }),
      price: known.price,
      guide: known.guide,
      total: cents(buy * known.price),
      lead: Math.max(...each.map(({ line }) => line.lead)),
      shares: each.map(({ job, line }) => ({
        job,
        buy: cutsOf(job).length > 0 ? cutsOf(job).reduce((sum, { length }) => sum + length, 0) : line.buy,
      })),
      common: uses !== undefined && unit === 'each' && each.length > 1,
      apart,
    }
  })
  return {
    currency: jobs[0]!.money.currency,
    system: jobs[0]!.system,
    jobs: jobs.map(({ id }) => id),
    lines: order.toSorted((a, b) => SHOPS.indexOf(a.shop) - SHOPS.indexOf(b.shop) || (a.item < b.item ? -1 : a.item > b.item ? 1 : 0)),
    cuts,
    total: cents(order.reduce((sum, { total }) => sum + total, 0)),
    apart: cents(order.reduce((sum, { apart, price }) => sum + apart * price, 0)),
  }
}

const piecesOf = (job: string, groups: ReturnType<typeof planBuild>['groups'], item: string, sold: number): OrderPiece[] =>
  groups
    .filter(({ pipe, there, stock }) => !there && stock === sold && pipeItem(pipe) === item)
    .flatMap(({ cuts }) => cuts.map(({ label, length }) => ({ job, label, length })))
