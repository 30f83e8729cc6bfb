// Lets the browser's storage fail at any moment, and looks whether the page says so and loses nothing it could keep.
import { chromium } from '@playwright/test'
import { LAUNCH_WHOLE } from '../scripts/browser.mjs'

const ID = 'demo-withy-hard'

/** Faults that a browser may have, switched on and off from outside. */
function faulty() {
  const faults = { put: false, local: false }
  window.__faults = faults
  const { put, add } = IDBObjectStore.prototype
  const full = () => new DOMException('The quota has been exceeded.', 'QuotaExceededError')
  IDBObjectStore.prototype.put = function (...given) {
    if (faults.put) throw full()
    return put.apply(this, given)
  }
  IDBObjectStore.prototype.add = function (...given) {
    if (faults.put) throw full()
    return add.apply(this, given)
  }
  const { setItem } = Storage.prototype
  Storage.prototype.setItem = function (...given) {
    if (faults.local) throw full()
    return setItem.apply(this, given)
  }
}

/** Rounds of nudging while storage fails and comes back; after each, what is shown must be kept, or told not to be. */
export async function runStorageFaults(address, count, random) {
  const report = { rounds: 0, failedWrites: 0, silent: [], lost: [] }
  const browser = await chromium.launch(LAUNCH_WHOLE)
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.addInitScript(faulty)
  await page.goto(`${address}/`)
  await page.getByRole('heading', { name: 'Withy Hard boathouse' }).waitFor()
  await page.goto(`${address}/job/${ID}`)
  const grip = page.getByRole('slider', { name: 'Top of the stand' })
  await grip.waitFor()
  for (let round = 0; round < count; round++) {
    await page.evaluate(([put, local]) => Object.assign(window.__faults, { put, local }), [random() < 0.6, random() < 0.4])
    await grip.focus()
    const presses = 2 + Math.floor(random() * 6)
    for (let i = 0; i < presses; i++) await page.keyboard.press(round % 2 ? 'ArrowDown' : 'ArrowUp')
    await page.waitForTimeout(450)
    const { faults, shown, kept, told } = await page.evaluate(
      (id) =>
        new Promise((resolve) => {
          const asked = indexedDB.open('vernal-cask')
          asked.onsuccess = () => {
            const get = asked.result.transaction('jobs').objectStore('jobs').get(id)
            get.onsuccess = () => {
              asked.result.close()
              const scheme = get.result.job.schemes.find((each) => each.id === get.result.job.chosen)
              resolve({
                faults: window.__faults,
                kept: scheme.stores[0].vessels[0].base.height,
                shown: Number(document.querySelector('[role=slider][aria-label="Top of the stand"]').getAttribute('aria-valuenow')) / 1000,
                told: document.querySelector('.alert') !== null,
              })
            }
          }
        }),
      ID,
    )
    const same = Math.abs(shown - kept) < 1e-6
    if (!same) report.failedWrites++
    if (!same && !told) report.silent.push({ round, faults, shown, kept })
    // Storage is there again: the next edit takes everything along.
    if (random() < 0.5) {
      await page.evaluate(() => Object.assign(window.__faults, { put: false, local: false }))
      await grip.focus()
      await page.keyboard.press(round % 2 ? 'ArrowUp' : 'ArrowDown')
      await page.waitForTimeout(450)
      if (await page.locator('.alert').count()) report.lost.push({ round, what: 'still said to be unsaved' })
    }
    report.rounds++
  }
  await browser.close()
  return report
}
