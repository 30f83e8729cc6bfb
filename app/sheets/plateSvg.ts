import { WEIGHTS, type Fill, type Plate, type PlateMark, type Weight } from './plate'

/** Colours on white paper; the greys of the PDF, with water and pencil in theirs. */
const STROKE: Partial<Record<Weight, string>> = { water: '#0a5a63', pencil: '#a01f3b', faint: '#5d6862', fine: '#5d6862', clear: 'none' }
const FILL: Record<Fill, string> = { none: 'none', sheet: '#ffffff', wash: '#dbe9e8', ink: '#16232b' }
const INK = '#16232b'

const escaped = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;')
const at = (value: number) => String(Math.round(value * 1000) / 1000)

function markSvg(mark: PlateMark): string {
  if (mark.kind === 'text')
    return `<text x="${at(mark.at.x)}" y="${at(mark.at.y)}" font-size="${at(mark.size)}" text-anchor="${mark.anchor}" fill="${mark.on === 'ink' ? '#ffffff' : INK}"${mark.strong ? ' font-weight="700"' : ''}>${escaped(mark.text)}</text>`
  const { width, dash } = WEIGHTS[mark.weight]
  const line = `stroke="${STROKE[mark.weight] ?? INK}" stroke-width="${width}"${dash ? ` stroke-dasharray="${dash.join(' ')}"` : ''}`
  if (mark.kind === 'circle')
    return `<circle cx="${at(mark.centre.x)}" cy="${at(mark.centre.y)}" r="${at(mark.radius)}" fill="${FILL[mark.fill ?? 'none']}" ${line}/>`
  const path = (points: readonly { x: number; y: number }[]) =>
    points.map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${at(x)} ${at(y)}`).join('')
  const d = mark.kind === 'strokes' ? mark.lines.map(path).join('') : path(mark.points) + (mark.closed ? 'Z' : '')
  return `<path d="${d}" fill="${mark.kind === 'strokes' ? 'none' : FILL[mark.fill ?? 'none']}" ${line}/>`
}

/** A drawing as an SVG file by itself, as many millimetres large as it is on paper. */
export const plateSvg = ({ title, width, height, marks }: Plate): string =>
  `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${at(width)}mm" height="${at(height)}mm" viewBox="0 0 ${at(width)} ${at(height)}" font-family="sans-serif" stroke-linejoin="round" style="background:#fff">
<title>${escaped(title)}</title>
${marks.map(markSvg).join('\n')}
</svg>
`
