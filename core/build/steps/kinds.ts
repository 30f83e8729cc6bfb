import type { BuildStation } from '../part'
import type { Phase } from './phases'

/** A caution that goes with a step; message ids under `caution.`. */
export type StepCaution =
  | 'localRules'
  | 'ladder'
  | 'services'
  | 'weight'
  | 'overheadLines'
  | 'sawKicks'
  | 'shavings'
  | 'contentsUnknown'
  | 'neverInside'
  | 'fumes'
  | 'children'
  | 'notDrinking'
  | 'electric'
  | 'plumber'
  | 'structure'
  | 'trench'
  | 'battery'
  | 'asbestos'

const MINUTE = 60
const HOUR = 3600
const DAY = 24 * HOUR
/** Cement may be handled, and may have water behind it; concrete may be stood on; paint is dry. Common practice, by the tin. */
export const WAITS = { cementHandled: 30 * MINUTE, cementWet: 12 * HOUR, concrete: 7 * DAY, paint: 4 * HOUR, sealant: DAY } as const

/** What a step is done to; two steps about the same one are found by it. */
export type Thing = 'gutter' | 'drop' | 'device' | 'vessel' | 'tap' | 'pump'

/** Steps that others wait for: of these kinds or of a whole phase. */
export interface WaitsFor<Kind extends string = string> {
  kinds?: readonly Kind[]
  phase?: Phase
  /** Of that phase not these. */
  but?: readonly Kind[]
  /** Only those that are done to the same thing; every one where left out. */
  same?: Thing
  /** Held until they are done. */
  never?: true
}

/** What all steps of a kind have in common; a step may need further tools and cautions, or more hands. */
export interface StepKindOf<Kind extends string = string> {
  phase: Phase
  station: BuildStation
  after: readonly WaitsFor<Kind>[]
  /** Can be done dry, at the bench, on another day. */
  bench?: true
  /** Its result is kept: right, or with a fault. */
  test?: true
  hands?: 2
  /** Has to be left alone for so long afterwards, s. */
  wait?: number
  tools?: readonly string[]
  cautions?: readonly StepCaution[]
}

const every = <Kind extends string>(...kinds: Kind[]): WaitsFor<Kind> => ({ kinds })
const same = <Kind extends string>(same: Thing, ...kinds: Kind[]): WaitsFor<Kind> => ({ same, kinds })
const phase = <Kind extends string = never>(phase: Phase, ...but: Kind[]): WaitsFor<Kind> => ({ phase, but })
const never = <Kind extends string>(wait: WaitsFor<Kind>): WaitsFor<Kind> => ({ ...wait, never: true })

/** A vessel where it will stay. */
const stands = same('vessel', 'set', 'setTied', 'setHeavy')
const prepared = same('vessel', 'clean', 'drill', 'ports')
const pad = same('vessel', 'dig', 'gravel', 'cast')
const agreed = every('rules')
const bought = every('buy')
const allStand = every('set', 'setTied', 'setHeavy')
/** All that is built under a vessel. */
const ground = same('vessel', 'dig', 'gravel', 'cast', 'baseLevel', 'standLevel', 'frameLevel')
const hung = same('gutter', 'gutterHung', 'gutterFall')
/** What must be where it will be before a pipe is marked to meet it. */
const metByPipe = [hung, stands, same('drop', 'flushTank', 'pipeHung')]
const holding = same('device', 'bracketAbove', 'bracketBelow')
const sawn = [never(same('device', 'measure')), never(holding), same('device', 'loosen')]
const newSawn = every('cutNew')
const piped = never(same('pump', 'pump'))
const fitted = same('drop', 'dryFit')

const onBase = { phase: 'base', station: 'cask', after: [pad, bought], tools: ['level'], cautions: ['weight'] } as const
const onGround = {
  phase: 'vessel',
  station: 'cask',
  after: [bought, ground, prepared, stands],
  tools: ['level'],
  cautions: ['weight'],
} as const
const atGutter = { phase: 'gutter', station: 'gutter', cautions: ['ladder', 'overheadLines'] } as const

