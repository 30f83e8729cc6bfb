import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../../arrangements'
import { demoJobs, tanneryRow } from '../../demo'
import { buildWaterPath } from '../../path'
import { padsOf, ROUND } from '../../vessel'
import { plainPartsInputs, planBuild } from '../index'

const plan = (scheme: Parameters<typeof buildWaterPath>[0]) => planBuild(buildWaterPath(scheme), plainPartsInputs('metric'))

describe('the ground under the vessels', () => {
  it('is dug once for four totes that stand on one pad, and every base is built on it', () => {
    const four = tanneryRow().schemes[2]!
    const [pad] = padsOf(four.stores[0]!, buildWaterPath(four).layout.vessels)
    expect(pad!.vessels).toHaveLength(4)
    const { steps, bill } = plan(four)
    const digs = steps.filter(({ kind }) => kind === 'dig')
    expect(digs).toHaveLength(1)
    expect(digs[0]!.on).toBe(four.stores[0]!.vessels.map(({ name }) => name).join(', '))
    expect(digs[0]!.values.width).toMatchObject({ value: pad!.width + 2 * ROUND })
    const area = (pad!.width + 2 * ROUND) * (pad!.depth + 2 * ROUND)
    expect(bill.lines.find(({ item }) => item === 'base:gravel')!.takeoff).toBeCloseTo(area * 0.1, 9)
    const at = (id: string) => steps.findIndex((step) => step.id === id)
    for (const { id } of pad!.vessels) {
      expect(at(`base:${id}`)).toBeGreaterThan(at(`gravel:${pad!.vessels[0]!.id}`))
      expect(at(`set:${id}`)).toBeGreaterThan(at(`base:${id}`))
    }
  })

  it.each(
    [...demoJobs().flatMap(({ schemes }) => schemes), ...ARRANGEMENTS.map((make) => make())].map(
      (scheme) => [scheme.name, scheme] as const,
    ),
  )('of %s: a base for every vessel that stands on one, none for what stands on another vessel', (_, scheme) => {
    const { steps, assembly } = plan(scheme)
    for (const vessel of scheme.stores.flatMap(({ vessels }) => vessels)) {
      const built = steps.filter(({ id }) => id === `base:${vessel.id}`)
      // What is dug and cast for the pad is no second base.
      const wants = vessel.on === undefined && vessel.base.parts.some(({ kind }) => !['deck', 'gravel-pad', 'slab'].includes(kind))
      expect([vessel.id, built.length]).toEqual([vessel.id, wants ? 1 : 0])
      if (vessel.on !== undefined || vessel.base.parts.length === 0)
        expect(assembly.parts.filter(({ key }) => key.startsWith(`base:${vessel.id}:`) && !key.endsWith(':tie'))).toEqual([])
    }
  })
})
