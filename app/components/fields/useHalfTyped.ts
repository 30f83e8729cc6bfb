/** Fields in which something is written that nothing has taken yet. */
const fields = new Set<HTMLInputElement | HTMLTextAreaElement>()
const isField = (target: EventTarget | null): target is HTMLInputElement | HTMLTextAreaElement =>
  target instanceof HTMLTextAreaElement || (target instanceof HTMLInputElement && /^(text|number|search|date|)$/.test(target.type))

let watching = false
/** Whether somebody is in the middle of writing: then the page is not drawn anew from the beginning. */
export function useHalfTyped(): () => boolean {
  if (!watching) {
    watching = true
    addEventListener('input', ({ target }) => isField(target) && fields.add(target), true)
    // What was refused stays in its field, and is still half written.
    addEventListener(
      'change',
      ({ target }) => setTimeout(() => isField(target) && target.getAttribute('aria-invalid') !== 'true' && fields.delete(target), 0),
      true,
    )
  }
  return () => [...fields].some((field) => field.isConnected || (fields.delete(field), false))
}
