import { baseHeight, computeLayout } from '../layout'
import { readFileSync } from 'node:fs'
import Ajv from 'ajv/dist/2020'
import fc from 'fast-check'
import { produce } from 'immer'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { demoJobs, demoRecords, newJob } from '../demo'
import { jobProblems } from '../path/jobProblems'
import { canonicalJson } from './canonical'
import { inputProblemText, InvalidInputError, readJobFile, writeJobFile } from './parseInput'
import { toJsonSchema } from './jsonSchema'
import { FILE_VERSION, jobFile, type Job } from './schema/job'
import type { DeviceOf } from './schema/drop'
import type { RainRecord as Kept } from './schema/rain'

// A year and a bit of each is enough for the form of a file, and quick to read many times.
const records = demoRecords().map((record) => ({ ...record, depths: record.depths.slice(0, 400) }))
const read = (text: string) => readJobFile(text, jobProblems)
const faults = (text: string): InvalidInputError => {
  try {
    read(text)
  } catch (error) {
    if (error instanceof InvalidInputError) return error
    throw error
  }
  throw new Error('it was let in')
}

/** Any valid job: a demo or a new one, with an arrangement for scheme and any amounts that the schema allows. */
const anyJob: fc.Arbitrary<Job> = fc
  .record({
    base: fc.constantFrom(...demoJobs(), newJob('fresh', 'Fresh', 'en-US', 'imperial')),
    arrangement: fc.nat({ max: 20 }),
    name: fc.string({ minLength: 1, maxLength: 100 }).filter((name) => name.trim() !== ''),
    scene: fc.string({ maxLength: 300 }),
    intensity: fc.double({ min: 5, max: 1000, noNaN: true }),
    height: fc.double({ min: 0, max: 12, noNaN: true }),
  })
  .map(({ base, arrangement, name, scene, intensity, height }) => {
    const scheme = { ...structuredClone(ARRANGEMENTS[arrangement]!()), designIntensity: intensity }
    scheme.stores[0]!.vessels[0]!.base.parts = [{ kind: 'blocks', height }]
    return { ...base, name, scene, schemes: [scheme], chosen: scheme.id }
  })

