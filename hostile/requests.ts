import { request as httpRequest, type IncomingHttpHeaders } from 'node:http'
import { once } from 'node:events'
import { connect } from 'node:net'
import { Worker } from 'node:worker_threads'
import { ARRANGEMENTS } from '../core/arrangements'
import { demoJobs, demoRecords } from '../core/demo'
import { scheme as schemeForm } from '../core/scheme'
import { toJsonSchema } from '../core/scheme/jsonSchema'
import { mutateFile } from './mutate'
import { pick, seeded } from './random'

export interface RequestReport {
  requests: number
  /** Answers by status; 0 where the connection was closed without one. */
  statuses: Record<number, number>
  /** Answers that broke a promise, each with the seed that finds it again. */
  faults: { seed: number; what: string }[]
  /** s. */
  slowest: { seconds: number; seed: number }
  /** Longest that a plain question had to wait meanwhile, ms, and how many were asked. */
  waited: { health: number; file: number; asked: number; late: number }
  /** Waits of over 200 ms: how long, and the seeds that were under way or had just ended. */
  long: { kind: string; ms: number; seeds: number[] }[]
}

const TASKS = ['assess', 'balance', 'sweep', 'storm'] as const
/** Longest that an answer may take, s. */
const MOST_S = 6
const RAIN = { kind: 'annual', total: 700, pattern: 'even', hemisphere: 'north', wetDays: 140, spread: 0.16, years: 5, seed: 1 }

interface Asked {
  method: string
  path: string
  headers: Record<string, string>
  body: string | Buffer
}

const schemes = () => [...demoJobs().flatMap((job) => job.schemes), ...ARRANGEMENTS.map((make) => make())]

/** A request by its seed: mostly right in form, some heavy, some broken on purpose. */
function made(seed: number, texts: readonly string[]): Asked {
  const random = seeded(seed)
  const form = toJsonSchema(schemeForm)
  const task = pick(TASKS, random)
  const scheme = mutateFile(pick(texts, random), form, random)
  const rain = pick(
    [
      { source: RAIN },
      { source: { ...RAIN, years: 200 } },
      {
        source: { kind: 'record', record: 'r', gaps: 'dry' },
        record: { ...demoRecords()[0]!, id: 'r', depths: demoRecords()[0]!.depths.slice(0, 800) },
      },
      { source: { kind: 'record', record: 'gone', gaps: 'dry' } },
      {},
    ],
    random,
  )
  // Every few hundred asks for far more than there is time for.
  const heavy = random() < 0.004
  const asked = heavy
    ? `{"scheme":${texts[0]},"rain":${JSON.stringify({ source: { ...RAIN, years: 200 } })},"volumes":2000}`
    : `{"scheme":${scheme}${task === 'assess' || task === 'storm' ? '' : `,"rain":${JSON.stringify(rain)}`}${task === 'sweep' && random() < 0.5 ? ',"volumes":24' : ''}}`
  const headers: Record<string, string> = { 'content-type': 'application/json' }
  const way = random()
  let [method, path, body]: [string, string, string | Buffer] = ['POST', `/api/v1/${heavy ? 'sweep' : task}`, asked]
  if (way < 0.02) method = pick(['PUT', 'DELETE', 'PATCH', 'OPTIONS', 'GET'], random)
  else if (way < 0.04)
    path = pick(
      ['/api/nothing', '/api/v1/', '/api/v1/assess/../../etc', '/api/%00', '/api/v2/assess', '/api/v1/ASSESS', '/api//v1/assess'],
      random,
    )
  else if (way < 0.06) headers['content-type'] = pick(['text/plain', 'application/xml', '', 'multipart/form-data'], random)
  else if (way < 0.07) headers['content-encoding'] = pick(['gzip', 'br', 'identity'], random)
  else if (way < 0.08) body = Buffer.from(Array.from({ length: 2000 }, () => Math.floor(random() * 256)))
  else if (way < 0.085) body = `{"scheme":${'['.repeat(500_000)}${']'.repeat(500_000)}}`
  else if (way < 0.09) body = 'x'.repeat(5_000_000)
  else if (way < 0.095) path += `?${'<a+'.repeat(4000)}`
  else if (way < 0.1) headers['x-long'] = 'y'.repeat(12_000)
  return { method, path, headers, body }
}

