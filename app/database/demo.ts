/** Waits between two questions, ms. */
const PATIENCE = [300, 1000, 3000, 6000]
/** Asks until there is an answer, and gives up for this visit after some patience. */
async function askAgain<T>(ask: () => Promise<T>): Promise<T | undefined> {
  for (const wait of [...PATIENCE, 0]) {
    try {
      return await ask()
    } catch {
      await new Promise((resolve) => setTimeout(resolve, wait))
    }
  }
  return undefined
}

/** The demo's jobs, lived with up to today. Fetched when they are wanted: a first view needs none of it. */
export async function seedDemo(): Promise<void> {
  const [{ demoJobs, demoRecords, withDemoLogs }, { dayOfClock }, { useDatabase }] = await Promise.all([
    import('#core/demo'),
    import('#core/log/moment'),
    import('~/composables/useDatabase'),
  ])
  const records = demoRecords()
  await useDatabase().repository.seed(withDemoLogs(demoJobs(), records, dayOfClock(new Date())), records)
}

let welcoming: Promise<void> | undefined
/** On the very first visit to a demo copy its jobs are put in; once removed they stay removed. Asked by many it is done once. */
export const welcome = (): Promise<void> => (welcoming ??= putIn().finally(() => (welcoming = undefined)))

async function putIn(): Promise<void> {
  const MET = 'vernal-cask-welcomed'
  if (localStorage.getItem(MET)) return
  // A question that was cut off, by a reload or a server that is just coming up, is no answer: it is asked again.
  const answer = await askAgain(() => $fetch<{ demo: boolean }>('/api/v1/welcome'))
  if (answer === undefined) return
  if (answer.demo) await seedDemo()
  localStorage.setItem(MET, 'yes')
}
