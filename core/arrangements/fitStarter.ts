import type { Demand, Device, Drop, Scheme, Target } from '../scheme'

/** How many downpipes of its own an arrangement is fed by. */
const fedDrops = (scheme: Scheme): Drop[] => {
  const fed = new Set(scheme.gutters.flatMap(({ outlets }) => outlets.map(({ drop }) => drop)))
  return scheme.drops.filter(({ id }) => fed.has(id))
}
export const dropsWanted = (arrangement: Scheme): number => fedDrops(arrangement).length
/** Whether a job's gutters have as many downpipes as an arrangement asks for. */
export const starterFits = (scheme: Scheme, arrangement: Scheme): boolean => fedDrops(scheme).length >= dropsWanted(arrangement)

/** Nothing of a pipe leads into a vessel that is no longer there. */
function letGo(drop: Drop): Drop {
  const leadsIn = (to: Target) => to.kind === 'vessel'
  return {
    ...drop,
    devices: drop.devices.filter(
      (device) => !('to' in device && leadsIn(device.to)) && device.kind !== 'first-flush' && device.kind !== 'float-shut',
    ),
    end: leadsIn(drop.end) ? { kind: 'ground', where: 'drain', wallDistance: 0.3 } : drop.end,
  }
}

/**
 * An arrangement on a job's own roof, gutters, rain and uses: its vessels, trains, overflows, taps and pumps take the place of
 * the scheme's; the pipes stay the job's own, the demands draw from the new taps.
 *
 * What the wall has no height for is for the findings to say.
 *
 * @throws RangeError when the gutters have fewer downpipes than it asks for
 */
export function fitStarter(scheme: Scheme, arrangement: Scheme): Scheme {
  if (!starterFits(scheme, arrangement)) throw new RangeError(`the arrangement asks for ${dropsWanted(arrangement)} downpipes`)
  const own = fedDrops(scheme)
  const theirs = fedDrops(arrangement)
  const named = new Map(theirs.map(({ id }, i) => [id, own[i]!.id]))
  const freeId = (id: string) => (scheme.drops.some((drop) => drop.id === id) ? `starter-${id}` : id)
  const dropId = (id: string) => named.get(id) ?? freeId(id)
  const placeId = (id: string) => (scheme.places.some((place) => place.id === id) ? `starter-${id}` : id)
  const to = (target: Target): Target => {
    if (target.kind === 'drop') return { ...target, drop: dropId(target.drop) }
    return target.kind === 'place' ? { ...target, place: placeId(target.place) } : target
  }
  const retargeted = (device: Device): Device => {
    const moved = { ...device, id: `starter-${device.id}` }
    if ('to' in moved) moved.to = to(moved.to)
    if (moved.kind === 'first-flush') moved.drainsTo = to(moved.drainsTo)
    if (moved.kind === 'float-shut') moved.byPass = to(moved.byPass)
    return moved
  }
  const fitted = own.map((drop, i): Drop => {
    const like = theirs[i]
    if (!like) return letGo(drop)
    const neck = drop.devices.find(({ kind }) => kind === 'neck')
    const devices = like.devices.map(retargeted)
    // The wall's own swan neck stays, or comes first where the arrangement has none.
    const train = neck ? [neck, ...devices.filter(({ kind }) => kind !== 'neck')] : devices
    return { ...drop, devices: train, end: to(like.end), marks: { ...drop.marks, measured: [] } }
  })
  const others = scheme.drops.filter((drop) => !own.includes(drop)).map(letGo)
  const more = arrangement.drops
    .filter((drop) => !theirs.includes(drop))
    .map((drop) => ({ ...drop, id: dropId(drop.id), devices: drop.devices.map(retargeted), end: to(drop.end) }))
  const [tap] = arrangement.taps
  const [pump] = arrangement.pumps
  const from: Demand['from'] | undefined = tap ? { kind: 'tap', tap: tap.id } : pump ? { kind: 'pump', pump: pump.id } : undefined
  const demands = from ? scheme.demands.map((demand) => ({ ...demand, from })) : []
  return {
    ...scheme,
    drops: [...fitted, ...others, ...more],
    stores: arrangement.stores,
    // Beds and drains are where they were: only what the arrangement leads to comes along.
    places: [...scheme.places, ...arrangement.places.map((place) => ({ ...place, id: placeId(place.id) }))],
    overflows: arrangement.overflows.map((route) => ({ ...route, to: to(route.to) })),
    taps: arrangement.taps,
    // A pump that served the arrangement's own demand serves the job's first one.
    pumps: arrangement.pumps.map((each) =>
      each.to.kind === 'demand'
        ? { ...each, to: demands[0] ? { kind: 'demand' as const, demand: demands[0].id } : { kind: 'house' as const, professional: true } }
        : each,
    ),
    demands,
    trial: { ...scheme.trial, opened: [] },
  }
}
