/** A branch that joins others: its mean flow in the wet hours and the most it lets by, same unit. */
export interface Branch {
  mean: number
  cap: number
}

/**
 * Mean flow past a limit common to several capped branches, when one exponential intensity drives them all.
 *
 * With x the intensity over its mean, the joined flow `min(Σ min(m_b·x, c_b), limit)` is piecewise linear in x, so
 * `E = ∫ f′(x)·e^(−x) dx` is summed exactly between its bends. One branch gives `m·(1 − e^(−min(c, limit)/m))`.
 *
 * @param limit most that passes after the join (≥ 0, Infinity for none)
 * Source: closed form, the exponential's survival function.
 */
export function expectedFlow(branches: readonly Branch[], limit: number): number {
  const live = branches.filter(({ mean, cap }) => mean > 0 && cap > 0)
  if (live.length === 0 || limit <= 0) return 0
  if (live.length === 1) {
    const { mean, cap } = live[0]!
    return mean * -Math.expm1(-Math.min(cap, limit) / mean)
  }
  const bends = live.map(({ mean, cap }) => ({ at: cap / mean, mean })).sort((a, b) => a.at - b.at)
  let slope = live.reduce((sum, { mean }) => sum + mean, 0)
  let flow = 0
  let x = 0
  let expected = 0
  for (const bend of bends) {
    const full = x + (limit - flow) / slope
    const end = Math.min(bend.at, full)
    expected += slope * (Math.exp(-x) - Math.exp(-end))
    if (full <= bend.at) return expected
    flow += slope * (end - x)
    x = end
    slope -= bend.mean
    if (slope <= 0) return expected
  }
  return expected
}
