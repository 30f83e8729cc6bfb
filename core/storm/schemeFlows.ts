import { tapLine } from '../draw/tapFlow'
import { overflowLine, primingFlow, siphonEnds, canSiphon } from '../overflow/siphon'
import { mouthBore } from '../overflow/overflowHead'
import { overflowWay } from '../catch/waysOut'
import { portInvert, portOf } from '../path/portHeights'
import type { Intake, PlacedVessel, WaterPath } from '../path/waterPath'
import { pumpedInto, type Link, type OverflowRoute, type Pump, type Tap, type Trial, type VesselBody } from '../scheme'
import { volumeAt } from '../vessel/levelVolume'
import { fullLevels } from '../vessel/usable'
import { hoseOf, linkLine, lipOf, laidOverflow } from '../layout'
import { linkLaw, mouthLaw, pipeLaw, rimLaw, standpipeLaw } from './laws'
import { OUTSIDE, type Flow, type LevelCurve } from './network'
import type { FlowKind } from './stormRun'
import { gatherOf, upstreamOf, withJoined, type Upstream } from './upstream'
import type { WhatIf } from './whatIf'

/** Band in which a float closes, m. */
const FLOAT_BAND = 0.02
const HOSE_LOSSES = 1.5

/** Level over volume of a body that stands on a foot, m above the paving. */
export function levelCurve(body: VesselBody, foot: number): LevelCurve {
  const most = volumeAt(body, body.rim)
  if (body.kind === 'upright') return { volumes: Float64Array.of(0, most), levels: Float64Array.of(foot + body.floor, foot + body.rim) }
  const points = 240
  const volumes = new Float64Array(points + 1)
  const levels = new Float64Array(points + 1)
  for (let k = 0; k <= points; k++) {
    const level = body.floor + ((body.rim - body.floor) * k) / points
    levels[k] = foot + level
    // Dips may stand level for a while; a curve must rise.
    volumes[k] = Math.max(volumeAt(body, level), k === 0 ? 0 : volumes[k - 1]! + most * 1e-7)
  }
  return { volumes, levels }
}

const roundOf = ({ body }: PlacedVessel['vessel']) =>
  body.kind === 'upright' && body.plan === 'box' ? 2 * (body.width + body.depth) : Math.PI * Math.max(body.width, body.depth)

export interface Siphon {
  route: OverflowRoute
  vessel: number
  flow: number
  lights: number
  ends: number
  priming: number
  on: boolean
  since: number
  volume: number
}

export interface Built {
  flows: Flow[]
  names: { kind: FlowKind; id: string; from: string | undefined; to: string | undefined }[]
  siphons: Siphon[]
  ups: { state: Upstream; flow: number | undefined; pass: { rate: number }; away: boolean }[]
  /** Overflow routes that lead on into a drop, by flow. */
  intoDrop: Map<number, Upstream>
  taps: { flow: number; tap: string; open: { on: boolean } }[]
}

function overflowLaw(path: WaterPath, route: OverflowRoute, siphon: { on: boolean } | undefined, blocked: boolean) {
  const { route: built, starts: crest, from, port } = overflowWay(path, route)
  const pipe = pipeLaw(overflowLine(built))
  const mouth = (route.mouth === 'standpipe' ? standpipeLaw : mouthLaw)(mouthBore(built))
  const into = route.to.kind === 'vessel'
  const target = built.end
  const ends = siphonEnds(laidOverflow(path.layout, route), portInvert(from, port))
  return (level: number, other: number): number => {
    if (blocked) return 0
    const out = into ? Math.max(target, other) : target
    if (siphon?.on) {
      const head = level - out
      return head <= 0 ? 0 : pipe(head) * Math.min(1, Math.max(0, (level - ends) / 0.005))
    }
    const head = level - crest
    return head <= 0 ? 0 : Math.min(mouth(head), pipe(level - Math.min(out, level)))
  }
}

function intakeLaw(path: WaterPath, intake: Intake, pass: { rate: number }): (outside: number, level: number) => number {
  const { device, port, vessel } = intake
  const placed = path.vessels.get(vessel.id)!
  const { gathered, film } = gatherOf(path, intake)
  if (device && 'hose' in device) {
    const hose = pipeLaw({ ...hoseOf(path.layout, device), losses: HOSE_LOSSES })
    const end = placed.foot + port.at
    const from = device.kind === 'ring-trough' ? lipOf(device) : device.height
    const back = device.kind === 'ring-trough'
    return (_, level) => {
      if (back && level > from) return -hose(level - from)
      return Math.min(gathered * Math.min(pass.rate, film), hose(from - Math.max(end, level)))
    }
  }
  if (device?.kind === 'float-shut')
    return (_, level) => gathered * pass.rate * Math.min(1, Math.max(0, (device.height - level) / FLOAT_BAND))
  return () => gathered * pass.rate
}

function tapLaw(tap: Tap, placed: PlacedVessel, open: { on: boolean }) {
  const port = portOf(placed, tap.port)
  const pipe = pipeLaw(tapLine(tap))
  const mouth = mouthLaw(tap.bore)
  const spout = tap.hose?.end ?? placed.foot + port.at - tap.spoutBelow
  const invert = placed.foot + port.at - tap.bore / 2
  return (level: number) => (open.on ? Math.min(pipe(level - spout), mouth(Math.max(0, level - invert))) : 0)
}

