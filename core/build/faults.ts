import type { WaterPath } from '../path'
import { isAirtight } from '../vessel'

/** What somebody sees; message ids under `symptom.`. */
export const SYMPTOMS = [
  'gutterStands',
  'gutterOver',
  'nothingArrives',
  'fillsSlowly',
  'jointDrips',
  'wallDrips',
  'levelFalls',
  'flushNeverEmpties',
  'flushRunsOn',
  'overflowWeak',
  'spillsAtRim',
  'drawsDown',
  'tapSlow',
  'vesselBulges',
  'vesselsApart',
  'leans',
  'smells',
  'larvae',
  'green',
] as const
export type Symptom = (typeof SYMPTOMS)[number]

/** One usual cause; message ids under `cause.`, with what to look at and what to do. */
export interface Cause {
  cause: string
  /** The station where it is mended. */
  station: 'gutter' | 'drop' | 'cask' | 'spill' | 'draw'
}

interface Rule extends Cause {
  of: Symptom[]
  /** Only where the scheme has what can go wrong so. */
  where?(path: WaterPath): boolean
}

const has =
  (...kinds: string[]) =>
  ({ scheme }: WaterPath) =>
    scheme.drops.some(({ devices }) => devices.some(({ kind }) => kinds.includes(kind)))
const linked = ({ scheme }: WaterPath) => scheme.stores.some(({ links }) => links.length > 0)
const overflows = ({ scheme }: WaterPath) => scheme.overflows.length > 0
const hooped = ({ scheme }: WaterPath) => scheme.overflows.some(({ mouth }) => mouth === 'hooped')
const hosed = ({ scheme }: WaterPath) => scheme.drops.some(({ devices }) => devices.some((device) => 'hose' in device))
const airtight = ({ vessels }: WaterPath) => [...vessels.values()].some(({ vessel }) => isAirtight(vessel))

/** Symptoms and their usual causes, likeliest first. Common practice, no published source. */
const RULES: readonly Rule[] = [
  { cause: 'leavesInGutter', station: 'gutter', of: ['gutterStands', 'gutterOver', 'nothingArrives'] },
  { cause: 'noFall', station: 'gutter', of: ['gutterStands', 'gutterOver'] },
  { cause: 'outletSmall', station: 'gutter', of: ['gutterOver'] },
  {
    cause: 'screenBlocked',
    station: 'drop',
    of: ['nothingArrives', 'fillsSlowly', 'gutterOver'],
    where: has('screen', 'rain-head', 'filter'),
  },
  { cause: 'flushDrainOpen', station: 'drop', of: ['nothingArrives', 'fillsSlowly', 'flushRunsOn'], where: has('first-flush') },
  { cause: 'flushDrainBlocked', station: 'drop', of: ['flushNeverEmpties'], where: has('first-flush') },
  { cause: 'ballStuck', station: 'drop', of: ['flushRunsOn', 'nothingArrives'], where: has('first-flush') },
  { cause: 'leftTurnedAway', station: 'drop', of: ['nothingArrives'], where: has('twist', 'flap', 'winter-shut-off') },
  { cause: 'hoseKinked', station: 'drop', of: ['fillsSlowly', 'nothingArrives'], where: hosed },
  { cause: 'hoseRises', station: 'drop', of: ['fillsSlowly', 'nothingArrives'], where: hosed },
  { cause: 'troughHigh', station: 'drop', of: ['spillsAtRim'], where: has('ring-trough') },
  { cause: 'troughLow', station: 'drop', of: ['fillsSlowly'], where: has('ring-trough') },
  { cause: 'jointNotHome', station: 'drop', of: ['jointDrips'] },
  { cause: 'threadDry', station: 'draw', of: ['jointDrips', 'levelFalls'] },
  { cause: 'threadsDiffer', station: 'draw', of: ['jointDrips'] },
  { cause: 'gasketTwisted', station: 'cask', of: ['wallDrips', 'levelFalls'] },
  { cause: 'holeTooWide', station: 'cask', of: ['wallDrips'] },
  { cause: 'wallCracked', station: 'cask', of: ['wallDrips', 'levelFalls'] },
  { cause: 'tapNotShut', station: 'draw', of: ['levelFalls'] },
  { cause: 'siphons', station: 'spill', of: ['drawsDown', 'levelFalls'], where: hooped },
  { cause: 'overflowBlocked', station: 'spill', of: ['overflowWeak', 'spillsAtRim'], where: overflows },
  { cause: 'overflowSmall', station: 'spill', of: ['overflowWeak', 'spillsAtRim'], where: overflows },
  { cause: 'hoseBehindOverflow', station: 'spill', of: ['overflowWeak'], where: overflows },
  { cause: 'airMissing', station: 'cask', of: ['vesselBulges', 'tapSlow', 'fillsSlowly'], where: airtight },
  { cause: 'headSmall', station: 'draw', of: ['tapSlow'] },
  { cause: 'boreSmall', station: 'draw', of: ['tapSlow'] },
  { cause: 'sedimentAtTap', station: 'draw', of: ['tapSlow', 'smells'] },
  { cause: 'linkShut', station: 'cask', of: ['vesselsApart'], where: linked },
  { cause: 'linkAir', station: 'cask', of: ['vesselsApart'], where: linked },
  { cause: 'notLevel', station: 'cask', of: ['vesselsApart', 'leans'] },
  { cause: 'groundGives', station: 'cask', of: ['leans'] },
  { cause: 'frozen', station: 'cask', of: ['wallDrips', 'vesselBulges'] },
  { cause: 'flushNotEmptied', station: 'drop', of: ['smells'], where: has('first-flush') },
  { cause: 'oldWater', station: 'cask', of: ['smells'] },
  { cause: 'gapInMesh', station: 'cask', of: ['larvae'] },
  { cause: 'lightGetsIn', station: 'cask', of: ['green'] },
]

/** Usual causes of a symptom in this scheme, likeliest first. */
export const causesOf = (path: WaterPath, symptom: Symptom): Cause[] =>
  RULES.filter(({ of, where }) => of.includes(symptom) && (where?.(path) ?? true)).map(({ cause, station }) => ({ cause, station }))

/** Symptoms that this scheme can show at all. */
export const symptomsOf = (path: WaterPath): Symptom[] => SYMPTOMS.filter((symptom) => causesOf(path, symptom).length > 0)

/** What a test that went wrong usually shows. */
export const TEST_SYMPTOMS: Readonly<Record<string, readonly Symptom[]>> = {
  bucket: ['gutterStands', 'gutterOver', 'nothingArrives'],
  fill: ['wallDrips', 'jointDrips', 'leans', 'vesselsApart', 'vesselBulges'],
  hose: ['nothingArrives', 'fillsSlowly', 'jointDrips', 'flushRunsOn', 'flushNeverEmpties', 'spillsAtRim'],
  draw: ['tapSlow', 'vesselBulges', 'jointDrips'],
  overflowing: ['overflowWeak', 'spillsAtRim', 'drawsDown'],
  returning: ['spillsAtRim', 'gutterOver'],
  storm: ['gutterOver', 'spillsAtRim', 'overflowWeak', 'nothingArrives', 'vesselsApart'],
}
