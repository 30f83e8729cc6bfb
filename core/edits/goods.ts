import { produce } from 'immer'
import { GUTTER_SIZES, sizeOf, type GutterSize } from '../gutter/profiles'
import { flangeReach, isOnTop } from '../layout'
import { downpipeBores, isHoseBore, trueBore } from '../parts'
import { INCH } from '../units/constants'
import type { Gutter, Scheme, Vessel } from '../scheme'
import type { UnitSystem } from '../units/quantity'
import { inCatalogue, soldInstead } from '../vessel/catalogue'
import { fitCascades } from './cascade'
import { chooseVessel } from './schemeEdits'

/** Thinner than this it is hose or thread, which are sold alike everywhere, m. */
const THIN = 0.028
/** Hose that a small pump pushes through where nobody sells thin pipe, m. Common practice. */
const PUMP_HOSE = 0.025
/** Bores nearer than this to the downpipe's are the downpipe's, m. */
const AS_THE_PIPE = 0.004
/** A downpipe up to this bore is the smaller of the two that a country has, m. */
const SMALL = 0.075

/** The gutter of a country that comes nearest to holding what another holds. */
function gutterInstead(gutter: Gutter, system: UnitSystem): GutterSize | undefined {
  if (sizeOf(gutter)?.system === system || (gutter.profile !== 'half-round' && gutter.profile !== 'k-style')) return undefined
  // Houses hang five and six inches; four is for sheds.
  const usual = GUTTER_SIZES.filter(
    (size) => size.system === system && size.profile === (system === 'imperial' ? 'k-style' : 'half-round') && size.key !== 'k-4',
  )
  const wide = Math.log(gutter.width)
  return usual.toSorted((a, b) => Math.abs(Math.log(a.width) - wide) - Math.abs(Math.log(b.width) - wide))[0]
}

/** A pump's pipe as a country has it, m: nobody sells thin metric pipe, a small pump has hose there. */
export const pumpBore = (bore: number, system: UnitSystem): number =>
  system === 'metric' && bore < THIN ? PUMP_HOSE : trueBore(bore, system)

/** What openings in lids are rounded to, m. */
const LID = { metric: 0.01, imperial: INCH / 2 } as const

/** Openings that a pipe goes through take its bore; their fittings keep clear of the rim. */
function fitPorts({ ports, body }: Vessel, system: UnitSystem): void {
  for (const port of ports) {
    // A lid's opening is cut to a round figure.
    if (port.role === 'lid') port.bore = Math.round(port.bore / LID[system]) * LID[system]
    if (isOnTop(port) || port.role === 'outlet' || (port.bore < THIN && port.role !== 'link')) continue
    port.bore = trueBore(port.bore, system)
    const lift = port.role === 'inlet' ? 0 : port.bore / 2
    port.at = Math.min(port.at, body.rim - flangeReach(port.bore) - lift)
  }
}

/**
 * The same scheme with the goods that are sold in a country: gutters, downpipes, vessels, pipes by their true bores. What is
 * sold in both stays.
 */
export function withGoods(scheme: Scheme, system: UnitSystem): Scheme {
  const vessels = scheme.stores.flatMap((store) => store.vessels)
  const exchanged = vessels.reduce((current, vessel) => {
    const key = inCatalogue(vessel)?.key
    const instead = key === undefined ? undefined : soldInstead(key, system)
    if (!instead) return current
    const { key: _, ...chosen } = instead
    return chooseVessel(current, vessel.id, chosen)
  }, scheme)
  /** Hose is sold alike everywhere; all else takes the country's own size. */
  const pipe = (bore: number) => (isHoseBore(bore) ? bore : trueBore(bore, system))
  return produce(exchanged, (draft) => {
    for (const gutter of draft.gutters) {
      const size = gutterInstead(gutter, system)
      if (size) Object.assign(gutter, { profile: size.profile, width: size.width, sole: size.sole, depth: size.depth })
    }
    for (const drop of draft.drops) {
      const own = downpipeBores(system, drop.bore > SMALL)
      const was = drop.bore
      const abroad = system === 'imperial' ? drop.shape !== 'rectangular' : drop.shape === 'rectangular'
      if (abroad) {
        Object.assign(drop, own)
        for (const outlet of draft.gutters.flatMap(({ outlets }) => outlets)) if (outlet.drop === drop.id) outlet.bore = own.bore
      }
      // What led from one country's pipe to another of its own sizes is not wanted on one that the part is made for.
      if (abroad && system === 'imperial') drop.devices = drop.devices.filter(({ kind }) => kind !== 'adapter')
      for (const device of drop.devices) {
        // What sits on the pipe is as wide as the pipe; what is made of other pipe is as wide as that is sold.
        if (device.kind === 'tee' || device.kind === 'float-shut')
          device.bore = Math.abs(device.bore - was) < AS_THE_PIPE ? drop.bore : pipe(device.bore)
        if (device.kind === 'carrying-pipe') device.bore = Math.abs(device.bore - was) < AS_THE_PIPE ? drop.bore : pipe(device.bore)
        if (device.kind === 'first-flush' && device.form !== 'tank') device.bore = pipe(device.bore)
        if (device.kind === 'rain-head') device.bore = pipe(device.bore)
        if ('hose' in device && device.hose.bore >= 0.041) device.hose.bore = pipe(device.hose.bore)
      }
    }
    for (const { vessels: own, links } of draft.stores) {
      for (const vessel of own) fitPorts(vessel, system)
      for (const link of links) link.bore = trueBore(link.bore, system)
    }
    for (const route of draft.overflows) route.bore = pipe(route.bore)
    for (const { line, suction } of draft.pumps) {
      for (const part of [line, suction]) part.bore = pumpBore(part.bore, system)
    }
    fitCascades(draft)
  })
}
