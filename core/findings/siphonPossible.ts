import { produce } from 'immer'
import { breakHole, canSiphon, siphonEnds } from '../overflow/siphon'
import { laidOverflow } from '../layout'
import { length, volume } from '../units/quantity'
import { groupVolume } from '../vessel/groups'
import { volumeAt } from '../vessel/levelVolume'
import { COMMON_PRACTICE, rule } from './finding'

export const siphonPossible = rule(
  'siphonPossible',
  ({ path }) =>
    path.scheme.overflows.map((each) => {
      const route = laidOverflow(path.layout, each)
      const { vessel, foot, store } = path.vessels.get(route.from.vessel)!
      const intake = foot + vessel.ports.find(({ id }) => id === route.from.port)!.at
      if (!canSiphon(route, intake)) return undefined
      const [from, to] = [Math.max(intake, route.crest), siphonEnds(route, intake)]
      const shared = store.arrangement === 'linked-low' || store.arrangement === 'manifold'
      const held = (level: number) => (shared ? groupVolume(path, store.id, level) : volumeAt(vessel.body, level - foot))
      const taken = held(Math.max(from, to)) - held(to)
      if (taken <= 0.001) return undefined
      return {
        severity: 'goes-wrong',
        station: 'spill',
        ids: { vessel: vessel.id, port: route.from.port },
        at: route.crest,
        values: { taken: volume(taken), down: length(to), hole: length(breakHole(route.bore)) },
        source: COMMON_PRACTICE,
      }
    }),
  (scheme, { ids }) =>
    produce(scheme, (draft) => {
      for (const route of draft.overflows) if (route.from.vessel === ids.vessel && route.from.port === ids.port) route.vented = true
    }),
)
