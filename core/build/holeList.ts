import { centreHeight, isOnTop } from '../layout'
import { cutterFor, holeFor, sideOf, type Cutter, type End, type HoleSize } from '../parts'
import type { WaterPath } from '../path'
import type { PortRole, Seal } from '../scheme'
import { portKey, usualSeal, type Assembly } from './assembly'
import type { PartsGround } from './ground'
import { drawnKey } from './part'

/** Saws wider than this want a corded drill and two hands: they catch and throw the arm, m. Common practice. */
const KICKS = 0.038

const kicks = (diameter: number) => diameter > KICKS && cutterFor(diameter) === 'hole-saw'

/** A caution that goes with a hole; message ids under `caution.`. */
export type HoleCaution = 'sawKicks' | 'sealantPoor' | 'contentsUnknown' | 'shavings' | 'cardWins'

/** One hole to make, with where it sits and what goes into it. */
export interface Hole {
  key: string
  /** What is drilled. */
  of: { kind: 'vessel' | 'device'; id: string; name: string }
  role: PortRole | 'funnel' | 'drain'
  /** How it is made tight; a lid's opening and a bleed are not. */
  seal?: Seal
  through?: Pick<End, 'type' | 'size'>
  /** Across, m; 0 where no fitting of that seal is made. */
  diameter: number
  cutter: Cutter
  tap: boolean
  source: HoleSize['source'] | 'own'
  /** Centre above the vessel's foot and below its rim, m; for a pipe above the paving. */
  above: number
  belowRim?: number
  /** Hour round the vessel with its own back at twelve, to the half hour; none on a lid. */
  clock?: number
  gasket: 'wet' | 'both' | 'none'
  cautions: HoleCaution[]
}

function vesselHoles({ scheme, vessels, layout }: WaterPath, { through }: Assembly, ground: PartsGround): Hole[] {
  const choices = new Map(scheme.build.holes.map((choice) => [choice.key, choice]))
  return [...vessels.values()].flatMap(({ vessel }) =>
    vessel.ports.flatMap((port): Hole[] => {
      const key = portKey(vessel.id, port.id)
      const own = port.role === 'outlet' && (vessel.family === 'tote' || vessel.stands === 'upside-down')
      // A tote's valve and a drum's bung are there already.
      if (own) return []
      const of = { kind: 'vessel' as const, id: vessel.id, name: vessel.name }
      const hour = layout.ports.get(`${vessel.id} ${port.id}`)?.hour
      // As near as an eye tells it on a round wall.
      const at = { above: centreHeight(0, port), ...(hour === undefined ? {} : { clock: Math.round(hour * 2) / 2 || 12 }) }
      const unknown: HoleCaution[] = vessel.held === 'unknown' || vessel.held === 'chemical' ? ['contentsUnknown'] : []
      if (isOnTop(port)) {
        const diameter = choices.get(key)?.diameter || port.bore
        return [
          {
            key,
            of,
            role: port.role,
            diameter,
            cutter: cutterFor(diameter),
            tap: false,
            source: choices.get(key)?.diameter ? 'own' : 'commonPractice',
            ...at,
            gasket: 'none',
            cautions: [...(kicks(diameter) ? (['sawKicks'] as const) : []), ...unknown],
          },
        ]
      }
      const goes = through.get(key)
      // Nothing is tied to it: a hole there would only let the water out.
      if (!goes) return []
      const seal = choices.get(key)?.seal ?? usualSeal(port.role, goes, ground.system)
      const size = holeFor(seal, goes, ground.system)
      const card = choices.get(key)?.diameter ?? 0
      const diameter = card > 0 ? card : (size?.diameter ?? 0)
      return [
        {
          key,
          of,
          role: port.role,
          seal,
          through: goes,
          diameter,
          cutter: card > 0 ? cutterFor(card) : (size?.cutter ?? cutterFor(port.bore)),
          tap: size?.tap ?? false,
          source: card > 0 ? 'own' : (size?.source ?? 'commonPractice'),
          ...at,
          belowRim: vessel.body.rim - at.above,
          gasket: sideOf(seal).gasket,
          cautions: [
            ...(kicks(diameter) ? (['sawKicks'] as const) : []),
            ...(seal === 'sealant' ? (['sealantPoor'] as const) : []),
            ...(card > 0 ? [] : (['cardWins'] as const)),
            ...unknown,
          ],
        },
      ]
    }),
  )
}

function pipeHoles({ scheme }: WaterPath): Hole[] {
  return scheme.drops.flatMap((drop) =>
    drop.devices.flatMap((device): Hole[] => {
      const hole = (role: Hole['role'], diameter: number, above: number): Hole => ({
        key: drawnKey({ kind: 'device', id: device.id }),
        of: { kind: 'device', id: device.id, name: drop.name },
        role,
        diameter,
        cutter: cutterFor(diameter),
        tap: false,
        source: 'own',
        above,
        gasket: 'none',
        cautions: kicks(diameter) ? ['sawKicks'] : [],
      })
      if (device.kind === 'push-in') return [hole('funnel', device.hole, device.height)]
      if (device.kind === 'first-flush' && device.drain.kind === 'hole') return [hole('drain', device.drain.bore, 0)]
      return []
    }),
  )
}

/** Every hole of a scheme: what it is cut with, how wide, where, from which side, and what to mind. */
export const holeList = (path: WaterPath, assembly: Assembly, ground: PartsGround): Hole[] => [
  ...vesselHoles(path, assembly, ground),
  ...pipeHoles(path),
]
