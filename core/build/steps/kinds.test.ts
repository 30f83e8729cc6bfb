import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '../../arrangements'
import { twoBarrelsTransfer } from '../../arrangements/several'
import { demoJobs } from '../../demo'
import { addVessel, fitRecipe, leadPump, setLine, TRAIN_RECIPES } from '../../edits'
import { buildWaterPath } from '../../path'
import type { Scheme } from '../../scheme'
import { lineItem, plainPartsInputs, planBuild, type Step } from '../index'
import { STEP_KINDS, type StepKind, type WaitsFor } from './kinds'
import { PHASES } from './phases'

const plan = (scheme: Scheme) => planBuild(buildWaterPath(scheme), plainPartsInputs('metric'))
const own = [...demoJobs().flatMap(({ schemes }) => schemes), ...ARRANGEMENTS.map((make) => make())]

/** With what was found there to be bought: all of it, or some. */
const bought = (scheme: Scheme, which = (_key: string): boolean => true): Scheme =>
  plan(scheme)
    .assembly.parts.filter(({ key, there }) => there && which(key))
    .reduce((all, part) => setLine(all, lineItem(part), false, null), scheme)
/** With each of the trains that can be fitted to its first pipe. */
const fitted = (scheme: Scheme): Scheme[] =>
  TRAIN_RECIPES.map((recipe) =>
    fitRecipe(scheme, scheme.drops[0]!.id, scheme.stores[0]!.vessels[0]!.id, recipe, {
      flow: 0.8e-3,
      flush: 0.02,
      run: 2.5,
      system: 'metric',
    }),
  )
/** A pump that lifts into two vessels by a Y, driven by a battery. */
const byY = (): Scheme => {
  const two = addVessel(twoBarrelsTransfer(), 'header')
  const second = two.stores.find(({ id }) => id === 'header')!.vessels[1]!.id
  const led = leadPump(
    { ...two, stores: two.stores.map((store) => (store.id === 'header' ? { ...store, arrangement: 'single', links: [] } : store)) },
    'pump',
    { kind: 'vessel', vessel: 'header-tank', also: second },
  )
  return { ...led, pumps: led.pumps.map((pump) => ({ ...pump, power: 'battery' })) }
}

/** With vessels that held something before. */
const used = (scheme: Scheme): Scheme => ({
  ...scheme,
  stores: scheme.stores.map((store) => ({ ...store, vessels: store.vessels.map((vessel) => ({ ...vessel, held: 'unknown' })) })),
})

const schemes = [
  ...own,
  ...own.map((scheme) => bought(scheme)),
  ...fitted(own[0]!),
  ...own.map(used),
  byY(),
  bought(own[0]!, (key) => key.startsWith('outlet:')),
]
const orders: Step[][] = schemes.map((scheme) => plan(scheme).steps)
const kinds = Object.keys(STEP_KINDS) as StepKind[]
const phaseAt = (kind: StepKind) => PHASES.indexOf(STEP_KINDS[kind].phase)
/** The kinds that a wait is for. */
const waitedFor = ({ kinds: these, phase, but }: WaitsFor<StepKind>): readonly StepKind[] =>
  these ?? kinds.filter((kind) => STEP_KINDS[kind].phase === phase && !but?.includes(kind))

/** Each wait of the table with the kinds that have it. */
const waits = new Map<WaitsFor<StepKind>, StepKind[]>()
for (const kind of kinds) for (const wait of STEP_KINDS[kind].after) waits.set(wait, [...(waits.get(wait) ?? []), kind])

describe('the kinds of steps', () => {
  it('are all done in some scheme', () => {
    const done = new Set(orders.flat().map(({ kind }) => kind))
    expect(kinds.filter((kind) => !done.has(kind))).toEqual([])
  })

  it('wait for nothing that belongs to a later phase, but for a pipe to meet that is only hung then', () => {
    for (const kind of kinds)
      for (const wait of STEP_KINDS[kind].after)
        for (const before of waitedFor(wait).filter((each) => each !== 'pipeHung'))
          expect([kind, before, phaseAt(before)]).toEqual([kind, before, Math.min(phaseAt(before), phaseAt(kind))])
  })

  it.each([...waits].map(([wait, whose]) => [whose.join(', '), JSON.stringify(wait), whose, wait] as const))(
    '%s: %s is met in some scheme, and held where it is never done without',
    (_, __, whose, wait) => {
      const met = orders.flatMap((steps) => {
        const of = new Map(steps.map((step) => [step.id, step.kind]))
        return steps
          .filter((step) => whose.includes(step.kind))
          .flatMap(({ after, never }) => after.filter((id) => waitedFor(wait).includes(of.get(id)!)).map((id) => never.includes(id)))
      })
      expect(met.length).toBeGreaterThan(0)
      if (wait.never) expect(met).not.toContain(false)
    },
  )

  it('wait for every one of a kind where it is not said which', () => {
    for (const steps of orders)
      for (const { kind, after } of steps)
        for (const wait of STEP_KINDS[kind].after)
          if (!wait.same)
            for (const before of steps.filter((step) => waitedFor(wait).includes(step.kind))) expect(after).toContain(before.id)
  })

  it('wait only for their own things: no pipe for another pipe’s marks, no vessel for another’s holes', () => {
    const two = orders.find(
      (steps) => steps.filter(({ kind }) => kind === 'dryFit').length > 1 && steps.some(({ kind }) => kind === 'cut'),
    )!
    const marks = (step: Step) => step.after.filter((id) => id.startsWith('mark:'))
    for (const step of two.filter(({ kind }) => kind === 'measure')) expect(marks(step)).toEqual([step.id.replace('measure', 'mark')])
    for (const steps of orders)
      for (const step of steps.filter(({ kind }) => kind === 'ports')) expect(step.after).toEqual([step.id.replace('ports', 'drill')])
  })
})
