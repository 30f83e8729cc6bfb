import type { TrainWishes } from '#core/offers'
import { gaugeId, parseInput, rainRecord, recordOf, type Job, type RainRecord, type Scheme } from '#core/scheme'
import { useDatabase } from '~/composables/useDatabase'
import type { useSimulation } from '~/composables/useSimulation'
import { broughtForecast } from '~/components/log/weatherSource'
import { message } from '../messages'
import { useNotices } from '../notices'
import { useSettings } from '../settings'
import type { useSelection } from './selection'

/** The hand has to rest this long before another size is tried, ms; and this long before a thousand records are run for the bands. */
const SWEEP_AFTER_MS = 250
const BANDS_AFTER_MS = 1000

/** The rain that the job goes by, and everything that is run over it elsewhere than on the page's own thread. */
export function useYears(
  job: Readonly<Ref<Job | undefined>>,
  scheme: Readonly<Ref<Scheme | undefined>>,
  { assessed, storeId }: Pick<ReturnType<typeof useSelection>, 'assessed' | 'storeId'>,
  simulation: ReturnType<typeof useSimulation>,
) {
  const { repository } = useDatabase()
  const settings = useSettings()
  const notices = useNotices()
  const record = shallowRef<RainRecord>()

  /** What the years are run over. */
  function order() {
    const { rain, site, seasonFactors } = job.value!
    return { source: rain, record: record.value, place: { site, seasonFactors } }
  }
  /** Whether there is a job and the record that it leans on has been read. */
  function atHand(): boolean {
    const needs = job.value && recordOf(job.value.rain)
    return job.value !== undefined && (needs === undefined || record.value?.id === needs)
  }

  let gaugeOf: unknown
  async function loadRecord() {
    const of = job.value
    const needs = of && recordOf(of.rain)
    if (needs === undefined) record.value = undefined
    // A gauge's record is what the log says, so it is read again whenever that changes.
    else if (needs !== record.value?.id || (needs === gaugeId(of!.id) && of!.log.entries !== gaugeOf)) {
      gaugeOf = of!.log.entries
      const found = await repository.recordFor(of!)
      // Another may have been chosen while it was read.
      if (job.value && recordOf(job.value.rain) === needs) record.value = found
    }
  }
  /** Keeps a rain record for all jobs. False where it could not be kept. */
  async function keepRecord(next: RainRecord): Promise<boolean> {
    const kept = await notices.keep(message('notice.recordNotKept', { name: next.name }), () =>
      repository.keepRecord(parseInput(rainRecord, next)),
    )
    if (kept.done) record.value = next
    return kept.done
  }

  function run(withSweep: boolean) {
    if (!scheme.value || !storeId.value || !atHand()) return
    void simulation.run(scheme.value, storeId.value, order(), withSweep)
    const drop = assessed.value?.line.intake.drop.id
    if (withSweep && drop !== undefined) void simulation.runDrop(scheme.value, drop, settings.system, order())
  }
  let sweepTimer: ReturnType<typeof setTimeout> | undefined
  let bandsTimer: ReturnType<typeof setTimeout> | undefined
  /** Bands on the figures: thousands of made years in the pool, on asking. */
  function runEnsemble() {
    clearTimeout(bandsTimer)
    if (!job.value || !scheme.value || !storeId.value) return
    void simulation.runBands(scheme.value, storeId.value, order())
  }
  watch(
    // One by one: figures that come back must not set off the next run.
    [
      scheme,
      () => job.value?.rain,
      () => job.value?.site,
      () => job.value?.seasonFactors,
      // As a getter: a shallow ref among the sources would set the watch off whatever changed.
      () => record.value,
      storeId,
      () => assessed.value?.line.intake.drop.id,
    ],
    () => {
      // Balance at once; the sweep waits until the hand rests, so that a drag stays smooth.
      run(false)
      clearTimeout(sweepTimer)
      sweepTimer = setTimeout(() => run(true), SWEEP_AFTER_MS)
      clearTimeout(bandsTimer)
      bandsTimer = setTimeout(runEnsemble, BANDS_AFTER_MS)
    },
  )
  const rest = () => clearTimeout(bandsTimer)

  /** Whole trains that would fit the pipe in hand. */
  async function findTrains(wishes: TrainWishes) {
    if (!job.value || !scheme.value || !assessed.value) return undefined
    const { drop, vessel } = assessed.value.line.intake
    return simulation.offers(scheme.value, drop.id, vessel.id, wishes, order())
  }
  /** What the log of the job says, as of a day; undefined while its rain is not at hand. */
  async function readLog(today: number) {
    if (!job.value || !atHand()) return undefined
    const { site, schemes, chosen, log, id } = job.value
    return simulation.readLog({ schemes, chosen, log, site }, id, today, order(), await broughtForecast(today))
  }
  /** Which of the measures that nobody took matter most; undefined while the job's rain is not at hand. */
  async function weighGuesses() {
    if (!job.value || !atHand()) return undefined
    const { rain, schemes, chosen, guessed } = job.value
    return simulation.weighGuesses({ rain, schemes, chosen, guessed }, order())
  }
  /** Figures of schemes beside one another, all on the same rain. */
  const compare = (schemes: readonly Scheme[]) => simulation.compare(schemes, order())

  return { record, loadRecord, keepRecord, runEnsemble, rest, findTrains, readLog, weighGuesses, compare }
}
