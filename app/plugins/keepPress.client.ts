/** What is pressed by a click. A field of choices opens as it is pressed, and is left alone. */
const PRESSED = 'button, a[href], summary, label, input[type="checkbox"], input[type="radio"]'
/** A hand that moves further than this has thought better of it, px. */
const STILL = 5

/**
 * Keeps a press on what it was begun on. Leaving a field takes what was written in it, and what that says or unsays moves the
 * sheet: a button that is pressed to leave the field has gone from under the pointer by the time that it is let go, and the browser
 * then clicks on nothing.
 */
export default defineNuxtPlugin(() => {
  let begun: { on: HTMLElement; top: number; left: number; x: number; y: number; event: MouseEvent } | undefined
  document.addEventListener(
    'mousedown',
    (event) => {
      const on = event.button === 0 && event.target instanceof Element ? event.target.closest<HTMLElement>(PRESSED) : null
      const { top, left } = on?.getBoundingClientRect() ?? { top: 0, left: 0 }
      begun = on ? { on, top, left, x: event.clientX, y: event.clientY, event } : undefined
    },
    true,
  )
  document.addEventListener(
    'mouseup',
    ({ clientX, clientY, target }) => {
      const press = begun
      begun = undefined
      if (!press || press.event.defaultPrevented || !press.on.isConnected) return
      const { top, left } = press.on.getBoundingClientRect()
      const moved = top !== press.top || left !== press.left
      const still = Math.hypot(clientX - press.x, clientY - press.y) <= STILL
      if (moved && still && !(target instanceof Node && press.on.contains(target))) setTimeout(() => press.on.click(), 0)
    },
    true,
  )
})
