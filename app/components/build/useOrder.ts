import { useNow } from '@vueuse/core'
import { heldBy, isStale, type Step } from '#core/build'
import { recordTest, setTimer, tickStep } from '#core/edits'
import { lineCut, marksOf } from '#core/levels'
import type { Build } from '#core/scheme'
import { mayTell } from '~/components/log/tellDevice'
import { message } from '~/stores/messages'

/** The order of work with what is done of it. */
export function useOrder() {
  const bench = useWorkbench()
  const { say } = useSay()

  const steps = computed<Step[]>(() => bench.build?.steps ?? [])
  const kept = computed<Build>(() => bench.scheme!.build)
  /** The pipe that a step's measurement is taken on. */
  const measuredLine = (id: string) => bench.assessment?.lines.find(({ line }) => `measure:${lineCut(line)?.device}` === id)
  /** What the two readings come to, where a step is a measurement of the pipe's mark. */
  function verdictOf(id: string) {
    const found = measuredLine(id)
    return found && marksOf(found.line)
  }
  /** Figures that each step was ticked by. */
  const tickedBy = computed(() => new Map(kept.value.done.map(({ step, by }) => [step, by])))
  /** Ticked once, and planned otherwise since: the tick comes off, and says why. */
  const stale = computed(
    () =>
      new Set(steps.value.filter((step) => tickedBy.value.has(step.id) && isStale(step, tickedBy.value.get(step.id))).map(({ id }) => id)),
  )
  const ticked = computed(() => new Set([...tickedBy.value.keys()].filter((id) => !stale.value.has(id))))
  /** Ticked, or shown by its readings: nobody ticks a measurement that does not agree. */
  const done = computed(
    () => new Set(steps.value.filter(({ id }) => (measuredLine(id) ? verdictOf(id)!.mayCut : ticked.value.has(id))).map(({ id }) => id)),
  )
  const held = (step: Step): Step | undefined => {
    const by = heldBy(step, done.value)
    const timer = step.never.map((id) => steps.value.find((each) => each.id === id)).find((each) => each && each.wait > 0 && left(each) > 0)
    return timer ?? steps.value.find(({ id }) => id === by)
  }
  const stepName = (step: Step) => say(`build.step.${step.kind}.do`, step.values)

  const now = useNow({ interval: 1000 })
  /** Seconds that a step still has to be left alone; the whole wait while its timer has not been begun. */
  function left(step: Step): number {
    if (step.wait === 0) return 0
    const timer = kept.value.timers.find((each) => each.step === step.id)
    return timer ? Math.max(0, step.wait - (now.value.getTime() - timer.started) / 1000) : ticked.value.has(step.id) ? 0 : step.wait
  }
  const running = computed(() =>
    steps.value.flatMap((step) => {
      const timer = kept.value.timers.find((each) => each.step === step.id)
      return timer ? [{ step, left: left(step) }] : []
    }),
  )

  function tick(step: Step, on: boolean) {
    if (on && step.wait > 0) mayTell()
    bench.editScheme(message(on ? 'edit.stepDone' : 'edit.stepUndone', { step: stepName(step) }), (scheme) =>
      tickStep(scheme, step.id, on ? Date.now() : undefined, step.wait > 0, step.by),
    )
  }
  function begin(step: Step) {
    mayTell()
    bench.editScheme(message('edit.timerBegun', { step: stepName(step) }), (scheme) => setTimer(scheme, step.id, Date.now()))
  }
  const callOff = (step: Step) =>
    bench.editScheme(message('edit.timerOff', { step: stepName(step) }), (scheme) => setTimer(scheme, step.id, undefined))
  const record = (step: Step, result: Omit<Build['tests'][number], 'test' | 'at'>) =>
    bench.editScheme(message('edit.testRecorded', { step: stepName(step) }), (scheme) =>
      recordTest(scheme, { test: step.id, at: Date.now(), ...result }),
    )
  const clock = (seconds: number) => {
    const whole = Math.ceil(seconds)
    const [d, h, m, s] = [Math.floor(whole / 86400), Math.floor(whole / 3600) % 24, Math.floor(whole / 60) % 60, whole % 60]
    if (d > 0) return say('build.daysHours', { d, h })
    return h > 0 ? `${h}:${String(m).padStart(2, '0')}:${String(s).padStart(2, '0')}` : `${m}:${String(s).padStart(2, '0')}`
  }
  return { steps, kept, done, stale, held, left, running, measuredLine, tick, begin, callOff, record, stepName, clock }
}
