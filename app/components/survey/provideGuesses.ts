import { guessedKeys, measuresOf, takeMeasure } from '#core/survey'
import { GUESSES } from '~/components/fields/useGuess'
import { message } from '~/stores/messages'

/** Lets every field below know the guesses of the open job. On a page without a job nothing is a guess. */
export function provideGuesses(): void {
  const bench = useWorkbench()
  const keys = computed(() => (bench.job && bench.job.guessed.length > 0 ? guessedKeys(bench.job) : new Set<string>()))
  provide(GUESSES, {
    is: (key) => keys.value.has(key),
    right: (key) =>
      void bench.edit(message('edit.measuredAsIs'), (job) => {
        const found = measuresOf(job).find((each) => each.key === key)
        return found ? takeMeasure(job, key, found.value) : job
      }),
  })
}
