import { spawnSync } from 'node:child_process'
import { statSync } from 'node:fs'

/** `npm run mutate -- core/vessel core/balance/series.ts`: changes the code one place at a time and tells what no test noticed. */
const asked = process.argv.slice(2)
if (asked.length === 0) {
  console.error('Say what to mutate: npm run mutate -- core/vessel')
  process.exit(2)
}
const globs = asked.flatMap((path) =>
  statSync(path).isDirectory() ? [`${path}/**/*.ts`, `!${path}/**/*.test.ts`, `!${path}/**/index.ts`] : [path],
)
const { status } = spawnSync('npx', ['stryker', 'run', '--mutate', globs.join(',')], { stdio: 'inherit' })
process.exit(status ?? 1)
