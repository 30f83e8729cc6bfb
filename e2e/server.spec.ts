import { demoRecords, withyHard } from '../core/demo'
import { expect, test } from './support'

const scheme = withyHard().schemes[0]!
const rain = { source: { kind: 'annual', total: 640, pattern: 'even', hemisphere: 'north', wetDays: 150, spread: 0.1, years: 12, seed: 4 } }

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
