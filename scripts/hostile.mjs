// Tries to break it: hostile requests, mutated files, kills in mid-edit, storage faults. Bounded and seeded; prints figures.
//
//   npm run hostile -- [files=10000] [storms=10000] [requests=10000] [kills=200] [storage=60] [seed=1]
//
// A count of 0 leaves a part out. Ends with 1 where a promise was broken.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { createServer } from 'vite'

const given = Object.fromEntries(process.argv.slice(2).map((each) => each.replace(/^--/, '').split('=')))
const count = (name, otherwise) => (given[name] === undefined ? otherwise : Math.max(0, Math.floor(Number(given[name])) || 0))
const counts = {
  files: count('files', 10_000),
  storms: count('storms', 10_000),
  requests: count('requests', 10_000),
  kills: count('kills', 200),
  storage: count('storage', 60),
}
const seed = count('seed', 1)

const here = (path) => fileURLToPath(new URL(`../${path}`, import.meta.url))
const vite = await createServer({
  configFile: false,
  root: here('.'),
  resolve: { alias: { '#core': here('core'), '~': here('app') } },
  server: { middlewareMode: true, watch: null, hmr: false },
  appType: 'custom',
  logLevel: 'error',
})
const { seeded } = await vite.ssrLoadModule('/hostile/random.ts')

let broken = 0
const say = (line) => console.log(line)
const tell = (what) => (done) => say(`  ${what}: ${done}`)
/** What broke, like with like, each with a seed that finds it again. */
function list(faults, of = ({ what }) => what) {
  broken += faults.length
  const kinds = new Map()
  for (const fault of faults) {
    const kind = of(fault).replace(/[\d.]+/g, '#')
    kinds.set(kind, [...(kinds.get(kind) ?? []), fault])
  }
  for (const alike of kinds.values()) say(`  BROKEN ${alike.length} times, first: ${JSON.stringify(alike[0])}`)
}

if (counts.files > 0) {
  const { runFiles } = await vite.ssrLoadModule('/hostile/files.ts')
  const { files, accepted, refused, unsettled, faults, slowest } = runFiles(counts.files, seed, tell('files'))
  say(`files: ${files} mutated with seeds from ${seed}; ${accepted} let in, ${refused} refused, ${unsettled} storms given up with a word`)
  for (const [what, { seconds, seed: at }] of Object.entries(slowest)) {
    say(`  slowest to ${what}: ${seconds.toFixed(2)} CPU s (seed ${at})`)
    if (seconds > (what === 'storm' ? 5 : 2)) list([{ what: `${what} took ${seconds} CPU s`, seed: at }])
  }
  list(faults, ({ at, what }) => `${at} ${what}`)
}

if (counts.storms > 0) {
  const { runStorms } = await vite.ssrLoadModule('/hostile/files.ts')
  const { storms, unsettled, faults, slowest } = runStorms(counts.storms, seed, tell('storms'))
  say(`storms: ${storms} over bent schemes with seeds from ${seed}, ${unsettled} given up with a word`)
  say(`  slowest: ${slowest.seconds.toFixed(2)} CPU s (seed ${slowest.seed})`)
  if (slowest.seconds > 5) list([{ what: `a storm took ${slowest.seconds} CPU s`, seed: slowest.seed }])
  list(faults)
}

/** A server of the last build, for as long as something is tried on it. */
async function withServer(work) {
  if (!existsSync(here('.output/server/compute/worker.mjs'))) spawnSync('npm', ['run', 'build', '--silent'], { stdio: 'inherit' })
  const port = 4192
  const server = spawn(process.execPath, [here('.output/server/index.mjs')], {
    env: { ...process.env, HOST: '127.0.0.1', PORT: String(port), NUXT_DEMO: 'true', NODE_ENV: 'production' },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  try {
    await new Promise((resolve) => server.stdout.once('data', resolve))
    return await work(`http://127.0.0.1:${port}`)
  } finally {
    server.kill()
  }
}

if (counts.requests > 0) {
  const { runRequests } = await vite.ssrLoadModule('/hostile/requests.ts')
  const report = await withServer((address) => runRequests(address, counts.requests, seed, tell('requests')))
  const statuses = Object.entries(report.statuses).map(([status, n]) => `${status === '0' ? 'cut off' : status}: ${n}`)
  say(`requests: ${report.requests} with seeds from ${seed}; ${statuses.join(', ')}`)
  say(`  slowest answer: ${report.slowest.seconds.toFixed(2)} s (seed ${report.slowest.seed})`)
  const { health, file, asked, late } = report.waited
  say(`  asked ${asked} times meanwhile, longest wait: health ${health.toFixed(0)} ms, a file ${file.toFixed(0)} ms`)
  say(`  the asker's own clock was late by at most ${late.toFixed(0)} ms`)
  list(
    report.long.map(({ kind, ms, seeds }) => ({
      what: `a plain question waited over 200 ms`,
      seed: `${kind} ${ms} ms, beside ${seeds.join(' ')}`,
    })),
  )
  list(report.faults)
}

if (counts.kills > 0) {
  const { runKills } = await import('../hostile/kills.mjs')
  const report = await withServer((address) => runKills(address, counts.kills, seed, seeded(seed), tell('kills')))
  say(
    `kills: ${report.kills} in mid-edit at twice slowed CPU, ${report.edits} edits; the oldest edit that was lost was ${report.worst} ms old`,
  )
  for (const each of report.slow) say(`  shown only at the second look: ${JSON.stringify(each)}`)
  list(report.lost.map((each) => ({ what: `an edit older than half a second was lost while ${each.way}`, ...each })))
  list(report.unreadable.map((each) => ({ ...each, what: `not readable afterwards while ${each.way}: ${each.what}` })))
}

if (counts.storage > 0) {
  const { runStorageFaults } = await import('../hostile/storage.mjs')
  const report = await withServer((address) => runStorageFaults(address, counts.storage, seeded(seed)))
  say(
    `storage: ${report.rounds} rounds of failing storage, ${report.failedWrites} of them with something unsaved, ${report.silent.length} of those in silence`,
  )
  list(report.silent.map((each) => ({ what: 'unsaved and not told', ...each })))
  list(report.lost)
}

await vite.close()
say(broken === 0 ? '\nnothing broke' : `\n${broken} promises broken`)
process.exit(broken === 0 ? 0 : 1)
