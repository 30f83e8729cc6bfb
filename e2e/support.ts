import { expect, test as base, type BrowserContext, type Page } from '@playwright/test'
import axe from 'axe-core'
import { demoJobs } from '../core/demo'

/**
 * What stands on a page is found where it is to be read: a region for screen readers tells the same words for a while, and whether
 * a search runs into it depends on how fast the machine is.
 */
function readUnheard(page: Page) {
  const byText = page.getByText.bind(page)
  page.getByText = (text, options) => byText(text, options).and(page.locator(':not([data-testid="news"])'))
}

type Profile = Awaited<ReturnType<BrowserContext['storageState']>>

/**
 * Every page is watched for errors; one that was not expected fails the test. A test begins in a browser that has been here once, with
 * the demo's jobs in it as a first visit leaves them; tests about that visit, or about a day of their own, set `visited` to false.
 */
export const test = base.extend<{ watched: undefined; expectErrors: boolean; visited: boolean }, { profile: Profile }>({
  profile: [
    async ({ browser }, use) => {
      const { baseURL, locale, timezoneId } = base.info().project.use
      const context = await browser.newContext({ baseURL: baseURL!, locale: locale!, timezoneId: timezoneId!, serviceWorkers: 'block' })
      await openJobs(await context.newPage())
      await use(await context.storageState({ indexedDB: true }))
      await context.close()
    },
    { scope: 'worker' },
  ],
  visited: [true, { option: true }],
  storageState: async ({ visited, profile }, use) => use(visited ? profile : undefined),
  /** Set where a test makes something fail on purpose. */
  expectErrors: [false, { option: true }],
  watched: [
    async ({ page, expectErrors }, use) => {
      readUnheard(page)
      const errors: string[] = []
      page.on('pageerror', (error) => errors.push(error.message))
      page.on(
        'console',
        (message) =>
          // A test that cuts the network expects the network to be missed.
          message.type() === 'error' && !message.text().includes('ERR_INTERNET_DISCONNECTED') && errors.push(message.text()),
      )
      await use(undefined)
      if (!expectErrors) expect(errors).toEqual([])
    },
    { auto: true },
  ],
})
export { expect }

/** A browser that was never here, whatever the test's own has seen. */
export const STRANGER: Profile = { cookies: [], origins: [] }

/**
 * Waits until what a stylesheet's words choose, with these words in it, is there and nothing of another kind is any more. An
 * expectation asks at longer and longer intervals, up to a second; what most tests wait for is looked at in each frame.
 */
const there = (page: Page, what: string, words = '', without = '.none') =>
  page.waitForFunction(
    ([what, words, without]) =>
      !document.querySelector(without) && [...document.querySelectorAll(what)].some((each) => each.textContent.includes(words)),
    [what, words, without] as const,
    { timeout: A_VISIT },
  )
/** On a machine that does something else beside: how fast it is, is not what these tests are about. */
const A_VISIT = 40_000

/** The jobs page with the demo jobs in it, drawn. */
export async function openJobs(page: Page) {
  await page.goto('/')
  await there(page, 'h2, h3', 'Withy Hard boathouse', 'main[aria-busy="true"]')
  await expect(page.getByRole('heading', { name: 'Withy Hard boathouse' })).toBeVisible()
}

/** By its menu, on the jobs page. */
export async function deleteJob(page: Page, name: string) {
  await page.getByRole('button', { name: `More for ${name}`, exact: true }).click()
  await page.getByRole('menuitem', { name: 'Delete' }).click()
}

const DEMO = new Map(demoJobs().map(({ name, id }) => [name, id]))

/** A job of the demo by its address, another by its card. */
export async function openJob(page: Page, name: string, station = 'Drop') {
  if (DEMO.has(name) && page.url() === 'about:blank') await page.goto(`/job/${DEMO.get(name)}`)
  else {
    await openJobs(page)
    await page.getByRole('link', { name: `Open ${name}` }).click()
  }
  await there(page, 'h1', name)
  await expect(page.getByRole('heading', { name, level: 1 })).toBeVisible()
  // A system that stands opens with today on a phone.
  if ((page.viewportSize()?.width ?? 0) < 1000) {
    await expect(page.getByRole('tab', { name: 'Today' })).toBeVisible()
    await page.getByRole('button', { name: 'Log', exact: true }).click()
  }
  if (station !== 'Drop') await goTo(page, station)
  else await arrived(page, station)
}

