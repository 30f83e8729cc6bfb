import type { H3Event } from 'h3'
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible'
import { refuse } from '../compute/problem'

let limiter: { perMinute: number; counts: RateLimiterMemory } | undefined

/**
 * Holds an address to so many requests a minute, where a limit is set; off by default. Each copy of the server counts for
 * itself.
 *
 * @throws ProblemError 429 with the seconds to wait
 */
export async function holdToLimit(event: H3Event): Promise<void> {
  const { limitPerMinute, behindProxy } = useRuntimeConfig(event)
  const perMinute = Number(limitPerMinute)
  if (!(perMinute > 0)) return
  if (limiter?.perMinute !== perMinute) limiter = { perMinute, counts: new RateLimiterMemory({ points: perMinute, duration: 60 }) }
  // A proxy tells whom it speaks for; without one anybody could claim to be anybody.
  const address = getRequestIP(event, { xForwardedFor: String(behindProxy) === 'true' }) ?? 'unknown'
  try {
    await limiter.counts.consume(address)
  } catch (error) {
    if (!(error instanceof RateLimiterRes)) throw error
    const seconds = Math.max(1, Math.ceil(error.msBeforeNext / 1000))
    throw refuse(429, 'Too many requests', `At most ${perMinute} a minute from one address. Ask again in ${seconds} s.`, undefined, {
      'retry-after': String(seconds),
    })
  }
}
