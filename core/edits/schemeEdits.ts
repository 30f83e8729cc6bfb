import { produce } from 'immer'
import { ground, hose, into, overflow, overflowPort, port } from '../arrangements/parts'
import { cutMarks, type CutSchool } from '../levels/cutMarks'
import { SPIGOT_BELOW_LIP } from '../levels/heights'
import type { Drop, DeviceOf, Scheme, Vessel } from '../scheme'
import type { CatalogueVessel } from '../vessel/catalogue'

/** Hole of the hose at the vessel below the trough's spigot, m: enough that the hose falls all the way. */
const HOSE_FALL = 0.02
/** Overflow mouth below the rim, m; common practice 75–100 mm. */
export const OVERFLOW_BELOW_RIM = 0.08
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
export const troughOf = (drop: Drop): DeviceOf<'ring-trough'> | undefined => drop.devices.find((device) => device.kind === 'ring-trough')

export type Filling = 'ring-trough' | 'full-take'

/** How a drop fills its vessel, in the two ways this version builds. */
export const fillingOf = (drop: Drop): Filling => (troughOf(drop) ? 'ring-trough' : 'full-take')

function feedingDrop(scheme: Scheme, vesselId: string): Drop | undefined {
  return scheme.drops.find((drop) => {
    const trough = troughOf(drop)
    const to = trough ? trough.to : drop.end
    return to.kind === 'vessel' && to.vessel === vesselId
  })
}

/** Puts trough and inlet where the rim says; keeps the bracket above the cut. */
function placeTrough(drop: Drop, vessel: Vessel, school: CutSchool) {
  const trough = troughOf(drop)
  if (!trough) return
  const marks = cutMarks(school, vessel.base.height + vessel.body.rim)
  Object.assign(trough, { mark: marks.upper + trough.adapterAbove, piece: marks.piece, lipBelowMark: marks.lipBelowMark })
  const inlet = vessel.ports.find(({ role }) => role === 'inlet')
  if (inlet) inlet.at = marks.upper - marks.lipBelowMark - SPIGOT_BELOW_LIP - HOSE_FALL - vessel.base.height
}

/**
 * Another vessel in the same place: ports keep their roles and move to where the new body wants them.
 */
export function chooseVessel(scheme: Scheme, vesselId: string, chosen: Omit<CatalogueVessel, 'key'>): Scheme {
  return produce(scheme, (draft) => {
    const vessel = vesselOf(draft, vesselId)
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
    }
    const drop = feedingDrop(draft, vesselId)
    if (drop) placeTrough(drop, vessel, 'rim-rule')
  })
}

function toFullTake(scheme: Scheme, drop: Drop, vessel: Vessel) {
  drop.devices = drop.devices.filter(({ kind }) => kind !== 'ring-trough')
  vessel.ports = vessel.ports.filter(({ role }) => role !== 'inlet' && role !== 'lid')
  vessel.ports.unshift(port('in', 'lid', vessel.body.rim, { bore: 0.2, screened: true }))
  if (!vessel.ports.some(({ role }) => role === 'overflow')) {
    vessel.ports.push(overflowPort(vessel.body.rim - OVERFLOW_BELOW_RIM))
    if (!scheme.overflows.some(({ from }) => from.vessel === vessel.id))
      scheme.overflows.push(overflow(freshId('over', scheme.overflows), vessel.id, ground('bed', 3)))
  }
  vessel.lid = 'screened'
  vessel.lidMesh = vessel.lidMesh > 0 ? vessel.lidMesh : 0.0009
  drop.end = into(vessel.id)
}

function toRingTrough(scheme: Scheme, drop: Drop, vessel: Vessel) {
  vessel.ports = vessel.ports.filter(({ role }) => role !== 'lid' && role !== 'inlet' && role !== 'overflow')
  vessel.ports.unshift(port('in', 'inlet', 0))
  scheme.overflows = scheme.overflows.filter(({ from }) => from.vessel !== vessel.id)
  vessel.lid = 'sealed'
  const marks = cutMarks('rim-rule', vessel.base.height + vessel.body.rim)
  drop.devices.push({
    kind: 'ring-trough',
    id: freshId(
      'trough',
      scheme.drops.flatMap(({ devices }) => devices),
    ),
    mark: marks.upper,
    piece: marks.piece,
    lipBelowMark: marks.lipBelowMark,
    adapterAbove: 0,
    adapterBelow: 0,
    film: 0.9,
    hose: hose(),
    to: into(vessel.id),
  })
  drop.end = ground('drain', 0.3)
  placeTrough(drop, vessel, 'rim-rule')
}

/** An id not taken by any of the parts. */
export function freshId(stem: string, taken: readonly { id: string }[]): string {
  const ids = new Set(taken.map(({ id }) => id))
  if (!ids.has(stem)) return stem
  for (let n = 2; ; n++) if (!ids.has(`${stem}-${n}`)) return `${stem}-${n}`
}

/** The other way of filling: a trough in the downpipe that shuts itself off, or the whole pipe through a screened lid with an overflow. */
export function chooseFilling(scheme: Scheme, dropId: string, vesselId: string, filling: Filling): Scheme {
  return produce(scheme, (draft) => {
    const drop = dropOf(draft, dropId)
    const vessel = vesselOf(draft, vesselId)
    if (fillingOf(drop) === filling) return
    if (filling === 'full-take') toFullTake(draft, drop, vessel)
    else toRingTrough(draft, drop, vessel)
  })
}

/** Cuts by another school: marks and piece change, the lip goes to the full level and the hose's hole below it. */
export function chooseCut(scheme: Scheme, dropId: string, vesselId: string, school: CutSchool): Scheme {
  return produce(scheme, (draft) => placeTrough(dropOf(draft, dropId), vesselOf(draft, vesselId), school))
}

/** Raises or lowers a vessel's base. Cut and trough stay where they are: that is for the findings to say. */
export function setStand(scheme: Scheme, vesselId: string, height: number): Scheme {
  return produce(scheme, (draft) => {
    vesselOf(draft, vesselId).base.height = height
  })
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
    if (!vessel.ports.some(({ role }) => role === 'overflow')) vessel.ports.push(overflowPort(vessel.body.rim - OVERFLOW_BELOW_RIM))
    draft.overflows.push(overflow(freshId('over', draft.overflows), vesselId, ground('bed', 3)))
  })
}
