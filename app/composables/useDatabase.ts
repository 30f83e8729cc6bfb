import { CaskDatabase } from '~/database/db'
import { Drafts } from '~/database/drafts'
import { JobRepository } from '~/database/jobRepository'
import { message } from '~/stores/messages'
import { useNotices } from '~/stores/notices'

let database: CaskDatabase | undefined
let repository: JobRepository | undefined
let drafts: Drafts | undefined

/** Another tab and this one are of different releases: one of them has to give way, and that is told. */
function watchReleases(db: CaskDatabase) {
  // A newer release opens what is kept here in a newer form: this page must not write into it any more.
  db.on('versionchange', () => {
    // For good: opened again it would let this release write into the newer form.
    db.close({ disableAutoOpen: true })
    useNotices().tell({
      severity: 'wrong',
      told: message('notice.newerOpened'),
      actions: [{ label: message('notice.reload'), act: () => location.reload() }],
    })
    return false
  })
  db.on('blocked', () => useNotices().tell({ severity: 'wrong', told: message('notice.olderOpen') }))
}

/** This browser's database, opened once. */
export function useDatabase() {
  if (!database) {
    database = new CaskDatabase()
    watchReleases(database)
  }
  repository ??= new JobRepository(database)
  drafts ??= new Drafts(database, repository.tab)
  return { database, repository, drafts }
}
