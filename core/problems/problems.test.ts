import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { problem, PROBLEM_WORDS, ProblemError, problemOf, problemText } from '.'

const sources = (folder: string): string =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.(ts|vue)$/.test(name) && !/\.test\.ts$|^problems\/words/.test(name))
    .map((name) => readFileSync(`${folder}/${name}`, 'utf8'))
    // Many an id is a word that stands elsewhere too.
    .filter((source) => /from '(?:[^']*\/problems|\.\/words)'/.test(source))
    .join('\n')

describe('a problem in English', () => {
  it('has all that its sentence leaves open, told by kind: a text as it stands, a bare number as a file has it', () => {
    expect(problemText(problem('outside', { least: 0.5, most: 24, found: 99 }))).toBe('should be 0.5 to 24, but is 99')
    expect(problemText(problem('noPart', { id: '{found}' }))).toBe('there is no part {found}')
    expect(problemText(problem('noPart', { id: '$&' }))).toBe('there is no part $&')
  })
  it('tells a problem within a problem in its own words, and a quantity in the units of whoever reads it', () => {
    expect(problemText(problem('notNumber', { found: problem('foundText', { text: 'abc' }) }))).toBe(
      'should be a number, but is the text "abc"',
    )
    // 1 ft = 304.8 mm exactly (international foot, 1959).
    const gap = problem('sidesDoNotClose', { gap: { kind: 'length', value: 0.3048 } })
    expect(problemText(gap)).toBe('the sides do not close: the last ends 305\u00a0mm from the first')
    expect(problemText(problem('at', { path: 'roof', what: gap }), { system: 'imperial', terms: 'en-US' })).toMatch(
      /^roof the sides do not close: the last ends 1\sft from the first$/,
    )
  })
  it('is thrown with its id and figures, and is found again in whatever crossed over from a worker', () => {
    const error = new ProblemError(problem('fewSides', { found: 2 }))
    expect(error.message).toBe('an outline has three sides at least, not 2')
    expect(problemOf(error)).toBe(error.told)
    expect(problemOf(Object.assign(new Error(error.message), { told: { ...error.told } }))).toEqual(error.told)
  })
  it('of what somebody else threw is what they said, once, and nothing that is no problem is taken for one', () => {
    expect(problemOf(new Error('QuotaExceededError.\n QuotaExceededError.'))).toEqual(problem('other', { why: 'QuotaExceededError' }))
    expect(problemOf(Object.assign(new Error('odd'), { told: { problem: 'toString' } }))).toEqual(problem('other', { why: 'odd' }))
    expect(problemOf(new TypeError(''))).toEqual(problem('other', { why: 'TypeError' }))
    expect(problemOf('plain')).toEqual(problem('other', { why: 'plain' }))
    expect(problemOf(undefined)).toEqual(problem('other', { why: 'undefined' }))
  })
  it('is told somewhere, each of them', () => {
    const all = ['core', 'app', 'server'].map(sources).join('\n')
    expect(Object.keys(PROBLEM_WORDS).filter((id) => !all.includes(`'${id}'`))).toEqual([])
  })
})
