import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS, fitStarter, starterFits } from '../arrangements'
import { assess } from '../assess'
import { planBuild, plainPartsInputs } from '../build'
import { newJob } from '../demo'
import { buildWaterPath } from '../path'
import type { Scheme } from '../scheme'
import { soldIn, soldInstead } from '../vessel/catalogue'
import { addOverflow, addVessel } from './index'
import { withGoods } from './goods'
import { homeOf } from './home'

/** What is sold in the other country only, by what lines of the bill and fittings are called. */
const ABROAD = { metric: /sch40|npt|downpipe-rect|hose-thread|k-style/, imperial: /metric|bsp|downpipe-round|downpipe-square/ }
const SYSTEMS = ['metric', 'imperial'] as const
const fresh = (system: (typeof SYSTEMS)[number]) => newJob('fresh', 'Fresh', system === 'metric' ? 'en-GB' : 'en-US', system).schemes[0]!

function foreign(scheme: Scheme, system: (typeof SYSTEMS)[number]): string[] {
  const { bill, assembly } = planBuild(buildWaterPath(scheme), plainPartsInputs(system))
  const told = [...bill.lines.map(({ item }) => item), ...assembly.joints.flatMap(({ placed }) => placed.map(({ fitting }) => fitting.id))]
  return [...new Set(told)].filter((item) => ABROAD[system].test(item))
}

describe.each(SYSTEMS)('a job in %s', (system) => {
  it('begins with its own country’s goods, on its own country’s blocks, and has nothing of the other’s on its bill', () => {
    const scheme = fresh(system)
    expect(foreign(scheme, system)).toEqual([])
    expect(homeOf(scheme)).toBe(system)
    const [{ base, family }] = scheme.stores[0]!.vessels as [Scheme['stores'][number]['vessels'][number]]
    expect([family, base.parts]).toEqual(
      system === 'imperial' ? ['drum', [{ kind: 'blocks', height: 0.4064 }]] : ['butt', [{ kind: 'blocks', height: 0.48 }]],
    )
    expect(scheme.gutters[0]!.profile).toBe(system === 'imperial' ? 'k-style' : 'half-round')
    expect(assess(scheme).findings.filter(({ severity }) => severity === 'stops')).toEqual([])
  })
  it('keeps to them when it grows', () => {
    const scheme = fresh(system)
    const grown = addOverflow(addVessel(addVessel(scheme, 'store'), 'store'), 'butt')
    expect(foreign(grown, system)).toEqual([])
  })
  it.each(ARRANGEMENTS.map((make, i) => [i + 1, make()] as const))(
    'takes starter %i in them, on its own pipes where it fits',
    (_, made) => {
      const own = withGoods(made, system)
      expect(foreign(own, system)).toEqual([])
      expect(withGoods(own, system)).toEqual(own)
      const faults = ['holesTooNear', 'noRoomForFittings', 'vesselsOverlap', 'endsDoNotMate', 'noFittingExists']
      expect(assess(own).findings.filter(({ id }) => faults.includes(id))).toEqual([])
      if (starterFits(fresh(system), made)) expect(foreign(fitStarter(fresh(system), own), system)).toEqual([])
    },
  )
  it('is offered the vessels that are sold there', () => {
    for (const { key } of soldIn(system)) expect(soldInstead(key, system)).toBeUndefined()
    expect(soldIn(system).some(({ key }) => key.endsWith('g') && key.startsWith('tank'))).toBe(system === 'imperial')
  })
})
