import { current, produce, type Draft } from 'immer'
import { carryingPipe, drop, ground, into, neck, outlet as makeOutlet, store, tap } from '../arrangements/parts'
import type { Drop, Gutter, Outlet, Scheme } from '../scheme'
import { removeUnledPipes } from './ledPipes'
import { freshId } from './schemeEdits'

const millimetres = (metres: number) => Math.round(metres * 1000) / 1000
/** A place on a gutter to the millimetre, held between its ends: a length of so many feet is no whole number of them. */
const placeOn = ({ length }: Pick<Gutter, 'length'>, at: number) => Math.min(length, Math.max(0, millimetres(at)))

function gutterOf(draft: Draft<Scheme>, id: string): Draft<Gutter> {
  const found = draft.gutters.find((gutter) => gutter.id === id)
  if (!found) throw new RangeError(`no gutter ${id}`)
  return found
}

function outletOf(draft: Draft<Scheme>, id: string): { gutter: Draft<Gutter>; outlet: Draft<Outlet> } {
  for (const gutter of draft.gutters) {
    const outlet = gutter.outlets.find((each) => each.id === id)
    if (outlet) return { gutter, outlet }
  }
  throw new RangeError(`no outlet ${id}`)
}

/** Moves an outlet along its gutter, held between its ends. */
export function moveOutlet(scheme: Scheme, outletId: string, at: number): Scheme {
  return produce(scheme, (draft) => {
    const { gutter, outlet } = outletOf(draft, outletId)
    outlet.at = placeOn(gutter, at)
  })
}

/** Moves one high point along its gutter, held between its ends. */
export function moveHighPoint(scheme: Scheme, gutterId: string, index: number, at: number): Scheme {
  return produce(scheme, (draft) => {
    const gutter = gutterOf(draft, gutterId)
    if (gutter.highPoints[index] === undefined) throw new RangeError(`gutter ${gutterId} has no high point ${index}`)
    gutter.highPoints[index] = placeOn(gutter, at)
  })
}

/** A high point more, or the last one away. */
export function setHighPoints(scheme: Scheme, gutterId: string, highPoints: readonly number[]): Scheme {
  return produce(scheme, (draft) => {
    const gutter = gutterOf(draft, gutterId)
    gutter.highPoints = highPoints.map((at) => placeOn(gutter, at)).sort((a, b) => a - b)
  })
}

/** One more outlet, with a downpipe of its own to the ground like the gutter's first. */
export function addOutlet(scheme: Scheme, gutterId: string, at: number, name: string): Scheme {
  return produce(scheme, (draft) => {
    const gutter = gutterOf(draft, gutterId)
    const like = gutter.outlets[0]!
    const pipe = draft.drops.find(({ id }) => id === like.drop)!
    const id = freshId('drop', draft.drops)
    draft.drops.push(
      drop(
        id,
        name,
        [
          neck(
            freshId(
              `${id}-neck`,
              draft.drops.flatMap(({ devices }) => devices),
            ),
          ),
        ],
        ground('drain', 0.3),
        { bore: pipe.bore, outside: pipe.outside, shape: pipe.shape, material: pipe.material },
      ),
    )
    gutter.outlets.push(
      makeOutlet(
        freshId(
          'outlet',
          draft.gutters.flatMap(({ outlets }) => outlets),
        ),
        placeOn(gutter, at),
        like.height,
        id,
        {
          bore: like.bore,
          strainer: like.strainer,
        },
      ),
    )
  })
}

function removeOutlets(draft: Draft<Scheme>, gutter: Draft<Gutter>, keep: (outlet: Outlet) => boolean) {
  gutter.outlets = gutter.outlets.filter(keep)
  removeUnledPipes(draft)
}

/** Closes an outlet, and takes its downpipe away when nothing else leads into it. A gutter keeps one. */
export function removeOutlet(scheme: Scheme, outletId: string): Scheme {
  return produce(scheme, (draft) => {
    const { gutter } = outletOf(draft, outletId)
    if (gutter.outlets.length > 1) removeOutlets(draft, gutter, ({ id }) => id !== outletId)
  })
}

