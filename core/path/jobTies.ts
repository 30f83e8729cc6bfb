import type { DoorProblem, Job } from '../scheme'
import { brokenTies } from './waterPath'

const WORDS = {
  missing: (id: string) => `there is no part ${id}`,
  twice: (id: string) => `two parts have the id ${id}`,
  self: (id: string) => `a link leads from ${id} back to itself; lead it to another vessel`,
  ring: (id: string) => `the water of ${id} would run in a ring`,
}

/** Every reference in a job's schemes that leads nowhere, in the words of the door. */
export function jobTies({ schemes }: Pick<Job, 'schemes'>): DoorProblem[] {
  return schemes.flatMap((scheme, i) =>
    brokenTies(scheme).map(({ path, problem, id }) => ({ path: `job.schemes[${i}].${path}`, message: WORDS[problem](id) })),
  )
}
