import type { MessageId } from '~/locales/messageIds'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '#core/arrangements'
import {
  BUILD_STATIONS,
  causesOf,
  matings,
  PHASES,
  planBuild,
  plainPartsInputs,
  STEP_KINDS,
  SYMPTOMS,
  TEST_SYMPTOMS,
  type Words,
} from '#core/build'
import { demoJobs } from '#core/demo'
import { fitRecipe, TRAIN_RECIPES } from '#core/edits'
import type { ToldValues } from '#core/figures/told'
import { END_SIZES, FITTINGS } from '#core/parts'
import { buildWaterPath } from '#core/path'
import { END_TYPES, SEALS, SHOPS, type Scheme } from '#core/scheme'
import { endWords } from '../components/build/endWords'
import { american, british } from './allWords'

type Tree = { [key: string]: string | Tree }
const get = (tree: Tree, path: string): string | Tree | undefined =>
  path.split('.').reduce<string | Tree | undefined>((part, key) => (typeof part === 'object' ? part[key] : undefined), tree)
const said = (path: string) => typeof get(british, `build.${path}`) === 'string'

const butt = demoJobs()[0]!.schemes[0]!
const schemes: Scheme[] = [
  ...demoJobs().flatMap((job) => job.schemes),
  ...ARRANGEMENTS.map((make) => make()),
  ...TRAIN_RECIPES.map((recipe) =>
    fitRecipe(butt, 'river-drop', 'butt', recipe, { flow: 0.8e-3, flush: 0.02, run: 2.5, system: 'metric' }),
  ),
]
/** Gutters and pipes that are still to be bought bring parts and steps of their own. */
const bare = (scheme: Scheme): Scheme => {
  const found = planBuild(buildWaterPath(scheme), plainPartsInputs('metric')).assembly.parts.filter((part) => part.found)
  const lines = found.map(({ item }) => `${item}:there`)
  return { ...scheme, build: { ...scheme.build, lines: [...new Set(lines)].map((item) => ({ item, reuse: false, quantity: null })) } }
}
schemes.push(bare(butt), ...ARRANGEMENTS.map((make) => bare(make())))
const metal = bare({ ...butt, gutters: butt.gutters.map((gutter) => ({ ...gutter, material: 'metal' as const })) })
schemes.push(metal)
const plans = schemes.flatMap((scheme) =>
  (['metric', 'imperial'] as const).map((system) => ({
    path: buildWaterPath(scheme),
    plan: planBuild(buildWaterPath(scheme), plainPartsInputs(system)),
  })),
)

/** The message that is said: by its version where `how` picks one. */
const worded = ({ id, values = {} }: Words): string => {
  const version = typeof values.how === 'string' ? `${id}.${values.how}` : id
  return said(version) ? version : id
}

/** Fails with the list of ids that have no words. */
const expectSaid = (ids: Iterable<string>) => expect([...new Set(ids)].filter((id) => !said(id))).toEqual([])