/** Hangs the whole run to one outlet: no high point, the other holes closed with cover plates. */
export function slopeAllTo(scheme: Scheme, gutterId: string, outletId: string, fall: number): Scheme {
  return produce(scheme, (draft) => {
    const gutter = gutterOf(draft, gutterId)
    gutter.highPoints = []
    gutter.fall = fall
    removeOutlets(draft, gutter, ({ id }) => id === outletId)
  })
}

/** Pipes that a pipe's water goes on into, itself first. */
export function onwards(drops: readonly Drop[], id: string): string[] {
  const way = [id]
  for (let end = drops.find((each) => each.id === id)?.end; end?.kind === 'drop' && !way.includes(end.drop);) {
    const { drop: next } = end
    way.push(next)
    end = drops.find((each) => each.id === next)?.end
  }
  return way
}

/**
 * Leads the water of one outlet across to another's downpipe in a carrying pipe.
 *
 * @throws RangeError where the other pipe's water comes to this one
 */
export function carryAcross(scheme: Scheme, fromId: string, toId: string, fall: number): Scheme {
  return produce(scheme, (draft) => {
    const from = outletOf(draft, fromId).outlet
    const to = outletOf(draft, toId).outlet
    if (onwards(draft.drops, to.drop).includes(from.drop)) throw new RangeError(`the water of ${to.drop} runs into ${from.drop} already`)
    const pipe = draft.drops.find(({ id }) => id === from.drop)!
    const devices = draft.drops.flatMap((each) => each.devices)
    pipe.devices = [
      ...pipe.devices.filter(({ kind }) => kind === 'neck' || kind === 'screen'),
      carryingPipe(freshId('carry', devices), { fall, lowPoint: to.height }),
    ]
    pipe.end = { kind: 'drop', drop: to.drop }
  })
}

/** A vessel of its own, with tap and diverter like the one there is, under an outlet that ran to waste. */
export function collectAt(scheme: Scheme, outletId: string, likeDropId: string, name: string): Scheme {
  return produce(scheme, (draft) => {
    const { outlet } = outletOf(draft, outletId)
    const like = draft.drops.find(({ id }) => id === likeDropId)
    const pipe = draft.drops.find(({ id }) => id === outlet.drop)!
    const target = like && targetOf(like)
    const vessel = target && draft.stores.flatMap(({ vessels }) => vessels).find(({ id }) => id === target)
    if (!like || !vessel) throw new RangeError(`drop ${likeDropId} fills no vessel`)
    const vessels = draft.stores.flatMap((each) => each.vessels)
    const copyId = freshId(`${vessel.id}-2`, vessels)
    // On its own feet and at its own pipe, wherever the one it is like stands.
    const { on: _, place: __, ...copy } = current(vessel)
    draft.stores.push(store(freshId('store-2', draft.stores), name, [{ ...copy, id: copyId, name }]))
    const devices = draft.drops.flatMap((each) => each.devices)
    pipe.devices = like.devices.map((device) => {
      const moved = { ...device, id: freshId(device.id, [...devices, ...draft.drops.flatMap((each) => each.devices)]) }
      return 'to' in moved && moved.to.kind === 'vessel' ? { ...moved, to: into(copyId, moved.to.port) } : moved
    })
    pipe.end = like.end.kind === 'vessel' ? into(copyId, like.end.port) : { ...like.end }
    pipe.brackets = [...like.brackets]
    for (const route of draft.overflows.filter(({ from }) => from.vessel === vessel.id).slice(0, 1))
      draft.overflows.push({ ...route, id: freshId('over', draft.overflows), from: { ...route.from, vessel: copyId } })
    const own = draft.taps.find((each) => each.vessel === vessel.id)
    if (own)
      draft.taps.push(tap(freshId('tap', draft.taps), name, copyId, { ...own, id: freshId('tap', draft.taps), name, vessel: copyId }))
  })
}

function targetOf({ devices, end }: Drop): string | undefined {
  for (const device of devices) if ('to' in device && device.to.kind === 'vessel') return device.to.vessel
  return end.kind === 'vessel' ? end.vessel : undefined
}
