import type { BaseKind } from '#core/scheme'
import type { AssessedLine } from '#core/assess'
import { drawnKey } from '#core/build'
import type { WaterPath } from '#core/path'
import { length, type Quantity } from '#core/units/quantity'
import { sceneOf, type Scene } from '~/drawing/scene'
import type { Box, Point } from '~/drawing/shapes'
import { courses, gravel, masonry, ripples, soil, timber } from './hatches'
import { box, CALLOUT, calloutRows, callouts, LEAST_TEXT, line, spread, words, type Plate, type PlateMark, type Target } from './plate'

/** Scene pixels to a millimetre of paper. */
const FINE = 4
const MARGIN = { callout: 8, heights: 24 }

const middle = ({ x, y, width, height }: Box): Point => ({ x: x + width / 2, y: y + height / 2 })
const halfway = (route: readonly Point[]): Point => {
  const [a, b] = [route[Math.floor((route.length - 1) / 2)]!, route[Math.ceil((route.length - 1) / 2)]!]
  return { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }
}

/** Where every drawn part of a line is to be pointed at, scene px, by its key. */
export function partPoints(assessed: AssessedLine, scene: Scene): Map<string, Point> {
  const { line: own, gutter } = assessed
  const { intake, overflow, tap, stretches } = own
  const points = new Map<string, Point>()
  const put = (kind: Parameters<typeof drawnKey>[0]['kind'], id: string, at: Point | undefined) =>
    at && points.set(drawnKey({ kind, id }), at)
  put('gutter', gutter.gutter.id, { x: scene.gutter.centre.x, y: scene.gutter.centre.y - scene.gutter.depth / 2 })
  put('outlet', own.outlet.id, scene.gutter.centre)
  put('drop', intake.drop.id, scene.anchors.drop)
  const { train } = scene
  for (const device of intake.drop.devices) {
    const stretch = stretches.find((each) => each.device === device.id)
    const at: Point | undefined =
      device.kind === 'neck'
        ? train.necks[0] && halfway(train.necks[0])
        : device.kind === 'ring-trough'
          ? scene.cut && middle(scene.cut.trough)
          : device.kind === 'first-flush'
            ? train.flush && middle(train.flush.tee)
            : device.kind === 'carrying-pipe'
              ? train.across && halfway(train.across.route)
              : device.kind === 'twist' || device.kind === 'flap'
                ? train.letIn && middle(train.letIn.body)
                : stretch && { x: scene.pipe.x, y: scene.y((stretch.from + stretch.to) / 2) }
    put('device', device.id, at)
    const hose = device.kind === 'ring-trough' ? scene.cut?.hose : train.hose
    if ('hose' in device && hose) points.set(`${drawnKey({ kind: 'device', id: device.id })}:hose`, halfway(hose))
  }
  for (const vessel of scene.group) {
    put('vessel', vessel.id, { x: vessel.body.x + vessel.body.width * 0.6, y: vessel.body.y + vessel.body.height * 0.3 })
    if (vessel.stand.box.height > 0) put('base', vessel.id, middle(vessel.stand.box))
  }
  for (const link of scene.links) put('link', link.id, link.middle)
  put('overflow', overflow?.id ?? '', overflow && scene.overflow ? scene.overflow.route[1] : undefined)
  put('tap', tap?.id ?? '', tap && scene.tap ? scene.tap.at : undefined)
  return points
}

