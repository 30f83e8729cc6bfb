import { CategoryScale, Chart, Filler, LinearScale, LineController, LineElement, PointElement, type Plugin } from 'chart.js'

Chart.register(CategoryScale, Filler, LinearScale, LineController, LineElement, PointElement)

/** The drawing's colours, read from the page so that charts follow light, dark and yard. */
export function inkOf(element: Element) {
  const style = getComputedStyle(element)
  const of = (name: string) => style.getPropertyValue(`--${name}`).trim()
  return {
    ink: of('ink'),
    quiet: of('ink-3'),
    hair: of('hair'),
    water: of('water'),
    wash: of('water-wash'),
    pencil: of('pencil'),
    sheet: of('sheet'),
  }
}
export type Ink = ReturnType<typeof inkOf>

/** Level ripples on a wash: water, as the section draws it. */
export function ripple(ink: Ink): CanvasPattern | string {
  const tile = document.createElement('canvas')
  tile.width = 26
  tile.height = 12
  const pen = tile.getContext('2d')
  if (!pen) return ink.wash
  pen.fillStyle = ink.wash
  pen.fillRect(0, 0, 26, 12)
  pen.strokeStyle = ink.water
  pen.lineWidth = 1
  pen.stroke(new Path2D('M1 3h4.5q2-2.4 4 0h3.500M14 9h4q2-2.4 4 0h3'))
  return pen.createPattern(tile, 'repeat') ?? ink.wash
}

export const FONT = { family: 'Atkinson Next', size: 12 }

/** Upright lines with a name on top, for volumes to set beside the curve. */
export interface Marker {
  at: number
  label: string
  solid: boolean
}

export function markerPlugin(markers: () => readonly Marker[], ink: () => Ink): Plugin<'line'> {
  return {
    id: 'markers',
    afterDatasetsDraw(chart) {
      const { ctx, chartArea, scales } = chart
      const axis = scales.x
      if (!axis) return
      ctx.save()
      ctx.font = `700 12px ${FONT.family}`
      ctx.textAlign = 'center'
      for (const { at, label, solid } of markers()) {
        if (at > (axis.max ?? Infinity)) continue
        const x = axis.getPixelForValue(at)
        ctx.strokeStyle = ink().ink
        ctx.lineWidth = solid ? 2 : 1
        ctx.setLineDash(solid ? [] : [5, 3])
        ctx.beginPath()
        ctx.moveTo(x, chartArea.top)
        ctx.lineTo(x, chartArea.bottom)
        ctx.stroke()
        ctx.setLineDash([])
        ctx.beginPath()
        ctx.arc(x, chartArea.top - 8, 9, 0, 2 * Math.PI)
        ctx.fillStyle = solid ? ink().ink : ink().sheet
        ctx.fill()
        ctx.lineWidth = 1.25
        ctx.stroke()
        ctx.fillStyle = solid ? ink().sheet : ink().ink
        ctx.fillText(label, x, chartArea.top - 4)
      }
      ctx.restore()
    },
  }
}
