import type { IncomingMessage } from 'node:http'
import { refuse } from '../compute/problem'

/** Largest body taken, bytes: a scheme with a century of rain is a third of this. */
export const LARGEST_BODY = 4 * 1024 * 1024
/**
 * What is too large is read to its end and let go, up to so much, bytes: a client that is cut off in the middle of sending never
 * reads why.
 */
const MOST_LET_GO = 8 * LARGEST_BODY
/** It has to be here within so long, ms: a slow line gets through, one that drips does not hold its place. */
const BODY_WITHIN_MS = 20_000

const tooLarge = () => refuse(413, 'Too large', `The body may be at most ${LARGEST_BODY} bytes.`, undefined, { connection: 'close' })

/**
 * Reads a request's body by counting what comes, whatever its headers claim.
 *
 * @throws ProblemError 413, 415 or 408
 */
export function readWholeBody(request: IncomingMessage): Promise<Uint8Array<ArrayBuffer>> {
  const { headers } = request
  if (!/^application\/json\b/i.test(headers['content-type'] ?? '')) throw refuse(415, 'Not JSON', 'Send the request as application/json.')
  const encoding = headers['content-encoding'] ?? 'identity'
  if (encoding.toLowerCase() !== 'identity')
    throw refuse(415, 'Encoded', 'Send the request as it is, without a content encoding.', undefined, { 'accept-encoding': 'identity' })
  if (Number(headers['content-length'] ?? 0) > MOST_LET_GO) throw tooLarge()
  return new Promise((resolve, reject) => {
    const parts: Buffer[] = []
    let bytes = 0
    const over = (settle: () => void) => {
      clearTimeout(timer)
      request.off('data', take).off('end', done).off('error', broken).off('close', broken)
      settle()
    }
    const take = (part: Buffer) => {
      bytes += part.length
      if (bytes <= LARGEST_BODY) parts.push(part)
      else if (bytes <= MOST_LET_GO) parts.length = 0
      else {
        request.pause()
        over(() => reject(tooLarge()))
      }
    }
    const done = () =>
      over(() => {
        if (bytes > LARGEST_BODY) return reject(tooLarge())
        const body = new Uint8Array(bytes)
        let at = 0
        for (const part of parts) {
          body.set(part, at)
          at += part.length
        }
        resolve(body)
      })
    const broken = () => over(() => reject(refuse(400, 'Broken off', 'The body ended before it was whole.')))
    const timer = setTimeout(
      () => over(() => reject(refuse(408, 'Too slow', 'The body did not come in time.', undefined, { connection: 'close' }))),
      BODY_WITHIN_MS,
    )
    request.on('data', take).on('end', done).on('error', broken).on('close', broken)
  })
}
