import type { Hole } from '#core/build'
import type { Vessel } from '#core/scheme'
import { length, type Quantity } from '#core/units/quantity'
import { masonry } from './hatches'
import { box, LEAST_TEXT, line, words, type Plate, type PlateMark } from './plate'

export interface VesselWords {
  title: string
  text(quantity: Quantity): string
  rim: string
  wallAtTwelve: string
  belowRim(at: Quantity): string
}

/** Room at the left for heights, mm. */
const LABELS = 38

/** Hour of a clock face with the wall at twelve, as an angle from straight up, radians. */
const angleOf = (clock: number) => ((clock % 12) / 12) * 2 * Math.PI

/**
 * A vessel with its holes: seen from the front with every centre measured from rim and foot, and from above as a clock face
 * with the wall at twelve.
 *
 * @param width of the plate, mm
 */
export function vesselPlate(vessel: Vessel, holes: readonly Hole[], width: number, say: VesselWords): Plate {
  const { body } = vessel
  // Where there is no room beside it, the view from above stands below the one from the front.
  const stacked = width < 130
  const front = { width: stacked ? width - LABELS - 16 : width * 0.34, height: 70 }
  const radius = stacked ? 17 : Math.min(22, width * 0.14)
  const height = front.height + 14 + (stacked ? 2 * radius + 26 : 0)
  const centre = stacked ? { x: width / 2, y: height - radius - 8 } : { x: width - radius - 12, y: height / 2 + 4 }
  const scale = Math.min(front.width / body.width, front.height / body.height)
  const left = LABELS
  const foot = front.height + 8
  const wide = body.width * scale
  const y = (above: number) => foot - above * scale
  // Seen by somebody who stands at six with the wall behind the vessel: three is at the right, as on the face beside it.
  const x = (clock: number) => left + wide / 2 + (Math.sin(angleOf(clock)) * wide) / 2.2
  const own = holes.filter(({ of }) => of.kind === 'vessel' && of.id === vessel.id)
  // Behind, when on the wall's half of the clock.
  const hidden = (clock: number) => clock > 9 || clock < 3
  let last = -Infinity
  const marked = own
    .toSorted((a, b) => b.above - a.above)
    .flatMap(({ above, belowRim, clock = 6, diameter, role, key }): PlateMark[] => {
      const number = String(own.findIndex((hole) => hole.key === key) + 1)
      const top = role === 'lid' || role === 'vent'
      const at = {
        x: role === 'lid' ? left + wide / 2 : role === 'vent' ? left + wide * 0.75 : x(clock),
        y: y(Math.min(above, body.height)),
      }
      const radius = Math.max(0.9, (diameter * scale) / 2)
      const place = Math.max(at.y, last + 7)
      last = belowRim === undefined ? place - 3 : place
      return [
        // An opening of the lid is seen from its edge.
        top
          ? box(at.x - radius, at.y - 0.7, 2 * radius, 1.4, 'cut', 'sheet')
          : { kind: 'circle', centre: at, radius, weight: hidden(clock) ? 'hidden' : 'cut', fill: hidden(clock) ? 'none' : 'sheet' },
        line([{ x: left - 3, y: place }, { x: left - 1, y: at.y }, at], 'faint'),
        { kind: 'circle', centre: { x: 3, y: place - 1 }, radius: 2.4, weight: 'fine' },
        words(3, place + 0.1, number, LEAST_TEXT, { anchor: 'middle', strong: true }),
        words(left - 4, place, say.text(length(above)), LEAST_TEXT, { anchor: 'end', strong: true }),
        ...(belowRim === undefined ? [] : [words(left - 4, place + 3.1, say.belowRim(length(belowRim)), LEAST_TEXT, { anchor: 'end' })]),
      ]
    })
  const round = !(body.kind === 'upright' && body.plan === 'box')
  const seen = planOutline(body, round, radius)
  const plan = own.flatMap(({ clock, role, key }): PlateMark[] => {
    if (clock === undefined || role === 'lid' || role === 'vent') return []
    const out = outlineAt(angleOf(clock), seen)
    const beyond = (by: number) => ({ x: centre.x + out.x + out.along.x * by, y: centre.y + out.y + out.along.y * by })
    const number = String(own.findIndex((hole) => hole.key === key) + 1)
    const far = beyond(4.4)
    return [
      { kind: 'circle', centre: beyond(0), radius: 1.2, weight: 'cut', fill: 'ink' },
      words(far.x, far.y + 1, number, LEAST_TEXT, { anchor: 'middle', strong: true }),
    ]
  })
  const wall = centre.y - seen.height - 10
  return {
    id: `vessel:${vessel.id}`,
    title: say.title,
    width,
    height,
    marks: [
      box(left, y(body.height), wide, body.height * scale, 'cut', 'sheet'),
      line(
        [
          { x: left - 2, y: y(body.rim) },
          { x: left + wide + 2, y: y(body.rim) },
        ],
        'hidden',
      ),
      line(
        [
          { x: left - 6, y: foot },
          { x: left + wide + 6, y: foot },
        ],
        'ground',
      ),
      words(left + wide + 3, y(body.rim) + 1, say.rim, LEAST_TEXT),
      ...marked,
      seen.round
        ? { kind: 'circle', centre, radius, weight: 'cut', fill: 'sheet' }
        : box(centre.x - seen.width, centre.y - seen.height, 2 * seen.width, 2 * seen.height, 'cut', 'sheet'),
      masonry({ x: centre.x - radius - 8, y: wall - 3, width: 2 * radius + 16, height: 3 }, 2),
      line(
        [
          { x: centre.x - radius - 8, y: wall },
          { x: centre.x + radius + 8, y: wall },
        ],
        'ground',
      ),
      words(centre.x, wall - 4.4, say.wallAtTwelve, LEAST_TEXT, { anchor: 'middle' }),
      words(centre.x, centre.y + 1, vessel.name, LEAST_TEXT, { anchor: 'middle', strong: true }),
      ...plan,
    ],
  }
}

interface Outline {
  round: boolean
  /** Half of what it measures along the wall and out from it, mm of paper. */
  width: number
  height: number
}

/** What a vessel looks like from above, its longer side as long as there is room. */
function planOutline(body: Vessel['body'], round: boolean, radius: number): Outline {
  const most = Math.max(body.width, body.depth)
  return round
    ? { round, width: radius, height: radius }
    : { round, width: (radius * body.width) / most, height: (radius * body.depth) / most }
}

/** Where an hour's direction meets the outline, from its middle, and that direction. */
function outlineAt(angle: number, { round, width, height }: Outline) {
  const along = { x: Math.sin(angle), y: -Math.cos(angle) }
  const reach = round ? width : Math.min(width / Math.max(1e-9, Math.abs(along.x)), height / Math.max(1e-9, Math.abs(along.y)))
  return { x: along.x * reach, y: along.y * reach, along }
}
