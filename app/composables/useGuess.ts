import { guessedKeys, measuresOf, takeMeasure } from '#core/survey'
import { message } from '~/stores/messages'

/** Guessed measures of the open job, worked out once for all fields that ask. */
let of: unknown
let keys = new Set<string>()

/** Whether a field's measure is still a guess, and a way to say that it was read just so. */
export function useGuess(measure: () => string | undefined) {
  const bench = useWorkbench()
  const is = computed(() => {
    const key = measure()
    if (key === undefined || !bench.job || bench.job.guessed.length === 0) return false
    if (of !== bench.job) {
      of = bench.job
      keys = guessedKeys(bench.job)
    }
    return keys.has(key)
  })
  function right() {
    const key = measure()
    if (key === undefined) return
    bench.edit(message('edit.measuredAsIs'), (job) => {
      const found = measuresOf(job).find((each) => each.key === key)
      return found ? takeMeasure(job, key, found.value) : job
    })
  }
  return { is, right }
}
