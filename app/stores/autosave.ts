/** Longest that an edit waits for the one before it to be written, ms. */
export const SAVE_EVERY_MS = 250

/** What a writer made of a save: done, or not and to be left until something changes. */
export type Wrote = 'done' | 'held'

/**
 * When to save: the first edit at once, and then at most every quarter of a second while more come, one save at a time. A
 * hand that never rests is saved all the same.
 */
export class Autosave {
  private timer: ReturnType<typeof setTimeout> | undefined
  private writing: Promise<void> | undefined
  private again = false
  private last = -Infinity

  /** @param write saves what is there when it is called; never rejects */
  constructor(
    private readonly write: () => Promise<Wrote>,
    private readonly now: () => number = () => performance.now(),
  ) {}

  /** Something has changed. */
  touch(): void {
    this.again = true
    if (this.writing || this.timer !== undefined) return
    const wait = this.last + SAVE_EVERY_MS - this.now()
    if (wait <= 0) void this.run()
    else this.timer = setTimeout(() => void this.run(), wait)
  }

  /** Saves now what is not saved yet, and waits until it is. */
  async flush(): Promise<void> {
    while (this.again || this.writing) await this.run()
  }

  /** Forgets what was to be saved: another document is taken up. What is being written is written to its end. */
  drop(): void {
    this.again = false
    clearTimeout(this.timer)
    this.timer = undefined
  }

  private run(): Promise<void> {
    clearTimeout(this.timer)
    this.timer = undefined
    // One save in flight: an overlapping one would take its own revision for another tab's.
    return (this.writing ??= this.pass())
  }

  private async pass(): Promise<void> {
    this.last = this.now()
    this.again = false
    let wrote: Wrote = 'held'
    try {
      wrote = await this.write()
    } finally {
      this.writing = undefined
      if (wrote === 'done' && this.again) {
        this.again = false
        this.touch()
      } else if (wrote === 'held') this.again = false
    }
  }
}
