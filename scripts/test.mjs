// Everything that must hold, in one command: installs what is missing, then lint, format, boundaries, types, unit tests,
// build and end-to-end tests. Ends with one plain line that sums every runner.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync, statSync } from 'node:fs'
import { relative } from 'node:path'
import { stripVTControlCharacters } from 'node:util'
import { installBrowser } from './browser.mjs'

const newer = (a, b) => !existsSync(b) || statSync(a).mtimeMs > statSync(b).mtimeMs
const call = (command, args, env = {}) => spawnSync(command, args, { stdio: 'inherit', env: { ...process.env, ...env } }).status === 0

if (newer('package-lock.json', 'node_modules/.package-lock.json') && !call('npm', ['ci', '--no-audit', '--no-fund'])) process.exit(1)
installBrowser()

rmSync('test-results', { recursive: true, force: true })
mkdirSync('test-results', { recursive: true })

let passed = 0
let failed = 0
/** What failed, told once more at the end: the report itself scrolls away, or is cut off by who runs this. */
const faults = []

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
    // A checker sums up at its end.
    faults.push([name, String(Buffer.concat(said)).trimEnd().split('\n').slice(-12).join('\n')])
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
    faults.push(...counts.faults.map((fault) => [name, ...fault]))
    if (!ok && counts.failed === 0) {
      failed++
      faults.push([name, 'no test failed, yet the runner did'])
    }
  } catch (error) {
    failed++
    faults.push([name, `no report: ${error.message}`])
  }
}

/** The tests of a browser suite, and of the suites in it, that did not go as expected. */
function faultsOfSuite({ suites = [], specs = [] }) {
  const here = specs
    .filter(({ ok, tests }) => !ok || tests.some(({ status }) => status === 'skipped'))
    .map(({ file, title, tests }) => [
      file,
      title,
      ...tests.flatMap(({ results }) => results.flatMap(({ errors }) => errors.map(({ message }) => message))),
    ])
  return [...here, ...suites.flatMap(faultsOfSuite)]
}
/** The first lines of what a runner says, without its colours. */
const shortly = (text) => stripVTControlCharacters(text).split('\n').slice(0, 12).join('\n  ')

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
    faults: report.testResults
      .filter(({ status }) => status === 'failed')
      .flatMap(({ name, message, assertionResults }) =>
        assertionResults.length === 0
          ? [[relative('.', name), message]]
          : assertionResults
              .filter(({ status }) => status === 'failed')
              .map(({ fullName, failureMessages }) => [relative('.', name), fullName, failureMessages.join('\n')]),
      ),
  }),
)
await lane(['build', 'build'])
counted('end to end', 'npx', ['playwright', 'test'], 'test-results/e2e.json', ({ stats, suites, errors }) => ({
  passed: stats.expected + stats.flaky,
  failed: stats.unexpected + stats.skipped + errors.length,
  faults: [...suites.flatMap((suite) => faultsOfSuite(suite)), ...errors.map(({ message }) => [message])],
}))

for (const [runner, ...fault] of faults) console.error(`\nFailed: ${runner}\n  ${fault.map(shortly).join('\n  ')}`)

console.log(`\n${passed} passed, ${failed} failed`)
process.exitCode = failed === 0 ? 0 : 1
