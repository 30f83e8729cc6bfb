import type { H3Event } from 'h3'
import { dayNumber, isoDate } from '#core/rain/calendar'
import { defaultSite } from '#core/scheme/defaults'
import { refuse } from '../compute/problem'

const DAY_S = 86_400
const MOST_SPEED = 86_400
/** A stream is ended after this, so that none is held for ever; whoever listens takes it up again by itself, ms. */
const LONGEST_MS = 3_600_000
const BEAT_MS = 15_000

const todayOf = (at: Date) => isoDate(dayNumber(at.getUTCFullYear(), at.getUTCMonth() + 1, at.getUTCDate()))

/** A request for the pool from a query: a place by a yearly total. @throws ProblemError where a number is none */
function askedBy(event: H3Event) {
  const query = getQuery(event)
  const text = (name: string, fallback: string) =>
    typeof query[name] === 'string' && query[name] !== '' ? String(query[name]).slice(0, 120) : fallback
  const number = (name: string, fallback: number) => {
    if (query[name] === undefined) return fallback
    const value = Number(query[name])
    if (!Number.isFinite(value)) throw refuse(422, 'Out of range', `${name} should be a number`, [{ path: name, message: 'not a number' }])
    return value
  }
  const latitude = number('latitude', 51)
  const hemisphere = latitude < 0 ? 'south' : 'north'
  return {
    place: text('place', 'anywhere'),
    day: text('day', todayOf(new Date())),
    rain: {
      source: {
        kind: 'annual',
        total: number('total', 700),
        pattern: text('pattern', 'even'),
        hemisphere,
        wetDays: number('wetDays', 140),
        spread: 0.15,
        years: 30,
        seed: 1,
      },
      place: { site: { ...defaultSite(hemisphere), latitude }, seasonFactors: [1, 1, 1, 1] },
    },
    speed: number('speed', 1),
  }
}
const bodyOf = (asked: object): Uint8Array<ArrayBuffer> => new TextEncoder().encode(JSON.stringify(asked))

/** The stand-in's forecast by a query. */
export async function weatherOf(event: H3Event, since: number): Promise<unknown> {
  await holdToLimit(event)
  const { speed: _, ...asked } = askedBy(event)
  const { status, body } = await computeInPool('weather', bodyOf(asked), since)
  setResponseStatus(event, status)
  setHeader(event, 'content-type', status === 200 ? 'application/json; charset=utf-8' : 'application/problem+json')
  return body
}

/** Tips of the stand-in's gauge as they come, from now on, faster where that is asked for. */
export async function gaugeStream(event: H3Event): Promise<unknown> {
  await holdToLimit(event)
  const { speed, ...asked } = askedBy(event)
  if (speed < 1 || speed > MOST_SPEED) throw refuse(422, 'Out of range', `speed should be 1 to ${MOST_SPEED}`)
  const began = Date.now()
  const first = Date.parse(`${asked.day}T00:00Z`)
  if (Number.isNaN(first)) throw refuse(422, 'Out of range', 'day should be a date, as 2026-06-01')
  // A day of its own begins at its beginning; today goes on from now.
  const from = asked.day === todayOf(new Date()) && speed === 1 ? began : first
  const clock = () => from + (Date.now() - began) * speed
  const dayAsked = async (start: number) => {
    const { status, body } = await computeInPool('gauge', bodyOf({ ...asked, day: todayOf(new Date(start)) }), performance.now())
    if (status !== 200) throw refuse(status, 'Not a valid request', JSON.parse(body).detail as string)
    return JSON.parse(body) as { tip: number; seconds: number[] }
  }
  let start = first
  let today = await dayAsked(start)
  let next = today.seconds.findIndex((second) => start + second * 1000 >= from)
  if (next < 0) next = today.seconds.length
  const stream = createEventStream(event)
  let over = false
  stream.onClosed(() => {
    over = true
  })
  const send = async () => {
    let beat = Date.now()
    await stream.push({ event: 'gauge', data: JSON.stringify({ tip: today.tip, simulated: true, from: new Date(from).toISOString() }) })
    while (!over && Date.now() - began < LONGEST_MS) {
      const now = clock()
      while (next < today.seconds.length && start + today.seconds[next]! * 1000 <= now) {
        const at = new Date(start + today.seconds[next++]! * 1000).toISOString()
        await stream.push({ event: 'tip', id: at, data: JSON.stringify({ at, mm: today.tip }) })
      }
      if (now >= start + DAY_S * 1000) {
        start += DAY_S * 1000
        today = await dayAsked(start)
        next = 0
        continue
      }
      if (Date.now() - beat > BEAT_MS) {
        beat = Date.now()
        await stream.push({ event: 'beat', data: new Date(now).toISOString() })
      }
      await new Promise((resolve) => setTimeout(resolve, 100))
    }
    await stream.close()
  }
  void send().catch(() => stream.close())
  return stream.send()
}
