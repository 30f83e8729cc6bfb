import { baseHeight } from '../layout'
import { word } from '../figures/told'
import { produce } from 'immer'
import { ownHeight } from '../catch/families'
import { setStand } from '../edits/baseEdits'
import { chooseVessel, vesselOf } from '../edits/schemeEdits'
import { changeDevice } from '../edits/trainEdits'
import { headLedger, headLeft } from '../levels/headLedger'
import { sectionLines, type SectionLine } from '../levels/heights'
import { buildWaterPath } from '../path/waterPath'
import { BRANCH_HEIGHT, type Device, type Drop, type Scheme } from '../scheme'
import { fall, length, volume } from '../units/quantity'
import { CATALOGUE, fromCatalogue } from '../vessel/catalogue'
import { isOver, isUnder } from '../numeric/tolerance'
import { amountOf, GEOMETRY, rule, type FindingOption } from './finding'

/** A pipe across may fall this little, m/m; an inlet keeps this much over the draw-off, m. Common practice. */
const LEAST_FALL = 0.01
const INLET_OVER_DRAW = 0.2
/** Millimetres are as fine as anybody builds: what is gained is rounded up to them. */
const up = (metres: number) => Math.ceil(metres * 1000 - 1e-6) / 1000

const option = (id: string, fits: boolean, values: FindingOption['values']): FindingOption => ({ id, fits, values })

/**
 * The largest vessel of the catalogue that is lower by what is missing. Tried, since its holes do not come down by just as much as
 * its rim.
 */
function lowerVessel({ intake, placed: { vessel } }: SectionLine, short: number, scheme: Scheme) {
  const finds = (key: string) => {
    const line = sectionLines(buildWaterPath(chooseVessel(scheme, vessel.id, fromCatalogue(key)))).find(
      ({ intake: { drop, vessel: fed } }) => drop.id === intake.drop.id && fed.id === intake.vessel.id,
    )
    return line !== undefined && !isUnder(headLeft(headLedger(line)), 0)
  }
  return CATALOGUE.filter(({ body, nominal }) => body.rim <= vessel.body.rim - short && nominal < vessel.nominal)
    .toSorted((a, b) => b.nominal - a.nominal)
    .find(({ key }) => finds(key))
}

/** A part on the way that stands at a height of its own and is in the way of what hangs above it. */
function partInTheWay({ stretches, intake }: SectionLine): Device | undefined {
  const at = stretches.findIndex(({ item, from, to }) => item === 'free' && isUnder(from, to))
  if (at < 0) return undefined
  for (const { item, device, from, to } of stretches.slice(at + 1)) {
    // Below a stretch of plain pipe nothing is to blame for what is missing above it.
    if (item === 'free' && isOver(from, to)) return undefined
    const part = intake.drop.devices.find(({ id }) => id === device)
    if (part && ownHeight(part) !== undefined) return part.id === intake.device?.id ? undefined : part
  }
  return undefined
}

/** Every way to find the height that is missing; those that find all of it fit. */
function waysOut(line: SectionLine, short: number, scheme: Scheme): FindingOption[] {
  const inTheWay = partInTheWay(line)
  // Nothing below it is to blame: only the part itself can go down.
  if (inTheWay) {
    const height = ownHeight(inTheWay)! - short
    return height > 0 ? [option('lowerDevice', height > line.heights.inlet, { part: word(inTheWay.kind), height: length(height) })] : []
  }
  const { intake, placed, heights, flush, carry, trough } = line
  const { vessel, port, device } = intake
  const stand = baseHeight(vessel.base) - short
  const ways = [option('lowerBase', stand >= 0, { stand: length(Math.max(0, stand)), by: length(short) })]
  if (device && 'height' in device) {
    const height = device.height - short
    if (height > 0) ways.push(option('lowerDevice', height > heights.inlet, { part: word(device.kind), height: length(height) }))
  }
  if (flush && flush.branch > BRANCH_HEIGHT['in-line']) {
    const saves = flush.branch - BRANCH_HEIGHT['in-line']
    ways.push(option('inLineTee', !isUnder(saves, short), { saves: length(saves) }))
  }
  if (!trough && !(device && 'height' in device)) {
    const at = heights.inlet - short - (port.role === 'lid' ? 0.06 : 0)
    // Lower than where water is drawn there is nothing to let it in for.
    if (at > heights.draw)
      ways.push(option('lowerInlet', at >= heights.draw + INLET_OVER_DRAW, { inlet: length(at), at: length(at - placed.foot) }))
  }
  if (carry && !carry.wet && carry.fall > LEAST_FALL) {
    const flatter = Math.max(LEAST_FALL, Math.floor((carry.fall - short / carry.length) * 1e4) / 1e4)
    ways.push(
      option('flatterFall', !isUnder((carry.fall - flatter) * carry.length, short), {
        fall: fall(flatter),
        saves: length((carry.fall - flatter) * carry.length),
      }),
    )
  }
  const smaller = lowerVessel(line, short, scheme)
  if (smaller) ways.push(option('smallerVessel', true, { key: smaller.key, part: word(smaller.family), holds: volume(smaller.nominal) }))
  return ways
}

