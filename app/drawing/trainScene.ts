import { BEND_LEG, type SectionLine } from '#core/levels'
import { familyOf, ownHeight } from '#core/catch'
import type { Device } from '#core/scheme'
import type { Box, Point } from './shapes'

/** The train between gutter and vessel in px: every line of it a part with its true heights. */
export interface TrainScene {
  /** Plain upright pipe: centre and ends. */
  pipes: { x: number; from: number; to: number; dry: boolean }[]
  necks: Point[][]
  screens: Box[]
  adapters: { x: number; top: number; bottom: number; upper: number; lower: number }[]
  filters: Box[]
  /** The hopper's middle lies off the pipe's where the wall is in its way. */
  rainHeads: { x: number; middle: number; top: number; mesh: number; bottom: number; across: number; spout: number }[]
  flush?: {
    tee: Box
    chambers: Box[]
    bottom: number
    ball?: { x: number; y: number; radius: number; seat: number }
  }
  /** Pipe across to the vessel, dry or wet, or what leads over its lid. */
  across?: { route: Point[]; width: number; straps: Point[]; level?: number; cleanOut?: Point }
  /** A body let into the pipe and its hose. */
  letIn?: { upper: number; lower: number; body: Box; flap: boolean }
  funnel?: Point
  hose?: Point[]
  float?: { at: Point; radius: number; byPass: Point[] }
  tees: Point[]
  crossings: { at: Point; to: number }[]
  shutOffs: Point[]
  /** Devices with a height of their own, to be moved: their grips. */
  grips: { id: string; kind: Device['kind']; at: Point; height: number }[]
  /** Where the plain pipe ends when its water goes into the vessel. */
  end: number
}

export interface TrainFrame {
  scale: number
  ground: number
  gutterX: number
  pipeX: number
  pipeWidth: number
  wall: Box
  /** The vessel's near side, and where its lid is fed. */
  vesselX: number
  lidX: number
  y(height: number): number
}

/** Buried pipe is drawn this far under the paving at the most, px. */
const DEEPEST = 24
const STRAP_GAP = 1e-6
/** A pipe that rises beside the vessel stands this far off it, m: its overflow runs between. */
const RISER = 0.17

/** Points at even steps along a straight run. */
const along = (from: Point, to: Point, count: number): Point[] =>
  Array.from({ length: count }, (_, i) => {
    const part = (i + 0.5) / count
    return { x: from.x + (to.x - from.x) * part, y: from.y + (to.y - from.y) * part }
  })

/** Route from the train's last part into the vessel, where the pipe itself leads there. */
function acrossOf({ heights: h, carry, flush, intake, fed, over }: SectionLine, frame: TrainFrame): TrainScene['across'] {
  const { y, scale, pipeX, pipeWidth, vesselX, lidX, ground } = frame
  if (!fed || (intake.device && familyOf(intake.device).leadsAside)) return undefined
  const end: Point = h.pipeEnd !== undefined ? { x: lidX, y: y(h.pipeEnd) } : { x: vesselX, y: y(h.inlet) }
  const width = Math.max(5, (carry?.bore ?? intake.drop.bore) * scale)
  if (carry && h.carry) {
    const start = { x: pipeX, y: y(h.carry.from) }
    if (carry.wet) {
      const low = Math.min(ground + DEEPEST, y(carry.lowPoint))
      const riser = vesselX - Math.max(14, RISER * scale)
      const bottomRight = { x: riser, y: low }
      return {
        route: [
          start,
          { x: pipeX, y: low },
          bottomRight,
          { x: riser, y: y(h.carry.to) },
          ...(carry.down > 0 ? [{ x: end.x, y: y(h.carry.to) }] : []),
          end,
        ],
        width,
        straps: [],
        level: y(h.inlet),
        ...(carry.cleanOut ? { cleanOut: { x: pipeX, y: low } } : {}),
      }
    }
    const far = { x: end.x, y: y(h.carry.to) }
    const straps = Math.max(2, Math.ceil(carry.length / carry.strapEvery - STRAP_GAP) + 1)
    return {
      route: h.pipeEnd !== undefined ? [start, far, end] : [start, far],
      width,
      straps: along(start, far, Math.min(6, straps)),
    }
  }
  // From the branch straight across and down into the opening, as it is laid.
  if (flush && h.flush) {
    const from = y(h.flush.invert) - 3
    return { route: [{ x: pipeX, y: from }, { x: end.x, y: Math.min(from, end.y) }, end], width, straps: [] }
  }
  if (h.pipeEnd !== undefined) {
    // Two bends: the upper one where the old pipe is sawn off.
    const corner = h.pipeEnd + BEND_LEG
    const top = over && over.kind !== 'straight' ? corner + over.across / Math.tan((over.turn * Math.PI) / 180) : corner
    return { route: [{ x: pipeX, y: y(top) }, { x: lidX, y: y(corner) }, end], width: pipeWidth, straps: [] }
  }
  return { route: [{ x: pipeX, y: end.y - pipeWidth }, { x: pipeX, y: end.y }, end], width: pipeWidth, straps: [] }
}

function flushOf({ flush, heights: h }: SectionLine, { y, scale, pipeX, pipeWidth }: TrainFrame): TrainScene['flush'] {
  if (!flush || !h.flush) return undefined
  const width = Math.max(6, flush.bore * scale)
  const gap = Math.max(3, 0.02 * scale)
  const top = y(h.flush.invert)
  const height = Math.max(4, flush.length * scale)
  const chambers = Array.from({ length: flush.chambers }, (_, i) => ({ x: pipeX - width / 2 + i * (width + gap), y: top, width, height }))
  return {
    tee: {
      x: pipeX - Math.max(width, pipeWidth) / 2 - 2,
      y: y(h.flush.invert + flush.branch),
      width: Math.max(width, pipeWidth) + 4,
      height: flush.branch * scale,
    },
    chambers,
    bottom: top + height,
    ...(flush.ball
      ? {
          ball: {
            x: pipeX,
            y: top + Math.max(4, (flush.ballSize * scale) / 2) + 3,
            radius: Math.max(2.5, (flush.ballSize * scale) / 2),
            seat: (flush.seat * scale) / 2,
          },
        }
      : {}),
  }
}

