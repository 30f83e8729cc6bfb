import { Colors, DxfWriter, LWPolylineFlags, point2d, point3d, TextHorizontalAlignment, Units } from '@tarikjabiri/dxf'
import type { Plate, PlateMark } from './plate'

/** What is cut or drilled, what is only looked at, and the words, each on a layer of its own. */
const LAYERS = { lines: Colors.White, holes: Colors.Red, notes: Colors.Blue } as const

const ALIGN = {
  start: TextHorizontalAlignment.Left,
  middle: TextHorizontalAlignment.Center,
  end: TextHorizontalAlignment.Right,
} as const

/**
 * A template as DXF, in millimetres, y upwards, from the foot of the page: for a plotter, a laser or whoever draws further.
 *
 * Source: AutoCAD DXF reference, by a kept writer.
 */
export function plateDxf({ marks, height }: Plate): string {
  const dxf = new DxfWriter()
  dxf.setUnits(Units.Millimeters)
  for (const [name, color] of Object.entries(LAYERS)) dxf.addLayer(name, color, 'CONTINUOUS')
  const up = (y: number) => height - y
  const draw = (mark: PlateMark) => {
    switch (mark.kind) {
      case 'circle':
        dxf.addCircle(point3d(mark.centre.x, up(mark.centre.y)), mark.radius, { layerName: mark.weight === 'fine' ? 'lines' : 'holes' })
        return
      case 'text':
        dxf.addText(point3d(mark.at.x, up(mark.at.y)), mark.size, mark.text, {
          layerName: 'notes',
          horizontalAlignment: ALIGN[mark.anchor],
          secondAlignmentPoint: point3d(mark.at.x, up(mark.at.y)),
        })
        return
      case 'line':
        dxf.addLWPolyline(
          mark.points.map(({ x, y }) => ({ point: point2d(x, up(y)) })),
          { layerName: 'lines', ...(mark.closed ? { flags: LWPolylineFlags.Closed } : {}) },
        )
        return
      case 'strokes':
        for (const line of mark.lines)
          dxf.addLWPolyline(
            line.map(({ x, y }) => ({ point: point2d(x, up(y)) })),
            { layerName: 'lines' },
          )
    }
  }
  marks.forEach(draw)
  return dxf.stringify()
}
