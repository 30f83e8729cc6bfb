/**
 * What somebody is typing into a field or a row of fields, kept until it is taken. A page may be drawn anew at any moment, by
 * a figure that comes back or by another tab: that must not take away what is half written.
 */
export function useTyped() {
  const texts = reactive(new Map<number, string>())
  return {
    /** The text of a field: what is typed in it, or else what stands there. */
    textOf: (otherwise: string, field = 0): string => texts.get(field) ?? otherwise,
    type: (event: Event, field = 0) => void texts.set(field, (event.target as HTMLInputElement | HTMLTextAreaElement).value),
    /** It has been taken, and what stands there is shown again; all fields where none is named. */
    taken: (field?: number) => void (field === undefined ? texts.clear() : texts.delete(field)),
  }
}
