/** A pipe as it is sold, and the true inside of it. */
export interface NamedBore {
  key: string
  /** Message id under `bore.`: sizes are said as the shop says them. */
  system: 'metric' | 'imperial'
  /** Inner and outer diameter, m. */
  bore: number
  outside: number
}

/**
 * True bores of the pipes that people make chambers and carrying pipes from.
 *
 * Source: metric sizes common practice, no published source; Schedule 40 dimensions ASTM D1785, from memory.
 */
export const NAMED_BORES: readonly NamedBore[] = [
  { key: 'dp-68', system: 'metric', bore: 0.064, outside: 0.068 },
  { key: 'pvc-82', system: 'metric', bore: 0.076, outside: 0.082 },
  { key: 'pvc-110', system: 'metric', bore: 0.1036, outside: 0.11 },
  { key: 'pvc-160', system: 'metric', bore: 0.1536, outside: 0.16 },
  { key: 'sch40-2', system: 'imperial', bore: 0.0525, outside: 0.0603 },
  { key: 'sch40-3', system: 'imperial', bore: 0.0779, outside: 0.0889 },
  { key: 'sch40-4', system: 'imperial', bore: 0.1023, outside: 0.1143 },
  { key: 'sch40-6', system: 'imperial', bore: 0.1541, outside: 0.1683 },
]

/**
 * Pipes that vessels are linked, emptied and overflowed by, thinnest first: bores as in `NAMED_BORES`.
 *
 * Source: metric sizes common practice; Schedule 40 dimensions ASTM D1785, from memory.
 */
export const STORE_BORES: Readonly<Record<NamedBore['system'], readonly Pick<NamedBore, 'key' | 'bore'>[]>> = {
  metric: [
    { key: 'hose-19', bore: 0.019 },
    { key: 'hose-25', bore: 0.025 },
    { key: 'pvc-32', bore: 0.0284 },
    { key: 'pvc-40', bore: 0.0364 },
    { key: 'pvc-50', bore: 0.0464 },
    { key: 'pvc-82', bore: 0.076 },
    { key: 'pvc-110', bore: 0.1036 },
  ],
  imperial: [
    { key: 'sch40-34', bore: 0.0209 },
    { key: 'sch40-1', bore: 0.0266 },
    { key: 'sch40-114', bore: 0.0351 },
    { key: 'sch40-112', bore: 0.0409 },
    { key: 'sch40-2', bore: 0.0525 },
    { key: 'sch40-3', bore: 0.0779 },
    { key: 'sch40-4', bore: 0.1023 },
  ],
}

/** Hoses that a diverter's spigot is sold for, inner diameter, m. Common practice. */
export const HOSE_BORES: readonly number[] = [0.013, 0.016, 0.019, 0.025, 0.032, 0.04]
