import { produce } from 'immer'
import { word } from '../figures/told'
import { endAway } from '../edits/spillEdits'
import { placeVessel, spreadLink } from '../edits/storeEdits'
import { computeLayout, laidCarry, overflowEnd, runKey, standsAtEnd, type Run } from '../layout'
import type { Scheme } from '../scheme'
import { length, span } from '../units/quantity'
import type { WaterPath } from '../path/waterPath'
import { amountOf, GEOMETRY, rule, STATION_OF_RUN, type FindingOption, type PartIds } from './finding'

/** A tape along a pipe is right to this, m; less is no disagreement. Common practice. */
const TAPE = 0.02

interface Measured {
  kind: Run['kind']
  id: string
  measured: number | undefined
  /** Vessel that it is told at, none where it leads to another pipe; and the pipe that it begins at. */
  vessel?: string
  drop?: string
}

/** Everything that carries a length off somebody's tape. */
function measuredRuns({ stores, overflows, drops, pumps }: Scheme): Measured[] {
  return [
    ...stores.flatMap(({ links }) => links.map(({ id, measured, to }) => ({ kind: 'link' as const, id, measured, vessel: to.vessel }))),
    ...overflows.map(({ id, measured, from }) => ({ kind: 'overflow' as const, id, measured, vessel: from.vessel })),
    ...pumps.map(({ id, line, from }) => ({ kind: 'pump' as const, id, measured: line.measured, vessel: from.vessel })),
    ...drops.flatMap(({ id: drop, devices, end }) =>
      devices.flatMap((device): Measured[] =>
        device.kind === 'carrying-pipe'
          ? [{ kind: 'carry', id: device.id, measured: device.measured, drop, ...(end.kind === 'vessel' ? { vessel: end.vessel } : {}) }]
          : 'hose' in device && device.to.kind === 'vessel'
            ? [{ kind: 'hose', id: device.id, measured: device.hose.measured, vessel: device.to.vessel, drop }]
            : [],
      ),
    ),
  ]
}

function forget(scheme: Scheme, { port, device }: { port?: string; device?: string }): Scheme {
  return produce(scheme, (draft) => {
    for (const link of draft.stores.flatMap(({ links }) => links)) if (link.id === port) link.measured = undefined
    for (const route of draft.overflows) if (route.id === port) route.measured = undefined
    for (const { id, line } of draft.pumps) if (id === port) line.measured = undefined
    for (const each of draft.drops.flatMap(({ devices }) => devices)) {
      if (each.id !== device) continue
      if ('hose' in each) each.hose.measured = undefined
      if (each.kind === 'carrying-pipe') each.measured = undefined
    }
  })
}

/** A vessel that stood wherever a pipe across ended has its place from now on. */
function heldInPlace(scheme: Scheme, { vessel, drop }: PartIds): Scheme {
  if (vessel === undefined || drop === undefined || !standsAtEnd(scheme, drop, vessel)) return scheme
  const { foot, turn } = computeLayout(scheme).vessels.get(vessel)!
  return placeVessel(scheme, vessel, { x: foot.x, y: foot.y, turn })
}

/** Length that the plan gives what somebody measured, m; undefined where the two agree. */
function otherLength({ scheme, layout }: WaterPath, { kind, id, measured }: Measured): number | undefined {
  const run = layout.runs.get(runKey(kind, id))
  if (measured === undefined || !run) return undefined
  const carry = scheme.drops.flatMap(({ devices }) => devices).find((device) => device.id === id && device.kind === 'carrying-pipe')
  const laid = carry?.kind === 'carrying-pipe' ? laidCarry(layout, carry).length : run.length
  return Math.abs(measured - laid) > TAPE ? laid : undefined
}

/** Moves a vessel straight away from the pipe that fills it, or towards it, m. */
function awayFromPipe(scheme: Scheme, vesselId: string, drop: string, by: number): Scheme {
  const { vessels, pipes } = computeLayout(scheme)
  const { foot, turn } = vessels.get(vesselId)!
  const axis = pipes.get(drop)?.axis
  if (!axis) return scheme
  const apart = Math.hypot(foot.x - axis.x, foot.y - axis.y)
  const way = apart > 1e-6 ? { x: (foot.x - axis.x) / apart, y: (foot.y - axis.y) / apart } : { x: 1, y: 0 }
  return placeVessel(scheme, vesselId, { x: foot.x + way.x * by, y: foot.y + way.y * by, turn })
}

/**
 * A length off a tape that is another than the plan gives: one of the two is wrong, and only somebody who stands there knows
 * which. All is reckoned by the plan until it is settled.
 */
export const measuredDiffers = rule(
  'measuredDiffers',
  ({ path }) =>
    measuredRuns(path.scheme).map((each) => {
      const { kind, id, measured, vessel, drop } = each
      const laid = otherLength(path, each)
      if (measured === undefined || laid === undefined) return undefined
      const by = measured - laid
      const route = path.scheme.overflows.find((one) => one.id === id)
      const options: FindingOption[] = [{ id: 'plan', fits: true, values: { laid: span(laid) } }]
      const end = kind === 'overflow' && route ? overflowEnd(path.scheme, path.layout, route) : undefined
      const far = end && end.wallDistance + by
      if (kind !== 'overflow' && kind !== 'pump' && vessel !== undefined)
        options.push({ id: 'vessel', fits: true, values: { by: length(by) } })
      else if (far !== undefined) options.push({ id: 'end', fits: far >= 0, values: { far: span(far) } })
      return {
        severity: 'goes-wrong' as const,
        station: STATION_OF_RUN[kind],
        ids: (drop === undefined ? { vessel, port: id } : { ...(vessel === undefined ? {} : { vessel }), drop, device: id }) as PartIds,
        values: { what: word(`run-${kind}`), measured: span(measured), laid: span(laid) },
        options,
        source: GEOMETRY,
      }
    }),
  (scheme, { ids, options }, chosen) => {
    const way = options.find(({ id }) => id === chosen)
    if (way?.id === 'plan') return forget(heldInPlace(scheme, ids), ids)
    if (way?.id === 'vessel')
      return ids.device !== undefined && ids.drop !== undefined
        ? awayFromPipe(scheme, ids.vessel!, ids.drop, amountOf(way.values, 'by'))
        : spreadLink(scheme, ids.port!, amountOf(way.values, 'by'))
    if (way?.id === 'end') return endAway(scheme, ids.port!, amountOf(way.values, 'far'))
    return scheme
  },
)
