import { keptDesk, usualView } from '~/components/jobs/deskView'
import { readJobNames, type JobName } from '~/database/jobNames'

const names = shallowRef<JobName[]>()

/** Names of the jobs that are kept here, read once a visit of the jobs page, undefined until then; and how the desk will show them. */
export function useJobNames() {
  return {
    names,
    pictures: computed(() => (keptDesk().view ?? usualView(names.value?.length ?? 0)) === 'pictures'),
    async read() {
      // What an earlier visit read may be gone or renamed.
      names.value = undefined
      names.value = await readJobNames(keptDesk().order)
    },
  }
}
