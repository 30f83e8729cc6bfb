import type { Say } from '~/locales/messageIds'
import type { End } from '#core/scheme'
import type { UnitSystem } from '#core/units/quantity'

/** Vulgar fractions that the typefaces have. */
const FRACTIONS: Record<string, string> = { '1/2': '½', '3/4': '¾', '1/4': '¼' }
/** Hose by its bore, as an American shop says it. */
const HOSE_INCHES: Record<string, string> = { '13': '½', '16': '5/8', '19': '¾', '25': '1', '32': '1¼', '40': '1½' }
const IN_MM = new Set<End['type']>(['downpipe-round', 'downpipe-square', 'metric'])

const inches = (size: string) => size.replace(/^(\d+)-(\d\/\d)$/, (_, whole: string, part: string) => `${whole}${FRACTIONS[part]}`)

/** A size as the shop says it: `68 mm`, `1¼ in`, `2 × 3 in`; for a hole its seal. */
export function sizeWords({ type, size }: Pick<End, 'type' | 'size'>, say: Say, system: UnitSystem): string {
  if (type === 'wall') return say(`build.seal.${size}`)
  if (type === 'tote') return 'S60×6'
  if (type === 'hose') return system === 'imperial' ? `${HOSE_INCHES[size] ?? size}\u00A0in` : `${size}\u00A0mm`
  // In inches where they are small numbers: nobody sells such pipe of 6 mm.
  if (IN_MM.has(type) || (type === 'corrugated' && Number(size) > 12)) return `${size}\u00A0mm`
  return `${FRACTIONS[size] ?? inches(size.replace('x', ' × '))}\u00A0in`
}

/** Kind and size, without which side of a joint it is. */
export const pipeWords = (one: Pick<End, 'type' | 'size'>, say: Say, system: UnitSystem): string =>
  say(`build.end.${one.type}`, { size: sizeWords(one, say, system) })

/** Kinds whose two sides are called by other words than male and female. */
const SIDED = new Set<End['type']>(['downpipe-round', 'downpipe-square', 'downpipe-rect', 'sch40', 'metric', 'corrugated', 'hose'])

/** An end in words: `68 mm round pipe spigot`. */
export function endWords({ type, size, gender }: End, say: Say, system: UnitSystem): string {
  const pipe = pipeWords({ type, size }, say, system)
  if (type === 'wall') return pipe
  return `${pipe} ${say(`build.end.${gender}.${SIDED.has(type) ? type : 'other'}`)}`
}
