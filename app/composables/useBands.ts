import type { Banded } from '#core/balance'
import { LITRE } from '#core/units/constants'
import { days, share, volume, type Quantity } from '#core/units/quantity'

const AS: Record<Banded, (value: number) => Quantity> = {
  kept: (litres) => volume(litres * LITRE),
  met: share,
  daysMet: share,
  lasts: (n) => days(Math.round(n)),
  longest: (n) => days(Math.round(n)),
  surplus: (litres) => volume(litres * LITRE),
}

/** Where a figure lies in eight made records of ten, in words: "about 41 to 48 days". Empty until the bands are reckoned. */
export function useBands() {
  const bench = useWorkbench()
  const { say, parts, text } = useSay()
  function between(figure: Banded): string {
    const band = bench.simulation.bands?.figures[figure]
    if (!band) return ''
    const low = parts(AS[figure](Math.max(0, band.low)))
    const high = AS[figure](Math.max(0, band.high))
    return low.number === parts(high).number
      ? say('bands.one', { value: text(high), how: figure })
      : say('bands.between', { low: low.number, high: text(high), how: figure })
  }
  return { between }
}
