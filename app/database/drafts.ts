import type { Job } from '#core/scheme'
import type { CaskDatabase, Draft, JobRow } from './db'

export const draftOf = (tab: string, revision: number, version: number, job: Job): Draft => ({
  key: `${job.id} ${tab}`,
  id: job.id,
  tab,
  at: Date.now(),
  revision,
  version,
  job,
})

/** Whether a draft goes on from what is kept: from that very save, or from an earlier one of the tab that made the last. */
export const goesOnFrom = (
  { revision, tab, at }: Pick<Draft, 'revision' | 'tab' | 'at'>,
  row: Pick<JobRow, 'revision' | 'savedBy' | 'updated'>,
): boolean => revision === row.revision || (row.savedBy === tab && revision < row.revision && at >= row.updated)

/** A tab that is gone for less than this may still be there, ms; for where the browser cannot tell. */
const SURELY_GONE_MS = 1500
const lockOf = (tab: string) => `vernal-cask-tab ${tab}`

/**
 * Drafts in the database, written in one go: nothing is read first and nothing waited for, so that a draft is out of the page's
 * hands before the edit that made it is drawn, however busy the page is. What is checked against other tabs comes after.
 */
export class Drafts {
  constructor(
    private readonly db: CaskDatabase,
    private readonly tab: string,
  ) {
    // Held for as long as the tab lives, so that others can tell its drafts from those that were left behind.
    void this.locks?.request(lockOf(tab), () => new Promise<never>(() => {})).catch(() => {})
  }

  private get locks(): LockManager | undefined {
    return typeof navigator === 'object' && 'locks' in navigator ? navigator.locks : undefined
  }

  /** Writes a draft at once; silent where it cannot be: the save that follows says so. */
  put(draft: Draft): void {
    try {
      const transaction = this.db.backendDB().transaction('drafts', 'readwrite')
      transaction.onerror = (event) => event.preventDefault()
      transaction.objectStore('drafts').put(draft)
      // Without waiting for its answer, which would wait for the page.
      transaction.commit()
    } catch {
      // Not open, or full.
    }
  }

  /** Drafts of a job that a tab left behind, the newest first. */
  async leftBehind(id: string): Promise<Draft[]> {
    const drafts = await this.db.drafts.where('id').equals(id).toArray()
    if (drafts.length === 0) return []
    const held = await this.locks?.query().then((state) => new Set(state.held?.map(({ name }) => name)))
    const gone = ({ tab, at }: Draft) => tab === this.tab || (held ? !held.has(lockOf(tab)) : Date.now() - at > SURELY_GONE_MS)
    return drafts.filter(gone).sort((a, b) => b.at - a.at)
  }

  /** Deletes this tab's draft of a job, and those given. */
  async drop(id: string, keys: readonly string[] = []): Promise<void> {
    await this.db.drafts.bulkDelete([`${id} ${this.tab}`, ...keys])
  }
}