/**
 * A pump between two vessels: what it is wanted to bring while its suction is covered, and where it has a float switch until the
 * upper vessel is full. What it runs by is not asked: it stands ready. Behind a Y each leg has its part of what the pump brings; that
 * the one has more of it while the other is shut is left out.
 */
function pumpLaw(
  { wants, floatSwitch, from }: Pump,
  part: number,
  placed: PlacedVessel,
  full: number,
): (level: number, other: number) => number {
  const port = portOf(placed, from.port)
  const dry = placed.foot + port.at + port.bore / 2
  const share = (over: number) => Math.min(1, Math.max(0, over / FLOAT_BAND))
  return (level, other) => part * wants * share(level - dry) * (floatSwitch ? share(full - other) : 1)
}

/**
 * Everything in a scheme that water can run through, as flows between its vessels; what-ifs are taken in here.
 */
export function schemeFlows(
  path: WaterPath,
  trial: Pick<Trial, 'opened'>,
  whatIfs: readonly WhatIf[],
  placed: readonly PlacedVessel[],
): Built {
  const { scheme } = path
  const index = new Map(placed.map(({ vessel }, i) => [vessel.id, i]))
  const built: Built = { flows: [], names: [], siphons: [], ups: [], intoDrop: new Map(), taps: [] }
  const add = (kind: FlowKind, id: string, from: string | undefined, to: string | undefined, law: Flow['law']): number => {
    built.flows.push({ from: from === undefined ? OUTSIDE : index.get(from)!, to: to === undefined ? OUTSIDE : index.get(to)!, law })
    built.names.push({ kind, id, from, to })
    return built.flows.length - 1
  }
  const has = (kind: WhatIf['kind']) => whatIfs.some((each) => each.kind === kind)
  const shut = (link: Link) => link.valve === 'shut' || whatIfs.some((each) => each.kind === 'link-shut' && each.link === link.id)

  const intakes = [...path.intakes.values()].flat()
  for (const drop of scheme.drops) {
    const intake = intakes.find((each) => each.drop.id === drop.id)
    // A drop that ends in another is part of that one's feeds.
    if (!intake && (drop.end.kind === 'drop' || path.feeds.get(drop.id)!.length === 0)) continue
    const pass = { rate: 0 }
    const flow = intake && add('intake', drop.id, undefined, intake.vessel.id, intakeLaw(path, intake, pass))
    built.ups.push({ state: upstreamOf(path, drop, intake, whatIfs), flow, pass, away: !intake })
  }
  for (const link of scheme.stores.flatMap(({ links }) => links)) {
    const [a, b] = [path.vessels.get(link.from.vessel)!, path.vessels.get(link.to.vessel)!]
    if (shut(link) || link.from.vessel === link.to.vessel) continue
    const law = linkLaw(
      linkLine(path.layout, link),
      { invert: portInvert(a, portOf(a, link.from.port)) },
      { invert: portInvert(b, portOf(b, link.to.port)) },
    )
    add('link', link.id, link.from.vessel, link.to.vessel, law)
  }
  for (const route of scheme.overflows) {
    const from = path.vessels.get(route.from.vessel)!
    const laid = laidOverflow(path.layout, route)
    const asBuilt = has('siphon-break-missing') ? { ...laid, vented: false } : laid
    const intake = portInvert(from, portOf(from, route.from.port))
    const blocked = has('overflow-blocked')
    const hoop: Siphon | undefined =
      canSiphon(asBuilt, intake) && !blocked
        ? {
            route,
            vessel: index.get(route.from.vessel)!,
            flow: built.flows.length,
            lights: Math.max(intake, route.crest) + route.bore,
            ends: siphonEnds(laid, intake),
            priming: primingFlow(route.bore),
            on: false,
            since: 0,
            volume: 0,
          }
        : undefined
    const into = route.to.kind === 'vessel' ? route.to.vessel : undefined
    const flow = add('overflow', route.id, route.from.vessel, into, overflowLaw(path, route, hoop, blocked))
    if (hoop) built.siphons.push(hoop)
    if (route.to.kind === 'drop') {
      const { drop } = route.to
      const up = built.ups.flatMap(({ state }) => withJoined(state)).find((state) => state.drop.id === drop)
      if (up) built.intoDrop.set(flow, up)
    }
  }
  for (const each of placed) {
    const rim = each.foot + each.vessel.body.rim
    const over = rimLaw(roundOf(each.vessel))
    add('rim', each.vessel.id, each.vessel.id, undefined, (level) => over(level - rim))
  }
  for (const tap of scheme.taps) {
    if (!trial.opened.some((each) => each.tap === tap.id)) continue
    const open = { on: false }
    built.taps.push({
      flow: add('tap', tap.id, tap.vessel, undefined, tapLaw(tap, path.vessels.get(tap.vessel)!, open)),
      tap: tap.id,
      open,
    })
  }
  const fulls = fullLevels(path)
  for (const pump of scheme.pumps) {
    const ends = pumpedInto(pump)
    for (const { vessel } of ends)
      add(
        'pump',
        pump.id,
        pump.from.vessel,
        vessel,
        pumpLaw(pump, 1 / ends.length, path.vessels.get(pump.from.vessel)!, fulls.get(vessel)!),
      )
  }
  return built
}
