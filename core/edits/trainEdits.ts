import { produce } from 'immer'
import { endsOnGround, footOf, spigotHeight, standsAtEnd, UNLAID } from '../layout'
import { ground, into, overflow, overflowPort, port } from '../arrangements/parts'
import { familyOf, headSpentBy, ownHeight } from '../catch/families'
import { usualOrder } from '../catch/trainOrder'
import { cutMarks } from '../levels/cutMarks'
import { BRANCH_HEIGHT, DEVICE_DEFAULTS, type Device, type DeviceOf, type Drop, type Scheme, type Vessel } from '../scheme'
import { followPlan } from './carries'
import { homeBore } from './home'
import { connectedPorts } from './portConnections'
import { dropOf, freshId, OVERFLOW_BELOW_RIM, vesselOf } from './schemeEdits'

/** A hose falls this much from its spigot to its hole in the vessel, m. Common practice: it falls all the way. */
const HOSE_FALL = 0.02
/** A side inlet's centre below the rim, m. */
const INLET_BELOW_RIM = 0.06
/** A hand diverter stands this far above its vessel's top, m: turned on, it never has water standing in it. Common practice. */
const ABOVE_TOP = 0.15

/** Where a fresh device would go: the wall it hangs on and the vessel it fills, m above the paving. */
export interface TrainPlace {
  drop: Drop
  vessel: Vessel
  /** Foot of the vessel. */
  foot: number
  outlet: number
}

export function trainPlace(scheme: Scheme, dropId: string, vesselId: string): TrainPlace {
  const drop = dropOf(scheme, dropId)
  const outlets = scheme.gutters.flatMap((gutter) => gutter.outlets).filter((outlet) => outlet.drop === dropId)
  const vessel = vesselOf(scheme, vesselId)
  return { drop, vessel, foot: footOf(scheme, vessel), outlet: Math.max(...outlets.map(({ height }) => height), 0.5) }
}

const hose = { bore: 0.025, measured: undefined }

/**
 * A device of a family with the measures a careful installer would start from on this wall. Every one may be changed.
 *
 * Source: common practice, no published source.
 */
export function freshDevice(kind: Device['kind'], id: string, { drop, vessel, foot, outlet }: TrainPlace): Device {
  const rim = foot + vessel.body.rim
  const to = into(vessel.id)
  const above = Math.min(outlet - 0.3, foot + vessel.body.height + ABOVE_TOP)
  // Half-way down what is plain pipe now.
  const hung = drop.devices.filter(({ kind: each }) => each !== 'first-flush' && each !== 'carrying-pipe')
  const middle = (hung.reduce((at, each) => at - headSpentBy(each, 0, UNLAID), outlet) + rim) / 2
  switch (kind) {
    case 'neck':
      return { kind, id, across: 0.23, height: 0.285 }
    case 'adapter':
      return { kind, id, mouth: drop.bore, throat: drop.bore, height: 0.05, note: '' }
    case 'screen':
      return { kind, id, mesh: 0.001, height: 0.06, bore: Math.max(0.08, drop.bore) }
    case 'rain-head':
      return { kind, id, mesh: 0.0009, disc: 0.2, gap: 0.035, height: 0.2, bore: Math.max(drop.bore, 0.0779) }
    case 'filter':
      return { kind, id, mesh: 0.0005, passes: 0.9, height: 0.1 }
    case 'first-flush':
      return {
        kind,
        id,
        form: 'vertical',
        bore: 0.1036,
        length: 1,
        chambers: 1,
        branch: BRANCH_HEIGHT.vertical,
        ball: false,
        ballSize: 0.08,
        seat: 0.064,
        drain: { kind: 'hand-valve', emptied: 'each-rain' },
        drainsTo: ground('bed', 0.5),
      }
    case 'ring-trough': {
      const marks = cutMarks('rim-rule', rim)
      return {
        kind,
        id,
        mark: marks.upper,
        piece: marks.piece,
        lipBelowMark: marks.lipBelowMark,
        adapterAbove: 0,
        adapterBelow: 0,
        film: DEVICE_DEFAULTS['ring-trough'].film!,
        hose,
        to,
      }
    }
    case 'push-in':
      return { kind, id, height: rim - INLET_BELOW_RIM + 0.03, hole: 0.054, film: DEVICE_DEFAULTS['push-in'].film!, hose, to }
    case 'twist':
      return {
        kind,
        id,
        height: above,
        body: 0.3,
        lapTop: 0.025,
        lapBottom: 0.025,
        adapters: 0,
        hose: { bore: 0.0464, measured: undefined },
        to,
      }
    case 'flap':
      return {
        kind,
        id,
        height: above,
        body: 0.25,
        lapTop: 0.025,
        lapBottom: 0.025,
        adapters: 0,
        set: 'left',
        hose: { bore: 0.0464, measured: undefined },
        to,
      }
    case 'float-shut':
      return { kind, id, height: rim - 0.02, bore: Math.max(drop.bore, 0.0779), byPass: ground('drain', 0.5) }
    case 'tee':
      return { kind, id, height: middle, bore: drop.bore, spare: true }
    case 'carrying-pipe':
      return {
        kind,
        id,
        bore: 0.0779,
        measured: undefined,
        via: undefined,
        fall: 0.02,
        wet: false,
        lowPoint: rim,
        cleanOut: false,
        strapEvery: 1.2,
      }
    case 'wall-crossing':
      return { kind, id, thickness: 0.2, height: middle }
    case 'winter-shut-off':
      return { kind, id, height: middle, to: ground('lawn', 2) }
  }
}

