import { axeClean, expect, goTo, openJob, openJobs, settled, test } from './support'

const NAME = 'Withy Hard boathouse'
/** What has the focus, and never all of the page. */
const focused = "(() => { const a = document.activeElement; return a === document.body || a === null ? 'body' : a.tagName })()"

test.describe('by the keyboard alone', () => {
  test.use({ viewport: { width: 1280, height: 800 } })

  test('the sheet is one key away, and the keyboard keeps its place when what it stood on goes', async ({ page }) => {
    await openJob(page, NAME)
    await settled(page)
    await page.keyboard.press('Tab')
    const skip = page.getByRole('link', { name: 'To the sheet of fields' })
    await expect(skip).toBeFocused()
    await page.keyboard.press('Enter')
    await expect(page.getByRole('region', { name: 'Drop', exact: true })).toBeFocused()

    // A mend goes with its snag; an undo with nothing left to undo cannot be pressed.
    await page.getByRole('button', { name: /^Mend/ }).first().focus()
    await page.keyboard.press('Enter')
    await expect.poll(() => page.evaluate(focused)).not.toBe('body')
    const undo = page.getByRole('button', { name: 'Undo', exact: true })
    await undo.focus()
    while (await undo.isEnabled()) await page.keyboard.press('Enter')
    await expect.poll(() => page.evaluate(focused)).not.toBe('body')

    // A dialog gives it back to what opened it.
    const details = page.getByRole('button', { name: 'Details', exact: true })
    await details.focus()
    await page.keyboard.press('Enter')
    await expect(page.getByRole('dialog').getByRole('heading').first()).toBeVisible()
    // Letters are the dialog's while it is open.
    await page.keyboard.press('Escape')
    await expect(details).toBeFocused()
    await axeClean(page)
  })

  test('single keys may be turned off, and never act behind a dialog', async ({ page }) => {
    await openJob(page, NAME)
    await page.keyboard.press('5')
    await expect(page.getByRole('heading', { name: /^Cask/, level: 2 })).toBeVisible()
    await page.keyboard.press('?')
    await expect(page.getByRole('dialog').getByRole('heading').first()).toBeVisible()
    await page.keyboard.press('2')
    await page.keyboard.press('Escape')
    await expect(page.getByRole('heading', { name: /^Cask/, level: 2 })).toBeVisible()
    await page.getByRole('button', { name: /British, mm/ }).click()
    await page.getByLabel('Single-key shortcuts').uncheck()
    await page.keyboard.press('Escape')
    await page.locator('h1').click()
    await page.keyboard.press('2')
    await page.keyboard.press('t')
    await expect(page.getByRole('heading', { name: /^Cask/, level: 2 })).toBeVisible()
    await page.reload()
    await expect(page.getByRole('heading', { name: /^Cask/, level: 2 })).toBeVisible()
    await page.keyboard.press('2')
    await expect(page.getByRole('heading', { name: /^Cask/, level: 2 })).toBeVisible()
  })

  test('a slider answers every key that sliders have', async ({ page }) => {
    await openJob(page, NAME)
    await settled(page)
    const grip = page.getByRole('slider').first()
    const now = async () => Number(await grip.getAttribute('aria-valuenow'))
    await grip.focus()
    const before = await now()
    await page.keyboard.press('PageDown')
    await expect.poll(now).toBeLessThan(before - 20)
    const low = await now()
    await page.keyboard.press('ArrowRight')
    await expect.poll(now).toBeGreaterThan(low)
    await page.keyboard.press('Home')
    await expect.poll(now).toBe(Number(await grip.getAttribute('aria-valuemin')))
  })
})

test.describe('heard', () => {
  test('an edit, what it did to the snags and to the answer are told; the drawing is told in sentences', async ({ page }) => {
    await openJob(page, NAME, 'Cask')
    await settled(page)
    const news = page.getByTestId('news')
    await expect(news).toBeEmpty()
    const height = page.getByLabel('Outside height', { exact: true }).first()
    await height.fill('1200 mm')
    await height.press('Enter')
    await expect(news).toContainText(/from 885.mm to 1,200.mm/)
    await expect(news).toContainText(/Demand met: \d+/)
    await expect(news).toContainText(/snag/i)
    await goTo(page, 'Drop')
    const drawing = page.getByRole('group', { name: 'Section at the eave' })
    await expect(drawing).toHaveAccessibleDescription(/Water leaves the gutter at 2,310.mm\..*is full at/)
    const figure = page.getByRole('region', { name: 'Figures' }).getByRole('button', { name: /^demand met: \d+ %, show its working/i })
    await expect(figure).toBeVisible()
  })

  test('system colours: what is chosen can be told from what is not', async ({ page }) => {
    await page.emulateMedia({ forcedColors: 'active' })
    await openJobs(page)
    await openJob(page, NAME)
    const build = page.getByRole('button', { name: 'Build', exact: true })
    await build.click()
    await expect(build).toHaveAttribute('aria-pressed', 'true')
    const colours = await page.evaluate(() =>
      ['true', 'false'].map((pressed) => {
        const button = [...document.querySelectorAll('header [aria-pressed]')].find(
          (each) => each.getAttribute('aria-pressed') === pressed,
        )!
        return getComputedStyle(button).backgroundColor
      }),
    )
    expect(colours[0]).not.toBe(colours[1])
  })
})
