// Everything that must hold, in one command: installs what is missing, then lint, format, boundaries, types, unit tests,
// build and end-to-end tests. Ends with one plain line that sums every runner.
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync, statSync } from 'node:fs'

const newer = (a, b) => !existsSync(b) || statSync(a).mtimeMs > statSync(b).mtimeMs
const call = (command, args, env = {}) => spawnSync(command, args, { stdio: 'inherit', env: { ...process.env, ...env } }).status === 0

if (newer('package-lock.json', 'node_modules/.package-lock.json') && !call('npm', ['ci', '--no-audit', '--no-fund'])) process.exit(1)
const browsers = [process.env.CHROMIUM_PATH, '/usr/bin/chromium', '/usr/bin/chromium-browser']
if (!browsers.some((path) => path && existsSync(path))) {
  console.log('Chromium is missing; installing it from the system packages.')
  call('apt-get', ['update', '-qq'])
  call('apt-get', ['install', '-y', '-qq', 'chromium'], { DEBIAN_FRONTEND: 'noninteractive' })
}

rmSync('test-results', { recursive: true, force: true })
mkdirSync('test-results', { recursive: true })

let passed = 0
let failed = 0

/** A check that passes or fails as a whole. */
function whole(name, command, args) {
  console.log(`\n== ${name}`)
  if (call(command, args)) passed++
  else {
    failed++
    console.error(`${name} failed`)
  }
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

whole('lint', 'npm', ['run', 'lint', '--silent'])
whole('format', 'npm', ['run', 'format:check', '--silent'])
whole('boundaries', 'npm', ['run', 'boundaries', '--silent'])
whole('types', 'npm', ['run', 'typecheck', '--silent'])
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
whole('build', 'npm', ['run', 'build', '--silent'])
counted('end to end', 'npx', ['playwright', 'test'], 'test-results/e2e.json', ({ stats, errors }) => ({
  passed: stats.expected + stats.flaky,
  failed: stats.unexpected + stats.skipped + errors.length,
}))

console.log(`\n${passed} passed, ${failed} failed`)
process.exitCode = failed === 0 ? 0 : 1
