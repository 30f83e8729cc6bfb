import type { Hole } from '#core/build'
import type { Vessel } from '#core/scheme'
import { length, type Quantity } from '#core/units/quantity'
import { box, line, words, type Plate, type PlateMark } from './plate'

export interface VesselWords {
  title: string
  text(quantity: Quantity): string
  say(id: string): string
}

/** Hour of a clock face with the wall at twelve, as an angle from straight up, radians. */
const angleOf = (clock: number) => ((clock % 12) / 12) * 2 * Math.PI

/**
 * A vessel with its holes: seen from the front with every centre measured from rim and foot, and from above as a clock face
 * with the wall at twelve.
 *
 * @param width of the plate, mm
 */
export function vesselPlate(vessel: Vessel, holes: readonly Hole[], width: number, say: VesselWords): Plate {
  const height = 84
  const { body } = vessel
  const room = { width: width * 0.34, height: height - 14 }
  const scale = Math.min(room.width / body.width, room.height / body.height)
  const left = width * 0.2
  const foot = height - 6
  const wide = body.width * scale
  const y = (above: number) => foot - above * scale
  const x = (clock: number) => left + wide / 2 - (Math.sin(angleOf(clock)) * wide) / 2.2
  const own = holes.filter(({ of }) => of.kind === 'vessel' && of.id === vessel.id)
  // Behind, when on the wall's half of the clock.
  const hidden = (clock: number) => clock > 9 || clock < 3
  let last = -Infinity
  const front = own
    .toSorted((a, b) => b.above - a.above)
    .flatMap(({ above, belowRim, clock = 6, diameter, role, key }): PlateMark[] => {
      const number = String(own.findIndex((hole) => hole.key === key) + 1)
      const at = { x: role === 'lid' ? left + wide / 2 : x(clock), y: y(Math.min(above, body.height)) }
      const place = Math.max(at.y, last + 5.6)
      last = place
      return [
        {
          kind: 'circle',
          centre: at,
          radius: Math.max(0.9, (diameter * scale) / 2),
          weight: hidden(clock) ? 'hidden' : 'cut',
          fill: hidden(clock) ? 'none' : 'sheet',
        },
        line([{ x: left - 3, y: place }, { x: left - 1, y: at.y }, at], 'faint'),
        words(left - 4, place, `${number}  ${say.text(length(above))}`, 2.8, { anchor: 'end', strong: true }),
        ...(belowRim === undefined
          ? []
          : [words(left - 4, place + 2.5, say.say('build.belowRim').replace('{at}', say.text(length(belowRim))), 2.2, { anchor: 'end' })]),
      ]
    })
  const radius = Math.min(24, width * 0.14)
  const centre = { x: width * 0.78, y: height / 2 + 2 }
  const plan = own.flatMap(({ clock, role, key }): PlateMark[] => {
    if (clock === undefined || role === 'lid') return []
    const angle = angleOf(clock)
    const at = { x: centre.x + Math.sin(angle) * radius, y: centre.y - Math.cos(angle) * radius }
    const far = { x: centre.x + Math.sin(angle) * (radius + 6), y: centre.y - Math.cos(angle) * (radius + 6) + 1 }
    const number = String(own.findIndex((hole) => hole.key === key) + 1)
    return [
      { kind: 'circle', centre: at, radius: 1.2, weight: 'cut', fill: 'ink' },
      words(far.x, far.y, number, 3, { anchor: 'middle', strong: true }),
    ]
  })
  const round = !(body.kind === 'upright' && body.plan === 'box')
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
      words(left + wide + 3, y(body.rim) + 1, say.say('build.rim'), 2.4),
      ...front,
      round
        ? { kind: 'circle', centre, radius, weight: 'cut', fill: 'sheet' }
        : box(centre.x - radius, centre.y - radius, 2 * radius, 2 * radius, 'cut', 'sheet'),
      line(
        [
          { x: centre.x - radius - 8, y: centre.y - radius - 11 },
          { x: centre.x + radius + 8, y: centre.y - radius - 11 },
        ],
        'ground',
      ),
      words(centre.x, centre.y - radius - 12.5, say.say('build.wallAtTwelve'), 2.4, { anchor: 'middle' }),
      words(centre.x, centre.y + 1, vessel.name, 3, { anchor: 'middle', strong: true }),
      ...plan,
    ],
  }
}
