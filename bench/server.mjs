import { spawn } from 'node:child_process'
import { request } from 'node:http'

/** Several copies of the last build's server, as a proxy would have them behind it. */
async function copies(count, firstPort) {
  const started = await Promise.all(
    Array.from({ length: count }, async (_, i) => {
      const port = firstPort + i
      const server = spawn(process.execPath, ['.output/server/index.mjs'], {
        env: { ...process.env, HOST: '127.0.0.1', PORT: String(port), NODE_ENV: 'production' },
        stdio: ['ignore', 'pipe', 'inherit'],
      })
      await new Promise((resolve) => server.stdout.once('data', resolve))
      return { server, port }
    }),
  )
  return { ports: started.map(({ port }) => port), stop: () => started.forEach(({ server }) => server.kill()) }
}

const ask = (port, body) =>
  new Promise((resolve, reject) => {
    const headers = { 'content-type': 'application/json', 'content-length': Buffer.byteLength(body) }
    const out = request({ host: '127.0.0.1', port, method: 'POST', path: '/api/v1/assess', headers }, (answer) => {
      answer.resume()
      answer.on('end', () => (answer.statusCode === 200 ? resolve() : reject(new Error(`answered ${answer.statusCode}`))))
    })
    out.on('error', reject)
    out.end(body)
  })

/** Assessments a second through so many copies, asked in turn by eight hands for a while. */
async function throughput(count, firstPort, body, seconds) {
  const { ports, stop } = await copies(count, firstPort)
  try {
    for (const port of ports) for (let i = 0; i < 20; i++) await ask(port, body)
    let done = 0
    const until = performance.now() + seconds * 1000
    await Promise.all(
      Array.from({ length: 8 }, async (_, hand) => {
        for (let turn = hand; performance.now() < until; turn++) {
          await ask(ports[turn % ports.length], body)
          done++
        }
      }),
    )
    return done / seconds
  } finally {
    stop()
  }
}

/** What one copy of the server answers, and what two do. */
export async function runServerBench(scheme) {
  const body = JSON.stringify({ scheme })
  const one = await throughput(1, 4201, body, 4)
  const two = await throughput(2, 4211, body, 4)
  return [
    { what: 'server, one copy: assessments a second', value: one, unit: '/s' },
    { what: 'server, two copies asked in turn', value: two, unit: '/s' },
  ]
}
