import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../arrangements'
import { demoJobs, tanneryRow, withyHard } from '../demo'
import { buildWaterPath } from '../path'
import type { Scheme } from '../scheme'
import { detailsOf, plainPartsInputs, planBuild } from './index'

const everything: (readonly [string, Scheme])[] = [
  ...demoJobs().flatMap((job) => job.schemes.map((scheme) => [`${job.name}: ${scheme.name}`, scheme] as const)),
  ...ARRANGEMENTS.map((make) => [make().name, make()] as const),
]
const rows = (scheme: Scheme) => {
  const { assembly, groups } = planBuild(buildWaterPath(scheme), plainPartsInputs('metric'))
  return { assembly, groups, details: detailsOf(assembly, groups) }
}

describe('detailsOf', () => {
  it.each(everything)('shows every joint with something new in it once, and every fitting of it: %s', (_, scheme) => {
    const { assembly, details } = rows(scheme)
    const told = details.flatMap(({ joints }) => joints)
    expect(new Set(told).size).toBe(told.length)
    const solved = assembly.joints.filter(({ placed }) => placed.length > 0)
    for (const { key } of solved) expect(told).toContain(key)
    const fittings = details.flatMap(({ items }) => items.filter(({ kind }) => kind === 'fitting'))
    expect(fittings).toHaveLength(solved.flatMap(({ placed }) => placed).filter(({ fitting }) => fitting.form !== 'piece').length)
  })

  it.each(everything)('shows every piece to be sawn under its label, once: %s', (_, scheme) => {
    const { groups, details } = rows(scheme)
    const labels = details.flatMap(({ items }) => items.flatMap((item) => (item.kind === 'piece' && item.label ? [item.label] : [])))
    expect(labels.toSorted()).toEqual(groups.flatMap(({ cuts }) => cuts.map(({ label }) => label)).toSorted())
  })

  it('lays each link of a row of four totes from hole to hole, with its valve between', () => {
    const { details } = rows(tanneryRow().schemes[2]!)
    const row = details.find(({ from }) => from === 'port:tote:link')!
    expect(row.to).toBe('port:tote-2:link')
    const kinds = row.items.map((item) => (item.kind === 'body' ? item.of.split(':').at(-1) : item.kind))
    const between = ['piece', 'valve', 'piece']
    expect(kinds).toEqual(['part', 'fitting', ...between, 'fitting', 'part'])
  })

  it('leads the hose of a trough as a row of its own, and the pipe on below it', () => {
    const { details } = rows(withyHard().schemes[0]!)
    expect(details.map(({ from, to }) => `${from} > ${to}`)).toEqual([
      'outlet:river-outlet > pipe:river-drop:1',
      'device:trough > port:butt:in',
      'port:butt:out > tap:butt-tap',
    ])
  })

  it('shows every piece of a downpipe too, where it is bought after all', () => {
    const scheme = withyHard().schemes[0]!
    const lines = [{ item: 'pipe:downpipe-round:68:there', reuse: false, quantity: null }]
    const { groups, details } = rows({ ...scheme, build: { ...scheme.build, lines } })
    const labels = details.flatMap(({ items }) => items.flatMap((item) => (item.kind === 'piece' && item.label ? [item.label] : [])))
    expect(groups.flatMap(({ cuts }) => cuts).length).toBeGreaterThan(4)
    expect(labels.toSorted()).toEqual(groups.flatMap(({ cuts }) => cuts.map(({ label }) => label)).toSorted())
  })

  it('shows where two ends do not go together', () => {
    const scheme = withyHard().schemes[0]!
    const key = 'outlet:river-outlet|device:river-neck'
    const fittings = ['downpipeAdapter-downpipe-square-65-f-downpipe-round-68-m']
    const wrong = { ...scheme, build: { ...scheme.build, joints: [{ key, upper: undefined, lower: undefined, fittings }] } }
    const gaps = rows(wrong).details.flatMap(({ items }) => items.filter((item) => item.kind === 'gap'))
    expect(gaps).toMatchObject([{ joint: key, bad: { why: 'kind' } }])
  })
})
