import { useDebounceFn } from '@vueuse/core'
import { guessedKeys, markGuessed, measuresOf, surveyed, takeMeasure, type Measure } from '#core/survey'
import { word } from '#core/figures/told'
import { quantity, typed } from '#core/units/quantity'
import type { Weighed } from '#core/service'
import { message, fieldEdit, saying } from '~/stores/messages'

/** What is measured of the open job's place and what is only guessed. */
export function useSurvey() {
  const bench = useWorkbench()
  const { say, text } = useSay()

  const measures = computed(() => (bench.job ? measuresOf(bench.job) : []))
  const guessed = computed(() => (bench.job ? guessedKeys(bench.job) : new Set<string>()))
  const count = computed(() => (bench.job ? surveyed(bench.job) : { taken: 0, of: 0 }))

  /** "Roof along the eave", and whose where there are several. */
  const nameOf = ({ name, of }: Measure) =>
    of === '' ? say(`survey.name.${name}`) : say('survey.nameOf', { what: say(`survey.name.${name}`), of })
  const nameTold = ({ name, of }: Measure) =>
    of === '' ? saying(`survey.name.${name}`) : saying('survey.nameOf', { what: saying(`survey.name.${name}`), of })
  const valueOf = (measure: Measure) => shown(measure, measure.value)
  const shown = (measure: Measure, value: number | string) =>
    measure.kind === 'choice' ? say(`word.${value}`) : text(quantity(measure.kind, Number(value)))
  const told = (measure: Measure, value: number | string) =>
    measure.kind === 'choice' ? word(String(value)) : typed(measure.kind, Number(value))

  /** Takes a measure as it was read; one that turns out as it was guessed is a step as well. */
  function take(measure: Measure, value: number | string) {
    bench.edit(fieldEdit(nameTold(measure), told(measure, measure.value), told(measure, value)), (job) =>
      takeMeasure(job, measure.key, value),
    )
  }
  const guess = (measure: Measure) =>
    bench.edit(message('edit.guessed', { field: nameTold(measure) }), (job) => markGuessed(job, measure.key))

  return { measures, guessed, count, nameOf, valueOf, shown, take, guess }
}

/** Which guesses matter most, asked anew whenever the hand rests. */
export function useWeights() {
  const bench = useWorkbench()
  const weighed = shallowRef<Weighed[]>()
  const AFTER_MS = 600
  let asked = 0
  const ask = useDebounceFn(async () => {
    const mine = ++asked
    const found = await bench.weighGuesses().catch(() => undefined)
    if (mine === asked) weighed.value = found
  }, AFTER_MS)
  watch([() => bench.job?.guessed, () => bench.scheme, () => bench.job?.rain, () => bench.record], () => void ask(), { immediate: true })
  return { weighed }
}
