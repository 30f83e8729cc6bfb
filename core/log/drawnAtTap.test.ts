import { describe, expect, it } from 'vitest'
import { demoJobs } from '../demo'
import { GRAVITY } from '../units/constants'
import { buildWaterPath } from '../path/waterPath'
import type { Entry, Scheme, Tap } from '../scheme'
import { drawnAtTap, levelBefore } from './drawnAtTap'
import { momentOf } from './moment'

const [boathouse, studio] = demoJobs()
/** A butt with upright walls of so much area and a bare tap, so that Torricelli's law alone holds. */
function upright(area: number): { scheme: Scheme; tap: Tap } {
  const [scheme] = boathouse!.schemes
  const tap: Tap = { ...scheme!.taps[0]!, hose: undefined }
  const stores = scheme!.stores.map((store) => ({
    ...store,
    vessels: store.vessels.map((vessel) => ({
      ...vessel,
      body: { kind: 'upright' as const, floor: vessel.body.floor, rim: vessel.body.rim, area },
    })),
  }))
  return { scheme: { ...scheme!, stores, taps: [tap] } as Scheme, tap }
}

describe('what runs out of a tap that stands open', () => {
  const AREA = 0.24
  const { scheme, tap } = upright(AREA)
  const path = buildWaterPath(scheme)
  const port = path.vessels.get(tap.vessel)!.vessel.ports.find(({ id }) => id === tap.port)!
  const spout = port.at - tap.spoutBelow
  /** Torricelli's closed form with the tap's own losses: the root of the head falls by the same each second. */
  const torricelli = (height: number, minutes: number) => {
    const losses = 8 + 0.5 + 1
    const pace = (Math.PI / 4) * tap.bore ** 2 * Math.sqrt((2 * GRAVITY) / losses)
    const head = height - spout
    const root = Math.max(0, Math.sqrt(head) - (pace * minutes * 60) / (2 * AREA))
    return AREA * (head - root ** 2)
  }
  it.each([0.5, 3, 10, 20])('falls by Torricelli for %s minutes', (minutes) => {
    const drawn = drawnAtTap(path, tap, 0.8, minutes)
    expect(drawn).toBeGreaterThan(0)
    expect(drawn / torricelli(0.8, minutes)).toBeCloseTo(1, 3)
  })

  it('is nothing in no time, and nothing where the water stands below the spout', () => {
    expect(drawnAtTap(path, tap, 0.8, 0)).toBe(0)
    expect(drawnAtTap(path, tap, spout - 0.01, 30)).toBe(0)
  })

  it('ends at the spout, however long it stands open', () => {
    expect(drawnAtTap(path, tap, 0.8, 24 * 60)).toBeCloseTo(AREA * (0.8 - spout), 3)
  })

  it('comes from all that are linked: from four alike as from one in a quarter of the time, four times', () => {
    const [one, four] = [studio!.schemes[0]!, studio!.schemes[2]!]
    const after = (scheme: Scheme, minutes: number) => drawnAtTap(buildWaterPath(scheme), scheme.taps[0]!, 0.8, minutes)
    expect(four.stores[0]!.vessels).toHaveLength(4)
    expect(after(four, 20) / (4 * after(one, 5))).toBeCloseTo(1, 3)
  })
})

describe('the last level before a moment', () => {
  const four = studio!.schemes[2]!
  const path = buildWaterPath(four)
  const [first, second] = four.stores[0]!.vessels
  const read = (vessel: string, day: number, deep: number): Entry => ({
    kind: 'level',
    id: `l${day}`,
    at: `2026-06-0${day}T08:00Z`,
    vessel,
    by: 'floor',
    value: deep,
  })
  const log = [read(first!.id, 1, 0.5), read(second!.id, 3, 0.7), read(first!.id, 5, 0.4)]
  const before = (day: number, of = path, vessel = first!.id) => levelBefore(of, log, vessel, momentOf(`2026-06-0${day}T09:00Z`).instant)

  it('is of any vessel that shares it, over the foot of the one that is asked for', () => {
    expect(before(4)!.entry.id).toBe('l3')
    const [mine, read] = [first!, second!].map(({ id }) => path.vessels.get(id)!)
    expect(before(4)!.height).toBeCloseTo(read!.foot + read!.vessel.body.floor + 0.7 - mine!.foot, 9)
    expect(before(6)!.entry.id).toBe('l5')
    expect(levelBefore(path, log, first!.id, momentOf('2026-06-01T07:59Z').instant)).toBeUndefined()
    expect(levelBefore(path, log, first!.id, momentOf('2026-06-01T08:00Z').instant)!.entry.id).toBe('l1')
  })

  it('is its own alone where it shares none', () => {
    const cascade = buildWaterPath({ ...four, stores: four.stores.map((store) => ({ ...store, arrangement: 'cascade' as const })) })
    expect(before(4, cascade)!.entry.id).toBe('l1')
    expect(before(4, cascade, second!.id)!.entry.id).toBe('l3')
  })
})
