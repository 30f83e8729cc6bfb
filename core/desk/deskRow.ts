import { holdsAll, soughtIn } from '../units/folded'
import { STAGES, type Job, type Stage } from '../scheme'

/** A job as it stands in a list of many. */
export interface DeskRow {
  id: string
  name: string
  scene: string
  customer: string
  address: string
  phone: string
  stage: Stage
  /** ISO day on which something is to be done next; undefined where nothing is. */
  due: string | undefined
  waitsFor: string
  archived: boolean
  /** When it was saved last, ms since 1970. */
  updated: number
}

/** How far a job is: one whose system stands is running, whatever was said before it did, until it rests. */
export const stageOf = ({ desk, log }: Pick<Job, 'desk' | 'log'>): Stage =>
  desk.stage === 'resting' ? 'resting' : log.since !== undefined ? 'running' : desk.stage

/** Whom a job is for: the first line of its letter; the others say where. */
export function customerOf({ letter }: Pick<Job, 'letter'>): { name: string; address: string } {
  const [name = '', ...address] = letter.to.split('\n').flatMap((line) => (line.trim() === '' ? [] : [line.trim()]))
  return { name, address: address.join(', ') }
}

export function deskRow(job: Job, updated: number): DeskRow {
  const { name, address } = customerOf(job)
  const { phone, due, waitsFor, archived } = job.desk
  return {
    id: job.id,
    name: job.name,
    scene: job.scene,
    customer: name,
    address,
    phone,
    stage: stageOf(job),
    due,
    waitsFor,
    archived,
    updated,
  }
}

export const DESK_SORTS = ['changed', 'name', 'customer', 'due', 'stage'] as const
export type DeskSort = (typeof DESK_SORTS)[number]
export interface DeskQuery {
  /** Words that all have to be in it somewhere. */
  search: string
  stage: Stage | 'all'
  archived: boolean
  sort: DeskSort
}

const byName = (a: DeskRow, b: DeskRow) => a.name.localeCompare(b.name)
const ORDERS: Record<DeskSort, (a: DeskRow, b: DeskRow) => number> = {
  changed: (a, b) => b.updated - a.updated,
  name: byName,
  customer: (a, b) => a.customer.localeCompare(b.customer) || byName(a, b),
  // What has no day comes last.
  due: (a, b) => (a.due ?? '9999').localeCompare(b.due ?? '9999') || byName(a, b),
  stage: (a, b) => STAGES.indexOf(a.stage) - STAGES.indexOf(b.stage) || byName(a, b),
}

/** The rows that are looked for, in the order that is wanted. */
export function findRows(rows: readonly DeskRow[], { search, stage, archived, sort }: DeskQuery): DeskRow[] {
  const words = soughtIn(search)
  return rows
    .filter((row) => row.archived === archived && (stage === 'all' || row.stage === stage))
    .filter((row) => holdsAll([row.name, row.scene, row.customer, row.address, row.phone, row.waitsFor].join(' '), words))
    .toSorted(ORDERS[sort])
}
