import type { Quantity } from '../units/quantity'

/** One line of arithmetic as people check it: a name, what is done with it, its value. */
export interface WorkingLine {
  /** Message id under `working.` in the locale files. */
  label: string
  sign: '' | '+' | '−' | '×' | '÷' | '='
  value: Quantity
}

/** How a figure was come by: its lines, the rule in words and where the rule is from (message ids). */
export interface Working {
  lines: WorkingLine[]
  rule: string
  source: string
}

/** A number that people see, with its meaning and its working. */
export interface Figure extends Quantity {
  readonly id: string
  readonly working: Working
}

export const line = (label: string, sign: WorkingLine['sign'], value: Quantity): WorkingLine => ({ label, sign, value })

/** A figure from its quantity, its lines and the names of rule and source. */
export function figure(id: string, { kind, value }: Quantity, lines: WorkingLine[], rule: string, source: string): Figure {
  return { id, kind, value, working: { lines: [...lines, line(id, '=', { kind, value })], rule, source } }
}
