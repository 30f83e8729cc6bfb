import * as Comlink from 'comlink'

/** What the library makes of something thrown before it crosses over. */
interface Thrown {
  isError: boolean
  value: object
}

/**
 * Lets what a worker throws keep its id and figures on the way to the page, which tells it in the reader's language: by itself the
 * library carries a message over, and that is English.
 */
export function passOnProblems(): void {
  const plain = Comlink.transferHandlers.get('throw')!
  Comlink.transferHandlers.set('throw', {
    ...plain,
    serialize(thrown) {
      const [wire, moved] = plain.serialize(thrown) as [Thrown, Transferable[]]
      const { value } = thrown as { value: unknown }
      if (!wire.isError || !(value instanceof Error && 'told' in value)) return [wire, moved]
      return [{ ...wire, value: { ...wire.value, told: value.told } }, moved]
    },
  })
}
