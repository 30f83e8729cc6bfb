import type { H3Event } from 'h3'
import { TASK_NAMES, type TaskName } from '../compute/names'
import { refuse } from '../compute/problem'

/** What is answered under `/api`, by path: how it is asked for, and the answer; some are asked for in two ways. */
interface Route {
  method: 'GET' | 'POST'
  answer: (event: H3Event, since: number) => unknown
  get?: Route['answer']
}

let described: object | undefined

const ask = (task: TaskName): Route => ({
  method: 'POST',
  answer: async (event, since) => {
    await holdToLimit(event)
    const { status, body } = await computeInPool(task, await readWholeBody(event.node.req), since)
    setResponseStatus(event, status)
    setHeader(event, 'content-type', status === 200 ? 'application/json; charset=utf-8' : 'application/problem+json')
    return body
  },
})

const ROUTES: Readonly<Record<string, Route>> = {
  /** Says that the server is up; waits for nothing. */
  health: { method: 'GET', answer: () => ({ ok: true }) },
  /** What a first visit is met with: whether this copy is to show the demo jobs. Asked at run time, since the page is built once. */
  'v1/welcome': { method: 'GET', answer: (event) => ({ demo: String(useRuntimeConfig(event).demo) === 'true' }) },
  /** What there is to ask for, for programs; written once, on first asking. */
  'v1/openapi.json': {
    method: 'GET',
    answer: async () => (described ??= (await import('../compute/openApi')).openApi()),
  },
  ...Object.fromEntries(TASK_NAMES.map((task) => [`v1/${task}`, ask(task)])),
  'v1/weather': { ...ask('weather'), get: weatherOf },
  'v1/gauge': { ...ask('gauge'), get: gaugeStream },
}

/** All routes for programs. Whatever goes wrong behind them is told as a problem. */
export default defineEventHandler(async (event) => {
  const since = performance.now()
  const path = event.path
    .split('?')[0]!
    .replace(/^\/api\/?/, '')
    .replace(/\/$/, '')
  try {
    const route = Object.hasOwn(ROUTES, path) ? ROUTES[path]! : undefined
    if (!route) throw refuse(404, 'Not here', `There is nothing at ${event.path.slice(0, 200)}.`)
    const allowed = route.method === 'GET' ? ['GET', 'HEAD'] : route.get ? ['GET', route.method] : [route.method]
    if (!allowed.includes(event.method))
      throw refuse(405, 'Wrong method', `This is asked for by ${route.method}.`, undefined, { allow: allowed.join(', ') })
    return await (event.method === 'GET' && route.get ? route.get : route.answer)(event, since)
  } catch (error) {
    return sendProblem(event, error)
  }
})
