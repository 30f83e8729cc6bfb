import { DESK_SORTS, deskRow, findRows, type DeskQuery, type DeskRow } from '#core/desk/deskRow'
import type { Job } from '#core/scheme'
import { keepDesk, keptDesk, usualView, type DeskView } from '~/components/jobs/deskView'
import { FIRST_LOOK } from '~/database/jobNames'
import type { KeptJob } from '~/database/keptJob'
import { message } from '~/stores/messages'
import { useNotices } from '~/stores/notices'

/** All jobs as somebody looks for them, and what is changed about one without opening it. */
export function useDesk(kept: () => readonly KeptJob[] | undefined) {
  const { repository } = useDatabase()
  const notices = useNotices()
  const said = keptDesk()
  const query = reactive<DeskQuery>({
    search: '',
    stage: 'all',
    archived: false,
    sort: DESK_SORTS.find((each) => each === said.sort) ?? 'changed',
  })
  const chosenView = ref(said.view)
  const { names } = useJobNames()
  const view = computed<DeskView>({
    get: () => chosenView.value ?? usualView((kept() ?? names.value ?? []).length),
    set: (next) => (chosenView.value = next),
  })

  const rows = computed(() => (kept() ?? []).flatMap(({ job, row }): DeskRow[] => (job ? [deskRow(job, row.updated)] : [])))
  const found = computed(() => findRows(rows.value, query))
  /** Whether all that is in use is shown, in an order that nobody could know who has not read the jobs. */
  const ordered = computed(() => query.sort !== 'changed' && query.search === '' && query.stage === 'all' && !query.archived)
  const order = computed(() => (ordered.value ? found.value.slice(0, FIRST_LOOK).map(({ id }) => id) : []))
  watch([chosenView, () => query.sort, order], () => {
    // A search is over with the visit, and what has not been read has no order: what was shown before is what will be shown next.
    const known = kept() !== undefined && (query.sort === 'changed' || ordered.value)
    keepDesk({ view: chosenView.value, sort: query.sort, order: known ? order.value : keptDesk().order })
  })
  const archivedCount = computed(() => rows.value.filter(({ archived }) => archived).length)
  const byId = computed(() => new Map((kept() ?? []).map((each) => [each.row.id, each])))
  /** Jobs that were looked for; those that cannot be shown stay in sight whatever is looked for. */
  const shown = computed(() => [...found.value.flatMap(({ id }) => byId.value.get(id) ?? []), ...(kept() ?? []).filter(({ job }) => !job)])

  /** The last change made from here, to be undone. */
  const last = shallowRef<{ id: string; name: string; before: Job; revision: number }>()
  async function change(id: string, recipe: (job: Job) => Job) {
    const name = byId.value.get(id)?.job?.name ?? id
    const done = await notices.keep(message('notice.notChanged', { name }), () => repository.change(id, recipe))
    if (done.done && done.value) last.value = { id, name: done.value.after.name, before: done.value.before, revision: done.value.revision }
  }
  async function undo() {
    const { value } = last
    if (!value) return
    const done = await notices.keep(message('notice.notChanged', { name: value.name }), () => repository.save(value.before, value.revision))
    if (done.done) last.value = undefined
  }
  const duplicate = (id: string) =>
    notices.keep(message('notice.copyNotKept', { name: byId.value.get(id)?.job?.name ?? id }), () => repository.duplicate(id))

  return { query, view, rows, found, shown, archivedCount, last, change, undo, duplicate }
}
