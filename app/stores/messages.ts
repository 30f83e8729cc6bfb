import type { ToldValues } from '#core/figures/told'

/** Something to be said, kept apart from the words it is said in: a message id and its figures. */
export interface Message {
  id: string
  values: ToldValues
}

export const message = (id: string, values: Message['values'] = {}): Message => ({ id, values })