describe('a job file', () => {
  it('comes back byte for byte, for any valid job', () => {
    fc.assert(
      fc.property(anyJob, (job) => {
        const text = writeJobFile(job, records)
        const file = read(text)
        expect(writeJobFile(file.job, file.records)).toBe(text)
      }),
      { numRuns: 60 },
    )
  })
  it('is the same bytes whatever order its keys were made in', () => {
    expect(canonicalJson({ b: 1, a: { d: [1, null], c: 'x' } })).toBe(canonicalJson({ a: { c: 'x', d: [1, null] }, b: 1 }))
  })
  it('takes along only the record it leans on', () => {
    expect(read(writeJobFile(demoJobs()[0]!, records)).records.map(({ id }) => id)).toEqual(['demo-withy-rain'])
  })

  const good = () => JSON.parse(writeJobFile(demoJobs()[0]!, records)) as { job: Job; records: Kept[]; version: number }
  const spoil = (change: (file: ReturnType<typeof good>) => void) => {
    const file = good()
    change(file)
    return JSON.stringify(file)
  }
  it.each([
    ['text that is not JSON', '{"format": ', 'notJson'],
    ['another kind of file', '{"type":"FeatureCollection"}', 'notOurs'],
    ['a list', '[1,2]', 'notOurs'],
    ['a newer version', spoil((file) => (file.version = 99)), 'newer'],
  ])('%s is refused', (_, text, reason) => {
    expect(faults(text).reason).toBe(reason)
  })
  it('faults are told by path, all of them', () => {
    const { problems } = faults(
      spoil(({ job }) => {
        job.schemes[0]!.drops[0]!.bore = -1
        Object.assign(job.schemes[0]!.sections[0]!, { cover: 'straw', extra: 1 })
        Object.assign(job.schemes[0]!.drops[0]!.devices[1]!, { kind: 'magic' })
      }),
    )
    const paths = problems.map(({ path }) => path)
    expect(paths).toContain('job.schemes[0].drops[0].bore')
    expect(paths).toContain('job.schemes[0].sections[0].cover')
    expect(paths).toContain('job.schemes[0].drops[0].devices[1]')
    expect(paths).toContain('job.schemes[0].sections[0]')
  })
  it('a number written as text is not taken for one', () => {
    expect(faults(spoil(({ job }) => Object.assign(job.schemes[0]!, { designIntensity: '75' }))).problems[0]!.path).toBe(
      'job.schemes[0].designIntensity',
    )
  })
  it('loose ends are told by path', () => {
    expect(faults(spoil(({ job }) => (job.chosen = 'gone'))).problems).toMatchObject([{ path: 'job.chosen' }])
    expect(faults(spoil((file) => (file.records = []))).problems).toMatchObject([{ path: 'job.rain.record' }])
    expect(faults(spoil(({ job }) => (job.schemes[0]!.taps[0]!.vessel = 'gone'))).problems[0]!.path).toBe('job.schemes[0].taps[0].vessel')
  })
  it('a group of two hundred vessels, a link of no bore and a storm with words in it are told by path', () => {
    const [first] = good().job.schemes
    const many = Array.from({ length: 200 }, (_, i) => ({ ...first!.stores[0]!.vessels[0]!, id: `v${i}` }))
    expect(faults(spoil(({ job }) => (job.schemes[0]!.stores[0]!.vessels = many))).problems[0]!.path).toBe(
      'job.schemes[0].stores[0].vessels',
    )
    const end = { vessel: 'butt', port: 'in' }
    const link = { id: 'l', kind: 'low' as const, from: end, to: end, bore: 0, measured: undefined, valve: 'none' as const }
    expect(faults(spoil(({ job }) => job.schemes[0]!.stores[0]!.links.push(link))).problems[0]!.path).toBe(
      'job.schemes[0].stores[0].links[0].bore',
    )
    const wet = { kind: 'gauge', name: 'g', step: 300, depths: [1, 'lots'] }
    expect(faults(spoil(({ job }) => Object.assign(job.schemes[0]!.trial, { storm: wet }))).problems[0]!.path).toBe(
      'job.schemes[0].trial.storm.depths[1]',
    )
  })
  it('nothing but its own error comes out, whatever goes in', () => {
    const text = fc.oneof(
      fc.string(),
      fc.json(),
      fc.json().map((value) => `{"format":"vernal-cask-job","version":1,"job":${value},"records":[]}`),
      fc.json().map((value) => `{"format":"vernal-cask-job","version":2,"job":${value},"records":[]}`),
    )
    fc.assert(
      fc.property(text, (raw) => {
        expect(faults(raw)).toBeInstanceOf(InvalidInputError)
      }),
    )
  })
})

/** What an older file says that version 6 says in the same words: all but what follows from where things stand now. */
const FOLLOWS: Record<string, readonly string[]> = {
  base: ['kind', 'height', 'mass', 'footprint'],
  ports: ['clock'],
  links: ['length', 'fittings', 'from', 'to'],
  hose: ['length'],
  overflows: ['length'],
  vessels: ['place'],
  // One saw for the wall and the bench.
  drops: ['kerf'],
}
function stillSaid<T>(part: T, under = ''): T {
  // Ports and links that were one are two now: their lists are longer, so their entries are looked at one by one elsewhere.
  if (Array.isArray(part)) return part.map((each: unknown) => stillSaid(each, under)) as T
  if (typeof part !== 'object' || part === null) return part
  const kept = Object.entries(part).filter(([key]) => !(FOLLOWS[under] ?? []).includes(key) && key !== 'ports')
  return Object.fromEntries(kept.map(([key, value]) => [key, stillSaid<unknown>(value, key)])) as T
}

describe('a file of version 1', () => {
  const older = readFileSync(new URL('./older/version1.cask.json', import.meta.url), 'utf8')
  it('is brought up to today, and says all that it said', () => {
    const { job } = read(older)
    const before = (JSON.parse(older) as { job: Job }).job
    expect(job).toMatchObject(stillSaid(before))
    expect(job.seasonFactors).toEqual([1, 1, 1, 1])
    expect(job.schemes[0]).toMatchObject({ outletSchool: 'hydraulic', windOnPitch: false })
    expect(job.schemes[0]!.gutters[0]).toMatchObject({ board: 0, bucket: { result: 'not-tried' } })
    expect(job.schemes[2]!.demands[0]).toMatchObject({ skipAfterRain: 0 })
  })
  it('once brought up comes back byte for byte', () => {
    const file = read(older)
    const text = writeJobFile(file.job, file.records)
    const again = read(text)
    expect(writeJobFile(again.job, again.records)).toBe(text)
    expect(JSON.parse(text)).toMatchObject({ version: FILE_VERSION })
  })
  it('that is spoilt is refused with its paths, not brought up by guess', () => {
    const file = JSON.parse(older) as { job: { schemes: { gutters: unknown }[] } }
    file.job.schemes[0]!.gutters = 'none'
    expect(faults(JSON.stringify(file)).problems[0]!.path).toBe('job.schemes[0].gutters')
  })
})

