import { guessedKeys, measuresOf, setMeasure, type Measure, type SurveyedJob } from '../survey'
import { answerFigures, rainInputs, type RainInputs, type SchemeFigures } from './answers'

/** What an answer is between the two ends of a measure's doubt. */
export interface Reach {
  low: number
  high: number
}
/** How far one measure that nobody took moves the answer. */
export interface Weighed {
  key: string
  /** The ends that were tried, in the measure's own unit; of a cover the ones that keep least and most. */
  tried: readonly (number | string)[]
  /** Share of demand met, 0 to 1. */
  met: Reach
  /** Least head left, m; undefined where nothing fills a vessel. */
  left: Reach | undefined
  /** Litres a year that are not kept. */
  surplus: Reach
  /** By how much the worst of the three moves, in steps that matter alike: see `STEP`. */
  weight: number
}

/** What makes a difference to somebody: a twentieth of the demand, 20 mm of head, a twentieth of what runs past. */
const STEP = { met: 0.05, left: 0.02, surplus: 0.05 }
/** Covers at the two ends of what hard roofs keep: a roof that nobody looked at is most likely one of these. */
const COVER_ENDS = ['shingle', 'metal'] as const

function triesOf(measure: Measure): readonly (number | string)[] {
  if (measure.kind === 'choice') return COVER_ENDS
  const { value, doubt, least, most } = measure
  const by = Math.max(Math.abs(value) * doubt.share, doubt.least)
  return [Math.max(least, value - by), Math.min(most, value + by)]
}

/**
 * Which of the measures that were guessed matter most: each is moved to the ends of its doubt, all else as it stands, and
 * the years are run. The heaviest first. What cannot be tried at an end (parts that no longer fit) is left out there.
 */
export function weighGuesses(job: SurveyedJob, rain: RainInputs): Weighed[] {
  const guessed = guessedKeys(job)
  const figuresOf = (each: SurveyedJob, inputs: RainInputs): SchemeFigures | undefined => {
    const scheme = each.schemes.find(({ id }) => id === each.chosen)
    try {
      return scheme && answerFigures(scheme, inputs)
    } catch {
      return undefined
    }
  }
  const now = figuresOf(job, rain)
  if (!now) return []
  return measuresOf(job)
    .filter(({ key }) => guessed.has(key))
    .flatMap((measure) => {
      const tried = triesOf(measure)
      const found = tried.flatMap((value) => {
        const other = setMeasure(job, measure.key, value)
        const inputs = measure.name === 'rainYear' ? rainInputs(other.rain, undefined, rain.place) : rain
        return figuresOf(other, inputs) ?? []
      })
      const all = [now, ...found]
      const reach = (of: (figures: SchemeFigures) => number): Reach => ({ low: Math.min(...all.map(of)), high: Math.max(...all.map(of)) })
      const met = reach((each) => each.met)
      const surplus = reach((each) => each.surplus)
      const left = all.every((each) => each.left !== undefined) ? reach((each) => each.left!) : undefined
      const width = ({ low, high }: Reach) => high - low
      const weight = Math.max(
        width(met) / STEP.met,
        left ? width(left) / STEP.left : 0,
        width(surplus) / Math.max(1, now.surplus + now.kept) / STEP.surplus,
      )
      return [{ key: measure.key, tried, met, left, surplus, weight }]
    })
    .toSorted((a, b) => b.weight - a.weight)
}
