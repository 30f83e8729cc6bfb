import Papa from 'papaparse'
import type { StormTable } from '../../scheme'
import { LONGEST_CELL } from '../import/layout'

export interface TableProblem {
  problem: 'empty' | 'notANumber' | 'range' | 'ragged' | 'order' | 'tooMany'
  /** Line and column of the text, from 1. */
  line: number
  column: number
  found: string
}

/**
 * Reads a table as it is pasted: first row minutes, first column years, depths in mm between; commas, semicolons or tabs.
 * Rarer storms must not be lighter, nor longer ones.
 *
 * @param unit of the depths in the text, mm: 25.4 where they are told in inches
 */
export function readStormTable(text: string, unit = 1): { table: StormTable } | { problems: TableProblem[] } {
  const rows = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' }).data.map((row) => row.map((cell) => cell.trim()))
  if (rows.length < 2 || rows[0]!.length < 2) return { problems: [{ problem: 'empty', line: 1, column: 1, found: '' }] }
  const problems: TableProblem[] = []
  const tell = (problem: TableProblem['problem'], line: number, column: number) =>
    problems.push({ problem, line: line + 1, column: column + 1, found: rows[line]?.[column] ?? '' })
  /** Reads a figure and holds it to what the document takes. */
  const number = (line: number, column: number, least: number, most: number, factor = 1): number => {
    const cell = rows[line]![column] ?? ''
    const value = cell.length > LONGEST_CELL ? NaN : Number(cell.replace(',', '.').replace(/\s*(min|years?|yr|mm|in)$/i, ''))
    if (!(value > 0)) tell('notANumber', line, column)
    else if (value * factor < least || value * factor > most) tell('range', line, column)
    return value * factor
  }
  if (rows.length > 9 || rows[0]!.length > 13) return { problems: [{ problem: 'tooMany', line: 1, column: 1, found: String(rows.length) }] }
  const minutes = rows[0]!.slice(1).map((_, column) => number(0, column + 1, 2, 2880))
  const years = rows.slice(1).map((_, line) => number(line + 1, 0, 1, 1000))
  const depths = rows.slice(1).map((row, line) => {
    if (row.length !== minutes.length + 1) tell('ragged', line + 1, row.length)
    return minutes.map((_, column) => number(line + 1, column + 1, 0.1, 1000, unit))
  })
  const rising = (values: readonly number[]) => values.findIndex((value, i) => i > 0 && value < values[i - 1]!)
  if (problems.length === 0) {
    if (rising(minutes) > 0) tell('order', 0, rising(minutes) + 1)
    if (rising(years) > 0) tell('order', rising(years) + 1, 0)
    depths.forEach((row, line) => rising(row) > 0 && tell('order', line + 1, rising(row) + 1))
    minutes.forEach((_, column) => {
      const at = rising(depths.map((row) => row[column]!))
      if (at > 0) tell('order', at + 1, column + 1)
    })
  }
  return problems.length > 0 ? { problems } : { table: { years, minutes, depths } }
}