describe('a file of version 2', () => {
  const older = readFileSync(new URL('./older/version2.cask.json', import.meta.url), 'utf8')
  const { job } = read(older)
  const devices = job.schemes.flatMap(({ drops }) => drops).flatMap((drop) => drop.devices)
  it('tells every device what it spends and how it is cut in, and keeps all else that it said', () => {
    const before = (JSON.parse(older) as { job: { schemes: { drops: { devices: Record<string, unknown>[] }[] }[] } }).job
    const old = before.schemes.flatMap(({ drops }) => drops).flatMap((drop) => drop.devices)
    expect(devices).toHaveLength(old.length)
    old.forEach(({ cutLength, drain, ...rest }, i) => {
      const across = rest.kind === 'carrying-pipe'
      const { length, bends: _, ...said } = rest as { length?: number; bends?: number }
      expect(devices[i]).toMatchObject(stillSaid(across ? said : rest))
      if (across) expect((devices[i] as { measured?: number }).measured).toBe(length)
      if (drain) expect(devices[i]).toMatchObject({ drain: drain as object })
      // The body that leaves the same gap: an inch of lap at either end.
      if (typeof cutLength === 'number') expect((devices[i] as { body: number }).body).toBeCloseTo(cutLength + 2 * 0.0254, 12)
    })
    expect(devices.find(({ kind }) => kind === 'first-flush')).toMatchObject({ branch: 0.1, drain: { emptied: 'each-rain' } })
    expect(job.ownParts).toEqual([])
    expect(job.schemes[0]!.drops.map(({ foot }) => foot)).toEqual(['shoe', 'gully'])
  })
  it('once brought up comes back byte for byte', () => {
    const file = read(older)
    const text = writeJobFile(file.job, file.records)
    const again = read(text)
    expect(writeJobFile(again.job, again.records)).toBe(text)
  })
})

describe('a file of version 3', () => {
  const older = readFileSync(new URL('./older/version3.cask.json', import.meta.url), 'utf8')
  const { job } = read(older)
  it('is given a storm by its own design rain, ends for its overflows and duties for its pumps, and keeps all that it said', () => {
    expect(job).toMatchObject(stillSaid((JSON.parse(older) as { job: Job }).job))
    expect(job.schemes.map(({ trial }) => trial.storm)).toEqual([
      { kind: 'triangle', depth: 50.8, minutes: 60, peak: 'centred' },
      { kind: 'triangle', depth: 50.8, minutes: 60, peak: 'centred' },
      { kind: 'triangle', depth: 37.5, minutes: 60, peak: 'centred' },
    ])
    expect(job.schemes[0]!.overflows[0]).toMatchObject({ end: 0 })
    expect(job.schemes[2]!.pumps[0]).toMatchObject({ efficiency: 0.3, line: { bore: 0.02 }, power: 'solar' })
  })
  it('once brought up comes back byte for byte', () => {
    const text = writeJobFile(job, [])
    expect(writeJobFile(read(text).job, [])).toBe(text)
  })
})

describe('a file of version 4', () => {
  const older = readFileSync(new URL('./older/version4.cask.json', import.meta.url), 'utf8')
  const { job } = read(older)
  it('is given nothing chosen and nothing done, an empty shelf, and keeps all that it said', () => {
    expect(job).toMatchObject(stillSaid((JSON.parse(older) as { job: Job }).job))
    expect(job.schemes[0]!.build).toMatchObject({ joints: [], done: [], kerf: 0.0015 })
    expect([job.ownFittings, job.shelf]).toEqual([[], []])
  })
  it('once brought up comes back byte for byte', () => {
    const text = writeJobFile(job, [])
    expect(writeJobFile(read(text).job, [])).toBe(text)
  })
})

