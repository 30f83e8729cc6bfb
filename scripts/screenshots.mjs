// Takes the pictures of docs/screenshots from the demo data, against a build that is already there.
import { spawn } from 'node:child_process'
import { mkdirSync } from 'node:fs'
import { chromium } from '@playwright/test'
import { LAUNCH_WHOLE } from './browser.mjs'

const PORT = 4190
const VIEWS = [
  ['jobs', '/', {}],
  ['drop', '/job/demo-withy-hard?station=drop', {}],
  ['build-order', '/job/demo-withy-hard?doing=build&part=order', {}],
  ['build-bill', '/job/demo-tannery-row?doing=build&part=bill', { scheme: 'Four totes, linked low' }],
  ['cask-years-german', '/job/demo-withy-hard?station=cask&wide=yes', { german: true }],
  ['cask', '/job/demo-tannery-row?station=cask', { scheme: 'Four totes, linked low' }],
  ['site-plan', '/job/demo-tannery-row?station=cask', { scheme: 'Four totes, linked low', show: 'Where it stands' }],
  ['trial', '/job/demo-tannery-row?station=cask&doing=trial', { scheme: 'Four totes, linked low', theme: 'dark' }],
  ['sky', '/job/demo-withy-hard?station=sky', {}],
  ['spill-american-dark', '/job/demo-tannery-row?station=spill', { theme: 'dark' }],
  ['draw', '/job/demo-pear-lane?station=draw', {}],
  ['roof-plan', '/job/demo-tannery-row?station=roof', {}],
  ['gutter-frown', '/job/demo-tannery-row?station=gutter', { scheme: 'Gutter as it was found', show: 'is high at' }],
  ['log-today', '/job/demo-pear-lane?doing=log&log=today', {}],
  ['log-shows', '/job/demo-pear-lane?doing=log&log=shows', {}],
  ['phone-today', '/job/demo-pear-lane', { phone: true }],
  ['compare', '/job/demo-tannery-row?station=gutter', { compare: true }],
  ['phone-drop', '/job/demo-withy-hard?station=drop', { phone: true }],
  ['tablet-drop', '/job/demo-withy-hard?station=drop', { size: { width: 820, height: 1180 } }],
]
const only = process.argv.slice(2)
mkdirSync('docs/screenshots', { recursive: true })
const server = spawn(process.execPath, ['.output/server/index.mjs'], {
  env: { ...process.env, HOST: '127.0.0.1', PORT: String(PORT), NUXT_DEMO: 'true', NODE_ENV: 'production' },
})
await new Promise((resolve) => server.stdout.once('data', resolve))
const browser = await chromium.launch(LAUNCH_WHOLE)
for (const [name, path, { phone, size, theme = 'light', open, scheme, show, bands, compare, fit, german }] of VIEWS) {
  if (only.length > 0 && !only.includes(name)) continue
  const context = await browser.newContext({
    viewport: size ?? (phone ? { width: 390, height: 844 } : { width: 1280, height: 800 }),
    colorScheme: theme,
    reducedMotion: 'reduce',
    locale: 'en-GB',
    timezoneId: 'Europe/London',
  })
  const page = await context.newPage()
  await page.goto(`http://127.0.0.1:${PORT}/`)
  await page.getByRole('heading', { name: 'Withy Hard boathouse' }).waitFor()
  if (path !== '/') {
    await page.goto(`http://127.0.0.1:${PORT}${path}`)
    const ready = path.includes('trial')
      ? page.getByTestId('trial-clock')
      : path.includes('build') || path.includes('log') || name === 'phone-today'
        ? page.getByRole('tab')
        : page.getByRole('button', { name: /%, show its working/ })
    await ready.first().waitFor()
    await page.waitForTimeout(1500)
  }
  if (german) {
    await page.getByRole('button', { name: /British, mm/ }).click()
    await page.getByLabel('Language', { exact: true }).selectOption('de-DE')
    await page.keyboard.press('Escape')
    await page
      .getByRole('button', { name: /%, Rechenweg zeigen/ })
      .first()
      .waitFor()
    await page.waitForTimeout(1500)
  }
  if (open) await page.getByRole('region', { name: 'Gutter' }).getByRole('button', { name: open }).first().click()
  if (scheme || compare) await page.getByRole('button', { name: /\(1 of \d\)/ }).click()
  if (scheme) {
    await page.getByLabel(scheme).check()
    await page.keyboard.press('Escape')
  }
  if (compare) {
    await page.getByRole('button', { name: 'Compare' }).click()
    await page.getByRole('row', { name: /Demand met/ }).waitFor()
  }
  if (fit) {
    await page.getByLabel('With a first flush').check()
    await page.getByRole('button', { name: 'Find trains' }).click()
    await page.getByRole('button', { name: `Fit: ${fit}` }).click()
    await page.locator('.sheet [role=region]').evaluate((sheet) => sheet.scrollTo(0, 0))
    await page.waitForTimeout(1500)
  }
  if (bands) await page.getByText(/records of 20 years each/).waitFor({ timeout: 60_000 })
  if (show)
    await page
      .getByText(show)
      .first()
      .evaluate((element) => element.scrollIntoView({ block: 'start' }))
  await page.waitForTimeout(500)
  await page.screenshot({ path: `docs/screenshots/${name}.png` })
  await context.close()
  console.log(`docs/screenshots/${name}.png`)
}
await browser.close()
server.kill()
