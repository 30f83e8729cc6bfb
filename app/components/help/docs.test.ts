import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'

const { drawImports } = (await import('../../../scripts/picture.mjs' as string)) as { drawImports: () => string }
const PAGES = ['README.md', 'CONTRIBUTING.md', ...readdirSync('docs').flatMap((name) => (name.endsWith('.md') ? [`docs/${name}`] : []))]
const PATH = /^(core|app|server|e2e|bench|hostile|scripts|docs|deploy|public)\/[\w./[\]-]+$/

describe('the papers of the house', () => {
  it.each(PAGES)('%s names only rooms and files that are there', (page) => {
    const named = [...readFileSync(page, 'utf8').matchAll(/`([^`\s]+)`/g)]
      .map(([, path]) => path!.replace(/\/$/, ''))
      .filter((path) => PATH.test(path))
    expect(named.filter((path) => !existsSync(path) && !existsSync(`${path}.ts`))).toEqual([])
  })
  it('the picture of what leans on what is drawn from today’s imports', () => {
    // `npm run picture` draws it anew.
    expect(readFileSync('docs/imports.svg', 'utf8')).toBe(drawImports())
  })
  it('nothing stands above the diagonal but what is no stage of the core', () => {
    const cells = [...drawImports().matchAll(/<title>core\/(\w+) leans on core\/(\w+):/g)]
    expect(cells.length).toBeGreaterThan(200)
    const order = [...drawImports().matchAll(/text-anchor="end">core\/(\w+)</g)].map(([, name]) => name!)
    for (const [, from, to] of cells) expect([from, to, order.indexOf(to!) < order.indexOf(from!)]).toEqual([from, to, true])
  })
})
