import type { PlacedVessel, WaterPath } from '../path/waterPath'
import { stormDepth, type Storm } from '../rain/storms/storm'
import type { Trial } from '../scheme'
import { levelAt, volumeAt } from '../vessel/levelVolume'
import { fullLevels, usableVolume } from '../vessel/usable'
import { ventPressure } from '../vessel/vents'
import { ventArea } from './airways'
import { mouthLaw } from './laws'
import { Network, OUTSIDE } from './network'
import { levelCurve, schemeFlows } from './schemeFlows'
import type { Spill, StormBalance, StormRun } from './stormRun'
import { eavesByOutlet, stepUpstream, withJoined, type UpstreamStep } from './upstream'
import type { WhatIf } from './whatIf'

/** After the rain this long at least, and at most, the vessels may still even out, s. */
const TAIL = { least: 900, most: 7200 }
const MOST_MOMENTS = 7200
/** Losses below this are rounding, m³. */
const DROPLET = 1e-7

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

interface Book {
  spills: Map<string, Spill>
  account: StormBalance
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
  const built = schemeFlows(path, trial, whatIfs, placed)
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
  const states = built.ups.flatMap(({ state }) => withJoined(state))
  const eaves = eavesByOutlet(states)
  const held = states.map((state) => (state.flush ? series() : undefined))
  const flowVolume = new Float64Array(built.flows.length)
  const flowPeak = new Float64Array(built.flows.length)
  const flowPeakAt = new Float64Array(built.flows.length)
  const peak = network.levels.slice()
  const peakAt = new Float64Array(placed.length)
  const airPeak = new Float64Array(placed.length)
  const airAt = new Float64Array(placed.length)
  const change = new Float64Array(placed.length)
  const fullAt = states.map((state) => (state.flush && state.chamber >= state.chamberMost ? 0 : undefined)) as (number | undefined)[]
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
  const away: UpstreamStep = { runoff: 0, passing: 0, flushed: 0, leaked: 0, shed: 0 }
  let fallen = 0
  let moved = 0
  if (!brief) placed.forEach((_, i) => (levels[i]![0] = network.levels[i]!))

  for (let n = 0; n < steps; n++) {
    const at = n * step
    if (onward && n % 512 === 0 && !onward(n / steps)) return undefined
    const rainNow = depthUpTo(at + step)
    const depths = { before: fallen, after: rainNow }
    let offRoofs = 0
    built.ups.forEach(({ state, pass, away: leadsAway, flow }) => {
      stepUpstream(
        state,
        depths,
        step,
        (loss, volume) => {
          account.overEdge += volume
          note(book, { kind: loss.kind, id: loss.gutter, limit: loss.limit, part: loss.part }, volume, at, step)
        },
        eaves,
        away,
      )
      account.runoff += away.runoff
      account.shed += away.shed
      account.flushed += away.flushed
      pass.rate = away.passing / step
      if (leadsAway) account.elsewhere += away.passing
      else offRoofs += away.passing + away.flushed + away.shed
      if (flow === undefined) pass.rate = 0
    })
    states.forEach((state, u) => {
      if (held[u] && !brief) held[u]![n + 1] = state.chamber
      if (fullAt[u] === undefined && state.flush && state.chamber >= state.chamberMost - DROPLET) fullAt[u] = at + step
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
        if (up !== undefined) up.pending += water
        else if (into === undefined) account.overflow += water
        const siphon = built.siphons.find((each) => each.flow === i && each.on)
        if (siphon) siphon.volume += water
        if (into === undefined) note(book, { kind: siphon ? 'siphon' : 'overflow', id }, water, at, step)
      } else if (kind === 'overflow') {
        // A trickle or the rounding of one: it has left all the same.
        const up = built.intoDrop.get(i)
        if (up !== undefined) up.pending += water
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
  account.onTheWay = states.reduce(
    (sum, { pending, eaves: own }) => sum + pending + own.reduce((roofs, { onRoof, handed }) => roofs + onRoof + handed, 0),
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
    flushes: states.flatMap((state, u) =>
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
