import type { AssessedLine } from '#core/assess'
import type { Station } from '#core/findings'
import { planRun } from '#core/roof'
import { groupScene, standScene, groupTop, groupWidth, type LinkScene, type VesselScene } from './groupScene'
import type { WaterPath } from '#core/path'
import type { Box, Point } from './shapes'
import { trainScene, type TrainScene } from './trainScene'

/** Where on the sheet the section may stand, px. */
export interface SceneFrame {
  /** Left edge of the section and of what is right of it. */
  left: number
  right: number
  top: number
  /** y of the paving; of the foot of what is sunk below it, where something is. */
  ground: number
  /** The paving stays where it is, whatever is sunk below it: several drawings stand on one line. */
  level?: boolean
}

/** The section in px, ready to draw. Every line of it is a part of the job. */
export interface Scene {
  /** px per metre. */
  scale: number
  ground: number
  wall: Box
  plinth: Box
  roof: { from: Point; to: Point; thickness: number }
  gutter: { centre: Point; width: number; depth: number; box: boolean }
  /** What hangs between gutter and vessel. */
  train: TrainScene
  pipe: { x: number; width: number; top: number; bottom: number }
  brackets: number[]
  /** Where the pipe ends in a shoe at the paving, px; 0 where its water goes into the vessel or the ground. */
  foot: number
  cut?: { upper: number; lower: number; lip: number; trough: Box; hose: Point[] }
  /** The vessel that this line leads to. */
  vessel: VesselScene
  /** It and, where the whole group is shown, all the others of its store. */
  group: VesselScene[]
  links: LinkScene[]
  full: number
  draw: number
  stand: VesselScene['stand']
  tap?: { at: Point; spout: Point }
  can?: Box
  overflow?: { at: Point; route: Point[] }
  /** Where each station's leader lands. */
  anchors: Record<Station, Point>
  y(height: number): number
}

/** A sealed lid's dome, px: 13 over the rim of a wide vessel, and no deeper than suits one drawn small. */
export const lidScale = ({ body }: Pick<VesselScene, 'body'>): number => Math.min(1, body.width / 90)
const DOME = 13
/** Top of a vessel as it is drawn, its lid with it: whatever stands over it stands over that. */
export const topOf = (vessel: Pick<VesselScene, 'body' | 'rim' | 'lid'>): number =>
  vessel.lid === 'sealed' ? Math.min(vessel.body.y, vessel.rim - DOME * lidScale(vessel)) : vessel.body.y

/** Stations at which the whole store is the matter. */
export const shownWhole = (station: Station): boolean => station === 'cask' || station === 'spill' || station === 'draw'
/** Wall and roof kept left of a whole group, px. */
export const GROUP_WALL = 60

/** px per metre, largest first. */
const SCALES = [320, 260, 200, 160, 125, 100, 90, 80, 71, 62.5, 50, 40, 31, 25]
const GAP = { hose: 0.21, lid: 0.2, can: 0.06, between: 0.02, riser: 0.12 }
const CAN_WIDTH = 0.23
const ABOVE_EAVE = 0.44

/** How far the pipe's middle stands off the wall, and how much of the wall a train takes to the side of it, m. */
function trainWidth({ line }: AssessedLine) {
  const { drop } = line.intake
  const { flush, carry, neck } = line
  const hopper = Math.max(0, ...drop.devices.map((device) => (device.kind === 'rain-head' ? device.disc : 0)))
  const chambers = flush ? (flush.chambers - 1) * (flush.bore + GAP.between) + flush.bore / 2 : 0
  const plain = neck ? 0 : 0.07
  return {
    toPipe: Math.max(drop.offWall + drop.outside / 2, plain, neck ? 0 : hopper / 2),
    beside: Math.max(chambers, drop.outside / 2, neck ? 0 : hopper / 2) + (carry?.wet ? GAP.riser : 0),
  }
}

/** How far the lowest of the vessels that are shown stands below the paving, m. */
function sunk({ line: { placed } }: AssessedLine, group?: WaterPath): number {
  const shown = group ? [...group.vessels.values()].filter(({ store }) => store.id === placed.store.id) : [placed]
  return Math.max(0, ...shown.map(({ foot, vessel }) => -Math.min(foot, vessel.base.ground)))
}

