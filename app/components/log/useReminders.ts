import { mayBeTold, tellDevice } from './tellDevice'

const TOLD = 'vernal-cask-reminded'

/** Reminds of what is worth doing when a job that is in use is opened, and at midnight while it is: once a day, where it may. */
export function useReminders() {
  const bench = useWorkbench()
  const today = useToday()
  const { say } = useSay()
  const { todayText } = useLogWords()
  async function remind() {
    const { job } = bench
    if (!job?.log.since) return
    const key = `${job.id} ${today.value}`
    if (localStorage.getItem(TOLD) === key || !(await mayBeTold())) return
    const answer = await bench.readLog(today.value).catch(() => undefined)
    const urgent = answer?.lines.filter(
      ({ id, by }) => id === 'frost' || id === 'care-emptyFlush' || id === 'drawDown' || (by !== undefined && by <= today.value),
    )
    const due = answer?.care.filter(({ over }) => over === 0) ?? []
    if (!answer || ((urgent?.length ?? 0) === 0 && due.length === 0)) return
    localStorage.setItem(TOLD, key)
    const lines = [
      ...(urgent ?? []).map((line) => todayText(line, today.value)),
      ...due.map(({ task }) => say(`care.kind.${task.kind}`, task.values)),
    ]
    await tellDevice(say('care.reminder', { job: job.name }), lines.slice(0, 3).join(' '), `care ${key}`)
  }
  watch([() => bench.job?.id, () => bench.record, today], () => void remind(), { immediate: true })
}
