import { centreHeight, isOnTop } from '../layout'
import { cutterFor, holeFor, LARGEST_SAW, sideOf, soldCutter, wantsHandInside, type Cutter, type End, type HoleSize } from '../parts'
import type { WaterPath } from '../path'
import type { PortRole, Seal } from '../scheme'
import { INCH } from '../units/constants'
import { handReaches, isMoulded } from '../vessel'
import { portKey, type Assembly } from './assembly'
import type { PartsInputs } from './partsInputs'
import { drawnKey } from './part'

/** Saws wider than this want a corded drill and two hands: they catch and throw the arm, m. Common practice. */
const KICKS = 0.038

const kicks = (diameter: number) => diameter > KICKS && cutterFor(diameter) === 'hole-saw'

/** A caution that goes with a hole; message ids under `caution.`. */
export type HoleCaution = 'outOfReach' | 'sawKicks' | 'sealantPoor' | 'contentsUnknown' | 'shavings' | 'cardWins'

/** One hole to make, with where it sits and what goes into it. */
export interface Hole {
  key: string
  /** What is drilled. */
  of: { kind: 'vessel' | 'device'; id: string; name: string }
  role: PortRole | 'funnel' | 'drain' | 'wayOn'
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
  /** How many of them there are: one in each of several chambers. */
  count: number
  /** Fitted from outside alone, or with a hand inside that holds the nut. */
  hand: 'outside' | 'inside'
  cautions: HoleCaution[]
}

function vesselHoles({ scheme, vessels, layout }: WaterPath, { through, sealed }: Assembly, inputs: PartsInputs): Hole[] {
  const choices = new Map(scheme.build.holes.map((choice) => [choice.key, choice]))
  return [...vessels.values()].flatMap(({ vessel }) =>
    vessel.ports.flatMap((port): Hole[] => {
      const key = portKey(vessel.id, port.id)
      if (isMoulded(vessel, port)) return []
      const of = { kind: 'vessel' as const, id: vessel.id, name: vessel.name }
      const hour = layout.ports.get(`${vessel.id} ${port.id}`)?.hour
      // As near as an eye tells it on a round wall.
      const at = { above: centreHeight(0, port), ...(hour === undefined ? {} : { clock: Math.round(hour * 2) / 2 || 12 }) }
      const unknown: HoleCaution[] = vessel.held === 'unknown' || vessel.held === 'chemical' ? ['contentsUnknown'] : []
      if (isOnTop(port)) {
        const card = choices.get(key)?.diameter
        // Cut round with a saw that is sold where there is one, else by hand along a line.
        const diameter = card || (port.bore <= LARGEST_SAW ? soldCutter(port.bore, inputs.system) : port.bore)
        return [
          {
            key,
            of,
            role: port.role,
            diameter,
            cutter: cutterFor(diameter),
            tap: false,
            source: card ? 'own' : 'commonPractice',
            ...at,
            gasket: 'none',
            count: 1,
            hand: 'outside',
            cautions: [...(kicks(diameter) ? (['sawKicks'] as const) : []), ...unknown],
          },
        ]
      }
      const goes = through.get(key)
      // Nothing is tied to it: a hole there would only let the water out.
      if (!goes) return []
      const reached = handReaches(vessel, port)
      const seal = sealed.get(key)!
      const size = holeFor(seal, goes, inputs.system)
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
          count: 1,
          hand: wantsHandInside(seal) ? 'inside' : 'outside',
          cautions: [
            ...(kicks(diameter) ? (['sawKicks'] as const) : []),
            ...(seal === 'sealant' ? (['sealantPoor'] as const) : []),
            ...(wantsHandInside(seal) && !reached ? (['outOfReach'] as const) : []),
            ...(card > 0 ? [] : (['cardWins'] as const)),
            ...unknown,
          ],
        },
      ]
    }),
  )
}

/** A dripper is pushed into its hole, m. Common practice; its card wins. */
const DRIPPER = { metric: 0.004, imperial: (5 / 32) * INCH } as const

/** Holes in pipes and in what is made of pipe: a funnel's, a chamber's drain through its cap, a first-flush tank's two. */
function pipeHoles({ scheme }: WaterPath, { joints }: Assembly, inputs: PartsInputs): Hole[] {
  return scheme.drops.flatMap((drop) =>
    drop.devices.flatMap((device): Hole[] => {
      const key = drawnKey({ kind: 'device', id: device.id })
      const hole = (role: Hole['role'], diameter: number, above: number, more: Partial<Hole> = {}): Hole => ({
        key: role === 'funnel' || role === 'drain' ? key : `${key}:${role}`,
        of: { kind: 'device', id: device.id, name: drop.name },
        role,
        diameter,
        cutter: cutterFor(diameter),
        tap: false,
        source: 'own',
        above,
        gasket: 'none',
        count: device.kind === 'first-flush' ? device.chambers : 1,
        hand: 'outside',
        cautions: kicks(diameter) ? ['sawKicks'] : [],
        ...more,
      })
      /** Through a wall of it, sealed as the joint there is. */
      const sealed = (part: string, role: Hole['role'], above: number): Hole[] => {
        const joint = joints.find(({ upper }) => upper.part === part && upper.end.type === 'wall')
        if (!joint) return []
        const seal = joint.upper.end.size as Seal
        const first = joint.placed[0]
        const goes = first ? first.fitting.ends[first.turned ? 0 : 1] : joint.lower.end
        const size = holeFor(seal, goes, inputs.system)
        return size
          ? [
              hole(role, size.diameter, above, {
                seal,
                through: { type: goes.type, size: goes.size },
                source: size.source,
                gasket: sideOf(seal).gasket,
                hand: wantsHandInside(seal) ? 'inside' : 'outside',
                cautions: [...(kicks(size.diameter) ? (['sawKicks'] as const) : []), 'cardWins'],
              }),
            ]
          : []
      }
      if (device.kind === 'push-in') return [hole('funnel', device.hole, device.height)]
      if (device.kind !== 'first-flush') return []
      if (device.form === 'tank') {
        return [...sealed(`${key}:wayOn`, 'wayOn', device.length - OVER_WAY), ...sealed(`${key}:foot`, 'drain', FOOT_DRAIN)]
      }
      if (device.drain.kind === 'hole') return [hole('drain', device.drain.bore, 0)]
      if (device.drain.kind === 'drip')
        return [hole('drain', DRIPPER[inputs.system], 0, { source: 'commonPractice', cautions: ['cardWins'] })]
      return sealed(`${key}:cap`, 'drain', 0)
    }),
  )
}
/** A first-flush tank's way on stays so far under its rim, and its drain so far over its floor, m. Common practice. */
const OVER_WAY = 0.12
const FOOT_DRAIN = 0.06

/** Every hole of a scheme: what it is cut with, how wide, where, from which side, and what to mind. */
export const holeList = (path: WaterPath, assembly: Assembly, inputs: PartsInputs): Hole[] => [
  ...vesselHoles(path, assembly, inputs),
  ...pipeHoles(path, assembly, inputs),
]
