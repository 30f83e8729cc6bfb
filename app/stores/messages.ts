import type { Quantity } from '#core/units/quantity'

/** Something to be said, kept apart from the words it is said in: a message id and its figures. */
export interface Message {
  id: string
  values: Record<string, Quantity | string | number>
}

export const message = (id: string, values: Message['values'] = {}): Message => ({ id, values })
