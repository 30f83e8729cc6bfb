import { createRequire } from 'node:module'
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, join, posix } from 'node:path'
import { fileURLToPath } from 'node:url'

/**
 * The data's way through the house, drawn from what really imports what: stages in the water's order, a row
 * for each with what it leans on. `npm run picture` writes it; a test holds it to the code.
 */
const root = join(dirname(fileURLToPath(import.meta.url)), '..')
const { STAGES } = createRequire(import.meta.url)('./stages.cjs')
const ABOVE = ['app', 'server']
const NODES = [...STAGES, ...ABOVE]

const files = (folder) =>
  readdirSync(join(root, folder), { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory()
      ? files(`${folder}/${entry.name}`)
      : /\.(ts|vue)$/.test(entry.name) && !/\.test\.ts$/.test(entry.name)
        ? [`${folder}/${entry.name}`]
        : [],
  )
/** Stage that a file belongs to. */
const stageOf = (path) => (path.startsWith('core/') ? path.split('/')[1] : path.split('/')[0])

/** How many files of each stage import something of each other one: `importer imported` to their number. */
export function importsOfStages() {
  const counts = new Map()
  for (const file of ['core', ...ABOVE].flatMap(files)) {
    const seen = new Set()
    for (const [, path] of readFileSync(join(root, file), 'utf8').matchAll(/(?:from|import)\s*\(?\s*'((?:\.|#core)[^']*)'/g)) {
      const to = stageOf(path.startsWith('#core') ? path.replace('#core', 'core') : posix.join(posix.dirname(file), path))
      if (NODES.includes(to) && to !== stageOf(file)) seen.add(to)
    }
    for (const to of seen) counts.set(`${stageOf(file)} ${to}`, (counts.get(`${stageOf(file)} ${to}`) ?? 0) + 1)
  }
  return counts
}

const STEP = 18
const LEFT = 130
const TOP = 130

/** The picture as SVG: a row leans on its columns. Nothing above the diagonal: no stage knows of a later one. */
export function drawImports() {
  const counts = importsOfStages()
  const at = (stage) => NODES.indexOf(stage) * STEP
  const name = (stage) => (ABOVE.includes(stage) ? stage : `core/${stage}`)
  const cells = [...counts]
    .toSorted(([a], [b]) => (a < b ? -1 : 1))
    .map(([pair, n]) => {
      const [from, to] = pair.split(' ')
      const shade = Math.min(0.85, 0.12 + Math.log2(n) * 0.11).toFixed(2)
      return `<rect x="${LEFT + at(to)}" y="${TOP + at(from)}" width="${STEP}" height="${STEP}" fill="#1f6f8b" fill-opacity="${shade}"><title>${name(from)} leans on ${name(to)}: ${n} ${n === 1 ? 'file' : 'files'}</title></rect><text x="${LEFT + at(to) + STEP / 2}" y="${TOP + at(from) + 12.5}" text-anchor="middle" font-size="9">${n}</text>`
    })
  const names = NODES.map((stage) => {
    const [row, column] = [TOP + at(stage) + 13, LEFT + at(stage) + 13]
    return `<rect x="${LEFT + at(stage)}" y="${TOP + at(stage)}" width="${STEP}" height="${STEP}" fill="#1c2420"/><text x="${LEFT - 8}" y="${row}" text-anchor="end">${name(stage)}</text><text transform="translate(${column} ${TOP - 8}) rotate(-90)">${name(stage)}</text>`
  })
  const [width, height] = [LEFT + NODES.length * STEP + 10, TOP + NODES.length * STEP + 10]
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" font-family="sans-serif" font-size="12" fill="#1c2420" style="background:#fff">
<title>What leans on what: how many files of a row import something of a column</title>
${cells.join('\n')}
${names.join('\n')}
</svg>
`
}

if (process.argv[1] === fileURLToPath(import.meta.url)) writeFileSync(join(root, 'docs/imports.svg'), drawImports())
