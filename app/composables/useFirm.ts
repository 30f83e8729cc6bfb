import { departures, follow, learnPrice, type FirmField } from '#core/desk/firm'
import { firmDefaults, type Firm } from '#core/scheme'
import { message } from '~/stores/messages'
import { useNotices } from '~/stores/notices'

/** What the firm says for all of its jobs, beside the one that is open. */
const firm = shallowRef<Firm>()
export function useFirm() {
  const { repository } = useDatabase()
  const notices = useNotices()
  const bench = useWorkbench()
  const { say } = useSay()
  onMounted(async () => {
    firm.value = await repository.firm().catch(() => undefined)
  })
  async function keep(next: Firm) {
    const kept = await notices.keep(message('notice.firmNotKept'), () => repository.keepFirm(next))
    if (kept.done) firm.value = next
  }
  const learn = (line: Firm['prices'][number]) => keep(learnPrice(firm.value ?? firmDefaults(), line))
  const departs = computed(() => (firm.value && bench.job ? departures(bench.job, firm.value) : { fields: [], prices: [] }))
  /** The open job does as the firm in these matters: one step that can be undone. */
  const followFirm = (fields: readonly FirmField[], prices: boolean) =>
    bench.edit(message('edit.asFirm'), (job) => (firm.value ? follow(job, firm.value, fields, prices) : job))
  const said = (field: FirmField) => say(`build.firmField.${field}`)
  return { firm, keep, learn, departs, followFirm, said }
}