describe('a log', () => {
  const job = newJob('fresh', 'Fresh', 'en-GB', 'metric')
  const entry = { kind: 'note' as const, id: 'n1', at: '2026-02-28T07:00Z' }
  const fileOf = (entries: object[]) =>
    JSON.stringify({ ...(JSON.parse(writeJobFile(job, [])) as object), job: { ...job, log: { entries, ticked: [] } } })
  it.each([
    [[entry, entry], 'job.log.entries[1]', 'two entries have the id n1'],
    [[{ ...entry, at: '2026-02-29T07:00Z' }], 'job.log.entries[0].at', 'should be a day of the calendar'],
    [[{ ...entry, at: '2026-02-28 07:00' }], 'job.log.entries[0].at', 'should be a moment with its distance from UTC'],
    [[{ ...entry, kind: 'storm' }], 'job.log.entries[0]', 'should have a "kind" of'],
    [[{ kind: 'rain', id: 'r', at: entry.at, depth: -1 }], 'job.log.entries[0].depth', 'should be 0 to 1850'],
  ])('that cannot be is refused by its place and reason: %j', (entries, path, message) => {
    const [first] = faults(fileOf(entries)).problems
    expect(first).toMatchObject({ path })
    expect(inputProblemText(first!)).toContain(message)
  })
  it('may name parts that are gone', () => {
    expect(
      read(fileOf([{ kind: 'level', id: 'l', at: entry.at, vessel: 'long-gone', by: 'rim', value: 0.2 }])).job.log.entries,
    ).toHaveLength(1)
  })
})

describe('a file of version 6', () => {
  const older = readFileSync(new URL('./older/version6.cask.json', import.meta.url), 'utf8')
  it('has the readings of its gauge in the log: each on the morning after its day, and none where none was', () => {
    const was = (JSON.parse(older) as { records: { start: string; depths: (number | null)[] }[] }).records[0]!
    const { entries } = read(older).job.log
    expect(entries.map((entry) => (entry.kind === 'rain' ? entry.depth : undefined))).toEqual(was.depths.filter((depth) => depth !== null))
    expect(entries[0]).toMatchObject({ at: '2026-03-02T07:00Z' })
    expect(entries.at(-1)).toMatchObject({ at: '2026-03-09T07:00Z', depth: 8 })
  })
})

describe('a file of version 8', () => {
  const older = readFileSync(new URL('./older/version8.cask.json', import.meta.url), 'utf8')
  type Said = { id: string; kind: string; length?: number; bends?: number }
  const was = (JSON.parse(older) as { job: { schemes: { drops: { devices: Said[] }[] }[] } }).job
  const acrossOf = (schemes: readonly { drops: readonly { devices: readonly object[] }[] }[]) =>
    schemes.flatMap(({ drops }) =>
      drops.flatMap(({ devices }) => devices.filter((each) => 'kind' in each && each.kind === 'carrying-pipe')),
    )
  it('keeps what was typed of its pipes across as measured, and no length or bends beside the plan', () => {
    const { job } = read(older)
    const before = acrossOf(was.schemes) as Said[]
    const after = acrossOf(job.schemes) as DeviceOf<'carrying-pipe'>[]
    expect(before.length).toBeGreaterThan(3)
    expect(after.map(({ measured }) => measured)).toEqual(before.map(({ length }) => length))
    for (const pipe of after) expect('length' in pipe || 'bends' in pipe).toBe(false)
  })
  it('once brought up comes back byte for byte', () => {
    const { job, records } = read(older)
    const text = writeJobFile(job, records)
    expect(writeJobFile(read(text).job, records)).toBe(text)
  })
})

describe('a file of version 9', () => {
  const older = readFileSync(new URL('./older/version9.cask.json', import.meta.url), 'utf8')
  it('has nothing said that could not be said then, and all else as it was', () => {
    const { job } = read(older)
    const { job: was } = JSON.parse(older) as { job: Job }
    expect(JSON.parse(JSON.stringify(job))).toEqual(was)
    expect(job.schemes.flatMap(({ overflows }) => overflows.map(({ onward }) => onward))).toEqual([undefined, undefined, undefined])
    expect([job.site.longitude, job.site.facing]).toEqual([undefined, undefined])
  })
  it('once brought up says more, and comes back byte for byte', () => {
    const { job, records } = read(older)
    const more = produce(job, (draft) => {
      draft.schemes[0]!.overflows[0]!.onward = 'corrugated'
      Object.assign(draft.site, { longitude: -71.06, facing: 215 })
    })
    const text = writeJobFile(more, records)
    const again = read(text)
    expect(again.job.site).toMatchObject({ longitude: -71.06, facing: 215 })
    expect(again.job.schemes[0]!.overflows[0]!.onward).toBe('corrugated')
    expect(writeJobFile(again.job, records)).toBe(text)
  })
  it.each([
    ['longitude', 181],
    ['facing', -1],
  ])('a %s of %d is refused by its place', (part, value) => {
    const file = JSON.parse(older) as { job: { site: Record<string, number> } }
    file.job.site[part] = value
    expect(faults(JSON.stringify(file)).problems[0]).toMatchObject({ path: `job.site.${part}` })
  })
})

