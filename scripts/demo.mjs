// One command from a fresh clone to the running application with its demo jobs.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, statSync } from 'node:fs'
import { createServer } from 'node:net'

const run = (command, args) => {
  const { status } = spawnSync(command, args, { stdio: 'inherit' })
  if (status !== 0) process.exit(status ?? 1)
}
const newer = (a, b) => !existsSync(b) || statSync(a).mtimeMs > statSync(b).mtimeMs

if (newer('package-lock.json', 'node_modules/.package-lock.json')) run('npm', ['ci', '--no-audit', '--no-fund'])
run('npm', ['run', 'build', '--silent'])

/** The wanted port, or the next one that is free. */
function freePort(port) {
  return new Promise((resolve) => {
    const probe = createServer()
    probe.once('error', () => resolve(freePort(port + 1)))
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(port)))
  })
}
const port = await freePort(Number(process.env.PORT ?? 3000))
const server = spawn(process.execPath, ['.output/server/index.mjs'], {
  stdio: 'inherit',
  env: { ...process.env, HOST: '127.0.0.1', PORT: String(port), NUXT_DEMO: 'true', NODE_ENV: 'production' },
})
console.log(`\nVernal Cask with its demo jobs: http://127.0.0.1:${port}\nStop it with Ctrl C.\n`)
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
server.on('exit', (code) => process.exit(code ?? 0))
