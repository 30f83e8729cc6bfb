import { defineConfig } from '@playwright/test'
import { LAUNCH } from './scripts/browser.mjs'

const port = Number(process.env.E2E_PORT ?? 4173)

export default defineConfig({
  testDir: 'e2e',
  // Half of the time a test waits for its page; each has a browser of its own, and none needs another.
  workers: 2,
  fullyParallel: true,
  // How fast a machine is, is measured by the bench: here a wait ends when what is waited for is there. What hangs is caught by its own
  // step; a test of many steps may take as long as a machine that does something else beside lets it.
  timeout: 600_000,
  expect: { timeout: 20_000 },
  forbidOnly: true,
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  outputDir: 'test-results/e2e',
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    actionTimeout: 60_000,
    navigationTimeout: 60_000,
    locale: 'en-GB',
    // A worker that stores the whole application for each test's own browser is most of a visit; tests about it let it in.
    serviceWorkers: 'block',
    // Flowing dashes keep a software renderer busy and nothing else; the drawing is the same without them.
    contextOptions: { reducedMotion: 'reduce' },
    timezoneId: 'Europe/London',
    launchOptions: LAUNCH,
  },
  webServer: {
    command: 'node .output/server/index.mjs',
    url: `http://127.0.0.1:${port}/api/health`,
    env: { HOST: '127.0.0.1', PORT: String(port), NODE_ENV: 'production', NUXT_DEMO: 'true' },
    reuseExistingServer: false,
    timeout: 30_000,
  },
})