describe('a file of version 10', () => {
  const older = readFileSync(new URL('./older/version10.cask.json', import.meta.url), 'utf8')
  it('has no second vessel behind its pump, and all else as it was', () => {
    const { job } = read(older)
    const { job: was } = JSON.parse(older) as { job: Job }
    expect(JSON.parse(JSON.stringify(job))).toEqual(was)
    expect(job.schemes.flatMap(({ pumps }) => pumps.map(({ to }) => to))).toEqual([
      { kind: 'vessel', vessel: 'header-tank', port: 'in', also: undefined },
    ])
  })
  it('whose pump leads into the vessel that it stands at still opens: it could be made, and is for its reader to lead elsewhere', () => {
    const file = JSON.parse(older) as { job: Job }
    const pump = file.job.schemes.at(-1)!.pumps[0]!
    Object.assign(pump.to, { vessel: pump.from.vessel, port: pump.from.port })
    const { job } = readJobFile(JSON.stringify(file), jobProblems)
    expect(job.schemes.at(-1)!.pumps[0]!.to).toEqual({ kind: 'house', professional: false })
  })
  it('once brought up says more, and comes back byte for byte', () => {
    const { job, records } = read(older)
    const more = produce(job, (draft) => {
      draft.terms = 'de-DE'
      const to = draft.schemes.at(-1)!.pumps[0]!.to
      if (to.kind === 'vessel') to.also = { vessel: 'first', port: 'link' }
    })
    const text = writeJobFile(more, records)
    const again = read(text)
    expect(again.job.terms).toBe('de-DE')
    expect(again.job.schemes.at(-1)!.pumps[0]!.to).toMatchObject({ also: { vessel: 'first', port: 'link' } })
    expect(writeJobFile(again.job, records)).toBe(text)
  })
})

describe('a file of version 7', () => {
  const older = readFileSync(new URL('./older/version7.cask.json', import.meta.url), 'utf8')
  interface Seven {
    shelf: object[]
    schemes: { drops: { kerf: number; marks: object }[]; build: { kerf: number; lines: object[]; done: object[] } }[]
  }
  const raw = () => JSON.parse(older) as { job: Seven }
  const with7 = (change: (job: Seven) => void) => {
    const file = raw()
    change(file.job)
    return read(JSON.stringify(file)).job
  }
  it('has one saw: the bench’s own, as it was typed', () => {
    const { job } = read(older)
    expect(job.schemes[0]!.build.kerf).toBe(0.003)
    expect(job.schemes[0]!.drops.some((drop) => 'kerf' in drop)).toBe(false)
  })
  it('or a pipe’s, where somebody chose that and left the bench’s as it was', () => {
    const job = with7(({ schemes }) => {
      schemes[0]!.build.kerf = 0.0015
      schemes[0]!.drops[0]!.kerf = 0.002
    })
    expect(job.schemes[0]!.build.kerf).toBe(0.002)
  })
  it('keeps its readings and its ticks, whose plan nobody knows', () => {
    const { drops, build } = read(older).job.schemes[0]!
    expect(drops[0]!.marks).toEqual({ reference: 'paving', measured: [1.355, 1.355], planned: undefined })
    expect(build.done.map(({ step, by }) => [step, by])).toEqual([
      ['rules', undefined],
      ['buy', undefined],
    ])
  })
  it('keeps what somebody pays, under the names that things have now', () => {
    const line = (item: string) => ({ item, owned: 1, price: 3, lead: 0, sold: 0 })
    const job = with7((each) => {
      each.shelf = [line('bend:metric:110'), line('base:blocks'), line('drainValve'), line('pipe:metric:110')]
      each.schemes[0]!.build.lines = [{ item: 'base:cap', reuse: true, quantity: null }]
    })
    expect(job.shelf.map(({ item }) => item)).toEqual([
      'bend:metric:110:90',
      'base:blocks:440:215:215',
      'drainValve:bsp:3/4',
      'pipe:metric:110',
    ])
    expect(job.schemes[0]!.build.lines[0]!.item).toBe('base:cap:600:600:50')
  })
  it('once brought up comes back byte for byte', () => {
    const { job, records } = read(older)
    const text = writeJobFile(job, records)
    expect(writeJobFile(read(text).job, records)).toBe(text)
  })
})

