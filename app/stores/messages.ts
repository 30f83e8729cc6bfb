import type { MessageId } from '~/locales/messageIds'
import type { FieldTold, Saying, Told, ToldValues } from '#core/figures/told'

/** Something to be said, kept apart from the words it is said in: a message id and its figures. */
export interface Message {
  id: MessageId
  values: ToldValues
}

export const message = (id: MessageId, values: Message['values'] = {}): Message => ({ id, values })

/** A message as a value of another: said in the language that is spoken by then. */
export const saying = (id: MessageId, values: ToldValues = {}): Saying => ({ saying: id, values })

/**
 * How an edit of one field is called, "Stand, from 480 mm to 460 mm": what was there and what is, as far as there was or is anything
 * to say.
 *
 * @param field its id under `field.name`, or what it is called where it has none
 * @param from what stood there; an empty text where nothing did
 */
export function fieldEdit(field: string | Saying, from: Told, to: Told): Message {
  const name: FieldTold | Saying = typeof field === 'string' ? { field } : field
  if (from === '' && to === '') return message('edit.fieldChanged', { field: name })
  if (from === '') return message('edit.fieldSaid', { field: name, to })
  return to === '' ? message('edit.fieldUnsaid', { field: name, from }) : message('edit.field', { field: name, from, to })
}
