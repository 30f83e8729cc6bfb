import { describe, expect, it } from 'vitest'
import { demoJobs, demoRecords } from '../demo'
import { jobProblems } from '../path'
import { problem, problemOf, problemText } from '../problems'
import { inputProblemText, InvalidInputError, readJobFile, writeJobFile } from './parseInput'
import type { Job } from './schema/job'

interface File {
  version: unknown
  job: Job
  records: { id: string; start: string; depths: unknown[] }[]
}
const records = demoRecords().map((record) => ({ ...record, depths: record.depths.slice(0, 400) }))
const file = (change: (file: File) => void): string => {
  const good = JSON.parse(writeJobFile(demoJobs()[0]!, records)) as File
  change(good)
  return JSON.stringify(good)
}
const first = (job: Job) => job.schemes[0]!
function problems(text: string) {
  try {
    readJobFile(text, jobProblems)
  } catch (error) {
    if (error instanceof InvalidInputError) return error.problems
    throw error
  }
  return []
}
const paths = (text: string) => problems(text).map(({ path }) => path)
const empties = (count: number) => Array.from({ length: count }, () => ({}))
const nested = (depth: number) => `${'['.repeat(depth)}${']'.repeat(depth)}`

describe('what would keep validation busy for ever', () => {
  it.each([
    ['a version far below nought', file((each) => (each.version = -1e9)), 'version'],
    ['half a version', file((each) => (each.version = 1.5)), 'version'],
    ['a version that is none', file((each) => (each.version = {})), 'version'],
    [
      'a list far longer than it may be',
      file(({ job }) => Object.assign(first(job), { sections: empties(200_000) })),
      'job.schemes[0].sections',
    ],
    [
      'lists of empty parts in every list',
      file(({ job }) =>
        Object.assign(first(job), { sections: empties(40), gutters: empties(40), drops: empties(40), demands: empties(40) }),
      ),
      'job.schemes[0].sections[0].id',
    ],
    [
      'a kind that is an object',
      file(({ job }) => Object.assign(first(job).drops[0]!.devices[0]!, { kind: { toString: 1 } })),
      'job.schemes[0].drops[0].devices[0]',
    ],
    [
      'a kind that is a list of one',
      file(({ job }) => Object.assign(first(job).demands[0]!, { kind: ['cans'] })),
      'job.schemes[0].demands[0]',
    ],
    [
      'days that are no numbers',
      file((each) => (each.records[0]!.depths = Array.from({ length: 80_000 }, () => 'wet'))),
      'records[0].depths[0]',
    ],
    [
      'a record longer than two centuries',
      file((each) => (each.records[0]!.depths = Array.from({ length: 80_001 }, () => 0))),
      'records[0].depths',
    ],
    [
      'a document that nests for ever',
      file(() => {}).replace('"gutters":[', `"gutters":[${nested(100_000)},`),
      'job.schemes[0].gutters[0]',
    ],
    [
      'a thousand unknown parts',
      file(({ job }) => Object.assign(job, Object.fromEntries(empties(1000).map((_, i) => [`x${i}`, 1])))),
      'job',
    ],
  ])('%s is refused at once, by its path', (_, text, path) => {
    const found = problems(text)
    expect(found.length).toBeGreaterThan(0)
    expect(found.length).toBeLessThanOrEqual(50)
    expect(found.map((each) => each.path)).toContain(path)
    for (const each of found) expect(inputProblemText(each).length).toBeLessThan(600)
  })
  it('fifty records of two centuries are read, and nothing of them is walked twice', () => {
    const depths = Array.from({ length: 80_000 }, (_, i) => (i % 3 ? 0 : 1.5))
    const many = file((each) => {
      const [record] = each.records
      each.records = [record!, ...Array.from({ length: 49 }, (_, i) => ({ ...record!, id: `r${i}`, depths }))]
    })
    expect(readJobFile(many, jobProblems).records).toHaveLength(50)
  })
})

