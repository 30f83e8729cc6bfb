import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { assess } from '../assess'
import { designInflow } from './designFlow'
import { pearLane, tanneryRow, withyHard } from '../demo'
import { buildWaterPath } from '../path/waterPath'
import { schemeFlows } from '../storm/schemeFlows'
import { stubFlow } from '../overflow/stub'
import { surplusWays, takenBy, wayFlow, wayHead } from './waysOut'

const ALL = [...ARRANGEMENTS.map((make) => make()), ...[pearLane(), tanneryRow(), withyHard()].flatMap(({ schemes }) => schemes)]
const found = (scheme: Parameters<typeof assess>[0], id: string) => assess(scheme).findings.filter((each) => each.id === id)

/** Four linked totes under two roofs, each with a pipe of its own into another tote. */
const fourTotes = ARRANGEMENTS[12]!
/** Two butts, the first running over into the second. */
const twoButts = ARRANGEMENTS[7]!

describe('what has to run off', () => {
  it('is the sum of every pipe that leads into the store, wherever its overflow is', () => {
    for (const scheme of ALL) {
      const path = buildWaterPath(scheme)
      for (const { id, arrangement } of scheme.stores) {
        if (arrangement === 'cascade') continue
        const [only, ...rest] = surplusWays(path, id)
        expect(rest).toEqual([])
        expect(only!.arriving).toBeCloseTo(
          path.intakes.get(id)!.reduce((sum, intake) => sum + designInflow(path, intake), 0),
          12,
        )
      }
    }
  })
  it('two pipes of 42 m² each bring 1.75 L/s together: an overflow that passes 1.4 is too small, though it takes either', () => {
    const scheme = produce(fourTotes(), (draft) => {
      draft.overflows[0] = { ...draft.overflows[0]!, mouth: 'stub', bore: 0.0525, end: 0 }
      const port = draft.stores[0]!.vessels[0]!.ports.find(({ role }) => role === 'overflow')!
      Object.assign(port, { bore: 0.0525, at: 1.105 - 0.06 })
    })
    const [surplus] = surplusWays(buildWaterPath(scheme), 'store')
    expect(surplus!.arriving * 1e3).toBeCloseTo((75 * 84) / 3600, 9)
    expect(surplus!.passes).toBeCloseTo(stubFlow(0.0525, 0.06), 6)
    expect(surplus!.passes * 2).toBeGreaterThan(surplus!.arriving)
    expect(found(scheme, 'overflowTooSmall')).toMatchObject([{ severity: 'goes-wrong', values: { how: 'mouth' } }])
  })
  it('counts on a vessel that no pipe leads into', () => {
    const scheme = produce(fourTotes(), (draft) => {
      const last = draft.stores[0]!.vessels.at(-1)!
      const [hole] = draft.stores[0]!.vessels[0]!.ports.filter(({ role }) => role === 'overflow')
      draft.stores[0]!.vessels[0]!.ports = draft.stores[0]!.vessels[0]!.ports.filter(({ role }) => role !== 'overflow')
      last.ports.push({ ...hole!, id: 'far-over', bore: 0.0209, at: 1 })
      draft.overflows[0] = { ...draft.overflows[0]!, mouth: 'stub', bore: 0.0209, from: { vessel: last.id, port: 'far-over' } }
    })
    expect(found(scheme, 'overflowTooSmall')).toMatchObject([{ ids: { vessel: 'right-2', port: 'far-over' } }])
  })
  it('in a cascade goes on from vessel to vessel, and the pipe between is held to it', () => {
    const path = buildWaterPath(twoButts())
    const [first, second] = surplusWays(path, 'store')
    expect(second!.arriving).toBeCloseTo(first!.arriving, 12)
    const thin = produce(twoButts(), (draft) => {
      draft.stores[0]!.links[0]!.bore = 0.0158
    })
    expect(found(thin, 'overflowTooSmall')).toMatchObject([{ ids: { vessel: 'first', port: 'over' } }])
    // What the thin pipe does not take runs over the first rim and never comes to the second.
    const [, behind] = surplusWays(buildWaterPath(thin), 'store')
    expect(behind!.arriving).toBeLessThan(second!.arriving)
  })
  it('goes through the narrower of hole and pipe', () => {
    const scheme = produce(ARRANGEMENTS[2]!(), (draft) => {
      draft.stores[0]!.vessels[0]!.ports.find(({ role }) => role === 'overflow')!.bore = 0.0158
    })
    const [surplus] = surplusWays(buildWaterPath(scheme), scheme.stores[0]!.id)
    const [way] = surplus!.ways
    expect(surplus!.passes).toBeCloseTo(stubFlow(0.0158, way!.rim - way!.starts), 9)
  })
})

describe('one law for the sheet and for the storm', () => {
  it('every overflow passes the same at every level, within what sampling costs', () => {
    let tried = 0
    for (const scheme of ALL) {
      const path = buildWaterPath(scheme)
      const built = schemeFlows(path, { opened: [] }, [], [...path.vessels.values()])
      for (const { id } of scheme.stores)
        for (const way of surplusWays(path, id).flatMap(({ ways }) => ways)) {
          const at = built.names.findIndex((name) => name.kind === 'overflow' && name.id === way.id)
          if (way.kind !== 'overflow' || at < 0) continue
          for (const over of [0.01, 0.03, 0.06]) {
            const level = way.starts + over
            const [sheet, storm] = [wayFlow(way, level), built.flows[at]!.law(level, -100)]
            expect(Math.abs(storm - sheet)).toBeLessThan(0.03 * sheet + 1e-6)
            tried++
          }
        }
    }
    expect(tried).toBeGreaterThan(30)
  })
  it('is too small exactly where the head that it wants is more than there is', () => {
    for (const scheme of ALL) {
      const path = buildWaterPath(scheme)
      for (const surplus of scheme.stores.flatMap(({ id }) => surplusWays(path, id)))
        for (const way of surplus.ways) {
          if (way.rim <= way.starts || surplus.arriving === 0) continue
          const { needed } = wayHead(way, takenBy(surplus, way))
          expect(surplus.passes >= surplus.arriving).toBe(needed <= way.rim - way.starts + 1e-6)
        }
    }
  })
})
