import type { H3Event } from 'h3'
import { DoorError, letIn } from '#core/scheme'
import { BrokenPathError } from '#core/path'
import type { InferType, Schema } from 'yup'

/** Largest body taken, bytes: a scheme with a century of rain is a third of this. */
const LARGEST_BODY = 4 * 1024 * 1024

/** RFC 9457 problem details. `errors` names each path that is wrong. */
interface Problem {
  type: string
  title: string
  status: number
  detail: string
  errors?: { path: string; message: string }[]
}

class ProblemError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail)
  }
}

const refuse = (status: number, title: string, detail: string, errors?: Problem['errors']) =>
  new ProblemError({ type: 'about:blank', title, status, detail, ...(errors ? { errors } : {}) })

async function readBodyText(event: H3Event): Promise<string> {
  const declared = Number(getHeader(event, 'content-length') ?? 0)
  if (declared > LARGEST_BODY) throw refuse(413, 'Too large', `The body may be at most ${LARGEST_BODY} bytes.`)
  if (!/^application\/json\b/i.test(getHeader(event, 'content-type') ?? ''))
    throw refuse(415, 'Not JSON', 'Send the request as application/json.')
  const text = (await readRawBody(event, 'utf8')) ?? ''
  if (text.length > LARGEST_BODY) throw refuse(413, 'Too large', `The body may be at most ${LARGEST_BODY} bytes.`)
  return text
}

function parse(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch (error) {
    throw refuse(400, 'Not JSON', error instanceof Error ? error.message : 'The body is not JSON.')
  }
}

function asProblem(error: unknown): Problem {
  if (error instanceof ProblemError) return error.problem
  if (error instanceof DoorError)
    return refuse(422, 'Not a valid request', 'Some parts of the request are wrong; each is named.', error.problems).problem
  if (error instanceof BrokenPathError)
    return refuse(
      422,
      'The parts do not hold together',
      'Some references lead nowhere; each is named.',
      error.ties.map(({ path, problem, id }) => ({ path: `scheme.${path}`, message: `${problem}: ${id}` })),
    ).problem
  if (error instanceof RangeError) return refuse(422, 'Out of range', error.message).problem
  return refuse(500, 'Something went wrong here', 'The request was fine as far as we can tell; nothing of it was kept.').problem
}

/** A route that takes a document, checks it, and answers in JSON; whatever goes wrong is told as a problem. */
export function answering<S extends Schema>(schema: S, answer: (request: InferType<S>) => unknown) {
  return defineEventHandler(async (event) => {
    try {
      return answer(letIn(schema, withDefaults(schema, parse(await readBodyText(event)))))
    } catch (error) {
      const problem = asProblem(error)
      setResponseStatus(event, problem.status)
      setHeader(event, 'content-type', 'application/problem+json')
      return problem
    }
  })
}

/** Defaults of the request's own fields, so that scripts may leave them out; the document itself has none. */
function withDefaults(schema: Schema, value: unknown): unknown {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value
  const defaults = (schema as { getDefault?: () => Record<string, unknown> }).getDefault?.() ?? {}
  const plain = Object.fromEntries(Object.entries(defaults).filter(([, part]) => typeof part === 'number'))
  return { ...plain, ...value }
}