describe('measures that contradict one another', () => {
  it.each([
    [
      'a floor above its rim',
      ({ job }: File) => Object.assign(first(job).stores[0]!.vessels[0]!.body, { floor: 1, rim: 0.5 }),
      'job.schemes[0].stores[0].vessels[0].body.rim',
    ],
    [
      'an outlet beyond its gutter',
      ({ job }: File) => (first(job).gutters[0]!.outlets[0]!.at = 400),
      'job.schemes[0].gutters[0].outlets[0].at',
    ],
    [
      'a high point beyond its gutter',
      ({ job }: File) => (first(job).gutters[0]!.highPoints = [300]),
      'job.schemes[0].gutters[0].highPoints[0]',
    ],
    ['a low above its high', ({ job }: File) => (job.site.low[3] = 50), 'job.site.low[3]'],
    [
      'an outline without area',
      ({ job }: File) =>
        (first(job).sections[0]!.outline = {
          kind: 'polygon',
          corners: [
            { x: 0, y: 0 },
            { x: 5, y: 0 },
            { x: 9, y: 0 },
          ],
        }),
      'job.schemes[0].sections[0].outline.corners',
    ],
    [
      'an outline that crosses itself',
      ({ job }: File) =>
        (first(job).sections[0]!.outline = {
          kind: 'polygon',
          corners: [
            { x: 0, y: 0 },
            { x: 5, y: 5 },
            { x: 5, y: 0 },
            { x: 0, y: 3 },
          ],
        }),
      'job.schemes[0].sections[0].outline.corners',
    ],
    [
      'an eave of no length',
      ({ job }: File) =>
        (first(job).sections[0]!.outline = {
          kind: 'polygon',
          corners: [
            { x: 1, y: 1 },
            { x: 1, y: 1 },
            { x: 5, y: 0 },
          ],
        }),
      'job.schemes[0].sections[0].outline.corners[1]',
    ],
    [
      'a longer rain that is the stronger',
      ({ job }: File) =>
        (first(job).trial.storm = {
          kind: 'design',
          shorter: { minutes: 10, intensity: 20 },
          longer: { minutes: 60, intensity: 40 },
          minutes: 60,
        }),
      'job.schemes[0].trial.storm.longer.intensity',
    ],
    [
      'a table with a row too few',
      ({ job }: File) => (first(job).trial.table = { years: [1, 10], minutes: [5, 60], depths: [[5, 10]] }),
      'job.schemes[0].trial.table.depths',
    ],
    [
      'dips that fall',
      ({ job }: File) =>
        (first(job).stores[0]!.vessels[0]!.body = {
          kind: 'dipped',
          dips: [
            { level: 0, volume: 0.2 },
            { level: 0.5, volume: 0.1 },
          ],
          floor: 0,
          rim: 0.9,
          width: 1,
          depth: 1,
          height: 1,
        }),
      'job.schemes[0].stores[0].vessels[0].body.dips[1].volume',
    ],
    [
      'a month with rain and no rain day',
      ({ job }: File) =>
        (job.rain = {
          kind: 'normals',
          totals: Array(12).fill(50) as number[],
          wetDays: Array(12).fill(0) as number[],
          spread: 0,
          years: 1,
          seed: 1,
        }),
      'job.rain.wetDays[0]',
    ],
    ['prices that do not begin at nought', ({ job }: File) => (job.money.tiers[0]!.from = 5), 'job.money.tiers[0].from'],
    ['a day that is in no calendar', (each: File) => (each.records[0]!.start = '2023-02-30'), 'records[0].start'],
    ['a record of the year one', (each: File) => (each.records[0]!.start = '0001-01-01'), 'records[0].start'],
    ['a name with a bell in it', ({ job }: File) => (job.name = 'Bell \u0007'), 'job.name'],
    ['a name that turns the text round', ({ job }: File) => (first(job).name = 'abc\u202exyz'), 'job.schemes[0].name'],
  ])('%s is told by path', (_, change, path) => {
    expect(paths(file((each) => void change(each)))).toContain(path)
  })
  it('is told by its first fault where there is room for one alone, as in a list of files that cannot be read', () => {
    const thrown = (text: string) => {
      try {
        readJobFile(text, jobProblems)
      } catch (error) {
        return problemOf(error)
      }
      return undefined
    }
    expect(problemText(thrown(file(({ job }) => void Object.assign(job, { name: 7, id: '?' })))!)).toMatch(/^job\.(id|name) should be /)
    expect(thrown('{')).toMatchObject(problem('notJson', { why: expect.any(String) as string }))
  })
  it('whatever stands in a place of a file, it is taken or refused in whole words, never stumbled over', () => {
    const whole = JSON.parse(writeJobFile(demoJobs()[0]!, demoRecords())) as unknown
    const places: { at: Record<string, unknown>; key: string }[] = []
    const walk = (value: unknown) => {
      if (typeof value !== 'object' || value === null) return
      for (const key of Object.keys(value).slice(0, 40)) {
        places.push({ at: value as Record<string, unknown>, key })
        walk((value as Record<string, unknown>)[key])
      }
    }
    walk(whole)
    const odd: unknown[] = [{ toString: 1 }, { toString: null, valueOf: 2 }, [[]], [null], '{found}', '', -1e300, 0.5, null, true]
    // Every place meets some of them in turn: a step that shares no factor with the ten.
    places.forEach(({ at, key }, i) => {
      if (i % 3 > 0) return
      const before = at[key]
      at[key] = odd[(i * 7) % odd.length]
      const told = problems(JSON.stringify(whole)).map((each) => problemText(each))
      expect([key, told.filter((text) => /\{(?!found\})/.test(text) || text === '')]).toEqual([key, []])
      at[key] = before
    })
  })
  it('are told in words that say what is there and what should be', () => {
    const told = problems(
      file(({ job }) => {
        Object.assign(job.schemes[0]!, { designIntensity: 'much' })
        job.schemes[0]!.wetHours = 99
        job.schemes[0]!.drops[0]!.id = 'two words'
        Object.assign(job, { terms: 'fr-FR', name: 'x'.repeat(130) })
        Reflect.deleteProperty(job, 'site')
      }),
    ).map(inputProblemText)
    expect(told).toEqual([
      'job.name should have at most 120 characters, but has 130',
      'job.terms should be one of en-GB, en-US, de-DE, but is the text "fr-FR"',
      'job.site is missing',
      'job.schemes[0].designIntensity should be a number, but is the text "much"',
      'job.schemes[0].wetHours should be 0.5 to 24, but is 99',
      'job.schemes[0].drops[0].id should be 1 to 64 letters, digits or hyphens: "two words"',
    ])
  })
})
