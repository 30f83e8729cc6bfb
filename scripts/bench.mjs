// Measures what the interface promises and prints it as a table: the core in Node and in the page's own worker,
// edits, dragging and first load in Chromium against the production build.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { createServer } from 'vite'

const rows = []
const note = (what, value, unit, limit) => rows.push({ what, value, unit, limit })
const median = (values) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]

const vite = await createServer({ configFile: false, server: { middlewareMode: true }, appType: 'custom', logLevel: 'error' })
const { runCoreBench } = await vite.ssrLoadModule('/bench/core.ts')
for (const { what, ms, limit, unit } of runCoreBench()) note(what, ms, unit ?? 'ms', limit)
const { withyHard } = await vite.ssrLoadModule('/core/demo/jobs.ts')
const [scheme] = withyHard().schemes
await vite.close()

if (!existsSync('.output/server/index.mjs')) spawnSync('npm', ['run', 'build', '--silent'], { stdio: 'inherit' })
const PORT = 4191
const server = spawn(process.execPath, ['.output/server/index.mjs'], {
  env: { ...process.env, HOST: '127.0.0.1', PORT: String(PORT), NUXT_DEMO: 'true', NODE_ENV: 'production' },
})
await new Promise((resolve) => server.stdout.once('data', resolve))
const { runPageBench } = await import('../bench/page.mjs')
try {
  for (const { what, value, unit, limit } of await runPageBench(`http://127.0.0.1:${PORT}`, median)) note(what, value, unit, limit)
} finally {
  server.kill()
}

const { runServerBench } = await import('../bench/server.mjs')
for (const { what, value, unit } of await runServerBench(scheme)) note(what, value, unit)

const width = Math.max(...rows.map(({ what }) => what.length))
console.log(`\n${'what'.padEnd(width)}  ${'measured'.padStart(12)}  ${'wanted'.padStart(12)}`)
for (const { what, value, unit, limit } of rows) {
  const over = limit !== undefined && (unit === 'fps' ? value < limit : value > limit)
  console.log(
    `${what.padEnd(width)}  ${`${value.toFixed(value < 10 ? 2 : 0)} ${unit}`.padStart(12)}  ${(limit === undefined ? '' : `${unit === 'fps' ? '≥' : '≤'} ${limit} ${unit}`).padStart(12)}${over ? '  OVER' : ''}`,
  )
}