/** Outlines of the section, scene px. */
function outlines(scene: Scene): PlateMark[] {
  const { train, ground } = scene
  const pipes = train.pipes.map(({ x, from, to }) => box(x - scene.pipe.width / 2, from, scene.pipe.width, to - from, 'seen', 'sheet'))
  const bowl = scene.gutter
  const rim = bowl.centre.y - bowl.depth
  const vessels = scene.group.flatMap(({ body, water, stand, full }): PlateMark[] => [
    ...stand.parts.map(({ box: part }) => box(part.x, part.y, part.width, part.height, 'seen', 'sheet')),
    box(water.x, water.y, water.width, water.height, 'clear', 'wash'),
    box(body.x, body.y, body.width, body.height, 'cut'),
    line(
      [
        { x: body.x, y: full },
        { x: body.x + body.width, y: full },
      ],
      'water',
    ),
  ])
  const route = (points: readonly Point[] | undefined, weight: 'seen' | 'water' = 'seen'): PlateMark[] =>
    points ? [line([...points], weight)] : []
  return [
    box(scene.wall.x, scene.wall.y, scene.wall.width, scene.wall.height, 'seen', 'sheet'),
    line([scene.roof.from, scene.roof.to], 'cut'),
    line(
      [
        { x: bowl.centre.x - bowl.width / 2, y: rim },
        { x: bowl.centre.x - bowl.width / 2, y: bowl.centre.y },
        { x: bowl.centre.x + bowl.width / 2, y: bowl.centre.y },
        { x: bowl.centre.x + bowl.width / 2, y: rim },
      ],
      'cut',
    ),
    ...pipes,
    ...train.necks.map((points) => line(points, 'cut')),
    ...train.screens.map(({ x, y, width, height }) => box(x, y, width, height, 'seen', 'sheet')),
    ...train.filters.map(({ x, y, width, height }) => box(x, y, width, height, 'seen', 'sheet')),
    ...train.adapters.map(({ x, top, bottom, upper, lower }) =>
      line(
        [
          { x: x - upper / 2, y: top },
          { x: x + upper / 2, y: top },
          { x: x + lower / 2, y: bottom },
          { x: x - lower / 2, y: bottom },
        ],
        'seen',
        { closed: true, fill: 'sheet' },
      ),
    ),
    ...train.rainHeads.map(({ x, middle: at, mesh, bottom, across, spout }) =>
      line(
        [
          { x: at - across / 2, y: mesh },
          { x: at + across / 2, y: mesh },
          { x: x + spout / 2, y: bottom },
          { x: x - spout / 2, y: bottom },
        ],
        'seen',
        { closed: true, fill: 'sheet' },
      ),
    ),
    ...(train.flush
      ? [
          ...train.flush.chambers.map(({ x, y, width, height }) => box(x, y, width, height, 'seen', 'wash')),
          box(train.flush.tee.x, train.flush.tee.y, train.flush.tee.width, train.flush.tee.height, 'cut', 'sheet'),
        ]
      : []),
    ...(train.letIn ? [box(train.letIn.body.x, train.letIn.body.y, train.letIn.body.width, train.letIn.body.height, 'cut', 'sheet')] : []),
    ...(scene.cut ? [box(scene.cut.trough.x, scene.cut.trough.y, scene.cut.trough.width, scene.cut.trough.height, 'cut', 'sheet')] : []),
    ...scene.brackets.map((y) =>
      line(
        [
          { x: scene.pipe.x - scene.pipe.width, y },
          { x: scene.pipe.x + scene.pipe.width / 2, y },
        ],
        'seen',
      ),
    ),
    ...vessels,
    ...route(train.across?.route, 'water'),
    ...route(scene.cut?.hose ?? train.hose, 'water'),
    ...scene.links.map(({ route: points }) => line([...points], 'cut')),
    ...route(scene.overflow?.route, 'water'),
    ...(scene.tap ? [line([scene.tap.at, { x: scene.tap.spout.x, y: scene.tap.at.y }, scene.tap.spout], 'cut')] : []),
    ...(scene.can ? [box(scene.can.x, scene.can.y, scene.can.width, scene.can.height, 'fine')] : []),
    line(
      [
        { x: 0, y: ground },
        { x: 1e5, y: ground },
      ],
      'ground',
    ),
  ]
}

/** What walls, bases, water and ground are made of, as strokes on paper. */
function materials({ wall, group, ground }: Scene, width: number): PlateMark[] {
  const paper = ({ x, y, width: across, height }: Box): Box => ({ x: x / FINE, y: y / FINE, width: across / FINE, height: height / FINE })
  const underfoot = ground / FINE
  return [
    masonry(paper(wall)),
    ...group.flatMap(({ water, stand }) => [
      ...(water.height > 4 ? [ripples(paper(water))] : []),
      ...stand.parts.filter(({ box: part }) => part.height > 4).map(({ kind, box: part }) => BASE_HATCH[kind](paper(part))),
    ]),
    soil(0, width, underfoot),
  ]
}
const BASE_HATCH: Record<BaseKind, (box: Box) => PlateMark> = {
  'gravel-pad': gravel,
  slab: masonry,
  deck: timber,
  blocks: courses,
  timber,
  frame: timber,
  // A moulded stand is a thin wall: its outline says it.
  stand: () => ({ kind: 'strokes', lines: [], weight: 'faint' }),
}

const onPaper = (mark: PlateMark, width: number): PlateMark => {
  const point = ({ x, y }: Point): Point => ({ x: Math.min(x / FINE, width), y: y / FINE })
  if (mark.kind === 'line') return { ...mark, points: mark.points.map(point) }
  if (mark.kind === 'strokes') return { ...mark, lines: mark.lines.map((points) => points.map(point)) }
  return mark.kind === 'circle' ? { ...mark, centre: point(mark.centre), radius: mark.radius / FINE } : { ...mark, at: point(mark.at) }
}

