import { overflowLine, primingFlow, siphonEnds, canSiphon } from '../overflow/siphon'
import type { Intake, PlacedVessel, WaterPath } from '../path/waterPath'
import type { Storm } from '../rain/storms/storm'
import { stormDepth } from '../rain/storms/storm'
import type { Link, OverflowRoute, Port, Tap, Trial, VesselBody } from '../scheme'
import { levelAt, volumeAt } from '../vessel/levelVolume'
import { fullLevels, lipOf, usableVolume } from '../vessel/usable'
import { isAirtight } from '../vessel/vents'
import { linkLaw, mouthLaw, pipeLaw, rimLaw, standpipeLaw } from './laws'
import { Network, OUTSIDE, type Flow, type LevelCurve } from './network'
import { gatherOf, stepUpstream, upstreamOf, type Upstream, type UpstreamLoss, type UpstreamStep } from './upstream'
import type { WhatIf } from './whatIf'

export type FlowKind = 'intake' | 'link' | 'overflow' | 'rim' | 'tap'

/** A flow through the storm: what it is, where it runs, how much by the moment, m³/s. */
export interface FlowSeries {
  kind: FlowKind
  /** Id of the drop, link, overflow route, vessel or tap. */
  id: string
  from: string | undefined
  to: string | undefined
  rate: Float32Array
  /** m³ in all (a link: forth less back), and the most at once, m³/s. */
  volume: number
  peak: number
  peakAt: number
}

export interface VesselSeries {
  id: string
  store: string
  /** m above the paving, by the moment. */
  level: Float32Array
  /** Where water first runs away from it, and its rim, m above the paving. */
  full: number
  rim: number
  start: number
  end: number
  /** m³ held, at the start and the end. */
  startVolume: number
  endVolume: number
  peak: number
  peakAt: number
}

/** Water that went where it should not, or where it was led; m³. */
export interface Spill {
  kind: 'edge' | 'back' | 'overflow' | 'rim' | 'siphon'
  /** Gutter, overflow route or vessel. */
  id: string
  /** What was too small, for losses on the way. */
  limit?: UpstreamLoss['limit']
  part?: string
  volume: number
  /** First and last second. */
  from: number
  to: number
  /** m³/s. */
  peak: number
}

/** Every litre of the storm by where it ended, m³: `runoff + start = all others + end`. */
export interface StormAccount {
  rain: number
  runoff: number
  /** Held in the vessels. */
  start: number
  end: number
  overEdge: number
  flushed: number
  shed: number
  /** Past a diverter, or turned away by a float. */
  returned: number
  /** By pipes that lead to no vessel. */
  elsewhere: number
  overflow: number
  rim: number
  drawn: number
  /** Still on the roof, or between two vessels. */
  onTheWay: number
}

export interface StormRun {
  /** s between two moments; the first is 0. */
  step: number
  moments: number
  /** s at which the rain ends. */
  rainEnds: number
  depth: number
  rain: Float32Array
  /** Off all roofs that lead to a vessel, m³/s. */
  arriving: Float32Array
  vessels: VesselSeries[]
  flows: FlowSeries[]
  flushes: { device: string; drop: string; held: Float32Array; most: number; fullAt: number | undefined }[]
  /** Overflow routes that siphoned: when, and what they took, m³. */
  siphons: { route: string; from: number; volume: number }[]
  /** Pressure that air needs to get in or out of each sealed vessel, Pa; Infinity where there is no way. */
  vents: { vessel: string; pressure: number; at: number }[]
  spills: Spill[]
  account: StormAccount
  /** Water that the account cannot place, over all that moved. */
  error: number
}

/** After the rain this long at least, and at most, the vessels may still even out, s. */
const TAIL = { least: 900, most: 7200 }
const MOST_MOMENTS = 7200
/** Losses below this are rounding, m³. */
const DROPLET = 1e-7
/** Band in which a float closes, m. */
const FLOAT_BAND = 0.02
const HOSE_LOSSES = 1.5
const TAP_LOSSES = 9.5
const AIR_DENSITY = 1.2
const VENT_COEFFICIENT = 0.6
/** Open share of a screened vent's mesh, and of that what dirt leaves. Common practice. */
const VENT_MESH = 0.5 * 0.5

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

