import { deskDefaults, logDefaults, type Job } from '../scheme'
import { allGuessed } from '../survey'

const unmade = (job: Job): Job => ({
  ...job,
  // What was bought and paid for one place is there; what was done, tested and measured on its pipes is not.
  schemes: job.schemes.map((scheme) => ({
    ...scheme,
    drops: scheme.drops.map((drop) => ({ ...drop, marks: { reference: drop.marks.reference, measured: [] } })),
    build: { ...scheme.build, done: [], timers: [], tests: [] },
  })),
})

/** A job like another one, of which nothing has been made, written down or noted yet. */
export const freshCopy = (job: Job): Job => ({ ...unmade(job), desk: deskDefaults(), log: logDefaults(), invented: false })

/** A job for another place like this one: all of that place is a guess, and nobody is named. */
export const fromTemplate = (job: Job, id: string, name: string): Job =>
  allGuessed({
    ...freshCopy(job),
    id,
    name,
    scene: '',
    letter: { ...job.letter, to: '', number: '' },
    shelf: job.shelf.map((each) => ({ ...each, owned: 0 })),
  })
