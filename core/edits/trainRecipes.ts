import { headSpentBy } from '../catch/families'
import { chamberFor } from '../catch/flushSizing'
import { computeLayout, downBend, laidCarry, SCREEN_GAP, UNLAID } from '../layout'
import { DRAIN_ROOM } from '../levels/train'
import { stubFlow } from '../overflow/stub'
import { discFor } from '../pipe/screens'
import { BRANCH_HEIGHT, type Device, type DeviceOf, type Scheme } from '../scheme'
import type { UnitSystem } from '../units/quantity'
import { OVERFLOW_BELOW_RIM } from './schemeEdits'
import { fitTrain, freshDevice, trainPlace, type TrainPlace, type TrainPlan } from './trainEdits'

/** Whole trains that people build, from generic families. */
export const TRAIN_RECIPES = [
  'ring-trough',
  'push-in',
  'twist',
  'flap',
  'full-take',
  'float-shut',
  'flush-ball',
  'flush-in-line',
  'wet-carry',
] as const
export type TrainRecipe = (typeof TRAIN_RECIPES)[number]

/** What a train has to do. */
export interface TrainWants {
  /** Design flow, m³/s. */
  flow: number
  /** First flush wanted, m³; 0 for none. */
  flush: number
  /** Way from pipe to vessel, m. */
  run: number
  system: UnitSystem
}

/** Pipes that overflows and carrying pipes are made of, m. */
const OVERFLOW_BORES = { metric: [0.0464, 0.076, 0.1036, 0.1536], imperial: [0.0525, 0.0779, 0.1023, 0.1541] } as const
const CHAMBER_BORES = { metric: [0.076, 0.1036, 0.1536], imperial: [0.0779, 0.1023, 0.1541] } as const
/** Kept free between water running off and what it must not reach, m. */
const FREE = 0.02
/** A lid of this much is cut for a whole pipe, m. */
const LID_OPENING = 0.3
/** What a common diverter's hose brings at the most, m³/s; see `hoseFlow`. */
const HOSE_AT_MOST = 0.5e-3

/** The least overflow that passes a flow under a side inlet or the rim; its inlet stands a bore above it. */
function overflowFor(flow: number, system: UnitSystem, room: (bore: number) => number): number {
  const bores = OVERFLOW_BORES[system]
  return bores.find((bore) => room(bore) > 0 && stubFlow(bore, room(bore)) >= flow) ?? bores.at(-1)!
}

const fresh = <K extends Device['kind']>(kind: K, place: TrainPlace, more: Partial<DeviceOf<K>> = {}): Device => ({
  ...(freshDevice(kind, kind, place) as DeviceOf<K>),
  ...more,
})

/** A pipe in the ground lies so deep, m. Common practice. */
const BURIED = 0.3

/** A pipe across of so much. */
/** The shortest pipe across that can be said, m. */
const LEAST_ACROSS = 0.1
const across = (place: TrainPlace, measured: number, more: Partial<DeviceOf<'carrying-pipe'>>): Device =>
  fresh('carrying-pipe', place, { ...more, measured: Math.max(LEAST_ACROSS, measured) })

/** The chamber nearest to one that holds the wash: the narrowest pipe of which the fewest fit. */
function flushFor(place: TrainPlace, form: 'vertical' | 'in-line', wants: TrainWants, invert: number): Device {
  const bores = CHAMBER_BORES[wants.system]
  const room = Math.max(0.1, Math.floor((invert - DRAIN_ROOM) * 1000 + 1e-6) / 1000)
  const fitting = bores.flatMap((bore) => chamberFor(Math.max(wants.flush, 1e-3), bore, room) ?? [])
  const least = Math.min(...fitting.map(({ chambers }) => chambers))
  const chosen = fitting.find(({ chambers }) => chambers === least) ?? { bore: bores.at(-1)!, length: room, chambers: 6 }
  return fresh('first-flush', place, {
    form,
    bore: chosen.bore,
    length: Math.min(room, Math.ceil(chosen.length * 1000 - 1e-6) / 1000),
    chambers: chosen.chambers,
    branch: BRANCH_HEIGHT[form],
    ball: form === 'vertical',
    ballSize: Math.round(chosen.bore * 0.78 * 1000) / 1000,
    seat: Math.round(chosen.bore * 0.62 * 1000) / 1000,
    // The smallest that stays open: a wider one leaks the rain away while it falls.
    drain: { kind: 'hole', bore: 0.001 },
  })
}