interface Older {
  stores: {
    vessels: { id: string; place?: { along: number; out: number }; base: { height: number }; ports: { id: string; at: number }[] }[]
    links: { id: string; length: number }[]
  }[]
}
describe('a file of version 5', () => {
  const older = readFileSync(new URL('./older/version5.cask.json', import.meta.url), 'utf8')
  const before = (JSON.parse(older) as { job: { schemes: Older[] } }).job
  const { job } = read(older)
  it.each([1, 2, 3, 4, 5])('and of version %i: every base is as high, every hole as high as it said', (version) => {
    const text = readFileSync(new URL(`./older/version${version}.cask.json`, import.meta.url), 'utf8')
    const was = (JSON.parse(text) as { job: { schemes: Older[] } }).job
    const now = read(text).job
    was.schemes.forEach((scheme, i) =>
      scheme.stores.forEach((store, j) =>
        store.vessels.forEach((vessel, k) => {
          const { base, ports } = now.schemes[i]!.stores[j]!.vessels[k]!
          expect(baseHeight(base)).toBeCloseTo(vessel.base.height, 12)
          for (const { id, at } of vessel.ports) expect(ports.find((port) => port.id === id)!.at).toBe(at)
        }),
      ),
    )
  })
  it('keeps the lengths that somebody typed as measured, and none that nobody did', () => {
    const [four, butt] = job.schemes
    expect(four!.stores[0]!.links.map(({ measured }) => measured)).toEqual([0.9, undefined, undefined])
    expect(four!.overflows[0]!.measured).toBe(5.5)
    expect(butt!.drops[0]!.devices.find(({ kind }) => kind === 'ring-trough')).toMatchObject({ hose: { bore: 0.025, measured: 1.1 } })
    expect(before.schemes[0]!.stores[0]!.links.map(({ length }) => length)).toEqual([0.9, 0.6, 0.6])
  })
  it('gives each link its own hole at each end, at the height of the one that they shared', () => {
    const { links, vessels } = job.schemes[0]!.stores[0]!
    const ends = links.flatMap(({ from, to }) => [`${from.vessel} ${from.port}`, `${to.vessel} ${to.port}`])
    expect(new Set(ends).size).toBe(6)
    for (const { from, to } of links)
      for (const end of [from, to])
        expect(vessels.find(({ id }) => id === end.vessel)!.ports.find(({ id }) => id === end.port)).toMatchObject({
          role: 'link',
          at: 0.19,
        })
  })
  it('puts a vessel that was placed in the same place in its row: 6 m from where the row began', () => {
    const [first, , , last] = job.schemes[0]!.stores[0]!.vessels
    const { vessels } = computeLayout(job.schemes[0]!)
    // The row began at the first one’s left side.
    expect(vessels.get(last!.id)!.foot.x - (vessels.get(first!.id)!.foot.x - first!.body.width / 2)).toBeCloseTo(6, 9)
    expect(last!.place).toMatchObject({ y: 1.1, turn: 0 })
  })
  it('once brought up comes back byte for byte', () => {
    const text = writeJobFile(job, [])
    expect(writeJobFile(read(text).job, [])).toBe(text)
  })
})

describe('the JSON Schema', () => {
  const schema = { $schema: 'https://json-schema.org/draft/2020-12/schema', title: 'Vernal Cask job', ...toJsonSchema(jobFile) }
  const validate = new Ajv({ strict: false, allErrors: true }).compile(schema)
  it('is the one that is shipped', () => {
    expect(JSON.parse(readFileSync('public/job.schema.json', 'utf8'))).toEqual(JSON.parse(JSON.stringify(schema)))
  })
  it('accepts what validation accepts (ajv, an independent validator)', () => {
    fc.assert(
      fc.property(anyJob, (job) => {
        expect(validate(JSON.parse(writeJobFile(job, records))) || validate.errors).toBe(true)
      }),
      { numRuns: 40 },
    )
  })
  it('refuses what validation refuses', () => {
    const file = JSON.parse(writeJobFile(demoJobs()[0]!, records)) as { job: Job }
    file.job.schemes[0]!.drops[0]!.bore = -1
    expect(validate(file)).toBe(false)
  })
})
