import { readJobNames, type JobName } from '~/database/jobNames'

const names = shallowRef<JobName[]>()

/** Names of the jobs that are kept here, read once a visit of the jobs page; undefined until then. */
export function useJobNames() {
  return {
    names,
    async read() {
      names.value = await readJobNames()
    },
  }
}
