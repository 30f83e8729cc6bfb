import { setPriority } from 'node:os'
import { BrokenPathError } from '#core/path'
import { problem, problemText } from '#core/problems'
import { InvalidInputError, notJson, type InputProblem } from '#core/scheme'
import type { TaskName } from './names'
import { asProblem, refuse, type Problem } from './problem'
import { compute } from './tasks'

export interface Order {
  task: TaskName
  /** The request's body as it came, UTF-8. */
  body: Uint8Array
}
/** An answer ready to be sent. */
export interface Reply {
  status: number
  body: string
}

/** How far a worker steps back for the thread that takes requests, where both want one core. */
const NICE = 10
try {
  // On Linux this is of the calling thread alone; elsewhere it may be refused, and nothing is lost.
  if (process.platform === 'linux') setPriority(NICE)
} catch {
  // Not allowed here: all threads share alike.
}

/** A problem in the words of the server's answers. */
const told = (of: InputProblem) => ({ path: of.path, message: problemText(of) })

function parse(body: Uint8Array): unknown {
  let text: string
  try {
    text = new TextDecoder('utf-8', { fatal: true }).decode(body)
  } catch {
    throw refuse(400, 'Not JSON', 'The body is not UTF-8 text.', [told({ path: '', ...problem('notUtf8') })])
  }
  try {
    return JSON.parse(text)
  } catch (error) {
    throw refuse(400, 'Not JSON', 'The body is not JSON.', [told({ path: '', ...notJson(error) })])
  }
}

/** What the core found wrong with a request, as a problem. */
function whatIsWrong(error: unknown): Problem {
  if (error instanceof InvalidInputError)
    return refuse(422, 'Not a valid request', 'Some parts of the request are wrong; each is named.', error.problems.map(told)).problem
  if (error instanceof BrokenPathError)
    return refuse(
      422,
      'The parts do not hold together',
      'Some references lead nowhere; each is named.',
      error.references.map((each) => told({ ...each, path: `scheme.${each.path}` })),
    ).problem
  return error instanceof RangeError ? refuse(422, 'Out of range', error.message).problem : asProblem(error)
}

/**
 * What a worker of the pool does: reads, checks, reckons and writes the answer, so that the thread that takes requests does
 * none of it.
 */
export default function work({ task, body }: Order): Reply {
  try {
    return { status: 200, body: JSON.stringify(compute(task, parse(body))) }
  } catch (error) {
    const problem = whatIsWrong(error)
    if (problem.status === 500) console.error(`${task} failed:`, error)
    return { status: problem.status, body: JSON.stringify({ ...problem, instance: `/api/v1/${task}` }) }
  }
}
