import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { demoJobs, tanneryRow } from '../demo'
import { parseInput, scheme as schemeSchema } from '../scheme'
import { BrokenPathError, brokenReferences, buildWaterPath } from './waterPath'

const made = ARRANGEMENTS.map((make, index) => [index + 1, make()] as const)

describe('the arrangements people build', () => {
  it('are twenty-one', () => {
    expect(made).toHaveLength(21)
    expect(new Set(made.map(([, { id }]) => id)).size).toBe(21)
  })
  it.each(made)('%i can be said in the document and its path built', (_, scheme) => {
    expect(parseInput(schemeSchema, JSON.parse(JSON.stringify(scheme)))).toBeTruthy()
    const path = buildWaterPath(scheme)
    const reached = new Set(path.edges.flatMap(({ from, to }) => [from, to]))
    for (const node of path.nodes.values()) expect(reached).toContain(node.key)
    for (const { from, to } of path.edges)
      expect([path.nodes.has(from), path.nodes.has(to), `${from} ${to}`]).toEqual([true, true, `${from} ${to}`])
    expect([...path.intakes.values()].flat().length).toBeGreaterThan(0)
  })
  it('rain reaches every store that is not fed by a pump', () => {
    for (const [, scheme] of made) {
      const path = buildWaterPath(scheme)
      const pumped = new Set(scheme.pumps.flatMap(({ to }) => (to.kind === 'vessel' ? [path.vessels.get(to.vessel)!.store.id] : [])))
      for (const [store, intakes] of path.intakes) expect(intakes.length > 0 || pumped.has(store)).toBe(true)
    }
  })
  it('a lower roof hands on what an upper one sheds', () => {
    const path = buildWaterPath(ARRANGEMENTS[19]!())
    const sections = path.feeds.get('drop-right')!.map(({ section }) => section.id)
    expect(new Set(sections)).toEqual(new Set(['upper', 'front']))
  })
  it('stacked vessels stand on one another', () => {
    const path = buildWaterPath(ARRANGEMENTS[13]!())
    expect(path.vessels.get('upper')!.foot).toBeCloseTo(0.15 + 1.168, 9)
  })
})

describe('references', () => {
  const [first] = demoJobs()
  const scheme = first!.schemes[0]!
  it('hold in the demo jobs', () => {
    for (const job of demoJobs()) for (const each of job.schemes) expect(brokenReferences(each)).toEqual([])
  })
  it('that lead nowhere are told with their place', () => {
    const broken = structuredClone(scheme)
    broken.gutters[0]!.outlets[0]!.drop = 'nowhere'
    broken.taps[0]!.port = 'gone'
    expect(brokenReferences(broken)).toEqual([
      { path: 'gutters[0].outlets[0].drop', problem: 'noPart', values: { id: 'nowhere' } },
      { path: 'taps[0].port', problem: 'noPart', values: { id: 'gone' } },
    ])
    expect(() => buildWaterPath(broken)).toThrow(BrokenPathError)
  })
  it('twice the same id is told', () => {
    const twice = structuredClone(scheme)
    twice.sections[1]!.id = twice.sections[0]!.id
    expect(brokenReferences(twice)).toMatchObject([{ path: 'sections[1]', problem: 'partTwice' }])
    // Whatever has an id of its own: what is laid out, drawn and bought is kept under it.
    const four = structuredClone(tanneryRow().schemes[2]!)
    const lists: [string, { id: string }[]][] = [
      ['sections', four.sections],
      ['gutters[0].outlets', four.gutters[0]!.outlets],
      ['drops', four.drops],
      ['drops[0].devices', four.drops[0]!.devices],
      ['stores[0].vessels', four.stores[0]!.vessels],
      ['stores[0].vessels[0].ports', four.stores[0]!.vessels[0]!.ports],
      ['stores[0].links', four.stores[0]!.links],
      ['overflows', four.overflows],
      ['taps', four.taps],
      ['demands', four.demands],
    ]
    for (const [path, list] of lists) {
      const last = list.at(-1)!
      list.push(last)
      expect([
        path,
        brokenReferences(four).some((found) => found.problem === 'partTwice' && found.path === `${path}[${list.length - 1}]`),
      ]).toEqual([path, true])
      list.pop()
    }
    expect(brokenReferences(four)).toEqual([])
  })
  it('a ring is told', () => {
    const ring = structuredClone(scheme)
    ring.sections[0]!.shedsTo = { kind: 'section', section: 'lane' }
    ring.sections[1]!.shedsTo = { kind: 'section', section: 'river' }
    expect(brokenReferences(ring)).toContainEqual({ path: 'sections[0]', problem: 'ring', values: { id: 'river' } })
  })
})

