// The Chromium that tests, pictures and measurements are made with, where it is found or installed from, and what it is told.
import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'

/**
 * Chromium makes popups of a search box ready for each new window, a renderer each, which nobody here sees and which take as long as a
 * page of ours. The last list of this switch counts, so the runner's own (of 1.65) is said again before them.
 */
const SWITCHED_OFF = [
  'AvoidUnnecessaryBeforeUnloadCheckSync',
  'DestroyProfileOnBrowserClose',
  'HttpsUpgrades',
  'HttpsFirstBalancedModeAutoEnable',
  'LensOverlay',
  'MediaRouter',
  'PaintHolding',
  'ThirdPartyStoragePartitioning',
  'AvoidCorsURLLoaderRestartOnRedirect',
  'OptimizationHints',
  'NetworkTimeServiceQuerying',
  'AimEnabled',
  'PreconnectToSearch',
  'WebUIOmniboxPopup',
  'WebUIOmniboxAimPopup',
]

const SHELL = '/usr/bin/chromium-headless-shell'
const WHOLE = ['/usr/bin/chromium', '/usr/bin/chromium-browser']
const found = (...paths) => [process.env.CHROMIUM_PATH, ...paths].find((path) => path && existsSync(path))
const install = (name) =>
  ['update -qq', `install -y -qq ${name}`].every(
    (what) =>
      spawnSync('apt-get', what.split(' '), { stdio: 'inherit', env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } }).status === 0,
  )

/** Chromium as people have it, with its windows; what is measured is measured in it. Undefined where there is none. */
const wholeBrowser = () => found(...WHOLE, SHELL)

/**
 * The same engine without windows: tests take three quarters of the time in it. Where it is missing and may be installed, it is; else
 * the whole browser does.
 */
export function installBrowser() {
  if (found(SHELL)) return
  if (process.getuid?.() === 0) {
    console.log('Chromium without windows is missing; installing it from the system packages.')
    if (install('chromium-headless-shell')) return
  }
  if (!wholeBrowser() && !install('chromium')) console.error('No Chromium: set CHROMIUM_PATH to one, or install the package chromium.')
}

const launch = (executablePath) => ({ ...(executablePath ? { executablePath } : {}), args: ARGS })
const ARGS = [
  '--no-sandbox',
  `--disable-features=${SWITCHED_OFF.join()}`,
  '--disable-dev-shm-usage',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--no-first-run',
  '--no-pings',
]

/** How it is started for tests; it speaks to nobody. */
export const LAUNCH = launch(found(SHELL, ...WHOLE))
/** And for pictures and measurements. */
export const LAUNCH_WHOLE = launch(wholeBrowser())