/** Lays the train of one line out; see `sceneOf` for the frame it stands in. */
export function trainScene(line: SectionLine, frame: TrainFrame): TrainScene {
  const { scale, ground, gutterX, pipeX, pipeWidth, wall, vesselX, y } = frame
  const { heights: h, stretches, intake, fed } = line
  const { drop, device: aside } = intake
  const across = acrossOf(line, frame)
  const end = across ? across.route[0]!.y : y(0) - 8
  const scene: TrainScene = {
    pipes: [],
    necks: [],
    screens: [],
    adapters: [],
    filters: [],
    rainHeads: [],
    tees: [],
    crossings: [],
    shutOffs: [],
    grips: [],
    end,
  }
  const neckAt = drop.devices.findIndex(({ kind }) => kind === 'neck')
  const byId = new Map(drop.devices.map((device, i) => [device.id, { device, x: neckAt >= 0 && i < neckAt ? gutterX : pipeX }]))
  let x = neckAt >= 0 ? gutterX : pipeX
  for (const { item, device: id, from, to } of stretches) {
    const own = id === undefined ? undefined : byId.get(id)
    const top = y(from)
    const bottom = y(to)
    if (own) x = own.x
    if (item === 'free' || item === 'bracket') {
      if (bottom > top) scene.pipes.push({ x, from: top, to: Math.min(bottom, Math.max(top, end)), dry: false })
      continue
    }
    if (!own) continue
    const { device } = own
    switch (device.kind) {
      case 'neck':
        scene.necks.push([
          { x: gutterX, y: top },
          { x: gutterX, y: top + (bottom - top) * 0.2 },
          { x: pipeX, y: bottom - (bottom - top) * 0.15 },
          { x: pipeX, y: bottom },
        ])
        x = pipeX
        break
      case 'screen': {
        const width = Math.max(10, device.bore * scale)
        scene.screens.push({ x: x - width / 2, y: top, width, height: Math.max(6, bottom - top) })
        break
      }
      case 'adapter':
        scene.adapters.push({
          x,
          top,
          bottom,
          upper: Math.max(pipeWidth, device.mouth * scale) + 4,
          lower: Math.max(5, device.throat * scale) + 4,
        })
        break
      case 'filter':
        scene.filters.push({ x: x - pipeWidth, y: top, width: pipeWidth * 2, height: Math.max(8, bottom - top) })
        break
      case 'rain-head':
        scene.rainHeads.push({
          x,
          middle: Math.max(x, wall.x + wall.width + Math.max(18, device.disc * scale) / 2 + 2),
          top,
          mesh: top + device.gap * scale,
          bottom,
          across: Math.max(18, device.disc * scale),
          spout: Math.max(6, device.bore * scale),
        })
        break
      case 'wall-crossing':
        scene.crossings.push({ at: { x: pipeX, y: top }, to: wall.x })
        break
      case 'tee':
        scene.tees.push({ x, y: top })
        break
      case 'winter-shut-off':
        scene.shutOffs.push({ x, y: top })
        break
      case 'float-shut': {
        const radius = Math.max(4, (device.bore * scale) / 2)
        scene.float = {
          at: { x: pipeX, y: top },
          radius,
          byPass: [
            { x: pipeX, y: top - 6 },
            { x: pipeX - pipeWidth, y: top + 10 },
            { x: pipeX - pipeWidth, y: ground - 6 },
          ],
        }
        break
      }
      default:
        break
    }
  }
  // What stays of the pipe below a device that leads aside, or below one that nothing is led from yet.
  const lower = h.cut?.lower ?? h.letIn?.lower ?? (aside?.kind === 'push-in' ? aside.height : undefined)
  if (lower !== undefined) scene.pipes.push({ x: pipeX, from: y(lower), to: y(0) - 8, dry: true })
  else if (!fed) scene.pipes.push({ x: pipeX, from: y(stretches.at(-1)!.to), to: y(0) - 8, dry: false })
  const chamber = flushOf(line, frame)
  if (chamber) scene.flush = chamber
  if (across) scene.across = across
  if (h.letIn && aside && 'height' in aside) {
    scene.letIn = {
      upper: y(h.letIn.upper),
      lower: y(h.letIn.lower),
      body: {
        x: pipeX - pipeWidth / 2 - 3,
        y: y(h.letIn.upper),
        width: pipeWidth + 6,
        height: y(h.letIn.lower) - y(h.letIn.upper),
      },
      flap: aside.kind === 'flap',
    }
  }
  if (aside?.kind === 'push-in') scene.funnel = { x: pipeX, y: y(aside.height) }
  if (h.hoseFrom !== undefined && !h.cut)
    scene.hose = [
      { x: pipeX + pipeWidth / 2 + 3, y: y(h.hoseFrom) },
      { x: vesselX, y: y(h.inlet) },
    ]
  for (const device of drop.devices) {
    const height = ownHeight(device)
    if (height !== undefined && device.kind !== 'ring-trough')
      scene.grips.push({ id: device.id, kind: device.kind, at: { x: pipeX + pipeWidth / 2 + 4, y: y(height) }, height })
  }
  return scene
}