/** Ids of every device in a scheme, so that a fresh one meets none. */
const allDevices = (scheme: Scheme) => scheme.drops.flatMap(({ devices }) => devices)

/** A port of a role, put in where the vessel has none. */
function inletOf(vessel: Vessel, role: 'inlet' | 'lid', at: number, bore: number) {
  const found = vessel.ports.find((each) => each.role === role)
  if (found) return found
  const made = port(freshId('in', vessel.ports), role, at, { bore, screened: role === 'lid' })
  vessel.ports.unshift(made)
  return made
}

/** An overflow with a route, below the lowest inlet by its own bore, where the vessel has none. */
function needOverflow(scheme: Scheme, vessel: Vessel, bore: number) {
  const inlets = vessel.ports
    .filter(({ role }) => role === 'inlet' || role === 'lid')
    .map(({ role, at, bore: own }) => (role === 'lid' ? at : at - own / 2))
  const at = Math.min(vessel.body.rim - OVERFLOW_BELOW_RIM, Math.min(...inlets) - bore - 0.005)
  if (!vessel.ports.some(({ role }) => role === 'overflow'))
    vessel.ports.push({ ...overflowPort(at, bore), id: freshId('over', vessel.ports) })
  const own = vessel.ports.find(({ role }) => role === 'overflow')!
  if (!scheme.overflows.some(({ from }) => from.vessel === vessel.id))
    scheme.overflows.push({
      ...overflow(freshId('over', scheme.overflows), vessel.id, ground('bed', 3), { bore: own.bore }),
      from: { vessel: vessel.id, port: own.id },
    })
}

const away = (drop: Drop): Drop['end'] => (endsOnGround(drop.end) ? drop.end : ground('drain', 0.3))

/** Leads a drop's water into the vessel by what its train now is: a hose, or the pipe's own end. */
function leadIn(scheme: Scheme, drop: Drop, vessel: Vessel, overflowBore: number) {
  const aside = drop.devices.find((device) => familyOf(device).leadsAside)
  if (aside && 'hose' in aside) {
    const from = spigotHeight(aside)
    const lid = vessel.ports.find(({ role }) => role === 'lid')
    // A hand diverter over an open lid may pour through it; a trough needs a hole at its own level.
    const entry =
      lid && familyOf(aside).attended ? lid : inletOf(vessel, 'inlet', vessel.body.rim - INLET_BELOW_RIM, Math.max(0.025, aside.hose.bore))
    if (aside.kind === 'ring-trough' || aside.kind === 'push-in') entry.at = Math.max(0.02, from - HOSE_FALL - footOf(scheme, vessel))
    aside.to = into(vessel.id, entry.id)
    drop.end = away(drop)
    if (!familyOf(aside).returnsSurplus) needOverflow(scheme, vessel, overflowBore)
    return
  }
  if (drop.end.kind === 'vessel') return
  const entry =
    vessel.ports.find(({ role }) => role === 'lid') ??
    inletOf(vessel, 'inlet', vessel.body.rim - INLET_BELOW_RIM, Math.max(drop.bore, 0.0779))
  drop.end = into(vessel.id, entry.id)
  if (!drop.devices.some((device) => familyOf(device).returnsSurplus)) needOverflow(scheme, vessel, overflowBore)
}

const DEFAULT_OVERFLOW = 0.0525

/** Kinds that by themselves decide how water comes to the vessel. */
const brings = (device: Pick<Device, 'kind'>) =>
  familyOf(device).leadsAside || device.kind === 'carrying-pipe' || device.kind === 'float-shut'

/**
 * Puts a device into a pipe where its family usually stands, and leads the water on as the train then asks.
 *
 * @param device without an id of its own; a copy of one the reader keeps, or a fresh one
 */
export function addDevice(scheme: Scheme, dropId: string, vesselId: string, device: Device): Scheme {
  return produce(scheme, (draft) => {
    const drop = dropOf(draft, dropId)
    const vessel = vesselOf(draft, vesselId)
    const fresh = { ...device, id: freshId(device.kind, allDevices(draft)) }
    if ('to' in fresh && fresh.kind !== 'winter-shut-off') fresh.to = into(vesselId)
    const rank = familyOf(fresh).rank
    const height = ownHeight(fresh)
    // What has no usual place goes by its height, or above what leads the water away.
    const before =
      rank !== undefined
        ? drop.devices.findIndex((each) => (familyOf(each).rank ?? -1) > rank)
        : height !== undefined
          ? drop.devices.findLastIndex((each) => (ownHeight(each) ?? Infinity) >= height) + 1
          : drop.devices.findIndex(brings)
    drop.devices.splice(before < 0 ? drop.devices.length : before, 0, fresh)
    if (brings(fresh)) leadIn(draft, drop, vessel, homeBore(draft, DEFAULT_OVERFLOW))
  })
}

