import { sealantAlone } from './sealantAlone'
import { adaptersTakeHeight } from './adaptersTakeHeight'
import { noRoomForFittings } from './noRoomForFittings'
import { noFittingExists } from './noFittingExists'
import { endsDoNotMate } from './endsDoNotMate'
import { dripNeedsHead } from './dripNeedsHead'
import { dripWantsFilter } from './dripWantsFilter'
import { frameDoesNotClose } from './frameDoesNotClose'
import { houseNeedsPlumber } from './houseNeedsPlumber'
import { linkShut } from './linkShut'
import { linkTooThin } from './linkTooThin'
import { noVent } from './noVent'
import { outletAboveOverflow } from './outletAboveOverflow'
import { pumpRunsDry } from './pumpRunsDry'
import { setNotLevel } from './setNotLevel'
import { siphonPossible } from './siphonPossible'
import { soakTooSmall } from './soakTooSmall'
import { stackLoads } from './stackLoads'
import { hoseTooShort } from './hoseTooShort'
import { suctionTooHigh } from './suctionTooHigh'
import { vesselsOverlap } from './vesselsOverlap'
import { frown } from './frown'
import { holesTooNear } from './holesTooNear'
import { measuredDiffers } from './measuredDiffers'
import { pipesCross } from './pipesCross'
import { runBlocked } from './runBlocked'
import { noBoardLeft } from './noBoardLeft'
import { waterStands } from './waterStands'
import { outletUnderRule } from './outletUnderRule'
import { schoolsDisagree } from './schoolsDisagree'
import { useWantsScreen } from './useWantsScreen'
import { useWantsFlush } from './useWantsFlush'
import { useNotAdvised } from './useNotAdvised'
import { snowInGutter } from './snowInGutter'
import { adaptersInARow } from './adaptersInARow'
import { bendNotSold } from './bendNotSold'
import { boreNotSold } from './boreNotSold'
import { nutOutOfReach } from './nutOutOfReach'
import { sawnElsewhere } from './sawnElsewhere'
import { ballDoesNotSeat } from './ballDoesNotSeat'
import { carryDoesNotFall } from './carryDoesNotFall'
import { carryStandsStale } from './carryStandsStale'
import { carryUnscreened } from './carryUnscreened'
import { chamberInGround } from './chamberInGround'
import { drainClogs } from './drainClogs'
import { flushDrainsBadly } from './flushDrainsBadly'
import { flushDrainsSlowly } from './flushDrainsSlowly'
import { flushTooLarge } from './flushTooLarge'
import { flushTooSmall } from './flushTooSmall'
import { handDiverterLow } from './handDiverterLow'
import { marksDiffer } from './marksDiffer'
import { needsAHand } from './needsAHand'
import { nothingFed } from './nothingFed'
import { nothingHoldsChamber } from './nothingHoldsChamber'
import { trainOrder } from './trainOrder'
import { trainOverCapacity } from './trainOverCapacity'
import type { Finding, FindingContext, FindingRule } from './finding'
import { SEVERITIES } from './finding'
import { canDoesNotFit } from './canDoesNotFit'
import { deckCarriesWater } from './deckCarriesWater'
import { designRainTooLow } from './designRainTooLow'
import { diverterAboveRim } from './diverterAboveRim'
import { diverterBelowInlet } from './diverterBelowInlet'
import { drawOffInSediment } from './drawOffInSediment'
import { eaveLongerThanGutter } from './eaveLongerThanGutter'
import { foulingWithEdible } from './foulingWithEdible'
import { gutterOverCapacity } from './gutterOverCapacity'
import { headShort } from './headShort'
import { hoseRises } from './hoseRises'
import { insectsGetIn } from './insectsGetIn'
import { lightGetsIn } from './lightGetsIn'
import { madeRecord } from './madeRecord'
import { markAboveRim } from './markAboveRim'
import { measuredOnSlope } from './measuredOnSlope'
import { noOverflow } from './noOverflow'
import { nothingDrawn } from './nothingDrawn'
import { nothingHoldsPipe } from './nothingHoldsPipe'
import { overflowAboveInlet } from './overflowAboveInlet'
import { overflowAboveRim } from './overflowAboveRim'
import { overflowNearFoundation } from './overflowNearFoundation'
import { overflowTooSmall } from './overflowTooSmall'
import { pipeOverCapacity } from './pipeOverCapacity'
import { recordHasGaps } from './recordHasGaps'
import { recordTooShort } from './recordTooShort'
import { softGround } from './softGround'
import { standTooHigh } from './standTooHigh'
import { tipsWhenEmpty } from './tipsWhenEmpty'
import { unknownContents } from './unknownContents'
import { usableFarBelowNominal } from './usableFarBelowNominal'

export * from './finding'
export { emptyingHours } from './flushDrainsSlowly'
export { firstSoak, soakRoof, soakStorms } from './soakTooSmall'

/** Every finding there is. One file each; a new one is added here and in the locale files. */
export const FINDING_RULES: readonly FindingRule[] = [
  adaptersInARow,
  bendNotSold,
  boreNotSold,
  nutOutOfReach,
  sawnElsewhere,
  ballDoesNotSeat,
  canDoesNotFit,
  carryDoesNotFall,
  carryStandsStale,
  carryUnscreened,
  chamberInGround,
  deckCarriesWater,
  designRainTooLow,
  diverterAboveRim,
  diverterBelowInlet,
  drainClogs,
  drawOffInSediment,
  eaveLongerThanGutter,
  dripNeedsHead,
  dripWantsFilter,
  flushDrainsBadly,
  flushDrainsSlowly,
  flushTooLarge,
  flushTooSmall,
  foulingWithEdible,
  frameDoesNotClose,
  frown,
  gutterOverCapacity,
  handDiverterLow,
  headShort,
  hoseRises,
  houseNeedsPlumber,
  insectsGetIn,
  lightGetsIn,
  linkShut,
  linkTooThin,
  madeRecord,
  markAboveRim,
  marksDiffer,
  holesTooNear,
  measuredDiffers,
  runBlocked,
  pipesCross,
  measuredOnSlope,
  needsAHand,
  noBoardLeft,
  noOverflow,
  nothingDrawn,
  nothingFed,
  nothingHoldsChamber,
  nothingHoldsPipe,
  noVent,
  outletAboveOverflow,
  outletUnderRule,
  overflowAboveInlet,
  overflowAboveRim,
  overflowNearFoundation,
  overflowTooSmall,
  pipeOverCapacity,
  pumpRunsDry,
  recordHasGaps,
  recordTooShort,
  schoolsDisagree,
  setNotLevel,
  siphonPossible,
  snowInGutter,
  soakTooSmall,
  softGround,
  stackLoads,
  standTooHigh,
  suctionTooHigh,
  hoseTooShort,
  tipsWhenEmpty,
  trainOrder,
  trainOverCapacity,
  unknownContents,
  usableFarBelowNominal,
  useNotAdvised,
  useWantsFlush,
  useWantsScreen,
  endsDoNotMate,
  noFittingExists,
  noRoomForFittings,
  adaptersTakeHeight,
  sealantAlone,
  vesselsOverlap,
  waterStands,
]

/** All that is to be said of a scheme, worst first; within one severity in the water's order. */
export function findAll(context: FindingContext): Finding[] {
  const stations = ['sky', 'roof', 'gutter', 'drop', 'cask', 'spill', 'draw']
  return FINDING_RULES.flatMap((each) => each.find(context)).sort(
    (a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity) || stations.indexOf(a.station) - stations.indexOf(b.station),
  )
}
export { concerns } from './stations'
