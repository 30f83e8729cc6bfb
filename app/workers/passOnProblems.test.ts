import * as Comlink from 'comlink'
import { afterEach, describe, expect, it } from 'vitest'
import { problem, ProblemError, problemOf } from '#core/problems'
import { passOnProblems } from './passOnProblems'

const service = {
  shape(): void {
    throw new ProblemError(problem('fewSides', { found: 2 }))
  },
  plain(): void {
    throw new Error('out of memory')
  },
  odd(): void {
    throw 'a bare text'
  },
}

describe('what a worker throws', () => {
  const { port1, port2 } = new MessageChannel()
  afterEach(() => {
    port1.close()
    port2.close()
  })
  it('keeps its id and figures on the way to the page; all else is what it was', async () => {
    passOnProblems()
    Comlink.expose(service, port1 as unknown as Comlink.Endpoint)
    const far = Comlink.wrap<typeof service>(port2 as unknown as Comlink.Endpoint)
    const thrown = async (ask: () => Promise<unknown>) =>
      ask().then(
        () => undefined,
        (error: unknown) => error,
      )
    const shape = await thrown(() => far.shape())
    expect(problemOf(shape)).toEqual(problem('fewSides', { found: 2 }))
    expect(shape).not.toBeInstanceOf(ProblemError)
    expect(problemOf(await thrown(() => far.plain()))).toEqual(problem('other', { why: 'out of memory' }))
    expect(await thrown(() => far.odd())).toBe('a bare text')
  })
})