describe('words of the build', () => {
  it('name every part, line, tool and hole that any scheme can have', () => {
    expectSaid(
      plans.flatMap(({ plan }) => [
        ...plan.assembly.parts.map(({ words }) => worded(words)),
        ...plan.bill.lines.map(({ words }) => worded(words)),
        ...plan.holes.map(({ hand }) => `hand.${hand}`),
        ...plan.bill.tools.map(({ tool }) => `tool.${tool}`),
        ...plan.holes.flatMap(({ role, cutter, cautions }) => [
          `holeRole.${role}`,
          `cutter.${cutter}`,
          ...cautions.map((each) => `caution.${each}`),
        ]),
        ...plan.assembly.joints.flatMap((joint) => matings(joint).map(({ made }) => `made.${made}`)),
      ]),
    )
  })

  it('say every step, what right looks like, its cautions and its tools', () => {
    expectSaid(
      plans.flatMap(({ plan }) =>
        plan.steps.flatMap(({ kind, values, cautions, tools }) => {
          // A value named `how` picks between versions of one sentence, of the doing and of the rightness each for itself.
          const versions = (side: 'do' | 'right') =>
            typeof values.how === 'string' && said(`step.${kind}.${side}.${values.how}`)
              ? `step.${kind}.${side}.${values.how}`
              : `step.${kind}.${side}`
          return [versions('do'), versions('right'), ...cautions.map((each) => `caution.${each}`), ...tools.map((each) => `tool.${each}`)]
        }),
      ),
    )
  })

  it('say every kind of step, and no kind that there is not', () => {
    expect(Object.keys(get(british, 'build.step') as Tree).toSorted()).toEqual(Object.keys(STEP_KINDS).toSorted())
  })

  it('put into every step all the figures that its sentence asks for, and no other', () => {
    for (const { plan } of plans)
      for (const { kind, values, id } of plan.steps) {
        const how = typeof values.how === 'string' ? `.${values.how}` : ''
        for (const side of ['do', 'right']) {
          const words = get(british, `build.step.${kind}.${side}${how}`) ?? get(british, `build.step.${kind}.${side}`)
          for (const [, name] of String(words).matchAll(/\{(\w+)\}/g))
            expect([id, Object.keys(values)]).toEqual([id, expect.arrayContaining([name])])
        }
      }
  })

  it('have every kind of end, fitting, shop, seal, mismatch, phase, symptom and cause', () => {
    const path = plans[0]!.path
    expectSaid([
      ...END_TYPES.flatMap((type) => [`end.${type}`, `endType.${type}`]),
      ...FITTINGS.map(({ form }) => `fitting.${form}`),
      ...SHOPS.map((shop) => `shop.${shop}`),
      ...SEALS.map((seal) => `seal.${seal}`),
      ...['hoseOnPipe', 'looksAlike', 'size', 'bothMale', 'bothFemale', 'lap', 'kind'].map((each) => `mismatch.${each}`),
      ...['mates', 'solved', 'chosen', 'wrong', 'none'].map((each) => `state.${each}`),
      ...PHASES.map((phase) => `phase.${phase}`),
      ...SYMPTOMS.map((symptom) => `symptom.${symptom}`),
      ...plans.flatMap(({ path: each }) =>
        SYMPTOMS.flatMap((symptom) => causesOf(each, symptom).flatMap(({ cause }) => [`cause.${cause}.look`, `cause.${cause}.do`])),
      ),
    ])
    for (const symptom of Object.values(TEST_SYMPTOMS).flat()) expect(SYMPTOMS).toContain(symptom)
    for (const { cause, station } of SYMPTOMS.flatMap((symptom) => causesOf(path, symptom)))
      expect([cause, BUILD_STATIONS]).toEqual([cause, expect.arrayContaining([station])])
  })

  it('keep millimetres out of what an American is told of cautions and rightness', () => {
    const paths = (tree: Tree, at: string): string[] =>
      Object.entries(tree).flatMap(([key, part]) => (typeof part === 'string' ? [`${at}.${key}`] : paths(part, `${at}.${key}`)))
    for (const path of [
      ...paths((british.build as Tree).step as Tree, 'build.step'),
      ...paths((british.build as Tree).caution as Tree, 'build.caution'),
    ]) {
      const text = String(get(american, path) ?? get(british, path))
      expect([path, /\d\s*(mm|cm|litre|kilogram)/.test(text)]).toEqual([path, false])
    }
  })
})

describe('ends in words', () => {
  const say = (id: MessageId, values: ToldValues = {}) =>
    String(get(british, id) ?? id)
      .replace(/\{(\w+)\}/g, (_, name: string) => String(values[name] ?? ''))
      .replace(/@:\{'t\.downpipe'\}/g, 'downpipe')
  it.each([
    [{ type: 'downpipe-round', size: '68', gender: 'male' }, '68\u00A0mm round downpipe spigot', '68\u00A0mm round downpipe spigot'],
    [{ type: 'sch40', size: '1-1/4', gender: 'female' }, '1¼\u00A0in pipe socket', '1¼\u00A0in pipe socket'],
    [{ type: 'downpipe-rect', size: '2x3', gender: 'female' }, '2 × 3\u00A0in downpipe socket', '2 × 3\u00A0in downpipe socket'],
    [{ type: 'npt', size: '3/4', gender: 'male' }, '¾\u00A0in NPT male', '¾\u00A0in NPT male'],
    [{ type: 'hose', size: '19', gender: 'male' }, '19\u00A0mm hose tail', '¾\u00A0in hose tail'],
    [{ type: 'wall', size: 'washers', gender: 'female' }, 'hole, washers and nut', 'hole, washers and nut'],
    [{ type: 'tote', size: 'S60x6', gender: 'male' }, 'tote outlet S60×6 male', 'tote outlet S60×6 male'],
  ] as const)('%o', (one, metric, imperial) => {
    expect(endWords(one, say, 'metric')).toBe(metric)
    expect(endWords(one, say, 'imperial')).toBe(imperial)
  })
  it('leave no end of the trade without words, and no two alike', () => {
    const all = END_TYPES.flatMap((type) =>
      END_SIZES[type].flatMap((size) => (['male', 'female'] as const).map((gender) => ({ type, size, gender }))),
    )
    const words = all.filter(({ type }) => type !== 'wall').map((one) => endWords(one, say, 'metric'))
    expect(new Set(words).size).toBe(words.length)
    for (const each of words) expect(each).not.toMatch(/undefined|build\./)
  })
})
