import type { InferType } from 'yup'
import { shelfItem } from './build'
import { amount, choice, flag, isoDay, list, record, text } from './fields'

/** How far a job is, as somebody says it; one that has a log since a day is running whatever stands here. */
export const STAGES = ['asked', 'measured', 'quoted', 'ordered', 'building', 'running', 'resting'] as const
export type Stage = (typeof STAGES)[number]

/** A job among others. Whom it is for stands in its letter. */
export const desk = record({
  stage: choice(...STAGES),
  /** Day on which something is to be done next, and what it waits for. */
  due: isoDay().optional().default(undefined),
  waitsFor: text(200),
  phone: text(60),
  notes: text(4000),
  /** Put away: shown only when asked for. */
  archived: flag(),
})
export type Desk = InferType<typeof desk>

/** A measure by its key (`core/survey`) and the value that was never taken, as it would be written; another value there is no guess. */
export const guess = record({ key: text(140), value: text(60) })
export type Guess = InferType<typeof guess>

/** What is the same for every job of one firm: its head, what it asks, what it pays. */
export const firm = record({
  /** Name and address, as at the head of its sheets. */
  head: text(400),
  warranty: text(600),
  validDays: amount(1, 365),
  rate: amount(0, 10000),
  margin: amount(0, 5),
  tax: amount(0, 1),
  /** Price book: what the firm pays for things. */
  prices: list(shelfItem, 0, 600),
})
export type Firm = InferType<typeof firm>
