import { problemOf, type Problem } from '#core/problems'
import type { LivingAnswer } from '~/workers/simulation.worker'

/** The hand rests so long before the log is read again, ms. */
const READ_AFTER_MS = 150

/** What the open job's log says, read by the worker whenever log, scheme, rain or day change. */
export function useLiving() {
  const bench = useWorkbench()
  const today = useToday()
  const answer = shallowRef<LivingAnswer>()
  const failed = shallowRef<Problem>()
  let timer: ReturnType<typeof setTimeout> | undefined
  let ticket = 0
  async function read() {
    const mine = ++ticket
    try {
      const next = await bench.readLog(today.value)
      if (!next || mine !== ticket) return
      answer.value = next
      failed.value = undefined
    } catch (error) {
      failed.value = problemOf(error)
    }
  }
  watch(
    [
      () => bench.job?.log,
      () => bench.job?.schemes,
      () => bench.job?.chosen,
      () => bench.job?.site,
      () => bench.job?.rain,
      () => bench.record,
      today,
    ],
    () => {
      clearTimeout(timer)
      timer = setTimeout(() => void read(), answer.value ? READ_AFTER_MS : 0)
    },
    { immediate: true },
  )
  onScopeDispose(() => clearTimeout(timer))
  return { answer, failed, today }
}
