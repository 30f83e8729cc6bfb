// Kills the browser in the middle of edits, again and again, and looks at what was kept.
import { spawn } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { LAUNCH_WHOLE } from '../scripts/browser.mjs'

const ID = 'demo-withy-hard'
/** An edit older than this when the browser was killed has to be kept, ms. */
const BAR_MS = 500
const SLOWED = 2
const wait = (ms) => new Promise((resolve) => setTimeout(resolve, ms))

const { executablePath, args } = LAUNCH_WHOLE
const FLAGS = [...args, '--headless', '--disable-gpu', '--remote-debugging-port=0']

/** A browser of its own process group on a profile, so that all of it can be killed at once, with no time for anything. */
async function start(profile) {
  rmSync(join(profile, 'DevToolsActivePort'), { force: true })
  const browserProcess = spawn(executablePath, [...FLAGS, `--user-data-dir=${profile}`, 'about:blank'], { detached: true, stdio: 'ignore' })
  const portFile = join(profile, 'DevToolsActivePort')
  for (let i = 0; i < 200 && !(existsSync(portFile) && readFileSync(portFile, 'utf8').includes('\n')); i++) await wait(25)
  const [port] = readFileSync(portFile, 'utf8').split('\n')
  const browser = await chromium.connectOverCDP(`http://127.0.0.1:${port}`)
  const page = browser.contexts()[0].pages()[0] ?? (await browser.contexts()[0].newPage())
  const kill = async () => {
    try {
      process.kill(-browserProcess.pid, 'SIGKILL')
    } catch {
      // It is gone already.
    }
    await new Promise((resolve) =>
      browserProcess.exitCode === null && browserProcess.signalCode === null ? browserProcess.once('exit', resolve) : resolve(),
    )
    await browser.close().catch(() => {})
  }
  return { page, kill }
}

const open = async (page, address) => {
  await page.setViewportSize({ width: 1280, height: 800 })
  await page.goto(`${address}/`)
  await page.getByRole('heading', { name: 'Withy Hard boathouse' }).waitFor()
  await page.goto(`${address}/job/${ID}?station=draw`)
  await page.getByRole('slider', { name: 'Top of the stand' }).waitFor()
  // A draft that was taken up is saved by now.
  await page.waitForFunction(() => document.querySelector('.strip [role=status]')?.textContent?.includes('Saved'))
}

const read = (page) =>
  page.evaluate(
    (id) =>
      new Promise((resolve, reject) => {
        const asked = indexedDB.open('vernal-cask')
        asked.onerror = () => reject(asked.error)
        asked.onsuccess = () => {
          const get = asked.result.transaction('jobs').objectStore('jobs').get(id)
          get.onsuccess = () => {
            asked.result.close()
            const scheme = get.result.job.schemes.find((each) => each.id === get.result.job.chosen)
            resolve({ stand: scheme.stores[0].vessels[0].base.height, cans: scheme.demands[0].byMonth?.[5], name: scheme.demands[0].name })
          }
        }
      }),
    ID,
  )

/** Nudges the stand by its grip; each press is an edit of 5 mm. */
const nudging = {
  key: 'nudging',
  async begin(page) {
    await page.getByRole('slider', { name: 'Top of the stand' }).focus()
  },
  edit: (page, n, round) => page.keyboard.press(round % 2 ? 'ArrowDown' : 'ArrowUp'),
  pause: 40,
  kept: (before, after) => Math.round(Math.abs(after.stand - before.stand) / 0.005),
}
/** Types into a name and leaves the field; each name is an edit. */
const typing = {
  key: 'typing',
  begin: async () => {},
  async edit(page, n, round) {
    const field = page.getByRole('textbox', { name: 'Name' }).first()
    await field.fill(`Round ${round} edit ${n + 1}`)
    await field.press('Tab')
  },
  pause: 60,
  kept: (before, after, round) => {
    const found = /^Round (\d+) edit (\d+)$/.exec(after.name)
    return found && Number(found[1]) === round ? Number(found[2]) : 0
  },
}

/**
 * @param address of a running server with its demo jobs
 * @param count kills in all, half while nudging and half while typing
 */
export async function runKills(address, count, seed, random, tell = () => {}) {
  const report = { kills: 0, edits: 0, lost: [], worst: 0, slow: [], unreadable: [] }
  for (const way of [nudging, typing]) {
    const profile = mkdtempSync(join(tmpdir(), 'cask-kills-'))
    let { page, kill } = await start(profile)
    await open(page, address)
    for (let round = 0; round < count / 2; round++) {
      const before = await read(page)
      await page
        .context()
        .newCDPSession(page)
        .then((session) => session.send('Emulation.setCPUThrottlingRate', { rate: SLOWED }))
      await way.begin(page)
      const made = []
      const until = Date.now() + 400 + random() * 2200
      let killed = 0
      const killing = wait(until - Date.now()).then(async () => {
        killed = Date.now()
        await kill()
      })
      while (Date.now() < until) {
        try {
          await way.edit(page, made.length, round)
        } catch {
          break
        }
        if (killed === 0) made.push(Date.now())
        await wait(way.pause)
      }
      await killing
      ;({ page, kill } = await start(profile))
      try {
        try {
          await open(page, address)
        } catch (error) {
          // Slow to start, or not to be had? What stands on the page says which; a second look decides.
          const seen = await page
            .locator('body')
            .innerText()
            .catch(() => 'nothing')
          report.slow.push({ way: way.key, round, seen: seen.slice(0, 200), what: String(error).slice(0, 80) })
          await open(page, address)
        }
        const after = await read(page)
        const kept = way.kept(before, after, round)
        const due = made.filter((at) => at <= killed - BAR_MS).length
        report.edits += made.length
        const firstLost = made[kept]
        if (firstLost !== undefined) report.worst = Math.max(report.worst, killed - firstLost)
        if (kept < due) report.lost.push({ way: way.key, round, made: made.length, due, kept })
      } catch (error) {
        report.unreadable.push({ way: way.key, round, what: String(error).slice(0, 200) })
        await kill()
        rmSync(profile, { recursive: true, force: true })
        ;({ page, kill } = await start(profile))
        await open(page, address)
      }
      report.kills++
      if (report.kills % 20 === 0) tell(report.kills)
    }
    await kill()
    rmSync(profile, { recursive: true, force: true })
  }
  return report
}
