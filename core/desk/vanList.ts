import { partsInputs, planBuild, type BillLine, type Tool } from '../build'
import { buildWaterPath } from '../path'
import { SHOPS, type Job } from '../scheme'
import { customerOf, stageOf } from './deskRow'

/** What somebody goes there for: it decides what is taken along. */
export type VisitFor = 'measure' | 'build' | 'care'

export interface VanStop {
  job: string
  name: string
  customer: string
  address: string
  phone: string
  waitsFor: string
  visitFor: VisitFor
}
/** A thing to load: metres, square metres, cubic metres or pieces in all, and how much of it is for whom. */
export interface VanLine extends Pick<BillLine, 'item' | 'words' | 'name' | 'unit' | 'shop'> {
  takes: number
  shares: { job: string; takes: number }[]
  /** One tin, roll or tube does for several of them. */
  common: boolean
}
export interface VanDay {
  /** ISO day; undefined for jobs that have none yet. */
  day: string | undefined
  stops: VanStop[]
  lines: VanLine[]
  /** Of what is built that day; kits for measuring and care go by the stops. */
  tools: Tool[]
}

/** A quoted job is seen once more before anything is bought for it. */
export function visitFor(job: Pick<Job, 'desk' | 'log'>): VisitFor {
  const stage = stageOf(job)
  if (stage === 'running' || stage === 'resting') return 'care'
  return stage === 'ordered' || stage === 'building' ? 'build' : 'measure'
}

/**
 * What is loaded on each day on which something is due, first day first, jobs without a day last. Things for several jobs are
 * counted together; what hangs or stands there already is not taken along.
 */
export function vanList(jobs: readonly Job[]): VanDay[] {
  const days = new Map<string, Job[]>()
  for (const job of jobs) {
    const day = job.desk.due ?? ''
    days.set(day, [...(days.get(day) ?? []), job])
  }
  return [...days]
    .toSorted(([a], [b]) => (a === '' ? 1 : b === '' ? -1 : a < b ? -1 : 1))
    .map(([day, those]) => ({ day: day === '' ? undefined : day, ...loadOf(those) }))
}

function loadOf(jobs: readonly Job[]): Omit<VanDay, 'day'> {
  const lines = new Map<string, VanLine>()
  const tools = new Map<string, Tool>()
  for (const job of jobs) {
    if (visitFor(job) !== 'build') continue
    const scheme = job.schemes.find(({ id }) => id === job.chosen)!
    const { bill } = planBuild(buildWaterPath(scheme), partsInputs(job))
    for (const { item, words, name, unit, shop, there, wanted, uses } of bill.lines) {
      if (there || wanted <= 0) continue
      const key = `${item} ${unit} ${name ?? ''}`
      const known = lines.get(key) ?? {
        item,
        words,
        ...(name === undefined ? {} : { name }),
        unit,
        shop,
        takes: 0,
        shares: [],
        common: false,
      }
      known.common = unit === 'each' && uses !== undefined && known.shares.length > 0
      known.takes += unit === 'each' && uses !== undefined ? uses : wanted
      known.shares.push({ job: job.id, takes: wanted })
      lines.set(key, known)
    }
    for (const { tool, sizes } of bill.tools) {
      const before = tools.get(tool)?.sizes ?? []
      const more = sizes.filter(({ kind, value }) => !before.some((each) => each.kind === kind && Math.abs(each.value - value) < 1e-6))
      tools.set(tool, { tool, sizes: [...before, ...more].toSorted((a, b) => a.value - b.value) })
    }
  }
  return {
    stops: jobs.map((job) => {
      const { name: customer, address } = customerOf(job)
      const { phone, waitsFor } = job.desk
      return { job: job.id, name: job.name, customer, address, phone, waitsFor, visitFor: visitFor(job) }
    }),
    // A tin that is begun is taken along whole.
    lines: [...lines.values()]
      .map((line) => (line.unit === 'each' ? { ...line, takes: Math.ceil(line.takes - 1e-9) } : line))
      .toSorted((a, b) => SHOPS.indexOf(a.shop) - SHOPS.indexOf(b.shop) || (a.item < b.item ? -1 : 1)),
    tools: [...tools.values()],
  }
}