/** Takes a device out; a pipe whose water it led aside then runs on to the ground. */
export function removeDevice(scheme: Scheme, dropId: string, deviceId: string): Scheme {
  return produce(scheme, (draft) => {
    const drop = dropOf(draft, dropId)
    drop.devices = drop.devices.filter(({ id }) => id !== deviceId)
  })
}

/** Takes everything out of a pipe: it runs to the ground as it did before anybody thought of a barrel. */
export function clearTrain(scheme: Scheme, dropId: string): Scheme {
  return produce(scheme, (draft) => {
    const drop = dropOf(draft, dropId)
    drop.devices = []
    drop.end = away(drop)
  })
}

/** Moves a device to another place in the train; whether the water can take it so is for the findings to say. */
export function moveDevice(scheme: Scheme, dropId: string, deviceId: string, to: number): Scheme {
  return produce(scheme, (draft) => {
    const { devices } = dropOf(draft, dropId)
    const from = devices.findIndex(({ id }) => id === deviceId)
    if (from < 0) throw new RangeError(`drop ${dropId} has no device ${deviceId}`)
    const [moved] = devices.splice(from, 1)
    devices.splice(Math.min(Math.max(0, to), devices.length), 0, moved!)
  })
}

/** The same parts in the order that the water can take. */
export function orderTrain(scheme: Scheme, dropId: string): Scheme {
  return produce(scheme, (draft) => {
    const drop = dropOf(draft, dropId)
    drop.devices = usualOrder(drop.devices)
  })
}

/** Changes one device by a recipe. @throws RangeError when the drop has none of that id and kind */
export function changeDevice<K extends Device['kind']>(
  scheme: Scheme,
  dropId: string,
  deviceId: string,
  kind: K,
  recipe: (device: DeviceOf<K>) => void,
): Scheme {
  return produce(scheme, (draft) => {
    const device = dropOf(draft, dropId).devices.find((each): each is DeviceOf<K> => each.id === deviceId && each.kind === kind)
    if (!device) throw new RangeError(`drop ${dropId} has no ${kind} ${deviceId}`)
    recipe(device)
  })
}

/** How a train as a whole ends in its vessel. */
export interface TrainPlan {
  devices: Device[]
  /** By a hose or by the pipe's own end; through the lid or a hole in the side. */
  entry: { role: 'inlet' | 'lid'; at: number; bore: number }
  lid: Vessel['lid']
  /** Bore of the overflow; 0 where the surplus stays in the pipe. */
  overflow: number
}

/** Takes out all but the neck and fits a whole train in one step, the vessel's holes with it. */
export function fitTrain(scheme: Scheme, dropId: string, vesselId: string, plan: TrainPlan): Scheme {
  const fitted = produce(scheme, (draft) => {
    const drop = dropOf(draft, dropId)
    const vessel = vesselOf(draft, vesselId)
    const necks = drop.devices.filter(({ kind }) => kind === 'neck')
    drop.devices = necks
    drop.end = away(drop)
    draft.overflows = draft.overflows.filter(({ from }) => from.vessel !== vesselId)
    // What another pipe or a neighbour is tied to stays.
    const tied = connectedPorts(draft, vesselId)
    vessel.ports = vessel.ports.filter(({ id, role }) => tied.has(id) || (role !== 'lid' && role !== 'inlet' && role !== 'overflow'))
    const { role, at, bore } = plan.entry
    const lid = role === 'lid' ? vessel.ports.find((each) => each.role === 'lid') : undefined
    if (lid) Object.assign(lid, { at, bore: Math.max(lid.bore, bore), screened: true })
    else vessel.ports.unshift(port(freshId('in', vessel.ports), role, at, { bore, screened: role === 'lid' }))
    // The same recipe may stand in another pipe already.
    const taken = [...allDevices(draft)]
    const parts = plan.devices.map((device): Device => {
      const own = { ...device, id: freshId(device.id, taken) }
      taken.push(own)
      return own
    })
    drop.devices = usualOrder([...necks, ...parts])
    vessel.lid = plan.lid
    if (plan.lid === 'screened' && !(vessel.lidMesh > 0 && vessel.lidMesh <= 0.001)) vessel.lidMesh = 0.0009
    leadIn(draft, drop, vessel, plan.overflow || homeBore(draft, DEFAULT_OVERFLOW))
    if (plan.overflow > 0) needOverflow(draft, vessel, plan.overflow)
  })
  return standsAtEnd(fitted, dropId, vesselId) ? fitted : followPlan(fitted, dropId)
}
