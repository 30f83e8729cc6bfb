import { showText, type Display } from '../units/format'
import type { Quantity } from '../units/quantity'
import { PROBLEM_WORDS, type ProblemId } from './words'

/** Something wrong, kept apart from the words it is told in: an id and its figures. */
export interface Problem {
  readonly problem: ProblemId
  /** A text is somebody's own and said as it stands, a bare number as a file has it, a quantity in the reader's units. */
  readonly values?: Readonly<Record<string, string | number | Quantity | Problem>>
}

/** Names of what a sentence leaves open, as `found`. */
type Holes<Sentence> = Sentence extends `${string}{${infer Name}}${infer Rest}` ? Name | Holes<Rest> : never
type ValuesOf<Id extends ProblemId> = Record<Holes<(typeof PROBLEM_WORDS)[Id]>, string | number | Quantity | Problem>
type Values<Id extends ProblemId> = [Holes<(typeof PROBLEM_WORDS)[Id]>] extends [never] ? [] : [values: ValuesOf<Id>]

/** A problem by its id, with all that its sentence leaves open. */
export const problem = <Id extends ProblemId>(id: Id, ...[values]: Values<Id>): Problem =>
  values ? { problem: id, values } : { problem: id }

const METRIC: Display = { system: 'metric', terms: 'en-GB' }
/** A problem in English, quantities as whoever reads it likes them. */
export function problemText({ problem: id, values = {} }: Problem, display: Display = METRIC): string {
  return PROBLEM_WORDS[id].replaceAll(/\{(\w+)\}/g, (whole, name: string) => {
    const value = values[name]
    return value === undefined
      ? whole
      : typeof value !== 'object'
        ? String(value)
        : 'problem' in value
          ? problemText(value, display)
          : showText(value, display)
  })
}

/** An error that a reader can be told of in their own language: what was asked for cannot be, and why. Its message is English. */
export class ProblemError extends RangeError {
  constructor(readonly told: Problem) {
    super(problemText(told))
    this.name = 'ProblemError'
  }
}

/** What is wrong, from whatever was thrown: in words where they are known, else as whoever threw it said it. */
export function problemOf(error: unknown): Problem {
  if (typeof error === 'object' && error !== null && 'told' in error && isProblem(error.told)) return error.told
  const said = error instanceof Error ? error.message || error.name : String(error)
  // Some libraries say it twice, on a line of its own each time.
  return problem('other', { why: said.split('\n')[0]!.replace(/\.$/, '').slice(0, 300) })
}

const isProblem = (value: unknown): value is Problem =>
  typeof value === 'object' &&
  value !== null &&
  'problem' in value &&
  typeof value.problem === 'string' &&
  Object.hasOwn(PROBLEM_WORDS, value.problem)
