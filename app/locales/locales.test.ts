import { readdirSync, readFileSync } from 'node:fs'
import ts from 'typescript'
import { describe, expect, it } from 'vitest'
import { ARRANGEMENTS } from '#core/arrangements'
import { assess } from '#core/assess'
import { partsInputs, planBuild } from '#core/build'
import { demoJobs } from '#core/demo'
import type { ToldValues } from '#core/figures/told'
import { FINDING_RULES } from '#core/findings'
import { buildWaterPath } from '#core/path'
import { COVERS, FOULING, PLANT_GROUPS, ROOF_HAZARDS, ROOF_SHAPES, USES, WATERING_METHODS, type Scheme } from '#core/scheme'
import { american, british, german } from './allWords'

type Tree = { [key: string]: string | Tree }
const paths = (tree: Tree, at = ''): string[] =>
  Object.entries(tree).flatMap(([key, part]) => (typeof part === 'string' ? [`${at}${key}`] : paths(part, `${at}${key}.`)))
const get = (tree: Tree, path: string): string | Tree | undefined =>
  path.split('.').reduce<string | Tree | undefined>((part, key) => (typeof part === 'object' ? part[key] : undefined), tree)
const all = new Set(paths(british))

const files = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory()
      ? files(`${folder}/${entry.name}`)
      : /\.(vue|ts)$/.test(entry.name) && !/\.test\./.test(entry.name)
        ? [`${folder}/${entry.name}`]
        : [],
  )

/** What a message says of its own figures, and those that it links to of theirs. */
function valuesOf(id: string): Set<string> {
  const text = String(get(british, id))
  const linked = [...text.matchAll(/@:\{'([\w.]+)'\}/g)].flatMap(([, other]) => [...valuesOf(other!)])
  return new Set([...[...text.matchAll(/\{(\w+)\}/g)].map(([, name]) => name!), ...linked])
}
/** A message's id as it stands in the code, and the names of the values that it is given there, unless they are put together elsewhere. */
interface Call {
  where: string
  id: string
  given: string[] | undefined
}
const callsIn = (sources: readonly string[]): Call[] =>
  sources.flatMap((file) => {
    const source = readFileSync(file, 'utf8')
    return [...source.matchAll(/\b\w+\(\s*'([\w.-]+)'\s*([,)])/g)]
      .filter(([, id]) => typeof get(british, id!) === 'string')
      .map((match) => {
        const start = match.index + match[0].length
        return {
          where: `${file}:${source.slice(0, match.index).split('\n').length}`,
          id: match[1]!,
          given: match[2] === ')' ? [] : namesGiven(`f(0, ${source.slice(start, closing(source, start))})`),
        }
      })
  })
/** Where the bracket closes that is open here. */
function closing(source: string, from: number): number {
  let depth = 0
  for (let at = from; at < source.length; at++) {
    if ('([{'.includes(source[at]!)) depth++
    else if (')]}'.includes(source[at]!) && depth-- === 0) return at
  }
  return source.length
}
function namesGiven(call: string): string[] | undefined {
  const [statement] = ts.createSourceFile('call.ts', call, ts.ScriptTarget.Latest).statements
  if (!statement || !ts.isExpressionStatement(statement) || !ts.isCallExpression(statement.expression)) return undefined
  const given = statement.expression.arguments[1]
  if (!given || !ts.isObjectLiteralExpression(given)) return undefined
  const names = given.properties.map(({ name }) => (name && ts.isIdentifier(name) ? name.text : undefined))
  return names.includes(undefined) ? undefined : (names as string[])
}

/** What is written alike in British and in German. */
const SAME_IN_BOTH: readonly string[] = [
  'build.csv.station',
  'build.device.filter',
  'build.name',
  'build.station',
  'choice.letter',
  'draw.name',
  'field.device.form',
  'field.name.sectionName',
  'log.tab.seasons',
  'jobs.export',
  // Columns are named in the file's own words.
  'places.name',
  'trial.stop',
]

/** Names that people gave, which are said as they stand. */
const namesIn = (scheme: Scheme) =>
  new Set(
    [
      scheme,
      ...scheme.sections,
      ...scheme.gutters,
      ...scheme.drops,
      ...scheme.demands,
      ...scheme.stores,
      ...scheme.stores.flatMap(({ vessels }) => vessels),
    ].map(({ name }) => name),
  )
