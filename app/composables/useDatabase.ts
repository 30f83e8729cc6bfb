import { CaskDatabase } from '~/database/db'
import { JobRepository } from '~/database/jobRepository'

let database: CaskDatabase | undefined
let repository: JobRepository | undefined

/** This browser's database, opened once. */
export function useDatabase() {
  database ??= new CaskDatabase()
  repository ??= new JobRepository(database)
  return { database, repository }
}
