import { standsIn, type Series } from '#core/log'
import type { SeriesRow } from '~/database/db'
import { message } from '~/stores/messages'
import { useNotices } from '~/stores/notices'

/** Readings of the open job's loggers as they came; they lie beside the job, since a file of it would grow a hundredfold. */
const all = shallowRef<SeriesRow[]>([])
/** The last one deleted, to be taken back. */
const deleted = shallowRef<SeriesRow>()

export function useSeries() {
  const bench = useWorkbench()
  const notices = useNotices()
  const { repository } = useDatabase()

  async function look() {
    const job = bench.job?.id
    const found = job ? await repository.seriesOf(job).catch(() => []) : []
    if (bench.job?.id !== job) return
    all.value = found
    if (bench.job) await repository.tidySeries(found, bench.job.log).catch(() => undefined)
  }
  /** Those that stand in the log as it is now: what is undone there is gone here, and comes back with it. */
  const rows = computed(() => all.value.filter(({ entries }) => bench.job && standsIn(bench.job.log, entries)))
  async function keep(file: string, series: readonly Series[], entries: string[]) {
    const job = bench.job?.id
    if (!job || series.length === 0) return
    await notices.keep(message('log.raw.notKept', { file }), () => repository.keepSeries(job, file, series, entries))
    await look()
  }
  async function remove(row: SeriesRow) {
    const { done } = await notices.keep(message('log.raw.notDeleted'), () => repository.removeSeries(row.id))
    if (done) deleted.value = row
    await look()
  }
  async function putBack() {
    const row = deleted.value
    if (!row) return
    const { done } = await notices.keep(message('log.raw.notDeleted'), () => repository.removeSeries(row.id, true))
    // In this order: with neither a row nor one deleted the panel would be gone for a moment, and come back shut.
    await look()
    if (done) deleted.value = undefined
  }
  /** Of another job nothing is shown or taken back. */
  watch(
    () => bench.job?.id,
    () => {
      deleted.value = undefined
      void look()
    },
    { immediate: true },
  )
  return { rows, deleted, keep, remove, putBack }
}
