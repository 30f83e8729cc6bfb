/** Keys that lead a file, so that a reader sees at once what it is. */
const FIRST = ['format', 'version', 'id', 'kind', 'name']

function order(a: string, b: string): number {
  const [i, j] = [FIRST.indexOf(a), FIRST.indexOf(b)]
  if (i >= 0 || j >= 0) return (i < 0 ? FIRST.length : i) - (j < 0 ? FIRST.length : j)
  return a < b ? -1 : 1
}

function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted)
  if (typeof value !== 'object' || value === null) return value
  const entries = Object.entries(value).filter(([, part]) => part !== undefined)
  return Object.fromEntries(entries.sort(([a], [b]) => order(a, b)).map(([key, part]) => [key, sorted(part)]))
}

/** Long runs of plain numbers (rain) go on one line; everything else is indented to be read. */
function computeLayout(value: unknown, indent: string): string {
  if (Array.isArray(value)) {
    if (value.every((part) => typeof part === 'number' || part === null)) return JSON.stringify(value)
    if (value.length === 0) return '[]'
    return `[\n${value.map((part) => `${indent}  ${computeLayout(part, `${indent}  `)}`).join(',\n')}\n${indent}]`
  }
  if (typeof value === 'object' && value !== null) {
    const entries = Object.entries(value)
    if (entries.length === 0) return '{}'
    return `{\n${entries.map(([key, part]) => `${indent}  ${JSON.stringify(key)}: ${computeLayout(part, `${indent}  `)}`).join(',\n')}\n${indent}}`
  }
  return JSON.stringify(value)
}

/** The one text of a document: the same content gives the same bytes, whatever order its keys were made in. */
export function canonicalJson(document: unknown): string {
  return `${computeLayout(sorted(document), '')}\n`
}