function extent(assessed: AssessedLine, group?: WaterPath) {
  const { placed, neck, tap, heights } = assessed.line
  const across = neck?.across ?? 0
  const { toPipe, beside: train } = trainWidth(assessed)
  const toVessel = toPipe + train + Math.max(GAP.hose, GAP.lid)
  const { id: storeId } = placed.store
  const beside = group ? groupWidth(group, storeId, placed.vessel.id) : Math.max(placed.vessel.body.width, placed.vessel.base.width)
  return {
    across,
    toPipe,
    toVessel,
    width: toVessel + beside + (tap ? GAP.can + CAN_WIDTH + 0.12 : 0.1),
    height: Math.max(heights.outlet, heights.top, group ? groupTop(group, storeId) : 0) + ABOVE_EAVE,
  }
}

/** The largest of the set scales at which a section fits the frame. */
export function fitScale(line: AssessedLine, frame: SceneFrame, wallRoom: number, group?: WaterPath): number {
  const { width, height } = extent(line, group)
  const below = frame.level ? 0 : sunk(line, group)
  const fits = (scale: number) =>
    (height + below) * scale <= frame.ground - frame.top && width * scale <= frame.right - frame.left - wallRoom
  return SCALES.find(fits) ?? SCALES.at(-1)!
}

/**
 * Lays a line out on the sheet, eave to ground, to one scale both ways.
 *
 * The butt truly stands beside the pipe; it is swung out into the plane of the section, as the caption says.
 *
 * @param wallRoom px kept left of the wall's face for wall and roof
 * @param scale px per metre; the largest that fits when left out
 * @param whole the path where all vessels of the store are to be shown, not only the one that this line leads to
 */
export function sceneOf(assessed: AssessedLine, frame: SceneFrame, wallRoom: number, scale?: number, whole?: WaterPath): Scene {
  const group = whole && assessed.line.placed.store.vessels.length > 1 ? whole : undefined
  const to = scale ?? fitScale(assessed, frame, wallRoom, group)
  const below = frame.level ? 0 : sunk(assessed, group) * to
  return computeLayout(assessed, { ...frame, ground: frame.ground - below }, wallRoom, to, group)
}

