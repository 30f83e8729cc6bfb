import { produce } from 'immer'
import { addVessel, setLinkBores, setOverflowBore, storeOfVessel, vesselOf } from '../edits'
import { addOverflow } from '../edits/schemeEdits'
import { buildWaterPath } from '../path/waterPath'
import { NAMED_BORES, STORE_BORES } from '../pipe/bores'
import { MESH_ACROSS } from '../pipe/screens'
import type { Storm } from '../rain'
import type { Scheme } from '../scheme'
import { runStorm, verdictOf, type Bottleneck, type WhatIf } from '../storm'
import type { UnitSystem } from '../units/quantity'
import { usableVolume } from '../vessel/usable'

/** One change that may do away with a bottleneck. */
export interface CureChange {
  /** Message id under `cure.`. */
  kind:
    | 'links'
    | 'overflow'
    | 'outlet'
    | 'pipe'
    | 'adapter'
    | 'valve'
    | 'gutter'
    | 'screen'
    | 'carry'
    | 'vent'
    | 'add-overflow'
    | 'guard'
    | 'vessel'
  /** New bore, disc or width, m; undefined where the change has no size. */
  size?: number
  /** Message id under `bore.` where the size is sold by a name. */
  key?: string
  scheme: Scheme
}

/** A change with what the same storm makes of it; m³. */
export interface Cure extends CureChange {
  /** As it stands now: nothing is changed. */
  present: boolean
  lost: number
  ledAway: number
  kept: number
  /** What all stores hold that can be used, by which a cure may cost something elsewhere. */
  usable: number
  /** The bottleneck that it was meant for is gone, and less is lost over edges, or more is kept than it costs over them. */
  cures: boolean
}

/** Less than this is no help and no harm, m³. */
const FELT = 5e-4

const OUTLET_BORES = [0.05, 0.063, 0.08, 0.1, 0.125, 0.15]
/** The next common gutters are about so much larger. Common practice. */
const LARGER_GUTTERS = [1.12, 1.34, 1.6]

const wider = <T extends { bore: number }>(bores: readonly T[], than: number): T[] => bores.filter(({ bore }) => bore > than * 1.001)
const some = <T>(list: readonly T[], most = 4): T[] => list.slice(0, most)

function trainChanges(scheme: Scheme, { place, id }: Bottleneck, system: UnitSystem): CureChange[] {
  const drop = scheme.drops.find(({ id: each, devices }) => each === id || devices.some((device) => device.id === id))
  if (!drop) return []
  const change = (kind: CureChange['kind'], size: number, recipe: (draft: Scheme) => void, key?: string): CureChange => ({
    kind,
    size,
    ...(key ? { key } : {}),
    scheme: produce(scheme, (draft) => void recipe(draft)),
  })
  const sold = NAMED_BORES.filter((each) => each.system === system)
  const at = (draft: Scheme) => draft.drops.find((each) => each.id === drop.id)!
  const device = drop.devices.find((each) => each.id === id)
  const inDraft = (draft: Scheme) => at(draft).devices.find((each) => each.id === id)!
  if (device?.kind === 'rain-head' && place === 'rain-head')
    return some(MESH_ACROSS.filter((across) => across > device.disc)).map((across) =>
      change('screen', across, (draft) => Object.assign(inDraft(draft), { disc: across })),
    )
  if (device?.kind === 'screen')
    return some(MESH_ACROSS.filter((across) => across > device.bore)).map((across) =>
      change('screen', across, (draft) => Object.assign(inDraft(draft), { bore: across })),
    )
  if (device?.kind === 'carrying-pipe' || device?.kind === 'float-shut' || (device?.kind === 'rain-head' && place === 'hopper'))
    return some(wider(sold, device.bore)).map(({ bore, key }) =>
      change(device.kind === 'float-shut' ? 'valve' : 'carry', bore, (draft) => Object.assign(inDraft(draft), { bore }), key),
    )
  // A wider pipe does nothing for what is narrower than the pipe as it is.
  if (device?.kind === 'adapter')
    return [
      change('adapter', drop.bore, (draft) =>
        Object.assign(inDraft(draft), { mouth: Math.max(device.mouth, drop.bore), throat: Math.max(device.throat, drop.bore) }),
      ),
    ]
  if (place === 'lid-screen' && drop.end.kind === 'vessel') {
    const { vessel, port } = drop.end
    const now = vesselOf(scheme, vessel).ports.find((each) => each.id === port)!
    return some(MESH_ACROSS.filter((across) => across > now.bore && across <= vesselOf(scheme, vessel).body.width)).map((across) =>
      change('screen', across, (draft) => {
        vesselOf(draft, vessel).ports.find((each) => each.id === port)!.bore = across
      }),
    )
  }
  return some(OUTLET_BORES.filter((bore) => bore > drop.bore)).map((bore) =>
    change('pipe', bore, (draft) => {
      const thicker = bore - drop.bore
      at(draft).bore = bore
      at(draft).outside += thicker
    }),
  )
}