interface Answer {
  status: number
  headers: IncomingHttpHeaders
  text: string
}

function send(base: URL, { method, path, headers, body }: Asked): Promise<Answer> {
  return new Promise((resolve, reject) => {
    const length = method === 'GET' ? {} : { 'content-length': String(Buffer.byteLength(body)) }
    const all = { ...headers, ...length }
    const out = httpRequest({ host: base.hostname, port: base.port, method, path, headers: all, agent: false }, (answer) => {
      const parts: Buffer[] = []
      answer.on('data', (part: Buffer) => parts.push(part))
      answer.on('end', () =>
        resolve({ status: answer.statusCode ?? 0, headers: answer.headers, text: Buffer.concat(parts).toString('utf8') }),
      )
      answer.on('error', reject)
    })
    out.on('error', reject)
    out.setTimeout(20_000, () => out.destroy(new Error('no answer in 20 s')))
    out.end(method === 'GET' ? undefined : body)
  })
}

/** Bytes that are no request at all, or one whose length is a lie: the server has to survive and close. */
function garbage(base: URL, random: () => number): Promise<void> {
  return new Promise((resolve) => {
    const socket = connect(Number(base.port), base.hostname, () => {
      socket.write(
        pick(
          [
            'GET / HTTP/9.9\r\n\r\n',
            '\u0000\u0001\u0002\r\n\r\n',
            'POST /api/v1/assess HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nContent-Length: 10\r\n\r\n{}',
            'POST /api/v1/assess HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nContent-Length: -5\r\n\r\n{}',
            'POST /api/v1/assess HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nTransfer-Encoding: chunked\r\n\r\nzz\r\n{}\r\n0\r\n\r\n',
            'POST /api/v1/assess HTTP/1.1\r\nHost: x\r\nTransfer-Encoding: chunked\r\nContent-Length: 4\r\n\r\n0\r\n\r\n',
          ],
          random,
        ),
      )
      setTimeout(() => socket.destroy(), 30)
    })
    socket.on('close', () => resolve())
    socket.on('error', () => resolve())
  })
}

/**
 * Asks plain questions every 50 ms and notes the longest wait for each, with those over 200 ms one by one. Its own clock is
 * watched as well: where that came late, the machine stood still and not the server.
 */
const ASKER = `
const { get } = require('node:http')
const { parentPort, workerData } = require('node:worker_threads')
const waited = { health: 0, file: 0, asked: 0, failed: [], long: [], late: 0 }
let over = false
parentPort.on('message', () => (over = true))
const ask = (kind) => new Promise((resolve) => {
  const began = performance.now()
  get({ host: '127.0.0.1', port: workerData.port, path: workerData.paths[kind], agent: false }, (answer) => {
    answer.resume()
    answer.on('end', () => {
      const ms = performance.now() - began
      waited[kind] = Math.max(waited[kind], ms)
      if (ms > 200) waited.long.push({ kind, ms: Math.round(ms), at: Date.now() })
      if (answer.statusCode !== 200) waited.failed.push(workerData.paths[kind] + ' answered ' + answer.statusCode)
      resolve()
    })
  }).on('error', (error) => (waited.failed.push(String(error)), resolve()))
})
;(async () => {
  while (!over) {
    await ask('health')
    await ask('file')
    waited.asked++
    const slept = performance.now()
    await new Promise((resolve) => setTimeout(resolve, 50))
    waited.late = Math.max(waited.late, performance.now() - slept - 50)
  }
  parentPort.postMessage(waited)
  parentPort.close()
})()
`

