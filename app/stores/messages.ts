import type { MessageId } from '~/locales/messageIds'
import type { ToldValues } from '#core/figures/told'

/** Something to be said, kept apart from the words it is said in: a message id and its figures. */
export interface Message {
  id: MessageId
  values: ToldValues
}

export const message = (id: MessageId, values: Message['values'] = {}): Message => ({ id, values })
