/** How many places are remembered that had the focus before. */
const REMEMBERED = 8
/** Frames of the application itself: nobody wants to land on all of it. */
const FRAMES = new Set(['__nuxt', 'teleports', 'headlessui-portal-root'])

interface Held {
  element: HTMLElement
  /** What it stood in, from the inside out, for when it is gone. */
  within: HTMLElement[]
}

function withinOf(element: HTMLElement): HTMLElement[] {
  const all: HTMLElement[] = []
  for (let at = element.parentElement; at && at !== document.body; at = at.parentElement) all.push(at)
  return all
}
const there = (element: HTMLElement) =>
  element.isConnected && !element.matches(':disabled') && element.getClientRects().length > 0 && !element.closest('[inert]')
/** Something that has a name, so that landing on it says where one is. */
const named = (element: HTMLElement) => element.matches('section, main, article, header, li, form, fieldset, [role], [aria-label]')

/** Where a page that was come to from another begins: its first heading. */
const first = () => [...document.querySelectorAll<HTMLElement>('main :is(h1, h2)')].find(there)

/**
 * Keeps the keyboard's place. What had the focus may go: a mend that was pressed, an undo with nothing left to undo, a dialog
 * that closes. The browser then lets the focus fall to the page; it is put on what that stood in instead, or where it was before;
 * on what only moved within its list, as a care that is done, it is put back;
 * where all of that has gone, since another page has come, on what that page begins with.
 */
export function useFocusKept(): void {
  const held: Held[] = []
  useEventListener(document, 'focusin', ({ target }) => {
    if (!(target instanceof HTMLElement) || target === document.body) return
    const at = held.findIndex(({ element }) => element === target)
    if (at >= 0) held.splice(at, 1)
    held.unshift({ element: target, within: withinOf(target) })
    held.length = Math.min(held.length, REMEMBERED)
  })
  /** @param moved what had the focus stands at another place of its list now: the browser lets go of it as of what was taken out */
  function look(moved: boolean) {
    const [last] = held
    const { activeElement } = document
    if (!last || (activeElement && activeElement !== document.body)) return
    if (there(last.element)) {
      if (moved) last.element.focus({ preventScroll: true })
      return
    }
    const around = last.within.find((each) => there(each) && named(each) && !FRAMES.has(each.id))
    const before = held.slice(1).find(({ element }) => there(element))?.element
    // What stood in a dialog goes back to what opened it; what stood on the page, to its place there.
    const to = around ?? before ?? first()
    if (!to) return
    if (to.tabIndex < 0 && !to.hasAttribute('tabindex')) to.tabIndex = -1
    to.focus({ preventScroll: true })
  }
  // A change that the page makes is done with all its consequences in the next frame.
  let asked = false
  let moved = false
  const observer = new MutationObserver((records) => {
    const last = held[0]?.element
    moved ||= records.some(({ addedNodes }) => [...addedNodes].some((each) => last !== undefined && each.contains(last)))
    if (asked) return
    asked = true
    requestAnimationFrame(() => {
      const again = moved
      asked = moved = false
      look(again)
    })
  })
  onMounted(() => observer.observe(document.body, { childList: true, subtree: true, attributes: true, attributeFilter: ['disabled'] }))
  onBeforeUnmount(() => observer.disconnect())
}
