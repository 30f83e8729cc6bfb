import { deskRow, findRows, type DeskQuery, type DeskRow } from '#core/desk/deskRow'
import type { Job } from '#core/scheme'
import type { KeptJob } from '~/database/keptJob'
import { message } from '~/stores/messages'
import { useNotices } from '~/stores/notices'

export type DeskView = 'pictures' | 'list'
/** More jobs than this are easier found in a list. */
const MANY = 8
const KEY = 'vernal-cask-desk'

/** All jobs as somebody looks for them, and what is changed about one without opening it. */
export function useDesk(kept: () => readonly KeptJob[] | undefined) {
  const { repository } = useDatabase()
  const notices = useNotices()
  const query = reactive<DeskQuery>({ search: '', stage: 'all', archived: false, sort: 'changed' })
  const chosenView = ref<DeskView>()
  onMounted(() => {
    try {
      const saved = JSON.parse(localStorage.getItem(KEY) ?? '{}') as { view?: unknown; sort?: unknown }
      if (saved.view === 'pictures' || saved.view === 'list') chosenView.value = saved.view
      if (saved.sort === 'name' || saved.sort === 'customer' || saved.sort === 'due' || saved.sort === 'stage') query.sort = saved.sort
    } catch {
      // What cannot be read is not worth a word: the usual way stands.
    }
  })
  watch([chosenView, () => query.sort], () => {
    try {
      localStorage.setItem(KEY, JSON.stringify({ view: chosenView.value, sort: query.sort }))
    } catch {
      // Without storage the view lasts as long as the page.
    }
  })
  const view = computed<DeskView>({
    get: () => chosenView.value ?? ((kept()?.length ?? 0) > MANY ? 'list' : 'pictures'),
    set: (next) => (chosenView.value = next),
  })

  const rows = computed(() => (kept() ?? []).flatMap(({ job, row }): DeskRow[] => (job ? [deskRow(job, row.updated)] : [])))
  const found = computed(() => findRows(rows.value, query))
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
