import { produce } from 'immer'
import { word } from '../figures/told'
import { placeVessel, spreadLink } from '../edits/storeEdits'
import { computeLayout, runKey, type Run } from '../layout'
import type { Scheme } from '../scheme'
import { length, span } from '../units/quantity'
import { amountOf, GEOMETRY, rule, type FindingOption, type PartIds } from './finding'

/** A tape along a pipe is right to this, m; less is no disagreement. Common practice. */
const TAPE = 0.02

interface Measured {
  kind: Run['kind']
  id: string
  measured: number | undefined
  /** Vessel that it is told at, and what of its way could give. */
  vessel: string
  drop?: string
}

/** Everything that carries a length off somebody's tape. */
function measuredRuns({ stores, overflows, drops }: Scheme): Measured[] {
  return [
    ...stores.flatMap(({ links }) => links.map(({ id, measured, to }) => ({ kind: 'link' as const, id, measured, vessel: to.vessel }))),
    ...overflows.map(({ id, measured, from }) => ({ kind: 'overflow' as const, id, measured, vessel: from.vessel })),
    ...drops.flatMap(({ id: drop, devices }) =>
      devices.flatMap((device) =>
        'hose' in device && device.to.kind === 'vessel'
          ? [{ kind: 'hose' as const, id: device.id, measured: device.hose.measured, vessel: device.to.vessel, drop }]
          : [],
      ),
    ),
  ]
}

function forget(scheme: Scheme, { port, device }: { port?: string; device?: string }): Scheme {
  return produce(scheme, (draft) => {
    for (const link of draft.stores.flatMap(({ links }) => links)) if (link.id === port) link.measured = undefined
    for (const route of draft.overflows) if (route.id === port) route.measured = undefined
    for (const each of draft.drops.flatMap(({ devices }) => devices))
      if (each.id === device && 'hose' in each) each.hose.measured = undefined
  })
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
    measuredRuns(path.scheme).map(({ kind, id, measured, vessel, drop }) => {
      const run = path.layout.runs.get(runKey(kind, id))
      if (measured === undefined || !run || Math.abs(measured - run.length) <= TAPE) return undefined
      const by = measured - run.length
      const route = path.scheme.overflows.find((each) => each.id === id)
      const options: FindingOption[] = [{ id: 'plan', fits: true, values: { laid: span(run.length) } }]
      const far = kind === 'overflow' && route?.to.kind === 'ground' ? route.to.wallDistance + by : undefined
      if (kind !== 'overflow') options.push({ id: 'vessel', fits: true, values: { by: length(by) } })
      else if (far !== undefined) options.push({ id: 'end', fits: far >= 0, values: { far: span(far) } })
      return {
        severity: 'goes-wrong' as const,
        station: kind === 'overflow' ? ('spill' as const) : kind === 'hose' ? ('drop' as const) : ('cask' as const),
        ids: (drop === undefined ? { vessel, port: id } : { vessel, drop, device: id }) as PartIds,
        values: { what: word(`run-${kind}`), measured: span(measured), laid: span(run.length) },
        options,
        source: GEOMETRY,
      }
    }),
  (scheme, { ids, options }, chosen) => {
    const way = options.find(({ id }) => id === chosen)
    if (way?.id === 'plan') return forget(scheme, ids)
    if (way?.id === 'vessel')
      return ids.device !== undefined && ids.drop !== undefined
        ? awayFromPipe(scheme, ids.vessel!, ids.drop, amountOf(way.values, 'by'))
        : spreadLink(scheme, ids.port!, amountOf(way.values, 'by'))
    if (way?.id === 'end')
      return produce(scheme, (draft) => {
        for (const { id, to } of draft.overflows) if (id === ids.port && to.kind === 'ground') to.wallDistance = amountOf(way.values, 'far')
      })
    return scheme
  },
)
