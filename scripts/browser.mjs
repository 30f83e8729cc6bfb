// The Chromium that tests, pictures and measurements are made with, and what it is told.
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

const executablePath = [process.env.CHROMIUM_PATH, '/usr/bin/chromium', '/usr/bin/chromium-browser'].find(
  (path) => path !== undefined && existsSync(path),
)

/** How it is started; it speaks to nobody. */
export const LAUNCH = {
  ...(executablePath ? { executablePath } : {}),
  args: [
    '--no-sandbox',
    `--disable-features=${SWITCHED_OFF.join()}`,
    '--disable-dev-shm-usage',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--no-first-run',
    '--no-pings',
  ],
}
