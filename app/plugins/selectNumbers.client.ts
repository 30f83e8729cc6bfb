/** Fields that hold a number: marked, or known by the keys they ask for. */
const NUMBERS = 'input[data-number], input[inputmode="decimal"]'
const numberAt = (target: EventTarget | null) => (target instanceof HTMLInputElement && target.matches(NUMBERS) ? target : undefined)

/**
 * A number that is gone into is chosen whole, by pointer as by key, so that what is typed takes its place instead of standing
 * in front of it. A second click puts the caret where it points.
 */
export default defineNuxtPlugin(() => {
  let fresh: HTMLInputElement | undefined
  document.addEventListener('focusin', ({ target }) => {
    fresh = numberAt(target)
    fresh?.select()
  })
  // The pointer would put its caret over the choice as it is let go.
  document.addEventListener(
    'mouseup',
    (event) => {
      const field = numberAt(event.target)
      if (!field || field !== fresh) return
      fresh = undefined
      // What was drawn over with the pointer is the reader's own choice.
      if (
        field.selectionStart !== null &&
        field.selectionEnd! - field.selectionStart > 0 &&
        field.selectionEnd! - field.selectionStart < field.value.length
      )
        return
      event.preventDefault()
      field.select()
    },
    true,
  )
  document.addEventListener('focusout', () => (fresh = undefined))
})