const table = <Kind extends string>(kinds: Record<Kind, StepKindOf<NoInfer<Kind>>>): Readonly<Record<Kind, StepKindOf<Kind>>> => kinds

/**
 * The kinds of steps: where in the work each belongs, what it takes, and what it waits for.
 *
 * No cut before its second measurement and before what holds the pipe; no cement before everything is fitted dry; no water before the
 * cement has cured. What has to be left alone holds up whatever waits for it.
 *
 * Source: common practice, no published source.
 */
export const STEP_KINDS = table({
  rules: { phase: 'before', station: 'gutter', after: [], cautions: ['localRules'] },
  buy: { phase: 'before', station: 'gutter', after: [agreed] },

  dig: { phase: 'base', station: 'cask', after: [agreed], tools: ['spade-tool'], cautions: ['services'] },
  gravel: { phase: 'base', station: 'cask', after: [same('vessel', 'dig'), bought], tools: ['tamper', 'level'] },
  cast: {
    phase: 'base',
    station: 'cask',
    after: [same('vessel', 'dig', 'gravel'), bought],
    hands: 2,
    wait: WAITS.concrete,
    tools: ['level'],
    cautions: ['weight'],
  },
  baseLevel: onBase,
  standLevel: onBase,
  frameLevel: {
    ...onBase,
    hands: 2,
    tools: ['level', 'woodSaw', 'drillDriver', 'wrench'],
  },
  trench: {
    phase: 'base',
    station: 'drop',
    after: [agreed],
    hands: 2,
    tools: ['spade-tool', 'level', 'string'],
    cautions: ['services', 'trench'],
  },

  clean: { phase: 'vessel', station: 'cask', after: [bought], bench: true },
  // What nobody lifts is drilled where it stands.
  drill: {
    phase: 'vessel',
    station: 'cask',
    after: [bought, same('vessel', 'clean', 'setHeavy')],
    tools: ['drillDriver'],
  },
  ports: { phase: 'vessel', station: 'cask', after: [never(same('vessel', 'drill'))], tools: ['wrench'] },
  set: onGround,
  setTied: onGround,
  setHeavy: {
    ...onGround,
    after: [bought, ground, same('vessel', 'clean'), stands],
  },
  inside: { phase: 'vessel', station: 'cask', after: [stands, same('vessel', 'ports')], cautions: ['neverInside'] },
  flushTank: {
    phase: 'vessel',
    station: 'drop',
    after: [bought],
    hands: 2,
    tools: ['level', 'drillDriver', 'wrench'],
    cautions: ['weight', 'neverInside'],
  },

  gutterHold: {
    ...atGutter,
    after: [bought],
    tools: ['ladder', 'pencil', 'level', 'drillDriver'],
  },
  gutterHung: {
    ...atGutter,
    after: [same('gutter', 'gutterHold')],
    tools: ['string', 'level', 'ladder', 'drillDriver', 'saw'],
  },
  gutterFall: {
    ...atGutter,
    after: [agreed],
    tools: ['ladder', 'level'],
  },
  filmFlap: {
    ...atGutter,
    after: [hung],
    hands: 2,
    tools: ['ladder', 'knife', 'brush'],
  },
  outletMove: {
    ...atGutter,
    after: [hung, bought],
    hands: 2,
    tools: ['hole-saw', 'file', 'ladder', 'drillDriver', 'screwdriver'],
  },
  outletNew: {
    ...atGutter,
    after: [hung, bought],
    tools: ['hole-saw', 'file', 'ladder', 'drillDriver'],
  },

  bench: { phase: 'bench', station: 'drop', after: [bought], bench: true },
  seat: { phase: 'bench', station: 'drop', after: [same('drop', 'bench')], bench: true, tools: ['file', 'pencil'] },
  chamberFoot: { phase: 'bench', station: 'drop', after: [same('drop', 'bench')], bench: true, tools: ['drillDriver', 'wrench'] },

  // New pipe is measured against the work itself, and twice, before any of it is sawn.
  lay: {
    phase: 'marks',
    station: 'drop',
    after: [allStand, every('bench', 'seat', 'chamberFoot')],
    tools: ['tape', 'pencil'],
  },
  layAgain: { phase: 'marks', station: 'drop', after: [never(every('lay'))], tools: ['tape'] },
  bracketAbove: { phase: 'marks', station: 'drop', after: metByPipe, tools: ['drillDriver', 'ladder'], cautions: ['ladder'] },
  bracketBelow: { phase: 'marks', station: 'drop', after: metByPipe, tools: ['drillDriver', 'ladder'], cautions: ['ladder'] },
  mark: { phase: 'marks', station: 'drop', after: metByPipe, tools: ['tape', 'pencil'] },
  measure: { phase: 'marks', station: 'drop', after: [never(same('device', 'mark'))], tools: ['tape'] },

  cutNew: { phase: 'cuts', station: 'drop', after: [never(every('layAgain'))], bench: true },
  // A body goes in between two parts of one pipe: the lower one is swung aside for it.
  loosen: {
    phase: 'cuts',
    station: 'drop',
    after: [same('device', 'measure'), holding],
    tools: ['screwdriver', 'ladder'],
    cautions: ['ladder'],
  },
  // The pipe above would come down, and what is cut twice is short.
  cut: { phase: 'cuts', station: 'drop', after: sawn, tools: ['saw', 'file', 'ladder'], cautions: ['ladder'] },
  cutMetal: { phase: 'cuts', station: 'drop', after: sawn, tools: ['hacksaw', 'file', 'ladder'], cautions: ['ladder'] },
  drillPipe: { phase: 'cuts', station: 'drop', after: sawn, tools: ['hole-saw', 'file', 'ladder'], cautions: ['ladder'] },
  cutUnder: {
    phase: 'cuts',
    station: 'drop',
    after: [...metByPipe, same('drop', 'cut', 'cutMetal', 'drillPipe')],
    cautions: ['ladder'],
  },

  pipeHung: {
    phase: 'dry',
    station: 'drop',
    after: [...metByPipe, newSawn],
    hands: 2,
    tools: ['level', 'drillDriver', 'ladder'],
    cautions: ['ladder', 'overheadLines'],
  },
  // Bedded and levelled before it is joined.
  bed: { phase: 'dry', station: 'drop', after: [same('device', 'trench'), bought, newSawn], tools: ['level'] },
  dryFit: {
    phase: 'dry',
    station: 'drop',
    after: [...metByPipe, same('drop', 'cut', 'cutMetal', 'drillPipe', 'cutUnder', 'bed', 'bench', 'seat', 'chamberFoot'), newSawn],
    tools: ['level', 'ladder'],
    cautions: ['ladder'],
  },
  overLid: { phase: 'dry', station: 'drop', after: [fitted], tools: ['level', 'ladder'], cautions: ['ladder'] },
  head: { phase: 'dry', station: 'drop', after: [fitted], tools: ['drillDriver', 'ladder'], cautions: ['ladder'] },
  clips: { phase: 'dry', station: 'drop', after: [fitted], tools: ['screwdriver', 'ladder'], cautions: ['ladder'] },
  hoseOn: { phase: 'dry', station: 'drop', after: [fitted], tools: ['screwdriver'] },
  side: { phase: 'dry', station: 'drop', after: [fitted], tools: ['drillDriver', 'level'] },
  straps: { phase: 'dry', station: 'drop', after: [fitted], tools: ['drillDriver', 'level'] },
  chamberStraps: { phase: 'dry', station: 'drop', after: [fitted], tools: ['drillDriver', 'level'] },
  crimp: { phase: 'dry', station: 'drop', after: [fitted], tools: ['crimper', 'drillDriver', 'ladder'], cautions: ['ladder'] },
  dryLinks: { phase: 'dry', station: 'cask', after: [allStand, newSawn], hands: 2, tools: ['level'] },

  apart: { phase: 'fix', station: 'drop', after: [never(phase('dry'))], tools: ['pencil'] },
  cement: {
    phase: 'fix',
    station: 'drop',
    after: [never(every('apart')), never(phase('dry'))],
    wait: WAITS.cementHandled,
    cautions: ['fumes'],
  },
  cure: { phase: 'fix', station: 'drop', after: [never(every('cement'))], wait: WAITS.cementWet },
  // What is pushed, taped, clipped or screwed is made for good beside what is glued.
  fix: { phase: 'fix', station: 'drop', after: [never(phase('dry'))], tools: ['screwdriver', 'wrench'] },

  // What carries no water yet is laid while the cement cures.
  overflow: { phase: 'waterways', station: 'spill', after: [stands, phase('fix', 'cure')], cautions: ['localRules'] },
  tap: { phase: 'waterways', station: 'draw', after: [stands], tools: ['wrench'] },
  pump: { phase: 'waterways', station: 'draw', after: [stands, phase('fix', 'cure')], tools: ['wrench', 'screwdriver'] },
  pumpY: { phase: 'waterways', station: 'draw', after: [same('pump', 'pump'), stands], tools: ['wrench'] },
  pumpMains: { phase: 'waterways', station: 'draw', after: [piped], cautions: ['electric'] },
  pumpSolar: { phase: 'waterways', station: 'draw', after: [piped], cautions: ['battery'] },
  pumpBattery: { phase: 'waterways', station: 'draw', after: [piped], cautions: ['battery'] },

  meshes: { phase: 'finish', station: 'cask', after: [allStand], tools: ['drillDriver', 'knife'] },
  vents: { phase: 'finish', station: 'cask', after: [allStand] },
  lids: { phase: 'finish', station: 'cask', after: [allStand], cautions: ['children'] },
  cover: { phase: 'finish', station: 'cask', after: [stands], wait: WAITS.paint, tools: ['brush'] },
  clad: { phase: 'finish', station: 'cask', after: [stands], tools: ['woodSaw', 'drillDriver'] },
  label: { phase: 'finish', station: 'draw', after: [phase('waterways')], cautions: ['notDrinking'] },

  bucket: { phase: 'tests', station: 'gutter', after: [hung, never(phase('fix'))], test: true, tools: ['ladder'], cautions: ['ladder'] },
  // Water on green cement finds the joint; paint dries on the outside, and water may stand in a vessel meanwhile.
  fill: {
    phase: 'tests',
    station: 'cask',
    after: [never(phase('fix')), phase('waterways'), phase('finish', 'cover', 'clad')],
    test: true,
    cautions: ['weight'],
  },
  hose: { phase: 'tests', station: 'drop', after: [every('fill', 'bucket'), never(phase('fix'))], test: true, cautions: ['ladder'] },
  draw: { phase: 'tests', station: 'draw', after: [every('fill'), same('tap', 'tap')], test: true },
  pumpRuns: {
    phase: 'tests',
    station: 'draw',
    after: [every('fill'), same('pump', 'pump', 'pumpY', 'pumpMains', 'pumpSolar', 'pumpBattery')],
    test: true,
  },
  overflowing: { phase: 'tests', station: 'spill', after: [every('hose')], test: true },
  returning: { phase: 'tests', station: 'spill', after: [every('hose')], test: true },
  storm: { phase: 'tests', station: 'drop', after: [every('overflowing', 'returning', 'draw', 'pumpRuns')], test: true },

  // Covered only when it has held water.
  backfill: { phase: 'leave', station: 'drop', after: [never(every('hose'))], hands: 2, tools: ['spade-tool', 'tamper'] },
  // Water that keeps an empty vessel standing in a gust: the last thing before one goes.
  ballast: { phase: 'leave', station: 'cask', after: [stands, phase('tests')] },
})

/** What kind of thing there is to do. */
export type StepKind = keyof typeof STEP_KINDS