const portOf = ({ vessel }: PlacedVessel, id: string): Port => vessel.ports.find((port) => port.id === id)!
/** Invert of a port: inlets, outlets and lids are told by their middles. */
const invertOf = (placed: PlacedVessel, port: Port): number =>
  placed.foot + port.at - (port.role === 'overflow' || port.role === 'link' ? 0 : port.bore / 2)

interface Siphon {
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

interface Built {
  flows: Flow[]
  names: { kind: FlowKind; id: string; from: string | undefined; to: string | undefined }[]
  siphons: Siphon[]
  ups: { state: Upstream; flow: number | undefined; pass: { rate: number }; away: boolean }[]
  /** Overflow routes that lead on into a drop, by flow. */
  intoDrop: Map<number, number>
  taps: { flow: number; tap: string; open: { on: boolean } }[]
}

function overflowLaw(path: WaterPath, route: OverflowRoute, from: PlacedVessel, siphon: { on: boolean } | undefined, blocked: boolean) {
  const invert = invertOf(from, portOf(from, route.from.port))
  const pipe = pipeLaw(overflowLine(route))
  const mouth = route.mouth === 'standpipe' ? standpipeLaw(route.bore) : mouthLaw(Math.min(route.bore, portOf(from, route.from.port).bore))
  const crest = route.mouth === 'hooped' ? Math.max(invert, route.crest) : invert
  const into = route.to.kind === 'vessel' ? path.vessels.get(route.to.vessel) : undefined
  const target = into && route.to.kind === 'vessel' ? invertOf(into, portOf(into, route.to.port)) : route.end
  const ends = siphonEnds(route, invert)
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
    const hose = pipeLaw({ bore: device.hose.bore, length: device.hose.length, losses: HOSE_LOSSES })
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
  const bore = tap.hose ? Math.min(tap.bore, tap.hose.bore) : tap.bore
  const pipe = pipeLaw({ bore, length: tap.hose?.length ?? 0, losses: TAP_LOSSES })
  const mouth = mouthLaw(tap.bore)
  const spout = tap.hose?.end ?? placed.foot + port.at - tap.spoutBelow
  const invert = placed.foot + port.at - tap.bore / 2
  return (level: number) => (open.on ? Math.min(pipe(level - spout), mouth(Math.max(0, level - invert))) : 0)
}

function build(path: WaterPath, trial: Pick<Trial, 'opened'>, whatIfs: readonly WhatIf[], placed: readonly PlacedVessel[]): Built {
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
      { bore: link.bore, length: link.length, losses: 1.5 + link.fittings },
      { invert: invertOf(a, portOf(a, link.from.port)) },
      { invert: invertOf(b, portOf(b, link.to.port)) },
    )
    add('link', link.id, link.from.vessel, link.to.vessel, law)
  }
  for (const route of scheme.overflows) {
    const from = path.vessels.get(route.from.vessel)!
    const asBuilt = has('siphon-break-missing') ? { ...route, vented: false } : route
    const intake = invertOf(from, portOf(from, route.from.port))
    const blocked = has('overflow-blocked')
    const hoop: Siphon | undefined =
      canSiphon(asBuilt, intake) && !blocked
        ? {
            route,
            vessel: index.get(route.from.vessel)!,
            flow: built.flows.length,
            lights: Math.max(intake, route.crest) + route.bore,
            ends: siphonEnds(route, intake),
            priming: primingFlow(route.bore),
            on: false,
            since: 0,
            volume: 0,
          }
        : undefined
    const into = route.to.kind === 'vessel' ? route.to.vessel : undefined
    const flow = add('overflow', route.id, route.from.vessel, into, overflowLaw(path, route, from, hoop, blocked))
    if (hoop) built.siphons.push(hoop)
    if (route.to.kind === 'drop') {
      const { drop } = route.to
      const up = built.ups.findIndex(({ state }) => state.drop.id === drop)
      if (up >= 0) built.intoDrop.set(flow, up)
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
  return built
}

/** Level that each vessel starts from, m³: a share of the height between its draw-off and where it is full. */
function startVolumes(path: WaterPath, placed: readonly PlacedVessel[], share: number, fulls: ReadonlyMap<string, number>): number[] {
  const usable = new Map(path.scheme.stores.map(({ id }) => [id, usableVolume(path, id)]))
  return placed.map(({ vessel, store, foot }) => {
    const { bottom } = usable.get(store.id)!
    const full = fulls.get(vessel.id)!
    const low = Math.min(full, Math.max(bottom, foot + vessel.body.floor))
    return volumeAt(vessel.body, low + share * (full - low) - foot)
  })
}

/** Air's way in and out of a vessel, m²: its vents, and an overflow hole while it is not full. Infinity where it is open. */
function ventArea({ vessel }: PlacedVessel, shut: boolean): number {
  if (!isAirtight(vessel)) return Infinity
  const area = (bore: number) => (Math.PI / 4) * bore ** 2
  const vents = shut ? [] : vessel.ports.filter(({ role }) => role === 'vent')
  const screens = (port: Port) => area(port.bore) * (port.screened ? VENT_MESH : 1)
  return vents.reduce((sum, port) => sum + screens(port), 0)
}

/** Air pressure that a flow of air needs through an opening, Pa: `½·ρ·(Q/(Cd·A))²`. Source: orifice equation for air. */
export function ventPressure(flow: number, area: number): number {
  if (flow <= 0 || area === Infinity) return 0
  return area === 0 ? Infinity : (AIR_DENSITY / 2) * (flow / (VENT_COEFFICIENT * area)) ** 2
}

interface Book {
  spills: Map<string, Spill>
  account: StormAccount
}

function note(book: Book, spill: Pick<Spill, 'kind' | 'id' | 'limit' | 'part'>, volume: number, at: number, dt: number) {
  const key = `${spill.kind}:${spill.id}:${spill.limit ?? ''}:${spill.part ?? ''}`
  const known = book.spills.get(key)
  const rate = volume / dt
  if (!known) book.spills.set(key, { ...spill, volume, from: at, to: at + dt, peak: rate })
  else {
    known.volume += volume
    known.to = at + dt
    known.peak = Math.max(known.peak, rate)
  }
}

export interface StormOptions {
  whatIfs?: readonly WhatIf[]
  /** Without the moments between: only sums and peaks, for many storms in a row. */
  brief?: boolean
  /** Told now and then how far it is, 0–1; false stops the run. */
  onward?(share: number): boolean
}

/**
 * A storm over a scheme, by the second.
 *
 * Rain runs off the roofs with a lag, along gutters and down pipes as far as they let it, fills the first flush, is taken by
 * the diverter and so into the vessels; from there by links, overflows (siphons with them), rims and opened taps. Vessels
 * and pipes between them are solved together (see `Network`), so that water is neither made nor lost.
 *
 * @param storm mm/h in even steps
 * @param trial how full the stores begin and which taps are opened when
 * @returns undefined when `onward` stopped it
 * @throws RangeError on nonsense in the scheme
 */
export function runStorm(
  path: WaterPath,
  storm: Storm,
  trial: Pick<Trial, 'start' | 'opened'>,
  { whatIfs = [], brief = false, onward }: StormOptions = {},
): StormRun | undefined {
  const placed = [...path.vessels.values()]
  const fulls = fullLevels(path)
  const built = build(path, trial, whatIfs, placed)
  const volumes = startVolumes(path, placed, trial.start, fulls)
  const network = new Network(
    placed.map(({ vessel, foot }, i) => ({ curve: levelCurve(vessel.body, foot), volume: volumes[i]! })),
    built.flows,
  )
  const depthUpTo = depthCurve(storm)
  const rainEnds = storm.step * storm.intensity.length
  const lasts = rainEnds + Math.min(TAIL.most, Math.max(TAIL.least, rainEnds / 3))
  const step = Math.max(1, Math.ceil(lasts / MOST_MOMENTS))
  const steps = Math.ceil(lasts / step)
  const series = () => new Float32Array(brief ? 0 : steps + 1)
  const rain = series()
  const arriving = series()
  const levels = placed.map(series)
  const rates = built.flows.map(series)
  const held = built.ups.map(({ state }) => (state.flush ? series() : undefined))
  const flowVolume = new Float64Array(built.flows.length)
  const flowPeak = new Float64Array(built.flows.length)
  const flowPeakAt = new Float64Array(built.flows.length)
  const peak = Float64Array.from(network.levels)
  const peakAt = new Float64Array(placed.length)
  const airPeak = new Float64Array(placed.length)
  const airAt = new Float64Array(placed.length)
  const change = new Float64Array(placed.length)
  const fullAt = built.ups.map(({ state }) => (state.flush && state.chamber >= state.chamberMost ? 0 : undefined)) as (number | undefined)[]
  const book: Book = {
    spills: new Map(),
    account: {
      rain: 0,
      runoff: 0,
      start: network.held,
      end: 0,
      overEdge: 0,
      flushed: 0,
      shed: 0,
      returned: 0,
      elsewhere: 0,
      overflow: 0,
      rim: 0,
      drawn: 0,
      onTheWay: 0,
    },
  }
  const { account } = book
  const openings = placed.map((each) =>
    ventArea(
      each,
      whatIfs.some(({ kind }) => kind === 'vent-shut'),
    ),
  )
  const airways = placed.map(({ vessel }) =>
    built.names.flatMap(({ kind, id }, flow) => {
      const route = kind === 'overflow' ? path.scheme.overflows.find((each) => each.id === id)! : undefined
      return route?.from.vessel === vessel.id && route.mouth !== 'hooped' && !whatIfs.some((each) => each.kind === 'overflow-blocked')
        ? [{ flow, area: (Math.PI / 4) * route.bore ** 2, full: mouthLaw(route.bore)(route.bore) }]
        : []
    }),
  )
  const away: UpstreamStep = { runoff: 0, passing: 0, flushed: 0, leaked: 0 }
  let fallen = 0
  let moved = 0
  if (!brief) placed.forEach((_, i) => (levels[i]![0] = network.levels[i]!))

  for (let n = 0; n < steps; n++) {
    const at = n * step
    if (onward && n % 512 === 0 && !onward(n / steps)) return undefined
    const rainNow = depthUpTo(at + step)
    const depths = { before: fallen, after: rainNow }
    let offRoofs = 0
    built.ups.forEach(({ state, pass, away: leadsAway, flow }, u) => {
      stepUpstream(
        state,
        depths,
        step,
        (loss, volume) => {
          account.overEdge += volume
          note(book, { kind: loss.kind, id: loss.gutter, limit: loss.limit, part: loss.part }, volume, at, step)
        },
        away,
      )
      account.runoff += away.runoff
      account.flushed += away.flushed
      if (held[u] && !brief) held[u]![n + 1] = state.chamber
      if (fullAt[u] === undefined && state.flush && state.chamber >= state.chamberMost - DROPLET) fullAt[u] = at + step
      pass.rate = away.passing / step
      if (leadsAway) account.elsewhere += away.passing
      else offRoofs += away.passing + away.flushed
      if (flow === undefined) pass.rate = 0
    })
    for (const { tap, open } of built.taps) {
      open.on = trial.opened.some((each) => each.tap === tap && at >= each.from && at < each.from + each.lasts)
    }
    network.step(step)

    change.fill(0)
    for (let i = 0; i < built.flows.length; i++) {
      const water = network.moved[i]!
      const rate = water / step
      flowVolume[i]! += water
      moved += Math.abs(water)
      if (Math.abs(rate) > flowPeak[i]!) {
        flowPeak[i] = Math.abs(rate)
        flowPeakAt[i] = at + step
      }
      if (!brief) rates[i]![n + 1] = rate
      const { from, to } = built.flows[i]!
      if (from !== OUTSIDE) change[from]! -= rate
      if (to !== OUTSIDE) change[to]! += rate
      const { kind, id, to: into } = built.names[i]!
      if (kind === 'overflow' && water > DROPLET) {
        const up = built.intoDrop.get(i)
        if (up !== undefined) built.ups[up]!.state.pending += water
        else if (into === undefined) account.overflow += water
        const siphon = built.siphons.find((each) => each.flow === i && each.on)
        if (siphon) siphon.volume += water
        if (into === undefined) note(book, { kind: siphon ? 'siphon' : 'overflow', id }, water, at, step)
      } else if (kind === 'overflow') {
        // A trickle or the rounding of one: it has left all the same.
        const up = built.intoDrop.get(i)
        if (up !== undefined) built.ups[up]!.state.pending += water
        else if (into === undefined) account.overflow += water
      }
      if (kind === 'rim') {
        account.rim += water
        if (water > DROPLET) note(book, { kind: 'rim', id }, water, at, step)
      }
      if (kind === 'tap') account.drawn += water
    }
    for (const { state, flow, pass } of built.ups) {
      if (flow === undefined || !state.intake) continue
      const past = pass.rate * step - network.moved[flow]!
      if (state.intake.device) account.returned += past
      else account.shed += past
    }
    for (const siphon of built.siphons) {
      const level = network.levels[siphon.vessel]!
      if (!siphon.on && (level >= siphon.lights || network.moved[siphon.flow]! / step >= siphon.priming) && level > siphon.ends + 0.01) {
        siphon.on = true
        siphon.since ||= at + step
      } else if (siphon.on && level <= siphon.ends + 5e-4) siphon.on = false
    }
    for (let i = 0; i < placed.length; i++) {
      const level = network.levels[i]!
      if (!brief) levels[i]![n + 1] = level
      if (level > peak[i]!) {
        peak[i] = level
        peakAt[i] = at + step
      }
      if (openings[i] !== Infinity) {
        const open = airways[i]!.reduce(
          (sum, { flow, area, full }) => (network.moved[flow]! / step < full ? sum + area : sum),
          openings[i]!,
        )
        const pressure = ventPressure(Math.abs(change[i]!), open)
        if (pressure > airPeak[i]! && Math.abs(change[i]!) > 1e-6) {
          airPeak[i] = pressure
          airAt[i] = at + step
        }
      }
    }
    if (!brief) {
      rain[n + 1] = ((rainNow - fallen) * 3600) / step
      arriving[n + 1] = offRoofs / step
    }
    fallen = rainNow
  }
  account.rain = stormDepth(storm)
  account.end = network.held
  account.onTheWay = built.ups.reduce(
    (sum, { state }) => sum + state.pending + state.eaves.reduce((roofs, { onRoof }) => roofs + onRoof, 0),
    0,
  )
  const placedWater =
    account.end +
    account.overEdge +
    account.flushed +
    account.shed +
    account.returned +
    account.elsewhere +
    account.overflow +
    account.rim +
    account.drawn +
    account.onTheWay
  const error = Math.abs(account.runoff + account.start - placedWater) / Math.max(1e-6, account.runoff + moved)
  return {
    step,
    moments: steps + 1,
    rainEnds,
    depth: account.rain,
    rain,
    arriving,
    vessels: placed.map(({ vessel, store, foot }, i) => ({
      id: vessel.id,
      store: store.id,
      level: levels[i]!,
      full: fulls.get(vessel.id)!,
      rim: foot + vessel.body.rim,
      start: foot + levelAt(vessel.body, volumes[i]!),
      end: network.levels[i]!,
      startVolume: volumes[i]!,
      endVolume: network.volumes[i]!,
      peak: peak[i]!,
      peakAt: peakAt[i]!,
    })),
    flows: built.names.map((name, i) => ({
      ...name,
      rate: rates[i]!,
      volume: flowVolume[i]!,
      peak: flowPeak[i]!,
      peakAt: flowPeakAt[i]!,
    })),
    flushes: built.ups.flatMap(({ state }, u) =>
      state.flush ? [{ device: state.flush.id, drop: state.drop.id, held: held[u]!, most: state.chamberMost, fullAt: fullAt[u] }] : [],
    ),
    siphons: built.siphons.filter(({ since }) => since > 0).map(({ route, since, volume }) => ({ route: route.id, from: since, volume })),
    vents: placed.flatMap(({ vessel }, i) =>
      openings[i] === Infinity ? [] : [{ vessel: vessel.id, pressure: airPeak[i]!, at: airAt[i]! }],
    ),
    spills: [...book.spills.values()].filter(({ volume }) => volume > 1e-6).sort((a, b) => a.from - b.from),
    account,
    error,
  }
}

/** Depth of a storm up to any second, mm. */
function depthCurve({ step, intensity }: Storm): (seconds: number) => number {
  const fallen = new Float64Array(intensity.length + 1)
  for (let k = 0; k < intensity.length; k++) fallen[k + 1] = fallen[k]! + (intensity[k]! * step) / 3600
  return (seconds) => {
    const at = Math.min(intensity.length, seconds / step)
    const k = Math.floor(at)
    return k >= intensity.length ? fallen[intensity.length]! : fallen[k]! + (at - k) * (fallen[k + 1]! - fallen[k]!)
  }
}