/** What the section needs said. */
export interface SectionWords {
  title: string
  text(quantity: Quantity): string
  /** Height names, by their ids under `build.height.`. */
  height(id: string): string
}

/**
 * The section of one line with the whole store, to scale, its heights at the left and a number at every part that is built.
 *
 * @param numbers of the parts by key; parts without one are drawn and not numbered
 * @param width of the plate, mm
 */
export function sectionPlate(
  assessed: AssessedLine,
  path: WaterPath,
  numbers: ReadonlyMap<string, number>,
  width: number,
  height: number,
  say: SectionWords,
): Plate {
  // A row of vessels is wider than it is high: its numbers stand above and below it.
  const several = assessed.line.placed.store.vessels.length > 1
  const foot = several ? 2 * MARGIN.callout : MARGIN.callout
  const frame = { left: MARGIN.heights * FINE, right: (width - MARGIN.callout * 2) * FINE, top: 6 * FINE, ground: (height - foot) * FINE }
  const tried = sceneOf(assessed, frame, 14 * FINE, undefined, path)
  // What the drawing leaves free above it is not paid for in paper, as long as the column of numbers has room.
  const counted = [...partPoints(assessed, tried).keys()].filter((key) => numbers.has(key)).length
  const column = several ? 0 : counted * CALLOUT.gap + 20
  const free = Math.min(tried.roof.from.y, ...tried.group.map(({ body }) => body.y)) - frame.top
  const spare = Math.max(0, Math.min(free, (height - column) * FINE))
  const scene = sceneOf(assessed, { ...frame, ground: frame.ground - spare }, 14 * FINE, tried.scale, path)
  const tall = height - spare / FINE
  const rightmost = Math.max(...scene.group.map(({ body }) => body.x + body.width), (scene.can?.x ?? 0) + (scene.can?.width ?? 0))
  const edge = Math.min(width - MARGIN.callout, rightmost / FINE + 14)
  const points = partPoints(assessed, scene)
  const targets = [...points].flatMap(([key, at]): Target[] => {
    const number = numbers.get(key)
    return number === undefined ? [] : [{ number: String(number), at: { x: at.x / FINE, y: at.y / FINE } }]
  })
  const lids = Math.min(...scene.group.map(({ body }) => body.y)) / FINE
  const tied = several
    ? calloutRows(targets, {
        above: Math.max(4, lids - 2 * MARGIN.callout),
        below: tall - MARGIN.callout / 2,
        left: (scene.pipe.x + scene.pipe.width) / FINE + 4,
        right: width - 4,
      })
    : callouts(targets, edge, 6, tall - 12)
  const h = assessed.line.heights
  const heights: [string, number | undefined][] = [
    ['outlet', h.outlet],
    ['upper', h.cut?.mark ?? h.letIn?.upper],
    ['lower', h.cut?.lower ?? h.letIn?.lower],
    ['branch', h.flush?.invert],
    ['inlet', h.inlet],
    ['full', h.full],
    ['tap', h.tap?.centre],
    ['foot', h.foot],
  ]
  const shown = heights.flatMap(([id, at]) => (at === undefined ? [] : [{ id, at, y: scene.y(at) / FINE }])).toSorted((a, b) => a.y - b.y)
  // Heights near the paving are pushed up from it, not down through it.
  const levels = spread(
    shown.map(({ y }) => y),
    4,
    scene.ground / FINE - 4,
    7,
  )
  const dims = shown.flatMap(({ id, at, y }, i): PlateMark[] => {
    const place = levels[i]!
    return [
      line(
        [
          { x: MARGIN.heights - 1, y: place },
          { x: MARGIN.heights + 2, y },
          { x: frame.left / FINE + 6, y },
        ],
        'faint',
      ),
      words(MARGIN.heights - 2, place - 0.2, say.text(length(at)), LEAST_TEXT, { anchor: 'end', strong: true }),
      words(MARGIN.heights - 2, place + 3, say.height(id), LEAST_TEXT, { anchor: 'end' }),
    ]
  })
  return {
    id: 'section',
    title: say.title,
    width,
    height: tall,
    places: Object.fromEntries([...points].map(([key, at]) => [key, { x: at.x / FINE, y: at.y / FINE }])),
    marks: [...outlines(scene).map((mark) => onPaper(mark, width)), ...materials(scene, width), ...dims, ...tied],
  }
}
