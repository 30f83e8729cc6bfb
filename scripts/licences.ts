import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

/** A library that something was bundled from, as the bundler tells it. */
export interface Bundled {
  name: string | null
  version: string | null
  license: string | null
  licenseText: string | null
}

const RULE = '='.repeat(72)
const isLicence = (name: string) => /^(licen[cs]e|copying|ofl|notice)/i.test(name)

/** Text of a package's licence as it lies in its folder. */
function textOf(folder: string): string {
  const file = existsSync(folder) ? readdirSync(folder).find(isLicence) : undefined
  return file ? readFileSync(join(folder, file), 'utf8').trim() : ''
}

/** A package as it is installed. */
function installed(name: string): Bundled | undefined {
  const folder = join('node_modules', name)
  if (!existsSync(join(folder, 'package.json'))) return undefined
  const told = JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8')) as { version?: string; license?: unknown }
  return {
    name,
    version: told.version ?? null,
    license: typeof told.license === 'string' ? told.license : null,
    licenseText: textOf(folder),
  }
}

/** What the server carries beside what we depend on by name; a test holds it to what is in the build. */
const SERVER = [
  '@intlify/h3',
  '@vue/devtools-api',
  '@vue/server-renderer',
  'devalue',
  'h3',
  'hookable',
  'lru-cache',
  'node-mock-http',
  'nostics',
  'ofetch',
  'radix3',
  'unhead',
  'vue-bundle-renderer',
  'xss',
]
/** Builds things and is not shipped itself. */
const BUILDS = new Set(['nuxt', 'tailwindcss', '@tailwindcss/vite', '@vite-pwa/nuxt', '@nuxtjs/i18n'])

/** A package and all that it needs, by name. */
function withNeeds(names: readonly string[]): string[] {
  const found = new Set<string>()
  const add = (name: string) => {
    const manifest = join('node_modules', name, 'package.json')
    if (found.has(name) || BUILDS.has(name) || !existsSync(manifest)) return
    found.add(name)
    const { dependencies = {} } = JSON.parse(readFileSync(manifest, 'utf8')) as { dependencies?: Record<string, string> }
    Object.keys(dependencies).forEach(add)
  }
  names.forEach(add)
  return [...found]
}

/**
 * Writes the licence texts of all that is shipped into one file beside the page: our own, the typefaces', those of the
 * libraries in the page's scripts, and of those that the server carries.
 */
export function writeLicences(publicDir: string, bundled: readonly Bundled[]): void {
  const { dependencies } = JSON.parse(readFileSync('package.json', 'utf8')) as { dependencies: Record<string, string> }
  const named = [...withNeeds([...SERVER, 'tinypool', 'rate-limiter-flexible']), ...Object.keys(dependencies), 'workbox-core']
  const all = new Map<string, Bundled>()
  for (const each of [...bundled, ...named.flatMap((name) => installed(name) ?? [])])
    if (each.name && !all.has(each.name)) all.set(each.name, each)
  const texts = [...all.values()]
    .toSorted((a, b) => a.name!.localeCompare(b.name!))
    .map(({ name, version, license, licenseText }) =>
      [
        RULE,
        `${name} ${version ?? ''}`.trim(),
        license ?? '',
        '',
        licenseText?.trim() || textOf(join('node_modules', name!)) || `(its licence: ${license ?? 'not told'})`,
      ].join('\n'),
    )
  const own = [
    'Vernal Cask',
    '',
    readFileSync('LICENSE', 'utf8').trim(),
    '',
    'It is made with the following, each under the licence that stands below its name.',
    '',
  ].join('\n')
  writeFileSync(join(publicDir, 'licences.txt'), `${own}\n${texts.join('\n\n')}\n`)
}
