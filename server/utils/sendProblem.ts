import type { H3Event } from 'h3'
import { asProblem, ProblemError } from '../compute/problem'

/** Answers with what went wrong, as RFC 9457 problem details. */
export function sendProblem(event: H3Event, error: unknown) {
  const problem = asProblem(error)
  if (problem.status === 500) console.error(`${event.method} ${event.path} failed:`, error)
  if (error instanceof ProblemError) setHeaders(event, error.headers)
  setResponseStatus(event, problem.status)
  setHeader(event, 'content-type', 'application/problem+json')
  return { ...problem, instance: event.path.split('?')[0]!.slice(0, 200) }
}
