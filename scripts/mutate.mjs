import { Instrumenter } from '@stryker-mutator/instrumenter'
import { spawnSync } from 'node:child_process'
import { readdirSync, readFileSync, statSync } from 'node:fs'
import { parseArgs } from 'node:util'

/**
 * Changes the code one place at a time and tells what no test noticed.
 *
 * `npm run mutate -- core/vessel core/balance/series.ts` changes every place there; `npm run mutate -- --sample 30 core/storm core/log`
 * so many places of each that is named, picked by chance (`--seed`), and tells how many of each were noticed; `--own` by the tests of
 * the stage alone, which is far quicker and no more than all of them notice.
 */
const { values, positionals: asked } = parseArgs({
  allowPositionals: true,
  options: { sample: { type: 'string' }, seed: { type: 'string', default: '1' }, own: { type: 'boolean', default: false } },
})
if (asked.length === 0) {
  console.error('Say what to mutate: npm run mutate -- core/vessel')
  process.exit(2)
}
const filesOf = (path) =>
  statSync(path).isDirectory()
    ? readdirSync(path, { recursive: true, encoding: 'utf8' })
        .map((name) => `${path}/${name}`)
        .filter((name) => /\.ts$/.test(name) && !/\.test\.ts$|\/index\.ts$/.test(name))
        .toSorted()
    : [path]

/** Chance that is the same for one seed (mulberry32). */
function chance(seed) {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = Math.imul(state ^ (state >>> 15), 1 | state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32
  }
}

/** A place with more changes within it than this is a whole block: its parts are picked instead. */
const MOST_WITHIN = 3
const silent = () => {}
const logger = Object.assign(
  { isDebugEnabled: () => false },
  Object.fromEntries(['debug', 'info', 'warn', 'error', 'trace'].map((level) => [level, silent])),
)
/** Ranges of so many places of a folder, as the runner takes them. */
async function sampleOf(path, count, next) {
  const files = filesOf(path).map((name) => ({ name, mutate: true, content: readFileSync(name, 'utf8') }))
  const { mutants } = await new Instrumenter(logger).instrument(files, { plugins: null, excludedMutations: [], ignorers: [] })
  const before = (a, b) => a.line < b.line || (a.line === b.line && a.column <= b.column)
  const within = (inner, outer) =>
    inner.fileName === outer.fileName &&
    before(outer.location.start, inner.location.start) &&
    before(inner.location.end, outer.location.end)
  const places = new Map()
  for (const each of mutants.filter((mutant) => mutants.filter((other) => within(other, mutant)).length <= MOST_WITHIN)) {
    const { start, end } = each.location
    places.set(`${each.fileName}:${start.line + 1}:${start.column}-${end.line + 1}:${end.column}`, each)
  }
  const left = [...places.keys()]
  return Array.from({ length: Math.min(count, left.length) }, () => left.splice(Math.floor(next() * left.length), 1)[0])
}

const next = chance(Number(values.seed))
/** Mutates ranges of files, with the tests of one folder or with all; gives what became of each change, by file. */
function mutate(ranges, tests) {
  const env = tests ? { ...process.env, MUTATE_TESTS: `${tests}/**/*.test.ts` } : process.env
  const { status } = spawnSync('npx', ['stryker', 'run', '--mutate', ranges.join(',')], { stdio: 'inherit', env })
  if (status !== 0) process.exit(status ?? 1)
  return Object.entries(JSON.parse(readFileSync('test-results/mutation.json', 'utf8')).files)
}

if (!values.sample && !values.own) mutate(asked.flatMap(filesOf))
else {
  const told = []
  for (const path of asked) {
    const ranges = values.sample ? await sampleOf(path, Number(values.sample), next) : filesOf(path)
    const own = values.own ? path.split('/').slice(0, 2).join('/') : undefined
    const tried = mutate(ranges, own)
      .flatMap(([name, file]) => file.mutants.map((each) => ({ ...each, name })))
      .filter(({ status }) => !['Ignored', 'CompileError', 'RuntimeError'].includes(status))
    const noticed = tried.filter(({ status }) => status === 'Killed' || status === 'Timeout').length
    const share = tried.length > 0 ? `${((100 * noticed) / tried.length).toFixed(0)} %` : '–'
    told.push([path.padEnd(24), String(tried.length).padStart(7), String(noticed).padStart(8), share.padStart(7)].join(' '))
    console.log(told.at(-1))
  }
  console.log(`\nwhat                     changes  noticed   share\n${told.join('\n')}`)
}
