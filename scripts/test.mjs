// Everything that must hold, in one command: installs what is missing, then lint, format, boundaries, types, unit tests,
// build and end-to-end tests. Ends with one plain line that sums every runner.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync, statSync } from 'node:fs'
import { installBrowser } from './browser.mjs'

const newer = (a, b) => !existsSync(b) || statSync(a).mtimeMs > statSync(b).mtimeMs
const call = (command, args, env = {}) => spawnSync(command, args, { stdio: 'inherit', env: { ...process.env, ...env } }).status === 0

if (newer('package-lock.json', 'node_modules/.package-lock.json') && !call('npm', ['ci', '--no-audit', '--no-fund'])) process.exit(1)
installBrowser()

rmSync('test-results', { recursive: true, force: true })
mkdirSync('test-results', { recursive: true })

let passed = 0
let failed = 0

/** A check that passes or fails as a whole; what it says comes together, when it is done. */
async function whole(name, command, args) {
  const said = []
  const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'] })
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (part) => said.push(part))
  const status = await new Promise((resolve) => child.on('close', resolve).on('error', () => resolve(1)))
  console.log(`\n== ${name}\n${Buffer.concat(said)}`)
  if (status === 0) passed++
  else {
    failed++
    console.error(`${name} failed`)
  }
}
/** One check after another. */
async function lane(...checks) {
  for (const [name, ...args] of checks) await whole(name, 'npm', ['run', ...args, '--silent'])
}

/** A runner that leaves its own counts; a missing report is a failure. */
function counted(name, command, args, report, read) {
  console.log(`\n== ${name}`)
  const ok = call(command, args)
  try {
    const counts = read(JSON.parse(readFileSync(report, 'utf8')))
    passed += counts.passed
    failed += counts.failed
    if (!ok && counts.failed === 0) failed++
  } catch (error) {
    failed++
    console.error(`${name} left no report: ${error.message}`)
  }
}

if (!call('npx', ['nuxt', 'prepare'])) process.exit(1)
// Each of these keeps one core busy; the two lanes take about as long.
await Promise.all([
  lane(['types', 'typecheck'], ['format', 'format:check']),
  lane(['lint', 'lint'], ['boundaries', 'boundaries'], ['types of the tests', 'typecheck:tests']),
])
counted(
  'unit',
  'npx',
  ['vitest', 'run', '--reporter=default', '--reporter=json', '--outputFile.json=test-results/unit.json'],
  'test-results/unit.json',
  (report) => ({
    passed: report.numPassedTests,
    failed:
      report.numFailedTests +
      report.testResults.filter(({ status, assertionResults }) => status === 'failed' && assertionResults.length === 0).length,
  }),
)
await lane(['build', 'build'])
counted('end to end', 'npx', ['playwright', 'test'], 'test-results/e2e.json', ({ stats, errors }) => ({
  passed: stats.expected + stats.flaky,
  failed: stats.unexpected + stats.skipped + errors.length,
}))

console.log(`\n${passed} passed, ${failed} failed`)
process.exitCode = failed === 0 ? 0 : 1