/** A station's sheet is there, not its heading alone. */
async function arrived(page: Page, station: string) {
  await there(page, 'h2', station, '.sheet [role="region"][aria-busy="true"]')
  await expect(page.getByRole('heading', { name: new RegExp(`^${station}`), level: 2 })).toBeVisible()
  await expect(page.locator('.sheet [role="region"][aria-busy="true"]')).toHaveCount(0)
}

/** To a station: by its note at a desk, by the list on a phone. */
export async function goTo(page: Page, station: string) {
  const wide = (page.viewportSize()?.width ?? 0) >= 1000
  if (!wide) await page.getByRole('button', { name: 'All stations' }).click()
  await page
    .getByRole('button', { name: new RegExp(`${station}\\b`) })
    .first()
    .click()
  await arrived(page, station)
}

/** To the trial, the build or the log, with all that it reckons. */
export async function turnTo(page: Page, doing: 'Trial' | 'Build' | 'Log') {
  await page.getByRole('button', { name: doing, exact: true }).click()
  await expect(page.locator('main h2:visible').first()).toBeVisible()
  await expect(page.locator('main [aria-busy="true"]')).toHaveCount(0)
}

/** The years have been run and the figures stand still. */
export async function settled(page: Page) {
  await there(page, '.tally[aria-busy="false"]')
  await expect(page.locator('.tally')).toHaveAttribute('aria-busy', 'false')
  await expect(page.getByRole('button', { name: /%, show its working/ }).first()).toBeVisible()
}

