export type DeskView = 'pictures' | 'list'
/** More jobs than this are easier found in a list. */
const MANY = 8
/** Fewer are seen at a glance: from so many on there is a bar to find one by. */
export const FEW = 3
const KEY = 'vernal-cask-desk'

/** How this reader looks at the jobs, as far as that was said. */
export interface Desk {
  view?: DeskView | undefined
  sort?: string | undefined
  /** Ids of the first jobs as they were last shown, where that is not simply the last changed first. */
  order: readonly string[]
}
export function keptDesk(): Desk {
  try {
    const { view, sort, order } = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Record<keyof Desk, unknown>>
    return {
      ...(view === 'pictures' || view === 'list' ? { view } : {}),
      ...(typeof sort === 'string' ? { sort } : {}),
      order: Array.isArray(order) ? order.filter((id) => typeof id === 'string') : [],
    }
  } catch {
    // What cannot be read is not worth a word: the usual way stands.
    return { order: [] }
  }
}
export function keepDesk(desk: Desk): void {
  try {
    localStorage.setItem(KEY, JSON.stringify(desk))
  } catch {
    // Without storage the view lasts as long as the page.
  }
}
/** How so many jobs are shown to somebody who has not said. */
export const usualView = (jobs: number): DeskView => (jobs > MANY ? 'list' : 'pictures')
