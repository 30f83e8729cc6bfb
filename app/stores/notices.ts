import { problemOf, type Problem } from '#core/problems'
import { defineStore } from 'pinia'
import { message, type Message } from './messages'

/** Something that went wrong or has to be known, told over whatever page is open until it is put away. */
export interface Notice {
  id: number
  /** Notices of one key replace one another: a disk that is full is told once. */
  key: string
  severity: 'wrong' | 'news'
  told: Message
  /** Why: in words where they are known, else as the browser gives it. */
  why?: Problem
  /** What can be done about it, first things first. */
  actions: { label: Message; act: () => unknown }[]
}

export const useNotices = defineStore('notices', () => {
  const list = shallowRef<Notice[]>([])
  let next = 1

  function tell(notice: Omit<Notice, 'id' | 'key' | 'actions'> & Partial<Pick<Notice, 'key' | 'actions'>>): void {
    const key = notice.key ?? notice.told.id
    list.value = [...list.value.filter((each) => each.key !== key), { actions: [], ...notice, key, id: next++ }]
  }
  function close(key: string): void {
    if (list.value.some((each) => each.key === key)) list.value = list.value.filter((each) => each.key !== key)
  }

  /**
   * Does something that writes, and tells where it fails: what could not be kept, why, and what to do. Every write goes through
   * here, so that none fails in silence.
   *
   * @param what message of what could not be done
   * @param rescue actions beside trying again: a file to take away, a draft to keep
   * @returns what it gave, or undefined where it failed
   */
  async function keep<T>(
    what: Message,
    write: () => Promise<T>,
    rescue: Notice['actions'] = [],
  ): Promise<{ done: true; value: T } | { done: false }> {
    try {
      const value = await write()
      close(what.id)
      return { done: true, value }
    } catch (error) {
      tell({
        severity: 'wrong',
        told: what,
        why: problemOf(error),
        actions: [...rescue, { label: message('notice.tryAgain'), act: () => keep(what, write, rescue) }],
      })
      return { done: false }
    }
  }

  return { list, tell, close, keep }
})
