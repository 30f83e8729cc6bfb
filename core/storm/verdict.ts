import type { WaterPath } from '../path/waterPath'
import { volumeAt } from '../vessel/levelVolume'
import type { StormRun, VesselSeries } from './stormRun'
import type { UpstreamLoss } from './upstream'

/** A place that a storm met its limit at. */
export interface Bottleneck {
  place: UpstreamLoss['limit'] | 'link' | 'overflow' | 'no-overflow' | 'siphon' | 'store'
  /** Gutter, outlet, device, drop, link, overflow route, vessel or store. */
  id: string
  /** s */
  at: number
  /** What it passes and what arrives there when most is lost, m³/s. */
  passes: number
  arrives: number
  /** A full store that runs off where it was meant to is no fault. */
  fault: boolean
  /** Room left in the vessels that it kept the water from, m³. */
  room: number
}

export interface Verdict {
  first: Bottleneck | undefined
  /** All of them in the order in which they were met. */
  all: Bottleneck[]
  /** m³: kept of the storm; lost where it should not be; led away by overflows. */
  kept: number
  lost: number
  ledAway: number
  /** Share of what ran off the roofs that the site held back, and peak off the roofs over peak let go, 0–1. */
  heldShare: number
  peakCut: number
}

/** A vessel counts as having room when so much of the store's water would still fit, m³ and share. */
const ROOM = { least: 0.005, share: 0.02 }

function roomAt(path: WaterPath, run: StormRun, store: string, moment: number): { room: number; whole: number } {
  let room = 0
  let whole = 0
  for (const each of run.vessels) {
    if (each.store !== store) continue
    const { vessel, foot } = path.vessels.get(each.id)!
    const full = volumeAt(vessel.body, each.full - foot)
    room += Math.max(0, full - volumeAt(vessel.body, (each.level[moment] ?? each.end) - foot))
    whole += full
  }
  return { room, whole }
}

/** The link that holds the water back: of those on the fuller side, the one with the most height across it. */
function tightLink(path: WaterPath, run: StormRun, store: string, moment: number) {
  const level = new Map(run.vessels.map((each): [string, VesselSeries] => [each.id, each]))
  const links = path.scheme.stores.find(({ id }) => id === store)!.links.filter(({ kind }) => kind !== 'cascade')
  const across = links.map((link) => {
    const [a, b] = [level.get(link.from.vessel)!, level.get(link.to.vessel)!]
    return { link, drop: Math.abs((a.level[moment] ?? a.end) - (b.level[moment] ?? b.end)) }
  })
  return across.toSorted((a, b) => b.drop - a.drop)[0]
}

/**
 * What a storm showed: where it was first held up, what that cost, and what the street was spared.
 *
 * @param run with its moments (not a brief one)
 */
export function verdictOf(path: WaterPath, run: StormRun): Verdict {
  const { account } = run
  const arriving = run.arriving.reduce((most, each) => Math.max(most, each), 0)
  const moment = (at: number) => Math.min(run.moments - 1, Math.round(at / run.step))
  const all = run.spills.map((spill): Bottleneck => {
    const at = spill.from
    if (spill.kind === 'edge' || spill.kind === 'back') {
      const passes = Math.max(0, arriving)
      return { place: spill.limit!, id: spill.part!, at, passes, arrives: passes + spill.peak, fault: true, room: 0 }
    }
    const route = path.scheme.overflows.find(({ id }) => id === spill.id)
    const vessel = spill.kind === 'rim' ? spill.id : route!.from.vessel
    const store = path.vessels.get(vessel)!.store.id
    const intake = run.flows.filter(({ kind, to }) => kind === 'intake' && to === vessel)
    const flowAt = (when: number) => intake.reduce((sum, { rate }) => sum + rate[moment(when)]!, 0)
    if (spill.kind === 'siphon') return { place: 'siphon', id: spill.id, at, passes: spill.peak, arrives: flowAt(at), fault: true, room: 0 }
    const { room, whole } = roomAt(path, run, store, moment(at))
    const tight = room > Math.max(ROOM.least, ROOM.share * whole) ? tightLink(path, run, store, moment(at)) : undefined
    if (tight) {
      const series = run.flows.find(({ kind, id }) => kind === 'link' && id === tight.link.id)
      const peakAt = run.flows.find(({ kind, id }) => kind === (spill.kind === 'rim' ? 'rim' : 'overflow') && id === spill.id)!.peakAt
      return {
        place: 'link',
        id: tight.link.id,
        at,
        passes: series ? Math.abs(series.rate[moment(peakAt)]!) : 0,
        arrives: flowAt(peakAt),
        fault: true,
        room,
      }
    }
    if (spill.kind === 'rim') {
      const out = run.flows.find(({ kind, from }) => kind === 'overflow' && from === vessel)
      return {
        place: out ? 'overflow' : 'no-overflow',
        id: out?.id ?? vessel,
        at,
        passes: out?.peak ?? 0,
        arrives: (out?.peak ?? 0) + spill.peak,
        fault: true,
        room,
      }
    }
    return { place: 'store', id: store, at, passes: spill.peak, arrives: flowAt(at), fault: false, room }
  })
  const ledAway = account.overflow
  const lost = account.overEdge + account.rim
  const kept = account.end + account.drawn - account.start
  // Past a diverter, by an overflow or over a rim: all of it goes on to the street.
  const letGo = Array.from(run.rain, (_, n) => {
    const into = run.flows.reduce((sum, { kind, rate }) => sum + (kind === 'intake' ? rate[n]! : 0), 0)
    const out = run.flows.reduce(
      (sum, { kind, to, rate }) => sum + ((kind === 'overflow' && to === undefined) || kind === 'rim' ? rate[n]! : 0),
      0,
    )
    const flushing = run.flushes.reduce((sum, { held }) => sum + Math.max(0, held[n]! - (held[n - 1] ?? 0)) / run.step, 0)
    return out + Math.max(0, run.arriving[n]! - into - flushing)
  }).reduce((most, each) => Math.max(most, each), 0)
  return {
    first: all.find(({ fault }) => fault) ?? all[0],
    all,
    kept,
    lost,
    ledAway,
    heldShare: account.runoff > 0 ? Math.max(0, Math.min(1, (kept + account.flushed) / account.runoff)) : 0,
    peakCut: arriving > 0 ? Math.max(0, 1 - letGo / arriving) : 0,
  }
}
