import { readdirSync, readFileSync } from 'node:fs'
import { gzipSync } from 'node:zlib'
import type { Page } from '@playwright/test'
import { expect, openJobs, test } from './support'

/** Bytes of script, compressed, that the jobs may need to be read and opened; and as many again, a job to be seen. */
const BUDGET = 170_000
const NAME = 'Withy Hard boathouse'

const SCRIPTS = '.output/public/_nuxt/'
const files = () => readdirSync(SCRIPTS).filter((name) => name.endsWith('.js') && !name.includes('worker'))
const codeOf = (file: string) => readFileSync(SCRIPTS + file, 'utf8')
/** The scripts that say something. */
const saying = (what: string | RegExp) => files().filter((file) => codeOf(file).search(what) >= 0)
/** A script and all that it cannot run without. */
function withNeeds(roots: readonly string[], seen = new Set<string>()): Set<string> {
  for (const file of roots) {
    if (seen.has(file)) continue
    seen.add(file)
    withNeeds(
      [...codeOf(file).matchAll(/(?:\bfrom|\bimport)\s*["']\.\/([\w.-]+\.js)["']/g)].map(([, needed]) => needed!),
      seen,
    )
  }
  return seen
}
const fetched = (scripts: Iterable<string>) => [...scripts].reduce((sum, file) => sum + gzipSync(codeOf(file), { level: 9 }).length, 0)

/** Holds the script of the desk back until it is let go; it is known by a word that only it says. */
async function holdDesk(page: Page) {
  let letGo = () => {}
  const gate = new Promise<void>((resolve) => (letGo = resolve))
  let held = 0
  await page.route(`**/_nuxt/${saying('jobs.keptHere')[0]}`, async (route) => {
    held++
    await gate
    // The page that asked may be gone by then.
    await route.continue().catch(() => {})
  })
  return { letGo, held: () => held }
}

/** What moved by itself while a page came, worst first, and how far in all: the browser's own account of it. */
async function movedBy(page: Page) {
  return page.evaluate(() => {
    const { shifts } = window as unknown as { shifts: { value: number; what: string[] }[] }
    return { sum: shifts.reduce((sum, { value }) => sum + value, 0), what: shifts.flatMap(({ what }) => what) }
  })
}
const watchShifts = (page: Page) =>
  page.addInitScript(() => {
    interface Shift extends PerformanceEntry {
      value: number
      hadRecentInput: boolean
      sources: { node: Node | null; previousRect: DOMRect; currentRect: DOMRect }[]
    }
    const shifts: { value: number; what: string[] }[] = []
    Object.assign(window, { shifts })
    new PerformanceObserver((list) => {
      for (const { value, hadRecentInput, sources } of list.getEntries() as Shift[])
        if (!hadRecentInput)
          shifts.push({
            value,
            what: sources.map(
              ({ node, previousRect, currentRect }) =>
                `${node?.nodeName} "${node?.textContent?.trim().slice(0, 30)}" from ${previousRect.y} to ${currentRect.y}`,
            ),
          })
    }).observe({ type: 'layout-shift', buffered: true })
  })
/** A fifth of what a page may move and be called good (Web Vitals, cumulative layout shift: 0.1). */
const MOST_MOVED = 0.02
async function standsStill(page: Page) {
  await expect(page.locator('main [aria-busy="true"], main[aria-busy="true"], .tally[aria-busy="true"]')).toHaveCount(0)
  // What is drawn last, a chart or a line of figures, comes with the next frames.
  await page.waitForTimeout(300)
  const moved = await movedBy(page)
  expect([page.url(), moved.sum < MOST_MOVED ? [] : moved.what]).toEqual([page.url(), []])
}

const SIZES = { desk: { width: 1280, height: 800 }, phone: { width: 390, height: 844 } }
/** Each page of a job that is come to by its address. */
const PAGES = [
  '',
  ...['sky', 'roof', 'gutter', 'drop', 'cask', 'spill', 'draw'].map((station) => `?station=${station}`),
  ...['sky', 'cask'].map((station) => `?station=${station}&wide=yes`),
  ...['build', 'trial', 'log', 'survey'].map((doing) => `?doing=${doing}`),
  ...['joints', 'bill', 'cuts', 'order', 'sheets'].map((part) => `?doing=build&part=${part}`),
  ...['today', 'entries', 'shows', 'care', 'seasons', 'trainer'].map((part) => `?doing=log&log=${part}`),
]

test.describe('nothing moves by itself', () => {
  for (const [name, viewport] of Object.entries(SIZES)) {
    test.describe(name, () => {
      test.use({ viewport })
      test.describe('at a first visit', () => {
        test.use({ visited: false })
        test('as the jobs come', async ({ page }) => {
          await watchShifts(page)
          await openJobs(page)
          await standsStill(page)
          // And at the second, which knows their names.
          await openJobs(page)
          await standsStill(page)
        })
      })
      for (const job of ['demo-withy-hard', 'demo-tannery-row'])
        test(`as the pages of ${job} come`, async ({ page }) => {
          await watchShifts(page)
          for (const address of PAGES) {
            await page.goto(`/job/${job}${address}`)
            await expect(page.getByRole('heading', { level: 2 }).first()).toBeVisible()
            await standsStill(page)
          }
        })
    })
  }
})

test('a trial that takes long says so and can be stopped, and moves nothing by saying it', async ({ page }) => {
  await page.setViewportSize(SIZES.phone)
  await watchShifts(page)
  await page.addInitScript(() => {
    const post = Worker.prototype.postMessage as (...given: unknown[]) => void
    Worker.prototype.postMessage = function (this: Worker, ...given: unknown[]) {
      if (sessionStorage.getItem('slow') === null) post.apply(this, given)
      else setTimeout(() => post.apply(this, given), 4000)
    }
  })
  await page.goto('/job/demo-tannery-row?doing=trial')
  await expect(page.getByRole('heading', { level: 2 }).first()).toBeVisible()
  await standsStill(page)
  await page.evaluate(() => sessionStorage.setItem('slow', 'yes'))
  await page.getByRole('main').getByRole('checkbox').first().check()
  const stop = page.getByRole('button', { name: 'Stop the trial' })
  await expect(stop).toBeVisible()
  const moved = await movedBy(page)
  expect(moved.sum < MOST_MOVED ? [] : moved.what).toEqual([])
  await stop.click()
  await expect(stop).toHaveCount(0)
})

test.describe('the jobs page on the way', () => {
  for (const [name, viewport] of Object.entries(SIZES))
    test(`${name}: jobs can be read and opened before what draws them is here; nothing moves when it comes`, async ({ page }) => {
      await page.setViewportSize(viewport)
      await openJobs(page)
      const desk = await holdDesk(page)
      await page.reload()
      await expect(page.getByRole('heading', { name: NAME })).toBeVisible()
      await expect.poll(desk.held).toBeGreaterThan(0)
      await expect(page.getByRole('main')).toHaveAttribute('aria-busy', 'true')
      await expect(page.getByRole('heading', { level: 2 })).toHaveCount(3)
      const before = await page.getByRole('heading', { name: NAME }).boundingBox()
      desk.letGo()
      await expect(page.getByRole('button', { name: `More for ${NAME}` })).toBeVisible()
      await expect(page.getByRole('main')).toHaveAttribute('aria-busy', 'false')
      const after = await page.getByRole('heading', { name: NAME }).boundingBox()
      expect(after!.x).toBeCloseTo(before!.x, 0)
      expect(Math.abs(after!.y - before!.y)).toBeLessThan(4)

      await page.unrouteAll({ behavior: 'ignoreErrors' })
      const again = await holdDesk(page)
      await page.reload()
      await page.getByRole('link', { name: NAME }).click()
      await expect(page.getByRole('heading', { name: NAME, level: 1 })).toBeVisible()
      again.letGo()
    })
  test('names stand in the order in which the jobs are looked at, before and after the desk is here', async ({ page }) => {
    await openJobs(page)
    const names = () => page.getByRole('heading', { level: 2 }).filter({ hasNotText: 'A new job' }).allTextContents()
    const before = await names()
    await page.getByLabel('Sort by').selectOption('name')
    const sorted = before.map((name) => name.trim()).toSorted((a, b) => a.localeCompare(b))
    expect(sorted).not.toEqual(before.map((name) => name.trim()))
    await expect.poll(async () => (await names()).map((name) => name.trim())).toEqual(sorted)
    const desk = await holdDesk(page)
    await page.reload()
    await expect(page.getByRole('heading', { name: NAME })).toBeVisible()
    expect((await names()).map((name) => name.trim())).toEqual(sorted)
    desk.letGo()
    await expect(page.getByRole('button', { name: `More for ${NAME}` })).toBeVisible()
    expect((await names()).map((name) => name.trim())).toEqual(sorted)
  })
  test('the script that it takes to read them is within its budget, and so is what a job adds', async ({ request }) => {
    const entry = [...(await (await request.get('/')).text()).matchAll(/src="\/_nuxt\/([\w.-]+\.js)"/g)].map(([, file]) => file!)
    const [desk] = saying('jobs.keptHere')
    // The page is what fetches the desk; words are a file of their own.
    const page = saying(new RegExp(`import\\(.\\./${desk}.\\)`))
    const words = saying('works without a signal; kept on this machine')
    expect([entry.length, page.length, words.length]).toEqual([1, 1, 1])
    const first = withNeeds([...entry, ...page, ...words])
    expect(first.has(desk!)).toBe(false)
    expect(fetched(first)).toBeGreaterThan(50_000)
    expect(fetched(first)).toBeLessThan(BUDGET)

    // A job opens with its drop, and with the words of its sheets; what draws it is shared with the desk.
    const job = [...saying('save.keepAgain'), ...saying('drop.trainNote'), ...saying('The knee is near')]
    expect(job).toHaveLength(3)
    const whole = withNeeds([...first, desk!])
    const added = [...withNeeds(job)].filter((file) => !whole.has(file))
    expect(fetched(added)).toBeGreaterThan(50_000)
    expect(fetched(added)).toBeLessThan(BUDGET)
  })
})
