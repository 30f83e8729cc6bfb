import { measuresOf, type End } from '../../parts'
import type { Vessel } from '../../scheme'
import type { Part } from '../part'

/** Invented guide prices for what has no thread: each, or by the metre, square metre or cubic metre. In nobody's money. */
export const GUIDE = {
  gutter: 6.5,
  gutterBracket: 1.2,
  gutterJoint: 3,
  gutterBend: 6,
  stopEnd: 2.2,
  gutterSealant: 6,
  outlet: 5,
  outletPatch: 4,
  downpipe: 5,
  bracket: 1.6,
  shoe: 3.5,
  neck: 9,
  adapter: 4,
  screen: 6,
  'rain-head': 26,
  filter: 65,
  'first-flush': 12,
  'ring-trough': 19,
  'push-in': 15,
  twist: 21,
  flap: 24,
  'float-shut': 20,
  tee: 5,
  'wall-crossing': 4,
  'winter-shut-off': 9,
  cap: 4,
  ball: 2.5,
  seat: 3.5,
  drip: 3,
  valve: 7,
  strap: 0.9,
  mesh: 9,
  ventCap: 3.5,
  meshScrew: 0.15,
  batten: 1.1,
  screw: 0.12,
  paint: 14,
  cladding: 12,
  tie: 8,
  endScreen: 2.5,
  pump: 95,
  pumpFilter: 22,
  floatSwitch: 14,
  checkValve: 9,
  suctionStrainer: 6,
  footValve: 14,
  pressureSwitch: 32,
  liftingRope: 5,
  pumpY: 12,
  elbow: 2.5,
  plug: 1,
  pumpValve: 8,
  regulator: 12,
  outdoorSocket: 30,
  solarPanel: 70,
  chargeControl: 25,
  battery: 60,
  batteryFuse: 6,
  trenchSand: 50,
  warningTape: 0.3,
  soakGravel: 45,
  soakCrate: 120,
  leafGuard: 4,
  hoopBoard: 3,
  hoopClamp: 2.5,
  filmFlap: 1.5,
  filmTape: 1,
  flapWeight: 1.2,
  castSlab: 130,
} as const

/** Layers and pieces of a base, with the part of the shop they stand in. Invented. */
export const BASE_GUIDE: Record<string, [price: number, shop: Part['shop']]> = {
  sod: [0, 'aggregate'],
  fabric: [1.5, 'aggregate'],
  gravel: [45, 'aggregate'],
  sand: [50, 'aggregate'],
  slab: [5, 'aggregate'],
  cap: [5, 'aggregate'],
  blocks: [2.2, 'aggregate'],
  halfBlocks: [1.6, 'aggregate'],
  packing: [0.5, 'sundries'],
  kerb: [3, 'timber'],
  pins: [0.8, 'fixings'],
  formwork: [2, 'timber'],
  slabMesh: [4, 'aggregate'],
  postFeet: [7, 'fixings'],
  posts: [9, 'timber'],
  bolts: [1.5, 'fixings'],
  braces: [4, 'timber'],
  bearers: [4, 'timber'],
  joists: [4, 'timber'],
  boards: [6, 'timber'],
  timberScrews: [0.1, 'fixings'],
  anchors: [12, 'fixings'],
  stand: [26, 'tanks'],
  level: [1, 'sundries'],
}

/** Vessels by family: so much to begin with and so much a litre. Invented. */
export const VESSEL_GUIDE: Record<Vessel['family'], [number, number]> = {
  butt: [24, 0.16],
  'slim-butt': [38, 0.2],
  bin: [18, 0.12],
  drum: [16, 0.1],
  barrel: [22, 0.16],
  tote: [70, 0.08],
  tank: [90, 0.22],
}

const byWidth = (base: number, perMetre: number, pipe: Pick<End, 'type' | 'size'>) =>
  Math.round((base + (measuresOf(pipe)?.outside ?? 0.03) * perMetre) * 20) / 20

/** A metre of pipe, a bend, a tee and a valve, dearer with the pipe. Invented. */
export const pipePrice = (pipe: Pick<End, 'type' | 'size'>): number => byWidth(0.8, 45, pipe)
export const bendPrice = (pipe: Pick<End, 'type' | 'size'>): number => byWidth(0.6, 28, pipe)
export const teePrice = (pipe: Pick<End, 'type' | 'size'>): number => byWidth(0.8, 40, pipe)
export const valvePrice = (pipe: Pick<End, 'type' | 'size'>): number => byWidth(GUIDE.valve, 80, pipe)