describe('links that cannot be', () => {
  const three = () => structuredClone(ARRANGEMENTS[17]!())
  it('one that leads to its own vessel is told', () => {
    const scheme = three()
    scheme.stores[0]!.links[0]!.to = { ...scheme.stores[0]!.links[0]!.from }
    expect(brokenReferences(scheme)).toEqual([{ path: 'stores[0].links[0]', problem: 'linkToItself', values: { id: 'settle' } }])
  })
  it('a cascade that comes back to where it began is a ring; a ring of low links is none', () => {
    const scheme = three()
    const [link] = scheme.stores[0]!.links
    scheme.stores[0]!.links.push({ ...link!, id: 'back', from: { vessel: 'third', port: 'over' }, to: { vessel: 'settle', port: 'in' } })
    expect(brokenReferences(scheme)).toMatchObject([{ path: 'stores[0].vessels[0]', problem: 'ring' }])
    scheme.stores[0]!.links.forEach((each) => (each.kind = 'low'))
    expect(brokenReferences(scheme)).toEqual([])
  })
  it('pipes that end in one another, and vessels that stand on one another, are rings, each told where it stands', () => {
    const scheme = three()
    scheme.drops.push({ ...scheme.drops[0]!, id: 'second', devices: [], end: { kind: 'drop', drop: scheme.drops[0]!.id } })
    expect(brokenReferences(scheme)).toEqual([])
    scheme.drops[0]!.end = { kind: 'drop', drop: 'second' }
    expect(brokenReferences(scheme).map(({ path, problem }) => [path, problem])).toEqual([
      ['drops[0]', 'ring'],
      [`drops[${scheme.drops.length - 1}]`, 'ring'],
    ])
    const stacked = three()
    const [lower, upper] = stacked.stores[0]!.vessels
    upper!.on = lower!.id
    expect(brokenReferences(stacked)).toEqual([])
    lower!.on = upper!.id
    expect(brokenReferences(stacked).map(({ path, problem }) => [path, problem])).toEqual([
      ['stores[0].vessels[0]', 'ring'],
      ['stores[0].vessels[1]', 'ring'],
    ])
  })
  it('a pump does not lift into the vessel that it draws from, nor twice into one', () => {
    const scheme = structuredClone(ARRANGEMENTS[8]!())
    const pump = scheme.pumps[0]!
    if (pump.to.kind !== 'vessel') throw new Error('it lifts into a header')
    const { vessel, port } = pump.to
    pump.to = { ...pump.to, also: { vessel, port } }
    expect(brokenReferences(scheme)).toEqual([{ path: 'pumps[0].to.also', problem: 'linkToItself', values: { id: vessel } }])
    pump.to = { kind: 'vessel', ...pump.from }
    expect(brokenReferences(scheme)).toEqual([{ path: 'pumps[0].to', problem: 'linkToItself', values: { id: pump.from.vessel } }])
  })
  it('a tap opened in the trial must be there', () => {
    const scheme = three()
    scheme.trial.opened = [{ tap: 'gone', from: 0, lasts: 60 }]
    expect(brokenReferences(scheme)).toEqual([{ path: 'trial.opened[0].tap', problem: 'noPart', values: { id: 'gone' } }])
  })
})

describe('every reference of every scheme', () => {
  /** Fields that hold the id of something else in the scheme. */
  const LEADS = new Set(['drop', 'gutter', 'section', 'vessel', 'port', 'place', 'tap', 'pump', 'demand', 'on'])
  /** Where a document leads from one of its parts to another: what to write there, and its path. */
  function* leads(at: unknown, path: string): Generator<{ path: string; to: (id: string) => void }> {
    if (typeof at !== 'object' || at === null) return
    for (const [key, value] of Object.entries(at)) {
      const here = Array.isArray(at) ? `${path}[${key}]` : path === '' ? key : `${path}.${key}`
      if (typeof value === 'string' && LEADS.has(key)) yield { path: here, to: (id) => ((at as Record<string, unknown>)[key] = id) }
      else yield* leads(value, here)
    }
  }
  it('that leads nowhere is told at its own place', () => {
    const seen = new Set<string>()
    for (const made of [...demoJobs().flatMap(({ schemes }) => schemes), ...ARRANGEMENTS.map((make) => make())]) {
      const count = [...leads(made, '')].length
      for (let n = 0; n < count; n++) {
        const broken = structuredClone(made)
        const { path, to } = [...leads(broken, '')][n]!
        to('nowhere')
        expect(brokenReferences(broken)).toContainEqual({ path, problem: 'noPart', values: { id: 'nowhere' } })
        seen.add(path.replaceAll(/\d+/g, '#'))
      }
    }
    // What a vessel stands on, a bypass and a pump's way to a vessel are led to as well as pipes and taps.
    for (const path of [
      'stores[#].vessels[#].on',
      'drops[#].devices[#].to.vessel',
      'pumps[#].from.port',
      'demands[#].from.tap',
      'overflows[#].to.drop',
    ])
      expect([...seen]).toContain(path)
    expect(seen.size).toBeGreaterThan(20)
  })
})
