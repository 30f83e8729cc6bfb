import { parseQuantity, type Parsed } from '#core/units/parse'
import type { QuantityKind } from '#core/units/quantity'
import { message, saying, type Message } from '~/stores/messages'

/** Reads what people type as a measure, in the reader's units, and tells what is wrong with what cannot be read. */
export function useMeasure() {
  const settings = useSettings()
  const read = (kind: QuantityKind, text: string): Parsed => parseQuantity(kind, text, { system: settings.system, terms: settings.terms })
  /** Why a text was not taken; what may have been meant, where that is two things. */
  function wrong(kind: QuantityKind, text: string, { problem, ways }: Extract<Parsed, { ok: false }>): Message {
    const example = saying(`field.example.${kind}.${settings.system}`)
    return message(`field.problem.${problem}`, { text: text.trim().slice(0, 60), example, ...(ways ? { a: ways[0], b: ways[1] } : {}) })
  }
  return { read, wrong }
}
