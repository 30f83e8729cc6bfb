import { createPinia, setActivePinia } from 'pinia'
import { describe, expect, it, vi } from 'vitest'
import { useNotices } from '~/stores/notices'
import { useDatabase } from './useDatabase'

/** A connection past the application, as another tab has one. */
const connect = (version: number) =>
  new Promise<IDBDatabase>((resolve, reject) => {
    const asked = indexedDB.open('vernal-cask', version)
    asked.onupgradeneeded = () => asked.result.createObjectStore('jobs', { keyPath: 'id' }).createIndex('updated', 'updated')
    asked.onsuccess = () => resolve(asked.result)
    asked.onerror = () => reject(asked.error!)
  })

describe('two tabs of different releases', () => {
  it('an older one that holds on is told, and gone on from as soon as it lets go; a newer one makes this one let go', async () => {
    setActivePinia(createPinia())
    vi.spyOn(console, 'warn').mockImplementation(() => {})
    const older = await connect(10)
    const { repository } = useDatabase()
    const told = () => useNotices().list.map((notice) => notice.told.id)
    const list = repository.list()
    await vi.waitFor(() => expect(told()).toEqual(['notice.olderOpen']))
    older.close()
    expect(await list).toEqual([])

    const newer = await new Promise<IDBDatabase>((resolve, reject) => {
      const asked = indexedDB.open('vernal-cask', 990)
      asked.onsuccess = () => resolve(asked.result)
      asked.onerror = () => reject(asked.error!)
    })
    expect(told()).toContain('notice.newerOpened')
    newer.close()
    await expect(repository.list()).rejects.toThrow()
  })
})
