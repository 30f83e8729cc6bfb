import type { Guess } from '../scheme'
import { measuresOf, setMeasure, type Measure, type SurveyedJob } from './measures'

const DIGITS = 9
/** The value as a guess keeps it; what comes out of a sum is the same value still. */
function written(measure: Measure): string {
  const value = measure.kind === 'choice' ? measure.value : (measure.guess ?? measure.value)
  return typeof value === 'string' ? value : String(Number(value.toPrecision(DIGITS)))
}

/** Keys of the measures that still stand as they were guessed. A value that was changed since, by whatever hand, is no guess. */
export function guessedKeys(job: SurveyedJob): Set<string> {
  const guesses = new Map(job.guessed.map(({ key, value }) => [key, value]))
  return new Set(measuresOf(job).flatMap((measure) => (guesses.get(measure.key) === written(measure) ? [measure.key] : [])))
}

/** How many of a place's measures have been taken. */
export function surveyed(job: SurveyedJob): { taken: number; of: number } {
  const of = measuresOf(job).length
  return { taken: of - guessedKeys(job).size, of }
}

/** A job of which nothing has been measured yet. */
export const allGuessed = <J extends SurveyedJob>(job: J): J => ({
  ...job,
  guessed: measuresOf(job).map((measure): Guess => ({ key: measure.key, value: written(measure) })),
})

/** Takes a measure down as it was read: what stood there may turn out to be right, and is no guess any more. */
export function takeMeasure<J extends SurveyedJob>(job: J, key: string, value: number | string): J {
  const set = setMeasure(job, key, value)
  return { ...set, guessed: set.guessed.filter((guess) => guess.key !== key) }
}

/** Says of a measure that it was only guessed. */
export function markGuessed<J extends SurveyedJob>(job: J, key: string): J {
  const measure = measuresOf(job).find((each) => each.key === key)
  if (!measure) return job
  return { ...job, guessed: [...job.guessed.filter((guess) => guess.key !== key), { key, value: written(measure) }] }
}
