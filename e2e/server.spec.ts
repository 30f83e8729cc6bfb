import Ajv from 'ajv/dist/2020.js'
import { spawn, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { connect } from 'node:net'
import { ARRANGEMENTS } from '../core/arrangements'
import { demoRecords, withyHard } from '../core/demo'
import { runRequests } from '../hostile/requests'
import { expect, test } from './support'

const scheme = withyHard().schemes[0]!
const rain = { source: { kind: 'annual', total: 640, pattern: 'even', hemisphere: 'north', wetDays: 150, spread: 0.1, years: 12, seed: 4 } }

/**
 * A server of our own beside the one that all tests ask: for what stops it, sets it otherwise, or keeps its workers so busy that
 * another test would be told to come back later.
 */
async function withOwnServer(port: number, env: Record<string, string>, use: (address: string, server: ChildProcess) => Promise<void>) {
  const server = spawn(process.execPath, ['.output/server/index.mjs'], {
    env: { ...process.env, HOST: '127.0.0.1', PORT: String(port), NODE_ENV: 'production', ...env },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  try {
    await once(server.stdout, 'data')
    await use(`http://127.0.0.1:${port}`, server)
  } finally {
    server.kill()
  }
}

test('assess, balance and sweep answer as the page does', async ({ request }) => {
  const assessed = await (await request.post('/api/v1/assess', { data: { scheme } })).json()
  expect(assessed.lines[0].left).toBeCloseTo(0.52, 9)
  expect(assessed.findings.map(({ id }: { id: string }) => id)).toContain('nothingHoldsPipe')

  const record = demoRecords()[0]!
  const balance = await (await request.post('/api/v1/balance', { data: { scheme, rain: { source: withyHard().rain, record } } })).json()
  expect(balance.stores[0].years.years).toHaveLength(30)
  expect(balance.stores[0].years.met).toBeGreaterThan(0.5)

  const sweep = await (await request.post('/api/v1/sweep', { data: { scheme, rain, volumes: 12 } })).json()
  expect(sweep.stores[0].points).toHaveLength(12)
  const storm = await (await request.post('/api/v1/storm', { data: { scheme } })).json()
  expect(storm.error).toBeLessThan(1e-9)
  expect(storm.account.runoff).toBeGreaterThan(0.5)
  expect(storm.vessels[0]).toMatchObject({ id: 'butt' })
})

test('layout and build answer as the page does, and the description lets in what is asked', async ({ request }) => {
  const layout = await (await request.post('/api/v1/layout', { data: { scheme } })).json()
  expect(layout.vessels).toMatchObject([{ vessel: 'butt', foot: { x: -0.86, y: 0.39 } }])
  // From the pipe's side to the butt's (Pythagoras), as the page tells it.
  const hose = layout.runs.find(({ key }: { key: string }) => key === 'hose:trough')
  expect(hose.length).toBeCloseTo(Math.hypot(Math.hypot(0.86, 0.326) - 0.034 - 0.29, 0.017), 9)
  expect(layout.ports.find(({ port }: { port: string }) => port === 'in').way.z).toBe(0)
  expect(layout.overlaps).toEqual([])

  const build = await (await request.post('/api/v1/build', { data: { scheme } })).json()
  expect(build.bill.lines.find(({ item }: { item: string }) => item === 'pipe:hose:25').takeoff).toBeCloseTo(hose.length, 9)
  expect(build.holes.map(({ of }: { of: { id: string } }) => of.id)).toContain('butt')
  expect(build.steps.length).toBeGreaterThan(10)
  const inches = await (await request.post('/api/v1/build', { data: { scheme, system: 'imperial' } })).json()
  expect(inches.bill.total).not.toBe(build.bill.total)
  expect((await request.post('/api/v1/build', { data: { scheme, system: 'cubits' } })).status()).toBe(422)

  const described = await (await request.get('/api/v1/openapi.json')).json()
  expect(described.openapi).toBe('3.1.0')
  expect(Object.keys(described.paths)).toEqual(expect.arrayContaining(['/api/v1/layout', '/api/v1/build', '/api/v1/assess']))
  // The description is itself held against what is asked, by an independent validator.
  const { schema } = described.paths['/api/v1/build'].post.requestBody.content['application/json']
  const validate = new Ajv({ strict: false }).compile(schema)
  expect(validate(JSON.parse(JSON.stringify({ scheme, system: 'metric' }))) || validate.errors).toBe(true)
  expect(validate({ scheme: { ...scheme, stores: 'none' } })).toBe(false)
})

test('bad input is told as problem details, each path named', async ({ request }) => {
  const bad = await request.post('/api/v1/assess', { data: { scheme: { ...scheme, designIntensity: 'much' } } })
  expect(bad.status()).toBe(422)
  expect(bad.headers()['content-type']).toContain('application/problem+json')
  expect((await bad.json()).errors[0].path).toBe('scheme.designIntensity')

  const loose = structuredClone(scheme)
  loose.gutters[0]!.outlets[0]!.drop = 'nowhere'
  const broken = await request.post('/api/v1/assess', { data: { scheme: loose } })
  expect(broken.status()).toBe(422)
  expect((await broken.json()).errors[0].path).toBe('scheme.gutters[0].outlets[0].drop')

  const gone = await request.post('/api/v1/balance', {
    data: { scheme, rain: { source: { kind: 'record', record: 'gone', gaps: 'dry' } } },
  })
  expect(gone.status()).toBe(422)
})

test('what is no JSON, no object or too large is refused', async ({ request }) => {
  const send = (data: string, type = 'application/json') =>
    request.post('/api/v1/assess', { data: Buffer.from(data), headers: { 'content-type': type } })
  expect((await send('{"a"')).status()).toBe(400)
  expect((await send('[]')).status()).toBe(422)
  expect((await send('{}', 'text/plain')).status()).toBe(415)
  expect((await send(`{"a":"${'x'.repeat(5 * 1024 * 1024)}"}`)).status()).toBe(413)
})

test('answers go to no other origin, and the page runs under a strict policy', async ({ request }) => {
  const answer = await request.get('/api/health', { headers: { origin: 'https://elsewhere.example' } })
  expect(answer.headers()['access-control-allow-origin']).toBeUndefined()
  const policy = (await request.get('/')).headers()['content-security-policy'] ?? ''
  expect(policy).toContain("default-src 'self'")
  expect(policy).not.toContain('unsafe-inline')
  expect(policy).not.toContain('blob:')
})

/** Far more than there is time for: two centuries, two thousand volumes, several stores. */
const heavy = JSON.stringify({ scheme: ARRANGEMENTS[17]!(), rain: { source: { ...rain.source, years: 200 } }, volumes: 2000 })

test('what takes too long is ended and told so, and nobody else waits for it', async ({ request }) => {
  await withOwnServer(4176, {}, async (address) => {
    const began = Date.now()
    const asked = [0, 1, 2].map(() =>
      request.post(`${address}/api/v1/sweep`, { data: heavy, headers: { 'content-type': 'application/json' }, timeout: 30_000 }),
    )
    let longest = 0
    let over = false
    const pinging = (async () => {
      while (!over) {
        const at = Date.now()
        expect((await request.get(`${address}/api/health`)).status()).toBe(200)
        longest = Math.max(longest, Date.now() - at)
        await new Promise((resolve) => setTimeout(resolve, 50))
      }
    })()
    const answers = await Promise.all(asked)
    over = true
    await pinging
    for (const answer of answers) {
      expect(answer.status()).toBe(503)
      expect(answer.headers()).toMatchObject({ 'content-type': 'application/problem+json', 'retry-after': '5' })
      expect((await answer.json()).title).toBe('No time for this now')
    }
    expect(Date.now() - began).toBeLessThan(12_000)
    // A timed promise stands in the hostile run; here only that it never waits for the reckoning.
    expect(longest).toBeLessThan(3000)
    expect((await request.post(`${address}/api/v1/assess`, { data: { scheme } })).status()).toBe(200)
  })
})

test('every error under /api is a problem with its path', async ({ request }) => {
  const json = { 'content-type': 'application/json' }
  const cases = [
    [await request.get('/api/v1/assess'), 405, '/api/v1/assess'],
    [await request.put('/api/health'), 405, '/api/health'],
    [await request.get('/api/v1/nothing'), 404, '/api/v1/nothing'],
    [await request.get('/api'), 404, '/api'],
    [
      await request.post('/api/v1/assess', { data: Buffer.from('{}'), headers: { ...json, 'content-encoding': 'gzip' } }),
      415,
      '/api/v1/assess',
    ],
    [await request.post('/api/v1/assess', { data: Buffer.from('{"scheme":'), headers: json }), 400, '/api/v1/assess'],
    [await request.post('/api/v1/assess', { data: Buffer.from([0xff, 0xfe, 0x7b]), headers: json }), 400, '/api/v1/assess'],
    [
      await request.post('/api/v1/assess', { data: Buffer.from(`{"scheme":${'['.repeat(100_000)}${']'.repeat(100_000)}}`), headers: json }),
      422,
      '/api/v1/assess',
    ],
  ] as const
  for (const [answer, status, instance] of cases) {
    expect(answer.headers()['content-type']).toContain('application/problem+json')
    expect(await answer.json()).toMatchObject({ status, instance })
    expect(answer.status()).toBe(status)
  }
  expect((await request.get('/api/v1/assess')).headers().allow).toBe('POST')
})

test('honest words with signs in them are taken, and long queries answered at once', async ({ request }) => {
  const named = structuredClone(scheme)
  named.sections[0]!.name = 'Roof <3 m, "north" & more'
  expect((await request.post('/api/v1/assess', { data: { scheme: named } })).status()).toBe(200)
  const began = Date.now()
  expect((await request.get(`/api/health?${'<a '.repeat(2000)}`)).status()).toBe(200)
  expect(Date.now() - began).toBeLessThan(2000)
})

test('a body is counted as it comes, whatever its headers claim', async ({ baseURL }) => {
  const { port } = new URL(baseURL!)
  const part = 'x'.repeat(65_536)
  const answer = await new Promise<string>((resolve, reject) => {
    let text = ''
    const socket = connect(Number(port), '127.0.0.1', () => {
      socket.write('POST /api/v1/assess HTTP/1.1\r\nHost: h\r\nContent-Type: application/json\r\nTransfer-Encoding: chunked\r\n\r\n')
      for (let i = 0; i < 80; i++) socket.write(`10000\r\n${part}\r\n`)
      socket.write('0\r\n\r\n')
    })
    socket.on('data', (data) => {
      text += data.toString()
      if (text.includes('bytes.')) socket.destroy()
    })
    socket.on('close', () => resolve(text))
    socket.on('error', (error) => (text ? resolve(text) : reject(error)))
  })
  expect(answer).toContain('413')
  expect(answer).toContain('application/problem+json')
})

test('the years may be asked for without their days', async ({ request }) => {
  const answer = await request.post('/api/v1/balance', { data: { scheme, rain, series: false } })
  const [store] = (await answer.json()).stores
  expect(store.years.met).toBeGreaterThan(0)
  expect(store.years).not.toHaveProperty('store')
  expect((await answer.body()).length).toBeLessThan(20_000)
})

test('hostile requests: no error but those that are told, none that takes long', async () => {
  await withOwnServer(4177, {}, async (address) => {
    const { requests, statuses, faults } = await runRequests(address, 160, 4711)
    expect(faults).toEqual([])
    expect(requests).toBe(160)
    expect(statuses[200]).toBeGreaterThan(20)
  })
})

test('told to stop, it ends what it has begun and then goes', async ({ request }) => {
  await withOwnServer(4174, {}, async (address, server) => {
    const gone = once(server, 'exit')
    const work = JSON.stringify({ scheme: ARRANGEMENTS[17]!(), rain: { source: { ...rain.source, years: 200 } }, volumes: 60 })
    const asked = request.post(`${address}/api/v1/sweep`, { data: work, headers: { 'content-type': 'application/json' }, timeout: 30_000 })
    await new Promise((resolve) => setTimeout(resolve, 250))
    server.kill('SIGTERM')
    expect([200, 503]).toContain((await asked).status())
    const [code] = (await gone) as [number]
    expect(code).toBe(0)
  })
})

test('an address may be held to so many requests a minute, where that is set', async ({ request }) => {
  await withOwnServer(4175, { NUXT_LIMIT_PER_MINUTE: '3' }, async (address) => {
    const ask = () => request.post(`${address}/api/v1/assess`, { data: { scheme } })
    for (let i = 0; i < 3; i++) expect((await ask()).status()).toBe(200)
    const over = await ask()
    expect(over.status()).toBe(429)
    expect(Number(over.headers()['retry-after'])).toBeGreaterThan(0)
    expect((await over.json()).title).toBe('Too many requests')
    // Health and pages are not counted.
    expect((await request.get(`${address}/api/health`)).status()).toBe(200)
  })
})

test('the simulated weather, gauge and log are asked for as real ones would be', async ({ request, baseURL }) => {
  const forecast = await (await request.get('/api/v1/weather?place=Withy&day=2026-06-01&total=900')).json()
  expect(forecast).toMatchObject({ simulated: true, days: 7, first: '2026-06-01' })
  expect(forecast.rain.length).toBeGreaterThanOrEqual(20)
  expect(await (await request.get('/api/v1/weather?place=Withy&day=2026-06-01&total=900')).json()).toEqual(forecast)
  expect((await request.get('/api/v1/weather?total=lots')).status()).toBe(422)
  expect((await request.get('/api/v1/gauge?speed=0')).status()).toBe(422)
  expect((await request.get('/api/v1/weather?day=soon')).status()).toBe(422)

  const day = await (await request.post('/api/v1/gauge', { data: { place: 'Withy', day: '2026-06-01', rain } })).json()
  expect(day).toMatchObject({ tip: 0.2, simulated: true })
  // A wet place, a day a second: tips come within a few days.
  const stream = await fetch(`${baseURL}/api/v1/gauge?place=Withy&day=2026-06-01&total=6000&wetDays=300&speed=86400`)
  expect(stream.headers.get('content-type')).toContain('text/event-stream')
  let text = ''
  const reader = stream.body!.pipeThrough(new TextDecoderStream()).getReader()
  for (const until = Date.now() + 12_000; Date.now() < until && !text.includes('event: tip');) text += (await reader.read()).value ?? ''
  await reader.cancel()
  expect(text).toContain('event: gauge')
  const tip = JSON.parse(/event: tip[\s\S]*?data: (\{.*\})|data: (\{"at".*\})/.exec(text)!.slice(1).find(Boolean)!)
  expect(tip.mm).toBe(0.2)

  const entries = [
    { kind: 'level', id: 'a', at: '2026-05-20T07:30Z', vessel: 'butt', by: 'volume', value: 0.1 },
    { kind: 'rain', id: 'b', at: '2026-05-22T07:30Z', depth: 8 },
  ]
  const log = { since: '2026-05-20', entries, ticked: [] }
  const living = await (await request.post('/api/v1/living', { data: { scheme, rain, log, place: 'Withy', day: '2026-06-01' } })).json()
  expect(living.stores[0].held.litres).toBeGreaterThan(100)
  expect(living.lines.length).toBeLessThanOrEqual(5)
  const wrong = await request.post('/api/v1/living', {
    data: { scheme, rain, log: { ...log, entries: [{ kind: 'storm' }] }, place: 'W', day: '2026-06-01' },
  })
  expect(wrong.status()).toBe(422)
})
