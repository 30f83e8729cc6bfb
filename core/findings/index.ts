import { frown } from './frown'
import { noBoardLeft } from './noBoardLeft'
import { waterStands } from './waterStands'
import { outletUnderRule } from './outletUnderRule'
import { schoolsDisagree } from './schoolsDisagree'
import { useWantsScreen } from './useWantsScreen'
import { useWantsFlush } from './useWantsFlush'
import { useNotAdvised } from './useNotAdvised'
import { snowInGutter } from './snowInGutter'
import type { Finding, FindingContext, FindingRule } from './finding'
import { SEVERITIES } from './finding'
import { canDoesNotFit } from './canDoesNotFit'
import { deckCarriesWater } from './deckCarriesWater'
import { designRainTooLow } from './designRainTooLow'
import { diverterAboveRim } from './diverterAboveRim'
import { diverterBelowInlet } from './diverterBelowInlet'
import { drawOffInSediment } from './drawOffInSediment'
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
import { notReckonedYet } from './notReckonedYet'
import { nothingDrawn } from './nothingDrawn'
import { nothingHoldsPipe } from './nothingHoldsPipe'
import { overflowAboveInlet } from './overflowAboveInlet'
import { overflowNearFoundation } from './overflowNearFoundation'
import { overflowTooSmall } from './overflowTooSmall'
import { recordHasGaps } from './recordHasGaps'
import { recordTooShort } from './recordTooShort'
import { softGround } from './softGround'
import { standTooHigh } from './standTooHigh'
import { tipsWhenEmpty } from './tipsWhenEmpty'
import { unknownContents } from './unknownContents'
import { usableFarBelowNominal } from './usableFarBelowNominal'

export * from './finding'

/** Every finding there is. One file each; a new one is added here and in the locale files. */
export const FINDING_RULES: readonly FindingRule[] = [
  canDoesNotFit,
  deckCarriesWater,
  designRainTooLow,
  diverterAboveRim,
  diverterBelowInlet,
  drawOffInSediment,
  foulingWithEdible,
  frown,
  gutterOverCapacity,
  headShort,
  hoseRises,
  insectsGetIn,
  lightGetsIn,
  madeRecord,
  markAboveRim,
  measuredOnSlope,
  noBoardLeft,
  noOverflow,
  notReckonedYet,
  nothingDrawn,
  nothingHoldsPipe,
  outletUnderRule,
  overflowAboveInlet,
  overflowNearFoundation,
  overflowTooSmall,
  recordHasGaps,
  recordTooShort,
  schoolsDisagree,
  snowInGutter,
  softGround,
  standTooHigh,
  tipsWhenEmpty,
  unknownContents,
  usableFarBelowNominal,
  useNotAdvised,
  useWantsFlush,
  useWantsScreen,
  waterStands,
]

/** All that is to be said of a scheme, worst first; within one severity in the water's order. */
export function findAll(context: FindingContext): Finding[] {
  const stations = ['sky', 'roof', 'gutter', 'drop', 'cask', 'spill', 'draw']
  return FINDING_RULES.flatMap((each) => each.find(context)).sort(
    (a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity) || stations.indexOf(a.station) - stations.indexOf(b.station),
  )
}
