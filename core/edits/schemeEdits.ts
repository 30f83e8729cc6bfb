import { produce } from 'immer'
import { footOf, SPIGOT_BELOW_LIP } from '../layout'
import { fitCascades } from './cascade'
import { homeBore } from './home'
import { ground, overflow, overflowPort } from '../arrangements/parts'
import { cutMarks, type CutSchool } from '../levels/cutMarks'
import type { Drop, DeviceOf, Scheme, Target, Vessel } from '../scheme'
import type { CatalogueVessel } from '../vessel/catalogue'

/** Hole of the hose at the vessel below the trough's spigot, m: enough that the hose falls all the way. */
const HOSE_FALL = 0.02
/** Overflow mouth below the rim, m; common practice 75–100 mm. */
export const OVERFLOW_BELOW_RIM = 0.08
/** An overflow that nothing is known of, m: the country's own pipe of about this. */
const OVERFLOW_BORE = 0.0525
/** Draw-off above the inside floor, m: sediment stays below. */
const DRAW_ABOVE_FLOOR = 0.05

/** Finds and changes one part; the scheme passed in stays as it was. */
export const vesselOf = (scheme: Scheme, id: string): Vessel => {
  const found = scheme.stores.flatMap(({ vessels }) => vessels).find((vessel) => vessel.id === id)
  if (!found) throw new RangeError(`no vessel ${id}`)
  return found
}
export const dropOf = (scheme: Scheme, id: string): Drop => {
  const found = scheme.drops.find((drop) => drop.id === id)
  if (!found) throw new RangeError(`no drop ${id}`)
  return found
}
const troughOf = (drop: Drop): DeviceOf<'ring-trough'> | undefined => drop.devices.find((device) => device.kind === 'ring-trough')

/** The drop whose water comes into a vessel, by a device or by its own end. */
function feedingDrop(scheme: Scheme, vesselId: string): Drop | undefined {
  const leadsThere = (to: Target | undefined) => to?.kind === 'vessel' && to.vessel === vesselId
  return scheme.drops.find(({ devices, end }) => devices.some((device) => 'to' in device && leadsThere(device.to)) || leadsThere(end))
}

/** Devices that stand by the vessel's rim go up and down with it. */
function followRim(drop: Drop, by: number) {
  for (const device of drop.devices) {
    if (device.kind === 'push-in' || device.kind === 'twist' || device.kind === 'flap' || device.kind === 'float-shut') device.height += by
  }
}

/** Puts trough and inlet where the rim says; keeps the bracket above the cut. */
function placeTrough(scheme: Scheme, drop: Drop, vessel: Vessel, school: CutSchool) {
  const foot = footOf(scheme, vessel)
  const trough = troughOf(drop)
  if (!trough) return
  const marks = cutMarks(school, foot + vessel.body.rim)
  Object.assign(trough, { mark: marks.upper + trough.adapterAbove, piece: marks.piece, lipBelowMark: marks.lipBelowMark })
  const inlet = vessel.ports.find(({ role }) => role === 'inlet')
  if (inlet) inlet.at = marks.upper - marks.lipBelowMark - SPIGOT_BELOW_LIP - HOSE_FALL - foot
}

/**
 * Another vessel in the same place: ports keep their roles and move to where the new body wants them.
 */
export function chooseVessel(scheme: Scheme, vesselId: string, chosen: Omit<CatalogueVessel, 'key'>): Scheme {
  return produce(scheme, (draft) => {
    const vessel = vesselOf(draft, vesselId)
    const rimBefore = vessel.body.rim
    Object.assign(vessel, {
      family: chosen.family,
      body: { ...chosen.body },
      nominal: chosen.nominal,
      tare: chosen.tare,
      light: chosen.light,
    })
    const { body, base } = vessel
    base.width = Math.max(base.width, body.width)
    base.depth = Math.max(base.depth, body.depth)
    for (const each of vessel.ports) {
      if (each.role === 'lid') each.at = body.rim
      if (each.role === 'overflow') each.at = body.rim - OVERFLOW_BELOW_RIM
      if (each.role === 'outlet') each.at = body.floor + DRAW_ABOVE_FLOOR
      if (each.role === 'vent') each.at = body.rim
      if (each.role === 'inlet') each.at = body.rim - OVERFLOW_BELOW_RIM / 2
      if (each.role === 'link') each.at = Math.min(Math.max(each.at, body.floor), body.rim - each.bore)
    }
    fitCascades(draft)
    const drop = feedingDrop(draft, vesselId)
    if (drop) {
      followRim(drop, body.rim - rimBefore)
      placeTrough(draft, drop, vessel, 'rim-rule')
    }
  })
}

/**
 * Gives a vessel another outside measure, m. The inside follows with the same walls and the label with what it then holds; a
 * round one stays round. What is fixed by the rim goes up and down with it, and so do the parts of the pipe that stand by it.
 *
 * @throws RangeError when there is no such vessel
 */
