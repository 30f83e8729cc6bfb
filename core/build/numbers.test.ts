import { describe, expect, it } from 'vitest'
import { tanneryRow } from '../demo'
import { buildWaterPath } from '../path'
import { assemble, numberParts, plainPartsInputs } from './index'

describe('numberParts', () => {
  const assembly = assemble(buildWaterPath(tanneryRow().schemes[2]!), plainPartsInputs('imperial'))
  const { parts } = assembly
  const numbers = numberParts(assembly)
  it('counts from one without a gap, and gives none to what is there already', () => {
    const used = [...new Set(numbers.values())].toSorted((a, b) => a - b)
    expect(used).toEqual(used.map((_, i) => i + 1))
    for (const { key, there } of parts) if (there) expect(numbers.has(key)).toBe(false)
    for (const { key, there, drawn } of parts) if (drawn && !there) expect(numbers.has(key)).toBe(true)
  })
  it('has one number for all layers of a base', () => {
    const layers = parts.filter(({ key, there }) => key.startsWith('base:tote:') && !there).map(({ key }) => numbers.get(key))
    expect(layers.length).toBeGreaterThan(3)
    expect(new Set(layers)).toEqual(new Set([numbers.get('base:tote')]))
  })
})
