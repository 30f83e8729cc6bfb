import type { SiteScene } from '~/drawing/siteScene'
import type { Point } from '~/drawing/shapes'
import { LEAST_TEXT, line, words, type Plate, type PlateMark } from './plate'

export interface SiteWords {
  title: string
  /** What the line at the back is: the wall from above, the paving from the yard. */
  ground: string
  /** A length that the scale bar shows, and how it is said. */
  bar: { metres: number; label: string }
}

/** Pixels of the scene to the millimetre of the plate: its least letters are 12 px then, as on the screen. */
export const SCENE_PX = 4
/** Room below for the scale, mm. */
const FOOT = 9

/**
 * The job from above or from the yard, as it is laid out, to the scale that its bar shows: the scene of the screen in the lines
 * of paper.
 */
export function sitePlate(scene: SiteScene, say: SiteWords): Plate {
  const at = ({ x, y }: Point): Point => ({ x: x / SCENE_PX, y: y / SCENE_PX })
  const all = (points: readonly Point[]) => points.map(at)
  const [width, height] = [scene.width / SCENE_PX, scene.height / SCENE_PX]
  const bar = (say.bar.metres * scene.scale) / SCENE_PX
  const ground = all(scene.ground)
  const marks: PlateMark[] = [
    ...scene.roofs.map((corners) => line(all(corners), 'hidden', { closed: true })),
    ...scene.eaves.map((eave) => line(all(eave), 'seen')),
    ...(scene.wall ? [line(all(scene.wall), 'cut')] : []),
    line(ground, 'ground'),
    words(ground[0]!.x, ground[0]!.y + (scene.aspect === 'plan' ? -1.2 : LEAST_TEXT + 1), say.ground),
    ...scene.pipes.map((pipe): PlateMark =>
      pipe.top
        ? line(all([pipe.top, pipe.at]), 'cut')
        : { kind: 'circle', centre: at(pipe.at), radius: Math.max(0.8, pipe.radius / SCENE_PX), weight: 'cut', fill: 'sheet' },
    ),
    ...scene.vessels.flatMap(({ base, round, outline, water, label, name, behind }): PlateMark[] => [
      ...base.map((layer) => line(all(layer), 'seen', { closed: true, fill: 'wash' })),
      round
        ? { kind: 'circle', centre: at(round), radius: round.radius / SCENE_PX, weight: 'cut', fill: 'sheet' }
        : line(all(outline), 'cut', { closed: true, fill: 'sheet' }),
      ...(water ? [line(all(water), 'faint', { closed: true, fill: 'wash' })] : []),
      ...(behind ? [] : [words(at(label).x, at(label).y + 1, name, LEAST_TEXT, { anchor: 'middle', strong: true })]),
    ]),
    ...scene.runs.map(({ points, kind }) => line(all(points), kind === 'overflow' ? 'pencil' : 'water')),
    ...scene.places.flatMap(({ at: point, name, label }): PlateMark[] => {
      const { x, y } = at(point)
      return [
        line(
          [
            { x: x - 1.3, y: y - 2.4 },
            { x, y },
            { x: x + 1.3, y: y - 2.4 },
          ],
          'seen',
          { closed: true, fill: 'sheet' },
        ),
        words(at(label).x, at(label).y, name, LEAST_TEXT, { anchor: 'middle' }),
      ]
    }),
    ...scene.holes.map((hole) => line(all([hole.at, hole.tip]), 'seen')),
    line(
      [
        { x: 6, y: height + 2 },
        { x: 6, y: height + 3.5 },
        { x: 6 + bar, y: height + 3.5 },
        { x: 6 + bar, y: height + 2 },
      ],
      'seen',
    ),
    words(6 + bar + 2, height + 4.2, say.bar.label),
  ]
  const paper = { width, height: height + FOOT }
  return { id: `site:${scene.aspect}`, title: say.title, ...paper, marks: marks.flatMap((mark) => onPaper(mark, paper)) }
}

/** A stretch of a line that lies on the paper; undefined where none does. Source: Liang and Barsky 1984, from memory. */
export function clipped(a: Point, b: Point, { width, height }: { width: number; height: number }): [Point, Point] | undefined {
  const [dx, dy] = [b.x - a.x, b.y - a.y]
  let [from, to] = [0, 1]
  for (const [p, q] of [
    [-dx, a.x],
    [dx, width - a.x],
    [-dy, a.y],
    [dy, height - a.y],
  ] as const) {
    if (p === 0 && q < 0) return undefined
    if (p === 0) continue
    const at = q / p
    if (p < 0) from = Math.max(from, at)
    else to = Math.min(to, at)
  }
  const on = (t: number): Point => ({ x: a.x + t * dx, y: a.y + t * dy })
  return from < to ? [on(from), on(to)] : undefined
}

/** What runs off the paper's edge is not drawn over its margin: a roof is longer than the plan of the butt under it. */
function onPaper(mark: PlateMark, paper: { width: number; height: number }): PlateMark[] {
  if (mark.kind === 'text') return mark.at.x >= 0 && mark.at.x <= paper.width ? [mark] : []
  if (mark.kind !== 'line' || (mark.fill && mark.fill !== 'none')) return [mark]
  const points = mark.closed ? [...mark.points, mark.points[0]!] : mark.points
  const lines = points.slice(1).flatMap((point, i) => {
    const kept = clipped(points[i]!, point, paper)
    return kept ? [kept] : []
  })
  return lines.length > 0 ? [{ kind: 'strokes', lines, weight: mark.weight }] : []
}