const dropIn = (scheme: Scheme, id: string | undefined): Drop | undefined => scheme.drops.find((drop) => drop.id === id)

/** Trough and vessel go down together, so that the butt still fills to its rim. */
function lowerBase(scheme: Scheme, dropId: string, vesselId: string, stand: number): Scheme {
  const by = baseHeight(vesselOf(scheme, vesselId).base) - stand
  return produce(setStand(scheme, vesselId, stand), (draft) => {
    for (const device of dropIn(draft, dropId)?.devices ?? [])
      if (device.kind === 'ring-trough') device.mark = Math.max(0, device.mark - by)
  })
}

/** The pipe comes in through the side, lower down; overflow and its route go down with it. */
function lowerInlet(scheme: Scheme, dropId: string, vesselId: string, at: number): Scheme {
  return produce(scheme, (draft) => {
    const vessel = vesselOf(draft, vesselId)
    const to = dropIn(draft, dropId)!.end
    const port = vessel.ports.find(({ id, role }) => (to.kind === 'vessel' ? id === to.port : role === 'inlet' || role === 'lid'))
    if (!port) return
    if (port.role === 'lid') Object.assign(port, { role: 'inlet', bore: Math.min(port.bore, 0.1023), screened: false })
    port.at = at
    for (const each of vessel.ports)
      if (each.role === 'overflow') each.at = Math.min(each.at, Math.max(0, at - port.bore / 2 - each.bore - 0.005))
  })
}

export const headShort = rule(
  'headShort',
  ({ lines, path: { scheme } }) =>
    lines.map((line) => {
      const left = headLeft(headLedger(line))
      if (!isUnder(left, 0)) return undefined
      const short = up(-left)
      const movable = partInTheWay(line) ?? line.intake.device
      return {
        severity: 'stops',
        station: 'drop',
        ids: { drop: line.intake.drop.id, vessel: line.intake.vessel.id, ...(movable ? { device: movable.id } : {}) },
        at: line.heights.neckFoot,
        values: { short: length(short) },
        options: waysOut(line, short, scheme),
        source: GEOMETRY,
      }
    }),
  (scheme, { ids, options }, chosen) => {
    const way = options.find(({ id }) => id === chosen)
    if (!way) return scheme
    const amount = (name: string) => amountOf(way.values, name)
    switch (way.id) {
      case 'lowerBase':
        return lowerBase(scheme, ids.drop!, ids.vessel!, amount('stand'))
      case 'lowerDevice':
        return produce(scheme, (draft) => {
          const device = dropIn(draft, ids.drop)?.devices.find(({ id }) => id === ids.device)
          if (device && 'height' in device) device.height = amount('height')
        })
      case 'inLineTee':
        return produce(scheme, (draft) => {
          for (const device of dropIn(draft, ids.drop)?.devices ?? [])
            if (device.kind === 'first-flush') Object.assign(device, { form: 'in-line', branch: BRANCH_HEIGHT['in-line'], ball: false })
        })
      case 'lowerInlet':
        return lowerInlet(scheme, ids.drop!, ids.vessel!, amount('at'))
      case 'flatterFall': {
        const carry = dropIn(scheme, ids.drop)?.devices.find(({ kind }) => kind === 'carrying-pipe')
        return carry ? changeDevice(scheme, ids.drop!, carry.id, 'carrying-pipe', (pipe) => (pipe.fall = amount('fall'))) : scheme
      }
      default:
        return chooseVessel(scheme, ids.vessel!, fromCatalogue(String(way.values.key)))
    }
  },
)
