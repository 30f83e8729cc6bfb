import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { Autosave, SAVE_EVERY_MS, type Wrote } from './autosave'

/** A store that takes its time: what is edited, what is written when. */
function slow(takes: number) {
  let edited = 0
  const writes: { at: number; edit: number }[] = []
  let flying = 0
  let most = 0
  const save = new Autosave(
    async (): Promise<Wrote> => {
      most = Math.max(most, ++flying)
      const edit = edited
      await new Promise((resolve) => setTimeout(resolve, takes))
      flying--
      writes.push({ at: Date.now(), edit })
      return 'done'
    },
    () => Date.now(),
  )
  return {
    writes,
    most: () => most,
    edit: () => {
      edited++
      save.touch()
    },
    save,
  }
}

beforeEach(() => void vi.useFakeTimers({ now: 0 }))
afterEach(() => void vi.useRealTimers())

describe('saving by itself', () => {
  it('saves the first edit at once', async () => {
    const { edit, writes } = slow(5)
    edit()
    await vi.advanceTimersByTimeAsync(5)
    expect(writes).toEqual([{ at: 5, edit: 1 }])
  })
  it.each([5, 80, 240])('a hand that never rests loses no edit older than half a second (a save takes %d ms)', async (takes) => {
    const { edit, writes, most } = slow(takes)
    const made: number[] = []
    for (let at = 0; at < 6000; at += 40) {
      edit()
      made.push(Date.now())
      await vi.advanceTimersByTimeAsync(40)
      // Had it been killed now, what was kept?
      const kept = writes.at(-1)?.edit ?? 0
      const lost = made.slice(kept)
      for (const each of lost) expect(Date.now() - each).toBeLessThanOrEqual(500)
    }
    expect(most()).toBe(1)
  })
  it('saves no more often than it has to', async () => {
    const { edit, writes } = slow(2)
    for (let at = 0; at < 2000; at += 10) {
      edit()
      await vi.advanceTimersByTimeAsync(10)
    }
    expect(writes.length).toBeLessThanOrEqual(2000 / SAVE_EVERY_MS + 1)
  })
  it('the last edit of a row is saved, and then it is quiet', async () => {
    const { edit, writes } = slow(20)
    for (let i = 0; i < 5; i++) edit()
    await vi.advanceTimersByTimeAsync(2000)
    expect(writes.at(-1)!.edit).toBe(5)
    const { length } = writes
    await vi.advanceTimersByTimeAsync(5000)
    expect(writes).toHaveLength(length)
  })
  it('flushes what is in flight and what came after it', async () => {
    const { edit, save, writes } = slow(100)
    edit()
    await vi.advanceTimersByTimeAsync(10)
    edit()
    const flushed = save.flush()
    await vi.advanceTimersByTimeAsync(1000)
    await flushed
    expect(writes.at(-1)!.edit).toBe(2)
  })
  it('does not hammer a store that takes nothing, and tries again with the next edit', async () => {
    const write = vi.fn(() => Promise.resolve<Wrote>('held'))
    const save = new Autosave(write, () => Date.now())
    save.touch()
    await vi.advanceTimersByTimeAsync(10_000)
    expect(write).toHaveBeenCalledTimes(1)
    save.touch()
    await vi.advanceTimersByTimeAsync(10_000)
    expect(write).toHaveBeenCalledTimes(2)
  })
})
