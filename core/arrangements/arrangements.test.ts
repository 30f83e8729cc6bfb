import { overlaps } from '../layout'
import { describe, expect, it } from 'vitest'
import { assess } from '../assess'
import { US_GALLON } from '../units/constants'
import { ARRANGEMENTS } from './index'

const drum = (55 * US_GALLON) / (0.885 - 0.005)
const barrel = (60 * US_GALLON) / (0.94 - 0.005)
const tote = (275 * US_GALLON) / 0.955
const upright = (litres: number, high: number) => litres / 1000 / (high - 0.005)

/** Usable volume of each arrangement's first store, worked by hand: inside area times height from draw-off to full. */
const BY_HAND: [number, string, number][] = [
  [1, 'lip 1.240, tap 0.460', drum * (1.24 - 0.46)],
  [2, 'overflow 0.80, bung 0.01 above the foot, floor 0.005', drum * (0.8 - 0.01)],
  [3, 'overflow 0.80, tap at 0.30', drum * (0.8 - 0.3)],
  [4, 'overflow 0.80, tap 0.06', drum * (0.8 - 0.06)],
  [5, 'overflow 0.76, tap 0.06', drum * (0.76 - 0.06)],
  [6, 'lip 1.155, tap 0.37', upright(210, 0.885) * (1.155 - 0.37)],
  [7, 'overflow 1.12, tap 0.10', upright(1000, 1.25) * (1.12 - 0.1)],
  [8, 'each its own overflow: 0.74 and 0.72, taps at 0.06', upright(160, 0.83) * (0.74 - 0.06 + 0.72 - 0.06)],
  [9, 'linked: overflow 0.85 of the one, taps and pump 0.06, links 0.05', 2 * barrel * (0.85 - 0.06)],
  [10, 'overflow 1.00, valve 0.19', tote * (1.0 - 0.19)],
  [11, 'overflow 1.00, valve 0.19', tote * (1.0 - 0.19)],
  [12, 'overflow 1.03, valve 0.19', tote * (1.03 - 0.19)],
  [13, 'four linked at 0.19, the hoop’s crown 1.01 over the foot', 4 * tote * (1.01 - 0.19)],
  [14, 'upper from its valve to 1.00; lower from its valve to its rim', tote * (1.0 - 0.19) + tote * (1.105 - 0.19)],
  [16, 'overflow 2.02, tap 0.10', upright(5000, 2.15) * (2.02 - 0.1)],
  [17, 'linked: the float shuts at 1.80 over the foot, pump 0.10', 2 * upright(5000, 2.15) * (1.8 - 0.1)],
  [18, 'only the last has a tap: overflow 0.86, tap 0.19', tote * (0.86 - 0.19)],
  [19, 'overflow 2.00, pump and tap at 0.15', upright(5000, 2.15) * (2.0 - 0.15)],
  [20, 'overflow 1.67, tap 0.10', upright(2000, 1.8) * (1.67 - 0.1)],
  [21, 'overflow 1.70, tap 0.10', upright(2000, 1.8) * (1.7 - 0.1)],
]

/** Plan area that reaches the drop of each arrangement's first intake, m². */
const ROOF: [number, number][] = [
  [1, 15],
  [8, 3 * 1.2 * 2],
  [12, 28],
  [13, 42],
  [17, 96],
  [18, 80],
  [20, 18 * 4.5 + 8 * 3],
]

const first = (n: number) => assess(ARRANGEMENTS[n - 1]!()).lines[0]!

/** What no starter can do without: somebody who may work on a house's water. */
const LICENSED = ['useNotAdvised', 'houseNeedsPlumber']

describe('the arrangements', () => {
  it.each(ARRANGEMENTS.map((make, i) => [i + 1, make()] as const))(
    '%i as it is given has nothing that stops it, stands clear, and every pipe of it is as long as its way',
    (_, scheme) => {
      const { findings, path } = assess(scheme)
      expect(findings.filter(({ id, severity }) => severity === 'stops' && !LICENSED.includes(id)).map(({ id }) => id)).toEqual([])
      const geometry = ['runBlocked', 'pipesCross', 'noRoomForFittings', 'measuredDiffers', 'overflowAboveRim', 'holesTooNear']
      expect(findings.filter(({ id }) => geometry.includes(id)).map(({ id, ids }) => [id, ids])).toEqual([])
      expect(overlaps(path.layout.vessels.values())).toEqual([])
    },
  )
  it.each(BY_HAND)('%i holds what the hand works out: %s', (n, _, volume) => {
    expect(first(n).usable.volume).toBeCloseTo(volume, 9)
  })
  it.each(ROOF)('%i is fed by %d m² of roof', (n, area) => {
    expect(first(n).roofArea.value).toBeCloseTo(area, 9)
  })
  it('the tower stands on its own barrels, one foot on another, and is told to be designed', () => {
    const { path, findings } = assess(ARRANGEMENTS[14]!())
    expect(['one', 'two', 'three', 'four'].map((id) => path.vessels.get(id)!.foot.toFixed(3))).toEqual(['0.300', '1.235', '2.170', '3.105'])
    expect(findings.filter(({ id }) => id === 'stackLoads').map(({ ids }) => ids.vessel)).toEqual(['one', 'two', 'three'])
    // Its own barrels are no stand; what it stands on is the lowest one's base.
    expect(findings.filter(({ id }) => id === 'standTooHigh').map(({ ids }) => ids.vessel)).toEqual(['one'])
  })
  it('the self-levelling two need no overflow and are not told to have one', () => {
    for (const n of [1, 6]) expect(assess(ARRANGEMENTS[n - 1]!()).findings.map(({ id }) => id)).not.toContain('noOverflow')
  })
  it('the tank of unknown history is told before it is filled', () => {
    expect(assess(ARRANGEMENTS[20]!()).findings.map(({ id }) => id)).toContain('unknownContents')
  })
})
