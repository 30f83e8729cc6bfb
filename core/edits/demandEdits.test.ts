import { describe, expect, it } from 'vitest'
import { withyHard } from '../demo'
import { dailyDemand } from '../draw/demandDays'
import { demand as demandSchema, type Demand } from '../scheme'
import { demandAs } from './demandEdits'

const KINDS = ['cans', 'volume', 'animals', 'task', 'bed'] as const
const NONE = { thirst: new Float64Array(367) }
const [cans, litres] = withyHard().schemes[0]!.demands as [Demand, Demand]

describe('a demand told another way', () => {
  it.each(KINDS)('as %s is valid, and keeps name, rank and where it is drawn', (kind) => {
    const next = demandAs({ ...cans, skipAfterRain: 4 }, kind)
    expect(demandSchema.validateSync(JSON.parse(JSON.stringify(next)), { strict: true })).toBeTruthy()
    expect(next).toMatchObject({ kind, id: cans.id, name: cans.name, priority: cans.priority, from: cans.from, skipAfterRain: 4 })
  })
  it('cans become the same litres, and litres the same cans', () => {
    const asLitres = demandAs(cans, 'volume')
    expect(dailyDemand(asLitres, NONE)).toEqual(dailyDemand(cans, NONE).map((each) => expect.closeTo(each, 9)))
    const asCans = demandAs(litres, 'cans', 0.005)
    expect(dailyDemand(asCans, NONE)[5]).toBeCloseTo(dailyDemand(litres, NONE)[5]!, 1)
    expect(demandAs(asLitres, 'cans', 0.01)).toMatchObject({ byMonth: cans.kind === 'cans' ? cans.byMonth : [] })
  })
  it('a bed or a task begins from its own defaults', () => {
    expect(demandAs(cans, 'bed')).toMatchObject({ use: 'edible-beds', months: [4, 5, 6, 7, 8, 9] })
    expect(demandAs(cans, 'task')).toMatchObject({ use: 'washing', weekdays: [6] })
  })
})