function computeLayout(assessed: AssessedLine, frame: SceneFrame, wallRoom: number, scale: number, whole: WaterPath | undefined): Scene {
  const { line } = assessed
  const { heights: h, placed, intake, tap, overflow } = line
  const px = (metres: number) => metres * scale
  const y = (height: number) => frame.ground - px(height)
  const { across, toPipe, toVessel } = extent(assessed)
  const wallX = frame.left + wallRoom
  const pipeWidth = Math.max(6, px(intake.drop.outside))
  const pipeX = wallX + Math.max(px(toPipe), pipeWidth / 2 + 2)
  const gutterWidth = Math.max(12, px(assessed.gutter.gutter.width))
  const gutterCentre = { x: pipeX + px(across), y: y(h.outlet) }
  const { vessel } = placed
  const { body } = vessel
  const bodyBox: Box = { x: wallX + px(toVessel), y: y(h.top), width: px(body.width), height: px(body.height) }
  const stand = standScene(vessel, bodyBox.x + bodyBox.width / 2, h.foot, { scale, y })
  const usableTop = Math.min(h.full, h.rim)
  const own: VesselScene = {
    id: vessel.id,
    name: vessel.name,
    body: bodyBox,
    round: !(body.kind === 'upright' && body.plan === 'box'),
    rim: y(h.rim),
    floor: y(h.floor),
    full: y(h.full),
    lid: vessel.lid,
    tote: vessel.family === 'tote',
    stand,
    water: { x: bodyBox.x + 2, y: y(usableTop), width: bodyBox.width - 4, height: Math.max(0, y(h.floor) - y(usableTop)) },
  }
  const all = whole ? groupScene(whole, placed.store.id, vessel.id, { left: bodyBox.x, scale, y }) : undefined
  const tapped = all?.vessels.find(({ id }) => id === tap?.vessel) ?? own
  const right = all?.right ?? Math.max(bodyBox.x + bodyBox.width, stand.box.x + stand.box.width)
  const cut = h.cut && {
    upper: y(h.cut.mark),
    lower: y(h.cut.lower),
    lip: y(h.cut.lip),
    trough: { x: pipeX - pipeWidth / 2 - 3, y: y(h.cut.lip) - 4, width: pipeWidth + 6, height: Math.max(14, px(0.095)) },
    hose: [
      { x: pipeX + pipeWidth / 2 + 3, y: y(h.cut.spigot) },
      { x: bodyBox.x, y: y(h.inlet) },
    ],
  }
  const lidX = bodyBox.x + Math.min(bodyBox.width / 2, px(0.16))
  const tapX = tapped.body.x + tapped.body.width
  // A tap between two vessels turns down at once; at the end of the row its can stands clear of the slab.
  const last = tapX >= right - px(0.3)
  const spoutX = last ? Math.max(tapX + px(0.09), right + px(0.02)) : tapX + px(0.06)
  const canBox = tap &&
    last &&
    h.tap && { x: spoutX - px(CAN_WIDTH) * 0.35, y: y(tap.can.height), width: px(CAN_WIDTH), height: px(tap.can.height) }
  const overX = bodyBox.x - px(0.09)
  const train = trainScene(line, {
    scale,
    ground: frame.ground,
    gutterX: gutterCentre.x,
    pipeX,
    pipeWidth,
    wall: { x: wallX - 24, y: 0, width: 24, height: 0 },
    vesselX: bodyBox.x,
    lidX,
    y,
  })
  const roofEnd = { x: gutterCentre.x + gutterWidth * 0.1, y: y(h.outlet) - px(0.075) }
  const { section } = assessed
  const slope = Math.tan((section.pitch * Math.PI) / 180)
  const run = Math.min(px(planRun(section)), roofEnd.x - frame.left - 6)
  const roofFrom = { x: roofEnd.x - run, y: Math.max(frame.top + 4, roofEnd.y - run * slope) }
  return {
    scale,
    ground: frame.ground,
    wall: {
      x: wallX - 24,
      y: Math.max(roofEnd.y, y(h.outlet) - px(0.1)),
      width: 24,
      height: frame.ground - Math.max(roofEnd.y, y(h.outlet) - px(0.1)),
    },
    plinth: { x: wallX - 42, y: frame.ground - Math.min(px(0.45), 90), width: 42, height: Math.min(px(0.45), 90) },
    roof: { from: roofFrom, to: roofEnd, thickness: 9 },
    gutter: {
      centre: gutterCentre,
      width: gutterWidth,
      depth: Math.max(8, px(assessed.gutter.gutter.depth)),
      box: assessed.gutter.gutter.profile !== 'half-round',
    },
    train,
    pipe: { x: pipeX, width: pipeWidth, top: y(h.neckFoot), bottom: train.end },
    brackets: intake.drop.brackets.map(y).filter((at) => at < Math.max(train.end, train.flush?.bottom ?? 0)),
    foot: !train.across && intake.drop.foot === 'shoe' ? y(0) - 8 : 0,
    ...(cut ? { cut } : {}),
    vessel: own,
    group: all?.vessels ?? [own],
    links: all?.links ?? [],
    full: y(h.full),
    draw: y(h.draw),
    stand: own.stand,
    ...(h.tap ? { tap: { at: { x: tapX, y: y(h.tap.centre) }, spout: { x: spoutX, y: y(h.tap.spout) } } } : {}),
    ...(canBox ? { can: canBox } : {}),
    ...(overflow && h.overflow !== undefined
      ? {
          overflow: {
            at: { x: bodyBox.x, y: y(h.overflow + overflow.bore / 2) },
            route: [
              { x: bodyBox.x, y: y(h.overflow + overflow.bore / 2) },
              { x: overX, y: y(h.overflow + overflow.bore / 2) + 3 },
              { x: overX, y: frame.ground - 3 },
            ],
          },
        }
      : {}),
    anchors: {
      sky: { x: frame.left + 34, y: frame.top + 16 },
      roof: { x: roofFrom.x + (roofEnd.x - roofFrom.x) * 0.25, y: roofFrom.y + (roofEnd.y - roofFrom.y) * 0.25 },
      gutter: { x: gutterCentre.x - gutterWidth / 2, y: gutterCentre.y - 2 },
      drop: { x: pipeX, y: y((h.neckFoot + Math.max(h.cut?.mark ?? h.pipeEnd ?? h.inlet, h.inlet)) / 2) },
      cask: { x: bodyBox.x, y: y((h.full + h.draw) / 2 + (h.full - h.draw) * 0.15) },
      spill:
        overflow && h.overflow !== undefined
          ? { x: overX, y: y(h.draw + (h.full - h.draw) * 0.3) }
          : { x: pipeX, y: y(h.draw + (h.full - h.draw) * 0.3) },
      draw: { x: bodyBox.x, y: y(h.draw) },
    },
    y,
  }
}