export function resizeVessel(scheme: Scheme, vesselId: string, part: 'width' | 'depth' | 'height', to: number): Scheme {
  return produce(scheme, (draft) => {
    const vessel = vesselOf(draft, vesselId)
    const { body, base } = vessel
    const before = { width: body.width, depth: body.depth, height: body.height, rim: body.rim }
    body[part] = to
    const isRound = body.kind !== 'upright' || body.plan === 'round'
    if (isRound && part !== 'height') body.width = body.depth = to
    if (body.kind === 'upright') body.area *= (body.width * body.depth) / (before.width * before.depth)
    body.rim = Math.max(body.floor + 0.02, body.rim + body.height - before.height)
    if (body.kind === 'upright') vessel.nominal = body.area * (body.rim - body.floor)
    base.width = Math.max(base.width, body.width)
    base.depth = Math.max(base.depth, body.depth)
    const by = body.rim - before.rim
    if (by === 0) return
    for (const each of vessel.ports) {
      const byRim = each.role === 'lid' || each.role === 'vent' || each.role === 'overflow' || each.role === 'inlet'
      // A link near the rim is the upper one of a stack.
      if (byRim || (each.role === 'link' && each.at > before.rim / 2)) each.at = Math.max(body.floor, each.at + by)
    }
    for (const route of draft.overflows) if (route.from.vessel === vesselId && route.mouth === 'hooped') route.crest += by
    fitCascades(draft)
    const drop = feedingDrop(draft, vesselId)
    if (!drop) return
    followRim(drop, by)
    const trough = troughOf(drop)
    if (trough) trough.mark += by
  })
}

/** An id not taken by any of the parts. */
export function freshId(stem: string, taken: readonly { id: string }[]): string {
  const ids = new Set(taken.map(({ id }) => id))
  if (!ids.has(stem)) return stem
  for (let n = 2; ; n++) if (!ids.has(`${stem}-${n}`)) return `${stem}-${n}`
}

/** Cuts by another school: marks and piece change, the lip goes to the full level and the hose's hole below it. */
export function chooseCut(scheme: Scheme, dropId: string, vesselId: string, school: CutSchool): Scheme {
  return produce(scheme, (draft) => placeTrough(draft, dropOf(draft, dropId), vesselOf(draft, vesselId), school))
}

/** Moves the upper cut of a drop's ring trough. */
export function setMark(scheme: Scheme, dropId: string, mark: number): Scheme {
  return produce(scheme, (draft) => {
    const trough = troughOf(dropOf(draft, dropId))
    if (!trough) throw new RangeError(`drop ${dropId} has no ring trough`)
    trough.mark = mark
  })
}

/** Moves a port up or down on its vessel. */
export function setPort(scheme: Scheme, vesselId: string, portId: string, at: number): Scheme {
  return produce(scheme, (draft) => {
    const found = vesselOf(draft, vesselId).ports.find(({ id }) => id === portId)
    if (!found) throw new RangeError(`vessel ${vesselId} has no port ${portId}`)
    found.at = at
  })
}

/** Moves a gutter's outlet up or down. */
export function setOutletHeight(scheme: Scheme, outletId: string, height: number): Scheme {
  return produce(scheme, (draft) => {
    const found = draft.gutters.flatMap(({ outlets }) => outlets).find(({ id }) => id === outletId)
    if (!found) throw new RangeError(`no outlet ${outletId}`)
    found.height = height
  })
}

/** One more bracket on a drop. */
export function addBracket(scheme: Scheme, dropId: string, height: number): Scheme {
  return produce(scheme, (draft) => {
    const drop = dropOf(draft, dropId)
    drop.brackets = [...drop.brackets, height].sort((a, b) => b - a)
  })
}

/** An overflow from a vessel that has none, to a bed well off the wall. */
export function addOverflow(scheme: Scheme, vesselId: string): Scheme {
  return produce(scheme, (draft) => {
    const vessel = vesselOf(draft, vesselId)
    const bore = homeBore(scheme, OVERFLOW_BORE)
    const used = new Set(scheme.overflows.flatMap(({ from }) => (from.vessel === vesselId ? [from.port] : [])))
    let hole = vessel.ports.find(({ id, role }) => role === 'overflow' && !used.has(id))
    if (!hole) {
      hole = { ...overflowPort(vessel.body.rim - OVERFLOW_BELOW_RIM, bore), id: freshId('over', vessel.ports) }
      vessel.ports.push(hole)
    }
    const from = { vessel: vesselId, port: hole.id }
    draft.overflows.push({ ...overflow(freshId('over', draft.overflows), vesselId, ground('bed', 3), { bore: hole.bore }), from })
  })
}
