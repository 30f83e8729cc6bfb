import { endsOnGround } from '../layout'
import { boardRoom, longestRun } from '../gutter/boardRoom'
import { carryAcross, collectAt, onwards, setHighPoints, slopeAllTo } from '../edits'
import { outletShares, stretches } from '../gutter/outletShares'
import { buildWaterPath, type WaterPath } from '../path/waterPath'
import { eavesAlong, eaveSections, shareOver, type EaveSpan } from '../gutter/alongEave'
import { planArea } from '../roof/planArea'
import type { Gutter, Outlet, Scheme } from '../scheme'
import { area, fall as fallQuantity, length, span } from '../units/quantity'
import { isOver } from '../numeric/tolerance'
import { amountOf, COMMON_PRACTICE, rule, type FindingOption } from './finding'

/** Fall of a run that has none yet, and of a carrying pipe, m/m. Common practice. */
const USUAL_FALL = 0.005
const PIPE_FALL = 0.02
/** A run of one way keeps this much off the far outlet when the board is not measured, as a share of the gutter. */
const UNMEASURED = 0.75
/** A high point stays this far off the outlet that runs away, m: that one keeps a little of its own. */
const BESIDE_OUTLET = 0.3

/** A gutter of which one end is collected and another runs away. */
interface Frown {
  gutter: Gutter
  collecting: Outlet
  lost: Outlet
  spans: EaveSpan[]
}

/** Drops whose water comes to a store, by themselves or through another. */
function reaching(path: WaterPath): Set<string> {
  const found = new Set([...path.intakes.values()].flat().map(({ drop }) => drop.id))
  for (const { id } of path.scheme.drops) {
    for (let at: string | undefined = id; at !== undefined;) {
      if (found.has(at)) {
        found.add(id)
        break
      }
      const end = path.scheme.drops.find((drop) => drop.id === at)!.end
      at = end.kind === 'drop' ? end.drop : undefined
    }
  }
  return found
}

export function frowns(path: WaterPath): Frown[] {
  const drops = reaching(path)
  return path.scheme.gutters.flatMap((gutter) => {
    if (gutter.highPoints.length === 0) return []
    const parts = stretches(gutter)
    const collecting = parts.flatMap(({ outlets }) => outlets).find(({ drop }) => drops.has(drop))
    const lost = parts.find(({ outlets }) => outlets.length > 0 && outlets.every(({ drop }) => !drops.has(drop)))?.outlets[0]
    if (!collecting || !lost) return []
    return [{ gutter, collecting, lost, spans: eavesAlong(gutter, eaveSections(path.scheme, gutter.id)) }]
  })
}

const areaOver = (spans: readonly EaveSpan[], from: number, to: number) =>
  spans.reduce((sum, each) => sum + planArea(each.section) * shareOver(each, from, to), 0)

/** Where the high point goes so that the collecting side runs as far as its board allows. */
function farthestHighPoint({ gutter, collecting, lost }: Frown): number {
  const fall = gutter.fall || USUAL_FALL
  const most = gutter.board > 0 ? longestRun(gutter, fall) : UNMEASURED * gutter.length
  const towards = lost.at > collecting.at ? 1 : -1
  const reach = Math.min(most, Math.max(0, Math.abs(lost.at - collecting.at) - BESIDE_OUTLET))
  return Math.min(gutter.length, Math.max(0, collecting.at + towards * reach))
}

/** Roof of a gutter that comes to a store, m². */
function collected(path: WaterPath, gutterId: string): number {
  const drops = reaching(path)
  const gutter = path.scheme.gutters.find(({ id }) => id === gutterId)!
  const spans = eavesAlong(gutter, eaveSections(path.scheme, gutterId))
  return outletShares(gutter).reduce((sum, { outlet, from, to }) => (drops.has(outlet.drop) ? sum + areaOver(spans, from, to) : sum), 0)
}

/** Every way out with what it truly brings: each is done on a copy and looked at. */
function options(path: WaterPath, frown: Frown): FindingOption[] {
  return waysOut(path, frown).map((option) => ({
    ...option,
    values: {
      ...option.values,
      area: area(
        option.id === 'secondPoint' && !option.fits ? 0 : collected(buildWaterPath(mend(path.scheme, frown, option)), frown.gutter.id),
      ),
    },
  }))
}