/** Picks between versions of a sentence, or is read back by a mend; neither is said. */
const NOT_SAID = new Set(['how', 'key', 'where'])
/** What is to be looked up says so by its type and has a word; every plain string is somebody's own. */
function heldToTold(of: string, values: ToldValues, scheme: Scheme) {
  const names = namesIn(scheme)
  for (const [name, value] of Object.entries(values)) {
    if (typeof value === 'object' && 'word' in value)
      expect([of, name, value.word, all.has(`word.${value.word}`)]).toEqual([of, name, value.word, true])
    if (typeof value === 'object' && 'mismatch' in value) expect(all).toContain(`build.mismatch.${value.mismatch}`)
    if (typeof value === 'string' && !NOT_SAID.has(name) && !/^\d*$/.test(value) && !/^[A-Z]\d*$/.test(value))
      expect([of, name, value, names.has(value)]).toEqual([of, name, value, true])
  }
}

describe('words', () => {
  it('the American overlay only replaces what there is', () => {
    for (const path of paths(american)) expect([path, all.has(path)]).toEqual([path, true])
  })
  it('say in plain words what every program says, and send nobody to a file that the application does not show', () => {
    const dialect = /\breckon|\bnought\b|\bparted by\b|\bschools?\b|\bdocs\/|\.md\b/i
    const found = [...all]
      .filter((path) => dialect.test(String(get(british, path)).replaceAll(/\{\w+\}/g, '')))
      .map((path) => [path, get(british, path)])
    expect(found).toEqual([])
  })
  it('a measure written into a sentence is written in both systems, and no count reads as inches', () => {
    const metric = /\d\s?(mm|cm|m|L|litres?|kg|°C|m\/s|k?Pa|m²|m³|met(re|er)s?)(?![\w/²³])/
    const imperial = /[\d¼½¾⅛⅜⅝⅞]\s?(in|inch|inches|ft|feet|gal|gallons?|lb|°F|mph|psi|yards?)\b/
    const one = [...all].filter(
      (path) => !path.endsWith('.metric') && !path.startsWith('field.example') && !path.startsWith('log.tableExample'),
    )
    const bare = one.filter((path) => metric.test(String(get(british, path))) && !imperial.test(String(get(british, path))))
    expect(bare).toEqual([])
    expect([...all].filter((path) => /\{(count|n)\} in all/.test(String(get(british, path))))).toEqual([])
  })
  it('the American overlay leaves no British part name outside the linked terms', () => {
    const merged = paths(british)
      // Other words for a term are looked for in both languages, whichever the reader speaks.
      .filter((path) => !path.startsWith('t.') && !/^(help\.term\.\w+\.also|search\.also\..+)$/.test(path))
      .map((path) => [path, String(get(american, path) ?? get(british, path))] as const)
    for (const [path, text] of merged)
      expect([path, /\b(butts?|downpipes?)\b/i.test(text.replace(/@:\{'t\.\w+'\}/g, ''))]).toEqual([path, false])
  })
  it('American is spelt and named as Americans do', () => {
    const BRITISH =
      /\b\w*(metre|litre|centre|labour|neighbour|favour|colour|fibre|luminium|licence|catalogue)s?\b|\b(towards|timber|mains)\b/i
    for (const path of paths(british)) {
      if (path.startsWith('search.also.') || path.endsWith('.also')) continue
      const said = String(get(american, path) ?? get(british, path)).replace(/@:\{'[^']*'\}|\{[^}]*\}/g, '')
      expect([path, BRITISH.exec(said)?.[0]]).toEqual([path, undefined])
    }
  })
  it('what is counted has two forms, unless it is never one', () => {
    // Always many, or a plural that does not go by the number.
    const MANY = new Set(['sky.wetDays', 'mains.from', 'bin.keeps', 'log.full', 'link.copied', 'link.byHand'])
    for (const path of paths(british)) {
      const said = String(get(british, path))
      if (MANY.has(path) || !/\{n\} (?:[\w’-]+ )?[a-z]{3,}s\b/.test(said)) continue
      expect([path, said.split(' | ').length]).toEqual([path, 2])
    }
  })
  it('every literal message id in the code is there', () => {
    const wanted = files('app').flatMap((file) =>
      [...readFileSync(file, 'utf8').matchAll(/\b(?:say|message)\(\s*'([a-z][\w.]*[\w])'/gi)].map(([, id]) => [file, id!] as const),
    )
    expect(wanted.length).toBeGreaterThan(100)
    for (const [file, id] of wanted) expect([file, id, get(british, id) !== undefined]).toEqual([file, id, true])
  })
  it('a message is given what it says, and nothing that it does not say', () => {
    const told = callsIn(files('app')).filter(({ given }) => given !== undefined)
    expect(told.length).toBeGreaterThan(1000)
    for (const { where, id, given } of told) {
      // Which version, and which of two forms, is picked by these; neither need be said.
      const said = given!.filter((name) => !['how', 'n'].includes(name) || valuesOf(id).has(name))
      expect([where, id, said.toSorted()]).toEqual([where, id, [...valuesOf(id)].toSorted()])
    }
  })
  it('every finding has its sentence, its why, what is next, and its mend where it mends', () => {
    for (const { id, mend } of FINDING_RULES) {
      for (const part of [
        'say',
        'why',
        'next',
        ...(mend ? [['boreNotSold', 'frown', 'headShort', 'measuredDiffers'].includes(id) ? 'option' : 'mend'] : []),
      ])
        expect([id, part, get(british, `finding.${id}.${part}`) !== undefined]).toEqual([id, part, true])
    }
  })
  it('what steps, parts and offers tell is a name, a figure or a word that is there', () => {
    for (const scheme of [...demoJobs().flatMap(({ schemes }) => schemes), ...ARRANGEMENTS.map((make) => make())]) {
      const build = planBuild(buildWaterPath(scheme), partsInputs({ shelf: [], ownFittings: [], system: 'metric' }))
      for (const { kind, values } of build.steps) heldToTold(`step ${kind}`, values, scheme)
      for (const { words } of build.assembly.parts) heldToTold(`part ${words.id}`, words.values ?? {}, scheme)
    }
  })
  it('every figure, rule, source and ledger row that can be shown has its words', () => {
    for (const scheme of [...demoJobs().map(({ schemes }) => schemes[0]!), ...ARRANGEMENTS.map((make) => make())]) {
      const { lines, findings } = assess(scheme, {
        days: 400,
        countedYears: 1,
        filledDays: 1,
        gaps: 'dry',
        leftOutYears: 1,
        made: true,
        wettestDay: 200,
        medianWetDay: 0.1,
      })
      for (const { ledger, left, usableFigure, roofArea, arriving, lasts, tap, overflow } of lines) {
        for (const { item } of ledger) expect(all).toContain(`ledger.${item}`)
        for (const { id, working } of [left, usableFigure, roofArea, arriving, lasts, tap?.spare, tap?.flow, overflow].filter(
          (figure) => figure !== undefined,
        )) {
          expect(all).toContain(`rule.${working.rule}`)
          expect(all).toContain(`source.${working.source}`)
          for (const { label } of working.lines) expect([id, label, all.has(`working.${label}`)]).toEqual([id, label, true])
        }
      }
      for (const { source, values } of findings) {
        expect(all).toContain(`source.${source}`)
        heldToTold(`finding ${source}`, values, scheme)
      }
    }
  })
})

describe('German', () => {
  const ids = paths(german)
  const placeholders = (text: string) => [...new Set([...text.matchAll(/\{(\w+)\}/g)].map(([, name]) => name))].toSorted()
  it('says all that British says, and nothing else, with the same values and forms', () => {
    expect(ids.toSorted()).toEqual(paths(british).toSorted())
    for (const id of ids) {
      const [theirs, ours] = [String(get(german, id)), String(get(british, id))]
      expect([id, placeholders(theirs)]).toEqual([id, placeholders(ours)])
      expect([id, theirs.split(' | ').length]).toEqual([id, ours.split(' | ').length])
      expect([id, theirs === '']).toEqual([id, ours === ''])
    }
  })
  it('links nothing into a sentence: cases and genders would not fit', () => {
    expect(ids.filter((id) => String(get(german, id)).includes('@:'))).toEqual([])
    // What is put in is told by itself, never behind an article that would have to agree with it.
    const article = /\b(der|die|das|den|dem|des|ein|eine|einen|einem|einer)\s\{(what|part|place|role|against|end|kind|use|hole|item)\}/i
    expect(ids.filter((id) => article.test(String(get(german, id)))).map((id) => [id, get(german, id)])).toEqual([])
  })
  it('leaves no English word behind', () => {
    // Names of formats and works, of what is typed as it is, and words that are the same in both.
    const SAME = /^(field\.example\.|log\.tableExample|source\.|search\.also\.)/
    const english =
      /\b(the|and|with|from|water|pipe|gutter|roof|tap|hose|barrel|butt|downpipe|gasket|overflow|flush|screen|bracket|vessel|store|draw|drawn|rain|height|fall|level|size|saw|drill|hole|joint|of|is|are|to|for|by|not|no|each|all|one|two|year|day|days|month)\b/i
    // German words that look English: "am" and "in" are left out above; these stand in both languages.
    const found = ids
      .filter((id) => !SAME.test(id))
      .map((id) => [id, String(get(german, id)).replace(/\{\w+\}/g, '')] as const)
      .filter(([, text]) =>
        english.test(text.replace(/date, rain|level from rim|\brain, level|distance oder volume|Manual on Rainwater Harvesting/g, '')),
      )
    expect(found).toEqual([])
    const alike = ids.filter(
      (id) => /\p{L}{4}/u.test(String(get(german, id)).replace(/\{\w+\}/g, '')) && get(german, id) === get(british, id),
    )
    expect(alike.toSorted()).toEqual(SAME_IN_BOTH.toSorted())
  })
  it('names a thing by one word: no other word for what the trade calls a downpipe, a gutter or an overflow', () => {
    const other = /\b(Dachrinne|Regenrinne|Abflussrohr|Regenwassertonne|Wasserhahn|Container)n?\b/
    expect(ids.filter((id) => !id.endsWith('.also') && !id.startsWith('search.also') && other.test(String(get(german, id))))).toEqual([])
  })
  it('writes numbers with a decimal comma', () => {
    const pointed = /\d\.\d(?!\d\d)/
    // Numbers of tables, of versions and of dates in a file stay as they are written there.
    const KEPT = new Set(['source.ibcSoils', 'log.tableExample'])
    expect(ids.filter((id) => !KEPT.has(id) && pointed.test(String(get(german, id)))).map((id) => [id, get(german, id)])).toEqual([])
  })
})

describe('tokens', () => {
  const css = readFileSync('app/assets/css/tokens.css', 'utf8')
  const block = (selector: string): Record<string, string> =>
    Object.fromEntries(
      [...(css.split(`${selector} {`)[1]?.split('\n}')[0] ?? '').matchAll(/--([\w-]+): (#[0-9a-f]{6})/gi)].map(([, name, value]) => [
        name!,
        value!,
      ]),
    )
  const light = block(':root')
  const themes = {
    light,
    dark: { ...light, ...block("[data-theme='dark']") },
    yard: { ...light, ...block("[data-contrast='more']:not([data-theme='dark'])") },
  }
  const luminance = (hex: string) => {
    const [r, g, b] = [1, 3, 5]
      .map((at) => parseInt(hex.slice(at, at + 2), 16) / 255)
      .map((v) => (v <= 0.03928 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4))
    return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!
  }
  const contrast = (a: string, b: string) => (Math.max(luminance(a), luminance(b)) + 0.05) / (Math.min(luminance(a), luminance(b)) + 0.05)
  const text = ['ink', 'ink-2', 'ink-3'].flatMap((ink) =>
    ['paper', 'sheet', 'sunk', 'water-wash'].map((ground) => [ink, ground, 4.5] as const),
  )
  const pairs = [
    ...text,
    ['water', 'paper', 4.5],
    ['water', 'sheet', 4.5],
    ['water', 'water-wash', 4.5],
    ['pencil', 'paper', 4.5],
    ['pencil', 'sheet', 4.5],
    ['pencil', 'pencil-wash', 4.5],
    ['on-ink', 'ink', 4.5],
    ['on-ink', 'pencil', 4.5],
    ['line', 'paper', 3],
    ['line', 'sheet', 3],
    ['line', 'sunk', 3],
  ] as const
  it.each(Object.entries(themes))('%s: every pair keeps its contrast (WCAG 2.2: 4.5 for text, 3 for borders)', (_, theme) => {
    for (const [a, b, least] of pairs) expect([a, b, contrast(theme[a]!, theme[b]!) >= least]).toEqual([a, b, true])
  })
})

describe('words for what comes from the core', () => {
  it('every choice that the document offers has a word', () => {
    const lists = { COVERS, FOULING, ROOF_HAZARDS, ROOF_SHAPES, USES, PLANT_GROUPS, WATERING_METHODS }
    for (const [list, values] of Object.entries(lists))
      for (const value of values) expect([list, value, all.has(`word.${value}`)]).toEqual([list, value, true])
    for (const kind of ['record', 'fitted', 'normals', 'annual', 'cans', 'volume', 'animals', 'task', 'bed'])
      expect(all).toContain(`word.${kind}`)
  })
  it('every way out of a finding has a name and a sentence', () => {
    for (const [, scheme] of demoJobs().flatMap(({ schemes }) => schemes.map((each) => [each.name, each] as const)))
      for (const { id, options } of assess(scheme).findings)
        for (const option of options) for (const part of ['name', 'say']) expect(all).toContain(`finding.${id}.option.${option.id}.${part}`)
  })
  it('every fault of a pasted table or a map has its sentence', () => {
    for (const problem of ['empty', 'months', 'notANumber', 'negative', 'tooWet', 'wetOverDays', 'noWetDays'])
      expect(all).toContain(`normals.problem.${problem}`)
    for (const reason of ['notJson', 'noPolygon', 'position', 'latitude', 'corners', 'crosses', 'tooLarge'])
      expect(all).toContain(`shape.map.${reason}`)
  })
})