/** No violation of WCAG 2.2 A and AA that axe can find. It is read into a page once, and looks as often as it is asked. */
export async function axeClean(page: Page) {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source)
  const violations = await page.evaluate(async () => {
    const { axe } = window as unknown as { axe: typeof import('axe-core') }
    const found = await axe.run({
      runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'],
      resultTypes: ['violations'],
    })
    return found.violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ target }) => target.join(' ')).join(' | ')}`)
  })
  expect(violations).toEqual([])
}

/**
 * Automated eyes: every piece of text on the page as it is painted, none on another, none cut off.
 * Text inside something that scrolls is looked at where it shows.
 */
export async function textFaults(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    interface Piece {
      node: Node
      text: string
      box: DOMRect
      element: Element
    }
    const pieces: Piece[] = []
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
    const hiddenBy = (element: Element) => element.closest('.only-heard, [hidden], title, option, script, style, noscript')
    /** The part of a box that its scrolling or clipping ancestors let be seen. */
    const seen = (box: DOMRect, from: Element): DOMRect | undefined => {
      let { left, top, right, bottom } = box
      for (let at: Element | null = from; at; at = at.parentElement) {
        const style = getComputedStyle(at)
        if (style.visibility === 'hidden' || style.display === 'none') return undefined
        if (style.overflowX === 'visible' && style.overflowY === 'visible') continue
        const frame = at.getBoundingClientRect()
        left = Math.max(left, frame.left)
        right = Math.min(right, frame.right)
        top = Math.max(top, frame.top)
        bottom = Math.min(bottom, frame.bottom)
      }
      return right - left > 1 && bottom - top > 1 ? new DOMRect(left, top, right - left, bottom - top) : undefined
    }
    const faults: string[] = []
    while (walker.nextNode()) {
      const node = walker.currentNode
      const element = node.parentElement
      if (!element || !node.textContent?.trim() || hiddenBy(element) || !element.checkVisibility()) continue
      const range = document.createRange()
      range.selectNodeContents(node)
      for (const box of range.getClientRects()) {
        const shown = seen(box, element)
        if (!shown || shown.bottom < 0 || shown.top > innerHeight) continue
        const text = node.textContent.trim().slice(0, 40)
        if (shown.left < -1 || shown.right > innerWidth + 1) faults.push(`off the page: ${text}`)
        // A little is taken off for line height and side bearings, which are not ink.
        const inset = Math.min(4, shown.height * 0.18)
        pieces.push({
          node,
          text,
          element,
          box: new DOMRect(shown.x + 1, shown.y + inset, Math.max(0, shown.width - 2), Math.max(0, shown.height - 2 * inset)),
        })
      }
    }
    const rotated = (element: Element) => element.getAttribute('transform')?.includes('rotate')
    const layer = (element: Element) => element.closest('[role=dialog], dialog, [data-headlessui-portal], .fixed')
    pieces.forEach((a, i) => {
      for (const b of pieces.slice(i + 1)) {
        // One text cut short by an ellipsis is painted in two boxes that touch.
        if (a.node === b.node) continue
        if (layer(a.element) !== layer(b.element) || rotated(a.element) || rotated(b.element)) continue
        const wide = Math.min(a.box.right, b.box.right) - Math.max(a.box.left, b.box.left)
        const high = Math.min(a.box.bottom, b.box.bottom) - Math.max(a.box.top, b.box.top)
        if (wide > 1 && high > 1) faults.push(`“${a.text}” on “${b.text}”`)
      }
    })
    // Whatever is chosen in a list is read whole: the list is as wide as its longest choice wants, by the browser's own
    // reckoning. Names that people gave may be longer than any line; where a list takes all of its own, an ellipsis says so.
    const NAMED = /\b(tote|butt|tank|tap|downpipe|barrel|roof|gutter)\b/i
    for (const list of document.querySelectorAll('select')) {
      if (!list.checkVisibility()) continue
      const free = list.cloneNode(true) as HTMLSelectElement
      const around = getComputedStyle(list.parentElement!)
      const line = list.parentElement!.clientWidth - parseFloat(around.paddingLeft) - parseFloat(around.paddingRight)
      if (list.offsetWidth > line - 1 && getComputedStyle(list).textOverflow === 'ellipsis')
        for (const option of [...free.options]) if (NAMED.test(option.text)) option.remove()
      Object.assign(free.style, { position: 'absolute', width: 'max-content', maxWidth: 'none', minWidth: '0', visibility: 'hidden' })
      list.after(free)
      const wanted = free.offsetWidth
      free.remove()
      if (wanted > list.offsetWidth + 1) {
        const longest = [...list.options].reduce((a, b) => (b.text.length > a.text.length ? b : a))
        faults.push(`cut off in its list: ${longest.text} (${list.offsetWidth} of ${wanted} px)`)
      }
    }
    // Pictures end on the page, like words; what scrolls sideways in a frame of its own may go on.
    const scrollsSideways = (element: Element) => element.closest('[class*="overflow-x"]') !== null
    for (const picture of document.querySelectorAll('canvas, img, svg[role=img]')) {
      const { right, width, height } = picture.getBoundingClientRect()
      if (picture.checkVisibility() && width > 1 && height > 1 && right > innerWidth + 1 && !scrollsSideways(picture))
        faults.push(`off the page: ${picture.tagName} ${picture.getAttribute('aria-label')?.slice(0, 40) ?? ''} ends at ${right}`)
    }
    if (document.documentElement.scrollWidth > innerWidth)
      faults.push(`the page scrolls sideways: ${document.documentElement.scrollWidth} px`)
    return [...new Set(faults)]
  })
}

/** Another scheme of the job, by the picker in the strip. */
export async function chooseScheme(page: Page, name: string) {
  await page
    .locator('.strip')
    .getByRole('button', { name: / of \d+\)/ })
    .click()
  await page.getByRole('radio', { name }).check()
  await page.keyboard.press('Escape')
  await expect(page.locator('.strip')).toContainText(name)
}

/** The field of one of many, found by typing any word for it. */
export const searchField = (page: Page, label: string) =>
  page.getByRole('combobox', { name: label, exact: true }).and(page.locator('input'))
export async function search(page: Page, label: string, words: string, option: string | RegExp) {
  await searchField(page, label).fill(words)
  await page.getByRole('listbox').getByRole('option', { name: option }).first().click()
}
