import { spawn } from 'node:child_process'
import { chromium } from '@playwright/test'
const PORT = 4191
const server = spawn(process.execPath, ['.output/server/index.mjs'], { env: { ...process.env, HOST: '127.0.0.1', PORT: String(PORT), NUXT_DEMO: 'true', NODE_ENV: 'production' } })
await new Promise((r) => server.stdout.once('data', r))
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-dev-shm-usage'] })
const shots = process.argv.slice(2).map((x) => x.split('|'))
for (const [name, path, size = 'desk', click = '', theme = 'light'] of shots) {
  const phone = size === 'phone'
  const context = await browser.newContext({ viewport: phone ? { width: 390, height: 844 } : { width: 1280, height: 800 }, reducedMotion: 'reduce', locale: 'en-GB', timezoneId: 'Europe/London', colorScheme: theme })
  const page = await context.newPage()
  page.on('console', (m) => m.type() === 'error' && console.log(name, 'console', m.text().slice(0, 300)))
  page.on('pageerror', (e) => console.log(name, 'error', e.message.slice(0, 300)))
  page.on('console', (m) => m.type() === 'warning' && console.log(name, 'warn', m.text().slice(0, 200)))
  await page.goto(`http://127.0.0.1:${PORT}/`)
  await page.getByRole('heading', { name: 'Withy Hard boathouse' }).waitFor()
  await page.goto(`http://127.0.0.1:${PORT}${path}`)
  await page.waitForTimeout(3500)
  for (const c of click.split('>').filter(Boolean)) {
    if (c.startsWith('#')) await page.getByText(c.slice(1)).first().click()
    else if (c.startsWith('=')) { const [l, v] = c.slice(1).split('~'); await page.getByLabel(l).first().fill(v) }
    else if (c.startsWith('v')) await page.mouse.wheel(0, Number(c.slice(1)))
    else await page.getByRole('button', { name: c, exact: true }).first().click()
    await page.waitForTimeout(600)
  }
  await page.screenshot({ path: `/tmp/${name}.png` })
  await context.close()
}
await browser.close(); server.kill()
