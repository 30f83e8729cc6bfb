import { showSum, showText, type Display, type SumPart } from '../units/format'
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

/**
 * The lines of a working as they are read: those of a plain sum so that they add up to the figure, all others each by itself.
 */
export function workingTexts({ kind, value, working }: Figure, display: Display): string[] {
  const parts = working.lines.slice(0, -1)
  const isSum =
    parts.length > 1 &&
    parts.every(
      (part, at) => part.value.kind === kind && (at === 0 ? part.sign === '' || part.sign === '−' : part.sign === '+' || part.sign === '−'),
    )
  const texts = isSum ? showSum(parts as SumPart[], { kind, value }, display) : parts.map((part) => showText(part.value, display))
  return [...texts, showText({ kind, value }, display)]
}