/** A recipe on one wall: its devices, the vessel's holes and lid. */
export function planTrain(recipe: TrainRecipe, place: TrainPlace, wants: TrainWants): TrainPlan {
  const { vessel } = place
  const { rim } = vessel.body
  const side = { role: 'inlet' as const, at: rim - 0.06, bore: 0.032 }
  const sealed = { entry: side, lid: 'sealed' as const }
  // A side inlet's invert must stand a bore over the overflow's; what is left up to it is the head that drives it.
  const overSide = (flow: number) => overflowFor(flow, wants.system, (bore) => bore + 0.005 - FREE)
  const overLid = () => overflowFor(wants.flow, wants.system, () => OVERFLOW_BELOW_RIM - FREE)
  const lid = { role: 'lid' as const, at: rim, bore: Math.min(LID_OPENING, vessel.body.width * 0.8) }
  switch (recipe) {
    case 'ring-trough':
      return { ...sealed, devices: [fresh('ring-trough', place)], overflow: 0 }
    case 'push-in':
      return { ...sealed, devices: [fresh('push-in', place)], overflow: overSide(Math.min(wants.flow, HOSE_AT_MOST)) }
    case 'twist':
    case 'flap':
      return { ...sealed, entry: { ...side, bore: 0.05 }, devices: [fresh(recipe, place)], overflow: overSide(wants.flow) }
    case 'full-take':
      return { devices: [], entry: lid, lid: 'screened', overflow: overLid() }
    case 'float-shut':
      return {
        ...sealed,
        entry: { ...side, at: rim - 0.1, bore: 0.0779 },
        devices: [fresh('screen', place, { height: 0.12, bore: 0.12 }), fresh('float-shut', place)],
        overflow: 0,
      }
    case 'flush-ball':
    case 'flush-in-line': {
      const carry = across(place, wants.run, { bore: CHAMBER_BORES[wants.system][0] })
      const head = fresh('rain-head', place, { disc: discFor(wants.flow) })
      const form = recipe === 'flush-ball' ? 'vertical' : 'in-line'
      const necks = place.drop.devices.filter(({ kind }) => kind === 'neck')
      const parts = [...necks, head, carry].reduce((sum, each) => sum + headSpentBy(each, wants.flow, UNLAID), BRANCH_HEIGHT[form])
      // Over the lid where there is height for it: a hole in the side costs what stands above its overflow.
      const overLidBy = SCREEN_GAP + downBend(CHAMBER_BORES[wants.system][0])
      const over = place.outlet - parts >= place.foot + rim + overLidBy
      const entry = over ? lid : { ...side, bore: 0.0779 }
      const invert = place.foot + entry.at + (over ? overLidBy : 0) + headSpentBy(carry, wants.flow, UNLAID)
      return {
        entry,
        lid: over ? 'screened' : 'sealed',
        devices: [head, flushFor(place, form, wants, invert), carry],
        overflow: over ? overLid() : overSide(wants.flow),
      }
    }
    case 'wet-carry':
      return {
        ...sealed,
        entry: { ...side, bore: 0.0779 },
        devices: [
          fresh('screen', place, { height: 0.12, bore: 0.12 }),
          across(place, wants.run + 2 * (place.foot + side.at + BURIED), {
            wet: true,
            lowPoint: -BURIED,
            cleanOut: true,
            bore: CHAMBER_BORES[wants.system][1],
          }),
        ],
        overflow: overSide(wants.flow),
      }
  }
}

/** How a pipe across is laid once it stands, m. */
function laidRun(scheme: Scheme, dropId: string): number | undefined {
  const carry = scheme.drops.find(({ id }) => id === dropId)?.devices.find((device) => device.kind === 'carrying-pipe' && !device.wet)
  return carry?.kind === 'carrying-pipe' ? laidCarry(computeLayout(scheme), carry).length : undefined
}
/** Ways that differ by less than this are one, m. */
const HAIR = 0.001

/** Fits a whole recipe into a pipe: for the way as it is laid, where the vessel has its place already. */
export function fitRecipe(scheme: Scheme, dropId: string, vesselId: string, recipe: TrainRecipe, wants: TrainWants): Scheme {
  const fit = (run: number) =>
    fitTrain(scheme, dropId, vesselId, planTrain(recipe, trainPlace(scheme, dropId, vesselId), { ...wants, run }))
  const fitted = fit(wants.run)
  const laid = laidRun(fitted, dropId)
  return laid === undefined || Math.abs(laid - wants.run) < HAIR ? fitted : fit(laid)
}