/** Changes that may cure a bottleneck, smallest first. */
export function cureChanges(scheme: Scheme, bottleneck: Bottleneck, system: UnitSystem): CureChange[] {
  const { place, id } = bottleneck
  switch (place) {
    case 'link': {
      const store = scheme.stores.find(({ links }) => links.some((link) => link.id === id))
      const now = store?.links.find((link) => link.id === id)
      if (!store || !now) return []
      return some(wider(STORE_BORES[system], now.bore)).map(({ bore, key }) => ({
        kind: 'links',
        size: bore,
        key,
        scheme: setLinkBores(scheme, store.id, bore),
      }))
    }
    case 'overflow': {
      const route = scheme.overflows.find((each) => each.id === id)
      return some(wider(STORE_BORES[system], route?.bore ?? 1)).map(({ bore, key }) => ({
        kind: 'overflow',
        size: bore,
        key,
        scheme: setOverflowBore(scheme, id, bore),
      }))
    }
    case 'siphon':
      return [
        {
          kind: 'vent',
          scheme: produce(scheme, (draft) => {
            for (const route of draft.overflows) if (route.id === id) route.vented = true
          }),
        },
      ]
    case 'no-overflow':
      return [{ kind: 'add-overflow', scheme: addOverflow(scheme, id) }]
    case 'store': {
      const store = scheme.stores.find((each) => each.id === id)
      return store && store.vessels.length < 12
        ? [{ kind: 'vessel', scheme: addVessel(scheme, storeOfVessel(scheme, store.vessels[0]!.id).id) }]
        : []
    }
    case 'outlet': {
      const now = scheme.gutters.flatMap(({ outlets }) => outlets).find((each) => each.id === id)
      return some(OUTLET_BORES.filter((bore) => bore > (now?.bore ?? 1))).map((bore) => ({
        kind: 'outlet',
        size: bore,
        scheme: produce(scheme, (draft) => {
          for (const each of draft.gutters.flatMap(({ outlets }) => outlets)) if (each.id === id) each.bore = bore
        }),
      }))
    }
    case 'guard':
      return [
        {
          kind: 'guard',
          scheme: produce(scheme, (draft) => {
            for (const gutter of draft.gutters) if (gutter.id === id) gutter.guard = false
          }),
        },
      ]
    case 'gutter': {
      const now = scheme.gutters.find((each) => each.id === id)
      return now
        ? LARGER_GUTTERS.map((factor) => ({
            kind: 'gutter' as const,
            size: now.width * factor,
            scheme: produce(scheme, (draft) => {
              const gutter = draft.gutters.find((each) => each.id === id)!
              gutter.width *= factor
              gutter.depth *= factor
              gutter.sole *= factor
            }),
          }))
        : []
    }
    default:
      return trainChanges(scheme, bottleneck, system)
  }
}

/**
 * The same storm with one thing changed, smallest change first and the scheme as it stands before them all. Stops at the first
 * size that cures.
 */
export function cureStorm(
  scheme: Scheme,
  storm: Storm,
  bottleneck: Bottleneck,
  system: UnitSystem,
  whatIfs: readonly WhatIf[] = [],
): Cure[] {
  const tried = (change: CureChange, now: Cure | undefined): Cure => {
    const path = buildWaterPath(change.scheme)
    const { all, lost, ledAway, kept } = verdictOf(path, runStorm(path, storm, scheme.trial, { whatIfs })!)
    const gone = !all.some(({ place, id }) => place === bottleneck.place && id === bottleneck.id)
    // Less over the edges; or more kept than that costs over them.
    const helps = now !== undefined && (lost < now.lost - FELT || kept - now.kept > lost - now.lost + FELT)
    const usable = change.scheme.stores.reduce((sum, { id }) => sum + usableVolume(path, id).volume, 0)
    return { ...change, present: now === undefined, lost, ledAway, kept, usable, cures: gone && helps }
  }
  const changes = cureChanges(scheme, bottleneck, system)
  if (changes.length === 0) return []
  const now = tried({ kind: changes[0]!.kind, scheme }, undefined)
  const cures = [now]
  for (const change of changes) {
    cures.push(tried(change, now))
    if (cures.at(-1)!.cures) break
  }
  return cures
}
