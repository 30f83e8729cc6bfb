import type { Scheme } from '../scheme'
import * as several from './several'
import * as single from './single'

/**
 * The twenty-one arrangements that people build, each a whole scheme by number. They are there so that the document
 * can say all of them; the first is number 1.
 */
export const ARRANGEMENTS: readonly (() => Scheme)[] = [
  single.closedDrumSelfLevelling,
  single.upsideDownDrum,
  single.openHeadDrum,
  single.bungScreened,
  single.openTopToWetBed,
  single.buttOnStand,
  single.tankTwist,
  several.twoButtsShed,
  several.twoBarrelsTransfer,
  single.totePadHandFlush,
  single.toteCladDripping,
  several.toteEachEnd,
  several.fourTotesTwoSides,
  several.totesStacked,
  several.barrelTower,
  single.bigUprightTank,
  several.cropTunnel,
  several.wetCarryToSeries,
  single.tankAsFirstFlush,
  several.reworkedHouse,
  single.headBeforeExistingTank,
]
export * from './fitStarter'