/** What an answer should be and is not. */
function broken({ status, headers, text }: Answer, { method, path }: Asked): string | undefined {
  const type = headers['content-type'] ?? ''
  if (status >= 500 && status !== 503) return `${method} ${path.slice(0, 40)}: ${status} ${text.slice(0, 200)}`
  if (status >= 400 && status !== 431) {
    if (!type.includes('application/problem+json')) return `${method} ${path.slice(0, 40)}: ${status} as ${type}`
    const problem = JSON.parse(text) as { status?: number; title?: string }
    if (problem.status !== status || !problem.title) return `${method} ${path.slice(0, 40)}: problem without status or title`
  }
  return status === 200 && method !== 'GET' && !type.includes('json') ? `200 as ${type}` : undefined
}

/**
 * Hostile requests at a server on this machine, several at a time, with a plain question for its health and for a file every
 * 50 ms meanwhile.
 *
 * @param address on the loopback
 */
export async function runRequests(address: string, count: number, seed: number, tell?: (done: number) => void): Promise<RequestReport> {
  const base = new URL(address)
  if (base.hostname !== '127.0.0.1') throw new RangeError('only a server on this machine is tried')
  const texts = schemes().map((scheme) => JSON.stringify(scheme))
  const report: RequestReport = {
    requests: 0,
    statuses: {},
    faults: [],
    slowest: { seconds: 0, seed },
    waited: { health: 0, file: 0, asked: 0, late: 0 },
    long: [],
  }
  await send(base, { method: 'POST', path: '/api/v1/assess', headers: { 'content-type': 'application/json' }, body: texts[0]! })
  // Its first answers take what loading takes; what is measured is a server that has come up.
  for (let up = 0; up < 20; up++)
    for (const path of ['/api/health', '/icon.svg']) await send(base, { method: 'GET', path, headers: {}, body: '' })
  // From a thread of its own, so that what is made up here is not taken for waiting there.
  const asker = new Worker(ASKER, { eval: true, workerData: { port: base.port, paths: { health: '/api/health', file: '/icon.svg' } } })
  let next = 0
  const spans: { seed: number; from: number; to: number }[] = []
  const hands = Array.from({ length: 6 }, async () => {
    while (next < count) {
      const mine = seed + next++
      const asked = made(mine, texts)
      if (mine % 97 === 0) await garbage(base, seeded(mine))
      const span = { seed: mine, from: Date.now(), to: Infinity }
      spans.push(span)
      const began = performance.now()
      try {
        const answer = await send(base, asked)
        report.statuses[answer.status] = (report.statuses[answer.status] ?? 0) + 1
        const what = broken(answer, asked)
        if (what) report.faults.push({ seed: mine, what })
      } catch (error) {
        // A body that is too large may be cut off before the answer is read.
        report.statuses[0] = (report.statuses[0] ?? 0) + 1
        if (asked.body.length < 4_000_000) report.faults.push({ seed: mine, what: String(error) })
      }
      span.to = Date.now()
      const seconds = (performance.now() - began) / 1000
      if (seconds > report.slowest.seconds) report.slowest = { seconds, seed: mine }
      if (seconds > MOST_S) report.faults.push({ seed: mine, what: `took ${seconds.toFixed(1)} s` })
      if (++report.requests % 1000 === 0) tell?.(report.requests)
    }
  })
  await Promise.all(hands)
  const [told] = (await Promise.all([once(asker, 'message'), asker.postMessage('enough')]))[0] as [
    RequestReport['waited'] & { failed: string[]; long: { kind: string; ms: number; at: number }[] },
  ]
  report.waited = { health: told.health, file: told.file, asked: told.asked, late: told.late }
  report.long = told.long.map(({ kind, ms, at }) => ({
    kind,
    ms,
    seeds: spans.filter(({ from, to }) => from <= at && to >= at - ms).map((span) => span.seed),
  }))
  report.faults.push(...told.failed.map((what) => ({ seed, what })))
  return report
}