function waysOut(path: WaterPath, frown: Frown): FindingOption[] {
  const { gutter, collecting, lost } = frown
  const fall = gutter.fall || USUAL_FALL
  const measured = gutter.board > 0
  const room = Math.max(0, boardRoom(gutter))
  const run = Math.max(collecting.at, gutter.length - collecting.at)
  const high = farthestHighPoint(frown)
  const [from, to] = [lost.drop, collecting.drop].map((id) => path.layout.pipes.get(id)!.axis)
  const between = Math.abs(from!.x - to!.x) + Math.abs(from!.y - to!.y)
  const intake = [...path.intakes.values()].flat().find(({ drop }) => drop.id === collecting.drop)
  const inlet = intake ? path.vessels.get(intake.vessel.id)!.foot + intake.port.at : 0
  return [
    {
      id: 'slopeAll',
      values: {
        needs: length(run * fall),
        room: length(room),
        fall: fallQuantity(fall),
        how: measured ? 'measured' : 'unmeasured',
      },
      fits: measured ? !isOver(run * fall, room) : undefined,
    },
    {
      id: 'moveHighPoint',
      values: { at: span(high) },
      fits: measured ? Math.abs(high - collecting.at) > Math.abs(nearestHigh(frown) - collecting.at) + 0.01 : undefined,
    },
    { id: 'secondPoint', values: { at: span(lost.at) }, fits: intake !== undefined },
    // Where the collecting pipe goes on into the lost one, the water cannot come back.
    ...(onwards(path.scheme.drops, collecting.drop).includes(lost.drop)
      ? []
      : [
          {
            id: 'carryAcross',
            values: { pipe: span(between), takes: length(between * PIPE_FALL) },
            fits: lost.height - between * PIPE_FALL >= inlet,
          },
        ]),
  ]
}

/** The high point next to the collecting outlet on the side of the lost one. */
function nearestHigh({ gutter, collecting, lost }: Frown): number {
  const between = gutter.highPoints.filter((at) => (at - collecting.at) * (at - lost.at) <= 0)
  return between.toSorted((a, b) => Math.abs(a - collecting.at) - Math.abs(b - collecting.at))[0] ?? gutter.highPoints[0]!
}

const amount = (option: FindingOption, name: string): number => (name in option.values ? amountOf(option.values, name) : 0)

function mend(scheme: Scheme, { gutter, collecting, lost }: Frown, option: FindingOption): Scheme {
  switch (option.id) {
    case 'slopeAll':
      return slopeAllTo(scheme, gutter.id, collecting.id, gutter.fall || USUAL_FALL)
    case 'moveHighPoint': {
      const near = nearestHigh({ gutter, collecting, lost, spans: [] })
      return setHighPoints(scheme, gutter.id, [...gutter.highPoints.filter((at) => at !== near), amount(option, 'at')])
    }
    case 'secondPoint':
      return collectAt(scheme, lost.id, collecting.drop, scheme.stores.at(-1)!.name)
    default:
      return carryAcross(scheme, lost.id, collecting.id, PIPE_FALL)
  }
}

export const frown = rule(
  'frown',
  ({ path }) =>
    frowns(path).map((each) => {
      const high = nearestHigh(each)
      const [from, to] = each.lost.at > each.collecting.at ? [0, high] : [high, each.gutter.length]
      return {
        severity: 'goes-wrong',
        station: 'gutter',
        ids: { gutter: each.gutter.id, outlet: each.lost.id },
        at: each.lost.height,
        values: {
          gutter: each.gutter.name,
          high: span(high),
          now: area(areaOver(each.spans, from, to)),
          whole: area(areaOver(each.spans, 0, each.gutter.length)),
          share: { kind: 'share', value: 1 - areaOver(each.spans, from, to) / Math.max(1e-9, areaOver(each.spans, 0, each.gutter.length)) },
        },
        options: options(path, each),
        source: COMMON_PRACTICE,
      }
    }),
  (scheme, finding, option) => {
    const gutter = scheme.gutters.find(({ id }) => id === finding.ids.gutter)
    const lost = gutter?.outlets.find(({ id }) => id === finding.ids.outlet)
    const chosen = finding.options.find(({ id }) => id === option)
    if (!gutter || !lost || !chosen) return scheme
    const collecting = collectingOutlet(scheme, gutter, lost)
    return collecting ? mend(scheme, { gutter, collecting, lost, spans: [] }, chosen) : scheme
  },
)

/** The first other outlet of the gutter whose pipe leads to a vessel. */
function collectingOutlet(scheme: Scheme, gutter: Gutter, lost: Outlet): Outlet | undefined {
  return gutter.outlets
    .toSorted((a, b) => a.at - b.at)
    .find(({ id, drop }) => {
      const pipe = scheme.drops.find((each) => each.id === drop)
      return (
        id !== lost.id &&
        pipe !== undefined &&
        (!endsOnGround(pipe.end) || pipe.devices.some((device) => 'to' in device && device.to.kind === 'vessel'))
      )
    })
}
