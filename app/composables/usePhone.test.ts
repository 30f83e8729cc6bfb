import { readdirSync, readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { NARROW } from './usePhone'

const files = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory() ? files(`${folder}/${entry.name}`) : /\.(vue|css)$/.test(entry.name) ? [`${folder}/${entry.name}`] : [],
  )

it('a page becomes narrow at one width, in code, styles and utilities alike', () => {
  const most = Number(/max-width: (\d+)px/.exec(NARROW)![1])
  expect(readFileSync('app/assets/css/main.css', 'utf8')).toContain(`--breakpoint-md: ${most + 1}px;`)
  for (const file of files('app'))
    for (const [, width] of readFileSync(file, 'utf8').matchAll(/@media \(max-width: (\d+)px\)/g))
      expect([file, Number(width)]).toEqual([file, most])
})
